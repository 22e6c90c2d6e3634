"""The edit format and a shot's setup: every setting, described where it is declared."""

from fractions import Fraction
from typing import Annotated, Any

from pydantic import AfterValidator, BaseModel, ConfigDict, Field, model_validator

from zero_slate.core.base.ratio import PixelAspect
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.base.safe_names import stored_code
from zero_slate.core.canvas.guides import Guides
from zero_slate.core.canvas.overscan import Overscan
from zero_slate.core.canvas.raster import Placing, Raster, Size, raster_of
from zero_slate.core.canvas.region import Region
from zero_slate.core.canvas.scan import Scan
from zero_slate.core.canvas.signals import Signal
from zero_slate.core.canvas.sizes import PictureSizes, picture_sizes
from zero_slate.core.canvas.working_scale import WorkingScale
from zero_slate.core.colour.background import Background
from zero_slate.core.colour.viewing import Viewing
from zero_slate.core.settings.kinds_all import (
    LONGEST_TEXT,
    BackgroundKind,
    ChoiceKind,
    CodeKind,
    CountKind,
    HandlesKind,
    LabelKind,
    LengthKind,
    PixelAspectKind,
    RangeKind,
    RateKind,
    ShortKind,
    SizeKind,
    SpaceKind,
    TextKind,
    ViewingKind,
)
from zero_slate.core.settings.schema import Setting
from zero_slate.core.time.frames import FURTHEST, FrameCount, FrameRange, Handles
from zero_slate.core.time.rate import FrameRate
from zero_slate.core.time.timecode import ClosingFrame, Timecode, TimecodeKind, require_drop_frame

Title = Annotated[str, Field(max_length=LONGEST_TEXT)]
StartLabel = Annotated[str, Field(pattern=r"^(\d{2}:\d{2}:\d{2}[:;]\d{2,3})?$")]
Name = Annotated[str, Field(min_length=1, max_length=LONGEST_TEXT)]


class PictureAndTime(BaseModel):
    """The settings that an edit and a shot both have."""

    model_config = ConfigDict(frozen=True, extra="forbid")

    canvas: Annotated[
        Size,
        Setting(
            "canvas",
            "Size",
            "Pixels across and down: 1 to 32,768 a side, at most 268,435,456 in all. A shape, "
            "as in 2.39 or 16:9, sets the side that isn't typed.",
            SizeKind(),
        ),
    ] = Size(1920, 1080)
    pixel_aspect: Annotated[
        PixelAspect,
        Setting(
            "canvas",
            "Pixel aspect",
            "Width of a pixel over its height. 1:1 is square; 625-line pictures have 12:11 or "
            "16:11.",
            PixelAspectKind(),
        ),
    ] = Fraction(1)
    scan: Annotated[
        Scan,
        Setting(
            "canvas",
            "Scan",
            "One picture a frame, or two fields with the upper or the lower one first.",
            ChoiceKind("Scan", Scan, 17),
        ),
    ] = Scan.PROGRESSIVE
    signal: Annotated[
        Signal,
        Setting(
            "canvas",
            "Monitor signal",
            "What goes to the monitor that the shot is judged on.",
            ChoiceKind("Monitor signal", Signal, 15),
            "signal",
        ),
    ] = Signal.NONE
    rate: Annotated[
        FrameRate,
        Setting(
            "time",
            "Rate",
            "Frames a second, exact: 24, 23.976, 24000/1001, 50i. More than 0, at most 1000.",
            RateKind(),
            "rates",
        ),
    ] = FrameRate(Fraction(24))
    timecode: Annotated[
        TimecodeKind,
        Setting(
            "time",
            "Timecode",
            "Drop-frame leaves labels out to keep with the clock; it exists at 30000/1001 and "
            "60000/1001 only.",
            ChoiceKind("Timecode", TimecodeKind, 10),
            "rates",
        ),
    ] = TimecodeKind.NON_DROP
    count: Annotated[
        FrameCount,
        Setting(
            "time",
            "Count starts",
            "A number at the first frame of clip, work range or cut; as the files are numbered; or "
            "from the source timecode. +8 and -8 step from what stands.",
            CountKind(),
            "moments",
        ),
    ] = FrameCount(1001)
    handles: Annotated[
        Handles,
        Setting(
            "time",
            "Handles",
            "Frames asked before and after the cut: 0 to 10,000. Takes 8, 1s, 6+12 feet, 12x2.",
            HandlesKind(),
            "ranges",
        ),
    ] = Handles(8, 8)
    closing: Annotated[
        ClosingFrame,
        Setting(
            "time",
            "Closing frame",
            "One blank frame after the work range, where a delivery wants it.",
            ChoiceKind("Closing frame", ClosingFrame, 15),
            "ranges",
        ),
    ] = ClosingFrame.NONE
    working_space: Annotated[
        Name,
        Setting(
            "colour",
            "Working space",
            "The colour space that pictures are worked in, by its name in the colour config.",
            SpaceKind(),
            "wedge",
        ),
    ] = "ACEScg"
    viewing: Annotated[
        Viewing,
        Setting(
            "colour",
            "Seen through",
            "The display and the view transform that pictures are looked at through.",
            ViewingKind(),
            "wedge",
        ),
    ] = Viewing("sRGB - Display", "ACES 1.0 - SDR Video")

    @property
    def raster(self) -> Raster:
        """The canvas with its pixel aspect."""
        return raster_of(self.canvas, self.pixel_aspect)

    @property
    def drops(self) -> bool:
        """Whether labels are drop-frame, which they can't be where the rate has none."""
        return self.timecode is TimecodeKind.DROP and self.rate.has_drop_frame


class Drawn(BaseModel):
    """How a shot is drawn: what the edit doesn't ask, and the house setup says."""

    model_config = ConfigDict(frozen=True, extra="forbid")

    placing: Annotated[
        Placing,
        Setting(
            "picture",
            "Placement",
            "How pictures that are brought in meet the canvas; an element can have its own.",
            ChoiceKind("Placement", Placing, 14),
            "placing",
        ),
    ] = Placing.INSIDE
    working_scale: Annotated[
        WorkingScale,
        Setting(
            "picture",
            "Working scale",
            "The fraction of the delivered size that is drawn at: half, 2/3, 50 %; 1/64 to 4.",
            ShortKind("Working scale", WorkingScale, 7),
            "working",
        ),
    ] = WorkingScale()
    overscan: Annotated[
        Overscan,
        Setting(
            "picture",
            "Overscan",
            "Drawn beyond each edge, in pixels (64, 64x36), or larger in all by per cent (10 %).",
            ShortKind("Overscan", Overscan, 10),
            "working",
        ),
    ] = Overscan()
    guides: Annotated[
        Guides,
        Setting(
            "picture",
            "Guides",
            "action, title, r95 action, r95 graphics, fields, thirds, centre, and shapes to mask "
            "for (1.85, 9:16), with commas.",
            ShortKind("Guides", Guides, 22),
            "guides",
        ),
    ] = Guides()
    background: Annotated[
        Background,
        Setting(
            "picture",
            "Background",
            "The colour behind the drawing as the display shows it, the line work's colour, and "
            "whether alpha is kept.",
            BackgroundKind(),
            "background",
        ),
    ] = Background()


class HouseSetup(PictureAndTime, Drawn):
    """What a new production or shot starts with on this installation.

    `length` is how many frames a shot that isn't in a cut begins with.
    """

    length: Annotated[
        int,
        Field(ge=1, le=FURTHEST),
        Setting(
            "time",
            "Usual length",
            "Frames of a new shot that isn't in a cut: 1 to 99,999,999. Takes 96, 4s, 6+12, 48x2.",
            LengthKind(),
            "ranges",
        ),
    ] = 96

    @model_validator(mode="after")
    def _timecode_exists(self) -> "HouseSetup":
        require_drop_frame(self.rate, self.timecode is TimecodeKind.DROP)
        return self


class EditFormat(PictureAndTime):
    """What the edit works to."""

    @model_validator(mode="after")
    def _timecode_exists(self) -> "EditFormat":
        require_drop_frame(self.rate, self.timecode is TimecodeKind.DROP)
        return self


class Setup(PictureAndTime, Drawn):
    """All the settings of a shot."""

    region: Annotated[
        Region,
        Setting(
            "picture",
            "Region",
            "The part of the canvas that is worked on, to save memory: 960x540 at 480,270, or all.",
            ShortKind("Region", Region, 18),
            "working",
        ),
    ] = Region()
    cut_range: Annotated[
        FrameRange,
        Setting(
            "time",
            "Cut range",
            "The frames the edit shows, in the shot's own count: 1009-1100, 1009+92, +4, 4s, or "
            "in and out by timecode.",
            RangeKind(),
            "ranges",
        ),
    ]
    work_range: Annotated[
        FrameRange,
        Setting(
            "time",
            "Work range",
            "Cut range plus handles: what is drawn, rendered and delivered. 1001-1108, 1001+108, "
            "-8, 4s, 6+12ft, 54x2.",
            RangeKind(),
            "ranges",
        ),
    ]
    clip_range: Annotated[
        FrameRange,
        Setting(
            "time",
            "Clip range",
            "All the frames that the clip has: what lies beyond the work range is there when more "
            "is asked.",
            RangeKind(),
            "ranges",
        ),
    ]
    start_timecode: Annotated[
        StartLabel,
        Setting(
            "time",
            "Start timecode",
            "The label of the clip's first frame; empty where the shot has none of its own.",
            LabelKind(),
            "moments",
        ),
    ] = ""
    code: Annotated[
        str,
        AfterValidator(stored_code),
        Setting(
            "shot",
            "Code",
            "The short name in file names and on the spine: letters, digits, _ - and .",
            CodeKind(),
        ),
    ]
    title: Annotated[
        Title,
        Setting("shot", "Title", "Printed on sheets and slates.", TextKind("Title")),
    ] = ""
    subtitle: Annotated[
        Title,
        Setting("shot", "Subtitle", "Printed under the title.", TextKind("Subtitle")),
    ] = ""

    @model_validator(mode="before")
    @classmethod
    def _clip_holds_work(cls, said: Any) -> Any:
        """Take a setup of before there were clip ranges: its clip is its work range."""
        if isinstance(said, dict) and "clip_range" not in said and "work_range" in said:
            return {**said, "clip_range": said["work_range"]}
        return said

    @property
    def picture_sizes(self) -> PictureSizes:
        """The sizes of its picture. Raises RasterRefusal where one is past a canvas's limits."""
        return picture_sizes(self.canvas, self.overscan, self.working_scale, self.region)

    @property
    def sizes_made(self) -> frozenset[Size]:
        """The sizes of pictures that are made in it: with overscan, and at working scale."""
        try:
            sizes = self.picture_sizes
        except Refusal:
            return frozenset()
        return frozenset((sizes.drawn, sizes.worked.size))

    @property
    def delivered_length(self) -> int:
        """How many frames are delivered: the work range's, and the closing blank frame."""
        return self.work_range.length + self.closing.frames

    @property
    def start_label(self) -> Timecode | None:
        """The label of the clip's first frame; None without one, or where the rate has no such."""
        if not self.start_timecode:
            return None
        try:
            return Timecode.parse(self.start_timecode, self.rate)
        except Refusal:
            return None


def _described(model: type[BaseModel]) -> dict[str, Setting]:
    found: dict[str, Setting] = {}
    for key, field in model.model_fields.items():
        setting = next((m for m in field.metadata if isinstance(m, Setting)), None)
        if setting is None:
            raise TypeError(f"{model.__name__}.{key} has no Setting to describe it")
        found[key] = setting
    return found


# Every setting by its field name, in the order that a sheet lists them within a group.
SETTINGS = _described(Setup)
EDIT_SETTINGS = _described(EditFormat)
DRAWN_SETTINGS = _described(Drawn)
HOUSE_SETTINGS = _described(HouseSetup)
