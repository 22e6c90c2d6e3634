"""Guides over the canvas: safe areas, field chart, thirds, centre, framing masks."""

import re
from dataclasses import dataclass
from fractions import Fraction
from math import floor
from typing import ClassVar, Self

from zero_slate.core.base.figures import decimal
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.base.serialization import TextValue
from zero_slate.core.base.texts import one_line, quoted
from zero_slate.core.canvas.raster import Raster

# SMPTE ST 2046-1: safe action is 93 % of width and height, safe title 90 %. EBU R 95: action keeps
# 3.5 % from each edge, graphics 5 %.
SAFE_AREAS = {
    "action": Fraction(93, 100),
    "title": Fraction(90, 100),
    "r95 action": Fraction(93, 100),
    "r95 graphics": Fraction(90, 100),
}
STANDARDS = {
    "action": "SMPTE ST 2046-1",
    "title": "SMPTE ST 2046-1",
    "r95 action": "EBU R 95",
    "r95 graphics": "EBU R 95",
}
PLAIN = (*SAFE_AREAS, "fields", "thirds", "centre")
MOST_MASKS = 8
NARROWEST = Fraction(1, 10)
WIDEST = Fraction(10)
# The trade's 12-field chart is 12 by 8.75 inches, the shape of the academy aperture, 0.864 by 0.630
# inches (SMPTE ST 59): a field is 1 wide and 35/48 tall.
FIELDS = 12
FIELD_TALL = Fraction(35, 48)

_SHAPE = re.compile(r"(\d{1,4}(?:\.\d{1,4})?)(?:\s*+[:/]\s*+(\d{1,4}(?:\.\d{1,4})?))?")


def read_shape(text: str) -> Fraction:
    """Read a shape as width over height: `2.39`, `16:9`, `4/5`. Raises Refusal."""
    text = one_line(text, "A shape")
    found = _SHAPE.fullmatch(text)
    value = Fraction(0)
    if found and (found[2] is None or Fraction(found[2])):
        value = Fraction(found[1]) / Fraction(found[2] or 1)
    elif not found:
        raise Refusal(
            f"{quoted(text)} is not a shape. Write width over height, as in 2.39 or 16:9.",
            nearest="16:9",
        )
    if not NARROWEST <= value <= WIDEST:
        raise Refusal(
            f"A shape of {text} is out of range: it takes 0.1 to 10.",
            nearest="0.1" if value < NARROWEST else "10",
        )
    return value


@dataclass(frozen=True, slots=True)
class Mask:
    """A framing mask for another delivery of the same picture, as it was written."""

    written: str

    @property
    def shape(self) -> Fraction:
        """Its width over its height."""
        return read_shape(self.written)

    def kept(self, canvas: Raster) -> tuple[int, int]:
        """Return the whole canvas pixels it keeps across and down: the largest of its shape.

        Partial pixels are not kept.
        """
        shape = self.shape
        if shape >= canvas.display_aspect:
            return canvas.width, max(1, floor(canvas.shown_width / shape))
        return max(1, floor(canvas.height * shape / canvas.pixel_aspect)), canvas.height


@dataclass(frozen=True, slots=True)
class Guides(TextValue):
    """Which guides are shown, and for which other shapes the picture is masked."""

    plain: tuple[str, ...] = ("action", "title", "centre")
    masks: tuple[Mask, ...] = ()

    about: ClassVar[str] = "Guides and mask shapes, with commas between them; or `none`."
    examples: ClassVar[tuple[str, ...]] = ("action, title, centre", "thirds, 1.85, 9:16")

    def __post_init__(self) -> None:
        if len(self.masks) > MOST_MASKS:
            raise Refusal(
                f"{len(self.masks)} masks can't be told apart: at most {MOST_MASKS} are shown.",
                nearest=str(Guides(self.plain, self.masks[:MOST_MASKS])),
            )

    @classmethod
    def parse(cls, text: str) -> Self:
        """Read `action, title, thirds, 1.85, 9:16`, each once and in any order. Raises Refusal."""
        said = [word.strip().lower() for word in re.split(r"[,;]", one_line(text, "The guides"))]
        words = [word for word in dict.fromkeys(said) if word and word != "none"]
        known = {"center": "centre"}
        plain = {known.get(word, word) for word in words}
        masks, works, refused = [], [], None
        for word in words:
            name = known.get(word, word)
            if name in PLAIN:
                works.append(name)
                continue
            try:
                read_shape(word)
            except Refusal as refusal:
                refused = refused or _not_a_guide(word, refusal)
                if refusal.nearest and _like_a_shape(word):
                    works.append(refusal.nearest)
                continue
            mask = Mask(word.replace("/", ":").replace(" ", ""))
            if mask not in masks:
                masks.append(mask)
                works.append(mask.written)
        if refused:
            refused.nearest = ", ".join(works[: len(PLAIN)]) or "none"
            raise refused
        return cls(tuple(each for each in PLAIN if each in plain), tuple(masks))

    def __contains__(self, name: object) -> bool:
        return name in self.plain

    def __str__(self) -> str:
        return ", ".join([*self.plain, *(mask.written for mask in self.masks)]) or "none"


def _like_a_shape(word: str) -> bool:
    return re.fullmatch(r"[\d.:/ ]+", word) is not None


def _not_a_guide(word: str, refusal: Refusal) -> Refusal:
    if _like_a_shape(word):
        return refusal
    return Refusal(
        f"“{word}” is not a guide. There are {', '.join(PLAIN)}, and shapes to mask for, as in "
        "1.85 or 9:16, with commas between them."
    )


def safe_size(canvas: Raster, name: str) -> str:
    """Write how large a safe area is on a canvas."""
    share = SAFE_AREAS[name]
    width, height = canvas.width * share, canvas.height * share
    return f"{decimal(width, 1, trim=True)} × {decimal(height, 1, trim=True)}"


def field_size(canvas: Raster) -> tuple[Fraction, Fraction]:
    """Return one field's width and height in canvas pixels; twelve fill the width."""
    width = Fraction(canvas.width, FIELDS)
    return width, width * canvas.pixel_aspect * FIELD_TALL
