"""A change of a shot that is asked for, and the content that it would make."""

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.canvas.resize import CanvasChange, KeepArtwork, change_canvas, compose
from zero_slate.core.format_library.format import Format
from zero_slate.core.media.element import Role
from zero_slate.core.settings.index import SETTINGS
from zero_slate.core.settings.models.setup import Setup
from zero_slate.core.shot.change import change
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
class Outcome:
    """What a requested change comes to.

    `requested` are the values that the shot doesn't have yet, `taken` those of them that aren't
    left; `resized` is what becomes of artwork that is kept on another canvas. Where it is refused,
    `after` is the content as it was.
    """

    after: Content
    requested: Mapping[str, Any]
    taken: Mapping[str, Any]
    resized: CanvasChange | None
    refused: str | None


def carry_out(
    context: ShotContext,
    content: Content,
    request: ChangeRequest,
    leave: frozenset[str],
    keep: KeepArtwork | None,
) -> Outcome:
    """Return what a change would make of a shot.

    `leave` are settings that keep what they have; `keep` is what artwork does where the canvas
    changes, None for placing it anew. What can't be taken is told, and then nothing is changed.
    """
    requested = {k: v for k, v in request.values.items() if getattr(content.setup, k) != v}
    taken = {key: value for key, value in requested.items() if key not in leave}
    refused = None
    try:
        after = change(content, taken, context.anchor)
    except Refusal as refusal:
        refused, after = str(refusal), content
    resized, after = _resize(context, content, after, keep)
    if request.format is not None and any(key in taken for key in request.format.values):
        after = after.model_copy(update={"format": request.format})
    elif after.format is not None and not any(
        getattr(after.setup, key) == value for key, value in after.format.values.items()
    ):
        after = after.model_copy(update={"format": None})
    return Outcome(after, requested, taken, resized, refused)


def _resize(
    context: ShotContext, before: Content, after: Content, keep: KeepArtwork | None
) -> tuple[CanvasChange | None, Content]:
    old, new = before.setup.raster, after.setup.raster
    if old == new or keep is None:
        return None, after
    made = change_canvas(old, new, keep, drawn_elements(context))
    frame = made.frame if before.artwork is None else compose(before.artwork, made.frame)
    return made, after.model_copy(update={"artwork": frame})


def drawn_elements(context: ShotContext) -> tuple[int, ...]:
    """Return the ids of the elements that were drawn for the canvas: all but the plate."""
    return tuple(e.id for e in context.elements if e.role != Role.PLATE)


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
