"""A recut taken into a shot: its content as the new cut asks for it, and what it lacks for that."""

from collections.abc import Sequence
from dataclasses import replace
from math import floor

from zero_slate.core.cut.comparison import CutChange, RecutShot
from zero_slate.core.cut.events import CutEvent
from zero_slate.core.cut.source import is_one_reel
from zero_slate.core.media.alignment import serving_timecode
from zero_slate.core.media.element import Element
from zero_slate.core.shot.anchor import ClipSource
from zero_slate.core.shot.change import change
from zero_slate.core.shot.context import ShotContext
from zero_slate.core.shot.required import clip_label
from zero_slate.core.shot.state import Content
from zero_slate.core.shot.wanted import Lacking, Wanted
from zero_slate.core.time.frames import FrameRange, gaps, total


def recut(content: Content, context: ShotContext, shot: RecutShot, cut: int) -> Content:
    """Return a shot's content with what a recut asks: ranges, clip, label, code, frames to ask for.

    `context` is the content's, with the event of the new cut, number `cut`. A clip grows where it
    doesn't hold the new work range; one that was the work range and holds the new one stays so. A
    comp keeps its code. A locked work range changes with the rest: who stores the answer asks for
    the lock.
    """
    required, event = context.required, shot.event
    if required.cut_range is None or required.work_range is None or event is None:
        return content
    values: dict[str, object] = {"cut_range": required.cut_range, "work_range": required.work_range}
    clip = content.setup.clip_range
    if not clip.holds(required.work_range):
        clip = values["clip_range"] = clip.around(required.work_range)
    if shot.renamed and not content.events:
        values["code"] = shot.code
    if shot.change in (CutChange.RESOURCED, CutChange.RETIMED):
        label = clip_label(event, clip.first, required.cut_range.first, content.setup.rate)
        if content.setup.start_timecode and label:
            values["start_timecode"] = label
    unlocked = content.model_copy(update={"lock": None})
    taken = change(unlocked, values, context.anchor)
    now, before = wanted(context, shot, cut), content.wanted
    if before is not None and before.cut == cut and (now is None or now.within(before)):
        # Some of it has come meanwhile: what was asked for stays as it was asked.
        now = before
    taken = taken.model_copy(update={"lock": content.lock, "wanted": now})
    if taken != content and taken.source is not None and not taken.source.reel:
        # What was counted before reels were kept was counted by this one.
        taken = taken.model_copy(update={"source": replace(taken.source, reel=event.reel)})
    return taken


def counted_anew(content: Content, event: CutEvent) -> Content:
    """Return a content whose count goes by another source: its numbers stay where they are."""
    if content.source is None:
        return content
    setup = content.setup
    ahead = setup.cut_range.first - setup.clip_range.first
    return content.model_copy(update={"source": ClipSource.of(event, ahead)})


def lacking(context: ShotContext, shot: RecutShot) -> Lacking:
    """Return which frames of the work range that a recut asks for the clip and the plate lack."""
    found = wanted(context, shot, 0)
    return found.lacks if found is not None else Lacking()


def wanted(context: ShotContext, shot: RecutShot, cut: int) -> Wanted | None:
    """Return what to ask for so that a recut is covered; None where nothing lacks.

    Frames are counted one for one with the source where they lie so; else, as in a retime, the
    source's own are counted, however many of the shot's they fill.
    """
    event, work, shown = shot.event, context.required.work_range, context.required.cut_range
    if event is None or work is None or shown is None:
        return None
    plate = _own_plate(context, shot)
    one_to_one = event.pace == 1
    needed = source_of(event, shown, work)
    shot_frames: tuple[FrameRange, ...] = ()
    source: tuple[FrameRange, ...] = ()
    resourced = shot.change is CutChange.RESOURCED
    if (resourced and plate is None) or _awaits_plate(context, event):
        lacks = Lacking(anew=needed.length, of_source=not one_to_one)
        source, shot_frames = (needed,), (work,) if one_to_one else ()
    elif one_to_one:
        shot_frames = _missing(context, plate, work)
        source = tuple(source_of(event, shown, run) for run in shot_frames)
        lacks = _ends(work, shot_frames)
    else:
        held = held_source(context, plate, event, shot.former)
        if held is None:
            lacks = Lacking(tail=_short_of(context, plate, event, shot.former, needed))
        else:
            source = gaps(needed, held)
            lacks = _ends(needed, source)
        if event.speed < 0:
            # Backwards its head is the source's right end.
            lacks = replace(lacks, head=lacks.tail, tail=lacks.head)
        lacks = replace(lacks, of_source=True)
    if not lacks.frames:
        return None
    linked = named(context.plate)
    return Wanted(
        cut, lacks, event.reel, shot_frames, source, event.source_rate, event.source_drop, linked
    )


def source_of(event: CutEvent, cut: FrameRange, frames: FrameRange) -> FrameRange:
    """Return the source frames that shot frames show, where the event lies at `cut`.

    A cut of another length than the event's is of a shot at another rate, or not yet recut: what
    comes before and after it lies beside the event all the same.
    """
    last = frames.last - cut.first
    if frames.last > cut.last:
        last += event.length - cut.length
    first = frames.first - cut.first
    return event.source_of(FrameRange(first, max(first, last)))


def named(plate: Element | None) -> str:
    """Return what a plate is told from another by: where its files lie, and what they are called.

    It is empty for none.
    """
    return f"{plate.folder}/{plate.media.name}" if plate is not None else ""


def is_there(content: Content, context: ShotContext) -> bool:
    """Return whether the frames that a content asks for are on disk by now, in its plate."""
    asked, plate, event = content.wanted, context.plate, context.event
    if asked is None or plate is None or event is None:
        return False
    if _awaits_plate(context, event):
        return False
    held = held_source(context, plate, event, None)
    if asked.source and held is not None:
        return not any(gaps(run, held) for run in asked.of_reel(event.run) or asked.source)
    missing = context.aligned[plate.id].missing
    return bool(asked.shot_frames) and not any(map(missing, asked.shot_frames))


def held_source(
    context: ShotContext, plate: Element | None, event: CutEvent, former: CutEvent | None
) -> tuple[FrameRange, ...] | None:
    """Return the source frames that a shot's plate, or else its clip, holds; None if not known."""
    if plate is not None:
        first = serving_timecode(plate.media, event, event.source_rate)
        if first is None:
            return None
        later = event.run.moment(first.frames) - plate.media.first
        return tuple(run.moved(later) for run in plate.media.present)
    if former is None or former.source_rate != event.source_rate or not former.pace:
        return None
    setup = context.setup
    clip = event.run.beside(source_of(former, setup.cut_range, setup.clip_range))
    asked = context.wanted.of_reel(event.run) if context.wanted else ()
    return gaps(clip, asked)


def _own_plate(context: ShotContext, shot: RecutShot) -> Element | None:
    """Return the plate, unless it is of a source that the shot has no more.

    It is of the new one where it lies there by its timecode. Two reels may have one timecode: then
    it has to be named by its reel, or else not lie at the former source just as well.
    """
    plate, event, former = context.plate, shot.event, shot.former
    if plate is None or shot.change is not CutChange.RESOURCED or event is None or former is None:
        return plate
    if serving_timecode(plate.media, event, event.source_rate) is None:
        return None
    if is_one_reel(former.reel, event.reel) or event.reel.casefold() in named(plate).casefold():
        return plate
    at_former = serving_timecode(plate.media, former, former.source_rate) is not None
    return None if at_former else plate


def _awaits_plate(context: ShotContext, event: CutEvent) -> bool:
    """Return whether a whole new plate of this source was asked for, and hasn't come yet."""
    asked = context.wanted
    if asked is None or not asked.lacks.anew or not asked.of_reel(event.run):
        return False
    return context.plate is None or named(context.plate) == asked.plate


def _missing(
    context: ShotContext, plate: Element | None, work: FrameRange
) -> tuple[FrameRange, ...]:
    """Return the shot frames of a work range that no file holds; without files the clip tells."""
    if plate is not None:
        return context.aligned[plate.id].missing(work)
    asked = context.wanted.shot_frames if context.wanted else ()
    return gaps(work, gaps(context.setup.clip_range, asked))


def _short_of(
    context: ShotContext,
    plate: Element | None,
    event: CutEvent,
    former: CutEvent | None,
    needed: FrameRange,
) -> int:
    """Return how many source frames are too few where it isn't known which there are."""
    clip = floor(context.setup.clip_range.length * abs((former or event).pace))
    return max(0, needed.length - (clip if plate is None else plate.media.count))


def _ends(needed: FrameRange, missing: Sequence[FrameRange]) -> Lacking:
    """Return how many of the missing lie at the head of what is needed, at its tail and between.

    Where nothing of it is there, all lie at the tail.
    """
    tail = sum(run.length for run in missing if run.last == needed.last)
    head = sum(run.length for run in missing if run.first == needed.first and run != needed)
    return Lacking(head, tail, total(missing) - head - tail)
