"""A production: started, laid out as its cut, its edit format changed."""

from collections.abc import Iterable
from dataclasses import dataclass

from sqlalchemy import func, select
from sqlalchemy.orm import Session

from zero_slate.core.base.figures import seconds
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.checks.finding import STATE_WORDS, State
from zero_slate.core.checks.match import Match, match
from zero_slate.core.cut.comp import joined
from zero_slate.core.cut.events import CodeRule, CutEvent, codes_that_repeat, first_by_code
from zero_slate.core.presentation.cut_table import cut_row
from zero_slate.core.presentation.sheet import SheetRow, edit_rows
from zero_slate.core.settings.index import EDIT_SETTINGS
from zero_slate.core.settings.locks import Locks, held_by_locks, with_locks
from zero_slate.core.settings.models.edit_format import EditFormat
from zero_slate.core.settings.reading import Reading, Typed, apply_to_edit, read_typed
from zero_slate.core.shot.change import follow
from zero_slate.core.shot.context import ShotContext
from zero_slate.core.shot.state import Content
from zero_slate.core.time.entry.clock import Clock
from zero_slate.core.time.rate import FrameRate
from zero_slate.files.setup_files import EditFormatDocument, write_document
from zero_slate.services.productions.pages import (
    CutInfo,
    DeskPage,
    EditFormatEffect,
    EditFormatPage,
    ProductionCard,
    ProductionPage,
    RecentShot,
    ShotLine,
    Tally,
    TitleCell,
)
from zero_slate.services.runtime.workspace import NotFound, Workspace
from zero_slate.services.shots_all import Shots
from zero_slate.store import cuts, elements, revisions
from zero_slate.store.house import latest_house
from zero_slate.store.tables import Cut, EditRevision, Production, Shot

LONGEST_TITLE = 120
RECENT_SHOTS = 8


@dataclass(frozen=True, slots=True)
class JudgedShot:
    """A shot with what it is judged by, loaded with the others of its production."""

    shot_id: int
    version: int
    content: Content
    context: ShotContext
    found: Match


class Productions:
    """The productions of an installation."""

    def __init__(self, workspace: Workspace, shots: Shots):
        self.workspace = workspace
        self.shots = shots
        self._kept: dict[int, tuple[int, dict[str, JudgedShot]]] = {}

    def desk(self) -> DeskPage:
        """Return the start page: productions, and the shots last worked on."""
        with self.workspace.reading() as session:
            touched = func.max(Shot.touched_at)
            productions = session.scalars(
                select(Production)
                .outerjoin(Shot, Shot.production_id == Production.id)
                .group_by(Production.id)
                .order_by(touched.desc(), Production.id.desc())
            ).all()
            cards = tuple(self._card(session, production) for production in productions)
            recent = session.scalars(
                select(Shot).order_by(Shot.touched_at.desc(), Shot.id.desc()).limit(RECENT_SHOTS)
            ).all()
        return DeskPage(cards, tuple(self._recent(shot) for shot in recent), self.workspace.who)

    def start(self, title: str, kind: str, typed: Typed, code_example: str | None = None) -> int:
        """Start a production with an edit format; return its id. Raises Refusal."""
        title = title.strip()
        if not 0 < len(title) <= LONGEST_TITLE:
            raise Refusal(
                f"A production's title takes 1 to {LONGEST_TITLE} characters; this has "
                f"{len(title)}.",
                part="title",
            )
        edit = self._taken(self._new_format(), typed)
        with self.workspace.writing() as session:
            now = self.workspace.now()
            example = CodeRule().example if code_example is None else code_example
            production = Production(
                title=title, kind=kind.strip()[:120], code_example=example, created_at=now
            )
            session.add(production)
            session.flush()
            session.add(self._edit_revision(production.id, 1, edit, "Started"))
            return production.id

    def new_edit_format(self, typed: Typed) -> tuple[tuple[SheetRow, ...], str | None]:
        """Return the rows of an edit format that is being typed for a new production."""
        begins = self._new_format()
        reading = _read(begins, typed, self.workspace.locks)
        after, problem = _applied(begins, reading)
        names, locks = self.workspace.names, self.workspace.locks
        return edit_rows(after, EDIT_SETTINGS, typed, reading, names, locks), problem

    def _new_format(self) -> EditFormat:
        """Return what a new production's edit format begins with: what the house setup says."""
        with self.workspace.reading() as session:
            _, setup = latest_house(session)
        said = EditFormat(**{key: getattr(setup, key) for key in EDIT_SETTINGS})
        return with_locks(said, self.workspace.locks)

    def page(self, production_id: int) -> ProductionPage:
        """Lay a production out as its latest cut. Raises NotFound."""
        with self.workspace.reading() as session:
            production = _production(session, production_id)
            edit_row = revisions.latest_edit(session, production_id)
            edit = revisions.edit_format_of(edit_row)
            cut = cuts.latest_cut(session, production_id)
            events = cuts.events_of(session, cut.id) if cut else []
            before = self._codes_before(session, production_id, cut)
            placed = self._placed(session, production_id, edit, events)
        lines = tuple(self._lines(edit, cut, events, placed, before))
        tally = Tally.of(line.state for line in lines)
        frames = _span(events)
        words = f"{tally.differs} {'shot differs' if tally.differs == 1 else 'shots differ'}"
        return ProductionPage(
            production.id,
            production.title,
            production.kind,
            production.code_example,
            edit_row.number,
            float(edit.raster.display_aspect),
            _cells(edit),
            _cut_info(cut) if cut else None,
            lines,
            tally,
            frames,
            seconds(edit.rate.seconds(frames)),
            max((line.length or 0 for line in lines), default=0)
            + edit.handles.head
            + edit.handles.tail,
            f"{words} from the edit" if tally.differs else _calm(tally),
            State.DIFFERS if tally.differs else State.FOLLOWS,
        )

    def edit_format(
        self, production_id: int, typed: Typed, along: bool, out: frozenset[int] = frozenset()
    ) -> EditFormatPage:
        """Show what changing the edit format would do, with the shots `out` left as they are.

        Nothing is stored.
        """
        with self.workspace.reading() as session:
            production = _production(session, production_id)
            row = revisions.latest_edit(session, production_id)
            before = revisions.edit_format_of(row)
            reading = _read(before, typed, self.workspace.locks)
            after, problem = _applied(before, reading)
            _, placed = self.placed(session, production_id)
        touched: tuple[EditFormatEffect, ...] = ()
        if after != before:
            touched = tuple(self._touched(placed.values(), before, after, along, out))
        return EditFormatPage(
            production.title,
            row.number,
            row.at,
            row.who,
            edit_rows(
                after, EDIT_SETTINGS, typed, reading, self.workspace.names, self.workspace.locks
            ),
            _changes(before, after),
            problem,
            touched,
            len(placed),
            along,
        )

    def new_edit_revision(
        self, session: Session, production_id: int, base: int, typed: Typed
    ) -> tuple[EditFormat, EditFormat, str, int]:
        """Return the edit format before and after what is typed, what changes, and its number.

        It is made on version `base`. Raises Refusal.
        """
        _production(session, production_id)
        row = revisions.latest_edit(session, production_id)
        if row.number != base:
            raise Refusal(
                f"{row.who} changed the edit format meanwhile (version {row.number}: "
                f"{row.what}); nothing of yours was stored."
            )
        before = revisions.edit_format_of(row)
        after = self._taken(before, typed)
        return before, after, "; ".join(_changes(before, after)), row.number + 1

    def add_edit_revision(
        self, session: Session, production_id: int, number: int, edit: EditFormat, what: str
    ) -> None:
        """Store a version of the edit format."""
        session.add(self._edit_revision(production_id, number, edit, what))

    def edit_document(self, production_id: int) -> bytes:
        """Return the edit format as a file."""
        with self.workspace.reading() as session:
            _production(session, production_id)
            edit = revisions.edit_format_of(revisions.latest_edit(session, production_id))
        return write_document(EditFormatDocument(edit_format=edit))

    def title(self, session: Session, production_id: int) -> str:
        """Return a production's title. Raises NotFound."""
        return _production(session, production_id).title

    def rule(self, production_id: int) -> tuple[CodeRule, FrameRate, bool]:
        """Return how a production's cut lists are read: code rule, rate, drop-frame or not."""
        with self.workspace.reading() as session:
            production = _production(session, production_id)
            edit = revisions.edit_format_of(revisions.latest_edit(session, production_id))
        return CodeRule(production.code_example), edit.rate, edit.drops

    def _edit_revision(
        self, production_id: int, number: int, edit: EditFormat, what: str
    ) -> EditRevision:
        return EditRevision(
            production_id=production_id,
            number=number,
            content=edit.model_dump_json(),
            what=what,
            who=self.workspace.who,
            at=self.workspace.now(),
        )

    def _taken(self, before: EditFormat, typed: Typed) -> EditFormat:
        reading = _read(before, typed, self.workspace.locks)
        for key, problem in reading.problems.items():
            raise Refusal(f"{EDIT_SETTINGS[key].label}: {problem.message}", part=key)
        return apply_to_edit(before, reading.values)

    def _card(self, session: Session, production: Production) -> ProductionCard:
        edit = revisions.edit_format_of(revisions.latest_edit(session, production.id))
        cut = cuts.latest_cut(session, production.id)
        events = cuts.events_of(session, cut.id) if cut else []
        placed = self._placed(session, production.id, edit, events)
        codes = dict.fromkeys(event.code for event in events)
        states = [p.found.state for p in placed.values()]
        states += [State.NEW for code in codes if code not in placed]
        return ProductionCard(
            production.id,
            production.title,
            production.kind,
            f"{edit.canvas} · {edit.rate} · {edit.scan}",
            cut.number if cut else None,
            Tally.of(states),
            len(states),
        )

    def _recent(self, shot: Shot) -> RecentShot:
        loaded = self.shots.load(shot.id)
        context = loaded.context(self.workspace)
        found = match(context, loaded.content.departures)
        setup = loaded.content.setup
        return RecentShot(
            shot.id,
            setup.code,
            setup.title,
            loaded.head.production,
            found.state,
            STATE_WORDS[found.state],
            found.words,
            shot.touched_at,
            str(setup.canvas),
            float(setup.raster.display_aspect),
            float(loaded.edit.raster.display_aspect),
            loaded.head.warning,
        )

    def placed(
        self, session: Session, production_id: int
    ) -> tuple[EditFormat, dict[str, JudgedShot]]:
        """Return a production's edit format, and every shot that is set up, judged, by code."""
        _production(session, production_id)
        edit = revisions.edit_format_of(revisions.latest_edit(session, production_id))
        kept = self._kept.get(production_id)
        if kept is not None and kept[0] == self.workspace.generation:
            return edit, kept[1]
        cut = cuts.latest_cut(session, production_id)
        events = cuts.events_of(session, cut.id) if cut else []
        return edit, self._placed(session, production_id, edit, events)

    def _placed(
        self,
        session: Session,
        production_id: int,
        edit: EditFormat,
        events: list[CutEvent],
    ) -> dict[str, JudgedShot]:
        """Judge every shot of a production that is set up, by code; once as long as all stands."""
        kept = self._kept.get(production_id)
        generation = self.workspace.generation
        if kept is not None and kept[0] == generation:
            return kept[1]
        rows = session.scalars(select(Shot).where(Shot.production_id == production_id)).all()
        ids = [row.id for row in rows]
        setups = revisions.latest_setups(session, ids)
        linked = elements.elements_of_shots(session, ids)
        by_code = first_by_code(events)
        placed = {}
        for row in rows:
            content = revisions.content_of(setups[row.id])
            own = by_code.get(row.code)
            if content.events:
                own = joined([e for e in events if e.code in content.events], row.code)
            context = ShotContext.of(
                content, edit, own, linked.get(row.id, ()), self.workspace.names
            )
            placed[row.code] = JudgedShot(
                row.id, setups[row.id].number, content, context, match(context, content.departures)
            )
        self._kept[production_id] = generation, placed
        return placed

    def _codes_before(
        self, session: Session, production_id: int, cut: Cut | None
    ) -> set[str] | None:
        """Return the codes of the cut before, or None where this is the first."""
        if cut is None or cut.number == 1:
            return None
        former = session.scalars(
            select(Cut).where(Cut.production_id == production_id, Cut.number == cut.number - 1)
        ).one()
        return {event.code for event in cuts.events_of(session, former.id)}

    def _lines(
        self,
        edit: EditFormat,
        cut: Cut | None,
        events: list[CutEvent],
        placed: dict[str, JudgedShot],
        before: set[str] | None,
    ) -> Iterable[ShotLine]:
        again = codes_that_repeat(events)
        seen: set[str] = set()
        for event in events:
            first = event.code not in seen
            seen.add(event.code)
            if not first:
                continue
            note = ""
            if before is not None and cut is not None and event.code not in before:
                note = f"new in cut {cut.number:02d}"
            if event.code in again:
                others = [str(e.record_in) for e in again[event.code][1:]]
                note = f"also at {', '.join(others)}"
            known = placed.get(event.code)
            yield _line(event, known, edit, note)
        for code, known in placed.items():
            if code not in seen:
                yield _line(None, known, edit, "not in this cut" if cut else "")

    def _touched(
        self,
        placed: Iterable[JudgedShot],
        before: EditFormat,
        after: EditFormat,
        along: bool,
        out: frozenset[int],
    ) -> Iterable[EditFormatEffect]:
        for known in placed:
            context = known.context
            moved = follow(
                known.content, before, after, context.event, context.anchor, context.required
            )
            content = moved if along and known.shot_id not in out else known.content
            then = match(
                ShotContext.of(
                    content, after, context.event, context.elements, context.names, context.probe
                ),
                content.departures,
            )
            old = {f.sentence.text for f in known.found.findings}
            new = {f.sentence.text for f in then.findings}
            follows_along = moved != known.content
            if old != new or known.found.state != then.state or follows_along:
                yield EditFormatEffect(
                    known.shot_id,
                    context.setup.code,
                    known.found.state,
                    then.state,
                    tuple(f.sentence.text for f in then.findings if f.sentence.text not in old),
                    tuple(
                        f.sentence.text for f in known.found.findings if f.sentence.text not in new
                    ),
                    follows_along,
                )


def _production(session: Session, production_id: int) -> Production:
    production = session.get(Production, production_id)
    if production is None:
        raise NotFound(f"There is no production numbered {production_id}.")
    return production


def _read(edit: EditFormat, typed: Typed, locks: Locks) -> Reading:
    try:
        reading = read_typed(edit, typed, EDIT_SETTINGS, Clock(edit.rate, edit.drops))
    except KeyError as error:
        raise Refusal(f"An edit format has no field {error}.") from error
    return held_by_locks(reading, locks)


def _applied(before: EditFormat, reading: Reading) -> tuple[EditFormat, str | None]:
    """Return the edit format as it would be, and why it can't be where its values clash."""
    try:
        return apply_to_edit(before, reading.values), None
    except Refusal as refusal:
        return before, str(refusal)


def _changes(before: EditFormat, after: EditFormat) -> tuple[str, ...]:
    return tuple(
        f"{setting.label} {setting.kind.show(getattr(before, key))} → "
        f"{setting.kind.show(getattr(after, key))}"
        for key, setting in EDIT_SETTINGS.items()
        if getattr(before, key) != getattr(after, key)
    )


# The title block is a strip: what the whole edit is known by, in the order people say it.
_TITLE_BLOCK = (
    "canvas",
    "pixel_aspect",
    "scan",
    "rate",
    "timecode",
    "handles",
    "count",
    "working_space",
)


def _cells(edit: EditFormat) -> tuple[TitleCell, ...]:
    return tuple(
        TitleCell(key, EDIT_SETTINGS[key].label, EDIT_SETTINGS[key].kind.show(getattr(edit, key)))
        for key in _TITLE_BLOCK
    )


def _cut_info(cut: Cut) -> CutInfo:
    return CutInfo(cut.number, cut.file_name, cut.title, cut.form, cut.at, cut.who)


def _span(events: list[CutEvent]) -> int:
    """Return how many frames the edit runs, from its first shown to its last."""
    if not events:
        return 0
    return max(e.record.last for e in events) - min(e.record.first for e in events) + 1


def _calm(tally: Tally) -> str:
    if tally.new:
        return f"{tally.new} not set up yet"
    return "Every shot follows the edit" if tally.follows else "No shots yet"


def _line(
    event: CutEvent | None, known: JudgedShot | None, edit: EditFormat, note: str
) -> ShotLine:
    state = known.found.state if known else State.NEW
    code = known.context.setup.code if known else event.code if event else ""
    raster = known.context.setup.raster if known else edit.raster
    name = event.name if event and event.name != code else ""
    return ShotLine(
        known.shot_id if known else None,
        code,
        known.context.setup.title if known else name,
        state,
        STATE_WORDS[state],
        str(event.record_in) if event else None,
        str(event.source_in) if event else None,
        event.length if event else None,
        float(raster.display_aspect),
        cut_row(known.context, known.found, known.content.departures) if known else None,
        note,
    )
