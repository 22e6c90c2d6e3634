"""Where each element's picture lands on the canvas, and what that does to it."""

from collections.abc import Sequence
from dataclasses import dataclass
from fractions import Fraction

from zero_slate.core.base.figures import decimal
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.canvas.fit import FitMode, Placement, fit
from zero_slate.core.canvas.overscan import Overscan
from zero_slate.core.canvas.raster import Raster
from zero_slate.core.canvas.resize import ArtworkFrame
from zero_slate.core.media.element import Element, Role


@dataclass(frozen=True, slots=True)
class PlacedPicture:
    """An element's raster, how it is placed, and where it lands in canvas pixels.

    `onto` is what it was placed in: the canvas, or the canvas with its overscan for a picture of
    just that shape. Offsets in `placed` count from the canvas's corner.
    """

    element: Element
    source: Raster
    how: FitMode
    onto: Raster
    placed: Placement

    @property
    def enlarged(self) -> bool:
        """Whether its pixels are fewer than those they fill, so that it goes soft."""
        return self.placed.largest > 1

    def cut_off(self, canvas: Raster) -> tuple[Fraction, Fraction]:
        """Return canvas pixels of the picture beyond the canvas, across and down in all."""
        placed = self.placed
        left, top = max(-placed.x, Fraction(0)), max(-placed.y, Fraction(0))
        right = max(placed.x + placed.width - canvas.width, Fraction(0))
        below = max(placed.y + placed.height - canvas.height, Fraction(0))
        return left + right, top + below

    def loses(self, canvas: Raster) -> bool:
        """Return whether any of it is cut off that isn't the overscan that was asked."""
        return self.onto == canvas and any(self.cut_off(canvas))

    def bare(self, canvas: Raster) -> tuple[Fraction, Fraction]:
        """Return canvas pixels that it leaves bare, across and down in all."""
        placed = self.placed
        across = max(placed.x, Fraction(0)) + max(
            canvas.width - placed.x - placed.width, Fraction(0)
        )
        down = max(placed.y, Fraction(0)) + max(
            canvas.height - placed.y - placed.height, Fraction(0)
        )
        return across, down


def picture_raster(element: Element, canvas: Raster) -> Raster:
    """Return an element's raster; one that doesn't state its pixel aspect has the canvas's."""
    size = element.media.header.size
    return Raster(size.width, size.height, element.media.header.pixel_aspect or canvas.pixel_aspect)


def place_picture(
    element: Element,
    canvas: Raster,
    placing: FitMode,
    overscan: Overscan,
    frame: ArtworkFrame | None = None,
) -> PlacedPicture:
    """Place an element on a canvas, by its own placement or the shot's, `placing`.

    A picture of the shape of the canvas with its overscan is placed in that. Artwork drawn before
    the canvas was changed is placed in the canvas that it was drawn for, which lies in `frame`.
    """
    source = picture_raster(element, canvas)
    how = element.placing or placing
    if frame is not None and element.role != Role.PLATE and element.id in frame.elements:
        onto = frame.raster
        return PlacedPicture(
            element, source, how, onto, frame.carry(fit(source, onto, how), canvas)
        )
    onto = canvas
    edges = (0, 0)
    if overscan.across or overscan.down:
        try:
            drawn = overscan.around(canvas.size)
        except Refusal:
            drawn = canvas.size
        around = Raster(drawn.width, drawn.height, canvas.pixel_aspect)
        if source.display_aspect == around.display_aspect != canvas.display_aspect or (
            source.size == around.size
        ):
            onto, edges = around, overscan.edges(canvas.size)
    placed = fit(source, onto, how)
    if edges != (0, 0):
        placed = Placement(
            placed.scale,
            placed.width,
            placed.height,
            placed.x - edges[0],
            placed.y - edges[1],
            placed.stretch,
        )
    return PlacedPicture(element, source, how, onto, placed)


def placement_words(placed_picture: PlacedPicture, canvas: Raster) -> str:
    """Say what an element becomes: how much enlarged or shrunk, cut off, and with which bars."""
    placed = placed_picture.placed
    scale = placed.largest
    parts = [
        "at its own size"
        if scale == 1 and placed.stretch == 1
        else f"{'enlarged' if scale > 1 else 'shrunk'} {decimal(scale, 3, trim=True)}×"
        if scale != 1
        else "pixel for pixel"
    ]
    if placed.stretch != 1:
        parts.append(f"{decimal(placed.stretch, 3, trim=True)}× as wide as made")
    edges = (
        placed.x,
        canvas.width - placed.x - placed.width,
        placed.y,
        canvas.height - placed.y - placed.height,
    )
    cut, bars = sides_words([-edge for edge in edges]), sides_words(edges)
    if cut:
        parts.append(f"cut off by {cut}")
    if bars:
        parts.append(f"bars of {bars}")
    return ", ".join(parts)


def sides_words(edges: Sequence[Fraction | int]) -> str:
    """Write those of the edges left, right, above and below that are over 0.

    Two sides that are equal are written together.
    """
    said = []
    for (first, second), both, alone in (
        (edges[:2], "left and right", ("on the left", "on the right")),
        (edges[2:], "above and below", ("above", "below")),
    ):
        if first == second:
            said += [f"{_pixels(first)} {both}"] if first > 0 else []
        else:
            pairs = zip((first, second), alone, strict=True)
            said += [f"{_pixels(side)} {where}" for side, where in pairs if side > 0]
    return ", ".join(said)


def _pixels(value: Fraction | int) -> str:
    return f"{decimal(value, 2, trim=True)} px"
