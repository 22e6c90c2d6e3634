"""Files on disk against the shot's setup."""

from collections.abc import Callable, Iterator
from dataclasses import replace
from functools import partial
from typing import Any

from zero_slate.core.base.figures import counted, decimal, seconds, whole
from zero_slate.core.canvas.scan import Scan
from zero_slate.core.checks.finding import Finding, Sentence, Severity
from zero_slate.core.checks.suggestion import use
from zero_slate.core.media.element import Element, MediaKind, Role
from zero_slate.core.media.placement import landing_words
from zero_slate.core.settings.models import SETTINGS
from zero_slate.core.shot.context import Situation
from zero_slate.core.time.cadence import Fitted, RateUse
from zero_slate.core.time.frames import FrameRange, total

# What a finding about a setting's value in files is called.
MEDIA_CODES = {
    "canvas": "size",
    "pixel_aspect": "pixel-aspect",
    "rate": "rate",
    "scan": "scan",
}

OfElement = Callable[[Situation, Element], Iterator[Finding]]


def missing(at: Situation, element: Element) -> Iterator[Finding]:
    """Find frames of the work range that aren't on disk: at head, tail and in the middle."""
    work = at.setup.work_range
    media = element.media
    if media.kind is MediaKind.STILL:
        return
    if at.event is not None and at.event.speed != 1 and element.role == Role.PLATE:
        yield from _retimed(at, element)
        return
    placed = at.placed[element.id]
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


def _retimed(at: Situation, element: Element) -> Iterator[Finding]:
    assert at.event is not None
    speed = abs(at.event.speed)
    needed = max(1, -(-at.setup.work_range.length * speed.numerator // speed.denominator))
    short = needed - element.media.count
    if short > 0:
        said = f"{counted(short, 'frame')} short"
        per_cent = f"{decimal(at.event.speed * 100, 1, trim=True)} %"
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
    shown = [str(run.first) if run.length == 1 else str(run) for run in found[:3]]
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
    at: Situation, element: Element, setting: str, said: Any, tell: Callable[[str], Sentence]
) -> Iterator[Finding]:
    """Find files that state another value of a setting than the shot's.

    Files that don't say it are left alone; those that follow the edit where the shot doesn't are
    only noted. `tell` makes the sentence of a difference from the value written out.
    """
    if said is None or said == getattr(at.setup, setting):
        return
    written = SETTINGS[setting].kind.show(said)
    as_asked = said == getattr(at.edit, setting)
    note = Sentence(f"The {element.role} is {written}, as the edit asks.")
    yield Finding(
        f"media.{MEDIA_CODES[setting]}",
        Severity.NOTE if as_asked else Severity.WARN,
        setting,
        note if as_asked else tell(written),
        {"value": written},
        element=element.id,
    )


def size(at: Situation, element: Element) -> Iterator[Finding]:
    """Find files of another size than the canvas (`media.size`)."""
    media = element.media
    mine = media.header.size
    if mine in at.setup.sizes_made:
        return

    def tell(written: str) -> Sentence:
        landing = at.place_picture(element)
        becomes = landing_words(landing, at.setup.raster)
        return Sentence(f"{media.name} is {written}, {landing.how}: {becomes}.", (written,))

    yield from _stated(at, element, "canvas", mine, tell)


def pixel_aspect(at: Situation, element: Element) -> Iterator[Finding]:
    """Find files whose header states another pixel aspect than the setup (`media.pixel-aspect`)."""
    said = element.media.header.pixel_aspect
    yield from _stated(at, element, "pixel_aspect", said, partial(_states, element))


def rate(at: Situation, element: Element) -> Iterator[Finding]:
    """Find files whose header states another rate than the setup (`media.rate`)."""
    said = element.rate

    def tell(written: str) -> Sentence:
        fitted = at.fitted(element)
        assert fitted is not None, "a rate that differs has its own cadence"
        states = "is taken as" if element.own_rate else "states"
        return _fits(f"{element.media.name} {states} {written}", written, fitted)

    own_cadence = element.role != Role.PLATE and _loses_nothing(at, element)
    for finding in _stated(at, element, "rate", said, tell):
        yield replace(finding, severity=Severity.NOTE) if own_cadence else finding


def _loses_nothing(at: Situation, element: Element) -> bool:
    """Whether every frame is shown at its own speed: drawings on twos, say."""
    fitted = at.fitted(element)
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
    lost = f"{fitted.never} never shown, {fitted.again} shown again"
    return Sentence(f"{begins}: in real time it {fills}, {lasts}, {lost}.", (written, lost))


def scan(at: Situation, element: Element) -> Iterator[Finding]:
    """Find files whose header states another scan than the setup (`media.scan`)."""
    said = element.media.header.scan
    seen = element.media.pixel_fields
    if seen is not None and seen is not (said or at.setup.scan):
        yield _fields_seen(at, element, seen)
        return
    yield from _stated(at, element, "scan", said, partial(_states, element))


def _fields_seen(at: Situation, element: Element, seen: Scan) -> Finding:
    """Say that a movie's pixels show another scan than it is marked with (`media.fields-seen`)."""
    marked = element.media.header.scan
    pixels = f"show {'' if seen is Scan.PROGRESSIVE else 'the '}{seen}"
    against = f"it is marked {marked}" if marked else f"the shot is set to {at.setup.scan}"
    agrees = seen is at.setup.scan
    ends = (
        ", as this shot is set."
        if agrees
        else f"; the shot is set to {at.setup.scan}."
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


def odd_frames(at: Situation, element: Element) -> Iterator[Finding]:
    """Find single frames whose header isn't like the others' (`media.odd-frame`)."""
    by_kind: dict[tuple[str, str, str], list[int]] = {}
    for odd in element.media.odd:
        by_kind.setdefault((odd.what, odd.here, odd.others), []).append(odd.frame)
    for (what, here, others), frames in by_kind.items():
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


def broken_frames(at: Situation, element: Element) -> Iterator[Finding]:
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


def numbering(at: Situation, element: Element) -> Iterator[Finding]:
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
)


def of_every_element(at: Situation) -> Iterator[Finding]:
    """Run each check of files over each element."""
    for element in at.elements:
        for check in OF_ELEMENT:
            yield from check(at, element)
