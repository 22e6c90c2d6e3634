"""A recut: the latest cut against one before, and taking it into the shots."""

from collections.abc import Sequence
from dataclasses import dataclass
from math import ceil, floor

from sqlalchemy.orm import Session

from zero_slate.core.base.figures import counted, decimal
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.checks.match import rate_warning
from zero_slate.core.cut.comp import joined
from zero_slate.core.cut.comparison import (
    Answers,
    CutChange,
    RecutShot,
    UncertainMatch,
    compare,
    covered,
    tally,
)
from zero_slate.core.cut.events import CutEvent
from zero_slate.core.shot.change import change
from zero_slate.core.shot.context import ShotContext
from zero_slate.core.shot.state import Content
from zero_slate.core.time.frames import FrameRange
from zero_slate.services.productions.judged import JudgedProductions, production_of
from zero_slate.services.runtime.workspace import NotFound, Workspace
from zero_slate.services.shots.loading import load_shot
from zero_slate.services.shots.making import NewShots
from zero_slate.services.shots.storing import store_change
from zero_slate.store import cuts, elements, house, revisions
from zero_slate.store.tables import Cut, MatchAnswer


@dataclass(frozen=True, slots=True)
class RecutStretch:
    """A stretch of source frames, counted from the earlier of both cuts' first."""

    first: int
    """The first source frame."""
    last: int
    """The last source frame; it is a part of the stretch."""


@dataclass(frozen=True, slots=True)
class RecutLine:
    """A shot of a recut: what became of it, and what it needs."""

    code: str
    """The code the shot has in the new cut, or had in the former."""
    former_code: str
    """The code it had in the former cut, where that is another; empty where it isn't."""
    change: CutChange
    """What became of it."""
    word: str
    """The same in a word."""
    shot_id: int | None
    """The shot's number; None where it isn't set up."""
    title: str
    """The shot's title."""
    edit_in: str
    """Its first frame in the cut that `code` is from, by timecode."""
    length_before: int | None
    """Its length in the former cut, in frames; None where it wasn't in it."""
    length_after: int | None
    """Its length in the new cut, in frames; None where it isn't in it."""
    head: int
    """How many frames were added at its head; negative for those cut off."""
    tail: int
    """How many frames were added at its tail; negative for those cut off."""
    moved: int
    """By how many frames it lies later in the cut; negative for earlier."""
    speed: str
    """What its speed was and is, in words; empty where that is unchanged."""
    before: RecutStretch | None
    """The source frames the former cut shows; None where it wasn't in it."""
    after: RecutStretch | None
    """The source frames the new cut shows, on the same scale; None where it isn't in it."""
    work_before: str
    """The work range the shot has."""
    work_after: str
    """The work range the new cut asks for."""
    short_head: int
    """How many frames of that its clip and files don't have at the head."""
    short_tail: int
    """How many frames of that its clip and files don't have at the tail."""
    holes: int
    """How many frames of that are missing in between."""
    ask: str
    """How many frames to ask for, in words; empty where none are needed."""
    locked_by: str
    """Who locked its work range; empty where nobody did."""
    taken: bool
    """Whether the shot has it already."""
    takes: bool
    """Whether taking the recut would change the shot."""
    warning: str
    """What speaks against taking it; empty where nothing does."""
    uncertain: UncertainMatch | None
    """Which former shot it may be, where that isn't sure; None where it is."""


@dataclass(frozen=True, slots=True)
class ChangeCount:
    """How many shots something became of."""

    change: CutChange
    """What became of them."""
    word: str
    """The same in a word."""
    shots: int
    """How many there are."""


@dataclass(frozen=True, slots=True)
class RecutPage:
    """A recut: the cuts it lies between, its shots and how many there are of each change."""

    production_id: int
    """The production's number."""
    title: str
    """The production's title."""
    before: int
    """The former cut's number."""
    after: int
    """The new cut's number."""
    numbers: tuple[int, ...]
    """The numbers of all its cuts."""
    lines: tuple[RecutLine, ...]
    """Its shots, in the order of the new cut."""
    counts: tuple[ChangeCount, ...]
    """How many there are of each change."""
    frames_before: int
    """The former cut's length in frames."""
    frames_after: int
    """The new cut's length in frames."""
    to_take: int
    """How many shots taking it would change."""
    to_ask: int
    """How many shots need frames that aren't there."""


@dataclass(frozen=True, slots=True)
class RecutResult:
    """What taking a recut did: codes taken, set up anew, and left with why."""

    taken: tuple[str, ...]
    """The codes of the shots that were changed."""
    made: tuple[str, ...]
    """The codes of those that were set up anew."""
    left: dict[str, str]
    """Why each that was left was left, by its code."""


@dataclass(frozen=True, slots=True)
class _Known:
    shot_id: int
    content: Content
    context: ShotContext


class Recuts:
    """Lays cuts against each other and takes them into shots."""

    def __init__(self, workspace: Workspace, judged: JudgedProductions, new_shots: NewShots):
        self.workspace = workspace
        self.judged = judged
        self.new_shots = new_shots

    def page(self, production_id: int, against: int | None = None) -> RecutPage:
        """Lay the latest cut against the one before it, or against cut `against`."""
        with self.workspace.reading() as session:
            title = production_of(session, production_id).title
            after, before = _cuts(session, production_id, against)
            old, new = (self.judged.events_of(session, cut) for cut in (before, after))
            answers = house.answers_of(session, after.id)
            told, known = self._told(session, production_id, old, new, answers)
            numbers = tuple(range(1, after.number))
        lines = tuple(self._line(each, known) for each in told)
        return RecutPage(
            production_id,
            title,
            before.number,
            after.number,
            numbers,
            lines,
            tuple(ChangeCount(change, change.word, n) for change, n in tally(told).items()),
            sum(event.length for event in old),
            sum(event.length for event in new),
            sum(line.takes and not line.taken and not line.locked_by for line in lines),
            sum(line.short_head + line.short_tail + line.holes for line in lines),
        )

    def answer(self, production_id: int, code: str, former: str, same: bool) -> None:
        """Keep what a person said of a doubtful match in the latest cut."""
        with self.workspace.writing() as session:
            after, _ = _cuts(session, production_id, None)
            session.merge(
                MatchAnswer(
                    cut_id=after.id,
                    code=code,
                    former=former,
                    same=same,
                    who=self.workspace.who,
                    at=self.workspace.now(),
                )
            )

    def take(
        self, production_id: int, codes: Sequence[str] | None, against: int | None = None
    ) -> RecutResult:
        """Take the recut into some shots, or into all: all of it or, on a failure, none.

        A locked work range stays as it is, and its shot is left with that reason. New shots are
        set up only where they are named.
        """
        wanted = None if codes is None else set(codes)
        taken, made, left = [], [], {}
        with self.workspace.writing() as session:
            after, before = _cuts(session, production_id, against)
            old, new = (self.judged.events_of(session, cut) for cut in (before, after))
            answers = house.answers_of(session, after.id)
            told, known = self._told(session, production_id, old, new, answers)
            for each in told:
                if wanted is not None and each.code not in wanted:
                    continue
                if each.uncertain is not None and wanted is not None:
                    left[each.code] = f"it may be {each.uncertain.former}: say so first"
                elif each.change is CutChange.NEW and each.event and each.code not in known:
                    if wanted is not None:
                        self.new_shots.make_from_event(session, production_id, each.event)
                        made.append(each.code)
                elif each.asks_something:
                    why = self._take(session, each, known, after.number)
                    if why is None:
                        taken.append(each.code)
                    elif why:
                        left[each.code] = why
        return RecutResult(tuple(taken), tuple(made), left)

    def _take(
        self, session: Session, each: RecutShot, known: dict[str, _Known], number: int
    ) -> str | None:
        """Give a shot what the recut asks; return why not, empty where there is nothing to do."""
        shot = known.get(_shot_code(each))
        if shot is None:
            return "it isn't set up"
        wanted = _wanted(shot, each)
        if wanted == shot.content:
            return ""
        if shot.content.lock is not None:
            return f"its work range is locked by {shot.content.lock.who}"
        loaded = load_shot(session, shot.shot_id)
        said = f"Cut {number:02d}, {each.change.word}: "
        store_change(self.workspace, session, loaded, wanted, said)
        return None

    def _told(
        self,
        session: Session,
        production_id: int,
        old: Sequence[CutEvent],
        new: Sequence[CutEvent],
        answers: Answers,
    ) -> tuple[tuple[RecutShot, ...], dict[str, _Known]]:
        told = compare(old, new, answers)
        contents = revisions.contents_of(session, production_id)
        comps = tuple(
            comp
            for content in contents.values()
            if content.events and (comp := _comp(content, old, new)) is not None
        )
        told += comps
        edit = revisions.edit_format_of(revisions.latest_edit(session, production_id))
        linked = elements.elements_of_shots(session, list(contents))
        events = {_shot_code(each): each.event for each in told}
        known = {}
        for shot_id, content in contents.items():
            code = content.setup.code
            context = ShotContext.of(content, edit, events.get(code), linked.get(shot_id, ()))
            known[code] = _Known(shot_id, content, context)
        return told, known

    def _line(self, each: RecutShot, known: dict[str, _Known]) -> RecutLine:
        shot = known.get(_shot_code(each))
        former, event = each.former, each.event
        origin = min(e.source.first for e in (former, event) if e is not None)
        head = tail = holes = 0
        work_before = work_after = locked = ""
        takes = taken = False
        warning = ""
        if shot is not None:
            setup = shot.content.setup
            work_before = str(setup.work_range)
            warning = rate_warning(setup, shot.context.edit, shot.content.departures)
            required = shot.context.required.work_range
            takes = each.asks_something
            if required is not None:
                work_after = str(required)
                taken = takes and _wanted(shot, each) == shot.content
                head, tail, holes = _short(shot, each, required)
            locked = shot.content.lock.who if shot.content.lock else ""
        short = [
            f"{counted(number, 'frame')} {where}"
            for number, where in ((head, "at the head"), (tail, "at the tail"), (holes, "inside"))
            if number
        ]
        shown = event or former
        assert shown is not None, "a shot is in one of both cuts"
        return RecutLine(
            each.code,
            former.code if each.renamed and former else "",
            each.change,
            each.change.word,
            shot.shot_id if shot else None,
            shot.content.setup.title if shot else shown.name,
            str(shown.record_in),
            former.length if former else None,
            event.length if event else None,
            each.head,
            each.tail,
            each.moved,
            _speeds(former, event),
            _span(former, origin),
            _span(event, origin),
            work_before,
            work_after,
            head,
            tail,
            holes,
            f"ask for {' and '.join(short)}" if short and event else "",
            locked,
            taken,
            takes,
            warning,
            each.uncertain,
        )


def _cuts(session: Session, production_id: int, against: int | None) -> tuple[Cut, Cut]:
    after = cuts.latest_cut(session, production_id)
    if after is None or after.number < 2:
        raise NotFound("Read a second cut to compare it with this one.")
    number = after.number - 1 if against is None else against
    before = cuts.cut_number(session, production_id, number)
    if before is None or number >= after.number:
        raise Refusal(
            f"There is no cut {number} before cut {after.number}.", nearest=str(after.number - 1)
        )
    return after, before


def _comp(content: Content, old: Sequence[CutEvent], new: Sequence[CutEvent]) -> RecutShot | None:
    """Return what became of a comp: its length alone tells, since its source is the edit."""
    code = content.setup.code
    former, event = (
        joined([e for e in events if e.code in content.events], code) for events in (old, new)
    )
    if former is None or event is None:
        return None
    tail = event.length - former.length
    moved = event.record.first - former.record.first
    change = (
        CutChange.LONGER
        if tail > 0
        else CutChange.SHORTER
        if tail < 0
        else CutChange.MOVED
        if moved
        else CutChange.UNCHANGED
    )
    return RecutShot(change, code, former, event, 0, tail, moved)


def _shot_code(each: RecutShot) -> str:
    """Return the code that the shot has until the recut is taken."""
    return each.former.code if each.former else each.code


def _wanted(shot: _Known, each: RecutShot) -> Content:
    """Return a shot's content with what the recut asks: ranges, clip, label and code."""
    required = shot.context.required
    if required.cut_range is None or required.work_range is None:
        return shot.content
    values: dict[str, object] = {"cut_range": required.cut_range, "work_range": required.work_range}
    clip = shot.content.setup.clip_range
    if not clip.holds(required.work_range):
        values["clip_range"] = FrameRange(
            min(clip.first, required.work_range.first), max(clip.last, required.work_range.last)
        )
    if each.renamed and not shot.content.events:
        values["code"] = each.code
    unlocked = shot.content.model_copy(update={"lock": None})
    return change(unlocked, values, shot.context.anchor).model_copy(
        update={"lock": shot.content.lock}
    )


def _short(shot: _Known, each: RecutShot, required: FrameRange) -> tuple[int, int, int]:
    plate = shot.context.plate
    event, former = each.event, each.former
    if event is not None and event.speed != 1:
        # A retime is covered by source frames, however many frames they fill.
        has = shot.content.setup.clip_range.length * abs(former.pace if former else event.pace)
        there = floor(has) if plate is None else plate.media.count
        return 0, max(0, ceil(required.length * abs(event.pace)) - there), 0
    if plate is None:
        return covered(required, shot.content.setup.clip_range, ())
    placed = shot.context.aligned[plate.id]
    return covered(required, placed.clip, placed.missing(required))


def _span(event: CutEvent | None, origin: int) -> RecutStretch | None:
    return RecutStretch(event.source.first - origin, event.source.last - origin) if event else None


def _speeds(former: CutEvent | None, event: CutEvent | None) -> str:
    if former is None or event is None or former.speed == event.speed:
        return ""
    return " → ".join(f"{decimal(e.speed * 100, 1, trim=True)} %" for e in (former, event))
