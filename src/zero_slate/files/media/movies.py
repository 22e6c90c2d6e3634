"""Headers of movies, through PyAV."""

from dataclasses import replace
from fractions import Fraction
from pathlib import Path
from typing import Any

import av

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.canvas.raster import Size
from zero_slate.core.canvas.scan import ScanMode
from zero_slate.core.media.header import Channel, Header, Media, MediaKind
from zero_slate.core.time.frames import FrameRange
from zero_slate.core.time.rate import FrameRate
from zero_slate.files.media.fields import seen_scan
from zero_slate.files.media.plain_files import no_plain_file

EXTENSIONS = frozenset(
    f".{ending}"
    for ending in ("mov", "mp4", "m4v", "mxf", "mkv", "avi", "mpg", "mpeg", "webm", "ts")
)

# The library's field orders, by which field is shown first: TT and BT upper, BB and TB lower.
_FIELD_ORDERS = {
    1: ScanMode.PROGRESSIVE,
    2: ScanMode.UPPER_FIRST,
    3: ScanMode.LOWER_FIRST,
    4: ScanMode.LOWER_FIRST,
    5: ScanMode.UPPER_FIRST,
}
# ITU-T H.273 colour primaries, by the standard that defines them.
_PRIMARIES = {1: "BT.709", 5: "BT.601 625", 6: "BT.601 525", 9: "BT.2020", 12: "P3 D65"}


class UnreadableMovie(Refusal):
    """A file that is no movie, or has no picture in it."""


def read_movie(path: Path) -> Media:
    """Read a movie's header, and its fields. Frames count from 0. Raises UnreadableMovie."""
    if other := no_plain_file(path):
        raise UnreadableMovie(other)
    try:
        with av.open(str(path)) as container:
            if not container.streams.video:
                raise UnreadableMovie("the movie has no picture in it")
            media = _read(path.name, container, container.streams.video[0])
    except (av.error.FFmpegError, OSError) as error:
        reason = getattr(error, "strerror", None) or str(error)
        raise UnreadableMovie(f"it is no movie that can be read ({reason.lower()})") from error
    return replace(media, pixel_fields=seen_scan(path))


def _read(name: str, container: Any, stream: Any) -> Media:
    codec = stream.codec_context
    rate = stream.average_rate or stream.base_rate
    frames = stream.frames or _count(container, stream)
    if not frames:
        raise UnreadableMovie("the movie has no frames")
    pixels = codec.format
    aspect = stream.sample_aspect_ratio or codec.sample_aspect_ratio
    header = Header(
        Size(codec.width, codec.height),
        tuple(Channel(n, f"{c.bits}-bit") for n, c in zip("YUVA", pixels.components, strict=False))
        if not pixels.is_rgb
        else tuple(Channel(n, f"{pixels.components[0].bits}-bit") for n in "RGB"),
        Fraction(aspect) if aspect else None,
        FrameRate(Fraction(rate)) if rate else None,
        _timecode(container),
        _FIELD_ORDERS.get(int(codec.field_order)),
        pixels.components[0].bits,
        f"{codec.name} {pixels.name}",
        _PRIMARIES.get(int(codec.color_primaries)),
    )
    return Media(name, MediaKind.MOVIE, header, (FrameRange(0, frames - 1),))


def _count(container: Any, stream: Any) -> int:
    """Count the packets with pixels, for containers that don't say how many frames they have."""
    return sum(1 for packet in container.demux(stream) if packet.size)


def _timecode(container: Any) -> str | None:
    for holder in (*container.streams, container):
        label = holder.metadata.get("timecode")
        if label:
            return str(label)
    return None
