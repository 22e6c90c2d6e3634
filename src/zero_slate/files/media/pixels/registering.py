"""Where one picture lies in another: the whole first, then part by part, the turn taken out.

Both are tapered (Hann) before the whole is correlated, since the edges of a picture that is soft
would weigh more than what is in it. A part is registered only where it has structure in both
directions (the smaller eigenvalue of its structure tensor): along a ramp nothing can be told.
"""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from scipy.ndimage import gaussian_filter
from skimage.feature import match_template
from skimage.filters import window as taper
from skimage.registration import phase_cross_correlation
from skimage.transform import EuclideanTransform, warp

Luma = NDArray[np.float64]

ROWS, COLUMNS = 4, 6
_FEWEST = 3
UPSAMPLED = 20
# Turns that are tried of the whole picture, in degrees, on pictures made so wide.
_TURNS = tuple(float(turn) for turn in range(-6, 7))
_TRIED_AT = 320
# A turn is taken only where the whole fits so much better by it.
_BETTER = 0.02
# A part without contrast has nothing to register; one that fits less well lies nowhere.
_FLAT = 0.004
_FITS = 0.6
# How far beside the whole picture's place a part may lie: by the depth of what it shows, in shares
# of the width, and by what is left of the turn, of the height.
_ACROSS, _DOWN = 0.14, 0.03
# Pictures are softened so much, in pixels, before a part is looked for: grain has no place.
_SOFTENED = 1.5
# The least change across a part, in shares of its contrast a pixel, times its size.
_STRUCTURE = 1.0
# Each round takes out what the one before has found.
_ROUNDS = 3


@dataclass(frozen=True, slots=True)
class Part:
    """A part that was registered: its middle in the first picture, and how far the second lies.

    `down` and `right` are positive where the second shows it lower, or further right.
    """

    y: float
    x: float
    down: float
    right: float


@dataclass(frozen=True, slots=True)
class Registration:
    """The parts that could be registered, the turn in degrees clockwise, and why others couldn't.

    `plain` parts have nothing to see, `along` change in one direction alone, and `elsewhere` lie
    nowhere in the second picture.
    """

    parts: tuple[Part, ...]
    turn: float
    level: float
    spread: float
    plain: int
    along: int
    elsewhere: int

    @property
    def tells(self) -> bool:
        """Whether so many parts were found that they aren't there by chance."""
        return len(self.parts) >= _FEWEST and 2 * len(self.parts) >= self.elsewhere


def register(first: Luma, second: Luma) -> Registration:
    """Find how far the second picture is from the first: turned about its middle, and shifted."""
    turn = _coarse_turn(first, second)
    down, right = _whole_shift(first, _unturned(second, turn, 0.0, 0.0))
    found = _by_parts(first, second, turn, down, right)
    for _ in range(_ROUNDS):
        if len(found.parts) < _FEWEST or abs(found.turn - turn) < 0.01:
            break
        turn, down = found.turn, found.level
        right = float(np.median([part.right for part in found.parts]))
        again = _by_parts(first, second, turn, down, right)
        if len(again.parts) < len(found.parts):
            break
        found = again
    return found


def _coarse_turn(first: Luma, second: Luma) -> float:
    """Return the turn of the whole picture that fits best, to a degree; 0 where none is better."""
    step = max(1, first.shape[1] // _TRIED_AT)
    small = [each[::step, ::step] for each in (_soft(first, step), _soft(second, step))]
    fits = {}
    for turn in _TURNS:
        turned = _unturned(small[1], turn, 0.0, 0.0)
        fits[turn] = _fit(small[0], turned, _whole_shift(small[0], turned))
    best = max(fits, key=lambda turn: fits[turn])
    return best if fits[best] > fits[0.0] + _BETTER else 0.0


def _soft(luma: Luma, step: int) -> Luma:
    """Return the mean of every block of pixels, at each of its pixels."""
    if step == 1:
        return luma
    rows, columns = (side // step * step for side in luma.shape)
    blocks = luma[:rows, :columns].reshape(rows // step, step, columns // step, step)
    mean: Luma = np.repeat(np.repeat(blocks.mean(axis=(1, 3)), step, axis=0), step, axis=1)
    return mean


def _unturned(luma: Luma, turn: float, down: float, right: float) -> Luma:
    """Return a picture turned back about its middle, and shifted back."""
    if not (turn or down or right):
        return luma
    rows, columns = luma.shape
    middle = (columns - 1) / 2, (rows - 1) / 2
    about = EuclideanTransform(translation=(-middle[0], -middle[1]))
    about += EuclideanTransform(rotation=np.radians(turn))
    about += EuclideanTransform(translation=(middle[0] + right, middle[1] + down))
    # From where a point of the result comes: a turn to the right in rows that go down.
    back: Luma = warp(luma, about, order=3, mode="reflect", preserve_range=True)
    return back


def _whole_shift(first: Luma, second: Luma) -> tuple[float, float]:
    """Return how far the second lies lower and further right: what fits best of several ways."""
    hann = taper("hann", first.shape)
    a, b = first * hann, second * hann
    ways = [(0.0, 0.0)]
    for normalization in ("phase", None):
        shift, *_ = phase_cross_correlation(a, b, upsample_factor=4, normalization=normalization)
        ways.append((-float(shift[0]), -float(shift[1])))
    return max(ways, key=lambda way: _fit(first, second, way))


def _fit(first: Luma, second: Luma, way: tuple[float, float]) -> float:
    """Return how alike two pictures are where they overlap, from −1 to 1."""
    down, right = round(way[0]), round(way[1])
    rows, columns = first.shape
    if abs(down) > rows // 2 or abs(right) > columns // 2:
        return -1.0
    mine = first[max(0, -down) : rows - max(0, down), max(0, -right) : columns - max(0, right)]
    its = second[max(0, down) : rows + min(0, down), max(0, right) : columns + min(0, right)]
    a, b = mine - mine.mean(), its - its.mean()
    size = float(np.sqrt((a * a).sum() * (b * b).sum()))
    return float((a * b).sum()) / size if size else 0.0


def _by_parts(first: Luma, second: Luma, turn: float, down: float, right: float) -> Registration:
    """Register parts after the whole was turned and shifted back, and fit what is left."""
    straight = _unturned(second, turn, down, right)
    soft = gaussian_filter(first, _SOFTENED), gaussian_filter(straight, _SOFTENED)
    rows, columns = first.shape
    high, wide = rows // ROWS, columns // COLUMNS
    size = min(high, wide)
    hann = taper("hann", (size, size))
    reach = max(4, round(rows * _DOWN)), max(4, round(columns * _ACROSS))
    plain = along = elsewhere = 0
    found: list[Part] = []
    for row in range(ROWS):
        for column in range(COLUMNS):
            top = row * high + (high - size) // 2
            left = column * wide + (wide - size) // 2
            mine = first[top : top + size, left : left + size]
            if mine.std() < _FLAT:
                plain += 1
                continue
            if not _has_structure(mine, hann):
                along += 1
                continue
            looked_for = soft[0][top : top + size, left : left + size]
            at = _lies_at(looked_for, soft[1], (top, left), reach)
            if at is None:
                elsewhere += 1
                continue
            found.append(Part(top + size / 2, left + size / 2, *at))
    if not found:
        return Registration((), turn, down, 0.0, plain, along, elsewhere)
    x = np.array([part.x for part in found]) - columns / 2
    left_over = np.array([part.down for part in found])
    more = slope(x, left_over)
    level = float(np.median(left_over - more * x))
    spread = float(np.median(np.abs(left_over - more * x - level)))
    parts = tuple(Part(part.y, part.x, down + part.down, right + part.right) for part in found)
    whole_turn = turn + float(np.degrees(np.arctan(more)))
    return Registration(parts, whole_turn, down + level, spread, plain, along, elsewhere)


def _has_structure(part: Luma, hann: Luma) -> bool:
    """Return whether a part changes in both directions, against its own contrast."""
    down, right = np.gradient(part)
    weight = hann / hann.sum()
    yy, xx, xy = ((weight * each).sum() for each in (down * down, right * right, down * right))
    smaller = (yy + xx) / 2 - np.sqrt(((yy - xx) / 2) ** 2 + xy * xy)
    return bool(np.sqrt(max(0.0, smaller)) >= _STRUCTURE * part.std() / part.shape[0])


def _lies_at(
    part: Luma, picture: Luma, at: tuple[int, int], reach: tuple[int, int]
) -> tuple[float, float] | None:
    """Return how far lower and further right a part lies in a picture; None where nowhere."""
    size = part.shape[0]
    rows, columns = picture.shape
    top, left = max(0, at[0] - reach[0]), max(0, at[1] - reach[1])
    below, beyond = min(rows, at[0] + size + reach[0]), min(columns, at[1] + size + reach[1])
    alike = match_template(picture[top:below, left:beyond], part)
    best = np.unravel_index(int(alike.argmax()), alike.shape)
    if alike[best] < _FITS:
        return None
    down = top + int(best[0]) + _between(alike[:, best[1]], int(best[0]))
    right = left + int(best[1]) + _between(alike[best[0], :], int(best[1]))
    its_top, its_left = round(down), round(right)
    its = picture[its_top : its_top + size, its_left : its_left + size]
    if its.shape != part.shape:
        return down - at[0], right - at[1]
    hann = taper("hann", part.shape)
    shift, *_ = phase_cross_correlation(
        (part - part.mean()) * hann,
        (its - its.mean()) * hann,
        upsample_factor=UPSAMPLED,
        normalization=None,
    )
    finer = its_top - float(shift[0]), its_left - float(shift[1])
    if max(abs(finer[0] - down), abs(finer[1] - right)) > 1:
        finer = down, right
    return finer[0] - at[0], finer[1] - at[1]


def _between(alike: NDArray[np.float64], best: int) -> float:
    """Return how far from the greatest of some values their peak lies, by a parabola."""
    if not 0 < best < len(alike) - 1:
        return 0.0
    before, here, after = (float(value) for value in alike[best - 1 : best + 2])
    bend = before - 2 * here + after
    return 0.0 if bend >= 0 else min(0.5, max(-0.5, (before - after) / (2 * bend)))


def slope(x: NDArray[np.float64], y: NDArray[np.float64]) -> float:
    """Return the middle slope of all pairs of points (Theil and Sen): outliers don't count."""
    steps = [
        (y[j] - y[i]) / (x[j] - x[i])
        for i in range(len(x))
        for j in range(i + 1, len(x))
        if abs(x[j] - x[i]) > 1
    ]
    return float(np.median(steps)) if steps else 0.0
