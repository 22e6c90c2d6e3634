"""A change before it is made: every row before and after, what appears and what is settled."""

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.canvas.resize import CanvasChange, KeepArtwork, change_canvas, compose
from zero_slate.core.checks.finding import Finding, State
from zero_slate.core.checks.match import Match, match
from zero_slate.core.format_library.format import Format
from zero_slate.core.media.element import Role
from zero_slate.core.presentation.drawings.recanvas import RecanvasDrawing, draw_recanvas
from zero_slate.core.settings.index import SETTINGS
from zero_slate.core.settings.models.setup import Setup
from zero_slate.core.settings.schema import GROUPS
from zero_slate.core.shot.change import change, changed
from zero_slate.core.shot.context import ShotContext
from zero_slate.core.shot.state import Content


@dataclass(frozen=True, slots=True)
class ChangeRequest:
    """A change that is asked for: what it is called, its values, and what comes with them.

    `also` is said of values that can't come along, by setting.
    """

    label: str
    values: Mapping[str, Any]
    format: Format | None = None
    also: Mapping[str, str] | None = None


@dataclass(frozen=True, slots=True)
class ChangedRow:
    """A setting before and after. `chosen` tells what is asked from what merely follows from it."""

    key: str
    label: str
    group: str
    before: str
    after: str
    required: str | None
    state_before: State
    state_after: State
    chosen: bool
    taken: bool
    note: str


@dataclass(frozen=True, slots=True)
class FindingText:
    """A finding's sentence, and how much it matters."""

    severity: str
    text: str


@dataclass(frozen=True, slots=True)
class Proposal:
    """What a change would do to one shot."""

    label: str
    rows: tuple[ChangedRow, ...]
    appear: tuple[FindingText, ...]
    vanish: tuple[FindingText, ...]
    before: str
    after: str
    state_after: State
    canvas: RecanvasDrawing | None
    refused: str | None


def propose(
    context: ShotContext,
    content: Content,
    wanted: ChangeRequest,
    leave: frozenset[str],
    keep: KeepArtwork | None,
) -> tuple[Proposal, Content]:
    """Return what a change would do, and the content it would make.

    `leave` are settings that keep what they have; `keep` is what artwork does where the canvas
    changes, None for placing it anew. What can't be taken is told, and then nothing is changed.
    """
    requested = {k: v for k, v in wanted.values.items() if getattr(content.setup, k) != v}
    taken = {key: value for key, value in requested.items() if key not in leave}
    refused = None
    try:
        after = change(content, taken, context.anchor)
    except Refusal as refusal:
        refused, after = str(refusal), content
    recanvas, after = _recanvas(context, content, after, keep)
    if wanted.format is not None and any(key in taken for key in wanted.format.values):
        after = after.model_copy(update={"format": wanted.format})
    elif after.format is not None and not any(
        getattr(after.setup, key) == value for key, value in after.format.values.items()
    ):
        after = after.model_copy(update={"format": None})
    then = with_content(context, after)
    was, now = match(context, content.departures), match(then, after.departures)
    return (
        Proposal(
            wanted.label,
            tuple(
                _rows(
                    context, then, content, after, requested, taken, (was, now), wanted.also or {}
                )
            ),
            _told(now.findings, was.findings),
            _told(was.findings, now.findings),
            was.words,
            now.words,
            now.state,
            recanvas,
            refused,
        ),
        after,
    )


def with_content(context: ShotContext, content: Content) -> ShotContext:
    """Return a shot's context with another content: what it is judged by stays, colours apart."""
    probed = content.setup.viewing == context.setup.viewing and (
        content.setup.working_space == context.setup.working_space
    )
    return ShotContext.of(
        content,
        context.edit,
        context.event,
        context.elements,
        context.names,
        context.probe if probed else None,
        None,
    )


def _recanvas(
    context: ShotContext, before: Content, after: Content, keep: KeepArtwork | None
) -> tuple[RecanvasDrawing | None, Content]:
    old, new = before.setup.raster, after.setup.raster
    drawn = tuple(e.id for e in context.elements if e.role != Role.PLATE)
    if old == new:
        return None, after
    made: CanvasChange | None = None
    if keep is not None:
        made = change_canvas(old, new, keep, drawn)
        frame = made.frame
        if before.artwork is not None:
            frame = compose(before.artwork, made.frame)
        after = after.model_copy(update={"artwork": frame})
    return draw_recanvas(with_content(context, after), old, keep, made, bool(drawn)), after


def _rows(
    context: ShotContext,
    then: ShotContext,
    before: Content,
    after: Content,
    requested: Mapping[str, Any],
    taken: Mapping[str, Any],
    matches: tuple[Match, Match],
    notes: Mapping[str, str],
) -> list[ChangedRow]:
    was, now = matches
    moved = changed(before.setup, after.setup)
    rows = []
    for key, setting in SETTINGS.items():
        if key not in requested and key not in moved and key not in notes:
            continue
        show = setting.kind.show
        value = requested.get(key, getattr(after.setup, key))
        wish = context.required.values.get(key)
        rows.append(
            ChangedRow(
                key,
                setting.label,
                GROUPS[setting.group],
                show(getattr(before.setup, key)),
                show(value),
                None if wish is None else show(wish),
                was.states[key],
                now.states[key],
                key in requested,
                key in taken,
                notes.get(key, "" if key in requested else "follows from it"),
            )
        )
    return rows


def _told(these: tuple[Finding, ...], without: tuple[Finding, ...]) -> tuple[FindingText, ...]:
    known = {finding.sentence.text for finding in without}
    return tuple(
        FindingText(str(finding.severity), finding.sentence.text)
        for finding in these
        if finding.sentence.text not in known
    )


def values_of_groups(setup: Setup, groups: frozenset[str]) -> dict[str, Any]:
    """Return what a setup has of some groups of settings, by their field names.

    A code, ranges and what hangs on them belong to one shot alone and are never copied.
    """
    return {
        key: getattr(setup, key)
        for key, setting in SETTINGS.items()
        if setting.group in groups and key not in OF_ONE_SHOT
    }


OF_ONE_SHOT = frozenset(
    ("code", "title", "cut_range", "work_range", "clip_range", "start_timecode")
)
