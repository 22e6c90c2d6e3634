"""Pictures made small: the mean of whole blocks of pixels first, then to the size that is asked."""

from typing import Any

import numpy as np
from numpy.typing import NDArray
from PIL import Image

from zero_slate.files.media.pixels.light import as_light


def shrunk(values: NDArray[Any], width: int, height: int) -> NDArray[np.float32]:
    """Return rows × columns × channels at another size, each pixel the mean of those it stands for.

    A block's sum is taken over rows first: they lie one after the other in memory.
    """
    rows, columns, channels = values.shape
    down, across = max(1, rows // height), max(1, columns // width)
    small = as_light(values[: rows // down * down, : columns // across * across])
    if down > 1:
        small = small.reshape(rows // down, down, -1).sum(axis=1)
    if across > 1:
        small = small.reshape(small.shape[0], columns // across, across, channels).sum(axis=2)
    small = small.reshape(rows // down, columns // across, channels)
    mean = small / np.float32(down * across)
    small = np.nan_to_num(mean, nan=0.0, posinf=65504.0, neginf=0.0).astype(np.float32)
    if small.shape[:2] == (height, width):
        return np.asarray(small, dtype=np.float32)
    planes = [
        Image.fromarray(np.ascontiguousarray(small[:, :, each]), mode="F").resize(
            (width, height),
            Image.Resampling.BOX if small.shape[0] > height else Image.Resampling.BILINEAR,
        )
        for each in range(channels)
    ]
    return np.stack([np.asarray(plane) for plane in planes], axis=2)


def picked(values: NDArray[Any], width: int, height: int) -> NDArray[Any]:
    """Return a picture at another size, each pixel one of those it stands for: ids have no mean."""
    rows, columns = values.shape[:2]
    down = (np.arange(height) * 2 + 1) * rows // (2 * height)
    across = (np.arange(width) * 2 + 1) * columns // (2 * width)
    chosen: NDArray[Any] = values[down][:, across]
    return chosen
