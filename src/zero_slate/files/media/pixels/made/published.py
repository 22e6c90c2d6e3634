"""A target really made from some frames: encoded, opened again, and read back."""

import base64
import shutil
import struct
import tempfile
from collections.abc import Callable
from dataclasses import dataclass
from fractions import Fraction
from pathlib import Path
from typing import Any

import av
import numpy as np
import OpenImageIO as oiio
from numpy.typing import NDArray
from PIL import Image, UnidentifiedImageError

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.canvas.raster import Size
from zero_slate.core.publishing.trial import Made
from zero_slate.core.targets.kinds import KINDS
from zero_slate.core.targets.timing import delays
from zero_slate.files.media.pixels.encoders import has_encoder, new_movie
from zero_slate.files.media.pixels.made.webp_frames import animation
from zero_slate.files.media.pixels.treatments.graining import to_light

Codes = NDArray[np.float32]

_MOVIES: dict[str, tuple[str, str, str, dict[str, str]]] = {
    "H.264 movie": ("mp4", "libx264", "yuv420p", {"preset": "veryfast"}),
    "H.265 movie": (
        "mp4", "libx265", "yuv420p10le",
        {"preset": "ultrafast", "x265-params": "log-level=error:pools=2"},
    ),
    "AV1 movie": ("mp4", "libsvtav1", "yuv420p10le", {"preset": "11"}),
    "intermediate movie": ("mov", "prores_ks", "yuva444p10le", {"profile": "4444"}),
    "broadcast file": ("mxf", "mpeg2video", "yuv422p", {"g": "12"}),
}  # fmt: skip
# Sides of sRGB's primaries in XYZ (IEC 61966-2-1), and what ST 428-1 makes of XYZ.
_TO_XYZ = np.array(
    ((0.4124, 0.3576, 0.1805), (0.2126, 0.7152, 0.0722), (0.0193, 0.1192, 0.9505)), np.float32
)
_CINEMA_WHITE, _CINEMA_PEAK, _CINEMA_POWER = 48.0, 52.37, 2.6


class CantPublish(Refusal):
    """A target that this machine can't make, or not of these frames."""


@dataclass(frozen=True, slots=True)
class PublishRequest:
    """Frames, as files of their codes, to be made into a target, at a size and a rate.

    `megabits` is a data rate for all of it; 0 where the encoder chooses. What is made lies in a
    folder `below` one, and goes again.
    """

    frames: tuple[str, ...]
    kind: str
    size: Size
    rate: Fraction
    megabits: float
    fields: bool
    alpha: bool
    below: str


def can_make(kind: str) -> bool:
    """Return whether this machine can make a target."""
    return kind not in _MOVIES or has_encoder(_MOVIES[kind][1])


def publish(request: PublishRequest) -> Made:
    """Make a target, open it again and read it back; nothing of it stays.

    Raises CantPublish, OSError, and what reading the frames raises.
    """
    if not can_make(request.kind):
        raise CantPublish(f"This machine's FFmpeg has no encoder for {request.kind}.")
    frames = [_fitted(each, request) for each in request.frames]
    Path(request.below).mkdir(parents=True, exist_ok=True)
    folder = Path(tempfile.mkdtemp(prefix=".target-", dir=request.below))
    try:
        return _made(folder, frames, request)
    except (av.error.FFmpegError, ValueError, UnidentifiedImageError, struct.error) as error:
        if isinstance(error, Refusal):
            raise
        raise CantPublish(f"The encoder of {request.kind} refused: {error}.") from error
    finally:
        shutil.rmtree(folder, ignore_errors=True)


def _made(folder: Path, frames: list[Codes], request: PublishRequest) -> Made:
    if request.kind in _MOVIES:
        return _movie(folder, frames, request)
    return _PICTURES[request.kind](folder, frames, request)


def _fitted(path: str, request: PublishRequest) -> Codes:
    """Return a frame as RGBA codes of the target's size, the picture inside it with bars."""
    given = np.load(path)
    codes = given.astype(np.float32) / np.float32(255)
    if not request.alpha:
        codes[:, :, :3] *= codes[:, :, 3:]
        codes[:, :, 3] = 1
    rows, columns = codes.shape[:2]
    wide, high = request.size.width, request.size.height
    scale = min(wide / columns, high / rows)
    # A row or a column that is added to make sides even isn't a change of size.
    if 0 <= wide - columns <= 1 and 0 <= high - rows <= 1:
        scale = 1.0
    inner = max(1, round(columns * scale)), max(1, round(rows * scale))
    whole = Image.fromarray(np.round(codes * 255).astype(np.uint8), "RGBA")
    if inner != (columns, rows):
        whole = whole.resize(inner, Image.Resampling.LANCZOS)
    out = Image.new("RGBA", (wide, high), (0, 0, 0, 0 if request.alpha else 255))
    out.paste(whole, ((wide - inner[0]) // 2, (high - inner[1]) // 2))
    return np.asarray(out, np.float32) / np.float32(255)


def _movie(folder: Path, frames: list[Codes], request: PublishRequest) -> Made:
    ending, codec, pixels, options = _MOVIES[request.kind]
    path = folder / f"target.{ending}"
    bits = round(request.megabits * 10**6)
    with new_movie(path) as container:
        stream: Any = container.add_stream(codec, rate=request.rate)
        stream.width, stream.height = request.size.width, request.size.height
        stream.pix_fmt = pixels
        stream.options = dict(options)
        if bits:
            stream.bit_rate = bits
            if codec in ("libx264", "libx265", "mpeg2video"):
                stream.options = {**options, "maxrate": str(bits), "bufsize": str(bits)}
        elif codec == "mpeg2video":
            stream.bit_rate = 50_000_000
        if request.fields and codec in ("mpeg2video", "libx264", "prores_ks"):
            stream.options = {**stream.options, "flags": "+ilme+ildct"}
        for codes in frames:
            whole = np.ascontiguousarray(np.round(codes * 255).astype(np.uint8))
            frame = av.VideoFrame.from_ndarray(whole, format="rgba")
            container.mux(stream.encode(frame.reformat(format=pixels)))
        container.mux(stream.encode())
    with av.open(str(path)) as container:
        video = container.streams.video[0]
        count, size, alpha = 0, 0, False
        for packet in container.demux(video):
            size += packet.size
            for decoded in packet.decode():
                count += 1
                shown = Size(decoded.width, decoded.height)
                alpha = "yuva" in decoded.format.name or "rgba" in decoded.format.name
        rate = Fraction(video.average_rate) if video.average_rate else None
    if not count:
        raise CantPublish(f"Nothing could be read back from {request.kind}.")
    return Made(shown, count, rate, size, alpha)


def _whole(codes: Codes, alpha: bool) -> Image.Image:
    made = Image.fromarray(np.round(codes * 255).astype(np.uint8), "RGBA")
    return made if alpha else made.convert("RGB")


def _gif(folder: Path, frames: list[Codes], request: PublishRequest) -> Made:
    path = folder / "target.gif"
    waits = [each * 10 for each in _delays(request, len(frames))]
    pictures = [_whole(each, False).quantize(256, dither=Image.Dither.NONE) for each in frames]
    pictures[0].save(path, save_all=True, append_images=pictures[1:], duration=waits, loop=0,
                     optimize=False, disposal=1)  # fmt: skip
    return _animation(path, request, len(frames), sum(waits))


def _webp(folder: Path, frames: list[Codes], request: PublishRequest) -> Made:
    path = folder / "target.webp"
    waits = _delays(request, len(frames))
    path.write_bytes(animation([_whole(each, request.alpha) for each in frames], waits, 80))
    return _animation(path, request, len(frames), sum(waits))


def _animation(path: Path, request: PublishRequest, given: int, milliseconds: int) -> Made:
    """Read an animation back; frames that are alike may have been joined, in the same time."""
    total, alpha = 0, False
    with Image.open(path) as picture:
        size = Size(*picture.size)
        for number in range(getattr(picture, "n_frames", 1)):
            picture.seek(number)
            picture.load()
            total += int(picture.info.get("duration", 0))
            alpha = alpha or picture.mode == "RGBA"
    a_frame = Fraction(milliseconds, given)
    count = round(total / a_frame) if total else 1
    rate = Fraction(count * 1000, total) if total else None
    return Made(size, count, rate, path.stat().st_size, alpha)


def _apng(folder: Path, frames: list[Codes], request: PublishRequest) -> Made:
    path = folder / "target.png"
    with av.open(str(path), "w", format="apng") as container:
        stream: Any = container.add_stream("apng", rate=request.rate)
        stream.width, stream.height, stream.pix_fmt = (
            request.size.width,
            request.size.height,
            "rgba",
        )
        stream.time_base = 1 / request.rate
        for number, codes in enumerate(frames):
            whole = np.ascontiguousarray(np.round(codes * 255).astype(np.uint8))
            frame = av.VideoFrame.from_ndarray(whole, format="rgba")
            frame.pts, frame.time_base = number, 1 / request.rate
            container.mux(stream.encode(frame))
        container.mux(stream.encode())
    size, waits = _apng_waits(path.read_bytes())
    rate = 1 / waits[0] if waits and waits[0] else None
    return Made(size, len(waits), rate, path.stat().st_size, True)


def _apng_waits(content: bytes) -> tuple[Size, list[Fraction]]:
    """Return an APNG's size, and how long each frame stays in seconds, as its chunks say.

    The last frame's is left out: what closes it has no moment.
    """
    at, size, waits = 8, Size(1, 1), []
    while at + 8 <= len(content):
        length, name = struct.unpack(">I4s", content[at : at + 8])
        body = content[at + 8 : at + 8 + length]
        if name == b"IHDR":
            size = Size(*struct.unpack(">II", body[:8]))
        elif name == b"fcTL":
            over, under = struct.unpack(">HH", body[20:24])
            waits.append(Fraction(over, under or 100))
        at += length + 12
    return size, waits


def _stills(folder: Path, frames: list[Codes], request: PublishRequest) -> Made:
    total = 0
    for number, codes in enumerate(frames):
        pixels = codes if request.alpha else codes[:, :, :3]
        total += _write(folder / f"{number:04d}.png", "png", pixels)
    spec = _opened(folder / "0000.png")
    return Made(Size(spec.width, spec.height), len(frames), None, total, spec.nchannels == 4)


def _cinema(folder: Path, frames: list[Codes], request: PublishRequest) -> Made:
    total = 0
    for number, codes in enumerate(frames):
        xyz = to_light(codes[:, :, :3]) @ _TO_XYZ.T
        peak = np.clip(xyz * np.float32(_CINEMA_WHITE / _CINEMA_PEAK), 0, 1)
        coded = peak ** np.float32(1 / _CINEMA_POWER)
        # Twelve bits in the upper part of sixteen, as the distribution master has them.
        whole = np.round(coded * 4095) * 16 / 65535
        total += _write(folder / f"{number:04d}.tif", "tiff", whole.astype(np.float32))
    spec = _opened(folder / "0000.tif")
    return Made(Size(spec.width, spec.height), len(frames), request.rate, total, False)


def _vector(folder: Path, frames: list[Codes], request: PublishRequest) -> Made:
    picture = folder / "picture.png"
    _write(picture, "png", frames[0] if request.alpha else frames[0][:, :, :3], "uint8")
    data = base64.b64encode(picture.read_bytes()).decode()
    wide, high = request.size.width, request.size.height
    page = (
        f'<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 {wide} {high}" width="{wide}" '
        f'height="{high}"><image width="{wide}" height="{high}" '
        f'href="data:image/png;base64,{data}"/></svg>'
    )
    path = folder / "target.svg"
    path.write_text(page, "utf-8")
    written = path.read_text("utf-8")
    size = Size(int(written.split('width="')[1].split('"')[0]),
                int(written.split('height="')[1].split('"')[0]))  # fmt: skip
    return Made(size, len(frames[:1]), None, path.stat().st_size, request.alpha)


def _web(folder: Path, frames: list[Codes], request: PublishRequest) -> Made:
    made = _webp(folder, frames, request)
    page = folder / "index.html"
    page.write_text(
        '<!doctype html><meta charset="utf-8"><title>Shot</title>'
        f'<img src="target.webp" width="{made.size.width}" height="{made.size.height}" alt="">',
        "utf-8",
    )
    return Made(made.size, made.frames, made.rate, made.bytes + page.stat().st_size, made.alpha)


def _delays(request: PublishRequest, frames: int) -> tuple[int, ...]:
    return delays(KINDS[request.kind].counts, request.rate, frames)


def _write(path: Path, writer: str, pixels: Codes, kind: str = "uint16") -> int:
    rows, columns, channels = pixels.shape
    spec = oiio.ImageSpec(columns, rows, channels, kind)
    spec.attribute("oiio:UnassociatedAlpha", 1)
    output = oiio.ImageOutput.create(writer)
    if output is None or not output.open(str(path), spec):
        raise CantPublish(output.geterror() if output else f"{writer} can't be written.")
    good = output.write_image(np.ascontiguousarray(pixels))
    why = output.geterror()
    if not output.close() or not good:
        raise OSError(why or "it couldn't be written whole")
    return path.stat().st_size


def _opened(path: Path) -> Any:
    picture = oiio.ImageInput.open(str(path))
    if picture is None:
        raise CantPublish(f"What was written doesn't open again ({oiio.geterror()}).")
    try:
        return picture.spec()
    finally:
        picture.close()


_PICTURES: dict[str, Callable[[Path, list[Codes], PublishRequest], Made]] = {
    "still frames": _stills,
    "GIF": _gif,
    "APNG": _apng,
    "WebP": _webp,
    "vector page": _vector,
    "cinema frames": _cinema,
    "web page": _web,
}
