"""Headers of movies, through PyAV."""

import struct
from dataclasses import dataclass, replace
from fractions import Fraction
from itertools import pairwise
from math import atan2, degrees
from pathlib import Path
from typing import Any

import av

from zero_slate.core.base.figures import counted, decimal
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.canvas.raster import Size
from zero_slate.core.canvas.scan import ScanMode
from zero_slate.core.media.header import Channel, Header, Media, MediaKind
from zero_slate.core.time.frames import FrameRange
from zero_slate.core.time.rate import FrameRate, broadcast_rate
from zero_slate.files.media.colour_tags import PRIMARIES, TRANSFERS
from zero_slate.files.media.fields import seen_scan
from zero_slate.files.media.whole import movie_breaks_off
from zero_slate.files.plain_files import no_plain_file

EXTENSIONS = frozenset(
    f".{ending}"
    for ending in (
        *("mov", "mp4", "m4v", "mxf", "mkv", "avi", "mpg", "mpeg", "webm", "ts", "m2ts", "gif"),
        "avif",
    )
)

# The library's field orders, by which field is shown first: TT and BT upper, BB and TB lower.
_FIELD_ORDERS = {
    1: ScanMode.PROGRESSIVE,
    2: ScanMode.UPPER_FIRST,
    3: ScanMode.LOWER_FIRST,
    4: ScanMode.LOWER_FIRST,
    5: ScanMode.UPPER_FIRST,
}
# The library's colour ranges: of codes from 16 to 235 of 255, and of all of them.
_RANGES = {1: "limited", 2: "full"}
# Frames whose lengths differ by more than this share of the usual one run at no one rate.
_VARIES = 0.05
# Containers that keep time in thousandths can't tell less apart.
_ROUNDED = 2


class UnreadableMovie(Refusal):
    """A file that is no movie, or has no picture in it."""


def read_movie(path: Path) -> Media:
    """Read a movie's header, and its fields. Frames count from 0. Raises UnreadableMovie."""
    if other := no_plain_file(path):
        raise UnreadableMovie(other)
    try:
        reason = movie_breaks_off(path)
        if reason:
            raise UnreadableMovie(reason)
        with av.open(str(path)) as container:
            media = _read(path.name, container)
    except (av.error.FFmpegError, OSError) as error:
        raise UnreadableMovie(why_unreadable(error)) from error
    return replace(media, pixel_fields=seen_scan(path))


def why_unreadable(error: Exception) -> str:
    """Say why a movie can't be read, by what the library or the system raised."""
    if isinstance(error, PermissionError):
        return "it may not be opened by this user"
    reason = getattr(error, "strerror", None) or str(error)
    return f"it is no movie that can be read ({reason.lower()})"


def _read(name: str, container: Any) -> Media:
    notes: list[str] = []
    stream = picture_stream(container, notes)
    codec = stream.codec_context
    frames = _count(container, stream, notes)
    if not frames:
        raise UnreadableMovie("the movie has no frames")
    # One frame has no rate: what some forms say of it is made up.
    rate, note = _rate(stream) if frames > 1 else (None, "")
    if note:
        notes.append(note)
    said = stream.sample_aspect_ratio or codec.sample_aspect_ratio
    aspect = Fraction(said) if said else None
    size = Size(codec.width, codec.height)
    way = _way_shown(container, stream)
    if way.turned in (90, 270):
        size, aspect = Size(size.height, size.width), 1 / aspect if aspect else None
    pixels = codec.format
    header = Header(
        size,
        tuple(Channel(name, f"{each.bits}-bit") for name, each in _channels(pixels)),
        aspect,
        rate,
        _timecode(container),
        _FIELD_ORDERS.get(int(codec.field_order)),
        pixels.components[0].bits,
        f"{codec.name} {pixels.name}",
        None,
        primaries=PRIMARIES.get(int(codec.color_primaries)),
        transfer=TRANSFERS.get(int(codec.color_trc)),
        orientation=way.words or None,
        notes=tuple(notes),
        range=_RANGES.get(int(codec.color_range)),
        writer=_writer(container),
        sound=_sounds(container),
    )
    return Media(name, MediaKind.MOVIE, header, (FrameRange(0, frames - 1),))


def _writer(container: Any) -> str | None:
    said = {key.lower(): value for key, value in container.metadata.items()}
    return next((said[key][:80] for key in ("encoder", "software") if said.get(key)), None)


def _sounds(container: Any) -> str | None:
    """Say which sounds a movie has: their codec, channels and sample rate."""
    told = [
        f"{each.codec_context.name}, {counted(int(each.codec_context.channels), 'channel')} at "
        f"{int(each.codec_context.sample_rate or 0):,} Hz"
        for each in container.streams.audio
    ]
    return "; ".join(told) or None


def _channels(pixels: Any) -> list[tuple[str, Any]]:
    """Return the names of a pixel format's components: the last of two or of four is alpha."""
    names = "RGBA" if pixels.is_rgb else "YA" if len(pixels.components) == 2 else "YUVA"
    return list(zip(names, pixels.components, strict=False))


def picture_stream(container: Any, notes: list[str] | None = None) -> Any:
    """Return the stream of the largest picture; a cover that is attached is none.

    That there are others is added to `notes`. Raises UnreadableMovie where there is none.
    """
    streams = [
        each
        for each in container.streams.video
        if not each.disposition & av.stream.Disposition.attached_pic
    ] or list(container.streams.video)
    if not streams:
        raise UnreadableMovie("the movie has no picture in it")
    largest = max(streams, key=lambda each: each.codec_context.width * each.codec_context.height)
    if len(streams) > 1 and notes is not None:
        size = Size(largest.codec_context.width, largest.codec_context.height)
        notes.append(f"of its {len(streams)} pictures the largest is read, {size}")
    return largest


def _rate(stream: Any) -> tuple[FrameRate | None, str]:
    said = stream.average_rate or stream.base_rate
    try:
        return broadcast_rate(Fraction(said)) if said else (None, "")
    except Refusal as refusal:
        return None, f"its rate is left aside: {refusal}"


def _count(container: Any, stream: Any, notes: list[str]) -> int:
    """Count the frames that play; what an edit list leaves out doesn't.

    Without an index of all frames the packets with pixels are counted.
    """
    index = stream.index_entries
    # Where a container doesn't say how many there are, its index may have the keyframes alone.
    whole = bool(stream.frames) and len(index) >= stream.frames and len(index) > 1
    if not whole:
        times = [
            packet.dts or 0
            for packet in container.demux(stream)
            if packet.size and not packet.is_discard
        ]
    else:
        times = [entry.timestamp for entry in index if not entry.is_discard]
        left_out = len(index) - len(times)
        if left_out:
            notes.append(
                f"{counted(left_out, 'frame')} of its file {'is' if left_out == 1 else 'are'} "
                "left out by its edit list"
            )
    _tell_varying(times, stream.time_base, notes)
    return len(times)


def _tell_varying(times: list[int], base: Fraction | None, notes: list[str]) -> None:
    """Say between which rates frames come, where they don't come at one."""
    steps = [b - a for a, b in pairwise(sorted(times)) if b > a]
    if not steps or not base:
        return
    least, most = min(steps), max(steps)
    if most - least > max(_ROUNDED, most * _VARIES):
        rates = [decimal(1 / (step * Fraction(base)), 2, trim=True) for step in (most, least)]
        notes.append(f"its rate varies, from {rates[0]} to {rates[1]} frames a second")


@dataclass(frozen=True, slots=True)
class WayShown:
    """How a movie is to be shown: mirrored left to right, then turned so many degrees right."""

    mirrored: bool = False
    turned: int = 0

    @property
    def words(self) -> str:
        """The same in words; empty where it is shown as it is stored."""
        if not self.mirrored:
            return f"turned {self.turned}°" if self.turned else ""
        turned = {0: "mirrored", 180: "mirrored top to bottom"}.get(self.turned)
        way = "90° right" if self.turned == 90 else "90° left"
        return turned or f"mirrored and turned {way}"


def way_shown(frame: Any) -> WayShown:
    """Return how a decoded frame is to be shown, by its display matrix (ISO/IEC 14496-12, 8.3.2).

    A turn that is no quarter is taken as the nearest one.
    """
    found = frame.side_data.get("DISPLAYMATRIX")
    if found is None or len(bytes(found)) < 36:
        return WayShown()
    a, b, _, c, d, *_ = struct.unpack("=9i", bytes(found)[:36])
    mirrored = a * d - b * c < 0
    turned = degrees(atan2(-b if mirrored else b, -a if mirrored else a))
    return WayShown(mirrored, round(turned / 90) * 90 % 360)


def _way_shown(container: Any, stream: Any) -> WayShown:
    try:
        # Its packets may have been counted to the end.
        container.seek(0)
        frame = next(container.decode(stream), None)
    except (av.error.FFmpegError, StopIteration):
        return WayShown()
    return way_shown(frame) if frame is not None else WayShown()


def _timecode(container: Any) -> str | None:
    for holder in (*container.streams, container):
        for key, label in holder.metadata.items():
            if key.lower() == "timecode" and label:
                return str(label)
    return None
