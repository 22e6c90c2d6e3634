"""An element of a shot: one thing that it is made of, and how that is laid and used."""

from dataclasses import dataclass
from enum import StrEnum

from zero_slate.core.canvas.fit import FitMode
from zero_slate.core.media.header import Media
from zero_slate.core.time.cadence import RateUse
from zero_slate.core.time.rate import FrameRate


class Align(StrEnum):
    """How the files of an element are laid on a shot's frames."""

    TIMECODE = "timecode"
    NUMBER = "number"
    FIRST = "first"


class Role(StrEnum):
    """What an element is to the shot."""

    PLATE = "plate"
    ARTWORK = "artwork"
    RENDER = "render"


@dataclass(frozen=True, slots=True)
class Element:
    """One thing that a shot is made of, linked to files on disk.

    `own_rate` is the rate a person gave where the files don't say one, or say a wrong one; `use`
    is how frames of another rate than the shot's are used. `base` is how far the shot's numbers
    had been raised when the files were laid by theirs. `placing` is how its pictures meet the
    canvas where that isn't the shot's way. `line` tells line work, which can be drawn at any size,
    from painted and scanned pictures.
    """

    id: int
    role: str
    media: Media
    align: Align
    own_rate: FrameRate | None = None
    use: RateUse = RateUse.FRAME
    base: int = 0
    placing: FitMode | None = None
    line: bool = False

    @property
    def rate(self) -> FrameRate | None:
        """The rate that its frames were made for; None where nobody says."""
        return self.own_rate or self.media.header.rate
