"""One frame of a movie, through PyAV."""

from typing import Any

import av
import numpy as np
from numpy.typing import NDArray

from zero_slate.core.canvas.raster import Size
from zero_slate.files.media.movies import (
    UnreadableMovie,
    picture_stream,
    way_shown,
    why_unreadable,
)
from zero_slate.files.media.pixels.reading import Pixels, require_size
from zero_slate.files.plain_files import no_plain_file

# Where no key frame stands near, this many frames are decoded to reach one, and no more.
MOST_DECODED = 1000


def read_movie_frame(path: str, number: int) -> NDArray[np.uint8]:
    """Return a movie's frame, counted from 0, as rows × columns × 3, the way it is shown.

    Raises UnreadableMovie, UnreadablePicture where its size can't be.
    """
    if other := no_plain_file(path):
        raise UnreadableMovie(other)
    try:
        with av.open(path) as container:
            stream = picture_stream(container)
            size = Size(stream.codec_context.width, stream.codec_context.height)
            require_size(size.width, size.height)
            frame = _frame(container, stream, number)
            if frame is None:
                raise UnreadableMovie(f"its frame {number} isn't there or can't be decoded")
            codes: NDArray[np.uint8] = frame.to_ndarray(format="rgb24")
            way = way_shown(frame)
            if way.mirrored:
                codes = np.fliplr(codes)
            return np.rot90(codes, -way.turned // 90 % 4) if way.turned else codes
    except (av.error.FFmpegError, OSError) as error:
        raise UnreadableMovie(why_unreadable(error)) from error


def movie_pixels(path: str, number: int) -> Pixels:
    """Return a movie's frame as the pixels of a picture of three channels."""
    codes = read_movie_frame(path, number)
    return Pixels(codes, 0, 0, Size(codes.shape[1], codes.shape[0]))


def _frame(container: Any, stream: Any, number: int) -> Any:
    rate = stream.average_rate or stream.base_rate
    stream.thread_type = "SLICE"
    if not rate or not stream.time_base:
        return next(
            (each for at, each in enumerate(container.decode(stream)) if at == number), None
        )
    start = stream.start_time or 0
    wanted = start + int(number / rate / stream.time_base)
    half = int(1 / rate / stream.time_base) // 2
    if number:
        container.seek(wanted, stream=stream)
    last = None
    for count, frame in enumerate(container.decode(stream)):
        if count > MOST_DECODED:
            return None
        last = frame
        if frame.pts is not None and frame.pts >= wanted - half:
            return frame
    return last
