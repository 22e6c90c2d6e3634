"""A change before it is made: every row before and after, what appears and what is settled."""

from collections.abc import Mapping
from dataclasses import dataclass

from zero_slate.core.canvas.resize import KeepArtwork
from zero_slate.core.checks.finding import Finding, State
from zero_slate.core.checks.match import Match, match
from zero_slate.core.presentation.drawings.recanvas import RecanvasDrawing, draw_recanvas
from zero_slate.core.settings.index import SETTINGS
from zero_slate.core.settings.schema import GROUPS
from zero_slate.core.shot.change import changed
from zero_slate.core.shot.context import ShotContext
from zero_slate.core.shot.proposal import ChangeRequest, Outcome, carry_out, drawn_elements
from zero_slate.core.shot.state import Content


@dataclass(frozen=True, slots=True)
class ChangedRow:
    """A setting before and after."""

    key: str
    """The setting's key."""
    label: str
    """The setting's name."""
    group: str
    """The key of the group that its row stands in."""
    before: str
    """Its value as it stands, in words."""
    after: str
    """Its value after the change, in words."""
    required: str | None
    """What the edit asks for after the change; None where it asks for nothing."""
    state_before: State
    """How it stands to the edit now."""
    state_after: State
    """How it would stand to the edit."""
    chosen: bool
    """Whether it was asked for; what isn't merely follows from what is."""
    taken: bool
    """Whether the change will be made; one of those asked for may be left out."""
    note: str
    """What else there is to say of it; empty where nothing is."""


@dataclass(frozen=True, slots=True)
class FindingText:
    """A finding's sentence, and how much it matters."""

    severity: str
    """`stop`, `warn` or `note`."""
    text: str
    """The finding's sentence."""


@dataclass(frozen=True, slots=True)
class Proposal:
    """What a change would do to one shot."""

    label: str
    """What the change is called, as its shot's history will say."""
    rows: tuple[ChangedRow, ...]
    """Every setting that it changes."""
    appear: tuple[FindingText, ...]
    """The findings that the change would bring about."""
    vanish: tuple[FindingText, ...]
    """The findings that it would do away with."""
    before: str
    """The verdict as it stands."""
    after: str
    """The verdict after the change."""
    state_after: State
    """How the whole shot would stand to the edit."""
    canvas: RecanvasDrawing | None
    """Both canvases, where the change is one of shape; None where it isn't."""
    refused: str | None
    """Why the change can't be made; None where it can."""


def preview_change(
    context: ShotContext,
    content: Content,
    request: ChangeRequest,
    leave: frozenset[str],
    keep: KeepArtwork | None,
) -> Proposal:
    """Return what a change would do, by `carry_out`: rows, and what is new or resolved."""
    outcome = carry_out(context, content, request, leave, keep)
    after = outcome.after
    then = context.with_content(after)
    was, now = match(context, content.departures), match(then, after.departures)
    old = content.setup.raster
    drawing = None
    if after.setup.raster != old:
        drawn = bool(drawn_elements(context))
        drawing = draw_recanvas(then, old, keep, outcome.resized, drawn)
    return Proposal(
        request.label,
        tuple(_rows(context, content, outcome, (was, now), request.also or {})),
        _told(now.findings, was.findings),
        _told(was.findings, now.findings),
        was.words,
        now.words,
        now.state,
        drawing,
        outcome.refused,
    )


def _rows(
    context: ShotContext,
    before: Content,
    outcome: Outcome,
    matches: tuple[Match, Match],
    notes: Mapping[str, str],
) -> list[ChangedRow]:
    after, requested, taken = outcome.after, outcome.requested, outcome.taken
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
