"""Pixels seen through a display and view, by OpenColorIO's processor on the CPU."""

from dataclasses import dataclass
from functools import lru_cache

import numpy as np
import PyOpenColorIO as ocio
from numpy.typing import NDArray

from zero_slate.files.colour_config import FAILURES, config_of


@dataclass(frozen=True, slots=True)
class ViewedThrough:
    """The space pixels are read as, and the config's display and view they are seen through."""

    config: str
    space: str
    display: str
    view: str


def seen(rgb: NDArray[np.float32], through: ViewedThrough | None) -> NDArray[np.float32]:
    """Return rows × columns × 3 as display codes from 0 to 1.

    Where the config has no such space or view the values themselves are taken for codes.
    """
    processor = _processor(through) if through else None
    codes = np.ascontiguousarray(rgb, dtype=np.float32)
    if processor is not None:
        codes = codes.copy()
        processor.applyRGB(codes)
    return np.clip(np.nan_to_num(codes), 0, 1)


@lru_cache(maxsize=32)
def _processor(through: ViewedThrough) -> "ocio.CPUProcessor | None":
    try:
        transform = ocio.DisplayViewTransform(
            src=through.space, display=through.display, view=through.view
        )
        return config_of(through.config).getProcessor(transform).getDefaultCPUProcessor()
    except FAILURES:
        return None
