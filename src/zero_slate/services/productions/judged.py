"""Every shot of a production, judged: once as long as what it is judged by stands."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from sqlalchemy import select
from sqlalchemy.orm import Session

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.checks.match import Match, match
from zero_slate.core.cut.comp import joined
from zero_slate.core.cut.events import CutEvent, first_by_code
from zero_slate.core.media.element import Element
from zero_slate.core.settings.models.edit_format import EditFormat
from zero_slate.core.shot.context import ShotContext
from zero_slate.core.shot.state import Content
from zero_slate.logs import fail
from zero_slate.services.runtime.kept import Kept
from zero_slate.services.runtime.workspace import NotFound, Workspace, is_writing
from zero_slate.services.shots.chains import SeenBy, not_seen, seen_by_of, seen_by_stamp
from zero_slate.store import cuts, elements, revisions
from zero_slate.store.gone import times_gone
from zero_slate.store.stamps import ShotStamp, shot_stamps, whole_stamp
from zero_slate.store.tables import Cut, EditRevision, Production, Shot
from zero_slate.store.unreadable import FAILURES, Unreadable, reason

# A production of 2,000 shots takes some 20 MB.
KEPT_PRODUCTIONS = 8
KEPT_CUTS = 16


@dataclass(frozen=True, slots=True)
class JudgedShot:
    """A shot with what it is judged by, loaded with the others of its production."""

    shot_id: int
    version: int
    content: Content
    context: ShotContext
    found: Match


@dataclass(frozen=True, slots=True)
class DamagedShot:
    """A shot, or an event of the cut, that can't be read or judged, and why."""

    shot_id: int | None
    code: str
    why: str


@dataclass(frozen=True, slots=True)
class JudgedProduction:
    """A production in one snapshot: its edit format, its latest cut, and its shots."""

    production: Production
    edit_revision: EditRevision
    edit: EditFormat
    cut: Cut | None
    events: Sequence[CutEvent]
    shots: dict[str, JudgedShot]
    """By code: in the order of the cut, then those that aren't in it."""
    damaged: dict[str, DamagedShot]
    """By code, those that can't be read or judged: the others stand as if they weren't there."""
    stamps: dict[int, ShotStamp]
    seen_by: SeenBy
    """The configs and look files that its shots are seen by."""
    seen_as: object
    """Another whenever one of those files is."""


class JudgedProductions:
    """The productions of an installation, judged and kept."""

    def __init__(self, workspace: Workspace):
        self.workspace = workspace
        self._kept: Kept[int, JudgedProduction] = Kept(KEPT_PRODUCTIONS)
        self._events: Kept[int, Sequence[CutEvent]] = Kept(KEPT_CUTS)

    def of(self, session: Session, production_id: int) -> JudgedProduction:
        """Return a production as a snapshot has it. Raises NotFound.

        Only shots whose own stamp has changed are loaded and judged again.
        """
        last, whole = self._kept.last(production_id), whole_stamp(session)
        if last is not None:
            seen_by = seen_by_stamp(self.workspace, last.seen_by)
            kept = self._kept.get(production_id, (whole, seen_by))
            if kept is not None:
                return kept
            if seen_by != last.seen_as:
                # A config or a look file is another: every shot may be judged otherwise.
                last = None
        production = production_of(session, production_id)
        made = self._judge(session, production, last)
        if is_writing(session):
            return made
        return self._kept.put(production_id, (whole, made.seen_as), made)

    def events_of(self, session: Session, cut: Cut | None) -> Sequence[CutEvent]:
        """Return the events of a cut, in order; a cut is never changed."""
        if cut is None:
            return ()
        stamp = cut.at, session.scalar(select(times_gone()))
        kept = self._events.get(cut.id, stamp)
        if kept is not None:
            return kept
        found = cuts.events_of(session, cut.id)
        return found if is_writing(session) else self._events.put(cut.id, stamp, found)

    def _judge(
        self, session: Session, production: Production, former: JudgedProduction | None
    ) -> JudgedProduction:
        row = revisions.latest_edit(session, production.id)
        edit = revisions.edit_format_of(row)
        cut = cuts.latest_cut(session, production.id)
        events = self.events_of(session, cut)
        stamps = shot_stamps(session, production.id)
        known = former.stamps if former else {}
        before: dict[int, JudgedShot | DamagedShot] = {}
        if former:
            before = {each.shot_id: each for each in former.shots.values()}
            before |= {each.shot_id: each for each in former.damaged.values() if each.shot_id}
        new = [shot_id for shot_id, stamp in stamps.items() if known.get(shot_id) != stamp]
        contents = revisions.contents_numbered(session, [stamps[each].setup for each in new])
        linked = elements.elements_of_shots(session, new)
        rows = session.execute(
            select(Shot.id, Shot.code).where(Shot.production_id == production.id)
        )
        codes = {row.id: row.code for row in rows}
        by_code = first_by_code(events)
        shots: dict[str, JudgedShot] = {}
        damaged = self._damaged_events(session, cut, events)
        for shot_id in stamps:
            each = before.get(shot_id)
            if shot_id in contents or each is None:
                version, content = contents[shot_id]
                each = self._judge_one(
                    shot_id, version, content, codes[shot_id], edit, events, by_code, linked
                )
            if isinstance(each, DamagedShot):
                damaged[each.code] = each
            else:
                shots[each.content.setup.code] = each
        ordered = dict(sorted(shots.items(), key=lambda each: _place(each[1], len(events))))
        seen_by = seen_by_of(each.context for each in shots.values())
        seen_as = seen_by_stamp(self.workspace, seen_by)
        return JudgedProduction(
            production, row, edit, cut, events, ordered, damaged, stamps, seen_by, seen_as
        )

    def _judge_one(
        self,
        shot_id: int,
        version: int,
        content: Content | Unreadable,
        code: str,
        edit: EditFormat,
        events: Sequence[CutEvent],
        by_code: Mapping[str, CutEvent],
        linked: Mapping[int, tuple[Element, ...]],
    ) -> JudgedShot | DamagedShot:
        if isinstance(content, Unreadable):
            return DamagedShot(shot_id, code, str(content))
        try:
            own = by_code.get(code)
            if content.events:
                own = joined([e for e in events if e.code in content.events], code)
            found = linked.get(shot_id, ())
            config = self.workspace.config_of(content.setup.color_config)
            unseen = not_seen(self.workspace, content, own)
            context = ShotContext.of(content, edit, own, found, config, unseen=unseen)
            return JudgedShot(
                shot_id, version, content, context, match(context, content.departures)
            )
        except FAILURES as error:
            fail("a shot can't be judged", error, shot=shot_id)
            return DamagedShot(
                shot_id, code, f"Version {version} can't be judged: {reason(error)}."
            )

    def _damaged_events(
        self, session: Session, cut: Cut | None, events: Sequence[CutEvent]
    ) -> dict[str, DamagedShot]:
        if cut is None or cuts.count_events(session, cut.id) == len(events):
            return {}
        return {
            code: DamagedShot(None, code, f"Its event in the cut can't be read: {why}.")
            for code, why in cuts.unreadable_events(session, cut.id).items()
        }


def _place(shot: JudgedShot, last: int) -> tuple[int, str]:
    """Return what to sort a shot by: its place in the cut, or behind it by its code."""
    event = shot.context.event
    return (event.position if event else last + 1, shot.content.setup.code)


def production_of(session: Session, production_id: int) -> Production:
    """Return a production by its number. Raises NotFound."""
    production = session.get(Production, production_id)
    if production is None:
        raise NotFound(f"There is no production numbered {production_id}.")
    return production


def shots_of(judged: JudgedProduction, shot_ids: Sequence[int]) -> list[JudgedShot]:
    """Return some shots of a production. Raises NotFound for one that isn't in it."""
    by_id = {shot.shot_id: shot for shot in judged.shots.values()}
    for each in judged.damaged.values():
        if each.shot_id in shot_ids:
            raise Refusal(f"{each.code} can't be changed with others. {each.why}")
    missing = set(shot_ids) - by_id.keys()
    if missing:
        raise NotFound(f"Shot {min(missing)} isn't in this production.")
    return [by_id[each] for each in dict.fromkeys(shot_ids)]
