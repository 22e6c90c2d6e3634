"""Grain laid over light: from a seed, the same on any machine for the same frame."""

from dataclasses import dataclass
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray
from scipy import ndimage

from zero_slate.core.finish.grain import BRIGHTNESSES, Grain

Light = NDArray[np.float32]
# A bell whose standard deviation is 1 is so wide at half its height.
HALF_HEIGHT = 2.3548
# Noise is kept in so many steps a standard deviation, so that rounding is alike everywhere.
_STEPS = 4096


@dataclass(frozen=True, slots=True)
class Grained:
    """Grain as it lies on one frame; `scale` is how many pixels a delivered one is here."""

    grain: Grain
    frame: int
    scale: float = 1.0


def grained(light: Light, laid: Grained) -> Light:
    """Return linear light with grain on it: added to its codes (IEC 61966-2-1), which go beyond 1.

    Alpha stays. What is clear gets none.
    """
    codes = grained_codes(to_codes(light[:, :, :3]), laid, np.clip(light[:, :, 3], 0, 1))
    out = light.copy()
    out[:, :, :3] = to_light(codes)
    return out


def grained_codes(codes: Light, laid: Grained, cover: Light | None = None) -> Light:
    """Return codes with grain on them, as far as they are covered."""
    rows, columns = codes.shape[:2]
    grain = laid.grain
    strength = np.interp(codes.mean(axis=2), BRIGHTNESSES, grain.deviations).astype(np.float32)
    if cover is not None:
        strength *= cover
    size = float(grain.size) * laid.scale
    out = codes.copy()
    for channel in range(3):
        which = channel if grain.colour else 0
        out[:, :, channel] += strength * noise(rows, columns, size, grain.seed, laid.frame, which)
    return out


@lru_cache(maxsize=6)
def noise(rows: int, columns: int, size: float, seed: int, frame: int, which: int) -> Light:
    """Return noise of mean 0 and deviation 1, whose grains are `size` pixels wide at half height.

    Whole numbers are drawn, four to a pixel, and their sum is softened.
    """
    chance = np.random.Generator(np.random.PCG64([seed, frame & 0xFFFFFFFF, which]))
    drawn = chance.integers(0, 1 << 16, (4, rows, columns), dtype=np.uint16, endpoint=False)
    total = drawn.astype(np.int32).sum(axis=0) - 2 * 0xFFFF
    values = total.astype(np.float32) / np.float32(65536 / np.sqrt(3))
    deviation = size / HALF_HEIGHT
    if deviation > 0.25:
        kernel = _bell(deviation)
        values = ndimage.correlate1d(values, kernel, axis=0, mode="wrap")
        values = ndimage.correlate1d(values, kernel, axis=1, mode="wrap")
        values /= np.float32((kernel**2).sum())
    made: Light = np.round(values * _STEPS).astype(np.float32) / np.float32(_STEPS)
    made.flags.writeable = False
    return made


def _bell(deviation: float) -> NDArray[np.float64]:
    reach = int(np.ceil(deviation * 3.5))
    at = np.arange(-reach, reach + 1)
    bell = np.exp(-0.5 * (at / deviation) ** 2)
    return np.asarray(bell / bell.sum())


def to_codes(light: Light) -> Light:
    """Return the codes of light (IEC 61966-2-1), mirrored under 0 and going on over 1."""
    size = np.abs(light)
    curve = np.float32(1.055) * np.maximum(size, np.float32(1e-8)) ** np.float32(1 / 2.4)
    codes = np.where(size <= 0.0031308, size * np.float32(12.92), curve - np.float32(0.055))
    return np.copysign(codes, light).astype(np.float32)


def to_light(codes: Light) -> Light:
    """Return the light of codes; the inverse of `to_codes`."""
    size = np.abs(codes)
    curve = ((size + np.float32(0.055)) / np.float32(1.055)) ** np.float32(2.4)
    light = np.where(size <= 0.04045, size / np.float32(12.92), curve)
    return np.copysign(light, codes).astype(np.float32)
