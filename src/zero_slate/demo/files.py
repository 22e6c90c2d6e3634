"""Writes the demo's media: sequences held on threes, movies, interlaced movies."""

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass
from fractions import Fraction
from pathlib import Path
from typing import Any

import av
import numpy as np
import OpenImageIO as oiio

from zero_slate.core.time.rate import FrameRate
from zero_slate.core.time.timecode import Timecode
from zero_slate.demo.drawing import Picture, Scene, draw, srgb
from zero_slate.files.media.pictures import packed_timecode

HOLD = 3
DRAWINGS = 8
_TIMECODE_ATTRIBUTE = b"timeCode\0timecode\0\x08\0\0\0"


@dataclass(frozen=True, slots=True)
class Stretch:
    """Which frames a sequence has, and the timecode of the first."""

    first: int
    count: int
    start: Timecode


def write_exr(
    folder: Path,
    name: str,
    scene: Scene,
    size: tuple[int, int],
    rate: FrameRate,
    stretch: Stretch,
    odd: dict[int, tuple[int, int]] | None = None,
    drawings: Callable[[float], Picture] | None = None,
) -> None:
    """Write half-float EXR frames with rate, timecode and pixel aspect in their headers.

    Held drawings differ in nothing but their timecode, so each is encoded once; `odd` gives
    single frames a size of their own, `drawings` draws otherwise than the scene, by the phase.
    """
    folder.mkdir(parents=True, exist_ok=True)
    drawn = drawings or (lambda phase: draw(scene, *size, phase))
    encoded = [
        _exr_bytes(folder, drawn(i / DRAWINGS), rate, stretch.start) for i in range(DRAWINGS)
    ]
    for index in range(stretch.count):
        content = encoded[index // HOLD % DRAWINGS]
        frame = stretch.first + index
        if odd and frame in odd:
            content = _exr_bytes(folder, draw(scene, *odd[frame], 0), rate, stretch.start)
        label = str(stretch.start + index)
        (folder / f"{name}.{frame:04d}.exr").write_bytes(with_timecode(content, label))


def _exr_bytes(folder: Path, picture: Picture, rate: FrameRate, start: Timecode) -> bytes:
    height, width = picture.shape[:2]
    spec = oiio.ImageSpec(width, height, 3, "half")
    spec.attribute("compression", "zip:1")
    spec.attribute("PixelAspectRatio", 1.0)
    spec.attribute("oiio:ColorSpace", "ACEScg")
    ratio = (rate.fraction.numerator, rate.fraction.denominator)
    spec.attribute("FramesPerSecond", oiio.TypeDesc("rational"), ratio)
    packed = (packed_timecode(str(start)), 0)
    spec.attribute("smpte:TimeCode", oiio.TypeDesc("timecode"), packed)
    file = folder / ".drawing.exr"
    write_picture(file, spec, picture.astype(np.float16))
    content = file.read_bytes()
    file.unlink()
    return content


def with_timecode(content: bytes, label: str) -> bytes:
    """Return an EXR's bytes with another timecode in its header."""
    at = content.index(_TIMECODE_ATTRIBUTE) + len(_TIMECODE_ATTRIBUTE)
    return content[:at] + packed_timecode(label).to_bytes(4, "little") + content[at + 4 :]


def write_png(folder: Path, name: str, scene: Scene, size: tuple[int, int], frames: range) -> None:
    """Write 8-bit PNG frames, the drawings held on twos."""
    folder.mkdir(parents=True, exist_ok=True)
    encoded = []
    for i in range(DRAWINGS):
        spec = oiio.ImageSpec(*size, 3, "uint8")
        spec.attribute("png:compressionLevel", 1)
        file = folder / ".drawing.png"
        write_picture(file, spec, srgb(draw(scene, *size, i / DRAWINGS)))
        encoded.append(file.read_bytes())
        file.unlink()
    for index, frame in enumerate(frames):
        (folder / f"{name}.{frame:04d}.png").write_bytes(encoded[index // 2 % DRAWINGS])


def write_picture(file: Path, spec: Any, pixels: Any) -> None:
    """Write one picture. Raises OSError."""
    output = oiio.ImageOutput.create(str(file))
    if output is None or not output.open(str(file), spec):
        raise OSError(f"{file.name} can't be written: {oiio.geterror()}")
    output.write_image(pixels)
    output.close()


def write_movie(
    file: Path,
    scene: Scene,
    size: tuple[int, int],
    rate: FrameRate,
    frames: int,
    start: Timecode,
    *,
    pixel_aspect: Fraction = Fraction(1),
    upper_first: bool | None = None,
    marked_upper: bool | None = None,
) -> None:
    """Write a movie with a timecode track; `upper_first` makes it interlaced.

    An interlaced frame takes its upper and lower lines from two moments half a frame apart.
    `marked_upper` is what the file says of itself, where that isn't how it is made.
    """
    marked = upper_first if marked_upper is None else marked_upper
    file.parent.mkdir(parents=True, exist_ok=True)
    pictures = [srgb(draw(scene, *size, i / (2 * DRAWINGS))) for i in range(2 * DRAWINGS)]
    with av.open(str(file), "w") as container:
        container.metadata["timecode"] = str(start)
        codec = "mpeg2video" if upper_first is not None else "libx264"
        stream: Any = container.add_stream(codec, rate=rate.fraction)
        stream.width, stream.height, stream.pix_fmt = *size, "yuv420p"
        stream.codec_context.sample_aspect_ratio = pixel_aspect
        if upper_first is None:
            stream.options = {"preset": "ultrafast", "crf": "20", "threads": "2"}
        else:
            stream.options = {
                "field_order": "tt" if marked else "bb",
                "flags": "+ildct+ilme",
                "qscale": "4",
                "top": "1" if marked else "0",
            }
        cycle = [
            av.VideoFrame.from_ndarray(picture, "rgb24").reformat(format="yuv420p")
            for picture in _cycle(pictures, upper_first)
        ]
        # Drawings are held on twos; fields move all the time.
        hold = 2 if upper_first is None else 1
        for index in range(frames):
            frame = cycle[index // hold % len(cycle)]
            frame.pts = index
            container.mux(stream.encode(frame))
        container.mux(stream.encode())


def _cycle(pictures: Sequence[Any], upper_first: bool | None) -> Iterator[Any]:
    """Yield every other picture, or each pair woven into one frame of two fields."""
    for earlier, later in zip(pictures[::2], pictures[1::2], strict=True):
        if upper_first is not None:
            earlier = earlier.copy()
            earlier[1 if upper_first else 0 :: 2] = later[1 if upper_first else 0 :: 2]
        yield earlier
