"""What compression makes of grain: frames encoded with and without it, side by side."""

from dataclasses import dataclass
from math import inf, log10


@dataclass(frozen=True, slots=True)
class Encoded:
    """Frames as they came out of an encoder."""

    bytes: int
    """What they take."""
    energy: float
    """What share of the grain's energy is left; 0 of frames without grain."""
    psnr: float
    """Peak signal to noise ratio against what went in, in dB (ITU-T J.340); at most 100."""
    ssim: float
    """Structural similarity against what went in, from 0 to 1 (Wang et al., 2004)."""


@dataclass(frozen=True, slots=True)
class Attempt:
    """Grain of a strength, at a data rate, and what is left of it."""

    strength: float
    """How strong, of the grain that is set."""
    megabits: float
    """The data rate in Mb/s."""
    energy: float
    """The share of its energy that is left."""


# Grain is taken to have survived where most of its energy is left.
SURVIVES = 0.5


def decibels(mean_square: float) -> float:
    """Return the peak signal to noise ratio of a mean square error of codes of 1; at most 100."""
    return min(100.0, 10 * log10(1 / mean_square)) if mean_square > 0 else 100.0


def greatest(attempts: tuple[Attempt, ...], megabits: float) -> Attempt | None:
    """Return the strongest grain that survives at a rate; None where none that was tried does."""
    there = [each for each in attempts if each.megabits == megabits and each.energy >= SURVIVES]
    return max(there, key=lambda each: each.strength, default=None)


def least_rate(attempts: tuple[Attempt, ...]) -> float:
    """Return the lowest rate at which the grain that is set survives; infinite where none does."""
    there = [each.megabits for each in attempts if each.strength == 1 and each.energy >= SURVIVES]
    return min(there, default=inf)
