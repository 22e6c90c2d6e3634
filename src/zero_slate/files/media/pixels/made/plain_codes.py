"""The middle of a frame, at its own pixels, as codes: what grain is tried on."""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from zero_slate.files.colour.chain import ViewedThrough
from zero_slate.files.media.pixels.composing import ComposeRequest
from zero_slate.files.media.pixels.made.pictures import made_codes


@dataclass(frozen=True, slots=True)
class Middle:
    """A frame by its number, and how it is seen."""

    number: int
    request: ComposeRequest
    through: ViewedThrough | None


def middle_codes(asked: Middle) -> NDArray[np.uint8]:
    """Return the middle half of a frame each way, with even sides, as codes of 255."""
    codes = made_codes(asked.request, asked.through)
    rows, columns = codes.shape[:2]
    high, wide = max(16, rows // 4 * 2), max(16, columns // 4 * 2)
    top, left = (rows - high) // 2, (columns - wide) // 2
    part = codes[max(0, top) : max(0, top) + high, max(0, left) : max(0, left) + wide]
    even = part[: part.shape[0] // 2 * 2, : part.shape[1] // 2 * 2]
    return np.round(even * 255).astype(np.uint8)
