"""Making light copies: a picture file shrunk by one of OpenImageIO's filters; a movie of many."""

import os
import secrets
from collections.abc import Iterator
from contextlib import contextmanager, suppress
from dataclasses import dataclass
from fractions import Fraction
from pathlib import Path
from typing import Any

import av
import numpy as np
import OpenImageIO as oiio
from numpy.typing import NDArray
from PIL import Image

from zero_slate.core.media.header import Window
from zero_slate.core.media.light_copy import CopyKind
from zero_slate.files.colour.chain import ViewedThrough
from zero_slate.files.media.pictures import UnreadablePicture
from zero_slate.files.media.pixels.burning import slate_picture, written
from zero_slate.files.media.pixels.frames import FrameRequest, cropped, stored_pixels
from zero_slate.files.media.pixels.light import as_light, seen_alone

JPEG_QUALITY = 90
DWA_LEVEL = 45
H264_QUALITY = "20"


@dataclass(frozen=True, slots=True)
class CopyRequest:
    """A light copy to be made: of what, where, how, and what is burnt in, empty for nothing."""

    source: FrameRequest
    target: str
    fraction: Fraction
    filter: str
    kind: CopyKind
    through: ViewedThrough | None
    burnt: str = ""
    slate: tuple[str, ...] = ()
    """The lines of a slate, where it is one and not a copy: only its source's size is used."""


def make_copy(request: CopyRequest) -> int:
    """Make a copy, whole or not at all; return its bytes. Raises what reading raises, and OSError.

    One that holds display codes is seen through the view; others hold what their original does.
    """
    pixels = _pixels(request)
    target = Path(request.target)
    with _whole(target) as new:
        if request.kind is CopyKind.JPEG:
            codes = _codes(request, pixels)
            Image.fromarray(codes, "RGB").save(new, "JPEG", quality=JPEG_QUALITY)
        else:
            _write_exr(new, _burnt_light(request, pixels))
    return target.stat().st_size


@contextmanager
def _whole(target: Path) -> Iterator[Path]:
    """Give a place to write to, which becomes the target once all is written, and else is gone."""
    target.parent.mkdir(parents=True, exist_ok=True)
    new = target.with_name(f".{secrets.token_hex(4)}-{target.name}")
    try:
        yield new
        new.replace(target)
    finally:
        with suppress(OSError):
            new.unlink()


@dataclass(frozen=True, slots=True)
class MovieRequest:
    """One movie of many frames, in their order."""

    frames: tuple[CopyRequest, ...]
    rate: Fraction
    target: str


def make_movie(request: MovieRequest) -> int:
    """Make an H.264 movie of frames, each a key frame; return its bytes. Raises OSError."""
    target = Path(request.target)
    try:
        with _whole(target) as new, av.open(str(new), "w", format="mp4") as container:
            stream: Any = None
            for each in request.frames:
                codes = _codes(each, _pixels(each))
                # 4:2:0 wants even sides.
                codes = codes[: codes.shape[0] // 2 * 2, : codes.shape[1] // 2 * 2]
                if stream is None:
                    stream = container.add_stream("libx264", rate=request.rate)
                    stream.width, stream.height = codes.shape[1], codes.shape[0]
                    stream.pix_fmt = "yuv420p"
                    stream.options = {"crf": H264_QUALITY, "g": "1", "preset": "veryfast"}
                frame = av.VideoFrame.from_ndarray(np.ascontiguousarray(codes), format="rgb24")
                container.mux(stream.encode(frame))
            if stream is not None:
                container.mux(stream.encode())
    except av.error.FFmpegError as error:
        raise UnreadablePicture(f"no movie could be made ({error})") from error
    return target.stat().st_size


def _pixels(request: CopyRequest) -> NDArray[np.float32]:
    shrunk = _shrunk(request)
    if not request.slate:
        return shrunk
    rows, columns, channels = shrunk.shape
    picture = slate_picture(request.slate, columns, rows).astype(np.float32) / np.float32(255)
    opaque = np.ones((rows, columns, max(0, channels - 3)), np.float32)
    whole = np.concatenate([picture, opaque], axis=2)
    return whole if channels > 2 else picture[:, :, :channels]


def _shrunk(request: CopyRequest) -> NDArray[np.float32]:
    pixels = stored_pixels(request.source)
    light = np.ascontiguousarray(np.nan_to_num(as_light(pixels.covering)), np.float32)
    rows, columns, channels = light.shape
    size = pixels.format
    if (pixels.x, pixels.y, columns, rows) != (0, 0, size.width, size.height):
        # A copy is of the whole format: what has no pixels is empty in it.
        whole = np.zeros((size.height, size.width, channels), np.float32)
        inside, x, y, kept = cropped(
            light, pixels.x, pixels.y, rows, Window(0, 0, size.width, size.height)
        )
        whole[max(0, y) : max(0, y) + kept, max(0, x) : max(0, x) + inside.shape[1]] = inside
        light, rows, columns = whole, size.height, size.width
    width = max(1, round(columns * request.fraction))
    height = max(1, round(rows * request.fraction))
    source = oiio.ImageBuf(light)
    region = oiio.ROI(0, width, 0, height, 0, 1, 0, channels)
    made = oiio.ImageBufAlgo.resize(source, request.filter, 0.0, region)
    small = made.get_pixels("float") if not made.has_error else None
    if small is None:
        raise UnreadablePicture(f"it can't be shrunk ({made.geterror()})")
    return np.asarray(small, np.float32).reshape(height, width, channels)


def _codes(request: CopyRequest, pixels: NDArray[np.float32]) -> NDArray[np.uint8]:
    # A slate is drawn in display codes already.
    shown = seen_alone(pixels, None if request.slate else request.through)
    codes = np.round(shown * 255).astype(np.uint8)
    return np.maximum(codes, written(request.burnt, codes.shape)) if request.burnt else codes


def _burnt_light(request: CopyRequest, pixels: NDArray[np.float32]) -> NDArray[np.float32]:
    if not request.burnt:
        return pixels
    burnt = pixels.copy()
    words = written(request.burnt, pixels.shape).astype(np.float32) / 255
    burnt[:, :, :3] = np.maximum(burnt[:, :, :3], words[:, :, : min(3, pixels.shape[2])])
    return burnt


def _write_exr(path: Path, pixels: NDArray[np.float32]) -> None:
    rows, columns, channels = pixels.shape
    spec = oiio.ImageSpec(columns, rows, channels, "half")
    spec.channelnames = {1: ["Y"], 2: ["Y", "A"]}.get(channels, list("RGBA")[:channels])
    spec.attribute("compression", f"dwaa:{DWA_LEVEL}")
    output = oiio.ImageOutput.create("openexr")
    if output is None or not output.open(str(path), spec):
        raise OSError(output.geterror() if output else "OpenEXR can't be written")
    good = output.write_image(pixels)
    output.close()
    if not good:
        raise OSError(output.geterror() or os.strerror(28))
