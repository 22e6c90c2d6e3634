"""What is said of a data file: how it was read, and what renumbering makes of it."""

from collections.abc import Sequence
from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class FormerCount:
    """A count and rate that the shot had: its frame `number` is now frame `now`."""

    version: int
    """The last version of the shot that had it."""
    label: str
    """The count and rate, in words."""
    number: int
    """The number that the clip's first frame had."""
    now: int
    """The number that the same moment has now."""
    rate: str
    """The rate in words."""


@dataclass(frozen=True, slots=True)
class DataPage:
    """A data file as it was read, and the counts that it may have been exported under."""

    id: int
    """The data file's number."""
    file_name: str
    """Its name as it was uploaded."""
    form: str
    """Its form, in words."""
    bytes: int
    """Its size in bytes."""
    columns: tuple[str, ...]
    """The names of its columns."""
    frames: tuple[int, ...]
    """Which columns hold frames, from 0."""
    lengths: tuple[int, ...]
    """Which columns hold lengths, from 0."""
    question: str
    """What is to be said of them first; empty where nothing is."""
    rows: tuple[tuple[str, ...], ...]
    """Its first rows, as texts."""
    formers: tuple[FormerCount, ...]
    """The counts that it may have been exported under, the latest first."""
    now_number: int
    """The number that the clip's first frame has now."""
    now_rate: str
    """The rate that the shot has now, in words."""


@dataclass(frozen=True, slots=True)
class Renumbering:
    """A data file renumbered: what moved, what merged, and its first rows before and after."""

    id: int
    """The renumbered file's number, to fetch it by."""
    columns: tuple[str, ...]
    """The names of its columns."""
    before: tuple[tuple[str, ...], ...]
    """Its first rows as they were."""
    after: tuple[tuple[str, ...], ...]
    """Its first rows as they are now."""
    numbers: int
    """How many numbers were changed."""
    merged: int
    """How many frames fell together with another's."""
    merges: tuple[str, ...]
    """The first of those, with the rows that they stand in."""
    holes: tuple[str, ...]
    """The first places where nothing stands between two frames that were neighbours."""
    jumps: tuple["Jump", ...]
    """Where the first rows don't go on as they do else, with what becomes of it."""
    left: int
    """How many rows have no number there, and stay as they are."""
    problem: str
    """What would keep the file from being written; empty where nothing is found."""
    rounding: str
    """How much was rounded, in words."""
    sentence: str
    """What it comes to, in one sentence."""
    bytes: int
    """Its size in bytes."""


@dataclass(frozen=True, slots=True)
class Jump:
    """Two rows, one after the other, whose frames don't go on as the rows around them do."""

    row: int
    """The line or row of the second."""
    before: str
    """Both frames as they are in the file."""
    after: str
    """Both frames as they would be."""


@dataclass(frozen=True, slots=True)
class OldColumns:
    """The columns of a data file that are chosen, by their places from 0."""

    frames: Sequence[int]
    lengths: Sequence[int] = ()
    leaves: bool = False
