"""A finish laid on artwork: fills, lines and edges told apart, and each treated its way."""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from scipy import ndimage

from zero_slate.core.colour.grade import LUMA
from zero_slate.core.finish.finish import PLAIN, Finish, Place, Treatment
from zero_slate.files.media.pixels.treatments.textures import ONE, PIXEL, places, texture

Light = NDArray[np.float32]
# Lines are at most so wide, and edges reach so far in, in canvas pixels.
LINE_WIDTH, EDGE_WIDTH = 9, 3
# A line is darker than what is around it by this much of the codes.
_DARKER = 24
# So many textures lie between two turns of a seed.
_TURN = 1009


@dataclass(frozen=True, slots=True)
class Laid:
    """A finish as it is laid on one frame: `turn` is which of its textures it has."""

    finish: Finish
    turn: int = 0


@dataclass(frozen=True, slots=True)
class Parts:
    """How far each pixel belongs to fills, lines and edges, each 0 to 1."""

    fills: Light
    lines: Light
    edges: Light

    def of(self, place: Place) -> Light:
        """Return one of them."""
        part: Light = getattr(self, place.value)
        return part


def finished(light: Light, laid: Laid, x: int, y: int, reduced: int = 1) -> Light:
    """Return premultiplied light with a finish on it.

    Its first pixel lies at `x`, `y` of the canvas, and each stands for `reduced` × `reduced` of it.
    """
    box = _covered(light)
    if box is None or not laid.finish.is_there:
        return light
    rows, columns = box
    out = light.copy()
    within = light[rows, columns]
    parts = parts_of(within, reduced)
    across = places(x + columns.start * reduced, within.shape[1], reduced * PIXEL)
    down = places(y + rows.start * reduced, within.shape[0], reduced * PIXEL)
    made = within.copy()
    for number, place in enumerate(Place):
        treatment = laid.finish.of(place)
        if treatment == PLAIN:
            continue
        share = parts.of(place)
        if treatment.texture is None:
            made *= (1 - share)[:, :, None]
            continue
        seed = laid.finish.seed + laid.turn * _TURN + number * 31
        values = texture(treatment.texture, across, down, treatment.scale, seed)
        made = _treated(made, treatment, values.astype(np.float32) / np.float32(ONE), share)
    out[rows, columns] = made.astype(np.float32)
    return out


def _treated(light: Light, treatment: Treatment, values: Light, share: Light) -> Light:
    strength = np.float32(treatment.strength / 100)
    if treatment.held:
        return light * (1 - strength * values * share)[:, :, None]
    # Paint that covers becomes lighter and darker about what it was.
    out = light.copy()
    out[:, :, :3] *= (1 + strength * (1 - 2 * values) * share * np.float32(0.8))[:, :, None]
    return out


def parts_of(light: Light, reduced: int = 1) -> Parts:
    """Tell fills, lines and edges of premultiplied light apart.

    An edge is what is covered and lies next to what isn't; a line is thin and darker than what is
    on both sides of it; all else that is covered is fill.
    """
    alpha = light[:, :, 3]
    covered = alpha > 0.5
    wide = max(3, 2 * round(EDGE_WIDTH / reduced) + 1)
    inner = ndimage.minimum_filter(covered, wide, mode="constant", cval=1)
    edges = covered & ~inner
    brightness = (light[:, :, :3] @ np.asarray(LUMA, np.float32)) / np.maximum(alpha, 1e-3)
    codes = (255 * np.clip(brightness, 0, 1) ** np.float32(1 / 2.2)).astype(np.uint8)
    codes[~covered] = 255
    width = max(3, 2 * round(LINE_WIDTH / 2 / reduced) + 1)
    closed = ndimage.minimum_filter(ndimage.maximum_filter(codes, width), width)
    lines = covered & (closed.astype(np.int16) - codes > _DARKER)
    edges &= ~lines
    fills = (alpha > 0) & ~lines & ~edges
    return Parts(*(each.astype(np.float32) for each in (fills, lines, edges)))


def _covered(light: Light) -> tuple[slice, slice] | None:
    """Return the rows and columns that anything covers; None where nothing does."""
    alpha = light[:, :, 3] > 0
    rows, columns = np.flatnonzero(alpha.any(axis=1)), np.flatnonzero(alpha.any(axis=0))
    if not len(rows):
        return None
    return slice(int(rows[0]), int(rows[-1]) + 1), slice(int(columns[0]), int(columns[-1]) + 1)
