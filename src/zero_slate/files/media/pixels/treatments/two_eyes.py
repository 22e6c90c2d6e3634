"""The pictures of two eyes put together as they are delivered."""

import numpy as np
from numpy.typing import NDArray

from zero_slate.core.stand.views import ViewLayout

Light = NDArray[np.float32]


def laid_out(left: Light, right: Light, layout: ViewLayout) -> Light:
    """Return two pictures of one size, rows × columns × RGBA, as one.

    Two views, which are two pictures, are shown beside each other.
    """
    if layout is ViewLayout.LINES:
        out = left.copy()
        out[1::2] = right[1::2]
        return out
    if layout.glasses is not None:
        return _for_glasses(left, right, layout.glasses)
    across, down = layout.squeeze
    one, other = (_squeezed(each, across, down) for each in (left, right))
    if layout in (ViewLayout.CROSSED, ViewLayout.CROSSED_HALF):
        one, other = other, one
    return np.concatenate((one, other), axis=0 if layout.pictures == (1, 2) else 1)


def _squeezed(light: Light, across: int, down: int) -> Light:
    rows, columns = light.shape[0] // down * down, light.shape[1] // across * across
    blocks = light[:rows, :columns].reshape(rows // down, down, columns // across, across, -1)
    return np.asarray(blocks.mean(axis=(1, 3)), np.float32)


def _for_glasses(
    left: Light, right: Light, glasses: tuple[tuple[str, ...], tuple[str, ...]]
) -> Light:
    out = right.copy()
    for primary in glasses[0]:
        channel = ("red", "green", "blue").index(primary)
        out[:, :, channel] = left[:, :, channel]
    out[:, :, 3] = np.maximum(left[:, :, 3], right[:, :, 3])
    return out
