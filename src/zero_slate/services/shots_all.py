"""A shot: made from its event or from a file, reckoned as it is typed, saved, undone."""

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from functools import cached_property

from sqlalchemy import func, select
from sqlalchemy.orm import Session

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.base.safe_names import require_code
from zero_slate.core.checks.match import match, rate_warning, written
from zero_slate.core.cut.comp import joined, require_adjoining
from zero_slate.core.cut.events import CutEvent
from zero_slate.core.media.element import Element
from zero_slate.core.presentation.drawings.bars import BarDrawing, draw_ranges, draw_rates
from zero_slate.core.presentation.drawings.cadence import CadenceDrawing, draw_cadences
from zero_slate.core.presentation.drawings.canvas import CanvasDrawing, draw_canvas
from zero_slate.core.presentation.drawings.moments import MomentsDrawing, draw_moments
from zero_slate.core.presentation.drawings.speed import SpeedDrawing, draw_speed
from zero_slate.core.presentation.drawings.wedge import WedgeDrawing, draw_wedge
from zero_slate.core.presentation.frame_rule import Rule, build_rule
from zero_slate.core.presentation.sheet import Sheet, build_sheet
from zero_slate.core.settings.locks import Locks, held_by_locks, lock_refusal, with_locks
from zero_slate.core.settings.models import EDIT_SETTINGS, SETTINGS, EditFormat, HouseSetup, Setup
from zero_slate.core.shot.brief import Brief, fill, tokens, unknown_tokens
from zero_slate.core.shot.by_hand import content_by_hand
from zero_slate.core.shot.change import (
    Reading,
    Typed,
    change,
    changed,
    clip_source,
    held,
    problem_of,
    read_typed,
    renumbered,
    setup_from_event,
)
from zero_slate.core.shot.context import Situation
from zero_slate.core.shot.history import Action, History, history
from zero_slate.core.shot.state import Content, Departure, Departures, Lock
from zero_slate.core.time.entry.clock import Clock
from zero_slate.core.time.frames import FrameRange
from zero_slate.core.time.marks import FrameMark
from zero_slate.files.setup_files import SetupDocument
from zero_slate.services.runtime.workspace import NotFound, Workspace
from zero_slate.store import cuts, elements, house, revisions
from zero_slate.store.tables import Cut, Production, SetupRevision, Shot

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
    warning: str


@dataclass(frozen=True, slots=True)
class Span:
    """A shot's stretch as typed: in and out by timecode, a length; empty where nothing is."""

    into: str = ""
    out: str = ""
    length: str = ""


@dataclass(frozen=True, slots=True)
class Drawings:
    """The drawings that rows ask for by name."""

    canvas: CanvasDrawing
    rates: BarDrawing
    cadences: tuple[CadenceDrawing, ...]
    ranges: BarDrawing
    moments: MomentsDrawing
    wedge: WedgeDrawing
    speed: SpeedDrawing


@dataclass(frozen=True, slots=True)
class Piece:
    """A stretch of a brief's text; `live` where it is a figure put in for a token."""

    text: str
    live: bool


@dataclass(frozen=True, slots=True)
class BriefShown:
    """A brief as it is read: its tokens filled with what the shot has now."""

    brief: Brief
    pieces: tuple[Piece, ...]
    items: tuple[tuple[Piece, ...], ...]
    tokens: dict[str, str]
    unknown: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class ShotPage:
    """A shot as the sheet shows it."""

    head: ShotHead
    sheet: Sheet
    drawings: Drawings
    rule: Rule
    brief: BriefShown
    lock: Lock | None
    marks: tuple[FrameMark, ...]
    color_config: str


@dataclass(frozen=True)
class Loaded:
    """A shot as it is stored, with all it is judged by."""

    head: ShotHead
    content: Content
    edit: EditFormat
    event: CutEvent | None
    elements: tuple[Element, ...]
    history: History

    def situation(self, workspace: Workspace, content: Content | None = None) -> Situation:
        """Return what a content, the stored one or another, is judged by."""
        content = content or self.content
        return Situation.of(
            content,
            self.edit,
            self.event,
            self.elements,
            workspace.names,
            workspace.probe(content.setup),
            workspace.background(content.setup),
        )

    def edit_words(self, key: str) -> str:
        """Say who asks a setting on the edit's side: its cut, or its format."""
        if key in EDIT_SETTINGS:
            return "Edit format"
        return f"Cut {self.head.cut_number:02d}" if self.head.cut_number else "Edit"

    @cached_property
    def stored(self) -> Situation:
        """What the stored content is judged by, colours apart."""
        return Situation.of(self.content, self.edit, self.event, self.elements)


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
        at = loaded.situation(self.workspace, content)
        found = match(at, content.departures)
        drawings = Drawings(
            draw_canvas(at),
            draw_rates(at),
            draw_cadences(at),
            draw_ranges(at),
            draw_moments(at, before, renumbered(before, setup.count, anchor)),
            draw_wedge(at),
            draw_speed(at),
        )
        return ShotPage(
            loaded.head,
            build_sheet(at, found, content.departures, typed or {}, reading, self.workspace.locks),
            drawings,
            build_rule(at, view),
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


def load_shot(session: Session, shot_id: int) -> Loaded:
    """Return a shot with all it is judged by. Raises NotFound."""
    shot = session.get(Shot, shot_id)
    if shot is None:
        raise NotFound(f"There is no shot numbered {shot_id}.")
    production = session.get_one(Production, shot.production_id)
    row = revisions.latest_setup(session, shot_id)
    content = revisions.content_of(row)
    cut = cuts.latest_cut(session, production.id)
    event = event_for(session, cut, content) if cut else None
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
        rate_warning(content.setup, edit, content.departures),
    )
    return Loaded(head, content, edit, event, tied, past)


def event_named(session: Session, production_id: int, code: str) -> CutEvent | None:
    """Return a code's first event in the latest cut."""
    cut = cuts.latest_cut(session, production_id)
    return next(iter(cuts.events_named(session, cut.id, [code])), None) if cut else None


def event_for(session: Session, cut: Cut, content: Content) -> CutEvent | None:
    """Return a shot's event in a cut, or those of a comp as one; the first where it repeats."""
    code = content.setup.code
    found = cuts.events_named(session, cut.id, content.events or [code])
    return joined(found if content.events else found[:1], code)


def content_from_event(edit: EditFormat, event: CutEvent, house_setup: HouseSetup) -> Content:
    """Return a shot that follows the edit in everything, its count tied to its source."""
    setup = setup_from_event(edit, event, house=house_setup)
    return Content(setup=setup, source=clip_source(edit, event))


def _brief_shown(content: Content) -> BriefShown:
    brief, known = content.brief, tokens(content.setup)

    def pieces(text: str) -> tuple[Piece, ...]:
        return tuple(Piece(*piece) for piece in fill(text, known))

    every = "\n".join((brief.text, *(item.text for item in brief.items)))
    return BriefShown(
        brief,
        pieces(brief.text),
        tuple(pieces(item.text) for item in brief.items),
        known,
        unknown_tokens(every, known),
    )


def require_sound(reading: Reading) -> None:
    """Refuse what is typed where any of it can't be taken."""
    for key, problem in reading.problems.items():
        raise Refusal(f"{SETTINGS[key].label}: {problem.message}", part=problem.part)


def read_sheet(content: Content, clock: Clock, typed: Typed, locks: Locks) -> Reading:
    """Read what is typed in a sheet; a lock's refusal stands as a problem. Raises Refusal."""
    try:
        reading = read_typed(content.setup, typed, SETTINGS, clock)
    except KeyError as error:
        raise Refusal(f"A sheet has no field {error}.") from error
    held_by_locks(reading, locks)
    refused = held(content, reading.values)
    if refused:
        reading.values.pop("work_range")
        reading.problems["work_range"] = problem_of(refused, "first")
    return reading


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
    taken = _code_like(session, loaded.head.production_id, setup.code)
    if taken is not None and taken[0] != loaded.head.id:
        like = "" if taken[1] == setup.code else ", capitals apart"
        raise Refusal(
            f"{setup.code} is another shot of {loaded.head.production}{like}: two shots can't "
            "share a code.",
            part="code",
        )


def _code_like(session: Session, production_id: int, code: str) -> tuple[int, str] | None:
    """Return the shot whose code is the same name on a system that doesn't tell capitals."""
    rows = session.execute(
        select(Shot.id, Shot.code).where(
            Shot.production_id == production_id, func.lower(Shot.code) == code.lower()
        )
    ).all()
    return next(((row[0], row[1]) for row in rows), None)


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
    if before.format != after.format:
        names = (
            before.format.name if before.format else "none",
            after.format.name if after.format else "none",
        )
        told.append(ChangedSetting("format", "Format", *names))
    if before.artwork != after.artwork:
        told.append(ChangedSetting("artwork", "Artwork", "", "laid on the new canvas"))
    if before.lock != after.lock:
        words = (_lock_words(before), _lock_words(after))
        told.append(ChangedSetting("work_range", "Work range", *words))
    if before.brief != after.brief:
        told.append(ChangedSetting("brief", "Brief", "", "written anew"))
    moved = after.shift - before.shift
    if tuple(mark.at(mark.frame + moved) for mark in before.marks) != after.marks:
        words = (_mark_words(before), _mark_words(after))
        told.append(ChangedSetting("marks", "Keys and markers", *words))
    return tuple(told)


def _lock_words(content: Content) -> str:
    return "locked" if content.lock else "open"


def _mark_words(content: Content) -> str:
    frames = ", ".join(str(mark.frame) for mark in content.marks[:6])
    return (frames or "none") + (" …" if len(content.marks) > 6 else "")


def what_changed(before: Content, after: Content) -> str:
    """Say in one line what differs between two contents."""
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
