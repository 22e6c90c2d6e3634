"""What the pages of the desk and of a production show."""

from collections.abc import Iterable
from dataclasses import dataclass

from zero_slate.core.checks.finding import State
from zero_slate.core.presentation.cut_table import CutRow
from zero_slate.core.shot.face import Face


@dataclass(frozen=True, slots=True)
class Tally:
    """How many shots are in each state."""

    follows: int
    """How many follow the edit."""
    reason: int
    """How many differ for a reason."""
    differs: int
    """How many differ."""
    new: int
    """How many aren't set up."""
    unknown: int
    """How many can't be told."""

    @classmethod
    def of(cls, states: Iterable[State]) -> "Tally":
        """Count states."""
        known = list(states)
        return cls(*(known.count(state) for state in State))


@dataclass(frozen=True, slots=True)
class TitleCell:
    """One value of an edit format, for the title block."""

    key: str
    """The setting's key."""
    label: str
    """The setting's name."""
    value: str
    """Its value in words."""


@dataclass(frozen=True, slots=True)
class ShotLine:
    """A shot in the cut, set up or not; `edit_in` is None for one that isn't in the cut."""

    shot_id: int | None
    """The shot's number; None where it isn't set up."""
    code: str
    """The shot's code."""
    title: str
    """The shot's title."""
    state: State
    """How it stands to the edit."""
    word: str
    """The state in a word."""
    edit_in: str | None
    """Its first frame in the cut, by timecode; None where it isn't in the cut."""
    source_in: str | None
    """Its first source frame, by timecode; None where none is known."""
    length: int | None
    """Its length in the cut, in frames; None where it isn't in the cut."""
    shape: float
    """The shape of its canvas, as width ÷ height."""
    line: CutRow | None
    """What differs, and its ranges; None where it isn't set up."""
    note: str
    """What else there is to say of it; empty where nothing is."""


@dataclass(frozen=True, slots=True)
class CutInfo:
    """Which cut is laid out."""

    number: int
    """The cut's number in its production."""
    file_name: str
    """The name of the file it was read from."""
    title: str
    """The title in the file."""
    form: str
    """The file's form, in words."""
    at: str
    """When it was taken, as an ISO 8601 moment in UTC."""
    who: str
    """Who took it."""


@dataclass(frozen=True, slots=True)
class ProductionCard:
    """A production on the desk."""

    id: int
    """The production's number."""
    title: str
    """The production's title."""
    kind: str
    """What kind of production it is, in words."""
    format: str
    """Its edit format in one line."""
    cut_number: int | None
    """The number of the cut that stands; None where there is none."""
    tally: Tally
    """How many of its shots are in each state."""
    shots: int
    """How many shots it has."""


@dataclass(frozen=True, slots=True)
class RecentShot:
    """A shot on the desk, with its shape in the edit's."""

    id: int
    """The shot's number."""
    code: str
    """The shot's code."""
    title: str
    """The shot's title."""
    production_id: int
    """The number of its production."""
    production: str
    """The title of its production."""
    state: State
    """How it stands to the edit."""
    word: str
    """The state in a word."""
    verdict: str
    """What it comes to, in one sentence."""
    artist: str
    """Who saved it last."""
    touched_at: str
    """When it was touched last, as an ISO 8601 moment in UTC."""
    canvas: str
    """Its canvas in words."""
    shape: float
    """The shape of its canvas, as width ÷ height."""
    edit_shape: float
    """The shape of the edit's picture, as width ÷ height."""
    warning: str
    """Why it can't be read in full; empty where it can."""
    picture: Face | None
    """The picture that it is known by; None where it has none."""


@dataclass(frozen=True, slots=True)
class DeskPage:
    """The start page."""

    productions: tuple[ProductionCard, ...]
    """The productions."""
    recent: tuple[RecentShot, ...]
    """The shots that were touched last."""
    who: str
    """Who is at this desk."""


@dataclass(frozen=True, slots=True)
class ProductionPage:
    """A production laid out as its cut."""

    id: int
    """The production's number."""
    title: str
    """The production's title."""
    kind: str
    """What kind of production it is, in words."""
    code_example: str
    """What a shot's code is like, as an example."""
    edit_version: int
    """Which version of the edit format stands."""
    edit_shape: float
    """The shape of the edit's picture, as width ÷ height."""
    cells: tuple[TitleCell, ...]
    """The values of the edit format."""
    cut: CutInfo | None
    """The cut that is laid out; None where there is none."""
    lines: tuple[ShotLine, ...]
    """The shots in the order of the cut, then those that aren't in it."""
    tally: Tally
    """How many are in each state."""
    frames: int
    """The cut's length in frames."""
    length: str
    """The cut's length in seconds, in words."""
    longest: int
    """The longest shot with the edit's handles, in frames."""
    verdict: str
    """What it comes to, in one sentence."""
    state: State
    """Whether any of its shots differs."""
