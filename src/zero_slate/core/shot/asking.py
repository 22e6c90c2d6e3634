"""What to ask for of a recut, so that somebody else can send it: which frames, of which source."""

from dataclasses import dataclass
from math import ceil, floor

from zero_slate.core.base.figures import counted
from zero_slate.core.cut.comparison import RecutShot
from zero_slate.core.cut.events import CutEvent
from zero_slate.core.shot.context import ShotContext
from zero_slate.core.shot.recut import Lacking, held_source, lacking, source_of_work
from zero_slate.core.shot.state import Content
from zero_slate.core.time.frames import FrameRange, gaps
from zero_slate.core.time.timecode import Timecode


@dataclass(frozen=True, slots=True)
class Asked:
    """Frames to ask for: in words, and exactly, as shot frames and as source timecode.

    Either is empty where it isn't known. Source ranges are `in–out`, both included.
    """

    frames: int
    words: str
    reel: str
    shot_frames: str
    source: str


def asked(content: Content, context: ShotContext, shot: RecutShot) -> Asked | None:
    """Return what to ask for so that a recut is covered; None where nothing lacks."""
    event, required = shot.event, context.required
    lacks = lacking(content, context, shot)
    if event is None or not lacks.frames:
        return None
    assert required.work_range is not None
    assert required.cut_range is not None
    if event.speed != 1 and not lacks.anew:
        needed = source_of_work(event, required.cut_range, required.work_range)
        held = held_source(content, context, event, shot.former)
        source = gaps(needed, held) if held is not None else ()
        return _asked(event, lacks, (), source)
    holes = _holes(content, context, lacks, required.work_range)
    return _asked(event, lacks, holes, _in_source(event, required.cut_range, holes))


def _holes(
    content: Content, context: ShotContext, lacks: Lacking, work: FrameRange
) -> tuple[FrameRange, ...]:
    if lacks.anew:
        return (work,)
    plate = context.plate
    if plate is None:
        return gaps(work, (content.setup.clip_range,))
    return context.aligned[plate.id].missing(work)


def _in_source(
    event: CutEvent, cut: FrameRange, holes: tuple[FrameRange, ...]
) -> tuple[FrameRange, ...]:
    """Return the source frames that shot frames show: all that any of them touches."""
    pace = event.pace
    if event.speed <= 0 or not pace:
        return (event.source,)
    start = event.source.first
    return tuple(
        FrameRange(
            start + floor((hole.first - cut.first) * pace),
            start + ceil((hole.last + 1 - cut.first) * pace) - 1,
        )
        for hole in holes
    )


def _asked(
    event: CutEvent,
    lacks: Lacking,
    shot_frames: tuple[FrameRange, ...],
    source: tuple[FrameRange, ...],
) -> Asked:
    retimed = event.speed != 1 and not lacks.anew
    words = f"{lacks} of the source" if retimed else str(lacks)
    return Asked(
        lacks.frames,
        words,
        event.reel,
        ", ".join(run.short for run in shot_frames),
        ", ".join(_label(event, run) for run in source),
    )


def _label(event: CutEvent, run: FrameRange) -> str:
    first, last = (
        Timecode.from_frames(frame, event.source_rate, drop=event.source_drop)
        for frame in (run.first, run.last)
    )
    return f"{first}–{last} ({counted(run.length, 'frame')})"
