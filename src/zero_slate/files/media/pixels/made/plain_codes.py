"""Frames of a stack as codes of 255, kept for the trials that are made of them."""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from zero_slate.files.colour.chain import ViewedThrough
from zero_slate.files.media.pixels.composing import ComposeRequest, composed
from zero_slate.files.media.pixels.light import colour_and_alpha, uncovered
from zero_slate.files.media.pixels.made.pictures import made_codes
from zero_slate.files.media.pixels.viewing import seen


@dataclass(frozen=True, slots=True)
class CodesRequest:
    """A frame by its number, how it is seen, and where its codes are written to."""

    number: int
    request: ComposeRequest
    through: ViewedThrough | None
    path: str = ""


def even_codes(asked: CodesRequest) -> NDArray[np.uint8]:
    """Return a frame, with even sides, as rows × columns × RGB."""
    codes = made_codes(asked.request, asked.through)
    even = codes[: codes.shape[0] // 2 * 2, : codes.shape[1] // 2 * 2]
    return np.round(even * 255).astype(np.uint8)


def write_codes(asked: CodesRequest) -> str:
    """Write a frame as rows × columns × RGBA, its colour not multiplied by alpha.

    Returns the path. Raises OSError, and what reading the frame raises.
    """
    rgb, alpha = colour_and_alpha(composed(asked.request))
    codes = seen(uncovered(rgb, alpha), asked.through)
    whole = np.concatenate([codes, alpha], axis=2)
    np.save(asked.path, np.round(whole * 255).astype(np.uint8))
    return asked.path
