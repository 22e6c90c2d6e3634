"""Elements out of focus: each point becomes a disc, through the element's own alpha."""

from functools import lru_cache

import numpy as np
from numpy.typing import NDArray
from scipy import fft

Light = NDArray[np.float32]
# A disc narrower than this is a point.
LEAST = 0.35


def softened(light: Light, diameter: float) -> Light:
    """Return premultiplied light whose points are discs so many pixels wide, by an FFT.

    Light and alpha go together, so that what is behind shows through soft edges. What reaches past
    the canvas goes on there as its outermost pixels do.
    """
    if diameter < LEAST:
        return light
    box = _reach(light, diameter)
    if box is None:
        return light
    rows, columns = box
    out = np.zeros_like(light)
    out[rows, columns] = _convolved(light[rows, columns], diameter)
    # Rounding leaves a little cover where there is none.
    out[:, :, -1] = np.clip(out[:, :, -1], 0, 1)
    out[out[:, :, -1] < 1e-5] = 0
    return out


def _convolved(light: Light, diameter: float) -> Light:
    rows, columns, channels = light.shape
    # What is softer than the canvas is wide has nothing left to be told apart.
    diameter = min(diameter, 2.0 * max(rows, columns))
    around = int(diameter / 2) + 2
    padded = np.pad(light, ((around, around), (around, around), (0, 0)), mode="edge")
    half = int(np.ceil(diameter / 2))
    shape = tuple(fft.next_fast_len(side + 2 * half, real=True) for side in padded.shape[:2])
    known = _transformed(diameter, shape)
    out = np.empty_like(light)
    top = around + half
    for channel in range(channels):
        made = fft.irfft2(fft.rfft2(padded[:, :, channel], shape, workers=2) * known, shape,
                          workers=2)  # fmt: skip
        out[:, :, channel] = made[top : top + rows, top : top + columns]
    return out


def _reach(light: Light, diameter: float) -> tuple[slice, slice] | None:
    """Return the rows and columns that softness reaches; None where nothing covers."""
    covered = light[:, :, -1] > 0
    around = int(diameter / 2) + 2
    found = []
    for axis in (1, 0):
        there = np.flatnonzero(covered.any(axis=axis))
        if not len(there):
            return None
        side = covered.shape[0 if axis else 1]
        found.append(slice(max(0, int(there[0]) - around), min(side, int(there[-1]) + around + 1)))
    return found[0], found[1]


def disc(diameter: float) -> Light:
    """Return a disc whose values add up to 1, with its rim's pixels as far as it covers them."""
    half = int(np.ceil(diameter / 2))
    y, x = np.mgrid[-half : half + 1, -half : half + 1].astype(np.float32)
    covered = np.clip(diameter / 2 + 0.5 - np.hypot(x, y), 0, 1)
    made: Light = (covered / covered.sum()).astype(np.float32)
    return made


@lru_cache(maxsize=8)
def _transformed(diameter: float, shape: tuple[int, ...]) -> NDArray[np.complex64]:
    made: NDArray[np.complex64] = fft.rfft2(disc(diameter), shape)
    return made
