"""Noise measured: what is left of flat parts when all that is smooth in them is taken away."""

import numpy as np
from numpy.typing import NDArray
from scipy.ndimage import convolve

from zero_slate.core.media.noise import NoiseMeasure, NoiseTable
from zero_slate.files.media.pixels.frames import FrameRequest, stored_pixels
from zero_slate.files.media.pixels.light import as_light

SIDE = 16
LEVELS = 5
# Of the parts of one brightness so many are flat enough to be measured, and at least so many.
FLATTEST = 0.25
FEWEST = 4
# The Laplacian's difference, which takes away whatever is straight (Immerkaer 1996): of noise alone
# its standard deviation is 6 times that of the noise.
_MASK = np.array([[1, -2, 1], [-2, 4, -2], [1, -2, 1]], np.float32)
_GAIN = 6.0


def measure_noise(request: FrameRequest) -> NoiseTable:
    """Measure a frame's noise. Raises UnreadablePicture and UnreadableMovie."""
    values = stored_pixels(request).covering
    light = np.nan_to_num(as_light(values[:, :, :3]))
    return noise_of(light.mean(axis=2, dtype=np.float32))


def noise_of(luma: NDArray[np.float32]) -> NoiseTable:
    """Return the noise of rows × columns, in parts of `SIDE` pixels each way.

    Parts are told apart by their mean into five brightnesses of as many parts each; of each the
    flattest quarter is measured.
    """
    rows, columns = luma.shape[0] // SIDE, luma.shape[1] // SIDE
    if not rows or not columns:
        return NoiseTable((), SIDE)
    cut = luma[: rows * SIDE, : columns * SIDE]
    mean = _blocks(cut, rows, columns).mean(axis=2, dtype=np.float64).ravel()
    spread = _blocks(cut, rows, columns).std(axis=2, dtype=np.float64).ravel()
    left = convolve(cut, _MASK, mode="nearest")
    rest = np.sqrt((_blocks(left, rows, columns) ** 2).mean(axis=2, dtype=np.float64)).ravel()
    sigma = rest / _GAIN
    measures = []
    for group in np.array_split(np.argsort(mean, kind="stable"), LEVELS):
        count = max(FEWEST, int(len(group) * FLATTEST))
        flat = group[np.argsort(spread[group], kind="stable")][:count]
        if not len(flat):
            continue
        level = float(mean[flat].mean())
        measures.append(NoiseMeasure(level, float(np.median(sigma[flat])), len(flat)))
    return NoiseTable(tuple(measures), SIDE)


def _blocks(values: NDArray[np.float32], rows: int, columns: int) -> NDArray[np.float32]:
    parts = values.reshape(rows, SIDE, columns, SIDE).swapaxes(1, 2)
    return parts.reshape(rows, columns, SIDE * SIDE)
