"""The limits of time: each is named, with the nearest value that works and the field it is in."""

from collections.abc import Callable
from fractions import Fraction
from typing import Any

import pytest

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.time.cadence import (
    CadenceCell,
    Fitted,
    RateUse,
    cadence_name,
    field_sources,
    strip,
)
from zero_slate.core.time.entry.clock import Clock, Entry, TimecodeAnchor, nearest_anchor
from zero_slate.core.time.entry.lengths import read_length
from zero_slate.core.time.entry.moments import write_moment
from zero_slate.core.time.entry.ranges import read_ends, read_whole
from zero_slate.core.time.frames import (
    FURTHEST,
    MOST_HANDLES,
    CountAt,
    FrameCount,
    FrameRange,
    Handles,
    runs,
)
from zero_slate.core.time.marks import LONGEST_NAME, FrameMark, MarkKind
from zero_slate.core.time.rate import FrameRate, read_rate
from zero_slate.core.time.retime import Rescale, merged, milliseconds
from zero_slate.core.time.timecode import Timecode, TimecodeRefusal

NTSC = FrameRate.parse("30000/1001")
FILM = FrameRate.parse("24000/1001")
PAL = FrameRate(Fraction(25))
FILM_24 = FrameRate(Fraction(24))
TOO_LONG = "n" * (LONGEST_NAME + 1)


@pytest.mark.parametrize(
    ("make", "message", "nearest", "part"),
    [
        (
            lambda: FrameRange(1, 100_000_000),
            "Frame 100000000 is out of range: frame numbers run from −99,999,999 to 99,999,999.",
            "99999999",
            "last",
        ),
        (
            lambda: FrameRange(-100_000_000, 1),
            "Frame -100000000 is out of range: frame numbers run from −99,999,999 to 99,999,999.",
            "-99999999",
            "first",
        ),
        (
            lambda: FrameCount(100_000_000),
            "Frame 100000000 is out of range: frame numbers run from −99,999,999 to 99,999,999.",
            "99999999",
            "number",
        ),
        (
            lambda: FrameMark(-100_000_000),
            "Frame -100000000 is out of range: frame numbers run from −99,999,999 to 99,999,999.",
            "-99999999",
            "frame",
        ),
        (
            lambda: FrameMark(1, MarkKind.MARKER, TOO_LONG),
            "The mark's name has 61 characters and takes at most 60.",
            "n" * 60,
            "name",
        ),
        (
            lambda: Handles(-1, 0),
            "Handles of -1 frames at the head are out of range: they take 0 to 10,000.",
            "0",
            "head",
        ),
        (
            lambda: Handles(0, 10_001),
            "Handles of 10001 frames at the tail are out of range: they take 0 to 10,000.",
            "10000",
            "tail",
        ),
        (
            lambda: FrameRange.starting(1001, 0),
            "A length of 0 frames is out of range: it takes at least 1.",
            "1001+1",
            None,
        ),
        (
            lambda: Timecode(2_073_600, FILM_24),
            "Frame 2073600 is outside a day of 2073600 frames at 24.",
            "2073599",
            None,
        ),
        (
            lambda: Timecode(-1, FILM_24),
            "Frame -1 is outside a day of 2073600 frames at 24.",
            "0",
            None,
        ),
        # 2 labels are left out in 9 of 10 minutes: 2,592,000 − 2,592 are left of a day.
        (
            lambda: Timecode(2_589_408, NTSC, True),
            "Frame 2589408 is outside a day of 2589408 frames at 30000/1001.",
            "2589407",
            None,
        ),
        (
            lambda: Timecode(0, PAL, True),
            "Drop-frame timecode does not exist at 25: only at 30000/1001 and 60000/1001.",
            "non-drop",
            None,
        ),
        (
            lambda: Timecode.from_frames(0, PAL, drop=True),
            "Drop-frame timecode does not exist at 25: only at 30000/1001 and 60000/1001.",
            "non-drop",
            None,
        ),
        (
            lambda: Timecode.parse("00:00:10;00", PAL),
            "Drop-frame timecode does not exist at 25: only at 30000/1001 and 60000/1001.",
            "non-drop",
            None,
        ),
        (
            lambda: Timecode.parse(" ten ", PAL),
            "“ten” is not a timecode. Write hours, minutes, seconds and frames, as in 01:00:10:00.",
            None,
            None,
        ),
        (
            lambda: Timecode.parse("25:61:61:30", PAL),
            "25:61:61:30 has 25 hours: at 25 they run from 0 to 23.",
            "23:59:59:24",
            None,
        ),
        (
            lambda: Timecode.parse("23:59:60:24", PAL),
            "23:59:60:24 has 60 seconds: at 25 they run from 0 to 59.",
            "23:59:59:24",
            None,
        ),
        (
            lambda: Timecode.parse("00:00:00;30", NTSC),
            "00:00:00;30 has 30 frames: at 30000/1001 they run from 0 to 29.",
            "00:00:00;29",
            None,
        ),
        (
            lambda: read_length("6+16", Entry(Clock(FILM_24))),
            "“6+16” has 16 frames after its feet: they run from 0 to 15.",
            "7+00",
            None,
        ),
        (
            lambda: read_length("1.5m30s", Entry(Clock(FILM_24))),
            "“1.5m30s” has decimals in its m, and another unit after it: only the last of h, m "
            "and s takes decimals.",
            "1m30s",
            None,
        ),
        (
            lambda: read_whole("+8-+8", Entry(Clock(FILM_24)), None),
            "“+8-+8” counts from what stands there, and nothing does.",
            None,
            None,
        ),
    ],
)
def test_each_limit_names_value_limit_and_nearest(
    make: Callable[[], Any], message: str, nearest: str | None, part: str | None
) -> None:
    with pytest.raises(Refusal) as refused:
        make()
    assert str(refused.value) == message
    assert (refused.value.nearest, refused.value.part) == (nearest, part)


def test_what_stands_at_a_limit_is_taken() -> None:
    assert FrameRange(-FURTHEST, FURTHEST).length == 2 * FURTHEST + 1
    assert FrameCount(FURTHEST).number == FURTHEST
    assert Handles(MOST_HANDLES, 0).head == MOST_HANDLES
    assert FrameMark(FURTHEST, MarkKind.MARKER, "n" * LONGEST_NAME).name
    assert str(Timecode(2_073_599, FILM_24)) == "23:59:59:23"


def test_a_range_holds_both_its_ends() -> None:
    run = FrameRange(1001, 1003)
    assert [frame for frame in range(999, 1006) if frame in run] == [1001, 1002, 1003]


@pytest.mark.parametrize(
    ("one", "other", "both"),
    [
        ((1, 5), (5, 9), (5, 5)),
        ((1, 5), (6, 9), None),
        ((1, 9), (3, 4), (3, 4)),
        ((6, 9), (1, 5), None),
    ],
)
def test_ranges_overlap_where_a_frame_is_in_both(
    one: tuple[int, int], other: tuple[int, int], both: tuple[int, int] | None
) -> None:
    expected = FrameRange(*both) if both else None
    assert FrameRange(*one).overlap(FrameRange(*other)) == expected
    assert FrameRange(*other).overlap(FrameRange(*one)) == expected


def test_frame_zero_is_a_frame_like_any_other() -> None:
    assert runs([-1, 0, 1, 3]) == (FrameRange(-1, 1), FrameRange(3, 3))
    assert runs([0]) == (FrameRange(0, 0),)
    assert runs([]) == ()
    assert write_moment(0) == "0"
    assert write_moment(-8) == "=-8"


@pytest.mark.parametrize(
    ("count", "words", "number"),
    [
        (FrameCount(1001), "1001 at clip", 1001),
        (FrameCount(0, CountAt.WORK), "0 at work", 0),
        (FrameCount(-8, CountAt.CUT), "-8 at cut", -8),
        (FrameCount(7, CountAt.FILE), "as the files are numbered", 0),
        (FrameCount(7, CountAt.TIMECODE), "source timecode", 0),
    ],
)
def test_a_count_from_the_source_has_no_number_of_its_own(
    count: FrameCount, words: str, number: int
) -> None:
    assert (str(count), count.number) == (words, number)


def test_labels_that_drop_go_on_dropping() -> None:
    minute = Timecode.parse("00:00:59;29", NTSC)
    assert str(minute + 1) == "00:01:00;02"
    anchor = TimecodeAnchor("record", minute, 1001)
    assert anchor.labels(range(1000, 1003)) == ["00:00:59;28", "00:00:59;29", "00:01:00;02"]


@pytest.mark.parametrize(
    ("second", "label"),
    [
        (59, "00:00:59;00"),
        (60, "00:01:00;02"),
        (61, "00:01:01;00"),
        (600, "00:10:00;00"),
        (660, "00:11:00;02"),
        (3600, "01:00:00;00"),
    ],
)
def test_a_minutes_first_label_is_left_out_but_each_tenth(second: int, label: str) -> None:
    assert str(Timecode.at_second(second, NTSC, drop=True)) == label


def test_a_list_in_colons_drops_where_it_says_so() -> None:
    assert Timecode.parse("00:01:00:02", NTSC, drop=True).frames == 1800
    assert Timecode.parse("00:01:00:02", NTSC).frames == 1802
    assert Timecode.parse("00:01:00;02", NTSC, drop=False).frames == 1802
    clock = Clock(NTSC, drop=True)
    assert clock.read_label("00:01:00:02").drop
    assert not Clock(NTSC).read_label("00:01:00:02").drop


def test_the_nearest_anchor_is_the_nearest_in_time_and_the_first_of_two() -> None:
    source = TimecodeAnchor("source", Timecode.parse("04:00:00:00", FILM), 1001)
    record = TimecodeAnchor("record", Timecode.parse("01:00:00:00", FILM), 1009)
    again = TimecodeAnchor("again", record.label, 2000)
    assert nearest_anchor((source, record, again), "01:00:02:00", None)[0] is record
    assert nearest_anchor((again, record, source), "01:00:02:00", None)[0] is again
    assert nearest_anchor((source, record), "03:59:00:00", None)[0] is source


def test_an_anchor_that_cannot_read_a_label_leaves_it_to_the_next() -> None:
    film = TimecodeAnchor("source", Timecode.parse("01:00:00:00", FILM), 1001)
    fast = TimecodeAnchor("record", Timecode.parse("10:00:00:00", NTSC), 1)
    anchor, label = nearest_anchor((film, fast), "01:00:00:29", None)
    assert (anchor.name, str(label)) == ("record", "01:00:00:29")
    with pytest.raises(TimecodeRefusal, match="31 frames: at 24000/1001"):
        nearest_anchor((film, fast), "01:00:00:31", None)
    with pytest.raises(ValueError, match="there is no timecode to read by"):
        nearest_anchor((), "01:00:00:00", None)


@pytest.mark.parametrize(
    ("text", "interlaced", "segmented"),
    [
        ("25", None, False),
        ("25p", False, False),
        ("25 PSF", False, True),
        ("50I", True, False),
        ("24000/1001 fps", None, False),
    ],
)
def test_the_letter_says_the_scan_in_either_case(
    text: str, interlaced: bool | None, segmented: bool
) -> None:
    reading = read_rate(text)
    assert (reading.interlaced, reading.segmented) == (interlaced, segmented)


@pytest.mark.parametrize(
    ("n", "own", "rate", "fields", "name"),
    [
        (100, FILM, NTSC, True, "2:3"),
        (100, PAL, PAL, False, "1"),
        (100, PAL, PAL, True, "2:2"),
        (100, FrameRate(Fraction(25, 2)), PAL, False, "2"),
        (100, FILM, FILM_24, False, ""),
        (100, FrameRate(Fraction(50)), PAL, False, ""),
        (100, FILM_24, PAL, False, ""),
        (100, FrameRate(Fraction(8)), FrameRate(Fraction(60)), False, "8:7"),
        (100, FrameRate(Fraction(1)), FrameRate(Fraction(60)), False, "60"),
        (100, FrameRate(Fraction(1)), FrameRate(Fraction(61)), False, ""),
    ],
)
def test_a_cadence_is_named_while_it_comes_round(
    n: int, own: FrameRate, rate: FrameRate, fields: bool, name: str
) -> None:
    assert cadence_name(Fitted(n, own, rate, RateUse.TIME), fields=fields) == name


def test_a_held_frame_has_no_cadence() -> None:
    held = Fitted(1, PAL, PAL, RateUse.FRAME, Fraction(0))
    assert cadence_name(held) == ""
    assert (held.whole, held.distinct, held.pace) == (0, 0, 0)


def test_fields_show_the_picture_at_their_middle() -> None:
    film = Fitted(100, FILM, NTSC, RateUse.TIME)
    # A A, B B, B C, C D, D D: the trade's 2:3 cadence, from 0.
    assert [field_sources(film, frame) for frame in range(5)] == [
        (0, 0),
        (1, 1),
        (1, 2),
        (2, 3),
        (3, 3),
    ]


def test_frames_that_land_on_one_are_named() -> None:
    scale = Rescale(1, 1, FrameRate(Fraction(50)), PAL)
    # 1 + round((k − 1) ÷ 2), halves up: 1 → 1, 2 and 3 → 2, 4 and 5 → 3.
    assert merged([5, 4, 3, 2, 1, 3], scale) == {2: (2, 3), 3: (4, 5)}


@pytest.mark.parametrize(
    ("seconds", "words"), [("1/48", "20.83 ms"), ("1/50", "20 ms"), ("1/2000", "0.5 ms")]
)
def test_a_shift_is_written_in_milliseconds(seconds: str, words: str) -> None:
    assert milliseconds(Fraction(seconds)) == words


@pytest.mark.parametrize(
    ("n", "own", "rate", "cells"),
    [
        # 12.5 in 25: each picture twice, drawn for two rounds.
        (9, FrameRate(Fraction(25, 2)), PAL, [(0, 0, 0), (0, 1, 0), (1, 0, 0), (1, 1, 0)]),
        # 50 in 25: every other picture is passed over.
        (9, FrameRate(Fraction(50)), PAL, [(0, 0, 0), (2, 0, 1)]),
        # Three frames of it are all that there are, though the cadence comes round after 25.
        (4, FILM_24, PAL, [(0, 0, 0), (0, 1, 0), (1, 0, 0), (2, 0, 0)]),
    ],
)
def test_a_strip_is_drawn_until_it_has_come_round(
    n: int, own: FrameRate, rate: FrameRate, cells: list[tuple[int, int, int]]
) -> None:
    assert strip(Fitted(n, own, rate, RateUse.TIME)) == tuple(
        CadenceCell(frame, (source,), bool(again), skipped)
        for frame, (source, again, skipped) in enumerate(cells)
    )


def test_a_strip_of_fields_says_which_frames_show_nothing_new() -> None:
    cells = strip(Fitted(100, FILM, NTSC, RateUse.TIME), fields=True)
    assert [cell.sources for cell in cells[:5]] == [(0, 0), (1, 1), (1, 2), (2, 3), (3, 3)]
    assert [cell.again for cell in cells[:5]] == [False, False, False, False, True]
    assert len(cells) == 10
    # At 12.5 in 25 every second frame shows the picture before it in both its fields.
    twos = strip(Fitted(100, FrameRate(Fraction(25, 2)), PAL, RateUse.TIME), fields=True)
    assert [cell.again for cell in twos] == [False, True, False, True]


@pytest.mark.parametrize(
    ("first", "last", "typed", "run"),
    [
        ("1010", "nonsense", ("first",), (1010, 1100)),
        ("nonsense", "1090", ("last",), (1009, 1090)),
        ("+1", "-10", ("first", "last"), (1010, 1090)),
        ("1020", "50f", ("first", "last"), (1020, 1069)),
    ],
)
def test_a_field_that_was_not_typed_keeps_what_stands(
    first: str, last: str, typed: tuple[str, ...], run: tuple[int, int]
) -> None:
    entry = Entry(Clock(FILM_24), FrameRange(1009, 1100), typed)
    assert read_ends(first, last, entry) == FrameRange(*run)


@pytest.mark.parametrize(
    ("text", "works"),
    [
        ("x", "A range is two frames"),
        ("1001-", "A range is two frames"),
        ("1001 1100", "A range is two frames"),
        ("1001+x", "A length is frames"),
    ],
)
def test_what_would_work_as_a_range_is_said(text: str, works: str) -> None:
    with pytest.raises(Refusal, match=works):
        read_whole(text, Entry(Clock(FILM_24), FrameRange(1009, 1100)), 1009)


def test_a_label_in_colons_drops_where_its_anchor_does() -> None:
    anchor = TimecodeAnchor("record", Timecode.parse("00:00:59;29", NTSC), 1001)
    assert nearest_anchor((anchor,), "00:01:00:02", None)[1].frames == 1800
    with pytest.raises(TimecodeRefusal, match="left out"):
        nearest_anchor((anchor,), "00:01:00:00", None)
