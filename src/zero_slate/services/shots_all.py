"""A shot: made from its event or from a file, reckoned as it is typed, saved, undone."""

from collections.abc import Callable, Mapping
from dataclasses import dataclass

from sqlalchemy import select
from sqlalchemy.orm import Session

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.base.safe_names import require_code
from zero_slate.core.checks.match import match
from zero_slate.core.cut.comp import joined, require_adjoining
from zero_slate.core.cut.events import CutEvent
from zero_slate.core.presentation.drawings.bars import draw_ranges, draw_rates
from zero_slate.core.presentation.drawings.cadence import draw_cadences
from zero_slate.core.presentation.drawings.canvas import draw_canvas
from zero_slate.core.presentation.drawings.moments import draw_moments
from zero_slate.core.presentation.drawings.speed import draw_speed
from zero_slate.core.presentation.drawings.wedge import draw_wedge
from zero_slate.core.presentation.frame_rule import build_frame_rule
from zero_slate.core.presentation.sheet import build_sheet
from zero_slate.core.settings.locks import lock_refusal, with_locks
from zero_slate.core.settings.models.edit_format import EditFormat
from zero_slate.core.settings.models.house import HouseSetup
from zero_slate.core.settings.reading import Typed
from zero_slate.core.shot.by_hand import content_by_hand
from zero_slate.core.shot.change import change, changed, held, renumbered
from zero_slate.core.shot.from_event import clip_source, setup_from_event
from zero_slate.core.shot.history import Action
from zero_slate.core.shot.state import Content
from zero_slate.core.time.frames import FrameRange
from zero_slate.files.setup_files import SetupDocument
from zero_slate.services.runtime.workspace import NotFound, Workspace
from zero_slate.services.shots.differences import what_changed
from zero_slate.services.shots.guards import _code_like, _require_base, _require_free_code
from zero_slate.services.shots.loading import Loaded, event_named, load_shot
from zero_slate.services.shots.pages import Drawings, ShotPage, _brief_shown
from zero_slate.services.shots.typed_sheet import _with_reasons, read_sheet, require_sound
from zero_slate.store import cuts, house, revisions
from zero_slate.store.tables import Production, SetupRevision, Shot


@dataclass(frozen=True, slots=True)
class Span:
    """A shot's stretch as typed: in and out by timecode, a length; empty where nothing is."""

    into: str = ""
    out: str = ""
    length: str = ""


class Shots:
    """The shots of an installation."""

    def __init__(self, workspace: Workspace):
        self.workspace = workspace
        self._kept: dict[int, tuple[int, Loaded]] = {}

    def load(self, shot_id: int) -> Loaded:
        """Return a shot as it is stored. Raises NotFound."""
        kept = self._kept.get(shot_id)
        generation = self.workspace.generation
        if kept is not None and kept[0] == generation:
            return kept[1]
        with self.workspace.reading() as session:
            loaded = load_shot(session, shot_id)
        self._kept[shot_id] = (generation, loaded)
        return loaded

    def page(
        self, shot_id: int, typed: Typed | None = None, view: FrameRange | None = None
    ) -> ShotPage:
        """Reckon the sheet, with texts as they are being typed in place of the stored ones.

        `view` is the part of the frame rule that is looked at. Nothing is stored. Raises NotFound,
        and Refusal for a field that there isn't.
        """
        loaded = self.load(shot_id)
        reading = read_sheet(loaded.content, loaded.stored.clock, typed or {}, self.workspace.locks)
        anchor = loaded.stored.anchor
        content = change(loaded.content, reading.values, anchor)
        setup, before = content.setup, loaded.content.setup
        context = loaded.context(self.workspace, content)
        found = match(context, content.departures)
        drawings = Drawings(
            draw_canvas(context),
            draw_rates(context),
            draw_cadences(context),
            draw_ranges(context),
            draw_moments(context, before, renumbered(before, setup.count, anchor)),
            draw_wedge(context),
            draw_speed(context),
        )
        return ShotPage(
            loaded.head,
            build_sheet(
                context, found, content.departures, typed or {}, reading, self.workspace.locks
            ),
            drawings,
            build_frame_rule(context, view),
            _brief_shown(content),
            content.lock,
            content.marks,
            self.workspace.names.config,
        )

    def save(
        self, shot_id: int, base: int, typed: Typed, reasons: Mapping[str, str | None]
    ) -> ShotPage:
        """Store typed values and reasons as a new version, made on version `base`.

        An empty reason takes the reason back. Raises Conflict where `base` isn't the version that
        stands, and Refusal where something typed can't be taken: then nothing is stored.
        """
        with self.workspace.writing() as session:
            loaded = load_shot(session, shot_id)
            _require_base(session, loaded, base)
            before = loaded.content
            reading = read_sheet(before, loaded.stored.clock, typed, self.workspace.locks)
            require_sound(reading)
            after = change(before, reading.values, loaded.stored.anchor)
            departures = _with_reasons(before.departures, reasons, after.setup)
            self._amend(session, loaded, after.model_copy(update={"departures": departures}))
        return self.page(shot_id)

    def amend(self, shot_id: int, base: int, how: Callable[[Loaded], Content]) -> ShotPage:
        """Store what `how` makes of a shot as a new version, made on version `base`.

        Raises Conflict and Refusal as `save` does.
        """
        return self.amend_in(shot_id, base, lambda _, loaded: (how(loaded), ""))

    def amend_in(
        self, shot_id: int, base: int, how: Callable[[Session, Loaded], tuple[Content, str]]
    ) -> ShotPage:
        """Store what `how` makes of a shot, and the words that its version's own begin with."""
        with self.workspace.writing() as session:
            loaded = load_shot(session, shot_id)
            _require_base(session, loaded, base)
            self._amend(session, loaded, *how(session, loaded))
        return self.page(shot_id)

    def _amend(self, session: Session, loaded: Loaded, after: Content, said: str = "") -> None:
        if after == loaded.content:
            return
        refused = lock_refusal(loaded.content.setup, after.setup, self.workspace.locks)
        if refused:
            raise refused
        _require_free_code(session, loaded, after.setup)
        what = said + what_changed(loaded.content, after)
        self._add(session, loaded, after, Action.EDIT, None, what)

    def undo(self, shot_id: int, base: int) -> ShotPage:
        """Bring back the content before the last change, as a new version."""
        return self._step(shot_id, base, Action.UNDO)

    def redo(self, shot_id: int, base: int) -> ShotPage:
        """Bring back the content that undo took away, as a new version."""
        return self._step(shot_id, base, Action.REDO)

    def _step(self, shot_id: int, base: int, action: Action) -> ShotPage:
        with self.workspace.writing() as session:
            loaded = load_shot(session, shot_id)
            _require_base(session, loaded, base)
            target = loaded.history.undo if action is Action.UNDO else loaded.history.redo
            if target is None:
                raise Refusal(f"There is nothing to {action}.")
            content = revisions.content_of(revisions.setup_number(session, shot_id, target))
            _require_free_code(session, loaded, content.setup)
            what = f"{action.capitalize()}: {what_changed(loaded.content, content)}"
            self._add(session, loaded, content, action, target, what)
        return self.page(shot_id)

    def set_up_from_event(self, production_id: int, code: str) -> int:
        """Make a shot that follows the edit, from its event in the latest cut; return its id."""
        with self.workspace.writing() as session:
            event = event_named(session, production_id, code)
            if event is None:
                raise NotFound(f"{code} is not in the latest cut.")
            return self.make_from_event(session, production_id, event)

    def make_from_event(self, session: Session, production_id: int, event: CutEvent) -> int:
        """Make a shot that follows the edit, from an event at hand; return its id."""
        edit = revisions.edit_format_of(revisions.latest_edit(session, production_id))
        _, house_setup = house.latest_house(session)
        content = content_from_event(edit, event, house_setup)
        return self.make(session, production_id, content, f"Set up from the cut: {event.code}")

    def set_up_by_hand(self, production_id: int, code: str, title: str, span: Span) -> int:
        """Make a shot that isn't in the cut, as long as is typed or as the house setup says."""
        with self.workspace.writing() as session:
            if session.get(Production, production_id) is None:
                raise NotFound(f"There is no production numbered {production_id}.")
            edit = revisions.edit_format_of(revisions.latest_edit(session, production_id))
            _, setup = house.latest_house(session)
            content = content_by_hand(edit, code, title, span.into, span.out, span.length, setup)
            return self.make(session, production_id, content, "Set up by hand")

    def set_up_comp(self, production_id: int, code: str, events: tuple[str, ...]) -> int:
        """Make one shot for adjoining events of the latest cut; return its id. Raises Refusal."""
        require_code(code)
        with self.workspace.writing() as session:
            cut = cuts.latest_cut(session, production_id)
            found = cuts.events_named(session, cut.id, events) if cut else []
            missing = sorted(set(events) - {event.code for event in found})
            if missing:
                raise NotFound(f"{', '.join(missing)} is not in the latest cut.")
            require_adjoining(found)
            event = joined(found, code)
            assert event is not None, "adjoining events make one"
            edit = revisions.edit_format_of(revisions.latest_edit(session, production_id))
            _, house_setup = house.latest_house(session)
            content = content_from_event(edit, event, house_setup)
            # Its source is the edit itself, which moves: the count isn't tied to it.
            update = {"events": tuple(e.code for e in found), "source": None}
            content = content.model_copy(update=update)
            words = f"Set up as a comp of {', '.join(content.events)}"
            return self.make(session, production_id, content, words)

    def take_document(self, production_id: int, document: SetupDocument, file_name: str) -> int:
        """Make a shot from a setup file, or a new version where there is one; return its id."""
        content = Content(
            setup=document.setup,
            departures=document.departures,
            marks=document.marks,
            brief=document.brief,
            format=document.format,
            artwork=document.artwork,
        )
        with self.workspace.writing() as session:
            known = session.scalars(
                select(Shot).where(
                    Shot.production_id == production_id, Shot.code == document.setup.code
                )
            ).first()
            if known is None:
                return self.make(session, production_id, content, f"Opened {file_name}")
            loaded = load_shot(session, known.id)
            kept = loaded.content
            refused = held(kept, changed(kept.setup, content.setup))
            if refused:
                raise refused
            after = content.model_copy(
                update={key: getattr(kept, key) for key in ("lock", "source", "shift", "events")}
            )
            self._amend(session, loaded, after, f"Opened {file_name}: ")
            return known.id

    def remake(self, session: Session, shot_id: int, content: Content, what: str) -> None:
        """Give a shot that was just made another content as its first version."""
        row = revisions.latest_setup(session, shot_id)
        setup = with_locks(content.setup, self.workspace.locks)
        row.content = content.model_copy(update={"setup": setup}).model_dump_json()
        row.what = what

    def make(self, session: Session, production_id: int, content: Content, what: str) -> int:
        """Store a new shot; return its id. Raises NotFound and Refusal."""
        content = content.model_copy(
            update={"setup": with_locks(content.setup, self.workspace.locks)}
        )
        code = content.setup.code
        if session.get(Production, production_id) is None:
            raise NotFound(f"There is no production numbered {production_id}.")
        taken = _code_like(session, production_id, code)
        if taken is not None:
            raise Refusal(
                f"{code} is set up already; open it instead."
                if taken[1] == code
                else f"{code} and {taken[1]} are one name where capitals aren't told apart: choose "
                "another code.",
                part="code",
            )
        now = self.workspace.now()
        shot = Shot(production_id=production_id, code=code, touched_at=now)
        session.add(shot)
        session.flush()
        session.add(self._revision(shot.id, 1, content, Action.EDIT, None, what, now))
        return shot.id

    def _add(
        self,
        session: Session,
        loaded: Loaded,
        content: Content,
        action: Action,
        restores: int | None,
        what: str,
    ) -> None:
        now = self.workspace.now()
        number = loaded.head.version + 1
        session.add(self._revision(loaded.head.id, number, content, action, restores, what, now))
        shot = session.get_one(Shot, loaded.head.id)
        shot.touched_at = now
        shot.code = content.setup.code

    def _revision(
        self,
        shot_id: int,
        number: int,
        content: Content,
        action: Action,
        restores: int | None,
        what: str,
        now: str,
    ) -> SetupRevision:
        return SetupRevision(
            shot_id=shot_id,
            number=number,
            content=content.model_dump_json(),
            action=str(action),
            restores=restores,
            what=what,
            who=self.workspace.who,
            at=now,
        )

    def follow_cut(self, session: Session, shot_id: int, content: Content, said: str) -> None:
        """Store what a recut makes of a shot."""
        self._amend(session, load_shot(session, shot_id), content, said)


def content_from_event(edit: EditFormat, event: CutEvent, house_setup: HouseSetup) -> Content:
    """Return a shot that follows the edit in everything, its count tied to its source."""
    setup = setup_from_event(edit, event, house=house_setup)
    return Content(setup=setup, source=clip_source(edit, event))
