"""A later cut against the one before: what became of each shot, and what it needs."""

from collections import defaultdict
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from enum import StrEnum
from fractions import Fraction

from zero_slate.core.cut.events import CutEvent, first_by_code
from zero_slate.core.time.frames import FrameRange

# Sources that share at least this much of the shorter are the same shot under another code; less,
# and a person is asked.
SURE = Fraction(4, 5)


class CutChange(StrEnum):
    """What became of a shot."""

    UNCHANGED = "unchanged"
    MOVED = "moved"
    LONGER = "longer"
    SHORTER = "shorter"
    SLIPPED = "slipped"
    RETIMED = "retimed"
    NEW = "new"
    GONE = "gone"

    @property
    def word(self) -> str:
        """What became of it, in words."""
        return "moved in the edit only" if self is CutChange.MOVED else str(self)


@dataclass(frozen=True, slots=True)
class UncertainMatch:
    """A shot that may be one of the former cut: by its reel, and the source frames both show."""

    code: str
    """The code the shot has in the new cut."""
    former: str
    """The code of the shot of the former cut that it may be."""
    reel: str
    """The reel both are cut from."""
    shared: int
    """How many source frames both show."""
    of: int
    """How many source frames the former one shows."""


@dataclass(frozen=True, slots=True)
class RecutShot:
    """One shot in both cuts, or in one of them.

    `head` and `tail` are the frames gained, in frames of the edit, below 0 where they are lost;
    `moved` is how much later it begins in the edit. `uncertain` is what a person has to say first.
    """

    change: CutChange
    code: str
    former: CutEvent | None
    event: CutEvent | None
    head: int = 0
    tail: int = 0
    moved: int = 0
    uncertain: UncertainMatch | None = None

    @property
    def renamed(self) -> bool:
        """Whether the shot had another code before."""
        return bool(self.former and self.event and self.former.code != self.event.code)

    @property
    def known_as(self) -> str:
        """The code that the shot has until the recut is taken."""
        return self.former.code if self.former else self.code

    @property
    def asks_something(self) -> bool:
        """Whether the shot's own frames have to change."""
        return self.renamed or self.change not in (
            CutChange.UNCHANGED,
            CutChange.MOVED,
            CutChange.GONE,
        )


Answers = Mapping[tuple[str, str], bool]


def compare(
    before: Sequence[CutEvent], after: Sequence[CutEvent], answers: Answers | None = None
) -> tuple[RecutShot, ...]:
    """Lay a cut against the one before, in the order of the later one; what is gone comes last.

    Shots are matched by code, then by reel and overlapping source. `answers` says, by the codes of
    both, whether a doubtful match is the same shot; an unanswered one is new, with the shot that
    it may be.
    """
    old, new = first_by_code(before), first_by_code(after)
    gone = {code: event for code, event in old.items() if code not in new}
    by_reel: dict[str, list[CutEvent]] = defaultdict(list)
    for event in gone.values():
        by_reel[event.reel].append(event)
    shots = []
    taken: set[str] = set()
    for code, event in new.items():
        if code in old:
            shots.append(_one(old[code], event))
            continue
        former, uncertain = _by_source(event, by_reel[event.reel], taken, answers or {})
        if former is not None:
            taken.add(former.code)
            shots.append(_one(former, event))
        else:
            shots.append(RecutShot(CutChange.NEW, code, None, event, uncertain=uncertain))
    shots += [
        RecutShot(CutChange.GONE, code, event, None)
        for code, event in gone.items()
        if code not in taken
    ]
    return tuple(shots)


def tally(shots: Iterable[RecutShot]) -> dict[CutChange, int]:
    """Count the shots that each thing happened to, in the order of `CutChange`."""
    counts = dict.fromkeys(CutChange, 0)
    for shot in shots:
        counts[shot.change] += 1
    return counts


def _by_source(
    event: CutEvent, candidates: list[CutEvent], taken: set[str], answers: Answers
) -> tuple[CutEvent | None, UncertainMatch | None]:
    """Find the former shot that shows most of the same source on the same reel."""
    shared: list[tuple[Fraction, int, CutEvent]] = []
    for former in candidates:
        answer = answers.get((event.code, former.code))
        if former.code in taken or answer is False:
            continue
        both = former.source.overlap(event.source)
        if former.source_rate != event.source_rate or both is None:
            continue
        if answer:
            return former, None
        part = Fraction(both.length, min(former.source.length, event.source.length))
        shared.append((part, both.length, former))
    if not shared:
        return None, None
    shared.sort(key=lambda each: each[:2], reverse=True)
    part, length, former = shared[0]
    alone = len(shared) == 1 or shared[1][0] < part
    if part >= SURE and alone:
        return former, None
    shorter = min(former.source.length, event.source.length)
    return None, UncertainMatch(event.code, former.code, event.reel, length, shorter)


def _one(former: CutEvent, event: CutEvent) -> RecutShot:
    moved = event.record.first - former.record.first
    if event.speed != former.speed:
        tail = event.length - former.length
        return RecutShot(CutChange.RETIMED, event.code, former, event, 0, tail, moved)
    head, tail = gained(former, event)
    if head == tail == 0:
        change = CutChange.MOVED if moved else CutChange.UNCHANGED
    elif head == -tail:
        change = CutChange.SLIPPED
    else:
        change = CutChange.LONGER if head + tail > 0 else CutChange.SHORTER
    return RecutShot(change, event.code, former, event, head, tail, moved)


def gained(former: CutEvent, event: CutEvent) -> tuple[int, int]:
    """Return the frames gained at head and tail, in frames of the edit; below 0 they are lost.

    The head is what the source begins earlier, ÷ source frames an edit frame; together they are
    what the edit shows more.
    """
    more = event.length - former.length
    if not event.pace or former.source_rate != event.source_rate:
        return 0, more
    earlier = former.source.first - event.source.first
    head = round(earlier / event.pace)
    return head, more - head


def covered(
    required: FrameRange, has: FrameRange, missing: Sequence[FrameRange]
) -> tuple[int, int, int]:
    """Return how many frames of what is required aren't there: at head, at tail and in between.

    `has` is what the shot has now; `missing` are the frames of `required` that no file holds.
    """
    head = max(0, min(has.first - required.first, required.length))
    tail = max(0, min(required.last - has.last, required.length))
    inside = required.overlap(has)
    between = sum(
        hole.length
        for run in missing
        if inside is not None and (hole := run.overlap(inside)) is not None
    )
    return head, tail, between
