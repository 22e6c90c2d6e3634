"""Where a small picture of an element shows its canvas and its pixels."""

from dataclasses import dataclass
from fractions import Fraction

from zero_slate.core.base.figures import round_half_up
from zero_slate.core.canvas.fit import Placement
from zero_slate.core.canvas.raster import Raster
from zero_slate.core.media.header import Header

# Of what is cut off, at most this share of the canvas is shown on each side.
MOST_OUTSIDE = Fraction(1, 4)
NARROWEST, WIDEST = 16, 1024


@dataclass(frozen=True, slots=True)
class Box:
    """A rectangle of the small picture, in shares of its width and height from its corner."""

    x: float
    """Its left side."""
    y: float
    """Its upper side."""
    width: float
    """How wide it is."""
    height: float
    """How high it is."""


@dataclass(frozen=True, slots=True)
class SmallPictureFrame:
    """A small picture: the canvas, with what of the element lies outside it.

    `width` and `height` are in pixels as seen; `canvas` and `picture` are where the canvas and the
    element's format lie in it.
    """

    width: int
    """How many pixels it is wide."""
    height: int
    """How many pixels it is high."""
    canvas: Box
    """Where the canvas lies in it."""
    picture: Box
    """Where the element's picture lies in it."""
    window: Box | None = None
    """Where its pixels lie, where that isn't the whole picture: its data window."""


def small_picture_frame(
    placed: Placement, canvas: Raster, width: int, header: Header | None = None
) -> SmallPictureFrame:
    """Lay out a small picture, so many pixels wide, of what is placed on a canvas.

    `header` is that of the files, for where their pixels lie in their format.
    """
    left = min(Fraction(0), max(placed.x, -MOST_OUTSIDE * canvas.width))
    top = min(Fraction(0), max(placed.y, -MOST_OUTSIDE * canvas.height))
    right = max(
        Fraction(canvas.width),
        min(placed.x + placed.width, (1 + MOST_OUTSIDE) * canvas.width),
    )
    below = max(
        Fraction(canvas.height),
        min(placed.y + placed.height, (1 + MOST_OUTSIDE) * canvas.height),
    )
    across, down = right - left, below - top
    height = max(1, round_half_up(width * down / (across * canvas.pixel_aspect)))

    def box(x: Fraction, y: Fraction, wide: Fraction, high: Fraction) -> Box:
        return Box(
            float((x - left) / across),
            float((y - top) / down),
            float(wide / across),
            float(high / down),
        )

    zero = Fraction(0)
    data = None
    if header is not None and header.window is not None:
        window, size = header.window, header.size
        across_one, down_one = placed.width / size.width, placed.height / size.height
        data = box(
            placed.x + window.x * across_one,
            placed.y + window.y * down_one,
            window.width * across_one,
            window.height * down_one,
        )
    return SmallPictureFrame(
        width,
        min(height, 4 * WIDEST),
        box(zero, zero, Fraction(canvas.width), Fraction(canvas.height)),
        box(placed.x, placed.y, placed.width, placed.height),
        data,
    )
