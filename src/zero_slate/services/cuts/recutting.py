"""A recut: the latest cut against one before, and taking it into the shots."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from sqlalchemy.orm import Session

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.cut.comparison import CutChange, RecutShot, in_rate, tally
from zero_slate.core.cut.events import CutEvent
from zero_slate.core.shot.recut import recut
from zero_slate.services.cuts.recut_answers import ChangeCount, RecutPage, RecutResult
from zero_slate.services.cuts.recut_lines import SetUpShots, compare_shots, line_of
from zero_slate.services.productions.judged import JudgedProductions, production_of
from zero_slate.services.runtime.workspace import NotFound, Workspace
from zero_slate.services.shots.loading import load_shot
from zero_slate.services.shots.making import NewShots
from zero_slate.services.shots.storing import park_codes, store_change
from zero_slate.store import cuts, frame_requests, house
from zero_slate.store.batches import add_batch
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
        lines = tuple(line_of(shot, laid.set_up, after) for shot in laid.shots)
        return RecutPage(
            production_id,
            title,
            before,
            after,
            _rates(laid),
            tuple(range(1, after)),
            lines,
            tuple(ChangeCount(change, change.word, n) for change, n in tally(laid.shots).items()),
            sum(event.length for event in in_rate(laid.old, laid.new)),
            sum(event.length for event in laid.new),
            sum(line.takes and not line.taken and not line.locked_by for line in lines),
            sum(
                line.short_head + line.short_tail + line.holes + line.anew
                for line in lines
                if line.takes
            ),
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
        taken: list[str] = []
        made: list[str] = []
        with self.workspace.writing() as session:
            laid = self._laid(session, production_id, against)
            what = f"Recut: cut {laid.after.number:02d}"
            who, now = self.workspace.who, self.workspace.now()
            batch = add_batch(session, production_id, what, who, now)
            swaps = _swaps(laid, wanted)
            left = _park(session, laid, swaps)
            for shot in laid.shots:
                if shot.code in left:
                    continue
                if shot.code not in swaps and wanted is not None and shot.code not in wanted:
                    continue
                if shot.uncertain is not None and wanted is not None:
                    left[shot.code] = f"it may be {shot.uncertain.former}: say so first"
                elif shot.change is CutChange.NEW and shot.event and shot.code not in laid.set_up:
                    if wanted is not None:
                        self.new_shots.make_from_event(session, production_id, shot.event)
                        made.append(shot.code)
                elif shot.asks_something:
                    why = self._take(session, shot, laid, batch.id)
                    if why is None:
                        taken.append(shot.code)
                    elif why:
                        left[shot.code] = why
            if not taken:
                session.delete(batch)
            return RecutResult(tuple(taken), tuple(made), left, batch.id if taken else None)

    def _take(self, session: Session, shot: RecutShot, laid: _Laid, batch: int) -> str | None:
        """Give a shot what the recut asks; return why not, empty where there is nothing to do."""
        known = laid.set_up.get(shot.known_as)
        if known is None:
            return "it isn't set up"
        wanted = recut(known.content, known.context, shot, laid.after.number)
        if wanted == known.content:
            return ""
        if known.content.lock is not None:
            return f"its work range is locked by {known.content.lock.who}"
        loaded = load_shot(session, known.shot_id)
        said = f"Cut {laid.after.number:02d}, {shot.change.word}: "
        store_change(self.workspace, session, loaded, wanted, said, batch)
        frame_requests.drop_open(session, known.shot_id)
        return None

    def _laid(self, session: Session, production_id: int, against: int | None) -> _Laid:
        after, before = _cuts(session, production_id, against)
        old, new = (self.judged.events_of(session, cut) for cut in (before, after))
        answers = house.answers_of(session, after.id)
        shots, set_up = compare_shots(session, production_id, old, new, answers)
        return _Laid(before, after, old, new, shots, set_up)


def _swaps(laid: _Laid, wanted: set[str] | None) -> dict[str, RecutShot]:
    """Return the shots that change places by code, by their new one: of those wanted, all of each.

    None of them can take its new code before the other has given it up.
    """
    goes_to = {
        shot.code: shot
        for shot in laid.shots
        if shot.renamed and shot.code in laid.set_up and shot.known_as in laid.set_up
    }
    chosen: dict[str, RecutShot] = {}
    for code in goes_to if wanted is None else wanted & goes_to.keys():
        at = code
        while at in goes_to and at not in chosen:
            chosen[at] = goes_to[at]
            at = goes_to[at].known_as
    return chosen


def _park(session: Session, laid: _Laid, swaps: Mapping[str, RecutShot]) -> dict[str, str]:
    """Take the codes away from shots that swap them; return those that are left, and why."""
    known = {code: laid.set_up[shot.known_as] for code, shot in swaps.items()}
    locked = [each.content.lock.who for each in known.values() if each.content.lock]
    if locked:
        why = f"it swaps codes with a shot whose work range is locked by {locked[0]}"
        return dict.fromkeys(swaps, why)
    park_codes(session, [each.shot_id for each in known.values()])
    return {}


def _rates(laid: _Laid) -> str:
    if not laid.old or not laid.new:
        return ""
    was, now = laid.old[0].record_rate, laid.new[0].record_rate
    if was == now:
        return ""
    how = "by their labels" if was.nominal == now.nominal else "in time"
    return (
        f"Cut {laid.before.number:02d} was at {was}, cut {laid.after.number:02d} is at {now}: "
        f"frames are compared {how}."
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
