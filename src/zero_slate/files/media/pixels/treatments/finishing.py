"""A finish laid on artwork: fills, lines and edges told apart, and each treated its way."""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from scipy import ndimage

from zero_slate.core.colour.grade import LUMA
from zero_slate.core.finish.finish import PLAIN, Finish, Place
from zero_slate.files.media.pixels.treatments.textures import ONE, PIXEL, places, texture

Light = NDArray[np.float32]
# Lines are at most so wide, and edges reach so far in, in canvas pixels.
LINE_WIDTH, EDGE_WIDTH = 9, 3
# A line is darker than what is around it by this much of the codes.
_DARKER = 24
# So many textures lie between two turns of a seed.
_TURN = 1009
# How far the fullest strength makes paint lighter or darker, in square roots of light.
_REACH = np.float32(0.35)


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
    # Parts don't lie over one another: what is done to each is gathered, and done at once.
    shift = np.zeros(within.shape[:2], np.float32)
    kept = np.ones(within.shape[:2], np.float32)
    for number, place in enumerate(Place):
        treatment = laid.finish.of(place)
        if treatment == PLAIN:
            continue
        share = parts.of(place)
        if treatment.texture is None:
            kept *= 1 - share
            continue
        seed = laid.finish.seed + laid.turn * _TURN + number * 31
        drawn = texture(treatment.texture, across, down, treatment.scale, seed)
        values = drawn.astype(np.float32) * np.float32(1 / ONE)
        strength = np.float32(treatment.strength / 100)
        if treatment.held:
            kept *= 1 - strength * values * share
        else:
            shift += strength * _REACH * (1 - 2 * values) * share
    out[rows, columns] = _thinned(_shifted(within, shift), kept)
    return out


def _thinned(light: Light, kept: Light) -> Light:
    """Thin paint: its colour is held, and what is behind shows through."""
    return light * kept[:, :, None]


def _shifted(light: Light, shift: Light) -> Light:
    """Make paint that covers lighter and darker: by eye, so that the dark becomes so too.

    A square root stands for the eye, since it is the same everywhere.
    """
    if not shift.any():
        return light
    cover = light[:, :, 3:]
    seen = np.sqrt(np.maximum(light[:, :, :3], 0) / np.maximum(cover, np.float32(1e-4)))
    seen += shift[:, :, None]
    made = light.copy()
    made[:, :, :3] = np.square(np.maximum(seen, 0)) * cover
    plain = shift == 0
    made[plain] = light[plain]
    return made


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
