"""Overscan: what is drawn around the canvas, and how large that makes the picture."""

import re
from dataclasses import dataclass
from fractions import Fraction
from math import ceil
from typing import ClassVar, Self

from zero_slate.core.base.figures import decimal
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.base.serialization import TextValue
from zero_slate.core.base.texts import one_line, quoted
from zero_slate.core.canvas.raster import Size

MOST_PIXELS = 8192
MOST_PER_CENT = 200

_FIGURE = r"(\d{1,6}(?:\.\d{1,4})?)"
_WRITTEN = re.compile(rf"{_FIGURE}\s*+(?:[x×*]\s*+{_FIGURE}\s*+)?(%|px|pixels?)?")


@dataclass(frozen=True, slots=True)
class Overscan(TextValue):
    """How much is drawn beyond each edge: whole pixels, or how many per cent larger in all."""

    across: Fraction = Fraction(0)
    down: Fraction = Fraction(0)
    per_cent: bool = False

    about: ClassVar[str] = "Beyond each edge in pixels, or per cent of the whole size."
    examples: ClassVar[tuple[str, ...]] = ("0", "64 px", "64x36 px", "10 %")

    def __post_init__(self) -> None:
        most = MOST_PER_CENT if self.per_cent else MOST_PIXELS
        for value in (self.across, self.down):
            if not 0 <= value <= most:
                unit = "%" if self.per_cent else "px"
                raise Refusal(
                    f"An overscan of {decimal(value, 2, trim=True)} {unit} is out of range: it "
                    f"takes 0 to {most} {unit}.",
                    nearest=f"{most} {unit}" if value > most else "0",
                )
            if not self.per_cent and value.denominator != 1:
                raise Refusal(
                    f"An overscan of {decimal(value, 3, trim=True)} px isn't whole: it takes "
                    "whole pixels.",
                    nearest=f"{ceil(value)} px",
                )

    @classmethod
    def parse(cls, text: str) -> Self:
        """Read `64`, `64x36 px`, `10 %`, `10x5 %`, `none`. Raises Refusal."""
        plain = one_line(text, "An overscan").lower()
        if plain in ("", "none"):
            return cls()
        found = _WRITTEN.fullmatch(plain)
        if not found:
            raise Refusal(
                f"{quoted(text)} is not an overscan. Write pixels beyond each edge, as in 64 or "
                "64x36 px, or per cent of the size, as in 10 %.",
                nearest="0",
            )
        across = Fraction(found[1])
        return cls(across, Fraction(found[2]) if found[2] else across, found[3] == "%")

    def edges(self, canvas: Size) -> tuple[int, int]:
        """Return whole pixels beyond the left and right, and the upper and lower, edge."""
        if not self.per_cent:
            return int(self.across), int(self.down)
        return (
            ceil(canvas.width * self.across / 200),
            ceil(canvas.height * self.down / 200),
        )

    def around(self, canvas: Size) -> Size:
        """Return the size with overscan. Raises RasterRefusal past a canvas's limits."""
        across, down = self.edges(canvas)
        return Size(canvas.width + 2 * across, canvas.height + 2 * down)

    def __str__(self) -> str:
        if not self.across and not self.down:
            return "0 %" if self.per_cent else "0"
        sides = [decimal(value, 4, trim=True) for value in (self.across, self.down)]
        return f"{sides[0] if sides[0] == sides[1] else 'x'.join(sides)} " + (
            "%" if self.per_cent else "px"
        )
