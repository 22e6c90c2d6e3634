"""Sequences that are still being written: how far they are, and when they would be whole."""

from collections.abc import Mapping
from dataclasses import dataclass
from fractions import Fraction
from itertools import pairwise
from statistics import median

from zero_slate.core.base.figures import clock_time, counted
from zero_slate.core.time.frames import FrameRange

# The pace is that of so many frames that came last.
_LATELY = 24
# A sequence grows as long as the next frame isn't later than so many times its pace …
_PATIENCE = 12
# … and no shorter than this, in seconds: a farm may have paused.
_LEAST = 120.0
# No frame of a render takes less, in seconds.
_COPIED = 0.02


@dataclass(frozen=True, slots=True)
class Growth:
    """How far a sequence is that is still being written."""

    there: int
    """How many of the frames that are asked are there."""
    asked: int
    """How many frames are asked."""
    last_at: float
    """When the last frame came, in seconds since 1970."""
    pace: float | None
    """How many seconds a frame takes, by those that came last; None for one frame."""
    whole_at: float | None
    """When it would be whole, by that pace, in seconds since 1970."""
    growing: bool
    """Whether more is still to be expected."""

    @property
    def words(self) -> str:
        """How far it is, in words: figures of time are told from the last frame on."""
        said = f"{self.there} of {counted(self.asked, 'frame')}"
        if self.there >= self.asked:
            return f"{said}: it is whole"
        if not self.growing or self.pace is None or self.whole_at is None:
            return f"{said}, and none came for long"
        left = Fraction(self.whole_at - self.last_at)
        each = Fraction(self.pace)
        return f"{said}, one every {clock_time(each)}: whole {clock_time(left)} after the last"


def growth(times: Mapping[int, float], asked: FrameRange, now: float) -> Growth:
    """Return how far a sequence is, by when each of its files was written.

    `times` are seconds since 1970 by the files' numbers, at least one; `asked` the numbers that
    are to be there. Files written out of order count by when they came.
    """
    came = sorted(times.values())
    last = came[-1]
    there = sum(number in asked for number in times)
    steps = [b - a for a, b in pairwise(came[-_LATELY - 1 :]) if b > a]
    pace = median(steps) if steps else None
    # Files that were copied all at once have no pace of their own.
    if pace is not None and pace < _COPIED:
        pace = None
    missing = asked.length - there
    growing = missing > 0 and pace is not None and now - last <= max(_LEAST, pace * _PATIENCE)
    whole_at = last + pace * missing if pace is not None else None
    return Growth(there, asked.length, last, pace, whole_at, growing)
