"""Files on disk against the shot's setup; every check of an element is listed here."""

from collections.abc import Callable, Iterator
from dataclasses import replace
from functools import partial
from typing import Any

from zero_slate.core.base.figures import counted, decimal, seconds
from zero_slate.core.canvas.scan import ScanMode
from zero_slate.core.checks import files, stack
from zero_slate.core.checks.finding import ElementChange, Finding, Sentence, Severity
from zero_slate.core.checks.stack import moved_in
from zero_slate.core.checks.suggestion import use
from zero_slate.core.colour.working_primaries import primaries_of
from zero_slate.core.media.element import Element, Filling, Role
from zero_slate.core.media.placement import placement_words
from zero_slate.core.media.showing import TimeKind, time_kind
from zero_slate.core.settings.index import SETTINGS
from zero_slate.core.shot.context import ShotContext
from zero_slate.core.time.cadence import Fitted, RateUse
from zero_slate.core.time.frames import FrameRange, ranges_words, total

# What a finding about a setting's value in files is called.
MEDIA_CODES = {
    "canvas": "size",
    "pixel_aspect": "pixel-aspect",
    "rate": "rate",
    "scan": "scan",
}

OfElement = Callable[[ShotContext, Element], Iterator[Finding]]


def missing(context: ShotContext, element: Element) -> Iterator[Finding]:
    """Find frames of the work range at which an element has nothing to show.

    A plate has to have frames of its own; anything else may be held or repeated, and what is there
    for a few frames only shows nothing outside them.
    """
    work = context.setup.work_range
    media = element.media
    kind = time_kind(media, work)
    plate = element.role == Role.PLATE
    if kind is TimeKind.ONE:
        return
    if context.event is not None and context.event.speed != 1 and plate:
        yield from _retimed(context, element)
        return
    if not any(run.overlap(work) for run in context.aligned[element.id].present):
        said = f"none of {work} is on disk"
        offered = None if plate else moved_in(context, element)
        yield replace(
            _missing(
                "all",
                element,
                f"{said[0].upper()}{said[1:]}: {media.name} has {_files(element)}.",
                said,
                (work,),
            ),
            element_change=offered,
        )
        return
    aligned, shows = context.aligned[element.id], context.showing[element.id]
    holes = aligned.missing(work) if plate else shows.without(work)
    # What is slipped runs out, or begins, within its own place.
    own = aligned.clip if plate else shows.own(work) or aligned.clip
    head = [hole for hole in holes if hole.last < own.first]
    tail = [hole for hole in holes if hole.first > own.last]
    middle = [hole for hole in holes if hole not in head and hole not in tail]
    for where, found in (("head", head), ("tail", tail)):
        if found and kind is not TimeKind.SPARSE:
            short = f"{counted(total(found), 'frame')} short at the {where}"
            yield _missing(
                where, element, f"On disk {short}: {ranges_words(found)} missing.", short, found
            )
    if middle and kind is not TimeKind.SPARSE:
        gone = f"{counted(total(middle), 'frame')} missing in the middle"
        hold = ElementChange("Hold the frame before each gap", {"between": str(Filling.HELD)})
        said = f"On disk {gone}: {ranges_words(middle)}."
        torn = _missing("middle", element, said, gone, middle)
        yield torn if plate else replace(torn, element_change=hold)


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
    return ranges_words(element.media.present)


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


OF_ELEMENT: tuple[OfElement, ...] = (
    missing,
    size,
    pixel_aspect,
    rate,
    scan,
    files.odd_frames,
    files.broken_frames,
    files.being_written,
    files.numbering,
    files.data_window,
    files.timecode_aside,
    primaries,
    files.notes,
    stack.held_too_long,
    stack.shows_too_little,
)


def of_every_element(context: ShotContext) -> Iterator[Finding]:
    """Run each check of files over each element that is used."""
    for element in context.elements:
        if not element.on:
            continue
        for check in OF_ELEMENT:
            yield from check(context, element)
