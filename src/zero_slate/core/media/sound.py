"""A sound: how long it is against the cut, and where it lies by its time reference."""

from collections.abc import Iterator
from dataclasses import dataclass
from fractions import Fraction
from math import ceil, floor

from zero_slate.core.base.figures import counted, decimal, seconds, whole
from zero_slate.core.cut.events import CutEvent
from zero_slate.core.media.element import name_without
from zero_slate.core.time.frames import FrameRange
from zero_slate.core.time.rate import FrameRate
from zero_slate.core.time.timecode import frames_in_a_day

LEAST_RATE, MOST_RATE = 1000, 768_000


@dataclass(frozen=True, slots=True)
class Sound:
    """What a sound file, or a movie's sound, says of itself.

    `samples` are those of one channel. `time_reference` is the first sample's place since midnight,
    in samples (EBU Tech 3285, the `bext` chunk); None where there is none. `stamp` tells the file
    apart from what it is once changed; `contents` is the same for a copy of it. `others` are how
    many more sounds a movie has.
    """

    name: str
    sample_rate: int
    channels: int
    samples: int
    codec: str
    layout: str = ""
    bits: int | None = None
    time_reference: int | None = None
    writer: str = ""
    others: int = 0
    stamp: str = ""
    contents: str = ""

    @property
    def length(self) -> Fraction:
        """How long it lasts, in seconds."""
        return Fraction(self.samples, self.sample_rate)

    def frames(self, rate: FrameRate) -> Fraction:
        """Return how many frames at a rate it lasts."""
        return self.length * rate.fraction


@dataclass(frozen=True, slots=True)
class SoundElement:
    """A sound linked to a shot: its own name, whether it is used, and how far it is moved."""

    id: int
    sound: Sound
    own_name: str = ""
    on: bool = True
    offset: int = 0

    @property
    def name(self) -> str:
        """What it is called: its own name, or else its file's."""
        return self.own_name or self.sound.name

    def short_name(self, code: str) -> str:
        """Return what it is called in little room: its file's name without the shot's code."""
        return self.own_name or name_without(self.sound.name, code)


@dataclass(frozen=True, slots=True)
class LaidSound:
    """Where a sound lies: its first sample's place in shot frames, and what that was told by."""

    start: Fraction
    end: Fraction
    by: str

    @property
    def covers(self) -> FrameRange:
        """The shot's frames that it sounds at, whole or in part."""
        return FrameRange(floor(self.start), max(floor(self.start), ceil(self.end) - 1))


def samples_per_frame(sample_rate: int, rate: FrameRate) -> Fraction:
    """Return how many samples a frame lasts: 2002 at 48 kHz and 24000/1001."""
    return sample_rate / rate.fraction


def lay_sound(
    element: SoundElement,
    rate: FrameRate,
    cut: FrameRange,
    work: FrameRange,
    event: CutEvent | None,
) -> LaidSound:
    """Lay a sound on a shot's frames at `rate`.

    Its time reference is read as the edit's timecode or as the source's, whichever lies nearer to
    the cut; without one, or without an event, its first sample lies at the work range's first
    frame. A time reference counts real time: a timecode's frame n stands for n ÷ rate seconds.
    """
    sound = element.sound
    start, by = Fraction(work.first), "no time reference"
    if sound.time_reference is not None and event is not None:
        at = Fraction(sound.time_reference, sound.sample_rate)
        ways = [
            (_from(at, event.record_rate, event.record_in.frames, cut, rate), "the edit's timecode")
        ]
        if event.speed == 1:
            source = _from(at, event.source_rate, event.source_in.frames, cut, rate)
            ways.append((source, "the source's timecode"))
        start, by = min(ways, key=lambda way: _away(way[0], sound.frames(rate), work))
    start += element.offset
    return LaidSound(start, start + sound.frames(rate), by)


def _from(
    at: Fraction, label_rate: FrameRate, first_label: int, cut: FrameRange, rate: FrameRate
) -> Fraction:
    """Return the shot's frame at a moment of the day, where `first_label` is the cut's first."""
    day = Fraction(frames_in_a_day(label_rate, False)) / label_rate.fraction
    later = at - first_label / label_rate.fraction
    # Past midnight a time reference begins again.
    if later < -day / 2:
        later += day
    return cut.first + later * rate.fraction


def _away(start: Fraction, length: Fraction, work: FrameRange) -> Fraction:
    return max(start - work.last - 1, work.first - start - length, Fraction(0))


def sound_words(
    sound: Sound, laid: LaidSound, rate: FrameRate, cut: FrameRange
) -> Iterator[tuple[str, str, str]]:
    """Yield what is found of a sound against the cut: a code, a severity and a sentence."""
    each = samples_per_frame(sound.sample_rate, rate)
    wanted = cut.length * each
    length = (
        f"{whole(sound.samples)} samples, {decimal(sound.frames(rate), 2, trim=True)} frames, "
        f"{seconds(sound.length)}"
    )
    asked = f"the cut's {counted(cut.length, 'frame')} are {decimal(wanted, 1, trim=True)} samples"
    yield "sound.length", "note", f"{length}; {asked}."
    head, tail = laid.start - cut.first, cut.last + 1 - laid.end
    for short, where in ((head, "head"), (tail, "tail")):
        if short > 0:
            part = min(short, Fraction(cut.length))
            frames = f"{decimal(part, 2, trim=True)} {'frame' if part == 1 else 'frames'}"
            samples = whole(round(part * each))
            yield (
                "sound.short",
                "warn",
                f"Silent for {frames} at the cut's {where}: {samples} samples.",
            )
    if each.denominator != 1:
        cycle = each.denominator
        yield (
            "sound.samples",
            "note",
            f"At {sound.sample_rate:,} Hz a frame lasts {decimal(each, 4, trim=True)} samples: "
            f"only every {cycle} frames end on a whole one.",
        )
    part_of_frame = laid.start - floor(laid.start)
    if part_of_frame:
        later = seconds(part_of_frame / rate.fraction)
        yield (
            "sound.between",
            "note",
            f"Its first sample lies {later} into frame {floor(laid.start)}, between two frames.",
        )
