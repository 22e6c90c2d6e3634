"""What is burnt into light copies: words along their edge, and slates."""

from collections.abc import Sequence
from functools import lru_cache
from itertools import groupby
from pathlib import Path

import numpy as np
from numpy.typing import NDArray
from PIL import Image, ImageDraw, ImageFont

FONTS = Path(__file__).parents[2] / "fonts"
# Of a slate: how light its ground and its words are, as display codes.
GROUND, INK = 32, 235


def written(words: str, shape: Sequence[int]) -> NDArray[np.uint8]:
    """Return words along the lower edge of (rows, columns, …), white on nothing, as RGB codes."""
    sheet = Image.new("L", (shape[1], shape[0]), 0)
    size = max(10, shape[0] // 36)
    _write(ImageDraw.Draw(sheet), size, shape[0] - 2 * size, words, size, 255)
    return _rgb(sheet)


def slate_picture(lines: Sequence[str], width: int, height: int) -> NDArray[np.uint8]:
    """Return a slate as RGB codes: its first line large, the others below, as large as they fit."""
    sheet = Image.new("L", (width, height), GROUND)
    draw = ImageDraw.Draw(sheet)
    left, room = width * 0.08, width * 0.84
    row = height * 0.84 / (len(lines) + 1)
    at = height * 0.08
    for number, line in enumerate(lines):
        tall = row * (2 if number == 0 else 1)
        size = max(5.0, tall * 0.7)
        wide = sum(_font(cut, size).getlength(run) for cut, run in _runs(line))
        size = max(5.0, size * min(1.0, room / max(1.0, wide)))
        _write(draw, left, at, line, size, INK)
        at += tall
    return _rgb(sheet)


def _write(
    draw: ImageDraw.ImageDraw, left: float, top: float, words: str, size: float, ink: int
) -> None:
    for cut, run in _runs(words):
        font = _font(cut, size)
        draw.text((left, top), run, fill=ink, font=font)
        left += font.getlength(run)


def _runs(words: str) -> list[tuple[str, str]]:
    """Return words in runs, each with the cut that has its letters."""

    def cut(letter: str) -> str:
        return "words-ext" if 0x100 <= ord(letter) < 0x2000 else "words"

    return [(key, "".join(run)) for key, run in groupby(words, cut)]


@lru_cache(64)
def _font(cut: str, size: float) -> ImageFont.FreeTypeFont:
    return ImageFont.truetype(FONTS / f"{cut}.ttf", size)


def _rgb(sheet: Image.Image) -> NDArray[np.uint8]:
    return np.repeat(np.asarray(sheet, np.uint8)[:, :, None], 3, axis=2)
