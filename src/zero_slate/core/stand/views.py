"""How the pictures of two eyes are laid out: seen, delivered and published."""

from dataclasses import dataclass
from enum import StrEnum
from fractions import Fraction

from zero_slate.core.canvas.raster import Size

# ITU-R BT.709: what each primary gives of brightness.
_BRIGHTNESS = {"red": 0.2126, "green": 0.7152, "blue": 0.0722}
# What a coloured glass lets through of its own colours, and of the others'.
PASSES, LEAKS = 0.90, 0.02


class ViewLayout(StrEnum):
    """How two pictures become what is delivered."""

    TWO = "two views"
    BESIDE = "side by side"
    BESIDE_HALF = "side by side, half"
    CROSSED = "crossed"
    CROSSED_HALF = "crossed, half"
    ABOVE = "one above the other"
    ABOVE_HALF = "one above the other, half"
    LINES = "by lines"
    RED_CYAN = "red and cyan glasses"
    GREEN_MAGENTA = "green and magenta glasses"
    AMBER_BLUE = "amber and blue glasses"

    @property
    def glasses(self) -> tuple[tuple[str, ...], tuple[str, ...]] | None:
        """The primaries that the left and the right glass let through; None without glasses."""
        return {
            ViewLayout.RED_CYAN: (("red",), ("green", "blue")),
            ViewLayout.GREEN_MAGENTA: (("green",), ("red", "blue")),
            ViewLayout.AMBER_BLUE: (("red", "green"), ("blue",)),
        }.get(self)

    @property
    def squeeze(self) -> tuple[int, int]:
        """By how much each picture is narrowed and lowered."""
        if self in (ViewLayout.BESIDE_HALF, ViewLayout.CROSSED_HALF):
            return 2, 1
        return (1, 2) if self in (ViewLayout.ABOVE_HALF, ViewLayout.LINES) else (1, 1)

    @property
    def pictures(self) -> tuple[int, int]:
        """How many pictures stand beside, and above, each other."""
        if self in (ViewLayout.BESIDE, ViewLayout.BESIDE_HALF, ViewLayout.CROSSED,
                    ViewLayout.CROSSED_HALF):  # fmt: skip
            return 2, 1
        return (1, 2) if self in (ViewLayout.ABOVE, ViewLayout.ABOVE_HALF) else (1, 1)

    def size(self, canvas: Size) -> Size:
        """Return the size of what is delivered; of one view where there are two."""
        across, down = self.pictures
        if self.squeeze != (1, 1):
            return canvas
        return Size(canvas.width * across, canvas.height * down)

    def even(self, canvas: Size) -> bool:
        """Whether each picture has whole pixels in it."""
        across, down = self.squeeze
        return canvas.width % across == 0 and canvas.height % down == 0

    def pixel_aspect(self, own: Fraction) -> Fraction:
        """Return the pixel aspect of each picture in it, of a canvas's own."""
        across, down = self.squeeze
        return own * across / down


@dataclass(frozen=True, slots=True)
class Crosstalk:
    """What each eye sees of the other's picture, as a share of its own."""

    left: float
    right: float


def crosstalk(layout: ViewLayout) -> Crosstalk | None:
    """Return what coloured glasses leak, for filters that pass 90 % and leak 2 %."""
    if layout.glasses is None:
        return None
    left, right = (sum(_BRIGHTNESS[each] for each in colours) for colours in layout.glasses)
    ratio = LEAKS / PASSES
    return Crosstalk(ratio * right / left, ratio * left / right)
