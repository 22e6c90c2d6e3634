"""Noise of a picture: how strong it is in each channel at five brightnesses, and how wide."""

from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class NoiseMeasure:
    """Noise at one brightness, by channel."""

    level: float
    """The brightness: the mean of the values there, as they are stored."""
    sigmas: tuple[float, ...]
    """The standard deviation of the noise in red, green and blue, or in the one channel there is,
    in the same values."""
    width: float
    """How many pixels a grain is wide at half its height; 0.5 where neighbours have nothing in
    common."""
    parts: int
    """In how many parts of the picture it was measured."""


@dataclass(frozen=True, slots=True)
class NoiseTable:
    """The noise of a frame, from dark to light; none where nothing of it can be told."""

    measures: tuple[NoiseMeasure, ...]
    """One for each brightness that there is, at most five."""
    side: int
    """How many pixels a part is wide and high."""
    frames: int = 1
    """How many frames it was told from: what two differ by is noise, where nothing moves; in one
    alone it is what is left of its flattest parts."""
