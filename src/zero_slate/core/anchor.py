"""Where a shot's cut lies in the counts that come from its source."""

from dataclasses import dataclass
from typing import ClassVar

from pydantic import ConfigDict, StrictInt

from zero_slate.core.cut import CutEvent
from zero_slate.core.media import Element
from zero_slate.core.placing import Placed, first_timecode, lead
from zero_slate.core.rate import FrameRate


@dataclass(frozen=True, slots=True)
class ClipSource:
    """The source frame, from midnight at a rate, at which the clip began when it was counted.

    The count stays tied to it: a cut that begins earlier gets lower numbers, and no frame that is
    drawn already gets another.
    """

    first: StrictInt
    rate: FrameRate

    __pydantic_config__: ClassVar[ConfigDict] = ConfigDict(extra="forbid")


@dataclass(frozen=True, slots=True)
class Anchor:
    """What is known of the cut's first frame: None where it isn't.

    `lead` is how many frames the clip, as it was counted, has before it; `file` the number in its
    file's name; `timecode` its source timecode in frames since midnight.
    """

    lead: int | None = None
    file: int | None = None
    timecode: int | None = None


def anchor_of(
    event: CutEvent | None,
    source: ClipSource | None,
    plate: Element | None,
    placed: Placed | None,
    cut_first: int,
) -> Anchor:
    """Gather what event, plate and the clip as it was counted say. `placed` is the plate's."""
    ahead = lead(plate.media, event) if plate else None
    if ahead is None and source is not None and event is not None and _one_to_one(source, event):
        ahead = event.source.first - source.first
    file = timecode = None
    if plate is not None and placed is not None and placed.pace == 1:
        file = cut_first - placed.offset
        label = first_timecode(plate.media, event.source_rate if event else FrameRate.parse("24"))
        if label is not None:
            timecode = label.frames + file - plate.media.first
    if event is not None:
        timecode = event.source.first
    return Anchor(ahead, file, timecode)


def _one_to_one(source: ClipSource, event: CutEvent) -> bool:
    return event.pace == event.speed == 1 and source.rate == event.source_rate
