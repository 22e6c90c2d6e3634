"""The region of interest: the part of the canvas that is worked on, to save memory."""

import re
from dataclasses import dataclass
from typing import ClassVar, Self

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.base.serialization import TextValue
from zero_slate.core.base.texts import one_line, quoted
from zero_slate.core.canvas.raster import LONGEST_SIDE, Size

_WRITTEN = re.compile(
    r"(\d{1,6})\s*+[x×*]\s*+(\d{1,6})(?:\s*+(?:at|@|\+)\s*+(\d{1,6})(?:\s*+[,+]\s*+|\s++)(\d{1,6}))?"
)


@dataclass(frozen=True, slots=True)
class Region(TextValue):
    """A rectangle of the canvas in pixels from its upper left corner; of no size, it is all."""

    width: int = 0
    height: int = 0
    x: int = 0
    y: int = 0

    about: ClassVar[str] = "Width and height, and where the upper left corner lies; or `all`."
    examples: ClassVar[tuple[str, ...]] = ("all", "960x540 at 480,270")

    def __post_init__(self) -> None:
        if self.whole:
            return
        sides = (
            ("width", self.width, 1),
            ("height", self.height, 1),
            ("left edge", self.x, 0),
            ("upper edge", self.y, 0),
        )
        for what, value, least in sides:
            if not least <= value <= LONGEST_SIDE:
                raise Refusal(
                    f"A region's {what} of {value} is out of range: it takes {least} to "
                    f"{LONGEST_SIDE}.",
                    nearest=_written(*(min(max(v, low), LONGEST_SIDE) for _, v, low in sides)),
                )

    @property
    def whole(self) -> bool:
        """Whether it is all of the canvas."""
        return self.width == self.height == 0

    @classmethod
    def parse(cls, text: str) -> Self:
        """Read `960x540 at 480,270`, `960x540` (from the corner) or `all`. Raises Refusal."""
        plain = one_line(text, "A region").lower()
        if plain in ("", "all", "whole", "none"):
            return cls()
        found = _WRITTEN.fullmatch(plain)
        if not found:
            raise Refusal(
                f"{quoted(text)} is not a region. Write its size and its upper left corner, as "
                "in 960x540 at 480,270, or all.",
                nearest="all",
            )
        width, height, x, y = (int(each or 0) for each in found.groups())
        if not (width and height):
            raise Refusal(
                f"A region of {width} × {height} holds no pixel: it takes at least 1 × 1, or all.",
                nearest="all",
            )
        return cls(width, height, x, y)

    def size(self, canvas: Size) -> Size:
        """Return how large it is on a canvas."""
        return canvas if self.whole else Size(self.width, self.height)

    def inside(self, canvas: Size) -> "Region":
        """Return the part that lies on a canvas; all of it where none does."""
        if self.whole:
            return self
        width = min(self.width, canvas.width - self.x)
        height = min(self.height, canvas.height - self.y)
        return Region(width, height, self.x, self.y) if width > 0 and height > 0 else Region()

    def __str__(self) -> str:
        if self.whole:
            return "all"
        return _written(self.width, self.height, self.x, self.y)


def _written(width: int, height: int, x: int, y: int) -> str:
    return f"{width}x{height} at {x},{y}"
