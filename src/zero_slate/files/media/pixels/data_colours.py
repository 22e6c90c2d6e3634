"""Values that are no colour, made visible: each kind in the way that it can be read."""

from typing import Any

import numpy as np
from numpy.typing import NDArray

from zero_slate.core.media.layers import LayerKind

Codes = NDArray[np.float32]

# The golden ratio's share of a turn: ids that follow on one another get hues far apart.
_GOLDEN = 0.61803399


def data_codes(values: NDArray[Any], kind: LayerKind, low: float, high: float) -> Codes:
    """Return rows × columns × 3 display codes from 0 to 1 for rows × columns × channels.

    Mattes and alpha are shown as they are. Depth is lightest where it is nearest, and black where
    there is none; directions from −1 to 1; motion about a middle grey; positions and other data
    from `low` to `high`, which they are found to span.
    """
    if kind is LayerKind.IDS:
        return _hues(values[:, :, 0])
    span = high - low or 1.0
    if kind in (LayerKind.ALPHA, LayerKind.MATTE):
        codes = values
    elif kind is LayerKind.DEPTH:
        near = values[:, :, :1]
        codes = np.where(near <= 0, 0, np.clip(1 - 0.95 * (near - low) / span, 0.05, 1))
    elif kind is LayerKind.NORMALS:
        codes = values / 2 + 0.5
    elif kind is LayerKind.MOTION:
        codes = values / (2 * (max(abs(low), abs(high)) or 1.0)) + 0.5
    else:
        codes = (values - low) / span
    return np.clip(_three(codes.astype(np.float32)), 0, 1)


def _three(codes: Codes) -> Codes:
    channels = codes.shape[2]
    if channels == 1:
        return np.repeat(codes, 3, axis=2)
    if channels == 2:
        return np.concatenate([codes, np.full_like(codes[:, :, :1], 0.5)], axis=2)
    return codes[:, :, :3]


def _hues(ids: NDArray[Any]) -> Codes:
    """Give each id a hue of its own; 0 is black."""
    bits = np.ascontiguousarray(ids)
    if bits.dtype.kind == "f":
        bits = bits.astype(np.float32).view(np.uint32)
    turn = (bits.astype(np.float64) * _GOLDEN) % 1.0
    shifts = np.array([0.0, 1 / 3, 2 / 3])
    rgb = 0.55 + 0.4 * np.cos(2 * np.pi * (turn[:, :, None] + shifts))
    return np.where(bits[:, :, None] == 0, 0, rgb).astype(np.float32)
