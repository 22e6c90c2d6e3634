"""The textures of finishes, drawn in whole numbers from a seed: the same on any machine.

Places are in 256ths of a canvas pixel, so that a picture drawn at another scale has the same
texture on it; a texture's values are 0 to 65535.
"""

from collections.abc import Callable

import numpy as np
from numpy.typing import NDArray

from zero_slate.core.finish.finish import Texture

Whole = NDArray[np.int32]
Places = NDArray[np.int64]
ONE = 65535
# A canvas pixel in the unit of places.
PIXEL = 256


def texture(kind: Texture, x: Places, y: Places, scale: int, seed: int) -> Whole:
    """Return a texture, rows × columns, at places along both sides; `scale` is in canvas pixels."""
    return _DRAWN[kind](x, y, scale * PIXEL, seed)


def places(first: int, count: int, step: int) -> Places:
    """Return the places of pixels from one of a canvas on, of which each is so many 256ths wide."""
    return first * PIXEL + np.arange(count, dtype=np.int64) * step + step // 2


def scattered(x: Places, y: Places, seed: int) -> NDArray[np.uint32]:
    """Return a number without order for each pair of whole numbers, by shifts and multiplications.

    `x` and `y` are broadcast against each other.
    """
    turned = np.uint32((seed * 0xC2B2AE3D) & 0xFFFFFFFF)
    mixed = x.astype(np.uint32) * np.uint32(0x9E3779B1)
    mixed = mixed ^ (y.astype(np.uint32) * np.uint32(0x85EBCA77) + turned)
    mixed = (mixed ^ (mixed >> np.uint32(15))) * np.uint32(0x2C1B3C6D)
    mixed = (mixed ^ (mixed >> np.uint32(12))) * np.uint32(0x297A2D39)
    return np.asarray(mixed ^ (mixed >> np.uint32(15)))


def clouds(x: Places, y: Places, across: int, down: int, seed: int) -> Whole:
    """Return numbers that go smoothly from cell to cell, each `across` × `down` places large."""
    left, right_of = _cells(x, max(1, across))
    top, below = _cells(y, max(1, down))
    columns = np.arange(left[0], left[-1] + 2)
    rows = np.arange(top[0], top[-1] + 2)
    corners = (scattered(columns[None, :], rows[:, None], seed) >> np.uint32(16)).astype(np.int32)
    upper, lower = top - top[0], top - top[0] + 1
    weight = below[:, None]
    mixed = (corners[upper] * (4096 - weight) + corners[lower] * weight) >> 12
    one, other = left - left[0], left - left[0] + 1
    across_ = right_of[None, :]
    made = (mixed[:, one] * (4096 - across_) + mixed[:, other] * across_) >> 12
    return np.asarray(made, np.int32)


def _cells(at: Places, size: int) -> tuple[Places, Whole]:
    """Return which cell each place lies in, and how far into it, smoothed, of 4096."""
    cell = at // size
    inside = (at - cell * size) * 4096 // size
    smooth = inside * inside * (3 * 4096 - 2 * inside) >> 24
    return cell, smooth.astype(np.int32)


def _wash(x: Places, y: Places, size: int, seed: int) -> Whole:
    large = clouds(x, y, size * 2, size * 2, seed)
    middle = clouds(x, y, size, size, seed + 1)
    small = clouds(x, y, size // 3, size // 3, seed + 2)
    return _stretched((large * 4 + middle * 3 + small) >> 3, 12000, 53000)


def _hatch(x: Places, y: Places, size: int, seed: int) -> Whole:
    period = max(2, size // 2)
    # Strokes slant by 45°: 181 of 256 is √½.
    weight = clouds(x, y, size * 3, size, seed)
    shaken = clouds(x, y, size * 2, size * 2, seed + 1).astype(np.int64) * period >> 17
    across = (((x[None, :] + y[:, None]) * 181 >> 8) + shaken) % period
    wave = np.abs(across * 2 * ONE // period - ONE).astype(np.int32)
    return _stretched(wave + (weight >> 1) - 16384, 26000, 44000)


def _stipple(x: Places, y: Places, size: int, seed: int) -> Whole:
    cell = max(2, size)
    columns, rows = x // cell, y // cell
    which = scattered(columns[None, :], rows[:, None], seed)
    # A dot lies anywhere in the middle of its cell, and reaches no further than its edge.
    middle_x = cell * 3 // 8 + (_byte(which, 0) * cell >> 10)
    middle_y = cell * 3 // 8 + (_byte(which, 8) * cell >> 10)
    radius = cell // 8 + (_byte(which, 16) * cell >> 10)
    off_x = (x - columns * cell)[None, :] - middle_x
    off_y = (y - rows * cell)[:, None] - middle_y
    squared = off_x * off_x + off_y * off_y
    inside = radius * radius
    values = (inside - squared) * ONE // np.maximum(1, inside >> 1)
    return np.asarray(np.clip(values, 0, ONE), np.int32)


def _byte(numbers: NDArray[np.uint32], shift: int) -> Places:
    return np.asarray((numbers >> np.uint32(shift)) & np.uint32(0xFF), np.int64)


def _dry_brush(x: Places, y: Places, size: int, seed: int) -> Whole:
    streaks = clouds(x, y, size * 10, size // 4, seed)
    bristles = clouds(x, y, size * 3, size // 10, seed + 1)
    gaps = clouds(x, y, size * 4, size * 2, seed + 2)
    return _stretched((streaks * 2 + bristles + gaps) >> 2, 26000, 41000)


def _linocut(x: Places, y: Places, size: int, seed: int) -> Whole:
    height = clouds(x, y, size * 4, size * 2, seed) + (clouds(x, y, size, size, seed + 1) >> 3)
    # A gouge follows every height: ridges stand where the plate wasn't cut.
    ridge = np.abs((height * 9 & 0x1FFFF) - 0xFFFF)
    return _stretched(ridge, 44000, 58000)


def _woven(x: Places, y: Places, size: int, seed: int) -> Whole:
    thread = max(2, size // 2)
    columns, rows = x // thread, y // thread
    # The thread that runs across is on top where the sum of both numbers is even.
    over = ((columns[None, :] + rows[:, None]) & 1) == 0
    along_x = np.abs((x - columns * thread) * 2 * ONE // thread - ONE).astype(np.int32)
    along_y = np.abs((y - rows * thread) * 2 * ONE // thread - ONE).astype(np.int32)
    woven = np.where(over, along_y[:, None], along_x[None, :])
    uneven = clouds(x, y, size * 3, size * 3, seed)
    return _stretched(woven * 3 // 4 + (uneven >> 2), 6000, 60000)


def _chalk(x: Places, y: Places, size: int, seed: int) -> Whole:
    tooth = clouds(x, y, size // 4, size // 4, seed)
    fine = clouds(x, y, size // 9, size // 9, seed + 1)
    pressed = clouds(x, y, size * 3, size * 3, seed + 2)
    return _stretched((tooth * 3 + fine * 3 + pressed * 2) >> 3, 27000, 38000)


def _stretched(values: NDArray[np.signedinteger], low: int, high: int) -> Whole:
    """Return values of which those from `low` to `high` fill the whole range."""
    made = np.clip(values.astype(np.int64) - low, 0, high - low) * ONE // (high - low)
    return np.asarray(made, np.int32)


_DRAWN: dict[Texture, Callable[[Places, Places, int, int], Whole]] = {
    Texture.WASH: _wash,
    Texture.HATCH: _hatch,
    Texture.STIPPLE: _stipple,
    Texture.DRY_BRUSH: _dry_brush,
    Texture.LINOCUT: _linocut,
    Texture.WOVEN: _woven,
    Texture.CHALK: _chalk,
}
