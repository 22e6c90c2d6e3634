"""The settings that an edit and a shot both have."""

from fractions import Fraction
from typing import Annotated

from pydantic import Field

from zero_slate.core.base.ratio import PixelAspect
from zero_slate.core.canvas.raster import Raster, Size, raster_of
from zero_slate.core.canvas.scan import ScanMode
from zero_slate.core.canvas.signals import Signal
from zero_slate.core.colour.config_place import DEFAULT_CONFIG, ConfigPlace
from zero_slate.core.colour.depth import SampleDepth, VideoDepth
from zero_slate.core.colour.read_rules import ReadRules
from zero_slate.core.colour.viewing import Viewing
from zero_slate.core.media.light_copy import LightCopies
from zero_slate.core.media.storage import STORAGES, StoredAs
from zero_slate.core.settings.kinds.choice import ChoiceKind
from zero_slate.core.settings.kinds.names import ConfigKind, GradeSpaceKind, SpaceKind, ViewingKind
from zero_slate.core.settings.kinds.picture import PixelAspectKind, SizeKind
from zero_slate.core.settings.kinds.texts import LONGEST_TEXT, ShortKind
from zero_slate.core.settings.kinds.time import (
    CountKind,
    HandlesKind,
    RateKind,
)
from zero_slate.core.settings.models.seldom_used import SeldomUsed
from zero_slate.core.settings.schema import Setting
from zero_slate.core.time.frames import FrameCount, Handles
from zero_slate.core.time.rate import FrameRate
from zero_slate.core.time.timecode import ClosingFrame, TimecodeKind

Name = Annotated[str, Field(min_length=1, max_length=LONGEST_TEXT)]


class PictureAndTime(SeldomUsed):
    """The settings that an edit and a shot both have."""

    canvas: Annotated[
        Size,
        Setting(
            "canvas",
            "Size",
            "Pixels across and down: 1 to 32,768 a side, at most 268,435,456 in all. A shape, "
            "as in 2.39 or 16:9, sets the side that isn't typed.",
            SizeKind(),
            instead=("1280", "2048"),
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
        ScanMode,
        Setting(
            "canvas",
            "Scan",
            "One picture a frame, or two fields with the upper or the lower one first.",
            ChoiceKind("Scan", ScanMode, 17),
        ),
    ] = ScanMode.PROGRESSIVE
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
            instead=("25", "24"),
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
            instead=("1", "1001"),
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
            instead=("12", "8"),
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
    color_config: Annotated[
        ConfigPlace,
        Setting(
            "colour",
            "Colour config",
            "The OpenColorIO config that all colour names are of: a built-in one by its name, or "
            "a file on a volume, as volume:folder/config.ocio.",
            ConfigKind(),
            "wedge",
        ),
    ] = DEFAULT_CONFIG
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
    working_depth: Annotated[
        SampleDepth,
        Setting(
            "colour",
            "Working depth",
            "The samples that pictures are worked in: whole numbers hold display codes up to 1.0, "
            "half and float hold light beyond it.",
            ChoiceKind("Working depth", SampleDepth, 8),
            "depth",
        ),
    ] = SampleDepth.HALF
    artwork_depth: Annotated[
        SampleDepth,
        Setting(
            "colour",
            "Artwork depth",
            "The samples that drawn and painted pictures are stored as.",
            ChoiceKind("Artwork depth", SampleDepth, 8),
            "depth",
        ),
    ] = SampleDepth.INT16
    video_depth: Annotated[
        VideoDepth,
        Setting(
            "colour",
            "Video depth",
            "The bits of what goes to video, in narrow range (ITU-R BT.709).",
            ChoiceKind("Video depth", VideoDepth, 8),
            "depth",
        ),
    ] = VideoDepth.INT10
    stored_as: Annotated[
        StoredAs,
        Setting(
            "colour",
            "Stored as",
            "What renders and comps are stored as: OpenEXR half ZIP, DPX 10-bit, RDD 36 4:2:2 "
            "10-bit. Files, under Storing, measures all of them on the shot's own frames.",
            ShortKind("Stored as", StoredAs, 20, tuple(STORAGES)),
            "depth",
        ),
    ] = StoredAs()
    light_copies: Annotated[
        LightCopies,
        Setting(
            "colour",
            "Light copies",
            "Smaller copies to play from: a fraction, a filter, jpeg, dwa or h264, and from which "
            "picture width on (1/2 triangle dwa from 3840). Added by their names: burnt in (frame "
            "and code), slate, as linked (made at once); none.",
            ShortKind("Light copies", LightCopies, 26),
            "wedge",
            instead=("1/2 triangle dwa", "1/4 triangle jpeg"),
        ),
    ] = LightCopies()
    read_rules: Annotated[
        ReadRules,
        Setting(
            "colour",
            "Files read as",
            "Rules for which colour space files are read as, the first that fits deciding: "
            "plate .dpx = ADX10; movie = Rec.1886; in scans/ = sRGB. Empty: by their tags.",
            ShortKind("Files read as", ReadRules, 34),
            "wedge",
            instead=("plate = ACEScg",),
        ),
    ] = ReadRules()
    grade_space: Annotated[
        Name,
        Setting(
            "colour",
            "Graded in",
            "The colour space that grades and look files work in, by its name in the config.",
            GradeSpaceKind(),
            "wedge",
        ),
    ] = "ACEScct"
    viewing: Annotated[
        Viewing,
        Setting(
            "colour",
            "Viewed through",
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
