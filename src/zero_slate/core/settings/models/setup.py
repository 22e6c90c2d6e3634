"""A shot's setup: every setting, described where it is declared."""

from typing import Annotated, Any

from pydantic import AfterValidator, Field, model_validator

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.base.safe_names import stored_code
from zero_slate.core.canvas.raster import Size
from zero_slate.core.canvas.region import Region
from zero_slate.core.canvas.sizes import PictureSizes, picture_sizes
from zero_slate.core.settings.kinds.texts import LONGEST_TEXT, CodeKind, ShortKind, TextKind
from zero_slate.core.settings.kinds.time import (
    LabelKind,
    RangeKind,
)
from zero_slate.core.settings.models.drawn import Drawn
from zero_slate.core.settings.models.picture_and_time import PictureAndTime
from zero_slate.core.settings.schema import Setting
from zero_slate.core.stand.distances import Distances, Travel
from zero_slate.core.time.frames import FrameRange
from zero_slate.core.time.timecode import Timecode

Title = Annotated[str, Field(max_length=LONGEST_TEXT)]


StartLabel = Annotated[str, Field(pattern=r"^(\d{2}:\d{2}:\d{2}[:;]\d{2,3})?$")]


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
            instead=("960x540", "640x360"),
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
            instead=("+4",),
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
            instead=("+8", "1001+48"),
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
            instead=("+24",),
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
            instead=("10:00:00:00", "01:00:00:00"),
        ),
    ] = ""
    distances: Annotated[
        Distances,
        Setting(
            "stand",
            "Distances",
            "How far from the camera elements stand, by their names: ground 12 m, keeper 4 m; "
            "moving, keeper 4 m on 1001 to 6 m on 1061. Those that aren't named stay as drawn.",
            ShortKind("Distances", Distances, 30),
            "stand",
        ),
    ] = Distances()
    travel: Annotated[
        Travel,
        Setting(
            "stand",
            "Camera travel",
            "How far the camera moves forwards, at two frames or more: 0 m on 1001 to 2 m on "
            "1061. None: it stays.",
            ShortKind("Camera travel", Travel, 20, Travel.examples),
            "stand",
        ),
    ] = Travel()
    code: Annotated[
        str,
        AfterValidator(stored_code),
        Setting(
            "shot",
            "Code",
            "The short name in file names and on the spine: letters, digits, _ - and .",
            CodeKind(),
            instead=("SHOT_0010", "SHOT_0020"),
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
