"""What the pixels of a channel come to."""

from functools import lru_cache
from typing import Any

import numpy as np
from numpy.typing import NDArray

from zero_slate.core.media.header import Window
from zero_slate.core.media.statistics import ChannelStatistics


def count_channel(plane: NDArray[Any], x: int = 0, y: int = 0) -> ChannelStatistics:
    """Return the statistics of rows × columns; `x` and `y` are the first pixel's place.

    Samples of 8 and 16 bits are counted by their codes, each of which is one of at most 65,536
    values, so that nothing is rounded; whole numbers are told as shares of the greatest code.
    """
    if plane.dtype.itemsize <= 2:
        return _by_codes(plane, x, y)
    finite = np.isfinite(plane)
    good = plane if finite.all() else plane[finite]
    bad = plane.size - good.size
    nan = int(np.count_nonzero(np.isnan(plane))) if bad else 0
    zero = plane.size - int(np.count_nonzero(plane))
    if not good.size:
        return ChannelStatistics(
            plane.size, zero, None, None, None, nan, bad - nan, _bad(plane, x, y)
        )
    return ChannelStatistics(
        plane.size,
        zero,
        float(good.min()),
        float(good.max()),
        float(good.mean(dtype=np.float64)),
        nan,
        bad - nan,
        _bad(plane, x, y) if bad else None,
    )


def _by_codes(plane: NDArray[Any], x: int, y: int) -> ChannelStatistics:
    unsigned = np.uint8 if plane.dtype.itemsize == 1 else np.uint16
    codes = np.ascontiguousarray(plane).view(unsigned).ravel()
    values, finite, nans = _values(plane.dtype.str)
    often = np.bincount(codes, minlength=values.size)
    zero = int(often[values == 0].sum())
    nan = int(often[nans].sum())
    good = int(often[finite].sum())
    infinite = plane.size - good - nan
    there = np.flatnonzero((often > 0) & finite)
    bad = _bad(plane, x, y) if nan or infinite else None
    if not there.size:
        return ChannelStatistics(plane.size, zero, None, None, None, nan, infinite, bad)
    seen = values[there]
    mean = float((seen * often[there]).sum() / good)
    least, greatest = float(seen.min()), float(seen.max())
    return ChannelStatistics(plane.size, zero, least, greatest, mean, nan, infinite, bad)


@lru_cache(maxsize=4)
def _values(kind: str) -> tuple[NDArray[np.float64], NDArray[np.bool_], NDArray[np.bool_]]:
    """Return the value of every code of a type, which are finite, and which are no number."""
    dtype = np.dtype(kind)
    codes = np.arange(256 if dtype.itemsize == 1 else 65536, dtype=np.uint16)
    if dtype.kind == "f":
        values = codes.view(np.float16).astype(np.float64)
    else:
        values = codes / np.float64(np.iinfo(dtype).max)
    return values, np.isfinite(values), np.isnan(values)


def _bad(plane: NDArray[Any], x: int, y: int) -> Window:
    """Return the smallest rectangle that holds all that is no finite number."""
    bad = ~np.isfinite(plane)
    rows, columns = np.flatnonzero(bad.any(axis=1)), np.flatnonzero(bad.any(axis=0))
    width, height = columns[-1] - columns[0] + 1, rows[-1] - rows[0] + 1
    return Window(int(columns[0]) + x, int(rows[0]) + y, int(width), int(height))
