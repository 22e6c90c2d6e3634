"""Files on disk against the shot's setup."""

from collections.abc import Callable, Iterator
from dataclasses import replace
from functools import partial
from typing import Any

from zero_slate.core.base.figures import counted, decimal, seconds, whole
from zero_slate.core.canvas.scan import ScanMode
from zero_slate.core.checks.finding import Finding, Sentence, Severity
from zero_slate.core.checks.suggestion import use
from zero_slate.core.colour.working_primaries import primaries_of
from zero_slate.core.media.alignment import left_aside
from zero_slate.core.media.element import Element, Role
from zero_slate.core.media.header import MediaKind
from zero_slate.core.media.placement import placement_words, sides_words
from zero_slate.core.settings.index import SETTINGS
from zero_slate.core.shot.context import ShotContext
from zero_slate.core.time.cadence import Fitted, RateUse
from zero_slate.core.time.frames import FrameRange, total

# What a finding about a setting's value in files is called.
MEDIA_CODES = {
    "canvas": "size",
    "pixel_aspect": "pixel-aspect",
    "rate": "rate",
    "scan": "scan",
}

OfElement = Callable[[ShotContext, Element], Iterator[Finding]]


def missing(context: ShotContext, element: Element) -> Iterator[Finding]:
    """Find frames of the work range that aren't on disk: at head, tail and in the middle."""
    work = context.setup.work_range
    media = element.media
    if media.kind is MediaKind.STILL:
        return
    if context.event is not None and context.event.speed != 1 and element.role == Role.PLATE:
        yield from _retimed(context, element)
        return
    placed = context.aligned[element.id]
    holes = placed.missing(work)
    if total(holes) == work.length:
        said = f"none of {work} is on disk"
        yield _missing(
            "all",
            element,
            f"{said[0].upper()}{said[1:]}: {media.name} has {_files(element)}.",
            said,
            holes,
        )
        return
    head = [hole for hole in holes if hole.first == work.first]
    tail = [hole for hole in holes if hole.last == work.last]
    middle = [hole for hole in holes if hole not in head and hole not in tail]
    for where, found in (("head", head), ("tail", tail)):
        if found:
            short = f"{counted(total(found), 'frame')} short at the {where}"
            yield _missing(
                where, element, f"On disk {short}: {_ranges(found)} missing.", short, found
            )
    if middle:
        gone = f"{counted(total(middle), 'frame')} missing in the middle"
        yield _missing("middle", element, f"On disk {gone}: {_ranges(middle)}.", gone, middle)


def _retimed(context: ShotContext, element: Element) -> Iterator[Finding]:
    assert context.event is not None
    speed = abs(context.event.speed)
    needed = max(1, -(-context.setup.work_range.length * speed.numerator // speed.denominator))
    short = needed - element.media.count
    if short > 0:
        said = f"{counted(short, 'frame')} short"
        per_cent = f"{decimal(context.event.speed * 100, 1, trim=True)} %"
        yield Finding(
            "media.retime-short",
            Severity.WARN,
            "work_range",
            Sentence(
                f"The retime to {per_cent} needs {needed} source frames: "
                f"{element.media.name} is {said}.",
                (said,),
            ),
            {"needed": needed, "short": short},
            element=element.id,
        )


def _files(element: Element) -> str:
    return _ranges(element.media.present)


def _ranges(found: tuple[FrameRange, ...] | list[FrameRange]) -> str:
    shown = [run.short for run in found[:3]]
    more = len(found) - 3
    return ", ".join(shown) + (f" and {more} more" if more > 0 else "")


def _missing(
    where: str,
    element: Element,
    said: str,
    strong: str,
    holes: tuple[FrameRange, ...] | list[FrameRange],
) -> Finding:
    return Finding(
        f"media.missing-{where}",
        Severity.WARN,
        "work_range",
        Sentence(said, (strong if strong in said else said.split(":")[0],)),
        {"frames": total(holes), "ranges": ", ".join(map(str, holes))},
        element=element.id,
    )


def _stated(
    context: ShotContext, element: Element, setting: str, said: Any, tell: Callable[[str], Sentence]
) -> Iterator[Finding]:
    """Find files that state another value of a setting than the shot's.

    Files that don't say it are left alone; those that follow the edit where the shot doesn't are
    only noted. `tell` makes the sentence of a difference from the value written out.
    """
    if said is None or said == getattr(context.setup, setting):
        return
    written = SETTINGS[setting].kind.show(said)
    as_asked = said == getattr(context.edit, setting)
    note = Sentence(f"The {element.role} is {written}, as the edit asks.")
    yield Finding(
        f"media.{MEDIA_CODES[setting]}",
        Severity.NOTE if as_asked else Severity.WARN,
        setting,
        note if as_asked else tell(written),
        {"value": written},
        element=element.id,
    )


def size(context: ShotContext, element: Element) -> Iterator[Finding]:
    """Find files of another size than the canvas (`media.size`)."""
    media = element.media
    mine = media.header.size
    if mine in context.setup.sizes_made:
        return

    def tell(written: str) -> Sentence:
        placed_picture = context.place_picture(element)
        becomes = placement_words(placed_picture, context.setup.raster)
        return Sentence(f"{media.name} is {written}, {placed_picture.how}: {becomes}.", (written,))

    yield from _stated(context, element, "canvas", mine, tell)


def pixel_aspect(context: ShotContext, element: Element) -> Iterator[Finding]:
    """Find files whose header states another pixel aspect than the setup (`media.pixel-aspect`)."""
    said = element.media.header.pixel_aspect
    yield from _stated(context, element, "pixel_aspect", said, partial(_states, element))


def rate(context: ShotContext, element: Element) -> Iterator[Finding]:
    """Find files whose header states another rate than the setup (`media.rate`)."""
    said = element.rate

    def tell(written: str) -> Sentence:
        fitted = context.fitted(element)
        assert fitted is not None, "a rate that differs has its own cadence"
        states = "is taken as" if element.own_rate else "states"
        return _fits(f"{element.media.name} {states} {written}", written, fitted)

    own_cadence = element.role != Role.PLATE and _loses_nothing(context, element)
    for finding in _stated(context, element, "rate", said, tell):
        yield replace(finding, severity=Severity.NOTE) if own_cadence else finding


def _loses_nothing(context: ShotContext, element: Element) -> bool:
    """Whether every frame is shown at its own speed: drawings on twos, say."""
    fitted = context.fitted(element)
    return fitted is not None and fitted.speed == 1 and fitted.never == 0


def _fits(begins: str, written: str, fitted: Fitted) -> Sentence:
    """Say what frames of another rate become: by the way that they are used."""
    lasts = seconds(fitted.seconds)
    if fitted.use is RateUse.FRAME:
        fast = f"{decimal(fitted.speed, 3, trim=True)}× as fast"
        return Sentence(
            f"{begins}: frame for frame it runs {fast}, {counted(fitted.whole, 'frame')} in "
            f"{lasts}.",
            (written, fast),
        )
    fills = f"fills {counted(fitted.whole, 'frame')}"
    lost = f"{fitted.never} dropped, {fitted.again} repeated"
    return Sentence(f"{begins}: in real time it {fills}, {lasts}, {lost}.", (written, lost))


def scan(context: ShotContext, element: Element) -> Iterator[Finding]:
    """Find files whose header states another scan than the setup (`media.scan`)."""
    said = element.media.header.scan
    seen = element.media.pixel_fields
    if seen is not None and seen is not (said or context.setup.scan):
        yield _fields_seen(context, element, seen)
        return
    yield from _stated(context, element, "scan", said, partial(_states, element))


def _fields_seen(context: ShotContext, element: Element, seen: ScanMode) -> Finding:
    """Say that a movie's pixels show another scan than it is marked with (`media.fields-seen`)."""
    marked = element.media.header.scan
    pixels = f"show {'' if seen is ScanMode.PROGRESSIVE else 'the '}{seen}"
    against = f"it is marked {marked}" if marked else f"the shot is set to {context.setup.scan}"
    agrees = seen is context.setup.scan
    ends = (
        ", as this shot is set."
        if agrees
        else f"; the shot is set to {context.setup.scan}."
        if marked
        else "."
    )
    return Finding(
        "media.fields-seen",
        Severity.WARN,
        "scan",
        Sentence(f"The pixels of {element.media.name} {pixels}, but {against}{ends}", (pixels,)),
        {"seen": str(seen), "marked": str(marked or "")},
        None if agrees else use("scan", seen),
        element.id,
    )


def _states(element: Element, written: str) -> Sentence:
    return Sentence(f"{element.media.name} states {written}.", (written,))


def odd_frames(context: ShotContext, element: Element) -> Iterator[Finding]:
    """Find single frames whose header isn't like the others' (`media.odd-frame`)."""
    by_kind: dict[tuple[str, str, str], list[int]] = {}
    for odd in element.media.odd:
        by_kind.setdefault((odd.what, odd.here, odd.others), []).append(odd.frame)
    windows = sorted(
        frame for (what, *_), found in by_kind.items() if what == "data window" for frame in found
    )
    if windows:
        yield _windows(element, windows)
    for (what, here, others), frames in by_kind.items():
        # A window of its own on every frame is what cropped renders have: one finding says so.
        if what == "data window":
            continue
        named = (
            f"Frame {frames[0]}" if len(frames) == 1 else f"{len(frames)} frames from {frames[0]}"
        )
        yield Finding(
            "media.odd-frame",
            Severity.WARN,
            {"size": "canvas", "pixel aspect": "pixel_aspect", "rate": "rate"}.get(
                what, "work_range"
            ),
            Sentence(
                f"{named} of {element.media.name}: {what} {here}, the others {others}.",
                (named, here),
            ),
            {
                "frame": frames[0],
                "frames": len(frames),
                "what": what,
                "here": here,
                "others": others,
            },
            element=element.id,
        )


def _windows(element: Element, frames: list[int]) -> Finding:
    """Say that frames have data windows of their own (`media.odd-window`)."""
    named = f"Frame {frames[0]} has" if len(frames) == 1 else f"{whole(len(frames))} frames have"
    return Finding(
        "media.odd-window",
        Severity.NOTE,
        "canvas",
        Sentence(
            f"{named} another data window than the rest of {element.media.name}, the first "
            f"{frames[0]}.",
            (named,),
        ),
        {"frame": frames[0], "frames": len(frames)},
        element=element.id,
    )


def data_window(context: ShotContext, element: Element) -> Iterator[Finding]:
    """Find pixels outside a picture's format, and parts of it without (`media.data-window`)."""
    window, size = element.media.header.window, element.media.header.size
    if window is None:
        return
    over = (-window.x, window.x + window.width - size.width)
    under = (-window.y, window.y + window.height - size.height)
    outside, without = (sides_words([way * side for side in (*over, *under)]) for way in (1, -1))
    parts = [f"{outside} of overscan"] if outside else []
    parts += [f"no pixels in {without}"] if without else []
    yield Finding(
        "media.data-window",
        Severity.NOTE,
        "canvas",
        Sentence(f"{element.media.name} has {' and '.join(parts)}: its data window is {window}."),
        {"window": str(window)},
        element=element.id,
    )


def timecode_aside(context: ShotContext, element: Element) -> Iterator[Finding]:
    """Find a timecode that can't tell where files lie (`media.timecode-aside`)."""
    why = left_aside(element.media, context.event, context.setup.rate)
    if why:
        yield Finding(
            "media.timecode-aside",
            Severity.NOTE,
            "start_timecode",
            Sentence(f"The timecode of {element.media.name} {why}, so it isn't used."),
            {"timecode": element.media.header.timecode or ""},
            element=element.id,
        )


def notes(context: ShotContext, element: Element) -> Iterator[Finding]:
    """Say what was made of odd values in a header (`media.note`)."""
    for note in element.media.header.notes:
        yield Finding(
            "media.note",
            Severity.NOTE,
            "rate" if "rate" in note else "canvas",
            Sentence(f"{element.media.name}: {note}."),
            {"note": note},
            element=element.id,
        )


def primaries(context: ShotContext, element: Element) -> Iterator[Finding]:
    """Find files whose primaries aren't the working space's (`media.primaries`)."""
    said = element.media.header.primaries
    mine = primaries_of(context.setup.working_space)
    if said and mine and said != mine:
        yield Finding(
            "media.primaries",
            Severity.NOTE,
            "working_space",
            Sentence(
                f"The primaries of {element.media.name} are {said}, those of "
                f"{context.setup.working_space} {mine}: it has to be converted.",
                (said,),
            ),
            {"said": said, "working": mine},
            element=element.id,
        )


def broken_frames(context: ShotContext, element: Element) -> Iterator[Finding]:
    """Find files that can't be read (`media.unreadable`)."""
    for broken in element.media.broken[:3]:
        yield Finding(
            "media.unreadable",
            Severity.STOP,
            "work_range",
            Sentence(
                f"Frame {broken.frame} of {element.media.name} can't be read: {broken.why}.",
                (f"Frame {broken.frame}", "can't be read"),
            ),
            {"frame": broken.frame, "all": len(element.media.broken)},
            element=element.id,
        )


def numbering(context: ShotContext, element: Element) -> Iterator[Finding]:
    """Find numbers that stand twice, several paddings, and breaks in the timecode."""
    media = element.media
    if media.duplicates:
        first = f"Frame {media.duplicates[0]}"
        yield Finding(
            "media.duplicate",
            Severity.STOP,
            "work_range",
            Sentence(
                f"{first} of {media.name} stands twice, in different paddings; "
                f"{counted(len(media.duplicates), 'number')} in all.",
                (f"{first} of {media.name} stands twice",),
            ),
            {"frame": media.duplicates[0], "frames": len(media.duplicates)},
            element=element.id,
        )
    elif media.other_paddings:
        widths = ", ".join(map(str, sorted((media.padding, *media.other_paddings))))
        yield Finding(
            "media.padding",
            Severity.WARN,
            "work_range",
            Sentence(
                f"{media.name} is numbered in {widths} digits: many programs see two sequences.",
                (f"{widths} digits",),
            ),
            {"paddings": widths},
            element=element.id,
        )
    if media.jumps:
        at_frame = f"frame {whole(media.jumps[0])}"
        yield Finding(
            "media.timecode-jumps",
            Severity.WARN,
            "timecode",
            Sentence(f"The timecode of {media.name} jumps at {at_frame}.", (at_frame,)),
            {"frame": media.jumps[0], "jumps": len(media.jumps)},
            element=element.id,
        )


OF_ELEMENT: tuple[OfElement, ...] = (
    missing,
    size,
    pixel_aspect,
    rate,
    scan,
    odd_frames,
    broken_frames,
    numbering,
    data_window,
    timecode_aside,
    primaries,
    notes,
)


def of_every_element(context: ShotContext) -> Iterator[Finding]:
    """Run each check of files over each element."""
    for element in context.elements:
        for check in OF_ELEMENT:
            yield from check(context, element)
