"""How targets count time: any rate, a few, or delays in whole numbers of some unit."""

import itertools
from dataclasses import dataclass
from enum import StrEnum
from fractions import Fraction

from zero_slate.core.base.figures import round_half_up

# Many players raise a delay of 0 or 1 hundredths to 10.
LEAST_HUNDREDTHS = 2
LARGEST_RATIO = 65535
MOST_TURNS = 120


class Counts(StrEnum):
    """What a target counts time in."""

    RATES = "rates"
    HUNDREDTHS = "hundredths of a second"
    MILLISECONDS = "milliseconds"
    RATIO = "ratios of 16-bit numbers"


@dataclass(frozen=True, slots=True)
class Timed:
    """What becomes of a rate.

    `held` is the delay of every frame in the target's unit, 0 where it takes rates; `turns` are
    delays whose mean is exact, none where one delay is exact or no short row of them is.
    """

    rate: Fraction
    held: int
    turns: tuple[int, ...]

    def off(self, asked: Fraction) -> Fraction:
        """Return how much faster it plays than was asked, as a share."""
        return self.rate / asked - 1


def timed(counts: Counts, rate: Fraction) -> Timed:
    """Return what a rate becomes in a target that counts so."""
    if counts is Counts.RATES:
        return Timed(rate, 0, ())
    if counts is Counts.RATIO:
        # PNG, third edition: delay numerator and denominator, of 16 bits each.
        delay = 1 / rate
        if max(delay.numerator, delay.denominator) > LARGEST_RATIO:
            delay = delay.limit_denominator(LARGEST_RATIO)
        return Timed(1 / delay, 0, ())
    unit = 100 if counts is Counts.HUNDREDTHS else 1000
    exact = unit / rate
    least = LEAST_HUNDREDTHS if counts is Counts.HUNDREDTHS else 1
    held = max(least, round_half_up(exact))
    return Timed(Fraction(unit, held), held, _turns(exact, least))


def _turns(exact: Fraction, least: int) -> tuple[int, ...]:
    """Return delays in turn that add up exactly: each ends as near its moment as it can."""
    if exact.denominator == 1 or exact.denominator > MOST_TURNS or exact < least:
        return ()
    ends = [round_half_up(exact * number) for number in range(exact.denominator + 1)]
    return tuple(sorted(end - begin for begin, end in itertools.pairwise(ends)))


def delays(counts: Counts, rate: Fraction, frames: int) -> tuple[int, ...]:
    """Return the delay of each of some frames, in the unit, so that no frame drifts away."""
    unit = 100 if counts is Counts.HUNDREDTHS else 1000
    least = LEAST_HUNDREDTHS if counts is Counts.HUNDREDTHS else 1
    ends = [round_half_up(unit / rate * number) for number in range(frames + 1)]
    return tuple(max(least, ends[n + 1] - ends[n]) for n in range(frames))
