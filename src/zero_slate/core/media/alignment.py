"""Where an element's files lie among a shot's frames."""

from dataclasses import dataclass
from fractions import Fraction
from math import ceil, floor

from zero_slate.core.base.figures import clock_time
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.cut.events import FAR_APART, CutEvent
from zero_slate.core.media.element import Align, Element, Role
from zero_slate.core.media.header import Media, MediaKind
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

    def number(self, frame: int, first: int) -> int:
        """Return the file number at a frame of the shot; `first` is the media's first."""
        if self.pace == 1:
            return frame - self.offset
        return first + floor((frame - self.start) * self.pace)

    def moved(self, frames: int) -> "AlignedMedia":
        """Return it laid so many frames later."""
        if not frames:
            return self
        present = tuple(run.moved(frames) for run in self.present)
        return AlignedMedia(self.offset + frames, present, self.start + frames, self.pace)

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


def serving_timecode(media: Media, event: CutEvent | None, rate: FrameRate) -> Timecode | None:
    """Return the timecode of a media's first frame where it can tell where the media lies.

    It is at the event's source rate, where there is an event. None where there is none, and where
    one has to be left aside, as `left_aside` says.
    """
    if media.header.timecode is None or left_aside(media, event, rate):
        return None
    try:
        return Timecode.parse(media.header.timecode, _label_rate(media, event, rate))
    except Refusal:
        return None


def left_aside(media: Media, event: CutEvent | None, rate: FrameRate) -> str:
    """Say why a media's timecode can't serve; empty where it can, or where there is none."""
    label = media.header.timecode
    if label is None:
        return ""
    own = media.header.rate or rate
    try:
        first = Timecode.parse(label, _label_rate(media, event, rate))
    except Refusal as refusal:
        return f"reads {label}: {str(refusal).rstrip('.')}"
    if len(media.jumps) == media.count - 1 > 1:
        return f"is {label} on every frame"
    if event is None:
        numbered = media.kind is MediaKind.SEQUENCE and media.first > 1
        return f"is {label} on frame {media.first}" if numbered and not first.frames else ""
    source = event.source_rate
    if own.nominal != source.nominal:
        return f"counts {own.nominal} frames a second, the edit's source {source.nominal}"
    if first.drop != event.source_drop and source.has_drop_frame:
        kinds = ("non-drop", "drop-frame")
        return f"is {kinds[first.drop]}, the edit's source {kinds[event.source_drop]}"
    apart = first.rate.seconds(_gap(first, media, event))
    if apart > FAR_APART:
        return f"begins at {label}, {clock_time(apart)} away from what the edit shows"
    return ""


def _label_rate(media: Media, event: CutEvent | None, rate: FrameRate) -> FrameRate:
    """Return the rate that labels are read at: rates of one nominal have the same labels."""
    own = media.header.rate or (event.source_rate if event else rate)
    if event is not None and own.nominal == event.source_rate.nominal:
        return event.source_rate
    return own


def _gap(first: Timecode, media: Media, event: CutEvent) -> int:
    """Return how many frames lie between a media and what the edit shows of its source."""
    length = media.last - media.first + 1
    return event.run.apart(FrameRange.starting(first.frames, length))


def lead(media: Media, event: CutEvent | None) -> int | None:
    """Return how many frames of a media come before the cut, by timecode, where that is known."""
    if event is None or event.speed != 1:
        return None
    first = serving_timecode(media, event, event.source_rate)
    return None if first is None else event.source.first - event.run.moment(first.frames)


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
    A media without a timecode, or a shot without an event, falls back to *first*. What a person
    moved it by is added.
    """
    return _place(element, rate, cut, work, event, shift).moved(element.offset)


def _place(
    element: Element,
    rate: FrameRate,
    cut: FrameRange,
    work: FrameRange,
    event: CutEvent | None,
    shift: int,
) -> AlignedMedia:
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
