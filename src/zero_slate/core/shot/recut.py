"""A recut taken into a shot: its content as the new cut asks for it, and what it lacks for that."""

from dataclasses import dataclass, replace
from math import ceil, floor

from zero_slate.core.base.figures import counted
from zero_slate.core.cut.comparison import CutChange, RecutShot, covered
from zero_slate.core.cut.events import CutEvent
from zero_slate.core.media.alignment import serving_timecode
from zero_slate.core.shot.anchor import ClipSource
from zero_slate.core.shot.change import change
from zero_slate.core.shot.context import ShotContext
from zero_slate.core.shot.required import clip_label
from zero_slate.core.shot.state import Content
from zero_slate.core.time.frames import FrameRange, gaps


@dataclass(frozen=True, slots=True)
class Lacking:
    """How many of the frames that a recut asks for aren't there; `anew` are all of a new plate."""

    head: int = 0
    tail: int = 0
    holes: int = 0
    anew: int = 0

    @property
    def frames(self) -> int:
        """All of them."""
        return self.head + self.tail + self.holes + self.anew

    def __str__(self) -> str:
        if self.anew:
            return f"the new plate, {counted(self.anew, 'frame')}"
        return " and ".join(
            f"{counted(number, 'frame')} {where}"
            for number, where in (
                (self.head, "at the head"),
                (self.tail, "at the tail"),
                (self.holes, "inside"),
            )
            if number
        )


def recut(content: Content, context: ShotContext, shot: RecutShot) -> Content:
    """Return a shot's content with what the recut asks: ranges, clip, label and code.

    `context` is the content's, with the event of the new cut. A clip grows where it doesn't hold
    the new work range; one that was the work range and holds the new one stays so. A comp keeps
    its code. A locked work range changes with the rest: who
    stores the answer asks for the lock.
    """
    required = context.required
    if required.cut_range is None or required.work_range is None:
        return content
    values: dict[str, object] = {"cut_range": required.cut_range, "work_range": required.work_range}
    clip = content.setup.clip_range
    if not clip.holds(required.work_range):
        clip = values["clip_range"] = FrameRange(
            min(clip.first, required.work_range.first), max(clip.last, required.work_range.last)
        )
    if shot.renamed and not content.events:
        values["code"] = shot.code
    if shot.change is CutChange.RESOURCED and shot.event is not None:
        label = clip_label(shot.event, clip.first, required.cut_range.first, content.setup.rate)
        if content.setup.start_timecode and label:
            values["start_timecode"] = label
    unlocked = content.model_copy(update={"lock": None})
    return change(unlocked, values, context.anchor).model_copy(update={"lock": content.lock})


def counted_anew(content: Content, event: CutEvent) -> Content:
    """Return a content whose count goes by another source: its numbers stay where they are."""
    if content.source is None:
        return content
    setup, first = content.setup, event.source.first
    ahead = setup.cut_range.first - setup.clip_range.first
    source = ClipSource(first - ahead, first, event.source_rate) if event.pace == 1 else None
    return content.model_copy(update={"source": source})


def lacking(content: Content, context: ShotContext, shot: RecutShot) -> Lacking:
    """Return which frames of the work range that a recut asks for the clip and the plate lack."""
    required = context.required.work_range
    if required is None:
        return Lacking()
    plate = context.plate
    event, former = shot.event, shot.former
    if shot.change is CutChange.RESOURCED and (plate is None or context.leads_by(plate) is None):
        return Lacking(anew=required.length)
    if event is not None and event.speed != 1:
        return _lacking_source(content, context, event, former)
    if plate is None:
        return Lacking(*covered(required, content.setup.clip_range, ()))
    placed = context.aligned[plate.id]
    return Lacking(*covered(required, placed.clip, placed.missing(required)))


def _lacking_source(
    content: Content, context: ShotContext, event: CutEvent, former: CutEvent | None
) -> Lacking:
    """Return which source frames a retime lacks: it is covered by them, however many they fill.

    Of a plate whose timecode is known, or a clip whose source is, they are told for both ends.
    """
    required = context.required
    assert required.cut_range is not None
    assert required.work_range is not None
    needed = source_of_work(event, required.cut_range, required.work_range)
    held = held_source(content, context, event, former)
    if held is not None:
        has = FrameRange(held[0].first, held[-1].last)
        return _ends(event, Lacking(*covered(needed, has, gaps(has, held))))
    plate = context.plate
    clip = content.setup.clip_range.length * abs((former or event).pace)
    there = floor(clip) if plate is None else plate.media.count
    return Lacking(tail=max(0, needed.length - there))


def held_source(
    content: Content, context: ShotContext, event: CutEvent, former: CutEvent | None
) -> tuple[FrameRange, ...] | None:
    """Return the source frames that a shot's plate, or else its clip, holds; None if not known."""
    plate, setup = context.plate, content.setup
    if plate is not None:
        first = serving_timecode(plate.media, event, event.source_rate)
        if first is None:
            return None
        later = first.frames - plate.media.first
        return tuple(run.moved(later) for run in plate.media.present)
    if former is None or former.source_rate != event.source_rate or not former.pace:
        return None
    return (source_of_work(former, setup.cut_range, setup.clip_range),)


def _ends(event: CutEvent, lacks: Lacking) -> Lacking:
    """Return what lacks by the ends of the shot: backwards its head is the source's right end."""
    return replace(lacks, head=lacks.tail, tail=lacks.head) if event.speed < 0 else lacks


def source_of_work(event: CutEvent, cut: FrameRange, work: FrameRange) -> FrameRange:
    """Return the source frames that a work range shows: what comes before and after the cut too."""
    pace = abs(event.pace)
    if not pace:
        return event.source
    head, tail = (ceil(frames * pace) for frames in (cut.first - work.first, work.last - cut.last))
    shown = max(1, ceil(cut.length * pace))
    # A work range within the cut has less of it, and a frame at least.
    length = max(1, head + shown + tail)
    if event.speed < 0:
        return FrameRange(event.source.last + head - length + 1, event.source.last + head)
    return FrameRange.starting(event.source.first - head, length)
