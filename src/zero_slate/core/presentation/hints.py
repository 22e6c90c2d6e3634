"""Hints: what a setting is, and what would be otherwise in this shot if it were another."""

from collections.abc import Iterator
from dataclasses import dataclass
from typing import Any

from zero_slate.core.colour.config_names import ColourNames
from zero_slate.core.presentation.sheet import Sheet, SheetRow, fields_of
from zero_slate.core.settings.schema import Setting, Texts

MOST_NAMED = 4
MOST_SAID = 2


@dataclass(frozen=True, slots=True)
class Hint:
    """What there is to know of a setting of one shot."""

    setting: str
    """The setting's key."""
    label: str
    """The setting's name."""
    what: str
    """What it is and what it takes."""
    example: str
    """What it would come to with another value, in this shot's figures; empty where none fits."""
    elsewhere: str
    """Which other rows that value would change; empty where none fits."""


def other_texts(setting: Setting, value: Any, names: ColourNames | None) -> Iterator[Texts]:
    """Yield texts that stand for other values of a setting, the most telling first."""
    fields = fields_of(setting, value, {}, names)
    for text in setting.instead:
        yield {fields[0].part: text}
    # Of a display and its view the view is tried first: each display has its own.
    for field in reversed(fields):
        options = field.options
        at = options.index(field.text) + 1 if field.text in options else 0
        for option in (*options[at:], *options[:at]):
            if option != field.text:
                yield {field.part: option}


def hint(key: str, setting: Setting, stands: Sheet, would: Sheet, shown: str) -> Hint:
    """Say what a setting is, and what would be otherwise where it was `shown` instead."""
    before, after = _rows(stands), _rows(would)
    moved, judged = [], []
    for other, row in after.items():
        if other == key:
            continue
        was = before[other]
        if [field.text for field in row.fields] != [field.text for field in was.fields]:
            moved.append(row.label)
        elif _said(row) != _said(was):
            judged.append(row.label)
    says = " ".join(dict.fromkeys(_said(after[key])[:MOST_SAID]))
    return Hint(
        key, setting.label, setting.help, f"Set to {shown}: {says}", _elsewhere(moved, judged)
    )


def plain_hint(key: str, setting: Setting) -> Hint:
    """Say what a setting is, where nothing else fits the shot."""
    return Hint(key, setting.label, setting.help, "", "")


def _rows(sheet: Sheet) -> dict[str, SheetRow]:
    return {row.key: row for group in sheet.groups for row in group.rows}


def _said(row: SheetRow) -> list[str]:
    return [message.text for message in row.messages]


def _elsewhere(moved: list[str], judged: list[str]) -> str:
    parts = []
    if moved:
        parts.append(f"{_named(moved)} would change with it")
    if judged:
        verb = "is" if len(judged) == 1 else "are"
        parts.append(f"{_named(judged)} {verb} reckoned anew")
    said = "; ".join(parts)
    return f"{said}." if said else "Nothing else in the sheet changes with it."


def _named(labels: list[str]) -> str:
    named, more = labels[:MOST_NAMED], len(labels) - MOST_NAMED
    if more > 1:
        return f"{', '.join(named)} and {more} more rows"
    *first, last = labels
    return f"{', '.join(first)} and {last}" if first else last
