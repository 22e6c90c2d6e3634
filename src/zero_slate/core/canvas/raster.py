"""Rasters, and where one lands inside another."""

from dataclasses import dataclass
from fractions import Fraction
from functools import lru_cache
from math import isqrt
from typing import ClassVar

from pydantic import ConfigDict, StrictInt

from zero_slate.core.base.figures import whole
from zero_slate.core.base.ratio import require_pixel_aspect
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.base.serialization import STRICT

LONGEST_SIDE = 32_768
MOST_PIXELS = 268_435_456


class RasterRefusal(Refusal):
    """A canvas that can't be."""


@dataclass(frozen=True, slots=True)
class Size:
    """Whole pixels across and down: 1 to 32,768 a side, at most 268,435,456 in all."""

    width: StrictInt
    """Pixels across."""
    height: StrictInt
    """Pixels down."""

    __pydantic_config__: ClassVar[ConfigDict] = STRICT

    def __post_init__(self) -> None:
        for part, value in (("width", self.width), ("height", self.height)):
            if value < 1:
                raise RasterRefusal(
                    f"{part.capitalize()} {value} is under 1 pixel, the least there is; a side "
                    f"takes up to {whole(LONGEST_SIDE)}.",
                    nearest="1",
                    part=part,
                )
        if max(self.width, self.height) <= LONGEST_SIDE and self.pixels <= MOST_PIXELS:
            return
        fits = largest_of_shape(self.width, self.height)
        nearest = f"{fits[0]} × {fits[1]}"
        parts = {"width": str(fits[0]), "height": str(fits[1])}
        for part, value in (("width", self.width), ("height", self.height)):
            if value > LONGEST_SIDE:
                raise RasterRefusal(
                    f"{part.capitalize()} {whole(value)} is over {whole(LONGEST_SIDE)} pixels, the "
                    f"most there is. The largest of this shape is {fits[0]} × {fits[1]}.",
                    nearest=nearest,
                    part=part,
                    nearest_parts=parts,
                )
        raise RasterRefusal(
            f"{self} is {whole(self.pixels)} pixels, over {whole(MOST_PIXELS)}, the most there is. "
            f"The largest of this shape is {fits[0]} × {fits[1]}.",
            nearest=nearest,
            part="width",
            nearest_parts=parts,
        )

    @property
    def pixels(self) -> int:
        """How many pixels there are."""
        return self.width * self.height

    def __str__(self) -> str:
        return f"{self.width} × {self.height}"


def largest_of_shape(width: int, height: int) -> tuple[int, int]:
    """Return the largest whole width and height of the same shape that a canvas takes."""
    # By width w the height is w·height ÷ width; the pixel limit gives w² ≤ MOST·width ÷ height.
    most = min(
        LONGEST_SIDE,
        LONGEST_SIDE * width // height,
        isqrt(MOST_PIXELS * width // height),
        width,
    )
    most = max(most, 1)
    return most, min(LONGEST_SIDE, max(1, most * height // width))


@dataclass(frozen=True, slots=True)
class Raster:
    """A pixel grid with its pixel aspect, the width of a pixel over its height."""

    width: int
    height: int
    pixel_aspect: Fraction = Fraction(1)

    def __post_init__(self) -> None:
        Size(self.width, self.height)
        require_pixel_aspect(self.pixel_aspect)

    @property
    def size(self) -> Size:
        """The grid without its pixel aspect."""
        return Size(self.width, self.height)

    @property
    def shown_width(self) -> Fraction:
        """The width in square pixels: width × pixel aspect."""
        return self.width * self.pixel_aspect

    @property
    def display_aspect(self) -> Fraction:
        """The shape as seen: width × pixel aspect ÷ height."""
        return self.shown_width / self.height


def raster_of(size: Size, pixel_aspect: Fraction) -> Raster:
    """Return a size with its pixel aspect; the same few are asked for again and again."""
    # Whole numbers are found again in a tenth of the time that a ratio is.
    return _raster(size.width, size.height, pixel_aspect.numerator, pixel_aspect.denominator)


@lru_cache(maxsize=1024)
def _raster(width: int, height: int, over: int, under: int) -> Raster:
    return Raster(width, height, Fraction(over, under))
