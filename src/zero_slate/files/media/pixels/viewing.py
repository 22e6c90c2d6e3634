"""Pixels seen through a display and view, by OpenColorIO's processor on the CPU."""

from functools import lru_cache

import numpy as np
import PyOpenColorIO as ocio
from numpy.typing import NDArray

from zero_slate.files.colour.chain import ViewedThrough, whole


def seen(rgb: NDArray[np.float32], through: ViewedThrough | None) -> NDArray[np.float32]:
    """Return rows × columns × 3 as display codes from 0 to 1.

    Without `through` the values themselves are codes. Raises BrokenView and UnreadableConfig.
    """
    processor = _processor(through) if through else None
    codes = np.ascontiguousarray(rgb, dtype=np.float32)
    if processor is not None:
        codes = codes.copy()
        processor.applyRGB(codes)
    return np.clip(np.nan_to_num(codes), 0, 1)


@lru_cache(maxsize=32)
def _processor(through: ViewedThrough) -> "ocio.CPUProcessor":
    return whole(through).getDefaultCPUProcessor()
