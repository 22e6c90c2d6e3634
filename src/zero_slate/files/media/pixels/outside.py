"""How much of a frame lies outside what the working space, and the display, can hold."""

from dataclasses import dataclass
from typing import Any

import numpy as np
from numpy.typing import NDArray

from zero_slate.core.colour.outside import OutsideShares
from zero_slate.files.colour.chain import ViewedThrough, processor_of, to_working
from zero_slate.files.media.pixels.frames import FrameRequest, stored_pixels
from zero_slate.files.media.pixels.light import applied, as_light, displayed, linear_light

# A code so near the end stands for all that lies beyond it.
ENDS = 0.5 / 255
# What rounding of halves leaves under zero is no colour outside.
UNDER = -1e-4


@dataclass(frozen=True, slots=True)
class _Outside:
    working: NDArray[np.bool_]
    display: NDArray[np.bool_]


def outside_shares(request: FrameRequest, through: ViewedThrough | None) -> OutsideShares:
    """Return the shares of a frame's pixels that lie outside.

    Raises what reading raises, and BrokenView.
    """
    found = _outside(stored_pixels(request).covering, through)
    return OutsideShares(float(found.working.mean()), float(found.display.mean()))


def hatched(values: NDArray[Any], through: ViewedThrough | None) -> NDArray[np.uint8]:
    """Return 1 for each pixel outside the display, 2 outside the working space, 0 inside both."""
    found = _outside(values, through)
    return np.where(found.working, 2, np.where(found.display, 1, 0)).astype(np.uint8)


def _outside(values: NDArray[Any], through: ViewedThrough | None) -> _Outside:
    if values.shape[2] < 3 or through is None:
        nothing = np.zeros(values.shape[:2], np.bool_)
        return _Outside(nothing, nothing)
    light, alpha = linear_light(as_light(values), through)
    processor = processor_of(through.config, to_working(through)).getDefaultCPUProcessor()
    working, codes = applied(light, alpha, processor), displayed(light, through)
    beyond = (codes >= 1 - ENDS) | (codes < UNDER)
    return _Outside(np.asarray((working < UNDER).any(axis=2)), np.asarray(beyond.any(axis=2)))
