"""The demo's second act: what a compositor takes in before the first render."""

from collections.abc import Callable
from pathlib import Path

import numpy as np
import OpenImageIO as oiio

from zero_slate.core.media.element import Filling, Role
from zero_slate.core.time.rate import FrameRate
from zero_slate.core.time.timecode import Timecode
from zero_slate.demo.drawing import draw_eye, draw_figure, draw_ground, srgb
from zero_slate.demo.files import Stretch, write_exr, write_picture
from zero_slate.demo.growing import write_begun
from zero_slate.demo.layered import write_flare
from zero_slate.demo.sound import SAMPLE_RATE, write_bell
from zero_slate.demo.story import LANTERN, Shot, Story
from zero_slate.services.media.elements import Elements
from zero_slate.services.media.sounds import Sounds

HD = (1920, 1080)
FIRST = 1001
# Drawings with alpha take longest to encode.
FIGURES = 4
HANDLE = 8
# Where the files of one shot were moved to after they were linked.
VAULT = "vault/reel_3"
# How far the eyes see the far and the near, in pixels of HD; one of them is a little high.
_LEFT, _RIGHT = (4, 10, 0), (-4, -14, 3)
_DARKER = 0.93

Link = Callable[[int, str, str, str, Role], object]


def write_shot(story: Story, shot: Shot, volume: Path) -> None:
    """Write what a shot of the second act is made of."""
    folder = volume / "shots" / shot.code
    rate, code = story.frame_rate, shot.code
    length = shot.length + 2 * HANDLE
    start = Timecode.parse(shot.source_in, rate) + -HANDLE
    stretch = Stretch(FIRST, length, start)
    match shot.plate:
        case "layers":
            write_exr(folder, f"{code}_plate_v001", shot.scene, HD, rate, stretch)
            _write_ground(folder / f"{code}_ground_v001.exr", shot)
            _write_drawings(folder, f"{code}_keeper_v001", shot, range(FIRST, FIRST + length, 2))
            frames = range(FIRST + 38, FIRST + 40)
            write_flare(folder, f"{code}_flare_v001", shot.scene, rate, frames)
            write_flare(folder, f"{code}_flare_v002", shot.scene, rate, frames, more=True)
            _write_sound(folder / f"{code}_bell_v001.wav", story)
        case "eyes":
            for eye, shifts in (("left", _LEFT), ("right", _RIGHT)):
                light = _DARKER if eye == "right" else 1.0

                def drawn(phase: float, s: tuple[int, int, int] = shifts, of: float = light):  # type: ignore[no-untyped-def]
                    return draw_eye(shot.scene, *HD, phase, *s) * np.float32(of)

                write_exr(
                    folder, f"{code}_{eye}_v001", shot.scene, HD, rate, stretch, drawings=drawn
                )
        case "moved":
            write_exr(folder, f"{code}_plate_v001", shot.scene, HD, rate, stretch)
            _write_drawings(folder, f"{code}_crab_v001", shot, range(FIRST, FIRST + length))
        case "growing":
            write_begun(folder, f"{code}_mist_v001", shot.scene, rate, FIRST)


def growing_render(volumes: Path) -> tuple[Path, str, int]:
    """Return the folder and the name of the render that is still growing, and its last frame."""
    shot = next(each for each in LANTERN.shots if each.plate == "growing")
    folder = volumes / LANTERN.volume / "shots" / shot.code
    return folder, f"{shot.code}_mist_v001", FIRST + shot.length + 2 * HANDLE - 1


def _write_ground(file: Path, shot: Shot) -> None:
    """Write one painted picture, a little wider than the canvas, so that it leaves bars."""
    size = (2048, 1080)
    spec = oiio.ImageSpec(*size, 3, "half")
    spec.attribute("compression", "zip:1")
    spec.attribute("colorInteropID", "lin_ap1_scene")
    write_picture(file, spec, draw_ground(shot.scene, *size).astype(np.float16))


def _write_drawings(folder: Path, name: str, shot: Shot, frames: range) -> None:
    """Write drawings with alpha, each under the number of its first frame."""
    encoded = []
    for i in range(FIGURES):
        figure = draw_figure(shot.scene, *HD, i / FIGURES)
        codes = np.concatenate(
            [srgb(figure[:, :, :3]), np.round(figure[:, :, 3:] * 255).astype(np.uint8)], axis=2
        )
        spec = oiio.ImageSpec(*HD, 4, "uint8")
        spec.attribute("png:compressionLevel", 1)
        file = folder / ".drawing.png"
        write_picture(file, spec, codes)
        encoded.append(file.read_bytes())
        file.unlink()
    for number, frame in enumerate(frames):
        (folder / f"{name}.{frame:04d}.png").write_bytes(encoded[number % FIGURES])


def _write_sound(file: Path, story: Story) -> None:
    """Write a bell that begins half a second before the cut, and ends before it does."""
    rate: FrameRate = story.frame_rate
    first = story.start.frames / rate.fraction
    write_bell(file, 2.75, (0.9, 2.1), round((first * 2 - 1) * SAMPLE_RATE / 2))


def link_shot(
    elements: Elements, sounds: Sounds, shot_id: int, story: Story, shot: Shot, volume: Path
) -> None:
    """Link what a shot of the second act is made of, as somebody did it in a hurry."""
    folder = f"shots/{shot.code}"
    code = shot.code

    def link(name: str, role: Role, called: str = "") -> int:
        element = elements.link(shot_id, story.volume, folder, f"{code}_{name}", None, role)
        elements.change(shot_id, element.id, {"name": called or name.partition("_")[0]})
        return element.id

    match shot.plate:
        case "layers":
            link("ground_v001.exr", Role.BACKGROUND)
            link("plate_v001.####.exr", Role.PLATE)
            link("keeper_v001.####.png", Role.ARTWORK)
            flare = link("flare_v001.####.exr", Role.RENDER)
            held = {"before": Filling.HELD, "after": Filling.HELD}
            elements.change(shot_id, flare, held)
            sounds.link(shot_id, story.volume, folder, f"{code}_bell_v001.wav")
        case "eyes":
            left = link("left_v001.####.exr", Role.PLATE, "stair")
            right = link("right_v001.####.exr", Role.RENDER, "stair, right eye")
            elements.change(shot_id, left, {"view": "left"})
            elements.change(shot_id, right, {"view": "right", "view_of": left})
        case "moved":
            _bring_back(volume, code)
            link("plate_v001.####.exr", Role.PLATE)
            link("crab_v001.####.png", Role.ARTWORK)
            to = volume / VAULT / code
            to.parent.mkdir(parents=True, exist_ok=True)
            (volume / folder).rename(to)


def _bring_back(volume: Path, code: str) -> None:
    """Put moved files where they are linked from, where the demo is made for the second time."""
    there, wanted = volume / VAULT / code, volume / "shots" / code
    if there.is_dir() and not wanted.exists():
        there.rename(wanted)
