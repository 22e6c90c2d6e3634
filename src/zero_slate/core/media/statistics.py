"""What the pixels of a channel come to: least, greatest, mean, how many are zero or no number."""

from collections.abc import Iterable
from dataclasses import dataclass
from fractions import Fraction
from functools import reduce

from zero_slate.core.base.figures import decimal
from zero_slate.core.media.header import Window


@dataclass(frozen=True, slots=True)
class ChannelStatistics:
    """What the pixels of a channel come to, on one frame or on several.

    `least`, `greatest` and `mean` are of the finite values, and None where there are none; `zero`,
    `nan` and `infinite` count pixels of all `pixels`. `bad` is the smallest rectangle that holds
    all pixels that are no number, in pixels of the picture's format, on the frame `bad_frame`.
    """

    pixels: int
    zero: int
    least: float | None
    greatest: float | None
    mean: float | None
    nan: int = 0
    infinite: int = 0
    bad: Window | None = None
    bad_frame: int | None = None

    @property
    def finite(self) -> int:
        """How many pixels are numbers."""
        return self.pixels - self.nan - self.infinite

    @property
    def empty(self) -> bool:
        """Whether there is nothing but zero."""
        return self.zero == self.pixels

    def joined(self, other: "ChannelStatistics") -> "ChannelStatistics":
        """Return what both frames come to together; what is bad is located on the first."""
        return ChannelStatistics(
            self.pixels + other.pixels,
            self.zero + other.zero,
            min((each for each in (self.least, other.least) if each is not None), default=None),
            max(
                (each for each in (self.greatest, other.greatest) if each is not None), default=None
            ),
            _mean(self, other),
            self.nan + other.nan,
            self.infinite + other.infinite,
            self.bad or other.bad,
            self.bad_frame if self.bad else other.bad_frame,
        )


def all_joined(several: Iterable[ChannelStatistics]) -> ChannelStatistics:
    """Return what several frames come to; there has to be at least one."""
    return reduce(ChannelStatistics.joined, several)


def _mean(one: ChannelStatistics, other: ChannelStatistics) -> float | None:
    if one.mean is None or other.mean is None:
        return one.mean if other.mean is None else other.mean
    return (one.mean * one.finite + other.mean * other.finite) / (one.finite + other.finite)


def value_words(value: float) -> str:
    """Write a value with as many digits as can be read: `14.2`, `0.004`, `−3`."""
    if value == 0:
        return "0"
    size = abs(value)
    if size >= 1e6 or size < 5e-3:
        return f"{value:.2e}".replace("e-0", "e-").replace("e+0", "e").replace("-", "−")
    places = 0 if size >= 1000 else 1 if size >= 100 else 2 if size >= 1 else 3
    return decimal(Fraction(value), places, trim=True)
