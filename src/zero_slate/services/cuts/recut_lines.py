"""A recut laid against what the shots are set to: what each needs, a line a shot."""

from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass

from sqlalchemy.orm import Session

from zero_slate.core.base.figures import decimal
from zero_slate.core.checks.match import rate_warning
from zero_slate.core.cut.comp import compare_comp
from zero_slate.core.cut.comparison import Answers, CutChange, RecutShot, compare
from zero_slate.core.cut.events import CutEvent
from zero_slate.core.cut.source import SourceRun
from zero_slate.core.shot.context import ShotContext
from zero_slate.core.shot.recut import counted_anew, lacking, recut
from zero_slate.core.shot.state import Content
from zero_slate.core.shot.wanted import Lacking
from zero_slate.services.cuts.recut_answers import RecutLine, RecutStretch
from zero_slate.store import elements, frame_requests, revisions


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
    come = frame_requests.answered(session, production_id)
    contents = {
        shot_id: without_what_came(content, shot_id, come)
        for shot_id, content in revisions.contents_of(session, production_id).items()
    }
    comps = (
        compare_comp(content.setup.code, content.events, old, new)
        for content in contents.values()
        if content.events
    )
    shots = (*compare(old, new, answers), *(comp for comp in comps if comp is not None))
    edit = revisions.edit_format_of(revisions.latest_edit(session, production_id))
    linked = elements.elements_of_shots(session, list(contents))
    by_code = {shot.known_as: shot for shot in shots}
    lines = _lines_of(session, contents, by_code)
    set_up = {}
    for shot_id, content in contents.items():
        code = lines[shot_id]
        shot = by_code.get(code)
        event = shot.event if shot else None
        if shot and event and shot.change is CutChange.RESOURCED:
            content = counted_anew(content, event)
        context = ShotContext.of(content, edit, event, linked.get(shot_id, ()))
        set_up[code] = SetUpShot(shot_id, content, context)
    return shots, set_up


def without_what_came(content: Content, shot_id: int, come: Collection[tuple[int, int]]) -> Content:
    """Return a content without the frames it asks for, where it was noted that they came."""
    if content.wanted is None or (shot_id, content.wanted.cut) not in come:
        return content
    return content.model_copy(update={"wanted": None})


def _lines_of(
    session: Session, contents: Mapping[int, Content], by_code: Mapping[str, RecutShot]
) -> dict[int, str]:
    """Return the code that each shot's line is known by: its own, or one that it had.

    A shot that was renamed since keeps the line that its code had. Where two change places, each
    is who has the source already, or else who has the code.
    """
    lines = {shot_id: content.setup.code for shot_id, content in contents.items()}
    held = {code: shot_id for shot_id, code in lines.items()}
    strays = [shot_id for shot_id, code in lines.items() if code not in by_code]
    for shot_id, codes in revisions.former_codes(session, strays).items():
        lines[shot_id] = next((code for code in codes if code in by_code), lines[shot_id])
    for shot in by_code.values():
        if shot.renamed and shot.event and {shot.code, shot.known_as} <= held.keys():
            run = shot.event.run
            ids = held[shot.known_as], held[shot.code]
            lines[min(ids, key=lambda each: _away(contents[each], run))] = shot.known_as
    return lines


def _away(content: Content, run: SourceRun) -> tuple[bool, int]:
    """Return how far from a run of source the one lies that a shot was counted by."""
    return content.source.away(run) if content.source else (False, 0)


def line_of(shot: RecutShot, set_up: SetUpShots, cut: int) -> RecutLine:
    """Return a shot's line: what became of it in a cut, what it has and what it needs."""
    former, event = shot.former, shot.event
    before, after = _stretches(former, event)
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
            lacks = lacking(context, shot)
            taken = takes and recut(content, context, shot, cut) == content
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
        before,
        after,
        work_before,
        work_after,
        lacks.head,
        lacks.tail,
        lacks.holes,
        lacks.anew,
        _ask(lacks, takes=takes) if event else "",
        locked,
        taken,
        takes,
        warning,
        shot.uncertain,
        known.content.setup.code if known and known.content.setup.code != shot.known_as else "",
        _notes(shot),
    )


def _stretches(
    former: CutEvent | None, event: CutEvent | None
) -> tuple[RecutStretch | None, RecutStretch | None]:
    """Return the source that both cuts show, on one scale that begins with the earlier."""
    was = former.source if former else None
    now = event.source if event else None
    if former and event and former.run.of_one_reel(event.run):
        now = former.run.beside(event.source)
    origin = min(each.first for each in (was, now) if each is not None)
    before, after = (
        RecutStretch(each.first - origin, each.last - origin) if each else None
        for each in (was, now)
    )
    return before, after


def _ask(lacks: Lacking, *, takes: bool) -> str:
    """Say what to ask for; what a shot lacked before the recut as well is not asked by it."""
    if not lacks.frames:
        return ""
    return f"ask for {lacks}" if takes else f"lacks {lacks}, as before"


def _notes(shot: RecutShot) -> tuple[str, ...]:
    """Say what else became of a shot: its source, its uses, and the shot it belonged to."""
    notes = [shot.source] if shot.source else []
    if shot.kin:
        notes.append(f"{'split from' if shot.event else 'joined into'} {shot.kin}")
    if shot.uses[0] > 1 or shot.uses[1] > 1:
        notes.append(f"used {_times(shot.uses[0])} before, {_times(shot.uses[1])} now")
    return tuple(notes)


def _times(number: int) -> str:
    return {0: "not", 1: "once", 2: "twice"}.get(number, f"{number} times")


def _speeds(former: CutEvent | None, event: CutEvent | None) -> str:
    if former is None or event is None or former.speed == event.speed:
        return ""
    return " → ".join(f"{decimal(e.speed * 100, 1, trim=True)} %" for e in (former, event))
