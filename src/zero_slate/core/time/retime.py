"""A rate changed under work that has begun: the numbers kept, or the timing."""

from collections.abc import Iterable
from dataclasses import dataclass
from enum import StrEnum
from fractions import Fraction

from zero_slate.core.base.figures import decimal, round_half_up
from zero_slate.core.time.frames import FrameRange
from zero_slate.core.time.rate import FrameRate


class RetimeMode(StrEnum):
    """What stays when the rate changes."""

    NUMBERS = "numbers"
    TIMING = "timing"


@dataclass(frozen=True, slots=True)
class Rescale:
    """Where frames go: `new + round((k − old) · to ÷ from)`, halves up.

    `old` and `new` number the same moment, before and after; with equal rates it is a shift alone.
    """

    old: int
    new: int
    was: FrameRate
    now: FrameRate

    @property
    def ratio(self) -> Fraction:
        """New frames an old frame."""
        return self.now.fraction / self.was.fraction

    def exact(self, frame: Fraction | int) -> Fraction:
        """Return where a frame goes, before it is rounded."""
        return self.new + (frame - self.old) * self.ratio

    def frame(self, frame: int) -> int:
        """Return where a frame goes."""
        return round_half_up(self.exact(frame))

    def run(self, run: FrameRange) -> FrameRange:
        """Return where a range goes: from its first frame to before the one after its last.

        A range never becomes shorter than a frame.
        """
        first = self.frame(run.first)
        return FrameRange(first, max(first, self.frame(run.last + 1) - 1))

    def length(self, frames: int) -> int:
        """Return how many frames last as long: the nearest whole number, and at least one."""
        return rescaled_length(frames, self.ratio)

    def off(self, frame: Fraction | int) -> Fraction:
        """Return by how many seconds rounding moves a frame."""
        exact = self.exact(frame)
        return abs(round_half_up(exact) - exact) / self.now.fraction


def rescaled_length(frames: int, ratio: Fraction) -> int:
    """Return how many frames last as long as some others, `ratio` new ones an old one."""
    return max(1, round_half_up(frames * ratio))


def merged(frames: Iterable[int], scale: Rescale) -> dict[int, tuple[int, ...]]:
    """Return the old frames that land on one, by the frame that they land on."""
    by_frame: dict[int, list[int]] = {}
    for frame in sorted(set(frames)):
        by_frame.setdefault(scale.frame(frame), []).append(frame)
    return {to: tuple(old) for to, old in by_frame.items() if len(old) > 1}


def milliseconds(seconds: Fraction) -> str:
    """Write a shift for people: `20.83 ms`."""
    return f"{decimal(seconds * 1000, 2, trim=True)} ms"
