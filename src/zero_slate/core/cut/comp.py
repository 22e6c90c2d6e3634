"""A comp: one shot for several adjoining events of the cut, its range their union."""

from collections.abc import Collection, Sequence
from fractions import Fraction
from itertools import pairwise

from zero_slate.core.base.figures import counted
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.cut.comparison import CutChange, RecutShot
from zero_slate.core.cut.events import CutEvent
from zero_slate.core.time.frames import FrameRange


def require_adjoining(events: Sequence[CutEvent]) -> None:
    """Refuse events that don't follow one another without a gap in the edit."""
    if len(events) < 2:
        raise Refusal("A comp takes two or more adjoining events of the cut.")
    for before, after in pairwise(events):
        gap = after.record.first - before.record.last - 1
        if gap:
            apart = counted(abs(gap), "frame")
            ending = "s" if abs(gap) == 1 else ""
            verb = f"lie{ending} between them" if gap > 0 else f"overlap{ending}"
            raise Refusal(f"{before.code} and {after.code} don't adjoin: {apart} {verb}.")


def joined(events: Sequence[CutEvent], code: str) -> CutEvent | None:
    """Return adjoining events as one: its record their union, its source the edit's own timecode.

    One event alone is itself; None where there is none. Events that don't adjoin any more give the
    stretch from the first to the last.
    """
    if len(events) <= 1:
        return events[0] if events else None
    first = events[0]
    record = FrameRange(min(e.record.first for e in events), max(e.record.last for e in events))
    reels = dict.fromkeys(e.reel for e in events)
    return CutEvent(
        first.position,
        code,
        " + ".join(e.code for e in events),
        "+".join(reels),
        first.track,
        record,
        first.record_rate,
        first.record_drop,
        record,
        first.record_rate,
        first.record_drop,
        Fraction(1),
        first.cdl,
    )


def compare_comp(
    code: str, events: Collection[str], before: Sequence[CutEvent], after: Sequence[CutEvent]
) -> RecutShot | None:
    """Return what became of the comp of `events`; None where either cut has none of them.

    Its length alone tells, since its source is the edit.
    """
    former, event = (
        joined([each for each in cut if each.code in events], code) for cut in (before, after)
    )
    if former is None or event is None:
        return None
    tail = event.length - former.length
    moved = event.record.first - former.record.first
    if tail:
        change = CutChange.LONGER if tail > 0 else CutChange.SHORTER
    else:
        change = CutChange.MOVED if moved else CutChange.UNCHANGED
    return RecutShot(change, code, former, event, 0, tail, moved)
