"""Rasters, and where one lands inside another."""

from dataclasses import dataclass
from enum import StrEnum
from fractions import Fraction
from functools import lru_cache
from math import isqrt
from typing import ClassVar

from pydantic import ConfigDict, StrictInt

from zero_slate.core.base.figures import whole
from zero_slate.core.base.ratio import require_pixel_aspect
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.base.serialization import EXACT

LONGEST_SIDE = 32_768
MOST_PIXELS = 268_435_456


class Placing(StrEnum):
    """How a picture meets the canvas."""

    INSIDE = "inside"
    COVER = "cover"
    WIDTH = "by width"
    HEIGHT = "by height"
    PIXELS = "pixel for pixel"


class RasterRefusal(Refusal):
    """A canvas that can't be."""


@dataclass(frozen=True, slots=True)
class Size:
    """Whole pixels across and down: 1 to 32,768 a side, at most 268,435,456 in all."""

    width: StrictInt
    height: StrictInt

    __pydantic_config__: ClassVar[ConfigDict] = EXACT

    def __post_init__(self) -> None:
        for part, value in (("width", self.width), ("height", self.height)):
            if value < 1:
                raise RasterRefusal(
                    f"A {part} of {value} can't be: a canvas takes 1 to {whole(LONGEST_SIDE)} "
                    "pixels a side.",
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
                    f"A {part} of {whole(value)} can't be: a canvas takes at most "
                    f"{whole(LONGEST_SIDE)} pixels a side. The largest of this shape is "
                    f"{fits[0]} × {fits[1]}.",
                    nearest=nearest,
                    part=part,
                    nearest_parts=parts,
                )
        raise RasterRefusal(
            f"{self} can't be: it is {whole(self.pixels)} pixels and a canvas takes at most "
            f"{whole(MOST_PIXELS)}. The largest of this shape is {fits[0]} × {fits[1]}.",
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


@lru_cache(maxsize=1024)
def raster_of(size: Size, pixel_aspect: Fraction) -> Raster:
    """Return a size with its pixel aspect; the same few are asked for again and again."""
    return Raster(size.width, size.height, pixel_aspect)


@dataclass(frozen=True, slots=True)
class Placement:
    """Where a source lands in a target, in target pixels from its upper left corner.

    `scale` is how much the source is enlarged as seen, down its height; `x` and `y` are negative
    where the source is cut off. `stretch` is how much wider than tall it is enlarged: 1 but for
    pixels laid on pixels of another shape.
    """

    scale: Fraction
    width: Fraction
    height: Fraction
    x: Fraction
    y: Fraction
    stretch: Fraction = Fraction(1)

    @property
    def seen(self) -> Fraction:
        """How much of the source's area falls inside the target, from 0 to 1."""
        across = 1 + 2 * min(self.x, Fraction(0)) / self.width
        down = 1 + 2 * min(self.y, Fraction(0)) / self.height
        return across * down

    @property
    def largest(self) -> Fraction:
        """The larger of how much it is enlarged across and down."""
        return self.scale * max(self.stretch, Fraction(1))


@lru_cache(maxsize=4096)
def fit(source: Raster, target: Raster, how: str = Placing.INSIDE) -> Placement:
    """Place a source in the middle of a target.

    With sx = W·P ÷ (w·p) and sy = H ÷ h, *inside* takes the smaller as scale and *cover* the
    larger, *by width* sx and *by height* sy; the placed size is w·p·s ÷ P by h·s target pixels.
    *Pixel for pixel* leaves pixels alone: w by h.
    """
    across = target.shown_width / source.shown_width
    down = Fraction(target.height, source.height)
    stretch = Fraction(1)
    if how == Placing.PIXELS:
        scale = Fraction(1)
        stretch = target.pixel_aspect / source.pixel_aspect
    else:
        scale = {
            Placing.INSIDE: min(across, down),
            Placing.COVER: max(across, down),
            Placing.WIDTH: across,
            Placing.HEIGHT: down,
        }[Placing(how)]
    width = source.shown_width * scale * stretch / target.pixel_aspect
    height = source.height * scale
    x, y = (target.width - width) / 2, (target.height - height) / 2
    return Placement(scale, width, height, x, y, stretch)
