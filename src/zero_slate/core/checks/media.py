"""Files on disk against the shot's setup."""

from collections.abc import Callable, Iterator

from zero_slate.core.checks.canvas import bars, times
from zero_slate.core.checks.time import drift_sentence
from zero_slate.core.figures import counted, decimal, whole
from zero_slate.core.finding import Finding, Sentence, Severity
from zero_slate.core.frames import FrameRange, total
from zero_slate.core.media import Element, MediaKind
from zero_slate.core.raster import Raster, fit
from zero_slate.core.ratio import write_ratio
from zero_slate.core.situation import Situation

OfElement = Callable[[Situation, Element], Iterator[Finding]]


def missing(at: Situation, element: Element) -> Iterator[Finding]:
    """Find frames of the work range that aren't on disk: at head, tail and in the middle."""
    work = at.setup.work_range
    media = element.media
    if media.kind is MediaKind.STILL:
        return
    if at.event is not None and at.event.speed != 1:
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


def _as_the_edit(code: str, setting: str, element: Element, value: str) -> Finding:
    """Note that the files follow the edit where the shot's setting doesn't."""
    return Finding(
        code,
        Severity.NOTE,
        setting,
        Sentence(f"The {element.role} is {value}, as the edit asks."),
        {"value": value},
        element=element.id,
    )


def size(at: Situation, element: Element) -> Iterator[Finding]:
    """Find files of another size than the canvas (`media.size`)."""
    media, canvas = element.media, at.setup.raster
    mine = media.header.size
    if mine == canvas.size:
        return
    if mine == at.edit.canvas:
        yield _as_the_edit("media.size", "canvas", element, str(mine))
        return
    # A file that doesn't state its pixel aspect is taken to have the canvas's.
    aspect = media.header.pixel_aspect or canvas.pixel_aspect
    placed = fit(Raster(mine.width, mine.height, aspect), canvas)
    scale = times(placed.scale)
    left = f", leaving {bars(placed)}" if placed.x or placed.y else ""
    yield Finding(
        "media.size",
        Severity.WARN,
        "canvas",
        Sentence(f"{media.name} is {mine}: fits this canvas at {scale}{left}.", (str(mine),)),
        {"width": mine.width, "height": mine.height, "scale": str(placed.scale)},
        element=element.id,
    )


def pixel_aspect(at: Situation, element: Element) -> Iterator[Finding]:
    """Find files whose header states another pixel aspect than the setup (`media.pixel-aspect`)."""
    said = element.media.header.pixel_aspect
    if said is None or said == at.setup.pixel_aspect:
        return
    if said == at.edit.pixel_aspect:
        yield _as_the_edit("media.pixel-aspect", "pixel_aspect", element, write_ratio(said))
        return
    yield Finding(
        "media.pixel-aspect",
        Severity.WARN,
        "pixel_aspect",
        Sentence(f"{element.media.name} states {write_ratio(said)}.", (write_ratio(said),)),
        {"pixel_aspect": write_ratio(said)},
        element=element.id,
    )


def rate(at: Situation, element: Element) -> Iterator[Finding]:
    """Find files whose header states another rate than the setup (`media.rate`)."""
    said = element.media.header.rate
    if said is None or said == at.setup.rate:
        return
    if said == at.edit.rate:
        yield _as_the_edit("media.rate", "rate", element, str(said))
        return
    drift, figures = drift_sentence(said, at.setup.rate, at.setup.work_range.length)
    yield Finding(
        "media.rate",
        Severity.WARN,
        "rate",
        Sentence(
            f"{element.media.name} states {said}: {drift.text[0].lower()}{drift.text[1:]}",
            (str(said), *drift.strong),
        ),
        {"rate": str(said), **figures},
        element=element.id,
    )


def scan(at: Situation, element: Element) -> Iterator[Finding]:
    """Find files whose header states another scan than the setup (`media.scan`)."""
    said = element.media.header.scan
    if said is None or said is at.setup.scan:
        return
    if said is at.edit.scan:
        yield _as_the_edit("media.scan", "scan", element, str(said))
        return
    yield Finding(
        "media.scan",
        Severity.WARN,
        "scan",
        Sentence(f"{element.media.name} states {said}.", (str(said),)),
        {"scan": str(said)},
        element=element.id,
    )


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
