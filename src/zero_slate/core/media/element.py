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
    """What an element is to the shot, in the order that they usually lie from back to front."""

    BACKGROUND = "background"
    PLATE = "plate"
    ARTWORK = "artwork"
    RENDER = "render"
    MATTE = "matte"
    DATA = "data pass"
    REFERENCE = "reference"
    SOUND = "sound"

    @property
    def rank(self) -> int:
        """Where it usually lies, 0 at the back."""
        return list(Role).index(self)


class Filling(StrEnum):
    """What shows where an element has no frame of its own."""

    NOTHING = "nothing"
    HELD = "held"
    REPEATED = "repeated"
    BACK = "forth and back"


@dataclass(frozen=True, slots=True)
class Element:
    """One thing that a shot is made of, linked to files on disk.

    `own_rate` is the rate a person gave where the files don't say one, or say a wrong one; `use`
    is how frames of another rate than the shot's are used. `base` is how far the shot's numbers
    had been raised when the files were laid by theirs. `placing` is how its pictures meet the
    canvas where that isn't the shot's way. `line` tells line work, which can be drawn at any size,
    from painted and scanned pictures.

    `own_name` is what a person calls it; `on` whether it is used. `before`, `between` and `after`
    are what shows where it has no frame; None is what is usual for its kind. `offset` moves it
    among the shot's frames, `slip` shows other frames of it in the same place, both in frames.
    `view` is which eye it is of, and `view_of` the element that it is another view of. `folder` is
    where its files lie. `space` is the colour space that it is read as whatever the rules say, and
    `space_reason` why.
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
    own_name: str = ""
    on: bool = True
    before: Filling | None = None
    between: Filling | None = None
    after: Filling | None = None
    offset: int = 0
    slip: int = 0
    view: str = ""
    view_of: int | None = None
    folder: str = ""
    space: str = ""
    space_reason: str = ""

    @property
    def rate(self) -> FrameRate | None:
        """The rate that its frames were made for; None where nobody says."""
        return self.own_rate or self.media.header.rate

    @property
    def name(self) -> str:
        """What it is called: its own name, or else its files'."""
        return self.own_name or self.media.name

    def short_name(self, code: str) -> str:
        """Return what it is called in little room: its files' name without the shot's code."""
        return self.own_name or name_without(self.media.name, code)


def name_without(name: str, code: str) -> str:
    """Return a file's name without its ending, its frames and a shot's code before it."""
    stem = name.partition(".")[0]
    return stem.removeprefix(code).lstrip("_-. ") or stem
