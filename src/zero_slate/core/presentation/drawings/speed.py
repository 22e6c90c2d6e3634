"""The same movement at several rates, to be seen and not imagined."""

from dataclasses import dataclass
from fractions import Fraction

from zero_slate.core.shot.context import ShotContext
from zero_slate.core.time.film import drawings
from zero_slate.core.time.rate import FrameRate

HOLDS = (1, 2, 3)
# The rates that are compared by eye most.
COMMON = (12, 24, 25, 30)


@dataclass(frozen=True, slots=True)
class PlayedSpeed:
    """A rate, how many frames fill the work range's time, and the drawings each hold needs.

    `numerator` ÷ `denominator` is the exact rate; a drawing held for h frames is shown for
    h · denominator ÷ numerator seconds.
    """

    rate: str
    """The rate in words."""
    numerator: int
    """The exact rate's numerator, in frames."""
    denominator: int
    """The exact rate's denominator, in seconds."""
    frames: int
    """How many frames fill the work range's time."""
    drawings: tuple[int, ...]
    """How many drawings the time needs at each hold."""


@dataclass(frozen=True, slots=True)
class SpeedDrawing:
    """The edit's rate and the shot's first, then the common ones."""

    title: str
    """What the drawing shows."""
    corner: str
    """The figure at its corner."""
    speeds: tuple[PlayedSpeed, ...]
    """The edit's rate and the shot's first, then the common ones."""
    holds: tuple[int, ...]
    """For how many frames a drawing is held, in the order of `drawings`."""


def draw_speed(context: ShotContext) -> SpeedDrawing:
    """Reckon what the work range's time takes at each rate: ⌈seconds × rate⌉ frames."""
    mine, edit = context.setup.rate, context.edit.rate
    lasts = mine.seconds(context.setup.work_range.length)
    rates = dict.fromkeys((edit, mine, *(FrameRate(Fraction(rate)) for rate in COMMON)))
    speeds = []
    for rate in rates:
        frames = (
            context.setup.work_range.length if rate == mine else int(-(-lasts * rate.fraction // 1))
        )
        exact = rate.fraction
        needed = tuple(drawings(frames, hold) for hold in HOLDS)
        speeds.append(PlayedSpeed(str(rate), exact.numerator, exact.denominator, frames, needed))
    return SpeedDrawing("See the speed", str(mine), tuple(speeds), HOLDS)
