"""A recut: the latest cut against one before, and taking it into the shots."""

from collections.abc import Sequence
from dataclasses import dataclass

from sqlalchemy.orm import Session

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.cut.comparison import CutChange, RecutShot, tally
from zero_slate.core.cut.events import CutEvent
from zero_slate.core.shot.recut import recut
from zero_slate.services.cuts.recut_answers import ChangeCount, RecutPage, RecutResult
from zero_slate.services.cuts.recut_lines import SetUpShots, compare_shots, line_of
from zero_slate.services.productions.judged import JudgedProductions, production_of
from zero_slate.services.runtime.workspace import NotFound, Workspace
from zero_slate.services.shots.loading import load_shot
from zero_slate.services.shots.making import NewShots
from zero_slate.services.shots.storing import store_change
from zero_slate.store import cuts, house
from zero_slate.store.tables import Cut, MatchAnswer


@dataclass(frozen=True, slots=True)
class _Laid:
    """Two cuts laid against each other, as one reader saw them."""

    before: Cut
    after: Cut
    old: Sequence[CutEvent]
    new: Sequence[CutEvent]
    shots: tuple[RecutShot, ...]
    set_up: SetUpShots


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
            laid = self._laid(session, production_id, against)
            before, after = laid.before.number, laid.after.number
        lines = tuple(line_of(shot, laid.set_up) for shot in laid.shots)
        return RecutPage(
            production_id,
            title,
            before,
            after,
            tuple(range(1, after)),
            lines,
            tuple(ChangeCount(change, change.word, n) for change, n in tally(laid.shots).items()),
            sum(event.length for event in laid.old),
            sum(event.length for event in laid.new),
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
            laid = self._laid(session, production_id, against)
            for shot in laid.shots:
                if wanted is not None and shot.code not in wanted:
                    continue
                if shot.uncertain is not None and wanted is not None:
                    left[shot.code] = f"it may be {shot.uncertain.former}: say so first"
                elif shot.change is CutChange.NEW and shot.event and shot.code not in laid.set_up:
                    if wanted is not None:
                        self.new_shots.make_from_event(session, production_id, shot.event)
                        made.append(shot.code)
                elif shot.asks_something:
                    why = self._take(session, shot, laid)
                    if why is None:
                        taken.append(shot.code)
                    elif why:
                        left[shot.code] = why
        return RecutResult(tuple(taken), tuple(made), left)

    def _take(self, session: Session, shot: RecutShot, laid: _Laid) -> str | None:
        """Give a shot what the recut asks; return why not, empty where there is nothing to do."""
        known = laid.set_up.get(shot.known_as)
        if known is None:
            return "it isn't set up"
        wanted = recut(known.content, known.context, shot)
        if wanted == known.content:
            return ""
        if known.content.lock is not None:
            return f"its work range is locked by {known.content.lock.who}"
        loaded = load_shot(session, known.shot_id)
        said = f"Cut {laid.after.number:02d}, {shot.change.word}: "
        store_change(self.workspace, session, loaded, wanted, said)
        return None

    def _laid(self, session: Session, production_id: int, against: int | None) -> _Laid:
        after, before = _cuts(session, production_id, against)
        old, new = (self.judged.events_of(session, cut) for cut in (before, after))
        answers = house.answers_of(session, after.id)
        shots, set_up = compare_shots(session, production_id, old, new, answers)
        return _Laid(before, after, old, new, shots, set_up)


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
