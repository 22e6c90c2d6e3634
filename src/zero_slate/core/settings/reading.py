"""Typed texts read as values, and what of them can't be taken."""

from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import Any, TypeVar

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.settings.models.edit_format import EditFormat
from zero_slate.core.settings.models.house import HouseSetup
from zero_slate.core.settings.models.picture_and_time import PictureAndTime
from zero_slate.core.settings.schema import Setting
from zero_slate.core.time.entry.clock import Clock, Entry
from zero_slate.core.time.timecode import TimecodeKind, require_drop_frame

Typed = Mapping[str, Mapping[str, str]]


E = TypeVar("E", EditFormat, HouseSetup)


@dataclass(frozen=True, slots=True)
class FieldProblem:
    """Why what is typed can't be taken: in which field, and what each field could be instead."""

    part: str
    """The field's key; empty where it is no single field's."""
    message: str
    """Why it can't be taken: the field, the value and the limit."""
    nearest: Mapping[str, str]
    """The nearest texts that can be, by field; empty where there are none."""

    def refusal(self, setting: str, label: str) -> Refusal:
        """Return the problem as the refusal of a setting, whose label begins its words."""
        return Refusal(
            f"{label}: {self.message}",
            nearest=self.nearest.get(self.part),
            part=self.part,
            nearest_parts=dict(self.nearest) or None,
            setting=setting,
        )


@dataclass(frozen=True, slots=True)
class Reading:
    """What was understood of what is typed: values and problems by setting.

    `understood` says, by setting, what a text that isn't written the plain way was taken for.
    """

    values: dict[str, Any]
    problems: dict[str, FieldProblem]
    understood: dict[str, str] = field(default_factory=dict)


def read_typed(
    current: PictureAndTime, typed: Typed, settings: Mapping[str, Setting], clock: Clock
) -> Reading:
    """Read typed texts; parts that aren't typed keep the texts of the current value.

    Raises KeyError for a setting or a part that there isn't.
    """
    reading = Reading({}, {})
    # A shape is reckoned with the pixels as typed in the same go.
    for key, parts in sorted(typed.items(), key=lambda each: each[0] != "pixel_aspect"):
        kind = settings[key].kind
        stands = getattr(current, key)
        known = {part.key: "" for part in kind.parts if part.loose} | kind.texts(stands)
        for part in parts:
            known[part]  # a part that there isn't is a mistake of the caller's
        pixel_aspect = reading.values.get("pixel_aspect", current.pixel_aspect)
        entry = Entry(clock, stands, tuple(parts), pixel_aspect=pixel_aspect)
        try:
            value = kind.read({**known, **parts}, entry)
        except Refusal as refusal:
            reading.problems[key] = problem_of(refusal, kind.parts[0].key)
            continue
        if value != stands:
            reading.values[key] = value
        plain = kind.texts(value)
        if any(plain.get(part, "") != text.strip() for part, text in parts.items()) or entry.said:
            reading.understood[key] = " · ".join([kind.show(value), *entry.said])
    return reading


def problem_of(refusal: Refusal, first_part: str) -> FieldProblem:
    """Return a refusal as the problem of a field."""
    part = refusal.part or first_part
    nearest = refusal.nearest_parts or ({part: refusal.nearest} if refusal.nearest else {})
    return FieldProblem(part, str(refusal), nearest)


def apply_to_edit(edit: E, values: Mapping[str, Any]) -> E:
    """Return an edit format or house setup with new values.

    Raises Refusal where they can't go together.
    """
    after = edit.model_copy(update=dict(values))
    require_drop_frame(after.rate, after.timecode is TimecodeKind.DROP)
    return after
