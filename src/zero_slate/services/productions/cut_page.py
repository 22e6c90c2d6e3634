"""A production laid out as its latest cut."""

from collections.abc import Iterable, Sequence

from sqlalchemy.orm import Session

from zero_slate.core.base.figures import seconds
from zero_slate.core.checks.finding import STATE_WORDS, State
from zero_slate.core.cut.events import CutEvent, codes_that_repeat
from zero_slate.core.presentation.cut_table import cut_row
from zero_slate.core.settings.index import EDIT_SETTINGS
from zero_slate.core.settings.models.edit_format import EditFormat
from zero_slate.services.productions.judged import (
    DamagedShot,
    JudgedProduction,
    JudgedProductions,
    JudgedShot,
)
from zero_slate.services.productions.pages import (
    CutInfo,
    ProductionPage,
    ShotLine,
    Tally,
    TitleCell,
)
from zero_slate.services.runtime.workspace import Workspace
from zero_slate.store import cuts
from zero_slate.store.tables import Cut


class CutPages:
    """Lays productions out as their cuts."""

    def __init__(self, workspace: Workspace, judged: JudgedProductions):
        self.workspace = workspace
        self.judged = judged

    def page(self, production_id: int) -> ProductionPage:
        """Lay a production out as its latest cut. Raises NotFound."""
        with self.workspace.reading() as session:
            judged = self.judged.of(session, production_id)
            before = self._codes_before(session, judged)
        production, edit, cut = judged.production, judged.edit, judged.cut
        lines = tuple(_lines(judged, before))
        tally = Tally.of(line.state for line in lines)
        frames = _span(judged.events)
        words = f"{tally.differs} {'shot differs' if tally.differs == 1 else 'shots differ'}"
        return ProductionPage(
            production.id,
            production.title,
            production.kind,
            production.code_example,
            judged.edit_revision.number,
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

    def _codes_before(self, session: Session, judged: JudgedProduction) -> set[str] | None:
        """Return the codes of the cut before, or None where this is the first."""
        cut = judged.cut
        former = cuts.cut_number(session, cut.production_id, cut.number - 1) if cut else None
        if former is None:
            return None
        return {event.code for event in self.judged.events_of(session, former)}


def _lines(judged: JudgedProduction, before: set[str] | None) -> Iterable[ShotLine]:
    cut, edit, events = judged.cut, judged.edit, judged.events
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
        if event.code in judged.damaged:
            yield _damaged_line(event, judged.damaged[event.code], edit)
        else:
            yield _line(event, judged.shots.get(event.code), edit, note)
    for code, broken in judged.damaged.items():
        if code not in seen:
            yield _damaged_line(None, broken, edit)
    for code, known in judged.shots.items():
        if code not in seen:
            yield _line(None, known, edit, "not in this cut" if cut else "")


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


def _span(events: Sequence[CutEvent]) -> int:
    """Return how many frames the edit runs, from its first shown to its last."""
    if not events:
        return 0
    return max(e.record.last for e in events) - min(e.record.first for e in events) + 1


def _calm(tally: Tally) -> str:
    if tally.new:
        return f"{tally.new} not set up yet"
    return "Every shot follows the edit" if tally.follows else "No shots yet"


def _damaged_line(event: CutEvent | None, broken: DamagedShot, edit: EditFormat) -> ShotLine:
    return ShotLine(
        broken.shot_id,
        broken.code,
        "",
        State.UNKNOWN,
        "can't be read",
        str(event.record_in) if event else None,
        str(event.source_in) if event else None,
        event.length if event else None,
        float(edit.raster.display_aspect),
        None,
        broken.why,
    )


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
