"""Noise measured: by channel, from what two frames differ by, or in the flat parts of one."""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from zero_slate.core.media.noise import NoiseMeasure, NoiseTable
from zero_slate.files.failures import FAILURES
from zero_slate.files.media.movies import UnreadableMovie
from zero_slate.files.media.pictures import UnreadablePicture
from zero_slate.files.media.pixels.frames import FrameRequest, stored_pixels
from zero_slate.files.media.pixels.light import as_light
from zero_slate.files.media.pixels.parts import SIDE, Part, differing, fitted, neighbours, width_of

LEVELS = 5
# Of the parts of one brightness so many are flat enough to be measured, and at least so many.
FLATTEST = 0.5
FEWEST = 4


@dataclass(frozen=True, slots=True)
class NoiseRequest:
    """A frame, and its neighbours in time where there are any."""

    frame: FrameRequest
    beside: tuple[FrameRequest, ...] = ()


def measure_noise(request: NoiseRequest) -> NoiseTable:
    """Measure a frame's noise. Raises UnreadablePicture and UnreadableMovie."""
    one = _values(request.frame)
    for each in request.beside:
        try:
            other = _values(each)
        except (*FAILURES, UnreadablePicture, UnreadableMovie):
            # It is another file's trouble: the frame itself can be measured alone.
            continue
        # A frame that is shown twice has the same noise twice: that is no measure of it.
        if other.shape == one.shape and not np.array_equal(one, other):
            return noise_of(one, other)
    return noise_of(one)


def noise_of(one: NDArray[np.float32], other: NDArray[np.float32] | None = None) -> NoiseTable:
    """Return the noise of rows × columns × channels, in parts of `SIDE` pixels each way.

    Parts are told apart by their mean into five brightnesses of as many parts each. Of one frame
    alone, or of two that show nothing alike, the flattest half of each is measured.
    """
    parts: list[Part] = []
    if other is not None:
        parts = differing(one, other)
    two = len(parts) >= LEVELS * FEWEST
    if not two:
        parts = fitted(one)
    parts.sort(key=lambda each: each.brightness)
    measures = []
    for group in np.array_split(np.arange(len(parts)), LEVELS):
        chosen = [parts[at] for at in group]
        if not two:
            chosen.sort(key=lambda each: each.uneven)
            chosen = chosen[: max(FEWEST, int(len(chosen) * FLATTEST))]
        if chosen:
            measures.append(_measure(chosen))
    return NoiseTable(tuple(measures), SIDE, 2 if two else 1)


def _measure(parts: list[Part]) -> NoiseMeasure:
    sigmas = np.median([each.left.std(axis=(0, 1)) for each in parts], axis=0)
    loudest = int(sigmas.argmax())
    alike = float(np.median([neighbours(each.left[:, :, loudest]) for each in parts]))
    level = float(np.mean([each.brightness for each in parts]))
    return NoiseMeasure(level, tuple(map(float, sigmas)), width_of(alike), len(parts))


def _values(request: FrameRequest) -> NDArray[np.float32]:
    values = as_light(stored_pixels(request).covering)
    return np.nan_to_num(values[:, :, : 3 if values.shape[2] > 2 else 1])
