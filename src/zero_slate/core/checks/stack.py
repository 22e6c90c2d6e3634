"""Elements over one another: what is shown for too long, or too little of it."""

from collections.abc import Iterator

from zero_slate.core.base.figures import counted
from zero_slate.core.checks.finding import ElementChange, Finding, Sentence, Severity
from zero_slate.core.media.element import Element, Filling
from zero_slate.core.media.showing import Shows, TimeKind, time_kind
from zero_slate.core.shot.context import ShotContext
from zero_slate.core.time.frames import FrameRange, gaps


def held_too_long(context: ShotContext, element: Element) -> Iterator[Finding]:
    """Find an element of a few frames that is shown far outside them (`stack.sparse-held`)."""
    work = context.setup.work_range
    if time_kind(element.media, work) is not TimeKind.SPARSE:
        return
    shows, own = context.showing[element.id], context.aligned[element.id].clip
    filled = [
        each
        for each in shows.stretches(work)
        if each.shows not in (Shows.OWN, Shows.NOTHING) and each.frames.overlap(own) is None
    ]
    frames = sum(each.frames.length for each in filled)
    if not frames:
        return
    how = filled[0].shows
    said = f"{str(how).capitalize()} over {counted(frames, 'frame')}"
    nothing = str(Filling.NOTHING)
    yield Finding(
        "stack.sparse-held",
        Severity.WARN,
        "work_range",
        Sentence(f"{said} that {element.name} has no picture for.", (said,)),
        {"frames": frames},
        element=element.id,
        element_change=ElementChange(
            f"Show nothing outside {own.short}", {"before": nothing, "after": nothing}
        ),
    )


def shows_too_little(context: ShotContext, element: Element) -> Iterator[Finding]:
    """Find a single picture that leaves frames of the work range empty (`stack.one-nothing`)."""
    work = context.setup.work_range
    if time_kind(element.media, work) is not TimeKind.ONE:
        return
    empty = context.showing[element.id].without(work)
    frames = sum(each.length for each in empty)
    if not frames:
        return
    said = f"shows nothing on {frames} of {counted(work.length, 'frame')}"
    held = str(Filling.HELD)
    yield Finding(
        "stack.one-nothing",
        Severity.WARN,
        "work_range",
        Sentence(f"{element.name} is one picture, and {said}.", (said,)),
        {"frames": frames, "ranges": ", ".join(run.short for run in empty)},
        element=element.id,
        element_change=ElementChange(
            "Hold it over the whole shot", {"before": held, "between": held, "after": held}
        ),
    )


def moved_in(context: ShotContext, element: Element) -> ElementChange:
    """Offer to lay an element so that its first frame is the work range's first."""
    work = context.setup.work_range
    clip = context.aligned[element.id].clip
    offset = element.offset + work.first - clip.first
    return ElementChange(f"Lay its first frame at {work.first}", {"offset": offset})


def uncovered(context: ShotContext) -> tuple[FrameRange, ...]:
    """Return the frames of the work range at which no element that is used shows anything."""
    work = context.setup.work_range
    used = [each for each in context.elements if each.on and each.view_of is None]
    shown = [
        stretch.frames
        for element in used
        for stretch in context.showing[element.id].stretches(work)
        if stretch.shows is not Shows.NOTHING
    ]
    return gaps(work, shown) if used else ()
