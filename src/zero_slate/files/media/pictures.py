"""Headers of picture files, through OpenImageIO."""

import os
import stat
import time
from collections import Counter
from collections.abc import Callable, Iterable, Mapping
from dataclasses import replace
from fractions import Fraction
from pathlib import Path
from typing import Any, NamedTuple

import OpenImageIO as oiio

from zero_slate.core.base.ratio import pixel_aspect_from_float
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.base.texts import quoted
from zero_slate.core.canvas.raster import Size
from zero_slate.core.media.header import (
    NOT_SAID,
    BrokenFrame,
    Channel,
    Header,
    Media,
    MediaKind,
    OddFrame,
    Part,
    Window,
)
from zero_slate.core.time.frames import runs
from zero_slate.core.time.rate import FrameRate, broadcast_rate
from zero_slate.core.time.timecode import Timecode
from zero_slate.files.failures import FAILURES, damaged
from zero_slate.files.media.colour_tags import ColourTags, colour_tags
from zero_slate.files.media.deep_rows import samples_of
from zero_slate.files.media.whole import Completeness
from zero_slate.files.plain_files import no_plain_file

EXTENSIONS = frozenset(
    f".{ending}"
    for ending in (
        "exr", "sxr", "dpx", "cin", "tif", "tiff", "png", "jpg", "jpeg", "tga", "bmp", "webp",
        "hdr", "sgi", "jp2", "jxl", "psd", "psb", "ppm", "pgm", "pbm", "pnm", "pfm", "tx",
    )
)  # fmt: skip

# Told of each file read: how many so far. Raising from it stops the reading.
Progress = Callable[[int], None]

# A header may claim anything: ours are the words for what is too large to be read, and the library
# is to let its figures be seen. Memory for pixels is asked for only once they were looked at.
oiio.attribute("limits:imagesize_MB", 2**30)

# A file that was written within so many seconds may be written on.
WRITTEN_FOR = 60
# A file with more parts than this is read no further.
MOST_PARTS = 256
# DPX has a rate for film and one for television.
_DPX_RATES = ("dpx:FrameRate", "dpx:TemporalFrameRate")
# Where a form keeps whether its channels are inks.
_COLOUR_MODELS = ("tiff:ColorSpace", "jpeg:ColorSpace", "psd:ColorMode")
# Exif's orientations (CIPA DC-008), as they are to be shown.
_ORIENTATIONS = {
    2: "mirrored",
    3: "turned 180°",
    4: "mirrored top to bottom",
    5: "mirrored and turned 90° left",
    6: "turned 90° right",
    7: "mirrored and turned 90° right",
    8: "turned 90° left",
}
_ON_ITS_SIDE = (5, 6, 7, 8)
# Who wrote a file, and what a camera or a renderer's camera was set to, by what files call it:
# OpenEXR's standard attributes, Exif (CIPA DC-008), DPX (SMPTE ST 268).
_WRITERS = ("Software", "Exif:Software", "oiio:Software", "dpx:Creator")
_CAMERA: tuple[tuple[str, str, tuple[str, ...]], ...] = (
    ("", "", ("cameraMake", "Make")),
    ("", "", ("cameraModel", "Model", "dpx:InputDevice")),
    ("lens", "", ("lensModel", "Exif:LensModel")),
    ("", " mm", ("nominalFocalLength", "Exif:FocalLength")),
    ("f/", "", ("aperture", "Exif:FNumber")),
    ("", " s", ("ExposureTime", "Exif:ExposureTime", "expTime")),
    ("ISO", "", ("isoSpeed", "Exif:ISOSpeedRatings", "Exif:PhotographicSensitivity")),
    ("focused at", " m", ("focus", "Exif:SubjectDistance")),
)


class _Raw(NamedTuple):
    """What a header says, as the library gives it: cheap to compare a thousand times over."""

    display: tuple[int, int, int, int]
    data: tuple[int, int, int, int]
    names: tuple[str, ...]
    formats: tuple[str, ...]
    aspect: Any
    rate: Any
    bits: int | None
    compression: str | None
    tags: ColourTags
    parts: tuple[Part, ...]
    views: Any
    tiles: tuple[int, int]
    orientation: int | None
    is_exr: bool
    deep: bool
    inks: bool


class UnreadablePicture(Refusal):
    """A file that is no picture, or one that breaks off."""


def read_picture(path: Path) -> Header:
    """Read one file's header. Raises UnreadablePicture."""
    completeness = Completeness()
    raw, timecode = _read(str(path), completeness)
    return _with_details(_header(raw, timecode), str(path))


def read_sequence(
    name: str,
    folder: Path,
    files: Mapping[int, str],
    *,
    padding: int,
    other_paddings: tuple[int, ...] = (),
    duplicates: tuple[int, ...] = (),
    progress: Progress | None = None,
    modes: Mapping[str, int] | None = None,
) -> Media:
    """Read the header of every frame of a sequence; odd and broken frames are named.

    `files` gives the file name of each frame number; `modes` what the system says of each file,
    where it was asked already. Raises UnreadablePicture where no frame at all can be read.
    """
    completeness = Completeness()
    root = str(folder)
    # Headers that are equal become one object, so that they are told apart by identity.
    known: dict[_Raw, _Raw] = {}
    read: dict[int, _Raw] = {}
    timecodes: dict[int, int | None] = {}
    broken: list[BrokenFrame] = []
    last: _Raw | None = None
    for done, frame in enumerate(sorted(files), start=1):
        try:
            name_of, mode = files[frame], modes.get(files[frame]) if modes else None
            path = f"{root}/{name_of}"
            same, timecode = False, None
            if last is not None and mode is not None and stat.S_ISREG(mode):
                same, timecode = completeness.as_before(path)
            if not same:
                raw, timecode = _read(path, completeness, mode)
                last = known.setdefault(raw, raw) if raw.is_exr else None
                read[frame] = known.setdefault(raw, raw)
                completeness.keep_header(path, "openexr" if raw.is_exr else "")
            elif last is not None:
                read[frame] = last
            timecodes[frame] = timecode
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
    first_read = min(read)
    header = _header(common, _at_first(timecodes[first_read], first_read - min(files), common))
    odd = tuple(_odd(read, common, header))
    header = _with_details(header, f"{root}/{files[first_read]}")
    kind = MediaKind.SEQUENCE if len(files) > 1 or padding else MediaKind.STILL
    last_frame, writing = max(files), None
    if broken and broken[-1].frame == last_frame and is_young(f"{root}/{files[last_frame]}"):
        writing = broken.pop().frame
    return Media(
        name,
        kind,
        header,
        runs(frame for frame in files if frame != writing),
        padding,
        odd,
        tuple(broken),
        tuple(_jumps(timecodes, header)),
        duplicates,
        other_paddings,
        writing=writing,
    )


def is_young(path: str) -> bool:
    """Return whether a file was written just now, so that it may still be written."""
    try:
        return time.time() - os.stat(path).st_mtime < WRITTEN_FOR
    except OSError:
        return False


def _at_first(packed: int | None, later: int, raw: _Raw) -> int | None:
    """Return the timecode of a sequence's first frame, where that one itself can't be read."""
    if packed is None or not later:
        return packed
    rate, _ = _rate(raw.rate)
    try:
        label = Timecode.parse(timecode_label(packed), rate or FrameRate(Fraction(24)))
    except Refusal:
        return None
    return packed_timecode(str(label + -later))


def _most_common(read: Mapping[int, _Raw], known: Mapping[_Raw, _Raw]) -> _Raw:
    """Return the header that most frames have; where two have as many, the first there is."""
    if len(known) == 1:
        return next(iter(known))
    (most, _), *_ = Counter(map(id, read.values())).most_common(1)
    return next(raw for raw in read.values() if id(raw) == most)


def _read(
    path: str, completeness: Completeness, mode: int | None = None
) -> tuple[_Raw, int | None]:
    if other := no_plain_file(path, mode):
        raise UnreadablePicture(other)
    picture = oiio.ImageInput.open(path)
    if picture is None:
        raise UnreadablePicture(plain_reason(oiio.geterror(), path))
    try:
        spec = picture.spec()
        kind = picture.format_name()
        several = (spec.getattribute("oiio:subimages") or 1) > 1
        # Of pages and layers the library doesn't say how many there are.
        several = several or (kind in ("tiff", "psd") and picture.seek_subimage(1, 0))
        parts = _parts_of(picture) if several else ()
    finally:
        picture.close()
    reason = completeness.breaks_off(path, kind)
    if reason:
        raise UnreadablePicture(reason)
    said = spec.getattribute
    timecode = said("smpte:TimeCode")
    tags = colour_tags(path, kind, said)
    # Only OpenEXR keeps a display window; elsewhere an offset is where a picture is to be printed.
    size = spec.width, spec.height
    display = data = (0, 0, *size)
    if kind == "openexr":
        display = (spec.full_x, spec.full_y, spec.full_width, spec.full_height)
        data = (spec.x, spec.y, *size)
    return (
        _Raw(
            display,
            data,
            tuple(spec.channelnames),
            _formats(spec),
            said("PixelAspectRatio"),
            said("FramesPerSecond") or (_first_said(said, _DPX_RATES) if kind == "dpx" else None),
            said("oiio:BitsPerSample"),
            said("compression"),
            tags,
            parts,
            said("multiView") if kind == "openexr" else None,
            (spec.tile_width, spec.tile_height),
            None if kind == "openexr" else said("Orientation"),
            kind == "openexr",
            bool(spec.deep),
            str(_first_said(said, _COLOUR_MODELS)).startswith("CMYK"),
        ),
        timecode[0] if isinstance(timecode, tuple) and timecode else None,
    )


def _with_details(header: Header, path: str) -> Header:
    """Add who wrote a file and what camera it says: of a sequence only its first is asked."""
    picture = oiio.ImageInput.open(path)
    if picture is None:
        return header
    try:
        said = picture.spec().getattribute
        writer = _first_said(said, _WRITERS)
        camera = [
            f"{words} {_value_words(value)}{unit}".strip()
            for words, unit, names in _CAMERA
            if (value := _first_said(said, names))
        ]
    finally:
        picture.close()
    told = ", ".join(camera)[:200]
    if header.samples and (samples := samples_of(path)):
        least, most = samples
        many = str(most) if least == most else f"{least} to {most}"
        header = replace(header, samples=f"deep, {many} samples a pixel")
    return replace(header, writer=str(writer)[:80] if writer else None, camera=told or None)


def _value_words(value: Any) -> str:
    if isinstance(value, float):
        return f"{value:.4g}"
    if isinstance(value, tuple) and len(value) == 2 and value[1]:
        return f"{value[0] / value[1]:.4g}"
    return " ".join(str(value).split())[:60]


def _formats(spec: Any) -> tuple[str, ...]:
    if spec.channelformats:
        return tuple(map(str, spec.channelformats))
    return (str(spec.format),) * len(spec.channelnames)


def _parts_of(picture: Any) -> tuple[Part, ...]:
    """Return every picture of a file that holds several: of a multi-part EXR, each part."""
    found: list[Part] = []
    while len(found) < MOST_PARTS and picture.seek_subimage(len(found), 0):
        spec = picture.spec()
        names = zip(spec.channelnames, _formats(spec), strict=True)
        channels = tuple(Channel(name, _type(kind, None)) for name, kind in names)
        said = spec.getattribute
        page = f"page {len(found) + 1}" if found and picture.format_name() == "tiff" else ""
        name = str(said("oiio:subimagename") or page)
        found.append(Part(name, str(said("view") or ""), channels))
    return tuple(found)


def _first_said(said: Callable[[str], Any], names: Iterable[str]) -> Any:
    return next((value for name in names if (value := said(name))), None)


def plain_reason(error: str, path: str) -> str:
    """Say why a file can't be read, without its path, which stands beside the words."""
    try:
        if not Path(path).stat().st_size:
            return "the file is empty"
    except OSError as missing:
        return f"the file can't be opened ({missing.strerror})"
    said = error.strip().splitlines()[-1] if error.strip() else "not a known form"
    said = said.replace(f'"{path}"', "").replace(path, "").replace("()", "").rstrip(".")
    return f"it is no picture, or its header is damaged ({' '.join(said.split())})"


def _header(raw: _Raw, timecode: int | None) -> Header:
    left, top, width, height = raw.display
    x, y, *data = raw.data
    notes: list[str] = []
    aspect = _aspect(raw.aspect, notes)
    rate, note = _rate(raw.rate)
    size, turned = Size(width, height), _ORIENTATIONS.get(raw.orientation or 1)
    if turned and raw.orientation in _ON_ITS_SIDE:
        size, aspect = Size(height, width), 1 / aspect if aspect else None
    if raw.inks:
        notes.append("its channels are CMYK, inks for print: they are read as RGB, by no profile")
    views = tuple(map(str, raw.views)) if isinstance(raw.views, tuple | list) else ()
    if not views:
        views = tuple(dict.fromkeys(part.view for part in raw.parts if part.view))
    return Header(
        size,
        tuple(
            Channel(name, _type(kind, raw.bits))
            for name, kind in zip(raw.names, raw.formats, strict=True)
        ),
        aspect,
        rate,
        timecode_label(timecode) if timecode is not None else None,
        None,
        raw.bits or None,
        raw.compression,
        raw.tags.tag,
        Window(x - left, y - top, *data) if raw.data != raw.display else None,
        raw.parts,
        views,
        Size(*raw.tiles) if all(raw.tiles) else None,
        raw.tags.primaries,
        raw.tags.transfer,
        turned,
        tuple(notes) + ((note,) if note else ()),
        samples="deep" if raw.deep else None,
    )


def _aspect(said: Any, notes: list[str]) -> Fraction | None:
    """Return a pixel aspect; one that can't be is left aside, and noted."""
    if not said:
        return None
    try:
        return pixel_aspect_from_float(said)
    except (Refusal, ValueError, TypeError, ArithmeticError):
        notes.append(f"its pixel aspect reads {said}, which none can be: it is left aside")
        return None


def _type(kind: str, bits: int | None) -> str:
    """Return the type of a sample; whole numbers by their bits, as the trade says them."""
    if kind in ("half", "float", "double"):
        return kind
    if kind.removeprefix("u") == "int":
        return "32-bit integer"
    return f"{bits or kind.removeprefix('u').removeprefix('int')}-bit"


def _rate(said: Any) -> tuple[FrameRate | None, str]:
    """Return a rate and what is to be noted of it; None for what is none."""
    if not said:
        return None, ""
    try:
        if isinstance(said, tuple):
            return broadcast_rate(Fraction(*said)) if said[1] else (None, "")
        return FrameRate.from_float(float(said)), ""
    except (Refusal, ValueError, TypeError, ArithmeticError):
        return None, f"its rate reads {quoted(str(said))}, which is none: it is left aside"


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
        here = shown[raw]
        for what in usual | here:
            mine, others = here.get(what, NOT_SAID), usual.get(what, NOT_SAID)
            if mine != others:
                yield OddFrame(frame, what, mine, others)


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
    before: tuple[int, int, int] | None = None
    for frame, packed in timecodes.items():
        if packed is None:
            continue
        # Where nothing but the last digit changes the label needs no reckoning.
        if before is not None and packed ^ before[2] < 16:
            later = packed - before[2]
            if later == frame - before[0]:
                before = frame, before[1] + later, packed
                continue
        at = _count(packed, rate)
        if at is None:
            continue
        if before is not None and at - before[1] != frame - before[0]:
            yield frame
        before = frame, at, packed
