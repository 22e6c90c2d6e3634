"""Findings: what a check says, with its figures and what would put it right."""

from collections.abc import Mapping
from dataclasses import dataclass, field
from enum import StrEnum
from typing import Any


class Severity(StrEnum):
    """How much a finding matters, most first."""

    STOP = "stop"
    WARN = "warn"
    NOTE = "note"


class State(StrEnum):
    """How a value, a shot or a file stands to the edit."""

    FOLLOWS = "follows"
    REASON = "reason"
    DIFFERS = "differs"
    NEW = "new"
    UNKNOWN = "unknown"


STATE_WORDS = {
    State.FOLLOWS: "follows the edit",
    State.REASON: "differs for a reason",
    State.DIFFERS: "differs",
    State.NEW: "not set up yet",
    State.UNKNOWN: "not known",
}


@dataclass(frozen=True, slots=True)
class Sentence:
    """English words, and the figures in them that the eye should find first."""

    text: str
    strong: tuple[str, ...] = ()

    def __str__(self) -> str:
        return self.text


@dataclass(frozen=True, slots=True)
class Change:
    """What would put a difference right: new values by setting, worded as what will happen."""

    label: str
    values: Mapping[str, Any]


@dataclass(frozen=True, slots=True)
class ElementChange:
    """What would put an element right: its new values by name, worded as what will happen."""

    label: str
    """What will happen, in words."""
    values: Mapping[str, str | int | bool]
    """The element's new values, by their names."""


@dataclass(frozen=True, slots=True)
class Finding:
    """One result of a check.

    `setting` is the row of the sheet it belongs to; `element` the element whose files it is
    about, and `element_change` what would put that right. `figures` holds the numbers of the
    sentence for programs.
    """

    code: str
    severity: Severity
    setting: str
    sentence: Sentence
    figures: Mapping[str, str | int] = field(default_factory=dict)
    change: Change | None = None
    element: int | None = None
    element_change: ElementChange | None = None
