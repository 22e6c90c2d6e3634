"""Parts of frames and what is left of them: noise and grain are measured in these.

Of two frames it is what they differ by, over √2; of one what is left over a fitted slope.
"""

from dataclasses import dataclass
from math import inf

import numpy as np
from numpy.typing import NDArray

from zero_slate.files.media.pixels.treatments.graining import HALF_HEIGHT

Values = NDArray[np.float32]
# So many pixels a side.
SIDE = 32
# Two frames are of one thing where a part's mean is within this much.
ALIKE = 0.004
# A fitted slope takes so many of a part's degrees of freedom away.
_FITTED = 6


@dataclass(frozen=True, slots=True)
class Part:
    """A part of a frame: how bright it is, what is left of it, and how uneven it is."""

    brightness: float
    left: Values
    uneven: float


def differing(one: Values, other: Values, least: float = -inf, most: float = inf) -> list[Part]:
    """Return the parts of two frames that show one thing: their difference is noise alone."""
    found = []
    half = SIDE // 2
    for a, b in zip(_blocks(one), _blocks(other), strict=True):
        mean = float(a.mean())
        if abs(mean - float(b.mean())) > ALIKE or not least < mean < most:
            continue
        left = (a - b) / np.float32(np.sqrt(2))
        # What moves leaves its outline: the difference isn't even then.
        halves = [
            float(left[y : y + half, x : x + half].std()) for y in (0, half) for x in (0, half)
        ]
        if max(halves) < 1.6 * min(halves) + 1e-4:
            found.append(Part(mean, left, max(halves)))
    return found


def fitted(frame: Values, least: float = -inf, most: float = inf) -> list[Part]:
    """Return the parts of a frame, each with its slope taken off."""
    y, x = np.mgrid[0:SIDE, 0:SIDE].astype(np.float64) / SIDE - 0.5
    basis = np.stack([np.ones_like(x), x, y, x * x, y * y, x * y], axis=-1).reshape(-1, _FITTED)
    inverse = np.linalg.pinv(basis)
    # What the slope takes along of the noise is given back.
    more = np.float32(np.sqrt(SIDE**2 / (SIDE**2 - _FITTED)))
    found = []
    for block in _blocks(frame):
        mean = float(block.mean())
        if not least < mean < most:
            continue
        flat = block.reshape(SIDE * SIDE, -1).astype(np.float64)
        left = (flat - basis @ (inverse @ flat)).reshape(block.shape).astype(np.float32) * more
        coarse = left.reshape(8, SIDE // 8, 8, SIDE // 8, -1).mean(axis=(1, 3))
        found.append(Part(mean, left, float(coarse.std())))
    return found


def neighbours(left: Values) -> float:
    """Return how alike neighbouring values of one channel are: 0 nothing in common, 1 the same."""
    level = left - left.mean()
    power = float((level * level).mean())
    if power <= 0:
        return 0.0
    across = float((level[:, 1:] * level[:, :-1]).mean()) / power
    return (across + float((level[1:] * level[:-1]).mean()) / power) / 2


def width_of(alike: float) -> float:
    """Return how wide a grain is by how alike neighbours are: exp(−1 ÷ 4σ²) for a bell of σ."""
    if alike <= 0.02:
        return 0.5
    deviation = np.sqrt(-1 / (4 * np.log(min(alike, 0.995))))
    return float(deviation * HALF_HEIGHT)


def _blocks(frame: Values) -> list[Values]:
    rows, columns = frame.shape[0] // SIDE, frame.shape[1] // SIDE
    return [
        frame[row * SIDE : (row + 1) * SIDE, column * SIDE : (column + 1) * SIDE]
        for row in range(rows)
        for column in range(columns)
    ]
