"""Where a shot's cut lies in the counts that come from its source."""

from dataclasses import dataclass
from typing import ClassVar

from pydantic import ConfigDict, StrictInt

from zero_slate.core.cut.events import FAR_APART, CutEvent
from zero_slate.core.media.alignment import lead, serving_timecode
from zero_slate.core.media.element import Align, Element
from zero_slate.core.settings.models.setup import Setup
from zero_slate.core.time.cadence import RateUse
from zero_slate.core.time.rate import FrameRate


@dataclass(frozen=True, slots=True)
class ClipSource:
    """The source frames, from midnight at a rate, that clip and cut began at when counted.

    The count goes by them: a cut that begins earlier gets lower numbers, and no frame that
    is drawn already gets another.
    """

    first: StrictInt
    cut: StrictInt
    rate: FrameRate

    __pydantic_config__: ClassVar[ConfigDict] = ConfigDict(extra="forbid")


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
        ahead = event.source.first - source.first
        slip = event.source.first - source.cut
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
    one_to_one = event.pace == event.speed == 1 and source.rate == event.source_rate
    away = abs(event.source.first - source.cut)
    return one_to_one and source.rate.seconds(away) <= FAR_APART + source.rate.seconds(event.length)
