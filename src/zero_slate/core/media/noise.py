"""Noise of a picture, as it is measured in its flat parts at five brightnesses."""

from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class NoiseMeasure:
    """Noise at one brightness: the standard deviation where the picture is flat."""

    level: float
    """The brightness: the mean of the values there, as they are stored."""
    sigma: float
    """The standard deviation of the noise, in the same values."""
    parts: int
    """In how many flat parts of the picture it was measured."""


@dataclass(frozen=True, slots=True)
class NoiseTable:
    """The noise of a frame, from dark to light; none where nothing of it is flat."""

    measures: tuple[NoiseMeasure, ...]
    """One for each brightness that there is, at most five."""
    side: int
    """How many pixels a part is wide and high."""
