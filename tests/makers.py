"""Files made on the spot: cut lists, pictures, movies."""

from fractions import Fraction
from pathlib import Path

import av
import numpy as np
import OpenImageIO as oiio

from zero_slate.core.time.rate import FrameRate
from zero_slate.core.time.timecode import Timecode
from zero_slate.files.media.pictures import packed_timecode

FILM = FrameRate(Fraction(24000, 1001))


def write_picture(
    path: Path,
    size: tuple[int, int] = (64, 36),
    *,
    form: str = "half",
    channels: int = 3,
    rate: FrameRate | None = FILM,
    timecode: str | None = None,
    pixel_aspect: float | None = 1.0,
    compression: str | None = None,
) -> Path:
    """Write a small picture with what its header is to say."""
    path.parent.mkdir(parents=True, exist_ok=True)
    spec = oiio.ImageSpec(*size, channels, form)
    if rate is not None:
        ratio = (rate.fraction.numerator, rate.fraction.denominator)
        spec.attribute("FramesPerSecond", oiio.TypeDesc("rational"), ratio)
    if timecode is not None:
        packed = (packed_timecode(timecode), 0)
        spec.attribute("smpte:TimeCode", oiio.TypeDesc("timecode"), packed)
    if pixel_aspect is not None:
        spec.attribute("PixelAspectRatio", pixel_aspect)
    if compression:
        spec.attribute("compression", compression)
    output = oiio.ImageOutput.create(str(path))
    assert output.open(str(path), spec), output.geterror()
    output.write_image(np.linspace(0, 1, size[0] * size[1] * channels, dtype=np.float32))
    output.close()
    return path


def write_sequence(
    folder: Path, name: str, frames: range, start: str = "04:31:09:01", **about: object
) -> list[Path]:
    """Write EXR frames whose timecode runs on from `start`."""
    first = Timecode.parse(start, FILM)
    return [
        write_picture(
            folder / f"{name}.{frame:04d}.exr",
            timecode=str(first + (frame - frames[0])),
            **about,  # type: ignore[arg-type]
        )
        for frame in frames
    ]


def write_movie(
    path: Path,
    *,
    codec: str = "prores_ks",
    pixels: str = "yuv422p10le",
    size: tuple[int, int] = (64, 48),
    rate: Fraction = Fraction(25),
    frames: int = 10,
    timecode: str | None = "10:00:00:00",
    pixel_aspect: Fraction | None = None,
    fields: str | None = None,
) -> Path:
    """Write a short movie; `fields` is `tt` or `bb`."""
    path.parent.mkdir(parents=True, exist_ok=True)
    with av.open(str(path), "w") as container:
        if timecode:
            container.metadata["timecode"] = timecode
        options = {"field_order": fields, "flags": "+ildct+ilme"} if fields else {}
        stream = container.add_stream(codec, rate=rate, options=options)
        stream.width, stream.height, stream.pix_fmt = *size, pixels
        if pixel_aspect:
            stream.codec_context.sample_aspect_ratio = pixel_aspect
        for index in range(frames):
            grey = np.full((size[1], size[0], 3), index * 20 % 256, np.uint8)
            frame = av.VideoFrame.from_ndarray(grey, "rgb24").reformat(format=pixels)
            frame.pts = index
            container.mux(stream.encode(frame))
        container.mux(stream.encode())
    return path


def edl(*events: str, heading: str = "FCM: NON-DROP FRAME") -> bytes:
    """Write an EDL from its lines."""
    return "\n".join(["TITLE: A cut", heading, *events, ""]).encode()


def event(
    number: int, source: str, record: str, length: int, name: str, *, rate: FrameRate = FILM
) -> str:
    """Write an event's line and the comment with its clip's name."""
    ends = [Timecode.parse(label, rate) for label in (source, record)]
    labels = " ".join(f"{label} {label + length}" for label in ends)
    return f"{number:03d}  A001     V     C        {labels}\n* FROM CLIP NAME: {name}"
