"""Which field of an interlaced movie comes first, read from its pixels."""

from collections.abc import Iterator
from pathlib import Path
from typing import Any

import av
import numpy as np
from numpy.typing import NDArray

from zero_slate.core.canvas.scan import ScanMode

Luma = NDArray[np.float32]

# How many frames are looked at; enough for a movement, little enough to wait for.
LOOKED_AT = 14
# Every so many columns are looked at: fields lie in rows.
COLUMNS = 3
# What changes by less than this between two frames, in grey levels of 255, doesn't move.
MOVES = 8
# So many moving pixels in a pair of frames are enough to tell by.
ENOUGH = 40
# From −1, surely lower first, to 1, surely upper first; progressive lies about 0.
SURE, EVEN = 0.5, 0.25


def seen_scan(path: Path) -> ScanMode | None:
    """Return the scan that a movie's pixels show; None where they are still or unclear."""
    try:
        return scan_of(_luma(path))
    except (av.error.FFmpegError, OSError, IndexError):
        return None


def scan_of(frames: Iterator[Luma]) -> ScanMode | None:
    """Tell upper first, lower first and progressive apart by how fields comb with their neighbours.

    A frame's lower lines fit the next frame's upper lines where the upper field comes first, since
    half a frame lies between them and not one and a half; and the other way round. Progressive
    lines fit best within their own frame, and both others equally ill.
    """
    upper = lower = 0.0
    before: Luma | None = None
    for frame in frames:
        if before is not None and before.shape == frame.shape and frame.shape[0] >= 8:
            moving = _moving(before, frame)
            if moving.sum() >= ENOUGH:
                own = _comb(before[0::2], before[1::2], moving)
                upper += _comb(frame[0::2], before[1::2], moving) - own
                lower += _comb(before[0::2], frame[1::2], moving) - own
        before = frame
    if upper == lower == 0:
        return None
    way = (lower - upper) / (abs(lower) + abs(upper))
    if way > SURE:
        return ScanMode.UPPER_FIRST
    if way < -SURE:
        return ScanMode.LOWER_FIRST
    return ScanMode.PROGRESSIVE if abs(way) < EVEN else None


def _moving(before: Luma, after: Luma) -> NDArray[np.bool_]:
    """Return where anything changes about each lower line: in it, or in a line beside it."""
    changed = np.abs(after - before) > MOVES
    rows = _rows(before)
    upper, lower = changed[0::2], changed[1::2]
    about: NDArray[np.bool_] = upper[:rows] | lower[:rows] | upper[1 : rows + 1]
    return about


def _rows(frame: Luma) -> int:
    """Return how many lower lines have an upper line on both sides."""
    lines: int = frame.shape[0]
    return (lines - 1) // 2


def _comb(top: Luma, bottom: Luma, moving: NDArray[np.bool_]) -> float:
    """Return how far moving lower lines lie from the mean of the upper lines about them."""
    rows = len(moving)
    between = (top[:rows] + top[1 : rows + 1]) / 2
    return float(np.abs(bottom[:rows] - between)[moving].mean())


def _luma(path: Path) -> Iterator[Luma]:
    with av.open(str(path)) as container:
        stream: Any = container.streams.video[0]
        stream.thread_type = "AUTO"
        for number, frame in enumerate(container.decode(stream)):
            if number >= LOOKED_AT:
                return
            yield frame.to_ndarray(format="gray")[:, ::COLUMNS].astype(np.float32)
