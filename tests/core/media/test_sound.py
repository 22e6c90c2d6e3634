"""Sounds against the cut: samples a frame, and where a time reference lies."""

from dataclasses import replace
from fractions import Fraction

import pytest

from tests.core.scenes import EVENT
from zero_slate.core.media.sound import (
    Sound,
    SoundElement,
    SoundTiming,
    lay_sound,
    samples_per_frame,
    sound_offers,
    sound_words,
)
from zero_slate.core.time.frames import FrameRange
from zero_slate.core.time.rate import FrameRate

FILM = FrameRate(Fraction(24000, 1001))
CUT, WORK = FrameRange(1009, 1100), FrameRange(1001, 1108)


@pytest.mark.parametrize(
    ("rate", "samples"),
    [("24000/1001", Fraction(2002)), ("25", Fraction(1920)), ("30000/1001", Fraction(8008, 5)),
     ("60000/1001", Fraction(4004, 5))],
)  # fmt: skip
def test_samples_a_frame_at_48_khz(rate: str, samples: Fraction) -> None:
    assert samples_per_frame(48000, FrameRate.parse(rate)) == samples


def sound(samples: int, reference: int | None, rate: int = 48000) -> SoundElement:
    return SoundElement(
        1, Sound("bell.wav", rate, 2, samples, "pcm_s16le", time_reference=reference)
    )


def test_the_edits_time_reference_lies_at_the_cut() -> None:
    # The event begins at 01:00:08:10, frame 86,602 of the day, each of 2002 samples.
    start = EVENT.record_in.frames * 2002
    laid = lay_sound(sound(92 * 2002, start), FILM, CUT, WORK, EVENT)
    assert (laid.start, laid.end, laid.by) == (1009, 1101, "the edit's timecode")
    assert [code for code, *_ in sound_words(sound(92 * 2002, start), laid, FILM, CUT)] == [
        "sound.length"
    ]


def test_the_sources_time_reference_serves_where_it_lies_nearer() -> None:
    start = EVENT.source_in.frames * 2002
    laid = lay_sound(sound(92 * 2002, start - 4004), FILM, CUT, WORK, EVENT)
    assert (laid.start, laid.by) == (1007, "the source's timecode")


def test_what_is_silent_and_between_frames_is_said() -> None:
    start = EVENT.record_in.frames * 2002 + 1001
    element = sound(46 * 2002, start)
    laid = lay_sound(element, FILM, CUT, WORK, EVENT)
    said = {code: text for code, _, text in sound_words(element, laid, FILM, CUT)}
    assert "sound.short" in said
    assert (
        said["sound.between"]
        == "Its first sample lies 20.9 ms into frame 1009, between two frames."
    )
    short = [t for c, _, t in sound_words(element, laid, FILM, CUT) if c == "sound.short"]
    assert short == [
        "Silent for 0.5 frames at the cut's head: 1001 samples.",
        "Silent for 45.5 frames at the cut's tail: 91,091 samples.",
    ]


def test_without_a_reference_it_begins_with_the_work_range() -> None:
    laid = lay_sound(sound(48000, None), FILM, CUT, WORK, EVENT)
    assert (laid.start, laid.by) == (1001, "no time reference")
    moved = lay_sound(SoundElement(1, sound(48000, None).sound, offset=-3), FILM, CUT, WORK, EVENT)
    assert moved.start == 998


def test_a_rate_of_part_samples_is_noted() -> None:
    element = sound(44100, None, 44100)
    laid = lay_sound(element, FILM, CUT, WORK, EVENT)
    said = {code: text for code, _, text in sound_words(element, laid, FILM, CUT)}
    # 44,100 · 1001 ÷ 24,000
    assert said["sound.samples"] == (
        "At 44,100 Hz a frame lasts 1839.3375 samples: only every 80 frames end on a whole one."
    )


@pytest.mark.parametrize("rate", [47_952, 44_100, 48_000, 44_056, 96_000])
def test_a_reference_in_whole_samples_lies_at_its_frame(rate: int) -> None:
    """The nearest whole sample is up to half a sample off, and never a frame."""
    for frame in range(EVENT.record_in.frames, EVENT.record_in.frames + 40):
        exact = frame / FILM.fraction * rate
        reference = round(exact)
        long = round(92 / FILM.fraction * rate)
        laid = lay_sound(sound(long, reference, rate), FILM, CUT, WORK, EVENT)
        at = 1009 + frame - EVENT.record_in.frames
        assert (laid.start, laid.covers) == (at, FrameRange(at, at + 91))


def test_a_reference_counted_at_24_is_recognised_and_offered() -> None:
    """Counted in a 24th of a second, frame n begins n × 2000 samples on, and not n × 2002."""
    counted = sound(92 * 2002, EVENT.record_in.frames * 2000)
    (offer,) = sound_offers(counted, FILM, CUT, WORK, EVENT)
    assert offer.timing is SoundTiming.COUNTED_DOWN
    assert offer.words == (
        "Its reference counted 0.1 % slower, it begins at 1009 and lasts 92 frames."
    )
    taken = replace(counted, timing=offer.timing)
    laid = lay_sound(taken, FILM, CUT, WORK, EVENT)
    assert (laid.start, laid.end) == (1009, 1101)
    assert sound_offers(taken, FILM, CUT, WORK, EVENT) == ()
    # What lies right already is offered nothing.
    assert (
        sound_offers(sound(92 * 2002, EVENT.record_in.frames * 2002), FILM, CUT, WORK, EVENT) == ()
    )


def test_a_sound_that_was_not_pulled_with_its_picture_is_offered_its_pull() -> None:
    film = sound(92 * 2000, EVENT.record_in.frames * 2000)
    (offer,) = sound_offers(film, FILM, CUT, WORK, EVENT)
    assert offer.timing is SoundTiming.PULLED_DOWN
    laid = lay_sound(replace(film, timing=offer.timing), FILM, CUT, WORK, EVENT)
    assert (laid.start, laid.end) == (1009, 1101)
    without = sound(92 * 2000, None)
    assert [each.timing for each in sound_offers(without, FILM, CUT, WORK, EVENT)] == [
        SoundTiming.PULLED_DOWN
    ]
    pulled = sound(92 * 2000, None, 47_952)
    laid = lay_sound(pulled, FILM, CUT, WORK, EVENT)
    told = {code: text for code, _, text in sound_words(pulled, laid, FILM, CUT)}
    assert told["sound.pulled"] == "47,952 Hz is 48,000 pulled down by 0.1 %."
