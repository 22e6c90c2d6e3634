"""Where one raster lands inside another."""

from dataclasses import dataclass
from enum import StrEnum
from fractions import Fraction
from functools import lru_cache

from zero_slate.core.canvas.raster import Raster


class FitMode(StrEnum):
    """How a picture meets the canvas."""

    INSIDE = "inside"
    COVER = "cover"
    WIDTH = "by width"
    HEIGHT = "by height"
    PIXELS = "pixel for pixel"


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
def fit(source: Raster, target: Raster, how: str = FitMode.INSIDE) -> Placement:
    """Place a source in the middle of a target.

    With sx = W·P ÷ (w·p) and sy = H ÷ h, *inside* takes the smaller as scale and *cover* the
    larger, *by width* sx and *by height* sy; the placed size is w·p·s ÷ P by h·s target pixels.
    *Pixel for pixel* leaves pixels alone: w by h.
    """
    across = target.shown_width / source.shown_width
    down = Fraction(target.height, source.height)
    stretch = Fraction(1)
    if how == FitMode.PIXELS:
        scale = Fraction(1)
        stretch = target.pixel_aspect / source.pixel_aspect
    else:
        scale = {
            FitMode.INSIDE: min(across, down),
            FitMode.COVER: max(across, down),
            FitMode.WIDTH: across,
            FitMode.HEIGHT: down,
        }[FitMode(how)]
    width = source.shown_width * scale * stretch / target.pixel_aspect
    height = source.height * scale
    x, y = (target.width - width) / 2, (target.height - height) / 2
    return Placement(scale, width, height, x, y, stretch)
