"""Renders of the demo with layers: colour, depth, directions, places, motion, ids, empty ones."""

from fractions import Fraction
from pathlib import Path

import numpy as np
import OpenImageIO as oiio
from numpy.typing import NDArray

from zero_slate.core.time.rate import FrameRate
from zero_slate.demo.drawing import Scene, draw_figure
from zero_slate.demo.files import write_picture

SIZE = (1920, 1080)
# Where the flare has pixels: the rest of its format is left out of its files.
WINDOW = (560, 240, 800, 640)
_LAYERS: tuple[tuple[str, str, str], ...] = (
    ("", "RGBA", "half"),
    ("", "Z", "float"),
    ("N.", "XYZ", "half"),
    ("P.", "XYZ", "float"),
    ("motion.", "XY", "half"),
    ("ids.", "I", "uint"),
    ("fire.", "RGB", "half"),
    ("scatter.", "RGB", "half"),
)


def write_flare(
    folder: Path, name: str, scene: Scene, rate: FrameRate, frames: range, *, more: bool = False
) -> None:
    """Write a render of a few frames with a data window and nine layers, two of them empty.

    `more` adds a layer, as a later version has.
    """
    folder.mkdir(parents=True, exist_ok=True)
    for number, frame in enumerate(frames):
        pixels = _pixels(scene, number / max(2, len(frames)))
        layers = [*_LAYERS, *([("glow.", "RGB", "half")] if more else [])]
        names = [f"{layer}{letter}" for layer, letters, _ in layers for letter in letters]
        kinds = [kind for _, letters, kind in layers for _ in letters]
        x, y, width, height = WINDOW
        spec = oiio.ImageSpec(width, height, len(names), "float")
        spec.channelnames, spec.channelformats = names, tuple(map(oiio.TypeDesc, kinds))
        spec.x, spec.y, spec.full_x, spec.full_y = x, y, 0, 0
        spec.full_width, spec.full_height = SIZE
        ratio: Fraction = rate.fraction
        spec.attribute("compression", "zip:1")
        spec.attribute("colorInteropID", "lin_ap1_scene")
        spec.attribute("Software", "made-up renderer 1.0")
        spec.attribute(
            "FramesPerSecond", oiio.TypeDesc("rational"), (ratio.numerator, ratio.denominator)
        )
        planes = np.concatenate(
            [pixels[layer if letters != "Z" else "Z"] for layer, letters, _ in layers], axis=2
        )
        # Ids are whole numbers; the library writes them from shares of the greatest.
        planes[:, :, names.index("ids.I")] /= 2**32 - 1
        write_picture(folder / f"{name}.{frame:04d}.exr", spec, planes)


def _pixels(scene: Scene, phase: float) -> dict[str, NDArray[np.float64]]:
    x, y, width, height = WINDOW
    figure = draw_figure(scene, *SIZE, phase)[y : y + height, x : x + width].astype(np.float64)
    alpha = figure[:, :, 3:]
    rows, columns = np.mgrid[0:height, 0:width]
    across, down = (columns - width / 2) / width, (rows - height / 2) / height
    burst = 14 * np.exp(-60 * (across**2 + (down + 0.1) ** 2))[:, :, None]
    burst = np.where(burst > 0.02, burst, 0)
    cover = np.clip(np.maximum(alpha, burst), 0, 1)
    light = figure[:, :, :3] * (1 + 4 * burst) + burst * np.array([1.0, 0.72, 0.34]) * (1 - alpha)
    solid = (cover > 0).astype(np.float64)
    depth = np.where(alpha > 0, 4.5 + 2 * across[:, :, None], 12 + 28 * (0.5 - down[:, :, None]))
    bulge = np.sqrt(np.clip(1 - 3 * (across**2 + down**2), 0.05, 1))
    length = np.sqrt(across**2 + down**2 + bulge**2)
    normals = np.stack([across, -down, bulge], 2) / length[:, :, None]
    place = np.concatenate([across[:, :, None] * depth, -down[:, :, None] * depth, -depth], 2)
    motion = np.stack([8 * across, -3 + 0 * down], 2)
    number = np.where(alpha > 0, 7 + np.floor((columns // 90) % 3)[:, :, None], 3)
    none = np.zeros((height, width, 3))
    return {
        "": np.concatenate([light, cover], 2),
        "N.": normals * solid,
        "P.": place * solid,
        "motion.": motion * solid,
        "ids.": number * solid,
        "fire.": none,
        "scatter.": none,
        "glow.": burst * np.array([0.9, 0.8, 0.6]),
        "Z": depth * solid,
    }
