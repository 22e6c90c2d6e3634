"""How much of a frame lies outside what the working space, and the display, can hold."""

from dataclasses import dataclass
from typing import Any

import numpy as np
from numpy.typing import NDArray

from zero_slate.core.colour.outside import OutsideShares
from zero_slate.files.colour.chain import (
    BrokenView,
    ViewedThrough,
    processor_of,
    to_display,
    to_linear,
    to_working,
)
from zero_slate.files.media.pixels.frames import FrameRequest, stored_pixels
from zero_slate.files.media.pixels.reading import as_light

# A code so near the end stands for all that lies beyond it.
ENDS = 0.5 / 255
# What rounding of halves leaves under zero is no colour outside.
UNDER = -1e-4


@dataclass(frozen=True, slots=True)
class _Outside:
    working: NDArray[np.bool_]
    display: NDArray[np.bool_]


def outside_shares(request: FrameRequest, through: ViewedThrough | None) -> OutsideShares:
    """Return the shares of a frame's pixels that lie outside. Raises what reading raises."""
    found = _outside(stored_pixels(request).values, through)
    return OutsideShares(float(found.working.mean()), float(found.display.mean()))


def hatched(values: NDArray[Any], through: ViewedThrough | None) -> NDArray[np.uint8]:
    """Return 1 for each pixel outside the display, 2 outside the working space, 0 inside both."""
    found = _outside(values, through)
    return np.where(found.working, 2, np.where(found.display, 1, 0)).astype(np.uint8)


def _outside(values: NDArray[Any], through: ViewedThrough | None) -> _Outside:
    rgb = as_light(values[:, :, :3]) if values.shape[2] > 2 else None
    if rgb is None or through is None:
        nothing = np.zeros(values.shape[:2], np.bool_)
        return _Outside(nothing, nothing)
    light = np.ascontiguousarray(np.nan_to_num(rgb), np.float32)
    try:
        processor_of(through.config, to_linear(through)).getDefaultCPUProcessor().applyRGB(light)
        working, codes = light.copy(), light
        processor_of(through.config, to_working(through)).getDefaultCPUProcessor().applyRGB(working)
        processor_of(through.config, to_display(through)).getDefaultCPUProcessor().applyRGB(codes)
    except BrokenView:
        nothing = np.zeros(values.shape[:2], np.bool_)
        return _Outside(nothing, nothing)
    beyond = (codes >= 1 - ENDS) | (codes < UNDER)
    return _Outside(np.asarray((working < UNDER).any(axis=2)), np.asarray(beyond.any(axis=2)))
