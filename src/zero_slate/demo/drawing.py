"""The demo's pictures: a wind-up crow among glass-leaved trees, drawn by code."""

from dataclasses import dataclass
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

Picture = NDArray[np.float32]

INK = (0.02, 0.02, 0.025)
COPPER = (0.34, 0.13, 0.05)
GLASS = (0.32, 0.52, 0.5)


@dataclass(frozen=True, slots=True)
class Scene:
    """What a shot looks like: its light from top to bottom, its trees, how large the crow is."""

    seed: int
    sky: tuple[float, float, float]
    ground: tuple[float, float, float]
    crow: float


def draw(scene: Scene, width: int, height: int, phase: float) -> Picture:
    """Draw one drawing of a cycle, `phase` from 0 to 1, as height × width × 3 linear values."""
    picture = _set(scene, width, height).copy()
    _crow(picture, scene, phase)
    return picture


def draw_figure(scene: Scene, width: int, height: int, phase: float) -> Picture:
    """Draw the crow alone, as height × width × 4: premultiplied linear values and alpha."""
    on_white = np.ones((height, width, 3), dtype=np.float32)
    on_black = np.zeros((height, width, 3), dtype=np.float32)
    _crow(on_white, scene, phase)
    _crow(on_black, scene, phase)
    alpha = (on_white == on_black).all(axis=2, keepdims=True).astype(np.float32)
    return np.concatenate([on_black * alpha, alpha], axis=2)


def draw_ground(scene: Scene, width: int, height: int) -> Picture:
    """Draw what lies behind the crow, alone."""
    return _set(scene, width, height).copy()


def draw_eye(
    scene: Scene, width: int, height: int, phase: float, far: int, near: int, down: int
) -> Picture:
    """Draw one eye's picture: the trees `far` pixels to the right, the crow `near`, all `down`."""
    room = 48
    whole = np.roll(_set(scene, width + 2 * room, height), far, axis=1)
    picture = np.roll(whole, down, axis=0)[:, room : room + width].copy()
    figure = np.roll(draw_figure(scene, width, height, phase), (down, near), axis=(0, 1))
    mixed: Picture = figure[:, :, :3] + picture * (1 - figure[:, :, 3:])
    return mixed


@lru_cache(maxsize=4)
def _set(scene: Scene, width: int, height: int) -> Picture:
    rng = np.random.default_rng(scene.seed)
    # A few flat bands, as gouache would be laid: they also compress well.
    bands = np.floor(np.linspace(0, 12, height)) / 12
    sky, ground = np.array(scene.sky), np.array(scene.ground)
    light = sky + (ground - sky) * bands[:, None]
    picture = np.broadcast_to(light[:, None, :], (height, width, 3)).astype(np.float32)
    picture = np.ascontiguousarray(picture)
    for _ in range(7):
        x = int(rng.uniform(0.02, 0.98) * width)
        thick = max(2, int(rng.uniform(0.006, 0.016) * width))
        top = int(rng.uniform(0.1, 0.4) * height)
        picture[top : int(height * 0.86), x : x + thick] = COPPER
        for _ in range(9):
            across = x + rng.normal(0, 0.05) * width
            down = top + rng.normal(0, 0.09) * height
            leaf = rng.uniform(0.006, 0.02) * width
            shade = rng.uniform(0.7, 1.25)
            tint = tuple(shade * part for part in GLASS)
            _ellipse(picture, across, down, leaf, leaf * 1.6, tint)
    picture[int(height * 0.86) :] = np.array(scene.ground) * 0.45
    return picture


def _crow(picture: Picture, scene: Scene, phase: float) -> None:
    height, width = picture.shape[:2]
    size = scene.crow * height
    swing = np.sin(2 * np.pi * phase)
    x, y = width * (0.42 + 0.05 * phase), height * 0.62 + swing * size * 0.06
    _ellipse(picture, x, y, size * 0.5, size * 0.34, INK)
    _ellipse(picture, x + size * 0.46, y - size * 0.32, size * 0.2, size * 0.19, INK)
    _ellipse(picture, x + size * 0.74, y - size * 0.3, size * 0.17, size * 0.05, COPPER)
    _ellipse(picture, x + size * 0.5, y - size * 0.36, size * 0.05, size * 0.05, (0.9, 0.85, 0.7))
    _ellipse(
        picture, x - size * 0.1, y - size * (0.2 + 0.16 * swing), size * 0.36, size * 0.12, INK
    )
    # The key in its back turns as it walks.
    turn = abs(np.cos(2 * np.pi * phase))
    _ellipse(
        picture, x - size * 0.55, y - size * 0.12, size * 0.05, size * (0.04 + 0.12 * turn), COPPER
    )
    for side in (-1, 1):
        foot = x + side * size * (0.1 + 0.09 * swing)
        left, right = int(foot), int(foot + max(2, size * 0.03))
        picture[int(y + size * 0.3) : int(y + size * 0.62), max(0, left) : right] = INK


def _ellipse(
    picture: Picture, x: float, y: float, across: float, down: float, tint: tuple[float, ...]
) -> None:
    height, width = picture.shape[:2]
    top, bottom = max(0, int(y - down)), min(height, int(y + down) + 2)
    left, right = max(0, int(x - across)), min(width, int(x + across) + 2)
    if top >= bottom or left >= right:
        return
    rows = (np.arange(top, bottom)[:, None] - y) / down
    columns = (np.arange(left, right)[None, :] - x) / across
    inside = rows**2 + columns**2 <= 1
    picture[top:bottom, left:right][inside] = tint


def srgb(picture: Picture) -> NDArray[np.uint8]:
    """Encode linear values as 8-bit sRGB (IEC 61966-2-1)."""
    linear = np.clip(picture, 0, 1)
    encoded = np.where(
        linear <= 0.0031308, linear * 12.92, 1.055 * np.power(linear, 1 / 2.4) - 0.055
    )
    return np.round(encoded * 255).astype(np.uint8)
