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
    rows, columns, channels = light.shape
    # What is softer than the canvas is wide has nothing left to be told apart.
    diameter = min(diameter, 2.0 * max(rows, columns))
    around = int(diameter / 2) + 2
    kernel = disc(diameter)
    padded = np.pad(light, ((around, around), (around, around), (0, 0)), mode="edge")
    shape = tuple(
        fft.next_fast_len(side + each - 1, real=True)
        for side, each in zip(padded.shape[:2], kernel.shape, strict=True)
    )
    known = _transformed(diameter, shape)
    out = np.empty_like(light)
    half = kernel.shape[0] // 2
    for channel in range(channels):
        made = fft.irfft2(fft.rfft2(padded[:, :, channel], shape) * known, shape)
        top = around + half
        out[:, :, channel] = made[top : top + rows, top : top + columns]
    # Rounding leaves a little cover where there is none.
    out[:, :, -1] = np.clip(out[:, :, -1], 0, 1)
    out[out[:, :, -1] < 1e-5] = 0
    return out


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
