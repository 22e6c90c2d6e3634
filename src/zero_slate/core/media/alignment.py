"""Where an element's files lie among a shot's frames."""

from dataclasses import dataclass
from fractions import Fraction
from math import ceil, floor

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.cut.events import FAR_APART, CutEvent
from zero_slate.core.media.element import Align, Element, Role
from zero_slate.core.media.header import Media
from zero_slate.core.time.cadence import RateUse
from zero_slate.core.time.frames import FrameRange, gaps
from zero_slate.core.time.rate import FrameRate
from zero_slate.core.time.timecode import Timecode


@dataclass(frozen=True, slots=True)
class AlignedMedia:
    """An element's frames in the shot's count.

    Where `pace` is 1, shot frame = number in the file's name + `offset`. Otherwise the element's
    first frame lies at shot frame `start`, and shot frame i shows its frame ⌊(i − start) · pace⌋.
    """

    offset: int
    present: tuple[FrameRange, ...]
    start: int
    pace: Fraction = Fraction(1)

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
    if first is None or not serves(first, media, event):
        return None
    return event.source.first - first.frames


def serves(first: Timecode, media: Media, event: CutEvent) -> bool:
    """Return whether a media's timecode can tell where it lies: one far from the event can't."""
    last = first.frames + media.last - media.first
    gap = max(first.frames - event.source.last, event.source.first - last)
    return first.rate.seconds(gap) <= FAR_APART


def place(
    element: Element,
    rate: FrameRate,
    cut: FrameRange,
    work: FrameRange,
    event: CutEvent | None,
    shift: int = 0,
) -> AlignedMedia:
    """Lay an element on the frames of a shot at `rate`.

    By *timecode*, the cut's first source frame lies at the cut range's first; by *number*, the
    files' own numbers are shot frames, raised by what changes of the count have added since
    (`shift` less the element's `base`); by *first*, the first file lies at the work range's first.
    A media without a timecode, or a shot without an event, falls back to *first*.
    """
    media = element.media
    ahead = lead(media, event) if element.align is Align.TIMECODE else None
    if element.align is Align.NUMBER:
        offset = shift - element.base
    elif ahead is not None:
        offset = cut.first - ahead - media.first
    else:
        offset = work.first - media.first
    start = media.first + offset
    own = element.rate
    if own is None or own == rate or element.use is RateUse.FRAME:
        return AlignedMedia(offset, tuple(run.moved(offset) for run in media.present), start)
    pace = own.fraction / rate.fraction
    runs = (_in_real_time(run, media.first, pace, start) for run in media.present)
    # A single frame may last less than one of the shot's.
    present = tuple(run for run in runs if run is not None) or (FrameRange(start, start),)
    return AlignedMedia(offset, present, start, pace)


def _in_real_time(run: FrameRange, first: int, pace: Fraction, start: int) -> FrameRange | None:
    """Return the whole shot frames that a run fills: ⌈i ÷ pace⌉ to ⌊(j + 1) ÷ pace⌋ − 1."""
    begins = ceil((run.first - first) / pace)
    ends = floor((run.last + 1 - first) / pace) - 1
    return FrameRange(start + begins, start + ends) if begins <= ends else None


def best_align(
    media: Media, rate: FrameRate, cut: FrameRange, work: FrameRange, event: CutEvent | None
) -> Align:
    """Choose how to lay a media: by the first of timecode and number that meets the work range."""

    def meets(align: Align) -> bool:
        element = Element(0, Role.PLATE, media, align)
        return place(element, rate, cut, work, event).clip.overlap(work) is not None

    if lead(media, event) is not None and meets(Align.TIMECODE):
        return Align.TIMECODE
    return Align.NUMBER if meets(Align.NUMBER) else Align.FIRST
