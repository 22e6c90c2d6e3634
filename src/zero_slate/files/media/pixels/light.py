"""From stored values to linear light: colour is never transformed while alpha is in it.

Values of a picture are multiplied by its alpha, as OpenEXR and compositing have them. A transform
that isn't a plain factor wants them without it, so it is taken out before and put in after.
"""

from typing import Any

import numpy as np
import PyOpenColorIO as ocio
from numpy.typing import NDArray

from zero_slate.files.colour.chain import ViewedThrough, processor_of, to_display, to_linear

Light = NDArray[np.float32]


def as_light(values: NDArray[Any]) -> NDArray[np.float32]:
    """Return values as floats: whole numbers as shares of the greatest there is."""
    if values.dtype in (np.uint8, np.uint16):
        return values.astype(np.float32) / np.float32(np.iinfo(values.dtype).max)
    return values.astype(np.float32)


def colour_and_alpha(values: NDArray[np.float32]) -> tuple[Light, Light]:
    """Return rows × columns × 3 of colour as it is stored, and × 1 of alpha, 1 without any."""
    channels = values.shape[2]
    rgb = values[:, :, :3] if channels > 2 else np.repeat(values[:, :, :1], 3, axis=2)
    if channels in (2, 4):
        alpha = np.clip(values[:, :, -1:], 0, 1)
    else:
        alpha = np.ones((*values.shape[:2], 1), np.float32)
    return np.ascontiguousarray(rgb, np.float32), alpha


def uncovered(rgb: Light, alpha: Light) -> Light:
    """Return colour without its alpha. Light that covers nothing stays what it is."""
    if alpha.min() >= 1:
        return rgb
    clear = np.where(alpha > 0, rgb / np.where(alpha > 0, alpha, 1), rgb)
    return np.ascontiguousarray(clear, np.float32)


def applied(rgb: Light, alpha: Light, processor: "ocio.CPUProcessor") -> Light:
    """Transform colour that is multiplied by alpha; it is so again afterwards."""
    solid = alpha.min() >= 1
    clear = rgb.copy() if solid else uncovered(rgb, alpha)
    processor.applyRGB(clear)
    if solid:
        return clear
    return np.where(alpha > 0, clear * alpha, clear).astype(np.float32)


def linear_light(values: Light, through: ViewedThrough | None) -> tuple[Light, Light]:
    """Return colour in linear light, graded and multiplied by alpha, and alpha. Raises BrokenView.

    Without `through` values are linear light already.
    """
    rgb, alpha = colour_and_alpha(values)
    if through is None:
        return rgb, alpha
    processor = processor_of(through.config, to_linear(through)).getDefaultCPUProcessor()
    return applied(rgb if np.isfinite(rgb).all() else np.nan_to_num(rgb), alpha, processor), alpha


def displayed(light: Light, through: ViewedThrough | None) -> Light:
    """Return the display's codes of linear light, which may be over 1. Raises BrokenView."""
    codes = np.ascontiguousarray(light, np.float32).copy()
    if through is not None:
        processor_of(through.config, to_display(through)).getDefaultCPUProcessor().applyRGB(codes)
    return codes


def seen_alone(values: Light, through: ViewedThrough | None) -> Light:
    """Return codes from 0 to 1 of a picture over black. Raises BrokenView."""
    light, _ = linear_light(values, through)
    return np.clip(np.nan_to_num(displayed(light, through)), 0, 1)


def multiplied(values: NDArray[Any]) -> Light:
    """Return values from 0 to 1 whose colour is stored beside its alpha, multiplied by it."""
    colour = values[:, :, :-1] * values[:, :, -1:]
    return np.concatenate([colour, values[:, :, -1:]], axis=2).astype(np.float32)
