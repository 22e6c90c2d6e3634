"""A frame for the proof: the pixels of a file as they are stored, handed on whole or in part."""

from dataclasses import dataclass
from typing import Any

import numpy as np
import OpenImageIO as oiio
from numpy.typing import NDArray

from zero_slate.core.canvas.raster import Size
from zero_slate.core.media.header import Window
from zero_slate.files.media.pictures import UnreadablePicture
from zero_slate.files.media.pixels.handover import handed_over
from zero_slate.files.media.pixels.movie_frames import movie_pixels
from zero_slate.files.media.pixels.reading import Pixels, place_in_format, read_pixels

# What can't be read whole is read so many rows at once, until one breaks off.
ROWS_AT_ONCE = 32


@dataclass(frozen=True, slots=True)
class FrameRequest:
    """Which pixels are asked for: of a file, one of its parts, or of a movie's frame.

    `window` is the part of the picture's format that is wanted, all of it where it is None.
    `longest` is the most pixels that the one who asks can take along a side. `handover` is a folder
    that both processes see, where large frames are left to be fetched; None where there is none.
    """

    path: str
    part: int
    channels: tuple[int, ...]
    movie_frame: int | None = None
    window: Window | None = None
    longest: int = 8192
    handover: str | None = None


@dataclass(frozen=True, slots=True)
class Frame:
    """Pixels row by row, from the upper left: `x` and `y` are the first's place in the format.

    `rows` is how many of `height` could be read: what lies below is missing. Each stands for
    `reduced` × `reduced` of the file's. Its `content` is bytes, or the path of a file that holds
    them and is the receiver's to remove.
    """

    width: int
    height: int
    channels: int
    sample: str
    x: int
    y: int
    format: Size
    rows: int
    reduced: int
    content: bytes | str
    problem: str = ""
    straight: bool = False
    """Whether its last channel is alpha that the others aren't multiplied by."""


def read_frame(request: FrameRequest) -> Frame:
    """Read a frame. Raises UnreadablePicture and UnreadableMovie where nothing of it can be."""
    problem = ""
    try:
        pixels = stored_pixels(request)
        rows = pixels.values.shape[0]
    except UnreadablePicture as error:
        if request.movie_frame is not None:
            raise
        pixels, rows = _what_is_there(request, error)
        problem = str(error)
    values, x, y = pixels.values, pixels.x, pixels.y
    if values.dtype == np.uint32:
        values = values.astype(np.float32)
    if request.window is not None:
        values, x, y, rows = cropped(values, x, y, rows, request.window)
    reduced = -(-max(values.shape[:2]) // request.longest)
    if reduced > 1:
        values, rows = _reduced(values, reduced, pixels.straight), rows // reduced
    height, width, channels = values.shape
    sample = {"f2": "half", "f4": "float", "u1": "uint8", "u2": "uint16"}[values.dtype.str[1:]]
    content = handed_over(np.ascontiguousarray(values), request.handover)
    return Frame(
        width, height, channels, sample, x, y, pixels.format, rows, reduced, content, problem,
        pixels.straight,
    )  # fmt: skip


def stored_pixels(request: FrameRequest) -> Pixels:
    """Return all of a frame's pixels. Raises UnreadablePicture and UnreadableMovie."""
    if request.movie_frame is not None:
        return movie_pixels(request.path, request.movie_frame)
    return read_pixels(request.path, request.part, request.channels)


def cropped(
    values: NDArray[Any], x: int, y: int, rows: int, window: Window
) -> tuple[NDArray[Any], int, int, int]:
    """Return the part of pixels, which begin at `x`, `y`, that lies in a window, at least one."""
    left = min(max(window.x - x, 0), values.shape[1] - 1)
    top = min(max(window.y - y, 0), values.shape[0] - 1)
    right = min(max(window.x + window.width - x, left + 1), values.shape[1])
    below = min(max(window.y + window.height - y, top + 1), values.shape[0])
    kept = max(0, min(rows - top, below - top))
    return values[top:below, left:right], x + left, y + top, kept


def _reduced(values: NDArray[Any], times: int, straight: bool) -> NDArray[Any]:
    """Return every block's mean as one pixel; what is left over at the edges is left out.

    Colour that isn't multiplied by its alpha counts by that.
    """
    rows, columns = values.shape[0] // times, values.shape[1] // times
    whole = values[: rows * times, : columns * times]
    blocks = whole.reshape(rows, times, columns, times, -1)
    if straight:
        weight = blocks[..., -1:].astype(np.float32)
        total = weight.sum(axis=(1, 3))
        colour = (blocks[..., :-1] * weight).sum(axis=(1, 3)) / np.where(total > 0, total, 1)
        mean = np.concatenate([colour, total / times**2], axis=2)
    else:
        mean = blocks.mean(axis=(1, 3), dtype=np.float32)
    made: NDArray[Any] = mean.astype(values.dtype)
    return made


def _what_is_there(request: FrameRequest, error: UnreadablePicture) -> tuple[Pixels, int]:
    """Read rows until one can't be read. Raises the error where there is none."""
    picture = oiio.ImageInput.open(request.path)
    if picture is None:
        raise error
    try:
        whole = Size(picture.spec().width, picture.spec().height)
        if request.part and not picture.seek_subimage(request.part, 0):
            raise error
        spec = picture.spec()
        if max(request.channels) >= spec.nchannels or spec.tile_width or spec.deep:
            raise error
        first, last = min(request.channels), max(request.channels) + 1
        values = np.zeros((spec.height, spec.width, last - first), np.float16)
        rows = 0
        for top in range(0, spec.height, ROWS_AT_ONCE):
            below = min(top + ROWS_AT_ONCE, spec.height)
            found = picture.read_scanlines(
                request.part, 0, spec.y + top, spec.y + below, 0, first, last, "half"
            )
            if found is None:
                break
            values[top:below] = found.reshape(below - top, spec.width, last - first)
            rows = below
        if not rows:
            raise error
        x, y, size = place_in_format(picture, spec, whole)
        return Pixels(values[:, :, [each - first for each in request.channels]], x, y, size), rows
    finally:
        picture.close()
