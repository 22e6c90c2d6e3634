"""A canvas from one side and its shape, and sizes that chroma subsampling takes."""

from dataclasses import dataclass
from fractions import Fraction

from zero_slate.core.base.figures import decimal, round_half_up
from zero_slate.core.canvas.raster import Raster, Size


@dataclass(frozen=True, slots=True)
class Sized:
    """A size made from a shape, and what to say where whole pixels don't give that shape."""

    size: Size
    said: str


def sized(side: int, shape: Fraction, pixel_aspect: Fraction, *, by_height: bool) -> Sized:
    """Return the size with one side given and a shape as seen: width · pixel aspect ÷ height.

    The other side is the nearest whole number of pixels. Raises RasterRefusal past the limits.
    """
    other = side * shape / pixel_aspect if by_height else side * pixel_aspect / shape
    whole = max(1, round_half_up(other))
    size = Size(whole, side) if by_height else Size(side, whole)
    if other == whole:
        return Sized(size, "")
    raster = Raster(size.width, size.height, pixel_aspect)
    what = "width" if by_height else "height"
    return Sized(
        size,
        f"exact {what} {decimal(other, 2, trim=True)}; shape {decimal(raster.display_aspect, 4)}",
    )


def even_near(value: int) -> tuple[int, ...]:
    """Return the even numbers nearest to a side, smaller first; itself where it is even."""
    if value % 2 == 0:
        return (value,)
    return (value - 1, value + 1) if value > 1 else (value + 1,)
