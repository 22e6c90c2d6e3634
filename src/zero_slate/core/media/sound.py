"""A sound: how long it is against the cut, and where it lies by its time reference."""

from collections.abc import Iterator
from dataclasses import dataclass, replace
from enum import StrEnum
from fractions import Fraction
from math import ceil, floor

from zero_slate.core.base.figures import counted, decimal, round_half_up, seconds, whole
from zero_slate.core.cut.events import CutEvent
from zero_slate.core.media.element import name_without
from zero_slate.core.time.frames import FrameRange
from zero_slate.core.time.rate import FrameRate
from zero_slate.core.time.timecode import frames_in_a_day

LEAST_RATE, MOST_RATE = 1000, 768_000
# Film and video rates, and the sample rates pulled with them, lie so far apart.
PULL = Fraction(1001, 1000)
USUAL_RATES = (44_100, 48_000, 88_200, 96_000, 192_000)
# No time reference is later than this, in seconds: a day of film's labels played at 24000/1001.
LATEST = 24 * 3600 * PULL


class SoundTiming(StrEnum):
    """How a sound is timed where it isn't as its file says."""

    AS_READ = ""
    PULLED_DOWN = "pulled down"
    PULLED_UP = "pulled up"
    COUNTED_DOWN = "counted down"
    COUNTED_UP = "counted up"

    @property
    def played(self) -> Fraction:
        """How long a second of its file lasts, in seconds."""
        return {SoundTiming.PULLED_DOWN: PULL, SoundTiming.PULLED_UP: 1 / PULL}.get(
            self, Fraction(1)
        )

    @property
    def counted(self) -> Fraction:
        """How many seconds of the day one of its time reference is."""
        down = (SoundTiming.PULLED_DOWN, SoundTiming.COUNTED_DOWN)
        return Fraction(1) if self is SoundTiming.AS_READ else PULL if self in down else 1 / PULL

    @property
    def words(self) -> str:
        """What it does, in words; empty for what a file says."""
        return {
            SoundTiming.PULLED_DOWN: "played 0.1 % slower, its reference with it",
            SoundTiming.PULLED_UP: "played 0.1 % faster, its reference with it",
            SoundTiming.COUNTED_DOWN: "its reference counted 0.1 % slower",
            SoundTiming.COUNTED_UP: "its reference counted 0.1 % faster",
        }.get(self, "")


@dataclass(frozen=True, slots=True)
class Sound:
    """What a sound file, or a movie's sound, says of itself.

    `samples` are those of one channel. `time_reference` is the first sample's place since midnight,
    in samples (EBU Tech 3285, the `bext` chunk); None where there is none. `stamp` tells the file
    apart from what it is once changed; `contents` is the same for a copy of it. `others` are how
    many more sounds a movie has. `notes` say what was made of odd values.
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
    notes: tuple[str, ...] = ()

    @property
    def length(self) -> Fraction:
        """How long it lasts, in seconds."""
        return Fraction(self.samples, self.sample_rate)

    def frames(self, rate: FrameRate) -> Fraction:
        """Return how many frames at a rate it lasts."""
        return self.length * rate.fraction


@dataclass(frozen=True, slots=True)
class SoundElement:
    """A sound linked to a shot: what it is called, whether it is used, where and how it is laid."""

    id: int
    sound: Sound
    own_name: str = ""
    on: bool = True
    offset: int = 0
    timing: SoundTiming = SoundTiming.AS_READ

    def frames(self, rate: FrameRate) -> Fraction:
        """Return how many frames at a rate it lasts, timed as it is."""
        return self.sound.frames(rate) * self.timing.played

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
    length = element.frames(rate)
    if sound.time_reference is not None and event is not None:
        at = Fraction(sound.time_reference, sound.sample_rate) * element.timing.counted
        ways = [
            (_from(at, event.record_rate, event.record_in.frames, cut, rate), "the edit's timecode")
        ]
        if event.speed == 1:
            source = _from(at, event.source_rate, event.source_in.frames, cut, rate)
            ways.append((source, "the source's timecode"))
        start, by = min(ways, key=lambda way: _away(way[0], length, work))
    start = _whole(start, sound.sample_rate, rate) + element.offset
    return LaidSound(start, _whole(start + length, sound.sample_rate, rate), by)


def _whole(frame: Fraction, sample_rate: int, rate: FrameRate) -> Fraction:
    """Return the frame that a moment is, where it is within half a sample of one.

    References and lengths are in whole samples, and frames seldom begin on one.
    """
    nearest = round_half_up(frame)
    return Fraction(nearest) if abs(frame - nearest) * 2 * sample_rate <= rate.fraction else frame


@dataclass(frozen=True, slots=True)
class SoundOffer:
    """Another timing that a sound seems to have, and what tells it."""

    timing: SoundTiming
    """The timing."""
    words: str
    """What tells it, and what it would do."""


def sound_offers(
    element: SoundElement,
    rate: FrameRate,
    cut: FrameRange,
    work: FrameRange,
    event: CutEvent | None,
) -> tuple[SoundOffer, ...]:
    """Return the timings that fit a sound to its shot where its own doesn't.

    A reference counted at 24 in a shot at 24000/1001, or a sound of another pull, is 0.1 % off: it
    is recognised where what is 0.1 % away begins at the work range or the cut, or is as long, to
    the sample.
    """
    laid = lay_sound(element, rate, cut, work, event)
    marks = {Fraction(run.first) for run in (cut, work)}
    lengths = {run.length for run in (cut, work)}
    sample = rate.fraction / element.sound.sample_rate
    found: list[SoundOffer] = []
    for timing in SoundTiming:
        if timing is SoundTiming.AS_READ or element.timing is not SoundTiming.AS_READ:
            continue
        other = replace(element, timing=timing)
        would = lay_sound(other, rate, cut, work, event)
        fits = {abs(other.frames(rate) - length) <= sample for length in lengths}
        fitted = {abs(element.frames(rate) - length) <= sample for length in lengths}
        begins = laid.start not in marks and would.start in marks
        referred = element.sound.time_reference is not None
        longer = True in fits and True not in fitted
        if timing.played != 1:
            # Both its length and, where it has one, its reference have to say so.
            good = longer and (not referred or begins)
        else:
            good = begins and referred and not found
        if good:
            begin = decimal(would.start, 2, trim=True)
            found.append(
                SoundOffer(
                    timing,
                    f"{timing.words[0].upper()}{timing.words[1:]}, it begins at {begin} and lasts "
                    f"{decimal(other.frames(rate), 2, trim=True)} frames.",
                )
            )
    return tuple(found)


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
    element: SoundElement, laid: LaidSound, rate: FrameRate, cut: FrameRange
) -> Iterator[tuple[str, str, str]]:
    """Yield what is found of a sound against the cut: a code, a severity and a sentence."""
    sound = element.sound
    each = samples_per_frame(sound.sample_rate, rate)
    wanted = cut.length * each
    length = (
        f"{whole(sound.samples)} samples, {decimal(element.frames(rate), 2, trim=True)} frames, "
        f"{seconds(sound.length * element.timing.played)}"
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
    usual = _pulled_from(sound.sample_rate)
    if usual:
        way = "down" if sound.sample_rate < usual else "up"
        yield (
            "sound.pulled",
            "note",
            f"{sound.sample_rate:,} Hz is {usual:,} pulled {way} by 0.1 %.",
        )
    for note in sound.notes:
        yield "sound.odd", "note", f"{note[0].upper()}{note[1:]}."
    part_of_frame = laid.start - floor(laid.start)
    if part_of_frame:
        later = seconds(part_of_frame / rate.fraction)
        yield (
            "sound.between",
            "note",
            f"Its first sample lies {later} into frame {floor(laid.start)}, between two frames.",
        )


def _pulled_from(sample_rate: int) -> int | None:
    """Return the usual sample rate that another is, 0.1 % off; None for any other."""
    pulled = {round_half_up(each * pull): each for each in USUAL_RATES for pull in (PULL, 1 / PULL)}
    return pulled.get(sample_rate)
