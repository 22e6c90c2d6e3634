"""Where an element's files lie among a shot's frames."""

from dataclasses import dataclass

from zero_slate.core.cut import CutEvent
from zero_slate.core.frames import FrameRange, gaps
from zero_slate.core.media import Align, Media
from zero_slate.core.rate import FrameRate
from zero_slate.core.refusal import Refusal
from zero_slate.core.timecode import Timecode


@dataclass(frozen=True, slots=True)
class Placed:
    """An element's frames in the shot's count: shot frame = number in the file's name + offset."""

    offset: int
    present: tuple[FrameRange, ...]

    @property
    def clip(self) -> FrameRange:
        """From the first frame present to the last."""
        return FrameRange(self.present[0].first, self.present[-1].last)

    def missing(self, wanted: FrameRange) -> tuple[FrameRange, ...]:
        """Return the frames of a range that aren't there."""
        return gaps(wanted, self.present)


def first_timecode(media: Media, rate: FrameRate) -> Timecode | None:
    """Return the timecode of a media's first frame, at its own rate or else at `rate`."""
    if media.header.timecode is None:
        return None
    try:
        return Timecode.parse(media.header.timecode, media.header.rate or rate)
    except Refusal:
        return None


def lead(media: Media, event: CutEvent | None) -> int | None:
    """Return how many frames of a media come before the cut, by timecode, where that is known."""
    if event is None or event.speed != 1:
        return None
    if media.header.rate not in (None, event.source_rate):
        return None  # labels of two rates don't count the same moments
    first = first_timecode(media, event.source_rate)
    return None if first is None else event.source.first - first.frames


def place(
    media: Media, align: Align, cut: FrameRange, work: FrameRange, event: CutEvent | None
) -> Placed:
    """Lay a media on the shot's frames.

    By *timecode*, the cut's first source frame lies at the cut range's first; by *number*, the
    files' own numbers are shot frames; by *first*, the first file lies at the work range's first.
    A media without a timecode, or a shot without an event, falls back to *first*.
    """
    ahead = lead(media, event) if align is Align.TIMECODE else None
    if align is Align.NUMBER:
        offset = 0
    elif ahead is not None:
        offset = cut.first - ahead - media.first
    else:
        offset = work.first - media.first
    return Placed(offset, tuple(run.moved(offset) for run in media.present))


def best_align(media: Media, cut: FrameRange, work: FrameRange, event: CutEvent | None) -> Align:
    """Choose how to lay a media: by the first of timecode and number that meets the work range."""
    if lead(media, event) is not None and _meets(media, Align.TIMECODE, cut, work, event):
        return Align.TIMECODE
    if _meets(media, Align.NUMBER, cut, work, event):
        return Align.NUMBER
    return Align.FIRST


def _meets(
    media: Media, align: Align, cut: FrameRange, work: FrameRange, event: CutEvent | None
) -> bool:
    return place(media, align, cut, work, event).clip.overlap(work) is not None
