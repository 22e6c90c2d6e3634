"""A frame of source has a reel, a moment of a day, and is played one way or the other.

Labels go round once a day, so that two of them alone don't say how far apart they lie: a moment is
counted on the day on which it lies nearest to what it is compared with. Matching, gathering,
asking and labels all compare sources by this.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import pairwise

from zero_slate.core.time.frames import FrameRange
from zero_slate.core.time.rate import FrameRate
from zero_slate.core.time.timecode import frames_in_a_day


def on_the_day_of(near: int, moment: int, day: int) -> int:
    """Return a moment, counted in frames, on the day on which it lies nearest to another.

    `day` is how many frames a day has.
    """
    return moment + day * -((moment - near + day // 2) // day)


def in_one_run(moments: Sequence[int], day: int) -> list[int]:
    """Return moments of one day as one run that may go on past midnight.

    They lie on a clock: the run begins after the longest stretch of it that has none. A run of
    half a day or more could as well be several, and so could one of three hours that rises as it
    is written; those stay as they are.
    """
    if not moments or max(moments) - min(moments) < day // 2:
        return list(moments)
    around = sorted(set(moments))
    stretches = [
        (later - earlier, later)
        for earlier, later in zip(around, [*around[1:], around[0] + day], strict=True)
    ]
    longest, first = max(stretches)
    rises = all(earlier <= later for earlier, later in pairwise(moments))
    if day - longest >= day // (8 if rises else 2):
        return list(moments)
    return [each + day if each < first % day else each for each in moments]


@dataclass(frozen=True, slots=True)
class SourceRun:
    """Frames of one reel, from midnight of the day they begin on, and which way they are played."""

    reel: str
    frames: FrameRange
    rate: FrameRate
    drop: bool = False
    backwards: bool = False

    @property
    def day(self) -> int:
        """How many frames a day has."""
        return frames_in_a_day(self.rate, self.drop)

    @property
    def first_shown(self) -> int:
        """The frame that is shown first: the last one where it runs backwards."""
        return self.frames.last if self.backwards else self.frames.first

    def moment(self, frame: int) -> int:
        """Return a frame from some midnight on the day on which it lies nearest to this run."""
        return on_the_day_of((self.frames.first + self.frames.last) // 2, frame, self.day)

    def beside(self, frames: FrameRange) -> FrameRange:
        """Return frames from some midnight on the day on which they lie nearest to this run."""
        middle = (frames.first + frames.last) // 2
        return frames.moved(self.moment(middle) - middle)

    def of_one_reel(self, other: "SourceRun") -> bool:
        """Return whether both are of one reel, counted at one rate."""
        return is_one_reel(self.reel, other.reel) and self.rate == other.rate

    def shared(self, other: "SourceRun") -> int:
        """Return how many frames both show; those of two reels share none."""
        if not self.of_one_reel(other):
            return 0
        both = self.frames.overlap(self.beside(other.frames))
        return both.length if both is not None else 0

    def apart(self, frames: FrameRange) -> int:
        """Return how far off frames of its reel begin or end; less than 1 where they meet it."""
        other = self.beside(frames)
        return max(self.frames.first, other.first) - min(self.frames.last, other.last)


def is_one_reel(one: str, other: str) -> bool:
    """Return whether two names are of one reel: lists differ in capitals."""
    return one.casefold() == other.casefold()
