"""A later cut against the one before: what became of each shot, and what it needs."""

import re
from collections import Counter, defaultdict
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, replace
from enum import StrEnum
from fractions import Fraction
from typing import Any

from zero_slate.core.base.figures import clock_time
from zero_slate.core.cut.events import FAR_APART, CutEvent, first_by_code
from zero_slate.core.cut.source import is_one_reel
from zero_slate.core.time.rate import FrameRate
from zero_slate.core.time.retime import Rescale

# Sources that share at least this much of the shorter are the same shot under another code; less,
# and a person is asked.
SURE = Fraction(4, 5)
_TAKE = re.compile(r"(?<![A-Za-z0-9])(?:take|tk|t)[ _.-]?(\d{1,4})(?![A-Za-z0-9])", re.IGNORECASE)


class CutChange(StrEnum):
    """What became of a shot."""

    UNCHANGED = "unchanged"
    MOVED = "moved"
    LONGER = "longer"
    SHORTER = "shorter"
    SLIPPED = "slipped"
    RETIMED = "retimed"
    RESOURCED = "new source"
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
    `source` says what is new of its source; `kin` is the shot that it was split from, or that it
    was joined into; `uses` are how often it stands in both cuts.
    """

    change: CutChange
    code: str
    former: CutEvent | None
    event: CutEvent | None
    head: int = 0
    tail: int = 0
    moved: int = 0
    uncertain: UncertainMatch | None = None
    source: str = ""
    kin: str = ""
    uses: tuple[int, int] = (1, 1)

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
    before = in_rate(before, after)
    uses = tuple(Counter(event.code for event in cut) for cut in (before, after))
    new = first_by_code(after)
    old = _uses_to_compare(before, new)
    gone = {code: event for code, event in old.items() if code not in new}
    by_reel: dict[str, list[CutEvent]] = defaultdict(list)
    for event in gone.values():
        by_reel[event.reel.casefold()].append(event)
    swapped = _swapped(old, new)
    shots = []
    taken: set[str] = set()
    for code, event in new.items():
        if code in old:
            shots.append(_one(old[swapped.get(code, code)], event))
            continue
        former, uncertain = _by_source(event, by_reel[event.reel.casefold()], taken, answers or {})
        if former is not None:
            taken.add(former.code)
            shots.append(_one(former, event))
        else:
            kin = "" if uncertain else _holding(event, old.values())
            shots.append(RecutShot(CutChange.NEW, code, None, event, uncertain=uncertain, kin=kin))
    shots += [
        RecutShot(CutChange.GONE, code, event, None, kin=_holding(event, new.values()))
        for code, event in gone.items()
        if code not in taken
    ]
    return tuple(replace(shot, uses=(uses[0][shot.known_as], uses[1][shot.code])) for shot in shots)


def in_rate(before: Sequence[CutEvent], after: Sequence[CutEvent]) -> Sequence[CutEvent]:
    """Return a former cut as it would be counted at the rate of a later one.

    Frames go by time; where both rates have the same labels (24 and 24000/1001), by label.
    """
    if not before or not after or before[0].record_rate == after[0].record_rate:
        return before
    rate, drop = after[0].record_rate, after[0].record_drop
    return [_in_rate(event, rate, drop) for event in before]


def _in_rate(event: CutEvent, rate: FrameRate, drop: bool) -> CutEvent:
    was = event.record_rate
    scale = Rescale(0, 0, rate if was.nominal == rate.nominal else was, rate)
    values: dict[str, Any] = {"record": scale.run(event.record)}
    if event.source_rate == was:
        # A list of lines has its sources at its own rate.
        values["source"] = scale.run(event.source)
        values["source_rate"] = rate
        values["source_drop"] = event.source_drop and rate.has_drop_frame
    return replace(event, record_rate=rate, record_drop=drop, **values)


def _uses_to_compare(
    before: Sequence[CutEvent], new: Mapping[str, CutEvent]
) -> dict[str, CutEvent]:
    """Return each code's event of the former cut: of several uses, the one that the new one is."""
    uses: dict[str, list[CutEvent]] = {}
    for event in before:
        uses.setdefault(event.code, []).append(event)
    return {
        code: found[0]
        if len(found) == 1 or code not in new
        else max(found, key=lambda former: former.run.shared(new[code].run))
        for code, found in uses.items()
    }


def _swapped(old: Mapping[str, CutEvent], new: Mapping[str, CutEvent]) -> dict[str, str]:
    """Return codes that changed places, each with the one that its source had before."""
    strange = [
        code
        for code, event in new.items()
        if code in old and (other_source(old[code], event) or not old[code].run.shared(event.run))
    ]
    by_reel: dict[str, list[str]] = defaultdict(list)
    for code in strange:
        by_reel[old[code].reel.casefold()].append(code)
    found = {}
    for code in strange:
        mates = by_reel[new[code].reel.casefold()]
        sure = [other for other in mates if _part(old[other], new[code]) >= SURE]
        if len(sure) == 1:
            found[code] = sure[0]
    # Only those count that all go round: else one of them would have two fates.
    while set(found) != set(found.values()):
        found = {
            code: other
            for code, other in found.items()
            if other in found and code in found.values()
        }
    return found


def _holding(event: CutEvent, others: Iterable[CutEvent]) -> str:
    """Return the code of a shot of the other cut whose source holds this one; empty for none."""
    for other in others:
        if event.code == other.code or event.source.length > other.source.length:
            continue
        if _part(event, other) >= SURE:
            return other.code
    return ""


def _part(one: CutEvent, other: CutEvent) -> Fraction:
    """Return how much of the shorter one's source both show."""
    return Fraction(one.run.shared(other.run), min(one.source.length, other.source.length))


def other_source(former: CutEvent, event: CutEvent) -> str:
    """Say how an event's source is another one, by reel, take or time of day; empty if it isn't."""
    if former.reel and event.reel and not is_one_reel(former.reel, event.reel):
        return f"reel {former.reel} → {event.reel}"
    takes = _take(former.name), _take(event.name)
    if takes[0] != takes[1] and all(takes):
        return f"take {takes[0]} → {takes[1]}"
    if former.source_rate != event.source_rate:
        return ""
    gap = former.run.apart(event.source)
    if event.source_rate.seconds(gap) > FAR_APART:
        return f"{clock_time(event.source_rate.seconds(gap))} apart in the source"
    return ""


def _take(name: str) -> str:
    found = _TAKE.search(name)
    return found[1].lstrip("0") if found else ""


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
        both = former.run.shared(event.run)
        if not both:
            continue
        if answer:
            return former, None
        shared.append((_part(former, event), both, former))
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
    source = other_source(former, event)
    if source:
        tail = event.length - former.length
        return RecutShot(
            CutChange.RESOURCED, event.code, former, event, 0, tail, moved, source=source
        )
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
    earlier = former.run.first_shown - former.run.moment(event.run.first_shown)
    head = round(earlier / event.pace)
    return head, more - head
