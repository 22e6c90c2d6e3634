"""Where a shot's cut lies in the counts that come from its source."""

from dataclasses import dataclass
from fractions import Fraction
from typing import ClassVar

from pydantic import ConfigDict, StrictInt, StrictStr

from zero_slate.core.base.serialization import ExactRatio
from zero_slate.core.cut.events import FAR_APART, CutEvent
from zero_slate.core.cut.source import SourceRun, is_one_reel
from zero_slate.core.media.alignment import lead, serving_timecode
from zero_slate.core.media.element import Align, Element
from zero_slate.core.settings.models.setup import Setup
from zero_slate.core.time.cadence import RateUse
from zero_slate.core.time.frames import FrameRange
from zero_slate.core.time.rate import FrameRate


@dataclass(frozen=True, slots=True)
class ClipSource:
    """The source frames, from midnight at a rate, that clip and cut began at when counted.

    The count goes by them: a cut that begins earlier gets lower numbers, and no frame that
    is drawn already gets another. `pace` is source frames a shot frame; the count of what isn't
    one to one doesn't go by it. `reel` is empty where it wasn't kept yet.
    """

    first: StrictInt
    cut: StrictInt
    rate: FrameRate
    reel: StrictStr = ""
    pace: ExactRatio = Fraction(1)

    __pydantic_config__: ClassVar[ConfigDict] = ConfigDict(extra="forbid")

    @classmethod
    def of(cls, event: CutEvent, ahead: int) -> "ClipSource":
        """Return where a clip lies that begins so many frames before its event."""
        first = event.source_of(FrameRange(-ahead, -ahead)).first
        return cls(first, event.run.first_shown, event.source_rate, event.reel, event.pace)

    def away(self, run: SourceRun) -> tuple[bool, int]:
        """Return how far off a run of source it is: whether of another reel, and frames."""
        other = bool(self.reel) and not is_one_reel(self.reel, run.reel)
        return other or self.rate != run.rate, abs(run.moment(self.cut) - run.first_shown)


@dataclass(frozen=True, slots=True)
class Anchor:
    """What is known of the cut's first frame: None where it isn't.

    `lead` is how many frames the clip, as it was counted, has before it; `slip` how much later it
    begins in the source than when it was counted; `file` the number in its file's name; `timecode`
    its source timecode in frames since midnight.
    """

    lead: int | None = None
    slip: int = 0
    file: int | None = None
    timecode: int | None = None


def anchor_of(
    setup: Setup,
    event: CutEvent | None,
    source: ClipSource | None,
    plate: Element | None,
    shift: int,
) -> Anchor:
    """Gather what event, plate and the clip as it was counted say."""
    ahead, slip = None, 0
    if source is not None and event is not None and _goes_by(source, event):
        ahead = event.source.first - event.run.moment(source.first)
        slip = event.source.first - event.run.moment(source.cut)
    file = timecode = None
    if plate is not None:
        from_plate = lead(plate.media, event)
        ahead = ahead if from_plate is None else from_plate
        if plate.rate in (None, setup.rate) or plate.use is RateUse.FRAME:
            file = _file_at_cut(plate, setup, from_plate, shift)
            label = serving_timecode(plate.media, event, setup.rate)
            if label is not None:
                timecode = label.frames + file - plate.media.first
    if event is not None:
        timecode = event.source.first
    return Anchor(ahead, slip, file, timecode)


def _file_at_cut(plate: Element, setup: Setup, from_plate: int | None, shift: int) -> int:
    if plate.align is Align.TIMECODE and from_plate is not None:
        return plate.media.first + from_plate
    if plate.align is Align.NUMBER:
        return setup.cut_range.first - (shift - plate.base)
    return setup.cut_range.first - (setup.work_range.first - plate.media.first)


def _goes_by(source: ClipSource, event: CutEvent) -> bool:
    """Return whether an event's frames are counted by the source that the clip was counted by.

    They are where both lie one to one; what lies far from it is another run of the camera.
    """
    one_to_one = event.pace == event.speed == source.pace == 1
    other, away = source.away(event.run)
    return (
        one_to_one
        and not other
        and source.rate.seconds(away) <= FAR_APART + source.rate.seconds(event.length)
    )
