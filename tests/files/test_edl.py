"""EDLs as many systems write them: what each line means, and what is refused with its line."""

from fractions import Fraction

import opentimelineio as otio
import pytest
from hypothesis import given
from hypothesis import strategies as st

from zero_slate.core.cut.events import CodeRule, CutEvent
from zero_slate.core.time.rate import FrameRate
from zero_slate.core.time.timecode import Timecode
from zero_slate.files.cuts.cut_list import CutList, CutRefusal
from zero_slate.files.cuts.reading import read_cut_list

FILM = FrameRate(Fraction(24))
NTSC = FrameRate(Fraction(30000, 1001))
HOUR = 86400


def read(*lines: str, rate: FrameRate = FILM, example: str = "AAA_0000") -> CutList:
    text = "\n".join(("TITLE: A cut", *lines)) + "\n"
    return read_cut_list(text.encode(), CodeRule(example), rate=rate)


def spans(cut: CutList) -> list[tuple[str, int, int, int, int]]:
    """Code, first record frame from hour 1, length, first source frame and how many."""
    return [
        (e.code, e.record.first - HOUR, e.length, e.source.first, e.source.length)
        for e in cut.events
    ]


def one(*lines: str, rate: FrameRate = FILM) -> CutEvent:
    (found,) = read(*lines, rate=rate).events
    return found


A = "A_1  V  C  00:00:10:00 00:00:12:00 01:00:00:00 01:00:02:00"
B = "B_1  V  C  00:00:20:00 00:00:22:00 01:00:02:00 01:00:04:00"


@pytest.mark.parametrize(
    ("lines", "expected"),
    [
        # Picture and sound of one number on two lines.
        ([f"001  {A}", f"001  {A.replace(' V ', ' A ')}"], [("A_1", 0, 48, 240, 48)]),
        # A split edit: the sound comes in later.
        (
            [f"001  {A}", "001  A_1  A  C  00:00:10:12 00:00:12:00 01:00:00:12 01:00:02:00"],
            [("A_1", 0, 48, 240, 48)],
        ),
        ([f"001  {A.replace(' V ', ' B ')}"], [("A_1", 0, 48, 240, 48)]),
        ([f"001  {A.replace(' V ', ' A/V ')}"], [("A_1", 0, 48, 240, 48)]),
        ([f"001  {A.replace(' V ', ' AA/V ')}"], [("A_1", 0, 48, 240, 48)]),
        # Nothing but sound, or nothing at all, beside a picture.
        ([f"001  {A}", f"002  {B.replace(' V ', ' NONE ')}"], [("A_1", 0, 48, 240, 48)]),
        ([f"001  {A}", f"002  {B.replace(' V ', ' A2 ')}"], [("A_1", 0, 48, 240, 48)]),
        ([f"001  {A.replace('A_1', 'A_1 of B')}"], [("A_1", 0, 48, 240, 48)]),
        # In source order.
        ([f"001  {B}", f"002  {A}"], [("A_1", 0, 48, 240, 48), ("B_1", 48, 48, 480, 48)]),
        # A fade up from black begins the list.
        (
            [
                "001  BL   V  C      00:00:00:00 00:00:00:00 01:00:00:00 01:00:00:00",
                f"001  {A.replace(' C ', ' D 012 ')}",
            ],
            [("A_1", 0, 48, 240, 48)],
        ),
        # A cut to black, then a fade up: the shot before ends where it is cut.
        (
            [
                f"001  {A}",
                "002  BLACK V C      00:00:00:00 00:00:00:00 01:00:02:00 01:00:02:00",
                f"002  {B.replace(' C ', ' D 012 ')}",
            ],
            [("A_1", 0, 48, 240, 48), ("B_1", 48, 48, 480, 48)],
        ),
        # A fade to black lasts into the black.
        (
            [
                f"001  {A}",
                "002  A_1  V  C      00:00:12:00 00:00:12:00 01:00:02:00 01:00:02:00",
                "002  BL   V  D 012  00:00:00:00 00:00:01:00 01:00:02:00 01:00:03:00",
            ],
            [("A_1", 0, 60, 240, 60)],
        ),
        # A dissolve from the shot before, without a line for it.
        (
            [f"001  {A}", f"002  {B.replace(' C ', ' D 012 ')}"],
            [("A_1", 0, 60, 240, 60), ("B_1", 48, 48, 480, 48)],
        ),
        # A wipe, out of order: its two sides stay together.
        (
            [
                "002  A_1  V  C         00:00:12:00 00:00:12:00 01:00:02:00 01:00:02:00",
                f"002  {B.replace(' C ', ' W001 012 ')}",
                f"001  {A}",
            ],
            [("A_1", 0, 60, 240, 60), ("B_1", 48, 48, 480, 48)],
        ),
        # What a dissolve comes from is seen in it alone.
        (
            [
                "001  C_1  V  C      00:00:30:00 00:00:30:00 01:00:00:00 01:00:00:00",
                f"001  {A.replace(' C ', ' D 012 ')}",
            ],
            [("C_1", 0, 12, 720, 12), ("A_1", 0, 48, 240, 48)],
        ),
        # A key lies over its background.
        (
            [
                f"001  {A.replace(' C ', ' K B ')}",
                f"001  C_1{A[3:].replace(' C ', ' K 012 (F) ')}",
            ],
            [("A_1", 0, 48, 240, 48), ("C_1", 0, 48, 240, 48)],
        ),
        # Across midnight in the source, and its end as the day's.
        (
            ["001  A_1  V  C  23:59:59:00 00:00:01:00 01:00:00:00 01:00:02:00"],
            [("A_1", 0, 48, 2073576, 48)],
        ),
        (
            ["001  A_1  V  C  23:59:58:00 00:00:00:00 01:00:00:00 01:00:02:00"],
            [("A_1", 0, 48, 2073552, 48)],
        ),
        (
            ["001  A_1  V  C  23:59:58:00 24:00:00:00 01:00:00:00 01:00:02:00"],
            [("A_1", 0, 48, 2073552, 48)],
        ),
        # Across midnight in the record.
        (
            [
                "001  A_1  V  C  00:00:10:00 00:00:12:00 23:59:58:00 00:00:00:00",
                "002  B_1  V  C  00:00:20:00 00:00:22:00 00:00:00:00 00:00:02:00",
            ],
            [("A_1", 2073552 - HOUR, 48, 240, 48), ("B_1", 2073600 - HOUR, 48, 480, 48)],
        ),
    ],
)
def test_events_are_read_as_the_standard_means_them(
    lines: list[str], expected: list[tuple[str, int, int, int, int]]
) -> None:
    assert spans(read(*lines, example="A_0")) == expected


@pytest.mark.parametrize(
    ("source_out", "motion", "rate", "speed", "source"),
    [
        # Beside equal lengths M2 counts.
        ("00:00:11:00", "000.0", FILM, 0, (240, 1)),
        ("00:00:11:00", "030.0", FILM, Fraction(5, 4), (240, 30)),
        ("00:00:11:00", "-024.0", FILM, -1, (240, 24)),
        ("00:00:11:00", "-048.0", FILM, -2, (216, 48)),
        # Lengths that agree with it, to the frame that it is rounded to.
        ("00:00:12:00", "048.0", FILM, 2, (240, 48)),
        ("00:00:10:19", "018.7", FILM, Fraction(187, 240), (240, 19)),
        # At 24000/1001 and 30000/1001 a label's rate counts as nominal.
        ("00:00:12:00", "048.0", FrameRate(Fraction(24000, 1001)), 2, (240, 48)),
        ("00:00:12:00", "47.952", FrameRate(Fraction(24000, 1001)), 2, (240, 48)),
        ("00:00:12:00", "059.94", NTSC, 2, (300, 60)),
        # A third thing: the event's own frames count.
        ("00:00:12:00", "036.0", FILM, 2, (240, 48)),
        ("00:00:12:00", "024.0", FILM, 2, (240, 48)),
        # Backwards from a to b: b … a − 1.
        ("00:00:09:00", "-024.0", FILM, -1, (216, 24)),
        ("00:00:08:00", "-048.0", FILM, -2, (192, 48)),
    ],
)
def test_speeds_by_m2_and_by_length(
    source_out: str, motion: str, rate: FrameRate, speed: Fraction, source: tuple[int, int]
) -> None:
    found = one(
        f"001  A_1  V  C  00:00:10:00 {source_out} 01:00:00:00 01:00:01:00",
        f"M2   A_1       {motion}       00:00:10:00",
        rate=rate,
    )
    assert found.speed == speed
    assert (found.source.first, found.source.length) == source


def test_a_third_speed_is_told_with_both() -> None:
    cut = read(
        "001  A_1  V  C  00:00:10:00 00:00:12:00 01:00:00:00 01:00:01:00",
        "M2   A_1       036.0       00:00:10:00",
    )
    assert cut.notes == (
        "Line 2: event 001 takes 48 source frames into 24, 200 %, and its M2 line says 150 %. Its "
        "own frames count.",
    )


def test_what_runs_backwards_dissolves_at_its_left_end_and_begins_at_its_right() -> None:
    first, _ = read(
        "001  A_1  V  C  00:00:12:00 00:00:10:00 01:00:00:00 01:00:02:00",
        "M2   A_1       -024.0       00:00:12:00",
        f"002  {B.replace(' C ', ' D 012 ')}",
    ).events
    assert (first.length, first.source.first, first.source.last) == (60, 228, 287)
    assert str(first.source_in) == "00:00:11:23"


def test_each_side_of_a_dissolve_has_its_own_m2() -> None:
    first, second = read(
        f"001  {A}",
        "* FROM CLIP NAME: FRO_0010",
        "002  A_1  V  C      00:00:12:00 00:00:12:00 01:00:02:00 01:00:02:00",
        "002  B_1  V  D 012  00:00:20:00 00:00:24:00 01:00:02:00 01:00:04:00",
        "M2   B_1       048.0       00:00:20:00",
        "* FROM CLIP NAME: FRO_0010",
        "* TO CLIP NAME: FRO_0020",
    ).events
    assert (first.code, first.speed, first.length) == ("FRO_0010", 1, 60)
    assert (second.code, second.speed, second.source.length) == ("FRO_0020", 2, 96)


@pytest.mark.parametrize(
    ("comments", "code"),
    [
        (["* from clip name: FRO_0010_v2.mov"], "FRO_0010"),
        (["* From Clip Name:FRO_0010"], "FRO_0010"),
        (["FROM CLIP NAME: FRO_0010"], "FRO_0010"),
        (["* FROM CLIP NAME: street wide", "* SOURCE FILE: FRO_0010_plate.mov"], "FRO_0010"),
        (["* FROM CLIP NAME: street", "* FROM FILE: /vol/FRO_0010/plate/a.exr"], "FRO_0010"),
        (["* FROM CLIP NAME: street", "* MEDIA PATH: D:\\in\\FRO_0010\\a.exr"], "FRO_0010"),
        (["* FROM CLIP NAME: street", "* LOC: 01:00:00:10 RED     FRO_0010"], "FRO_0010"),
        # A job's folder far up names no shot.
        (["* FROM CLIP NAME: street", "* SOURCE FILE: /JOB_12/in/x/y/a.exr"], "street"),
        (["* FROM CLIP NAME: ÖL_0010 über"], "OL_0010"),
    ],
)
def test_codes_are_found_in_all_that_names_a_clip(comments: list[str], code: str) -> None:
    assert one(f"001  {A}", *comments).code == code


def test_codes_alike_but_for_capitals_are_told_and_names_of_nothing_differ() -> None:
    cut = read(f"001  {A}", "* FROM CLIP NAME: FRO_0010", f"002  {B}", "* FROM CLIP NAME: fro_0010")
    assert "FRO_0010 and fro_0010 differ in capitals alone" in cut.notes[0]
    first, second = read(
        f"001  {A}", "* FROM CLIP NAME: ???", f"002  {B}", "* FROM CLIP NAME: !!!"
    ).events
    assert first.code != second.code


def test_a_column_with_semicolons_tells_by_them_whatever_the_headings_say() -> None:
    first, second = read(
        "FCM: NON-DROP FRAME",
        "001  A_1  V  C  00:00:10:00 00:00:12:00 01:00:00;00 01:00:02;00",
        "FCM: DROP FRAME",
        "002  B_1  V  C  00:00:20;00 00:00:22;00 01:00:02;00 01:00:04;00",
        rate=NTSC,
    ).events
    assert (first.source_drop, second.source_drop) == (False, True)
    assert first.record_drop
    assert second.record_drop
    assert str(second.record_in) == "01:00:02;00"


def test_headings_tell_where_there_are_no_semicolons() -> None:
    first, second = read(
        "FCM: NON-DROP FRAME",
        "001  A_1  V  C  00:00:10:00 00:00:12:00 01:00:00:00 01:00:02:00",
        "FCM: DROP FRAME",
        "002  B_1  V  C  00:00:20:00 00:00:22:00 01:00:02:00 01:00:04:00",
        rate=NTSC,
    ).events
    assert (first.record_drop, first.source_drop) == (False, False)
    assert (second.record_drop, second.source_drop) == (False, True)


@pytest.mark.parametrize(
    ("lines", "words"),
    [
        (
            [f"001  {A}", f"002  {B[5:]}"],
            "Line 3: event 002 isn't written as number, reel, channels, transition",
        ),
        ([f"001  {A.replace(' V ', ' A ')}"], "Line 2: The list holds sound only"),
        ([f"001  {A.replace('A_1', 'BLACK')}"], "Line 2: The list holds black only"),
        (
            ["001  A_1  V  C  00:00:12:00 00:00:10:00 01:00:00:00 01:00:02:00"],
            "Line 2: event 001 has a source out, 00:00:10:00, before its in, 00:00:12:00",
        ),
        (
            ["001  A_1  V  C  24:00:00:00 00:00:10:00 01:00:00:00 01:00:02:00"],
            "Line 2: 24:00:00:00 has 24 hours",
        ),
        (
            [f"001  {A}", "M2   A_1   999999.0   00:00:10:00"],
            "Line 3: event 001 runs at 999999.0 frames a second",
        ),
        (
            [f"001  {A.replace('01:00:02:00', '24:00:00;00')}"],
            "Line 2: Drop-frame timecode does not exist at 24",
        ),
    ],
)
def test_refusals_have_their_line(lines: list[str], words: str) -> None:
    with pytest.raises(CutRefusal) as refused:
        read(*lines)
    assert words in str(refused.value)


def test_what_is_left_aside_is_said() -> None:
    cut = read(
        f"001  {A.replace(' C ', ' D 060 ')}",
        f"002  {B.replace(' V ', ' A ')}",
    )
    assert cut.notes == (
        "Line 2: the transition of event 001 lasts 60 frames, longer than the event: 48 are taken.",
        "Line 2: event 001 dissolves in from something that isn't in the list.",
        "1 event without picture is left out.",
    )


@st.composite
def lists(draw: st.DrawFn) -> str:
    """A list of cuts and dissolves as the library's adapter understands them."""
    lines, record = ["TITLE: A cut", "FCM: NON-DROP FRAME"], HOUR
    before: tuple[str, str, int] | None = None
    for number in range(1, draw(st.integers(1, 8)) + 1):
        reel = f"R{draw(st.integers(1, 9))}_{number}"
        name, source = f"FRO_{number:04d}", draw(st.integers(0, 2_000_000))
        length = draw(st.integers(25, 200))
        labels = [
            str(Timecode(frame, FILM))
            for frame in (source, source + length, record, record + length)
        ]
        reach = draw(st.integers(0, 24)) if before is not None else 0
        if reach and before is not None:
            out = Timecode(before[2], FILM)
            cut = f"{out} {out} {labels[2]} {labels[2]}"
            lines.append(f"{number:03d}  {before[1]} V     C        {cut}")
            lines.append(f"{number:03d}  {reel} V     D    {reach:03d} {' '.join(labels)}")
            lines.append(f"* FROM CLIP NAME: {before[0]}")
            lines.append(f"* TO CLIP NAME: {name}")
        else:
            lines.append(f"{number:03d}  {reel} V     C        {' '.join(labels)}")
            lines.append(f"* FROM CLIP NAME: {name}")
        before, record = (name, reel, source + length), record + length
    return "\n".join(lines) + "\n"


@given(lists())
def test_plain_lists_are_read_as_the_library_reads_them(text: str) -> None:
    mine = read_cut_list(text.encode(), CodeRule(), rate=FILM)
    judge = otio.adapters.read_from_string(text, "cmx_3600", rate=24)
    (track,) = judge.video_tracks()
    shown = []
    for item in track:
        if not isinstance(item, otio.schema.Clip):
            continue
        ahead, behind = track.neighbors_of(item)
        span = item.source_range
        before = int(ahead.in_offset.value) if isinstance(ahead, otio.schema.Transition) else 0
        after = int(behind.out_offset.value) if isinstance(behind, otio.schema.Transition) else 0
        first = int(item.source_range.start_time.value) - before
        shown.append((item.name, first, int(span.duration.value) + before + after))
    assert [(e.name, e.source.first, e.length) for e in mine.events] == shown


WORDS = st.sampled_from(
    (
        "001 002 1A A_1 BL B V A A/V NONE V2 C D W001 K KB KO K B 012 024.0 -24.0 000.0 M2 * FCM: "
        "DROP FRAME NON-DROP FROM TO KEY CLIP NAME: LOC: TITLE: 00:00:10:00 00:00:12:00 "
        "01:00:00:00 01:00:02:00 01:00:00;00 23:59:59:23 24:00:00:00 99:99:99:99 00:00:00:00 | | |"
    )
    .replace("|", "\n")
    .split(" ")
)
LINES = st.sampled_from(
    [
        f"001  {A}",
        f"002  {B}",
        f"001  {A.replace('A_1', 'BL')}",
        f"002  {B.replace(' C ', ' D 012 ')}",
        "002  A_1  V  C  00:00:12:00 00:00:12:00 01:00:02:00 01:00:02:00",
        "M2   A_1  -036.0  00:00:10:00",
        "M2   B_1  000.0   00:00:20:00",
        "FCM: DROP FRAME",
        "* TO CLIP NAME: FRO_0010",
        "003  C_1  V  K B  23:59:59:00 00:00:01:00 01:00:04:00 01:00:06:00",
        "003  C_1  V  K 012  00:00:09:00 00:00:07:00 01:00:04:00 01:00:06:00",
    ]
)


@given(
    st.one_of(
        st.lists(WORDS, max_size=80).map(" ".join),
        st.lists(LINES, max_size=9).map("\n".join),
        st.text(max_size=200),
    ),
    st.sampled_from([FILM, NTSC]),
)
def test_whatever_is_written_is_read_or_refused(text: str, rate: FrameRate) -> None:
    try:
        cut = read_cut_list(f"001  {A}\n{text}".encode(errors="replace"), CodeRule(), rate=rate)
    except CutRefusal:
        return
    assert [event.position for event in cut.events] == [*range(1, len(cut.events) + 1)]


@pytest.mark.parametrize(
    ("labels", "motion", "first", "length", "speed"),
    [
        # Backwards over midnight, written from its last frame to its first, and the other way.
        ("00:00:02:00 23:59:58:00", "-024.0", -48, 96, -1),
        ("23:59:58:00 00:00:02:00", "-024.0", -48, 96, -1),
        ("00:00:01:00 23:59:59:00", "-012.0", -24, 48, Fraction(-1, 2)),
        ("00:00:10:00 00:00:06:00", "-024.0", 144, 96, -1),
        ("23:59:58:00 00:00:02:00", "+024.0", -48, 96, 1),
        ("23:59:58:00 00:00:06:00", "048,0", -48, 192, 2),
    ],
)
def test_a_source_over_midnight_is_as_long_as_it_plays(
    labels: str, motion: str, first: int, length: int, speed: Fraction
) -> None:
    event = one(
        f"001  A_1  V  C  {labels} 01:00:00:00 01:00:04:00", f"M2  A_1  {motion}  {labels[:11]}"
    )
    day = 24 * HOUR
    assert event.source.first % day == first % day
    assert (event.source.length, event.speed) == (length, speed)
    # Its first label is the frame that is shown first.
    right = event.source.last + 1
    assert str(event.source_in) == str(
        Timecode.from_frames(right - 1 if speed < 0 else event.source.first, FILM)
    )


def test_a_dissolve_out_of_a_source_that_ends_at_midnight() -> None:
    for source, out in (("23:59:58:00", "00:00:02:00"), ("23:59:56:00", "00:00:00:00")):
        cut = read(
            f"001  A_1  V  C      {source} {out} 01:00:00:00 01:00:04:00",
            f"002  A_1  V  C      {out} {out} 01:00:04:00 01:00:04:00",
            "002  B_1  V  D 024  02:00:00:00 02:00:04:00 01:00:04:00 01:00:08:00",
        )
        assert [(e.code, e.length, e.source.length) for e in cut.events] == [
            ("A_1", 120, 120),
            ("B_1", 96, 96),
        ]


def test_a_record_with_a_gap_over_midnight_keeps_its_order() -> None:
    lines = [
        "001  A_1  V  C  00:00:10:00 00:00:12:00 23:59:56:00 23:59:58:00",
        "002  B_1  V  C  00:00:20:00 00:00:22:00 00:00:02:00 00:00:04:00",
        "003  C_1  V  C  00:00:30:00 00:00:32:00 00:00:04:00 00:00:06:00",
    ]
    for order in (lines, lines[::-1], [lines[1], lines[0], lines[2]]):
        cut = read(*order)
        assert [e.code for e in cut.events] == ["A_1", "B_1", "C_1"]
        assert cut.events[-1].record.last - cut.events[0].record.first + 1 == 240
        said = "The record goes on past midnight: event 002, from 00:00:02:00"
        assert cut.notes[0].startswith(said)
    # What lies far apart within a day is as it is written.
    day = read(lines[1], "002  A_1  V  C  00:00:10:00 00:00:12:00 20:00:00:00 20:00:02:00")
    assert [e.code for e in day.events] == ["B_1", "A_1"]
    with pytest.raises(CutRefusal, match="has a record out, 00:59:00:00, before its in"):
        read("001  A_1  V  C  00:00:10:00 00:00:12:00 01:00:00:00 00:59:00:00")


def test_a_wipe_with_its_pattern_apart() -> None:
    cut = read(f"001  {A}", f"002  {B.replace(' C ', ' W 001 024 ')}")
    assert spans(cut) == [("A_1", 0, 72, 240, 72), ("B_1", 48, 48, 480, 48)]


DISSOLVE = f"002  {B.replace(' C ', ' D 012 ')}"


@pytest.mark.parametrize(
    ("lines", "codes"),
    [
        # In one line, what comes in is the event; what goes out names the one before.
        (
            [f"001  {A}", DISSOLVE, "* FROM CLIP NAME: FRO_0010", "* TO CLIP NAME: FRO_0020"],
            ["FRO_0010", "FRO_0020"],
        ),
        (
            [f"001  {A}", DISSOLVE, "* TO CLIP NAME: FRO_0020", "* FROM CLIP NAME: FRO_0010"],
            ["FRO_0010", "FRO_0020"],
        ),
        ([f"001  {A}", DISSOLVE, "* FROM CLIP NAME: FRO_0020"], ["A_1", "FRO_0020"]),
        # A file under a name belongs to it.
        (
            [
                f"001  {A}",
                "* FROM CLIP NAME: wide",
                "* SOURCE FILE: FRO_0010.mov",
                "002  A_1  V  C      00:00:12:00 00:00:12:00 01:00:02:00 01:00:02:00",
                DISSOLVE,
                "* FROM CLIP NAME: wide",
                "* SOURCE FILE: FRO_0010.mov",
                "* TO CLIP NAME: close",
                "* SOURCE FILE: FRO_0020.mov",
            ],
            ["FRO_0010", "FRO_0020"],
        ),
        # A file's name comes before its folders, a marker and the reel.
        (
            [f"001  {A.replace('A_1', 'ROLL_12')}", "* SOURCE FILE: /in/FRO_0009/FRO_0010.mov"],
            ["FRO_0010"],
        ),
        ([f"001  {A.replace('A_1', 'ROLL_12')}"], ["ROLL_12"]),
        # A marker beside what is used names another shot.
        (
            [
                f"001  {A}",
                "* FROM CLIP NAME: wide",
                "* LOC: 01:00:09:00 RED FRO_0090",
                "* LOC: 01:00:01:00 RED FRO_0010",
            ],
            ["FRO_0010"],
        ),
    ],
)
def test_each_side_has_its_own_name(lines: list[str], codes: list[str]) -> None:
    assert [event.code for event in read(*lines).events] == codes
