"""Frame ranges, handles and counts. Ranges are inclusive at both ends."""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from enum import StrEnum
from typing import ClassVar, Self

from pydantic import ConfigDict, StrictInt

from zero_slate.core.base.figures import counted
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.base.serialization import STRICT

# Frame numbers are kept within what file names and sequence tools hold without trouble.
FURTHEST = 99_999_999
MOST_HANDLES = 10_000


class RangeRefusal(Refusal):
    """A range, handle or count that can't be."""


@dataclass(frozen=True, slots=True, order=True)
class FrameRange:
    """The frames from `first` to `last`, both included."""

    first: StrictInt
    """The first frame."""
    last: StrictInt
    """The last frame; it is a part of the range."""

    __pydantic_config__: ClassVar[ConfigDict] = STRICT

    def __post_init__(self) -> None:
        if self.last < self.first:
            raise RangeRefusal(
                f"The range {self.first}–{self.last} is back to front: its last frame comes "
                "before its first.",
                nearest=f"{self.last}–{self.first}",
                part="last",
                nearest_parts={"first": str(self.last), "last": str(self.first)},
            )
        if self.first < -FURTHEST or self.last > FURTHEST:
            require_frame(self.first, "first")
            require_frame(self.last, "last")

    @classmethod
    def starting(cls, first: int, length: int) -> Self:
        """Return the range of `length` frames that begins at `first`."""
        if length < 1:
            raise RangeRefusal(
                f"A length of {counted(length, 'frame')} is out of range: it takes at least 1.",
                nearest=f"{first}+1",
            )
        return cls(first, first + length - 1)

    @property
    def length(self) -> int:
        """How many frames there are: last − first + 1."""
        return self.last - self.first + 1

    def __contains__(self, frame: int) -> bool:
        return self.first <= frame <= self.last

    def holds(self, other: "FrameRange") -> bool:
        """Return whether the whole other range lies inside this one."""
        return self.first <= other.first and other.last <= self.last

    def overlap(self, other: "FrameRange") -> "FrameRange | None":
        """Return the frames in both, or None."""
        first, last = max(self.first, other.first), min(self.last, other.last)
        return FrameRange(first, last) if first <= last else None

    def around(self, other: "FrameRange") -> "FrameRange":
        """Return the least range that holds both."""
        return FrameRange(min(self.first, other.first), max(self.last, other.last))

    def moved(self, frames: int) -> "FrameRange":
        """Return the range, every number raised by `frames`."""
        return FrameRange(self.first + frames, self.last + frames)

    def widened(self, handles: "Handles") -> "FrameRange":
        """Return the range with handles added at both ends."""
        return FrameRange(self.first - handles.head, self.last + handles.tail)

    @property
    def short(self) -> str:
        """The range as it is written in a list: one frame by its number alone."""
        return str(self.first) if self.length == 1 else str(self)

    def __str__(self) -> str:
        return f"{self.first}–{self.last}"


@dataclass(frozen=True, slots=True)
class Handles:
    """The extra frames asked before and after the cut range."""

    head: StrictInt
    tail: StrictInt

    __pydantic_config__: ClassVar[ConfigDict] = STRICT

    def __post_init__(self) -> None:
        for part, value in (("head", self.head), ("tail", self.tail)):
            if not 0 <= value <= MOST_HANDLES:
                raise RangeRefusal(
                    f"Handles of {value} frames at the {part} are out of range: they take 0 to "
                    f"{MOST_HANDLES:,}.",
                    nearest=str(min(max(value, 0), MOST_HANDLES)),
                    part=part,
                )

    def __str__(self) -> str:
        return f"{self.head} + {self.tail}"


class CountAt(StrEnum):
    """The moment that a count's number stands at."""

    CLIP = "clip"
    WORK = "work"
    CUT = "cut"
    FILE = "file"
    TIMECODE = "timecode"

    @property
    def from_source(self) -> bool:
        """Whether the number comes from the source: the file's name, or its timecode."""
        return self in (CountAt.FILE, CountAt.TIMECODE)


@dataclass(frozen=True, slots=True)
class FrameCount:
    """How frames are numbered: `number` stands at the first frame of clip, work or cut range.

    As the files are numbered, or from the source timecode in frames since midnight, the number
    isn't chosen, and is kept as 0.
    """

    number: StrictInt
    at: CountAt = CountAt.CLIP

    __pydantic_config__: ClassVar[ConfigDict] = ConfigDict(extra="forbid")

    def __post_init__(self) -> None:
        require_frame(self.number, "number")
        if self.at.from_source:
            object.__setattr__(self, "number", 0)

    def __str__(self) -> str:
        words = {CountAt.FILE: "as the files are numbered", CountAt.TIMECODE: "source timecode"}
        return words.get(self.at, f"{self.number} at {self.at}")


def require_frame(value: int, part: str) -> None:
    """Refuse a frame number past what file names hold."""
    if abs(value) > FURTHEST:
        raise RangeRefusal(
            f"Frame {value} is out of range: frame numbers run from −{FURTHEST:,} to {FURTHEST:,}.",
            nearest=str(FURTHEST if value > 0 else -FURTHEST),
            part=part,
        )


def runs(frames: Iterable[int]) -> tuple[FrameRange, ...]:
    """Gather frame numbers, in any order, into the fewest ranges."""
    found: list[FrameRange] = []
    first = last = None
    for frame in sorted(set(frames)):
        if last is not None and frame == last + 1:
            last = frame
            continue
        if first is not None and last is not None:
            found.append(FrameRange(first, last))
        first = last = frame
    if first is not None and last is not None:
        found.append(FrameRange(first, last))
    return tuple(found)


def ranges_words(found: Sequence[FrameRange]) -> str:
    """Write ranges in a list, the first three of many: `1001–1004, 1010 and 2 more`."""
    shown = [run.short for run in found[:3]]
    more = len(found) - 3
    return ", ".join(shown) + (f" and {more} more" if more > 0 else "")


def gaps(wanted: FrameRange, present: Iterable[FrameRange]) -> tuple[FrameRange, ...]:
    """Return the frames of `wanted` that none of the ranges in `present` holds."""
    missing: list[FrameRange] = []
    next_frame = wanted.first
    for run in sorted(present):
        if run.last < next_frame:
            continue
        if run.first > wanted.last:
            break
        if run.first > next_frame:
            missing.append(FrameRange(next_frame, run.first - 1))
        next_frame = run.last + 1
    if next_frame <= wanted.last:
        missing.append(FrameRange(next_frame, wanted.last))
    return tuple(missing)


def total(ranges: Iterable[FrameRange]) -> int:
    """Return how many frames separate ranges hold together."""
    return sum(run.length for run in ranges)
