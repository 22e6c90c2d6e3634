"""Elements out of focus: each point becomes a disc, through the element's own alpha."""

from functools import lru_cache

import numpy as np
from numpy.typing import NDArray
from PIL import Image
from scipy import fft

Light = NDArray[np.float32]
# A disc narrower than this is a point.
LEAST = 0.35
# Discs wider than this can be drawn at half their size.
WIDE = 9.0


def softened(light: Light, diameter: float, *, quick: bool = False) -> Light:
    """Return premultiplied light whose points are discs so many pixels wide, by an FFT.

    Light and alpha go together, so that what is behind shows through soft edges. What reaches past
    the canvas goes on there as its outermost pixels do. Where it is to be `quick`, wide discs are
    drawn at half the size and enlarged: fine detail is gone by then.
    """
    if diameter < LEAST:
        return light
    box = _reach(light, diameter)
    if box is None:
        return light
    rows, columns = box
    out = np.zeros_like(light)
    part = light[rows, columns]
    if quick and diameter > WIDE and min(part.shape[:2]) > 16:
        out[rows, columns] = _at_half(part, diameter)
    else:
        out[rows, columns] = _convolved(part, diameter)
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


def _at_half(light: Light, diameter: float) -> Light:
    rows, columns, channels = light.shape
    even = np.pad(light, ((0, rows % 2), (0, columns % 2), (0, 0)), mode="edge")
    small = (even[0::2] + even[1::2]) * np.float32(0.5)
    small = (small[:, 0::2] + small[:, 1::2]) * np.float32(0.5)
    if diameter / 2 > WIDE and min(small.shape[:2]) > 16:
        return _enlarged(_at_half(small, diameter / 2), rows, columns, channels)
    return _enlarged(_convolved(small, diameter / 2), rows, columns, channels)


def _enlarged(small: Light, rows: int, columns: int, channels: int) -> Light:
    size = (small.shape[1] * 2, small.shape[0] * 2)
    planes = [
        np.asarray(
            Image.fromarray(np.ascontiguousarray(small[:, :, each]), "F").resize(
                size, Image.Resampling.BILINEAR
            )
        )
        for each in range(channels)
    ]
    return np.stack(planes, axis=2)[:rows, :columns]


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
