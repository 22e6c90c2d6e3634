"""How far two views of one frame are apart: registration of parts of the picture."""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from scipy.stats import spearmanr
from skimage.filters import window as taper
from skimage.registration import phase_cross_correlation

from zero_slate.core.media.eyes import EyeMeasure
from zero_slate.files.media.pictures import UnreadablePicture
from zero_slate.files.media.pixels.movie_frames import movie_pixels
from zero_slate.files.media.pixels.reading import Pixels, as_light, read_pixels
from zero_slate.files.media.pixels.shrinking import shrunk

# Pictures are measured at most so wide; a shift is found to a tenth of a pixel of that.
WIDEST = 960
UPSAMPLED = 20
_ROWS, _COLUMNS = 4, 6
# A part without edges can't be registered, and one that fits nowhere isn't.
_FLAT = 0.02
_FITS = 0.5
_FEWEST = 3


@dataclass(frozen=True, slots=True)
class EyeFile:
    """One view of a frame: its file, and which part and channels of it, or frame of a movie."""

    path: str
    part: int
    channels: tuple[int, ...]
    movie_frame: int | None = None


@dataclass(frozen=True, slots=True)
class EyePair:
    """Both views of a frame."""

    frame: int
    first: EyeFile
    second: EyeFile


def measure_eyes(pair: EyePair) -> EyeMeasure:
    """Measure how far the second view is from the first.

    Raises UnreadablePicture, and where the views are of different size or too plain to be measured.
    """
    one, other = _read(pair.first), _read(pair.second)
    if one.values.shape[:2] != other.values.shape[:2]:
        raise UnreadablePicture("its views have different sizes: their pixels can't be compared")
    first, scale = _luma(one)
    second, _ = _luma(other)
    brightness = float(second.mean() / first.mean()) if first.mean() > 0 else 1.0
    a, b = _even(first), _even(second)
    whole, *_ = phase_cross_correlation(a, b, upsample_factor=4)
    shifts = list(_parts(a, b, (round(float(whole[0])), round(float(whole[1])))))
    if len(shifts) < _FEWEST:
        raise UnreadablePicture(
            "it is too plain to be compared: fewer than three parts of it could be registered"
        )
    y, x, down, right = np.array(shifts).T
    middle_down = float(np.median(down))
    spread = float(np.median(np.abs(down - middle_down)))
    turn = _slope(x - a.shape[1] / 2, down)
    # A shift that grows to the right is a turn: it isn't counted as height.
    level = float(np.median(down - turn * (x - a.shape[1] / 2)))
    return EyeMeasure(
        pair.frame,
        level * scale,
        spread * scale,
        float(np.degrees(np.arctan(turn))),
        brightness,
        float(np.median(right)) * scale,
        _order(y, -right),
        len(shifts),
    )


def _read(file: EyeFile) -> Pixels:
    if file.movie_frame is not None:
        return movie_pixels(file.path, file.movie_frame)
    return read_pixels(file.path, file.part, file.channels)


def _luma(pixels: Pixels) -> tuple[NDArray[np.float64], float]:
    """Return the mean of the channels of colour, made small, and how much smaller it is."""
    rows, columns = pixels.values.shape[:2]
    scale = max(1.0, columns / WIDEST)
    width, height = round(columns / scale), max(1, round(rows / scale))
    small = (
        shrunk(pixels.values[:, :, :3], width, height)
        if scale > 1
        else as_light(pixels.values[:, :, :3])
    )
    mean: NDArray[np.float64] = np.nan_to_num(small).mean(axis=2, dtype=np.float64)
    return mean, columns / width


def _even(luma: NDArray[np.float64]) -> NDArray[np.float64]:
    """Return luma as the eye weighs it, its mean taken out: shadows count as lights do."""
    bright = np.sqrt(np.clip(luma, 0, 16))
    level: NDArray[np.float64] = bright - bright.mean()
    return level


def _parts(
    a: NDArray[np.float64], b: NDArray[np.float64], whole: tuple[int, int]
) -> list[tuple[float, float, float, float]]:
    """Return for each part that can be registered its middle, and how far it is shifted.

    The second picture's part is taken where the whole picture's shift says it lies.
    """
    rows, columns = a.shape
    high, wide = rows // _ROWS, columns // _COLUMNS
    size = min(high, wide)
    hann = taper("hann", (size, size))
    found = []
    for row in range(_ROWS):
        for column in range(_COLUMNS):
            top = row * high + (high - size) // 2
            left = column * wide + (wide - size) // 2
            to_top, to_left = top - whole[0], left - whole[1]
            if not (0 <= to_top <= rows - size and 0 <= to_left <= columns - size):
                continue
            mine = a[top : top + size, left : left + size]
            other = b[to_top : to_top + size, to_left : to_left + size]
            if mine.std() < _FLAT or other.std() < _FLAT:
                continue
            shift, error, _ = phase_cross_correlation(
                (mine - mine.mean()) * hann, (other - other.mean()) * hann,
                upsample_factor=UPSAMPLED, normalization=None,
            )  # fmt: skip
            if error > _FITS or np.abs(shift).max() > size / 4:
                continue
            # The shift brings the second onto the first: it lies the other way.
            down, right = -(whole[0] + shift[0]), -(whole[1] + shift[1])
            found.append((top + size / 2, left + size / 2, float(down), float(right)))
    return found


def _slope(x: NDArray[np.float64], y: NDArray[np.float64]) -> float:
    """Return the middle slope of all pairs of points (Theil and Sen): outliers don't count."""
    steps = [
        (y[j] - y[i]) / (x[j] - x[i])
        for i in range(len(x))
        for j in range(i + 1, len(x))
        if abs(x[j] - x[i]) > 1
    ]
    return float(np.median(steps)) if steps else 0.0


def _order(y: NDArray[np.float64], nearness: NDArray[np.float64]) -> float:
    """Return how far nearness grows downwards, from −1 to 1 (Spearman's rank correlation).

    `nearness` is how much further right a part lies in the first view. Where the shifts hardly
    differ, there is no telling.
    """
    if np.ptp(nearness) < 0.5 or np.ptp(y) == 0:
        return 0.0
    # Parts in one row of the picture share their rank.
    return float(spearmanr(y, nearness).statistic)
