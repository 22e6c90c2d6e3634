"""What people type for time: understood as the trade writes it, told where it isn't."""

import itertools
from fractions import Fraction

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.core.scenes import CLOCK, FILM
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.time.entry.clock import Clock, Entry, TimecodeAnchor
from zero_slate.core.time.entry.lengths import read_length
from zero_slate.core.time.entry.moments import read_moment, read_number, write_moment
from zero_slate.core.time.entry.ranges import read_ends
from zero_slate.core.time.entry.scanner import EntryRefusal
from zero_slate.core.time.film import FeetFrames
from zero_slate.core.time.frames import FURTHEST, FrameRange, RangeRefusal
from zero_slate.core.time.rate import FrameRate
from zero_slate.core.time.timecode import Timecode, TimecodeRefusal

NTSC = Clock(FrameRate(Fraction(30000, 1001)), drop=True)


STANDS = FrameRange(1001, 1108)


def typed_whole(text: str, clock: Clock = CLOCK, stands: FrameRange = STANDS) -> FrameRange:
    """A range typed in one field, both ends."""
    return read_ends(text, str(stands.last), Entry(clock, stands, ("first",)))


CLOCKS = st.sampled_from(
    [
        CLOCK,
        NTSC,
        Clock(FrameRate(Fraction(25))),
        Clock(FrameRate(Fraction(12))),
        Clock(FrameRate(Fraction(60000, 1001)), drop=True),
    ]
)
FRAMES = st.integers(-FURTHEST, FURTHEST)


@pytest.mark.parametrize(
    ("text", "frames"),
    [
        ("108", 108),
        ("108f", 108),
        ("4s", 96),  # 95.904 frames
        ("4.5s", 108),
        ("2m3s", 2949),
        ("1h", 86314),
        ("2m 3s 5f", 2954),
        ("6+12", 108),
        ("6+12ft", 108),
        ("12x2", 24),
        ("36 × 3", 108),
        ("00:00:04:12", 108),
        ("+8", 108),
        ("-8", 92),
        ("+1s", 124),
        ("−4", 96),
    ],
)
def test_lengths_as_the_trade_writes_them(text: str, frames: int) -> None:
    assert read_length(text, Entry(CLOCK, 100)) == frames


@pytest.mark.parametrize(
    ("text", "frame"),
    [
        ("1009", 1009),
        ("+8", 1012),
        ("-8", 996),
        ("+1s", 1028),
        ("=-8", -8),
        ("01:00:08:10", 1009),  # the cut's first frame, in the edit
        ("01:00:10:00", 1047),
        ("04:31:09:01", 1001),  # eight before it, in the source
    ],
)
def test_frames_by_number_by_step_and_by_timecode(text: str, frame: int) -> None:
    assert read_moment(text, Entry(CLOCK, 1004)) == frame


@pytest.mark.parametrize(
    ("text", "run"),
    [
        ("1001-1100", FrameRange(1001, 1100)),
        ("1001–1100", FrameRange(1001, 1100)),
        ("1001 .. 1100", FrameRange(1001, 1100)),
        ("1001 to 1100", FrameRange(1001, 1100)),
        ("1001+100", FrameRange(1001, 1100)),
        ("1001+4s", FrameRange(1001, 1096)),
        ("1001+6+12", FrameRange(1001, 1108)),
        ("4s", FrameRange(1001, 1096)),
        ("54x2", FrameRange(1001, 1108)),
        ("6+12ft", FrameRange(1001, 1108)),
        ("6+12", FrameRange(6, 17)),  # a plus after a frame begins a length
        ("-8..+8", FrameRange(993, 1116)),
        ("=-8-100", FrameRange(-8, 100)),
        ("01:00:08:10-01:00:12:05", FrameRange(1009, 1100)),
    ],
)
def test_ranges_as_the_trade_writes_them(text: str, run: FrameRange) -> None:
    assert typed_whole(text) == run


@pytest.mark.parametrize(
    ("first", "last", "typed", "run"),
    [
        ("-8", "1108", ("first",), FrameRange(993, 1108)),
        ("1001", "+8", ("last",), FrameRange(1001, 1116)),
        ("1001", "4s", ("last",), FrameRange(1001, 1096)),
        ("997", "4s", ("first", "last"), FrameRange(997, 1092)),
        ("1001-1100", "1108", ("first",), FrameRange(1001, 1100)),
        ("1001", "1009+92", ("last",), FrameRange(1009, 1100)),
    ],
)
def test_either_end_takes_a_step_a_length_or_the_whole_range(
    first: str, last: str, typed: tuple[str, ...], run: FrameRange
) -> None:
    assert read_ends(first, last, Entry(CLOCK, FrameRange(1001, 1108), typed)) == run


def test_what_was_understood_is_said() -> None:
    entry = Entry(CLOCK, 0)
    read_length("4s", entry)
    read_length("6+12", entry)
    read_length("12x2", entry)
    assert entry.said == [
        "4 s is 95.90 frames at 24000/1001",
        "6 feet 12 frames of 35 mm",
        "12 drawings on twos",
    ]
    source = Entry(CLOCK, 0)
    read_moment("04:31:09:09", source)
    assert source.said == ["source 04:31:09:09 is frame 1009"]
    number = Entry(Clock(FrameRate(Fraction(24))), 1001)
    # Published: 01:00:00:00 at 24 is 86400.
    assert read_number("01:00:00:00", number) == 86400
    assert number.said == ["01:00:00:00 is 86400 frames after midnight"]


@pytest.mark.parametrize(
    ("text", "words"),
    [
        ("", "Nothing is written"),
        ("fast", "“fast” is not understood"),
        ("1001-110x", "“x”, at place 9 of “1001-110x”"),
        ("1001-", "breaks off"),
        ("1001+", "breaks off"),
        ("1001 1100", "“1100”, at place 6"),
        ("01:00:10:24-01:00:11:00", "24 frames"),
        ("6+16ft", "they run from 0 to 15"),
        ("1.5m2s", "only the last of h, m and s"),
    ],
)
def test_what_is_not_understood_is_told_with_its_place(text: str, words: str) -> None:
    with pytest.raises(Refusal) as refused:
        typed_whole(text)
    assert words in str(refused.value)


def test_ranges_that_cannot_be() -> None:
    with pytest.raises(RangeRefusal, match="back to front") as refused:
        typed_whole("1100-1001")
    assert refused.value.nearest_parts == {"first": "1001", "last": "1100"}
    with pytest.raises(RangeRefusal, match="length of 0 frames") as empty:
        typed_whole("1001+0")
    assert typed_whole(empty.value.nearest or "") == FrameRange(1001, 1001)
    with pytest.raises(EntryRefusal, match="nothing does"):
        read_moment("+8", Entry(CLOCK))
    with pytest.raises(EntryRefusal, match="has no timecode"):
        read_moment("01:00:00:00", Entry(Clock(FILM)))
    with pytest.raises(TimecodeRefusal, match="left out"):
        read_length("00:01:00;00", Entry(NTSC))


@given(FRAMES)
def test_writing_a_frame_reads_back(frame: int) -> None:
    assert read_moment(write_moment(frame), Entry(CLOCK, 5)) == frame


@given(FRAMES, st.integers(0, 10**6), CLOCKS)
def test_writing_a_range_reads_back(first: int, more: int, clock: Clock) -> None:
    run = FrameRange(first, min(first + more, FURTHEST))
    text = f"{write_moment(run.first)} .. {write_moment(run.last)}"
    assert typed_whole(text, clock, FrameRange(1, 2)) == run


@given(st.integers(0, 1_000_000), CLOCKS)
def test_a_length_reads_back_however_it_is_written(frames: int, clock: Clock) -> None:
    day = 24 * 3600 * clock.rate.nominal
    label = Timecode.from_frames(frames % day, clock.rate, drop=clock.drop)
    for text, length in (
        (str(frames), frames),
        (f"{FeetFrames(frames)}ft", frames),
        (str(label), frames % day),
        (f"{frames}f", frames),
    ):
        assert read_length(text, Entry(clock, 7)) == length


@given(st.text(max_size=14) | st.from_regex(r"[0-9+\-:x.fsmh =]{1,12}", fullmatch=True), CLOCKS)
def test_any_text_is_understood_or_told(text: str, clock: Clock) -> None:
    stands = FrameRange(1001, 1108)
    for read, value in itertools.product((read_moment, read_length), (stands, 1001, None)):
        told = ""
        try:
            read(text, Entry(clock, value))
        except Refusal as refusal:
            told = str(refusal)
        assert told == "" or told.endswith(".")


@pytest.mark.parametrize(
    ("pace", "read"),
    [
        (Fraction(1), ["01:00:00:00", "01:00:00:01", "01:00:00:02", "01:00:00:03"]),
        # Twelve frames a second see every other label of 24, 48 each of them twice.
        (Fraction(2), ["01:00:00:00", "01:00:00:02", "01:00:00:04", "01:00:00:06"]),
        (Fraction(1, 2), ["01:00:00:00", "01:00:00:00", "01:00:00:01", "01:00:00:01"]),
    ],
)
def test_an_anchored_timecode_reads_at_its_pace(pace: Fraction, read: list[str]) -> None:
    rate = FrameRate(Fraction(24))
    anchor = TimecodeAnchor("source", Timecode.parse("01:00:00:00", rate), 1001, pace)
    assert anchor.labels(range(1001, 1005)) == read
    for frame, text in zip(range(1001, 1005), read, strict=True):
        shows = anchor.frame_of(Timecode.parse(text, rate))
        # The frame that shows a label is the first that does.
        assert anchor.labels([shows]) == [text]
        assert shows <= frame
