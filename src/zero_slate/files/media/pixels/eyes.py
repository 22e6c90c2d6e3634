"""How far two views of one frame are apart: registration of parts of the picture."""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from scipy.stats import spearmanr

from zero_slate.core.media.eyes import EyeMeasure, EyePart
from zero_slate.files.media.pictures import UnreadablePicture
from zero_slate.files.media.pixels.light import as_light
from zero_slate.files.media.pixels.movie_frames import movie_pixels
from zero_slate.files.media.pixels.reading import Pixels, read_pixels
from zero_slate.files.media.pixels.registering import COLUMNS, ROWS, Registration, register
from zero_slate.files.media.pixels.shrinking import shrunk

# Pictures are measured at most so wide; a shift is found to a twentieth of a pixel of that.
WIDEST = 960


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
    found = register(_even(first), _even(second))
    if not found.tells:
        raise UnreadablePicture(_why_not(found))
    y = np.array([part.y for part in found.parts])
    right = np.array([part.right for part in found.parts])
    rows, columns = first.shape
    parts = tuple(
        EyePart(part.x / columns, part.y / rows, part.right * scale, part.down * scale)
        for part in found.parts
    )
    return EyeMeasure(
        pair.frame,
        found.level * scale,
        found.spread * scale,
        found.turn,
        brightness,
        float(np.median(right)) * scale,
        _order(y, -right),
        len(parts),
        parts,
        found.plain,
        found.along,
        found.elsewhere,
    )


def _why_not(found: Registration) -> str:
    """Say why views can't be compared: by what most of their parts are."""
    most = max(found.plain, found.along, found.elsewhere)
    of = f"{most} of {ROWS * COLUMNS} parts"
    if most == found.elsewhere:
        return f"its views don't show the same: {of} of one lie nowhere in the other"
    if most == found.along:
        return (
            f"it changes in one direction alone, in {of}: how far one is off along it can't be told"
        )
    return f"it is too plain to be compared: there is nothing to see in {of}"


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
        shrunk(pixels.covering[:, :, :3], width, height)
        if scale > 1
        else as_light(pixels.covering[:, :, :3])
    )
    mean: NDArray[np.float64] = np.nan_to_num(small).mean(axis=2, dtype=np.float64)
    return mean, columns / width


def _even(luma: NDArray[np.float64]) -> NDArray[np.float64]:
    """Return luma as the eye weighs it, its mean taken out: shadows count as lights do."""
    bright = np.sqrt(np.clip(luma, 0, 16))
    level: NDArray[np.float64] = bright - bright.mean()
    return level


def _order(y: NDArray[np.float64], nearness: NDArray[np.float64]) -> float:
    """Return how far nearness grows downwards, from −1 to 1 (Spearman's rank correlation).

    `nearness` is how much further right a part lies in the first view. Where the shifts hardly
    differ, there is no telling.
    """
    if np.ptp(nearness) < 0.5 or np.ptp(y) == 0:
        return 0.0
    # Parts in one row of the picture share their rank.
    return float(spearmanr(y, nearness).statistic)
