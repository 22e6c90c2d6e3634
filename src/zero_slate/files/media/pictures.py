"""Headers of picture files, through OpenImageIO."""

from collections import Counter
from collections.abc import Callable, Iterable, Mapping
from fractions import Fraction
from pathlib import Path
from typing import Any

import OpenImageIO as oiio

from zero_slate.core.base.ratio import pixel_aspect_from_float
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.canvas.raster import Size
from zero_slate.core.media.header import BrokenFrame, Channel, Header, Media, MediaKind, OddFrame
from zero_slate.core.time.frames import runs
from zero_slate.core.time.rate import FrameRate
from zero_slate.core.time.timecode import Timecode
from zero_slate.files.failures import FAILURES, damaged
from zero_slate.files.media.complete import Completeness
from zero_slate.files.media.plain_files import no_plain_file

EXTENSIONS = frozenset(
    f".{ending}"
    for ending in (
        "exr", "sxr", "dpx", "cin", "tif", "tiff", "png", "jpg", "jpeg", "tga", "bmp", "webp",
        "hdr", "sgi", "jp2", "jxl",
    )
)  # fmt: skip

# Told of each file read: how many so far. Raising from it stops the reading.
Progress = Callable[[int], None]

# What a header says, as the library gives it: cheap to compare a thousand times over.
_Raw = tuple[Any, ...]


class UnreadablePicture(Refusal):
    """A file that is no picture, or one that breaks off."""


def read_picture(path: Path) -> Header:
    """Read one file's header. Raises UnreadablePicture."""
    completeness = Completeness()
    raw, timecode = _read(str(path), completeness)
    return _header(raw, timecode)


def read_sequence(
    name: str,
    folder: Path,
    files: Mapping[int, str],
    *,
    padding: int,
    other_paddings: tuple[int, ...] = (),
    duplicates: tuple[int, ...] = (),
    progress: Progress | None = None,
) -> Media:
    """Read the header of every frame of a sequence; odd and broken frames are named.

    `files` gives the file name of each frame number. Raises UnreadablePicture where no frame at all
    can be read.
    """
    completeness = Completeness()
    root = str(folder)
    # Headers that are equal become one object, so that they are told apart by identity.
    known: dict[_Raw, _Raw] = {}
    read: dict[int, _Raw] = {}
    timecodes: dict[int, int | None] = {}
    broken: list[BrokenFrame] = []
    for done, frame in enumerate(sorted(files), start=1):
        try:
            raw, timecodes[frame] = _read(f"{root}/{files[frame]}", completeness)
            read[frame] = known.setdefault(raw, raw)
        except UnreadablePicture as refusal:
            broken.append(BrokenFrame(frame, str(refusal)))
        except FAILURES as error:
            broken.append(BrokenFrame(frame, damaged(error)))
        if progress:
            progress(done)
    if not read:
        first = broken[0]
        raise UnreadablePicture(f"No frame of {name} can be read; frame {first.frame}: {first.why}")
    common = _most_common(read, known)
    header = _header(common, timecodes[min(read)])
    odd = tuple(_odd(read, common, header))
    kind = MediaKind.SEQUENCE if len(files) > 1 or padding else MediaKind.STILL
    return Media(
        name,
        kind,
        header,
        runs(files),
        padding,
        odd,
        tuple(broken),
        tuple(_jumps(timecodes, header)),
        duplicates,
        other_paddings,
    )


def _most_common(read: Mapping[int, _Raw], known: Mapping[_Raw, _Raw]) -> _Raw:
    """Return the header that most frames have; where two have as many, the first there is."""
    if len(known) == 1:
        return next(iter(known))
    (most, _), *_ = Counter(map(id, read.values())).most_common(1)
    return next(raw for raw in read.values() if id(raw) == most)


def _read(path: str, completeness: Completeness) -> tuple[_Raw, int | None]:
    if other := no_plain_file(path):
        raise UnreadablePicture(other)
    picture = oiio.ImageInput.open(path)
    if picture is None:
        raise UnreadablePicture(_plain(oiio.geterror(), path))
    spec = picture.spec()
    kind = picture.format_name()
    picture.close()
    reason = completeness.breaks_off(path, kind)
    if reason:
        raise UnreadablePicture(reason)
    said = spec.getattribute
    timecode = said("smpte:TimeCode")
    formats = spec.channelformats
    return (
        (
            spec.width,
            spec.height,
            tuple(spec.channelnames),
            tuple(map(str, formats)) if formats else str(spec.format),
            said("PixelAspectRatio"),
            said("FramesPerSecond") or said("dpx:FrameRate"),
            said("oiio:BitsPerSample"),
            said("compression"),
            said("oiio:ColorSpace"),
        ),
        timecode[0] if timecode else None,
    )


def _plain(error: str, path: str) -> str:
    """Say why a file can't be opened, without its path, which stands beside the words."""
    try:
        if not Path(path).stat().st_size:
            return "the file is empty"
    except OSError as missing:
        return f"the file can't be opened ({missing.strerror})"
    said = error.strip().splitlines()[-1] if error.strip() else "not a known form"
    said = said.replace(f'"{path}"', "").replace(path, "").replace("()", "").rstrip(".")
    return f"it is no picture, or its header is damaged ({' '.join(said.split())})"


def _header(raw: _Raw, timecode: int | None) -> Header:
    width, height, names, formats, aspect, rate, bits, compression, space = raw
    types = formats if isinstance(formats, tuple) else (formats,) * len(names)
    return Header(
        Size(width, height),
        tuple(Channel(name, _type(kind, bits)) for name, kind in zip(names, types, strict=True)),
        pixel_aspect_from_float(aspect) if aspect else None,
        _rate(rate),
        timecode_label(timecode) if timecode is not None else None,
        None,
        bits or None,
        compression,
        space,
    )


def _type(kind: str, bits: int | None) -> str:
    """Return the type of a sample; whole numbers by their bits, as the trade says them."""
    if kind in ("half", "float", "double"):
        return kind
    return f"{bits or kind.removeprefix('u').removeprefix('int')}-bit"


def _rate(said: Any) -> FrameRate | None:
    try:
        if isinstance(said, tuple):
            return FrameRate(Fraction(*said)) if said[1] else None
        return FrameRate.from_float(said) if said else None
    except Refusal:
        return None


def timecode_label(packed: int) -> str:
    """Write a timecode packed as SMPTE ST 12-1 binary coded decimals, as EXR and DPX keep it."""
    hours, minutes, seconds, frames = _parts(packed)
    mark = ";" if packed >> DROP_BIT & 1 else ":"
    return f"{hours:02d}:{minutes:02d}:{seconds:02d}{mark}{frames:02d}"


DROP_BIT = 6


def _parts(packed: int) -> tuple[int, int, int, int]:
    return (
        (packed >> 24 & 0xF) + 10 * (packed >> 28 & 0x3),
        (packed >> 16 & 0xF) + 10 * (packed >> 20 & 0x7),
        (packed >> 8 & 0xF) + 10 * (packed >> 12 & 0x7),
        (packed & 0xF) + 10 * (packed >> 4 & 0x3),
    )


def packed_timecode(label: str) -> int:
    """Pack a label as `timecode_label` reads it."""
    hours, minutes, rest = label.split(":", 2)
    seconds, frames = rest[:2], rest[3:]
    packed = 0
    for part in (hours, minutes, seconds, frames):
        packed = packed << 8 | int(part[0]) << 4 | int(part[1])
    return packed | (1 << DROP_BIT if rest[2] == ";" else 0)


def _odd(read: Mapping[int, _Raw], common: _Raw, header: Header) -> Iterable[OddFrame]:
    usual = header.shown()
    shown: dict[_Raw, dict[str, str]] = {}
    for frame, raw in read.items():
        if raw is common:
            continue
        if raw not in shown:
            shown[raw] = _header(raw, None).shown()
        for what, said in shown[raw].items():
            if said != usual[what]:
                yield OddFrame(frame, what, said, usual[what])


def _count(packed: int, rate: FrameRate) -> int | None:
    """Return a packed timecode as frames since midnight, or None where it can't be."""
    if packed >> DROP_BIT & 1:
        try:
            return Timecode.parse(timecode_label(packed), rate).frames
        except Refusal:
            return None
    hours, minutes, seconds, frames = _parts(packed)
    return ((hours * 60 + minutes) * 60 + seconds) * rate.nominal + frames


def _jumps(timecodes: Mapping[int, int | None], header: Header) -> Iterable[int]:
    """Yield the frames whose timecode isn't as far from the frame before as their numbers are."""
    rate = header.rate or FrameRate(Fraction(24))
    before: tuple[int, int] | None = None
    for frame, packed in timecodes.items():
        if packed is None:
            continue
        at = _count(packed, rate)
        if at is None:
            continue
        if before is not None and at - before[1] != frame - before[0]:
            yield frame
        before = frame, at
