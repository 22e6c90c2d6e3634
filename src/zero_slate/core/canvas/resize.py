"""Artwork under a canvas that was changed after it was drawn: where its old canvas lies now."""

from dataclasses import dataclass
from enum import StrEnum
from fractions import Fraction
from typing import ClassVar

from pydantic import ConfigDict

from zero_slate.core.base.figures import decimal
from zero_slate.core.base.ratio import PixelAspect
from zero_slate.core.base.serialization import ExactRatio
from zero_slate.core.canvas.fit import Placement
from zero_slate.core.canvas.raster import Raster, Size


class KeepArtwork(StrEnum):
    """What happens to artwork when the canvas changes: it stays at an anchor, or is scaled."""

    UPPER_LEFT = "upper left"
    UPPER = "upper middle"
    UPPER_RIGHT = "upper right"
    LEFT = "middle left"
    CENTRE = "centre"
    RIGHT = "middle right"
    LOWER_LEFT = "lower left"
    LOWER = "lower middle"
    LOWER_RIGHT = "lower right"
    SCALE = "scaled along"

    @property
    def shares(self) -> tuple[Fraction, Fraction]:
        """How far across and down the anchor lies, each 0, a half or 1."""
        if self is KeepArtwork.SCALE:
            return Fraction(1, 2), Fraction(1, 2)
        at = list(KeepArtwork).index(self)
        return Fraction(at % 3, 2), Fraction(at // 3, 2)


@dataclass(frozen=True, slots=True)
class ArtworkFrame:
    """The canvas that artwork was drawn for, as it lies in the canvas that stands.

    `x` and `y` are canvas pixels from the canvas's corner to the old canvas's; `across` and `down`
    how many canvas pixels one of its pixels fills. `elements` are the ids of the elements it holds.
    """

    size: Size
    pixel_aspect: PixelAspect
    x: ExactRatio = Fraction(0)
    y: ExactRatio = Fraction(0)
    across: ExactRatio = Fraction(1)
    down: ExactRatio = Fraction(1)
    elements: tuple[int, ...] = ()

    __pydantic_config__: ClassVar[ConfigDict] = ConfigDict(extra="forbid")

    @property
    def raster(self) -> Raster:
        """The old canvas with its pixel aspect."""
        return Raster(self.size.width, self.size.height, self.pixel_aspect)

    @property
    def width(self) -> Fraction:
        """How wide it is in canvas pixels."""
        return self.size.width * self.across

    @property
    def height(self) -> Fraction:
        """How tall it is in canvas pixels."""
        return self.size.height * self.down

    def carry(self, placed: Placement, canvas: Raster) -> Placement:
        """Return a placement in the old canvas as one in the canvas that stands."""
        made_wider = self.across * canvas.pixel_aspect / (self.down * self.pixel_aspect)
        return Placement(
            placed.scale * self.down,
            placed.width * self.across,
            placed.height * self.down,
            self.x + placed.x * self.across,
            self.y + placed.y * self.down,
            placed.stretch * made_wider,
        )


@dataclass(frozen=True, slots=True)
class Bands:
    """What a changed canvas does at one edge, in pixels: lost below 0, gained above."""

    left: Fraction
    top: Fraction
    right: Fraction
    bottom: Fraction

    def items(self) -> tuple[tuple[str, Fraction], ...]:
        """Return each edge by name."""
        return (
            ("left", self.left),
            ("top", self.top),
            ("right", self.right),
            ("bottom", self.bottom),
        )

    @property
    def words(self) -> str:
        """The bands written out: `lost 8 px left and 8 px right; gained 12 px top`."""
        told = []
        for what, wanted in (("lost", -1), ("gained", 1)):
            sides = [
                f"{decimal(abs(value), 2, trim=True)} px {edge}"
                for edge, value in self.items()
                if value * wanted > 0
            ]
            if sides:
                told.append(f"{what} {', '.join(sides)}")
        return "; ".join(told) or "nothing lost, nothing gained"


@dataclass(frozen=True, slots=True)
class CanvasChange:
    """A canvas changed under artwork: where the old one lies in the new, and what is seen of it."""

    frame: ArtworkFrame
    bands: Bands
    seen: Fraction


def change_canvas(
    before: Raster, after: Raster, keep: KeepArtwork, elements: tuple[int, ...] = ()
) -> CanvasChange:
    """Return where artwork drawn for one canvas lies in another.

    At an anchor its pixels keep their size as seen down, and their shape; *scaled along* fits all
    of it inside the new canvas. `bands` count pixels of the new canvas.
    """
    down = Fraction(1)
    if keep is KeepArtwork.SCALE:
        down = min(after.shown_width / before.shown_width, Fraction(after.height, before.height))
    across = down * before.pixel_aspect / after.pixel_aspect
    share_x, share_y = keep.shares
    x = (after.width - before.width * across) * share_x
    y = (after.height - before.height * down) * share_y
    frame = ArtworkFrame(before.size, before.pixel_aspect, x, y, across, down, elements)
    return CanvasChange(frame, bands_of(frame, after), seen_of(frame, after))


def bands_of(frame: ArtworkFrame, canvas: Raster) -> Bands:
    """Return what lies between an old canvas's edges and those of the canvas that stands."""
    return Bands(
        frame.x,
        frame.y,
        canvas.width - frame.x - frame.width,
        canvas.height - frame.y - frame.height,
    )


def seen_of(frame: ArtworkFrame, canvas: Raster) -> Fraction:
    """Return how much of the old canvas's area is still inside, from 0 to 1."""

    def share(start: Fraction, length: Fraction, room: int) -> Fraction:
        inside = min(start + length, Fraction(room)) - max(start, Fraction(0))
        return max(inside, Fraction(0)) / length

    return share(frame.x, frame.width, canvas.width) * share(frame.y, frame.height, canvas.height)


def compose(frame: ArtworkFrame, later: ArtworkFrame) -> ArtworkFrame:
    """Return where a first canvas lies after a second change, `later`, of the canvas."""
    return ArtworkFrame(
        frame.size,
        frame.pixel_aspect,
        later.x + frame.x * later.across,
        later.y + frame.y * later.down,
        frame.across * later.across,
        frame.down * later.down,
        frame.elements,
    )
