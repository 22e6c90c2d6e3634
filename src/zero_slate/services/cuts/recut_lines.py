"""A recut laid against what the shots are set to: what each needs, a line a shot."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from sqlalchemy.orm import Session

from zero_slate.core.base.figures import decimal
from zero_slate.core.checks.match import rate_warning
from zero_slate.core.cut.comp import compare_comp
from zero_slate.core.cut.comparison import Answers, RecutShot, compare
from zero_slate.core.cut.events import CutEvent
from zero_slate.core.shot.context import ShotContext
from zero_slate.core.shot.recut import Lacking, lacking, recut
from zero_slate.core.shot.state import Content
from zero_slate.services.cuts.recut_answers import RecutLine, RecutStretch
from zero_slate.store import elements, revisions


@dataclass(frozen=True, slots=True)
class SetUpShot:
    """A shot that is set up: what it is set to, and what the new cut judges it by."""

    shot_id: int
    content: Content
    context: ShotContext


SetUpShots = Mapping[str, SetUpShot]


def compare_shots(
    session: Session,
    production_id: int,
    old: Sequence[CutEvent],
    new: Sequence[CutEvent],
    answers: Answers,
) -> tuple[tuple[RecutShot, ...], SetUpShots]:
    """Lay two cuts against each other, comps too; with the shots set up, by the code they have."""
    contents = revisions.contents_of(session, production_id)
    comps = (
        compare_comp(content.setup.code, content.events, old, new)
        for content in contents.values()
        if content.events
    )
    shots = (*compare(old, new, answers), *(comp for comp in comps if comp is not None))
    edit = revisions.edit_format_of(revisions.latest_edit(session, production_id))
    linked = elements.elements_of_shots(session, list(contents))
    events = {shot.known_as: shot.event for shot in shots}
    set_up = {}
    for shot_id, content in contents.items():
        code = content.setup.code
        context = ShotContext.of(content, edit, events.get(code), linked.get(shot_id, ()))
        set_up[code] = SetUpShot(shot_id, content, context)
    return shots, set_up


def line_of(shot: RecutShot, set_up: SetUpShots) -> RecutLine:
    """Return a shot's line: what became of it, what it has and what it needs."""
    former, event = shot.former, shot.event
    origin = min(each.source.first for each in (former, event) if each is not None)
    shown = event or former
    assert shown is not None, "a shot is in one of both cuts"
    known = set_up.get(shot.known_as)
    lacks = Lacking()
    work_before = work_after = locked = warning = ""
    takes = taken = False
    if known is not None:
        content, context = known.content, known.context
        work_before = str(content.setup.work_range)
        warning = rate_warning(content.setup, context.edit, content.departures)
        takes = shot.asks_something
        if context.required.work_range is not None:
            work_after = str(context.required.work_range)
            taken = takes and recut(content, context, shot) == content
            lacks = lacking(content, context, shot)
        locked = content.lock.who if content.lock else ""
    return RecutLine(
        shot.code,
        former.code if shot.renamed and former else "",
        shot.change,
        shot.change.word,
        known.shot_id if known else None,
        known.content.setup.title if known else shown.name,
        str(shown.record_in),
        former.length if former else None,
        event.length if event else None,
        shot.head,
        shot.tail,
        shot.moved,
        _speeds(former, event),
        _stretch(former, origin),
        _stretch(event, origin),
        work_before,
        work_after,
        lacks.head,
        lacks.tail,
        lacks.holes,
        f"ask for {lacks}" if lacks.frames and event else "",
        locked,
        taken,
        takes,
        warning,
        shot.uncertain,
    )


def _stretch(event: CutEvent | None, origin: int) -> RecutStretch | None:
    return RecutStretch(event.source.first - origin, event.source.last - origin) if event else None


def _speeds(former: CutEvent | None, event: CutEvent | None) -> str:
    if former is None or event is None or former.speed == event.speed:
        return ""
    return " → ".join(f"{decimal(e.speed * 100, 1, trim=True)} %" for e in (former, event))
