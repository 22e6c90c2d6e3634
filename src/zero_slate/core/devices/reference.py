"""Reference signals: which rates each can lock, and how far apart two run that can't be locked.

Black burst is of 525 lines at 30000/1001 or of 625 at 25 frames a second (SMPTE ST 170, ITU-R
BT.1700, ST 318); tri-level sync is that of a signal of more lines (ST 240, ST 274, ST 296). A rate
is locked to a reference whose frames begin together with its own within a few of them.
"""

from dataclasses import dataclass
from enum import StrEnum
from fractions import Fraction

from zero_slate.core.base.figures import clock_time, counted, decimal
from zero_slate.core.time.rate import FrameRate

# Frames begin together after so many of either at the most: 24000/1001 meets 30000/1001 after 4.
MOST_BETWEEN = 5
# How exact a free-running clock is usually made, in parts of a million.
FREE_PPM = 10


class Reference(StrEnum):
    """What the frames of all devices are begun by."""

    INTERNAL = "internal"
    BURST_525 = "black burst, 525 lines"
    BURST_625 = "black burst, 625 lines"
    TRI_23 = "tri-level, 23.98"
    TRI_24 = "tri-level, 24"
    TRI_25 = "tri-level, 25"
    TRI_29 = "tri-level, 29.97"
    TRI_30 = "tri-level, 30"
    TRI_50 = "tri-level, 50"
    TRI_59 = "tri-level, 59.94"
    TRI_60 = "tri-level, 60"
    INPUT = "from the input"

    @property
    def rate(self) -> FrameRate | None:
        """Its frames a second; None where it has none of its own."""
        if self in (Reference.INTERNAL, Reference.INPUT):
            return None
        if self is Reference.BURST_525:
            return FrameRate(Fraction(30000, 1001))
        if self is Reference.BURST_625:
            return FrameRate(Fraction(25))
        return FrameRate.parse(self.value.rpartition(" ")[2])


@dataclass(frozen=True, slots=True)
class Locked:
    """Whether a rate is locked to a reference, and in words what that comes to."""

    locks: bool
    words: str


def locked(rate: FrameRate, reference: Reference, given: FrameRate | None = None) -> Locked:
    """Return whether a rate is locked; `given` is the input's rate, where that is the reference."""
    own = given if reference is Reference.INPUT else reference.rate
    if reference is Reference.INTERNAL:
        apart = Fraction(10**6, FREE_PPM) / rate.fraction
        return Locked(
            True,
            f"It runs by itself: at {FREE_PPM} parts of a million another device is a frame off "
            f"after {clock_time(apart)}.",
        )
    if own is None:
        return Locked(False, "Nothing comes in: there is nothing to lock to.")
    ratio = rate.fraction / own.fraction
    if max(ratio.numerator, ratio.denominator) <= MOST_BETWEEN:
        if ratio == 1:
            return Locked(True, f"Each frame begins with one of {own}.")
        mine = counted(ratio.numerator, "frame")
        return Locked(True, f"{mine} to {ratio.denominator} of {own}: it is locked.")
    return Locked(False, _drift(rate, own))


def _drift(rate: FrameRate, own: FrameRate) -> str:
    """Say how fast a rate runs away from the nearest that the reference locks."""
    near = min(
        (
            own.fraction * Fraction(over, under)
            for over in range(1, MOST_BETWEEN + 1)
            for under in range(1, MOST_BETWEEN + 1)
        ),
        key=lambda each: abs(each - rate.fraction),
    )
    a_second = abs(rate.fraction - near)
    every = 1 / a_second
    fast = "ahead" if rate.fraction > near else "behind"
    return (
        f"{own} can't lock {rate}; the nearest is {decimal(near, 3, trim=True)}, and it runs a "
        f"frame {fast} every {clock_time(every)}."
    )
