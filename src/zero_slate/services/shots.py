"""A shot: made from its event or from a file, reckoned as it is typed, saved, undone."""

from collections.abc import Mapping
from dataclasses import dataclass

from sqlalchemy import select
from sqlalchemy.orm import Session

from zero_slate.core.change import (
    Reading,
    Typed,
    apply,
    changed,
    follow,
    read_typed,
    setup_from_event,
)
from zero_slate.core.cut import CutEvent
from zero_slate.core.drawings.bars import BarDrawing, draw_ranges, draw_rates
from zero_slate.core.drawings.canvas import CanvasDrawing, draw_canvas
from zero_slate.core.drawings.wedge import WedgeDrawing, draw_wedge
from zero_slate.core.history import Action, History, history
from zero_slate.core.match import Departure, Departures, match, written
from zero_slate.core.media import Element
from zero_slate.core.placing import lead
from zero_slate.core.refusal import Refusal
from zero_slate.core.rule import Rule, build_rule
from zero_slate.core.setup import SETTINGS, EditFormat, Setup
from zero_slate.core.sheet import Sheet, build_sheet
from zero_slate.core.situation import Situation
from zero_slate.formats.documents import SetupDocument
from zero_slate.services.workspace import NotFound, Workspace
from zero_slate.store import cuts, elements, revisions
from zero_slate.store.revisions import Content
from zero_slate.store.tables import Production, SetupRevision, Shot

LONGEST_REASON = 200


class Conflict(Refusal):
    """A change made on an older version than the one that stands. `changes` says what is new."""

    def __init__(self, message: str, changes: tuple["ChangedSetting", ...]):
        super().__init__(message)
        self.changes = changes


@dataclass(frozen=True, slots=True)
class ChangedSetting:
    """One setting before and after."""

    key: str
    label: str
    before: str
    after: str


@dataclass(frozen=True, slots=True)
class ShotHead:
    """What stands at the top of every page of a shot."""

    id: int
    code: str
    title: str
    subtitle: str
    production_id: int
    production: str
    cut_number: int | None
    version: int
    saved_at: str
    saved_by: str
    what: str
    undo: int | None
    redo: int | None


@dataclass(frozen=True, slots=True)
class Drawings:
    """The drawings that rows ask for by name."""

    canvas: CanvasDrawing
    rates: BarDrawing
    ranges: BarDrawing
    wedge: WedgeDrawing


@dataclass(frozen=True, slots=True)
class ShotPage:
    """A shot as the sheet shows it."""

    head: ShotHead
    sheet: Sheet
    drawings: Drawings
    rule: Rule
    color_config: str


@dataclass(frozen=True, slots=True)
class Loaded:
    """A shot as it is stored, with all it is judged by."""

    head: ShotHead
    content: Content
    edit: EditFormat
    event: CutEvent | None
    elements: tuple[Element, ...]
    history: History

    def situation(self, workspace: Workspace, setup: Setup | None = None) -> Situation:
        """Return what a setup, the stored one or another, is judged by."""
        setup = setup or self.content.setup
        return Situation(
            setup, self.edit, self.event, self.elements, workspace.names, workspace.probe(setup)
        )

    def lead(self) -> int | None:
        """Return how many frames the plate has before the cut, where that is known."""
        plate = next((e for e in self.elements if e.role == "plate"), None)
        return lead(plate.media, self.event) if plate else None


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
            loaded = _load(session, shot_id)
        self._kept[shot_id] = (generation, loaded)
        return loaded

    def page(self, shot_id: int, typed: Typed | None = None) -> ShotPage:
        """Reckon the sheet, with texts as they are being typed in place of the stored ones.

        Nothing is stored. Raises NotFound, and Refusal for a field that there isn't.
        """
        loaded = self.load(shot_id)
        reading = _read(loaded.content.setup, typed or {})
        setup = apply(loaded.content.setup, reading.values, loaded.lead())
        departures = loaded.content.departures
        at = loaded.situation(self.workspace, setup)
        found = match(at, departures)
        sheet = build_sheet(at, found, departures, typed or {}, reading.problems)
        drawings = Drawings(
            draw_canvas(setup.raster, loaded.edit.raster),
            draw_rates(at),
            draw_ranges(at),
            draw_wedge(at),
        )
        return ShotPage(loaded.head, sheet, drawings, build_rule(at), self.workspace.names.config)

    def save(
        self, shot_id: int, base: int, typed: Typed, reasons: Mapping[str, str | None]
    ) -> ShotPage:
        """Store typed values and reasons as a new version, made on version `base`.

        An empty reason takes the reason back. Raises Conflict where `base` isn't the version that
        stands, and Refusal where something typed can't be taken: then nothing is stored.
        """
        with self.workspace.writing() as session:
            loaded = _load(session, shot_id)
            _require_base(session, loaded, base)
            before = loaded.content
            reading = _read(before.setup, typed)
            for key, problem in reading.problems.items():
                raise Refusal(f"{SETTINGS[key].label}: {problem.message}", part=problem.part)
            setup = apply(before.setup, reading.values, loaded.lead())
            after = Content(
                setup=setup, departures=_with_reasons(before.departures, reasons, setup)
            )
            if after != before:
                _require_free_code(session, loaded, setup)
                what = _what(before, after)
                self._add(session, loaded, after, Action.EDIT, None, what)
        return self.page(shot_id)

    def undo(self, shot_id: int, base: int) -> ShotPage:
        """Bring back the content before the last change, as a new version."""
        return self._step(shot_id, base, Action.UNDO)

    def redo(self, shot_id: int, base: int) -> ShotPage:
        """Bring back the content that undo took away, as a new version."""
        return self._step(shot_id, base, Action.REDO)

    def _step(self, shot_id: int, base: int, action: Action) -> ShotPage:
        with self.workspace.writing() as session:
            loaded = _load(session, shot_id)
            _require_base(session, loaded, base)
            target = loaded.history.undo if action is Action.UNDO else loaded.history.redo
            if target is None:
                raise Refusal(f"There is nothing to {action}.")
            content = revisions.content_of(revisions.setup_number(session, shot_id, target))
            _require_free_code(session, loaded, content.setup)
            what = f"{action.capitalize()}: {_what(loaded.content, content)}"
            self._add(session, loaded, content, action, target, what)
        return self.page(shot_id)

    def set_up_from_event(self, production_id: int, code: str) -> int:
        """Make a shot that follows the edit, from its event in the latest cut; return its id."""
        with self.workspace.writing() as session:
            event = _event(session, production_id, code)
            if event is None:
                raise NotFound(f"{code} is not in the latest cut.")
            edit = revisions.edit_format_of(revisions.latest_edit(session, production_id))
            content = Content(setup=setup_from_event(edit, event))
            return self._make(session, production_id, content, f"Set up from the cut: {code}")

    def take_document(self, production_id: int, document: SetupDocument, file_name: str) -> int:
        """Make a shot from a setup file, or a new version where there is one; return its id."""
        content = Content(setup=document.setup, departures=document.departures)
        with self.workspace.writing() as session:
            known = session.scalars(
                select(Shot).where(
                    Shot.production_id == production_id, Shot.code == document.setup.code
                )
            ).first()
            if known is None:
                return self._make(session, production_id, content, f"Opened {file_name}")
            loaded = _load(session, known.id)
            if content != loaded.content:
                what = f"Opened {file_name}: {_what(loaded.content, content)}"
                self._add(session, loaded, content, Action.EDIT, None, what)
            return known.id

    def _make(self, session: Session, production_id: int, content: Content, what: str) -> int:
        code = content.setup.code
        if session.get(Production, production_id) is None:
            raise NotFound(f"There is no production numbered {production_id}.")
        if session.scalar(
            select(Shot.id).where(Shot.production_id == production_id, Shot.code == code)
        ):
            raise Refusal(f"{code} is set up already; open it instead.")
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

    def bring_along(
        self, session: Session, shot_id: int, before: EditFormat, after: EditFormat
    ) -> bool:
        """Give a shot the edit's new values where it had the old ones; return whether it did."""
        loaded = _load(session, shot_id)
        setup = follow(loaded.content.setup, before, after, loaded.event, loaded.lead())
        if setup == loaded.content.setup:
            return False
        content = loaded.content.model_copy(update={"setup": setup})
        what = f"Along with the edit format: {_what(loaded.content, content)}"
        self._add(session, loaded, content, Action.EDIT, None, what)
        return True


def _load(session: Session, shot_id: int) -> Loaded:
    shot = session.get(Shot, shot_id)
    if shot is None:
        raise NotFound(f"There is no shot numbered {shot_id}.")
    production = session.get_one(Production, shot.production_id)
    row = revisions.latest_setup(session, shot_id)
    content = revisions.content_of(row)
    cut = cuts.latest_cut(session, production.id)
    event = cuts.event_of(session, cut.id, shot.code) if cut else None
    edit = revisions.edit_format_of(revisions.latest_edit(session, production.id))
    tied = tuple(map(elements.element_of, elements.element_rows(session, shot_id)))
    past = history(revisions.steps_of(session, shot_id))
    head = ShotHead(
        shot.id,
        shot.code,
        content.setup.title,
        content.setup.subtitle,
        production.id,
        production.title,
        cut.number if cut else None,
        row.number,
        row.at,
        row.who,
        row.what,
        past.undo,
        past.redo,
    )
    return Loaded(head, content, edit, event, tied, past)


def _event(session: Session, production_id: int, code: str) -> CutEvent | None:
    cut = cuts.latest_cut(session, production_id)
    return cuts.event_of(session, cut.id, code) if cut else None


def _read(setup: Setup, typed: Typed) -> Reading:
    try:
        return read_typed(setup, typed, SETTINGS)
    except KeyError as error:
        raise Refusal(f"A sheet has no field {error}.") from error


def _require_base(session: Session, loaded: Loaded, base: int) -> None:
    if base == loaded.head.version:
        return
    if base > loaded.head.version or base < 1:
        raise Refusal(f"There is no version {base}; the latest is {loaded.head.version}.")
    then = revisions.content_of(revisions.setup_number(session, loaded.head.id, base))
    raise Conflict(
        f"Version {loaded.head.version} was saved by {loaded.head.saved_by} meanwhile; nothing of "
        "yours was stored.",
        differences(then, loaded.content),
    )


def _require_free_code(session: Session, loaded: Loaded, setup: Setup) -> None:
    if setup.code == loaded.head.code:
        return
    taken = session.scalar(
        select(Shot.id).where(
            Shot.production_id == loaded.head.production_id, Shot.code == setup.code
        )
    )
    if taken is not None:
        raise Refusal(
            f"{setup.code} is another shot of {loaded.head.production}: two shots can't share a "
            "code.",
            part="code",
        )


def differences(before: Content, after: Content) -> tuple[ChangedSetting, ...]:
    """Return what differs between two contents, values and reasons, for people."""
    told = [
        ChangedSetting(key, SETTINGS[key].label, *values)
        for key, values in changed(before.setup, after.setup).items()
    ]
    for key in SETTINGS:
        old, new = before.departures.get(key), after.departures.get(key)
        if old != new:
            words = (old.reason if old else "none", new.reason if new else "none")
            told.append(ChangedSetting(key, f"Reason for {SETTINGS[key].label.lower()}", *words))
    return tuple(told)


def _what(before: Content, after: Content) -> str:
    parts = [f"{c.label} {c.before} → {c.after}" for c in differences(before, after)]
    return "; ".join(parts) or "nothing changed"


def _with_reasons(
    departures: Departures, reasons: Mapping[str, str | None], setup: Setup
) -> dict[str, Departure]:
    after = dict(departures)
    for key, reason in reasons.items():
        if key not in SETTINGS:
            raise Refusal(f"A sheet has no setting “{key}”.")
        text = (reason or "").strip()
        if len(text) > LONGEST_REASON:
            raise Refusal(
                f"The reason has {len(text)} characters and takes at most {LONGEST_REASON}.",
                nearest=text[:LONGEST_REASON],
            )
        if text:
            after[key] = Departure(written(setup, key), text)
        else:
            after.pop(key, None)
    return after
