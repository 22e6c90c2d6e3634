"""Cut lists: what is read, and how each bad one is refused."""

from fractions import Fraction

import opentimelineio as otio
import pytest

from tests.makers import FILM, edl, event
from zero_slate.core.cut.events import CodeRule
from zero_slate.core.time.frames import FrameRange
from zero_slate.core.time.rate import FrameRate
from zero_slate.files.cuts.cut_list import CutList, CutRefusal, RateNeeded
from zero_slate.files.cuts.reading import read_cut_list

RULE = CodeRule()
FILM_24 = FrameRate(Fraction(24))
NTSC = FrameRate(Fraction(30000, 1001))
ONE = event(1, "04:31:09:09", "01:00:00:00", 92, "FRO_0030_plate_v001")
TWO = event(2, "05:00:00:00", "01:00:03:20", 40, "FRO_0040_plate_v001")


def read(content: bytes, rate: FrameRate | None = FILM) -> CutList:
    return read_cut_list(content, RULE, rate=rate)


def test_an_edl_gives_codes_ranges_and_reels() -> None:
    cut = read(edl(ONE, TWO))
    first, second = cut.events
    assert (cut.title, cut.rate, cut.drop) == ("A cut", FILM, False)
    assert (first.code, first.name, first.reel) == ("FRO_0030", "FRO_0030_plate_v001", "A001")
    assert str(first.source_in) == "04:31:09:09"
    assert str(first.record_in) == "01:00:00:00"
    assert (first.length, second.length) == (92, 40)
    assert second.record.first == first.record.last + 1
    assert first.record_rate == FILM


def test_an_edl_does_not_say_its_rate() -> None:
    with pytest.raises(RateNeeded, match="rate"):
        read(edl(ONE), None)


def test_labels_that_cannot_be_at_a_rate_are_refused_with_their_line() -> None:
    at_30 = edl("001  A001  V  C  00:00:00:00 00:00:01:00 01:00:00:29 01:00:01:29")
    with pytest.raises(CutRefusal, match=r"Line 3: 01:00:00:29 has 29 frames.*0 to 23") as refused:
        read(at_30)
    assert refused.value.line == 3
    assert read(at_30, FrameRate(Fraction(30))).events[0].length == 30


@pytest.mark.parametrize(
    "content",
    [
        edl(
            "001  A001  V  C  01:00:58;00 01:01:02;02 01:00:58;00 01:01:02;02",
            heading="FCM: DROP FRAME",
        ),
        # Many systems write colons under a drop-frame heading.
        edl(
            "001  A001  V  C  01:00:58:00 01:01:02:02 01:00:58:00 01:01:02:02",
            heading="FCM: DROP FRAME",
        ),
    ],
)
def test_drop_frame_lists_are_told_apart(content: bytes) -> None:
    cut = read(content, NTSC)
    assert cut.drop
    assert cut.events[0].length == 120
    assert str(cut.events[0].record_in) == "01:00:58;00"
    with pytest.raises(CutRefusal, match="Line 3: Drop-frame timecode does not exist at 24"):
        read(content, FILM_24)


def test_non_drop_lists_stay_non_drop() -> None:
    content = edl("001  A001  V  C  01:00:58:00 01:01:02:02 01:00:58:00 01:01:02:02")
    cut = read(content, NTSC)
    assert not cut.drop
    assert cut.events[0].length == 122


@pytest.mark.parametrize(
    ("motion", "source_out", "speed", "source"),
    [
        ("048.0", "03:00:02:00", Fraction(2), 48),
        ("012.0", "03:00:00:12", Fraction(1, 2), 12),
        ("-024.0", "03:00:01:00", Fraction(-1), 24),
        ("000.0", "03:00:00:01", Fraction(0), 1),
    ],
)
def test_retimes_are_read(motion: str, source_out: str, speed: Fraction, source: int) -> None:
    content = edl(
        f"001  C001  V  C  03:00:00:00 {source_out} 01:00:00:00 01:00:01:00",
        f"M2   C001       {motion}                03:00:00:00",
        "* FROM CLIP NAME: FRO_0030",
    )
    (found,) = read(content, FILM_24).events
    assert (found.speed, found.length, found.source.length) == (speed, 24, source)


def test_a_dissolve_shows_its_frames_of_both_shots() -> None:
    content = edl(
        "001  A001  V  C      01:00:00:00 01:00:02:00 01:00:00:00 01:00:02:00",
        "* FROM CLIP NAME: FRO_0010",
        "002  A001  V  C      01:00:02:00 01:00:02:00 01:00:02:00 01:00:02:00",
        "002  B001  V  D 024  02:00:00:00 02:00:03:00 01:00:02:00 01:00:05:00",
        "* FROM CLIP NAME: FRO_0010",
        "* TO CLIP NAME: FRO_0020",
    )
    first, second = read(content, FILM_24).events
    assert (first.length, second.length) == (72, 72)
    assert first.source == FrameRange.starting(86400, 72)
    assert second.record.first == 86400 + 48


def test_black_is_no_shot_and_a_nameless_clip_goes_by_its_reel() -> None:
    content = edl(
        "001  BL    V  C  00:00:00:00 00:00:01:00 01:00:00:00 01:00:01:00",
        "002  FRO_0050_v2  V  C  02:00:00:00 02:00:01:00 01:00:01:00 01:00:02:00",
    )
    (found,) = read(content, FILM_24).events
    assert found.code == "FRO_0050"


@pytest.mark.parametrize(
    ("content", "words"),
    [
        (b"", "empty"),
        (b"   \n", "empty"),
        (b"\x00\x01\x02", "not text"),
        (b"a shopping list\n", "no line of it is an EDL event"),
        (b"<?xml version='1.0'?><xmeml/>", "is XML"),
        (b"{}", "nothing in it is an OpenTimelineIO timeline"),
        (b'{"OTIO_SCHEMA": "Timeline.1",\n "name": ', "Line 2: the JSON breaks off"),
        (b'{"OTIO_SCHEMA": "Clip.2", "name": "x"}', "holds a Clip, not a timeline"),
        (otio.adapters.write_to_string(otio.schema.Clip("x"), "otio_json").encode(), "not a timel"),
        (edl(ONE)[:75], "Line 3: event 001 has . whole timecodes and needs 4"),
        (
            edl(ONE, event(2, "05:00:00:00", "01:00:03:00", 40, "B")),
            r"Line 5: event 002 begins at 01:00:03:00, 20 frames before event 001 \(line 3\)",
        ),
        (
            edl("001  A001  V  C  01:00:00:00 01:00:00:00 01:00:00:00 01:00:01:00"),
            "Line 3: event 001 has a source range of no length",
        ),
        (
            edl("001  A001  V  C  01:00:00:00 01:00:02:00 01:00:00:00 01:00:01:00"),
            "48 source frames into 24 record frames, and no M2 line",
        ),
        (
            edl("001  A001  A  C  01:00:00:00 01:00:01:00 01:00:00:00 01:00:01:00"),
            "Line 3: The list holds sound only",
        ),
    ],
)
def test_each_bad_list_is_refused_in_its_own_words(content: bytes, words: str) -> None:
    with pytest.raises(CutRefusal, match=words):
        read(content)


def timeline(*clips: otio.core.Item, start: int = 86400) -> bytes:
    rate = float(FILM.fraction)
    made = otio.schema.Timeline("A cut", global_start_time=otio.opentime.RationalTime(start, rate))
    track = otio.schema.Track("V1", kind=otio.schema.TrackKind.Video)
    track.extend(clips)
    made.tracks.append(track)
    return otio.adapters.write_to_string(made, "otio_json").encode()


def clip(
    name: str, first: int, length: int, rate: float = float(FILM.fraction)
) -> otio.schema.Clip:
    start = otio.opentime.RationalTime(first, rate)
    duration = otio.opentime.RationalTime(length, float(FILM.fraction))
    return otio.schema.Clip(name, source_range=otio.opentime.TimeRange(start, duration))


def test_a_timeline_says_its_rate_exactly() -> None:
    gap = otio.schema.Gap(duration=otio.opentime.RationalTime(10, float(FILM.fraction)))
    cut = read(timeline(clip("FRO_0010_v1", 100, 48), gap, clip("FRO_0020", 0, 24)), None)
    assert cut.rate == FILM
    assert [e.record for e in cut.events] == [
        FrameRange.starting(86400, 48),
        FrameRange.starting(86458, 24),
    ]
    assert cut.events[0].source == FrameRange.starting(100, 48)


def test_footage_at_another_rate_keeps_its_own() -> None:
    (found,) = read(timeline(clip("ARC_0010", 900_000, 118, 25.0)), None).events
    assert found.source_rate == FrameRate(Fraction(25))
    assert str(found.source_in) == "10:00:00:00"
    assert found.source.length == 124  # 118 × 25 ÷ 23.976, rounded up


def test_a_timelines_retimes_and_disabled_clips() -> None:
    fast = clip("FRO_0010", 0, 24)
    fast.effects.append(otio.schema.LinearTimeWarp(time_scalar=2.0))
    held = clip("FRO_0020", 0, 24)
    held.effects.append(otio.schema.FreezeFrame())
    off = clip("FRO_0030", 0, 24)
    off.enabled = False
    events = read(timeline(fast, held, off), None).events
    assert [(e.code, e.speed) for e in events] == [("FRO_0010", 2), ("FRO_0020", 0)]


def test_a_clip_without_any_range_is_refused_and_one_without_a_name_read() -> None:
    with pytest.raises(CutRefusal, match="“FRO_0010” says no source range"):
        read(timeline(otio.schema.Clip("FRO_0010")), None)
    assert read(timeline(clip("", 0, 24)), None).events[0].code == "clip_1"


def test_damaged_json_never_reaches_the_library() -> None:
    """It ends the whole program where a map of media is cut short."""
    text = timeline(clip("FRO_0010", 0, 24)).decode()
    at = text.index('"media_references"')
    for cut in range(at, at + 260, 7):
        with pytest.raises(CutRefusal, match="breaks off or is damaged"):
            read((text[:cut] + text[cut + 9 :] + "}").encode(), None)


def test_a_clip_of_no_length_is_refused() -> None:
    with pytest.raises(CutRefusal, match="“FRO_0010” has a source range of no length"):
        read(timeline(clip("FRO_0010", 0, 0)), None)


def test_a_timeline_at_another_rate_than_asked_is_refused() -> None:
    with pytest.raises(CutRefusal, match="at 24000/1001 and 25 was asked"):
        read(timeline(clip("FRO_0010", 0, 24)), FrameRate(Fraction(25)))


def test_a_timeline_without_a_start_is_at_the_rate_of_its_clips() -> None:
    def without_start(*rates: int) -> bytes:
        made = otio.schema.Timeline("A cut")
        track = otio.schema.Track("V1", kind=otio.schema.TrackKind.Video)
        for number, rate in enumerate(rates, start=1):
            whole = otio.opentime.TimeRange(
                otio.opentime.RationalTime(0, rate), otio.opentime.RationalTime(rate, rate)
            )
            track.append(otio.schema.Clip(f"FRO_{number:04d}", source_range=whole))
        made.tracks.append(track)
        return otio.adapters.write_to_string(made, "otio_json").encode()

    assert str(read(without_start(25, 25), None).rate) == "25"
    with pytest.raises(RateNeeded, match="its clips are at 24 and 25"):
        read(without_start(24, 25), None)
    asked = read(without_start(24, 25), FrameRate(Fraction(25)))
    assert (str(asked.rate), [e.length for e in asked.events]) == ("25", [25, 25])
