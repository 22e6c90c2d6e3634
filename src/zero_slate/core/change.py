"""Changes to a setup as they are typed, and what moves along with them."""

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any

from zero_slate.core.asks import asked_cut, asked_of
from zero_slate.core.cut import CutEvent
from zero_slate.core.frames import CountAt
from zero_slate.core.refusal import Refusal
from zero_slate.core.setting import Setting
from zero_slate.core.setup import EDIT_SETTINGS, SETTINGS, EditFormat, PictureAndTime, Setup
from zero_slate.core.timecode import TimecodeKind, require_drop_frame

Typed = Mapping[str, Mapping[str, str]]


@dataclass(frozen=True, slots=True)
class Problem:
    """Why what is typed can't be taken: in which field, and what each field could be instead."""

    part: str
    message: str
    nearest: Mapping[str, str]


@dataclass(frozen=True, slots=True)
class Reading:
    """What was understood of what is typed: values by setting, and problems by setting."""

    values: dict[str, Any]
    problems: dict[str, Problem]


def read_typed(current: PictureAndTime, typed: Typed, settings: Mapping[str, Setting]) -> Reading:
    """Read typed texts; parts that aren't typed keep the texts of the current value.

    Raises KeyError for a setting or a part that there isn't.
    """
    values: dict[str, Any] = {}
    problems: dict[str, Problem] = {}
    for key, parts in typed.items():
        kind = settings[key].kind
        known = kind.texts(getattr(current, key))
        for part in parts:
            known[part]  # a part that there isn't is a mistake of the caller's
        try:
            value = kind.read({**known, **parts})
        except Refusal as refusal:
            part = refusal.part or kind.parts[0].key
            nearest = refusal.nearest_parts or ({part: refusal.nearest} if refusal.nearest else {})
            problems[key] = Problem(part, str(refusal), nearest)
        else:
            if value != getattr(current, key):
                values[key] = value
    return Reading(values, problems)


def apply(setup: Setup, values: Mapping[str, Any], lead: int | None = None) -> Setup:
    """Return the setup with new values, and with what follows from them.

    - A new count renumbers the ranges: new = old + difference.
    - A work range that is the cut plus its handles stays so when either changes.
    A range given in `values` itself is taken as given. `lead` is how many frames the clip has
    before the cut, where that is known.
    """
    after = setup.model_copy(update={k: v for k, v in values.items() if k not in _RANGES})
    moved = after.count.number - _number_at(setup, after.count.at, lead)
    cut = values.get("cut_range", setup.cut_range.moved(moved))
    work = values.get("work_range")
    if work is None:
        snug = setup.work_range == setup.cut_range.widened(setup.handles)
        work = cut.widened(after.handles) if snug else setup.work_range.moved(moved)
    return after.model_copy(update={"cut_range": cut, "work_range": work})


_RANGES = ("cut_range", "work_range")


def _number_at(setup: Setup, moment: CountAt, lead: int | None) -> int:
    """Return the number that stands at a moment now."""
    if moment is setup.count.at:
        return setup.count.number
    clip = setup.work_range.first if lead is None else setup.cut_range.first - lead
    return {
        CountAt.CLIP: clip,
        CountAt.WORK: setup.work_range.first,
        CountAt.CUT: setup.cut_range.first,
    }[moment]


def apply_to_edit(edit: EditFormat, values: Mapping[str, Any]) -> EditFormat:
    """Return the edit format with new values, or raise Refusal where they can't go together."""
    after = edit.model_copy(update=dict(values))
    require_drop_frame(after.rate, after.timecode is TimecodeKind.DROP)
    return after


def follow(
    setup: Setup, before: EditFormat, after: EditFormat, event: CutEvent | None, lead: int | None
) -> Setup:
    """Return the setup with what a changed edit asks wherever it had what the edit asked before.

    Ranges are compared in the shot's own count, which follows first.
    """
    count = after.count if setup.count == before.count else setup.count
    old = asked_of(before, event, setup.count, lead).values
    new = asked_of(after, event, count, lead).values
    values = {
        key: new[key] for key in old if old[key] != new[key] and getattr(setup, key) == old[key]
    }
    return apply(setup, values, lead) if values else setup


def setup_from_event(edit: EditFormat, event: CutEvent, title: str = "") -> Setup:
    """Return the setup that follows the edit in everything."""
    cut = asked_cut(event.length, edit, edit.count, None)
    return Setup(
        code=event.code,
        title=title,
        cut_range=cut,
        work_range=cut.widened(edit.handles),
        **{key: getattr(edit, key) for key in EDIT_SETTINGS},
    )


def changed(before: Setup, after: Setup) -> dict[str, tuple[str, str]]:
    """Return each setting that two setups differ in, with both values written out."""
    return {
        key: (setting.kind.show(getattr(before, key)), setting.kind.show(getattr(after, key)))
        for key, setting in SETTINGS.items()
        if getattr(before, key) != getattr(after, key)
    }
