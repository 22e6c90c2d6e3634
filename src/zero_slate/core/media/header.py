"""What files on disk say of themselves, as values."""

from dataclasses import dataclass
from enum import StrEnum

from zero_slate.core.base.ratio import PixelAspect, write_ratio
from zero_slate.core.canvas.raster import Size
from zero_slate.core.canvas.scan import ScanMode
from zero_slate.core.time.frames import FrameRange, total
from zero_slate.core.time.rate import FrameRate

# What is shown for what a file doesn't say.
NOT_SAID = "not stated"


class MediaKind(StrEnum):
    """How a thing lies on disk."""

    SEQUENCE = "sequence"
    MOVIE = "movie"
    STILL = "still"


@dataclass(frozen=True, slots=True)
class Channel:
    """A channel of a picture and the type of its samples: `R`, `half`."""

    name: str
    type: str


@dataclass(frozen=True, slots=True)
class Window:
    """A rectangle of pixels: its first column and row, and its size."""

    x: int
    y: int
    width: int
    height: int

    def __str__(self) -> str:
        return f"{self.width} × {self.height} at {self.x}, {self.y}".replace("-", "−")


@dataclass(frozen=True, slots=True)
class Part:
    """One picture of a file that holds several: its name, the view it is of, its channels."""

    name: str
    view: str
    channels: tuple[Channel, ...]


@dataclass(frozen=True, slots=True)
class Header:
    """What one picture file or movie says. None stands for what it doesn't say.

    `size` is the picture's format: of a file with windows its display window. `window` is its data
    window where that is another, counted from the format's corner. `parts` are there where there
    are several; `channels` are the first one's. `notes` say what was made of odd values. `range` is
    `full` or `limited`; `writer`, `camera` and `sound` are in words, as the first frame says them.
    `samples` says of a deep picture how many samples its pixels have, on the first frame.
    """

    size: Size
    channels: tuple[Channel, ...]
    pixel_aspect: PixelAspect | None = None
    rate: FrameRate | None = None
    timecode: str | None = None
    scan: ScanMode | None = None
    bits: int | None = None
    compression: str | None = None
    color_space: str | None = None
    window: Window | None = None
    parts: tuple[Part, ...] = ()
    views: tuple[str, ...] = ()
    tiles: Size | None = None
    primaries: str | None = None
    transfer: str | None = None
    orientation: str | None = None
    notes: tuple[str, ...] = ()
    range: str | None = None
    writer: str | None = None
    camera: str | None = None
    sound: str | None = None
    samples: str | None = None

    def shown(self) -> dict[str, str]:
        """Return each thing a header says, named and written for people, in order."""
        said = {
            "size": str(self.size),
            "pixel aspect": _say(self.pixel_aspect and write_ratio(self.pixel_aspect)),
            "rate": _say(self.rate),
            "scan": _say(self.scan),
            "channels": channel_words(self.channels),
            "compression": _say(self.compression),
            "colour tag": _say(self.color_space),
        }
        # Most files have none of these: what isn't there isn't shown.
        seldom = {
            "data window": self.window,
            "parts": ", ".join(part.name or f"part {n}" for n, part in enumerate(self.parts, 1)),
            "views": ", ".join(self.views),
            "samples": self.samples,
            "tiles": self.tiles,
            "primaries": self.primaries,
            "transfer": self.transfer,
            "orientation": self.orientation,
            "range": self.range,
            "sound": self.sound,
            "camera": self.camera,
            "written by": self.writer,
        }
        return said | {what: str(value) for what, value in seldom.items() if value}


@dataclass(frozen=True, slots=True)
class OddFrame:
    """A frame whose header differs from the others of its sequence: what, and how."""

    frame: int
    what: str
    here: str
    others: str


@dataclass(frozen=True, slots=True)
class BrokenFrame:
    """A frame that couldn't be read, and why."""

    frame: int
    why: str


@dataclass(frozen=True, slots=True)
class Media:
    """A sequence, movie or still: the header that most of its frames share, and the exceptions.

    `present` are the numbers in the files' own names (a movie's frames count from 0);
    `timecode` in `header` is that of the first frame present. `jumps` are the frames whose
    timecode doesn't follow on the frame before. `pixel_fields` is the scan that the pixels
    themselves show, where they were looked at and are clear. `tiled` are tiles of one picture, not
    frames: they have no gaps. `stamp` tells the files apart from what they are once changed;
    `contents` is the same for a copy of them, which has other times. `writing` is the last frame of
    a sequence, where it was still being written: it isn't among `present`.
    """

    name: str
    kind: MediaKind
    header: Header
    present: tuple[FrameRange, ...]
    padding: int = 0
    odd: tuple[OddFrame, ...] = ()
    broken: tuple[BrokenFrame, ...] = ()
    jumps: tuple[int, ...] = ()
    duplicates: tuple[int, ...] = ()
    other_paddings: tuple[int, ...] = ()
    pixel_fields: ScanMode | None = None
    tiled: bool = False
    stamp: str = ""
    contents: str = ""
    writing: int | None = None

    @property
    def count(self) -> int:
        """How many frames there are."""
        return total(self.present)

    @property
    def first(self) -> int:
        """The lowest frame number in the files' names."""
        return self.present[0].first

    @property
    def last(self) -> int:
        """The highest frame number in the files' names."""
        return self.present[-1].last


def channel_words(channels: tuple[Channel, ...]) -> str:
    """Write channels shortly: `R G B half`, or each with its type where they differ."""
    types = {channel.type for channel in channels}
    if len(types) == 1:
        return f"{' '.join(c.name for c in channels)} {channels[0].type}"
    return " ".join(f"{c.name}:{c.type}" for c in channels)


def _say(value: object) -> str:
    return str(value) if value else NOT_SAID
