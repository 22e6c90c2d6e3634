"""What the pages of the desk and of a production show."""

from collections.abc import Iterable
from dataclasses import dataclass

from zero_slate.core.checks.finding import State
from zero_slate.core.presentation.cut_table import CutRow
from zero_slate.core.presentation.sheet import SheetRow


@dataclass(frozen=True, slots=True)
class Tally:
    """How many shots are in each state."""

    follows: int
    reason: int
    differs: int
    new: int
    unknown: int

    @classmethod
    def of(cls, states: Iterable[State]) -> "Tally":
        """Count states."""
        known = list(states)
        return cls(*(known.count(state) for state in State))


@dataclass(frozen=True, slots=True)
class TitleCell:
    """One value of an edit format, for the title block."""

    key: str
    label: str
    value: str


@dataclass(frozen=True, slots=True)
class ShotLine:
    """A shot in the cut, set up or not; `edit_in` is None for one that isn't in the cut."""

    shot_id: int | None
    code: str
    title: str
    state: State
    word: str
    edit_in: str | None
    source_in: str | None
    length: int | None
    shape: float
    line: CutRow | None
    note: str


@dataclass(frozen=True, slots=True)
class CutInfo:
    """Which cut is laid out."""

    number: int
    file_name: str
    title: str
    form: str
    at: str
    who: str


@dataclass(frozen=True, slots=True)
class ProductionCard:
    """A production on the desk."""

    id: int
    title: str
    kind: str
    format: str
    cut_number: int | None
    tally: Tally
    shots: int


@dataclass(frozen=True, slots=True)
class RecentShot:
    """A shot on the desk, with its shape in the edit's."""

    id: int
    code: str
    title: str
    production: str
    state: State
    word: str
    verdict: str
    touched_at: str
    canvas: str
    shape: float
    edit_shape: float
    warning: str


@dataclass(frozen=True, slots=True)
class DeskPage:
    """The start page."""

    productions: tuple[ProductionCard, ...]
    recent: tuple[RecentShot, ...]
    who: str


@dataclass(frozen=True, slots=True)
class ProductionPage:
    """A production laid out as its cut."""

    id: int
    title: str
    kind: str
    code_example: str
    edit_version: int
    edit_shape: float
    cells: tuple[TitleCell, ...]
    cut: CutInfo | None
    lines: tuple[ShotLine, ...]
    tally: Tally
    frames: int
    length: str
    longest: int
    verdict: str
    state: State


@dataclass(frozen=True, slots=True)
class EditFormatEffect:
    """What a changed edit format would do to one shot."""

    id: int
    code: str
    before: State
    after: State
    appear: tuple[str, ...]
    vanish: tuple[str, ...]
    follows_along: bool


@dataclass(frozen=True, slots=True)
class EditFormatPage:
    """The edit format as it is being changed, and what that would touch."""

    title: str
    version: int
    at: str
    who: str
    rows: tuple[SheetRow, ...]
    changes: tuple[str, ...]
    problem: str | None
    touched: tuple[EditFormatEffect, ...]
    shots: int
    along: bool
