"""Grain as it was measured on a plate, and the setting that gives the same."""

from dataclasses import dataclass
from fractions import Fraction

from zero_slate.core.finish.grain import LEAST_SIZE, MOST_AMOUNT, MOST_SIZE, Grain


@dataclass(frozen=True, slots=True)
class MeasuredGrain:
    """What was measured in the flat parts of a plate."""

    deviations: tuple[float | None, ...]
    """Standard deviation at each of five brightnesses, in codes of 1; None where nothing is so."""
    size: float
    """How wide a grain is, in the plate's pixels."""
    alike: float
    """How alike the colours' grain is, from 0 to 1: 1 is grey."""
    frames: int
    """How many frames it was measured on."""


def grain_like(measured: MeasuredGrain, delivered: Fraction, seed: int = 1) -> Grain | None:
    """Return grain like a plate's; `delivered` is how many delivered pixels one of its is.

    A brightness that the plate has nothing of takes its neighbours'. None where there is no grain.
    """
    known = [(n, each) for n, each in enumerate(measured.deviations) if each is not None]
    most = max((each for _, each in known), default=0.0)
    amount = min(MOST_AMOUNT, Fraction(round(most * 10_000), 100))
    if amount <= 0:
        return None
    a, b, c, d, e = (
        round(100 * _there(known, number) / most) for number in range(len(measured.deviations))
    )
    size = Fraction(round(measured.size * float(delivered) * 20), 20)
    size = max(LEAST_SIZE, min(MOST_SIZE, size))
    return Grain(amount, size, (a, b, c, d, e), measured.alike < 0.5, seed)


def _there(known: list[tuple[int, float]], number: int) -> float:
    return min(known, key=lambda each: (abs(each[0] - number), each[0]))[1]
