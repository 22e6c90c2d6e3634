"""Recuts as they come: codes that changed places, shots renamed since, and what to ask for."""

import csv
import io

import pytest

from tests.makers import FILM, edl, event
from zero_slate.core.base.figures import counted
from zero_slate.core.time.timecode import Timecode
from zero_slate.services.cuts.frame_requests import as_csv, as_text
from zero_slate.services.cuts.recut_answers import RecutLine
from zero_slate.services.runtime.workspace import NotFound
from zero_slate.services.shots.loading import load_shot
from zero_slate.web.slate import Slate

ONE = ("04:00:00:00", 40)
TWO = ("05:00:00:00", 50)


def read(slate: Slate, production: int, *shots: tuple[str, tuple[str, int]]) -> None:
    """Read a cut of such shots, each a code, its source in and its length."""
    lines, at = [], 86400
    for number, (code, (source, length)) in enumerate(shots, start=1):
        minutes, frames = divmod(at - 86400, 1440)
        record = f"01:{minutes:02d}:{frames // 24:02d}:{frames % 24:02d}"
        lines.append(event(number, source, record, length, code))
        at += length
    slate.cuts.take(production, edl(*lines), "cut.edl", "24000/1001", None)


def read_lines(slate: Slate, production: int, *lines: str) -> None:
    slate.cuts.take(production, edl(*lines), "cut.edl", "24000/1001", None)


def line(slate: Slate, production: int, code: str) -> RecutLine:
    return next(x for x in slate.recuts.page(production).lines if x.code == code)


@pytest.fixture
def production(slate: Slate) -> int:
    made = slate.productions.start("Two shots", "", {"rate": {"rate": "23.976"}})
    read(slate, made, ("FRO_0010", ONE), ("FRO_0020", TWO))
    return made


@pytest.fixture
def both(slate: Slate, production: int) -> tuple[int, int]:
    one, two = (
        slate.new_shots.set_up_from_event(production, code) for code in ("FRO_0010", "FRO_0020")
    )
    return one, two


def test_codes_that_changed_places_change_together(
    slate: Slate, production: int, both: tuple[int, int]
) -> None:
    read(slate, production, ("FRO_0010", TWO), ("FRO_0020", ONE))
    assert line(slate, production, "FRO_0010").former_code == "FRO_0020"
    # One of them alone can't: the other one has its code.
    told = slate.recuts.take(production, ["FRO_0010"])
    assert set(told.taken) == {"FRO_0010", "FRO_0020"}
    assert [slate.shots.page(shot).head.code for shot in both] == ["FRO_0020", "FRO_0010"]
    assert not slate.recuts.page(production).to_take
    # And back again.
    read(slate, production, ("FRO_0010", ONE), ("FRO_0020", TWO))
    assert set(slate.recuts.take(production, None).taken) == {"FRO_0010", "FRO_0020"}
    assert [slate.shots.page(shot).head.code for shot in both] == ["FRO_0010", "FRO_0020"]


def test_a_recut_is_taken_back_as_one_codes_and_all(
    slate: Slate, production: int, both: tuple[int, int]
) -> None:
    read(slate, production, ("FRO_0010", TWO), ("FRO_0020", ONE))
    told = slate.recuts.take(production, None)
    assert told.batch is not None
    assert slate.batches.latest(production)[0].what == "Recut: cut 02"
    assert slate.batches.undo(told.batch).shots == 2
    assert [slate.shots.page(shot).head.code for shot in both] == ["FRO_0010", "FRO_0020"]
    assert slate.recuts.page(production).to_take == 2
    # Where nothing was changed there is nothing to take back.
    read(slate, production, ("FRO_0010", ONE), ("FRO_0020", TWO))
    assert slate.recuts.take(production, None).batch is None


def test_a_lock_on_one_keeps_both_codes(
    slate: Slate, production: int, both: tuple[int, int]
) -> None:
    slate.retiming.lock(both[0], 1, closed=True)
    read(slate, production, ("FRO_0010", TWO), ("FRO_0020", ONE))
    told = slate.recuts.take(production, None)
    assert told.taken == ()
    assert set(told.left) == {"FRO_0010", "FRO_0020"}
    assert "swaps codes with a shot whose work range is locked" in told.left["FRO_0010"]
    assert [slate.shots.page(shot).head.code for shot in both] == ["FRO_0010", "FRO_0020"]


def test_a_shot_renamed_since_keeps_its_line(
    slate: Slate, production: int, both: tuple[int, int]
) -> None:
    slate.shots.save(both[0], 1, {"code": {"code": "FRO_0010X"}}, {})
    read(slate, production, ("FRO_0010", ("03:59:59:20", 44)), ("FRO_0020", TWO))
    found = line(slate, production, "FRO_0010")
    assert (found.shot_id, found.renamed_to, found.takes) == (both[0], "FRO_0010X", True)
    assert slate.recuts.take(production, None).taken == ("FRO_0010",)
    head = slate.shots.page(both[0]).head
    assert head.code == "FRO_0010X"
    assert line(slate, production, "FRO_0010").taken


def test_what_to_ask_for_stays_after_the_recut_was_applied(
    slate: Slate, production: int, both: tuple[int, int]
) -> None:
    read(slate, production, ("FRO_0010", ("03:59:59:20", 50)), ("FRO_0020", TWO))
    assert line(slate, production, "FRO_0010").ask == (
        "ask for 4 frames at the head and 6 frames at the tail"
    )
    assert slate.requests.page(production).lines == ()
    slate.recuts.take(production, None)
    (asked,) = slate.requests.page(production).lines
    assert (asked.code, asked.cut, asked.frames, asked.reel) == ("FRO_0010", 2, 10, "A001")
    assert asked.shot_frames == "997–1000, 1057–1062"
    assert asked.source == (
        "03:59:59:12–03:59:59:15 (4 frames), 04:00:02:00–04:00:02:05 (6 frames)"
    )
    slate.requests.note(production, asked.shot_id, asked.cut, got=True)
    page = slate.requests.page(production)
    assert page.open_frames == 0
    assert page.lines[0].got_who
    slate.requests.note(production, asked.shot_id, asked.cut, got=False)
    rows = list(csv.DictReader(io.StringIO(as_csv(slate.requests.page(production)))))
    assert [row["shot_frames"] for row in rows] == [asked.shot_frames]
    assert as_text(slate.requests.page(production)) == (
        "Two shots: 10 frames to ask for\n"
        "FRO_0010: 4 frames at the head and 6 frames at the tail, since cut 02; shot frames "
        "997–1000, 1057–1062; source A001 03:59:59:12–03:59:59:15 (4 frames), "
        "04:00:02:00–04:00:02:05 (6 frames).\n"
    )
    slate.requests.remove(production, asked.shot_id, asked.cut)
    assert slate.requests.page(production).lines == ()
    with pytest.raises(NotFound, match="asks for nothing since cut 9"):
        slate.requests.remove(production, asked.shot_id, 9)


def test_a_later_recut_asks_anew_and_what_needs_nothing_is_asked_no_more(
    slate: Slate, production: int, both: tuple[int, int]
) -> None:
    read(slate, production, ("FRO_0010", ("04:00:00:00", 46)), ("FRO_0020", TWO))
    slate.recuts.take(production, None)
    read(slate, production, ("FRO_0010", ("04:00:00:00", 52)), ("FRO_0020", TWO))
    slate.recuts.take(production, None)
    (asked,) = slate.requests.page(production).lines
    assert asked.cut == 3


def test_another_reel_asks_for_its_whole_plate(
    slate: Slate, production: int, both: tuple[int, int]
) -> None:
    other = edl(
        event(1, "04:00:00:00", "01:00:00:00", 40, "FRO_0010").replace("A001", "B007"),
        event(2, *("05:00:00:00", "01:00:01:16"), 50, "FRO_0020"),
    )
    slate.cuts.take(production, other, "cut.edl", "24000/1001", None)
    found = line(slate, production, "FRO_0010")
    assert (found.word, found.notes, found.anew) == ("new source", ("reel A001 → B007",), 56)
    slate.recuts.take(production, None)
    (asked,) = slate.requests.page(production).lines
    assert (asked.words, asked.reel) == ("the new plate, 56 frames", "B007")
    assert asked.source == "03:59:59:16–04:00:01:23 (56 frames)"
    assert not slate.recuts.page(production).to_take


def test_a_rate_that_changed_between_cuts_is_said_first(slate: Slate, production: int) -> None:
    slate.edit_formats.change(production, 1, {"rate": {"rate": "25"}}, False, frozenset())
    at_25 = "001  A001  V  C  04:00:00:00 04:00:01:17 01:00:00:00 01:00:01:17\n"
    slate.cuts.take(production, edl(at_25, "* FROM CLIP NAME: FRO_0010"), "cut.edl", "25", None)
    page = slate.recuts.page(production)
    assert page.rates == ("Cut 01 was at 24000/1001, cut 02 is at 25: frames are compared in time.")
    assert line(slate, production, "FRO_0010").length_before == 42


def test_codes_settle_where_sources_have_the_same_timecode(slate: Slate) -> None:
    """Three shots of three reels, all from 02:00:00:00, change codes all round."""
    production = slate.productions.start("Three reels", "", {"rate": {"rate": "23.976"}})
    codes, lengths = ("FRO_0010", "FRO_0020", "FRO_0030"), (48, 60, 52)

    def cut(*shown: int) -> None:
        at, lines = Timecode.parse("01:00:00:00", FILM), []
        for number, (code, reel) in enumerate(zip(codes, shown, strict=True), start=1):
            each = event(number, "02:00:00:00", str(at), lengths[reel], code)
            lines.append(each.replace("A001", f"A00{reel + 1}"))
            at += lengths[reel]
        read_lines(slate, production, *lines)

    cut(0, 1, 2)
    shots = [slate.new_shots.set_up_from_event(production, code) for code in codes]
    for shown in ((1, 0, 2), (2, 1, 0), (0, 2, 1), (1, 2, 0)):
        cut(*shown)
        slate.recuts.take(production, None)
        page = slate.recuts.page(production)
        assert (page.to_take, page.to_ask) == (0, 0)
        assert slate.requests.page(production).lines == ()
        for reel, shot in enumerate(shots):
            told = slate.shots.page(shot)
            assert told.head.code == codes[shown.index(reel)]
            with slate.workspace.reading() as session:
                content = load_shot(session, shot).content
            assert content.setup.cut_range.length == lengths[reel]


def test_a_retime_of_equal_length_asks_for_its_source(
    slate: Slate, production: int, both: tuple[int, int]
) -> None:
    """40 frames at 200 % show 80; with 8 + 8 of handles 112, and 56 are there."""
    retimed = event(1, *("04:00:00:00", "01:00:00:00"), 40, "FRO_0010")
    read_lines(
        slate,
        production,
        retimed.replace("\n", "\nM2   A001   048.0   04:00:00:00\n"),
        event(2, *("05:00:00:00", "01:00:01:16"), 50, "FRO_0020"),
    )
    assert line(slate, production, "FRO_0010").ask == (
        "ask for 8 frames at the head and 48 frames at the tail of the source"
    )
    assert slate.recuts.take(production, None).taken == ("FRO_0010",)
    (asked,) = slate.requests.page(production).lines
    assert (asked.frames, asked.shot_frames) == (56, "")
    assert asked.source == (
        "03:59:59:08–03:59:59:15 (8 frames), 04:00:02:00–04:00:03:23 (48 frames)"
    )
    assert line(slate, production, "FRO_0010").taken
    # Its clip begins with the frame that is shown there.
    with slate.workspace.reading() as session:
        assert load_shot(session, both[0]).content.setup.start_timecode == "03:59:59:08"


def test_what_a_recut_asks_for_goes_and_comes_with_its_version(
    slate: Slate, production: int, both: tuple[int, int]
) -> None:
    read(slate, production, ("FRO_0010", ("04:00:00:00", 46)), ("FRO_0020", TWO))
    told = slate.recuts.take(production, None)
    assert [each.frames for each in slate.requests.page(production).lines] == [6]
    assert told.batch is not None
    slate.batches.undo(told.batch)
    assert slate.requests.page(production).lines == ()
    slate.recuts.take(production, None)
    # What hasn't come is asked for again with what a later cut needs beyond it.
    read(slate, production, ("FRO_0010", ("04:00:00:00", 50)), ("FRO_0020", TWO))
    slate.recuts.take(production, None)
    (asked,) = slate.requests.page(production).lines
    assert (asked.cut, asked.frames, asked.shot_frames) == (3, 10, "1057–1066")
    # What has come is there: only the rest is asked for then.
    slate.requests.note(production, asked.shot_id, asked.cut, got=True)
    read(slate, production, ("FRO_0010", ("04:00:00:00", 53)), ("FRO_0020", TWO))
    slate.recuts.take(production, None)
    waiting = [each for each in slate.requests.page(production).lines if not each.is_there]
    assert [(each.cut, each.frames) for each in waiting] == [(4, 3)]


@pytest.mark.parametrize(
    ("motion", "words", "source"),
    [
        # 40 frames backwards with 8 + 8: the head lies behind the source's end.
        ("-024.0", "the new plate, 56 frames", "03:59:59:16–04:00:01:23 (56 frames)"),
        ("-048.0", "112 frames of the source", "03:59:57:16–04:00:02:07 (112 frames)"),
        # A held frame is one, however long it is held.
        ("000.0", "1 frame of the source", "04:00:00:00–04:00:00:00 (1 frame)"),
    ],
)
def test_a_new_plate_of_a_retime_is_asked_for_by_its_source(
    slate: Slate, production: int, both: tuple[int, int], motion: str, words: str, source: str
) -> None:
    new = event(1, *("04:00:00:00", "01:00:00:00"), 40, "FRO_0010").replace("A001", "B007")
    read_lines(
        slate,
        production,
        new.replace("\n", f"\nM2   B007   {motion}   04:00:00:00\n"),
        event(2, *("05:00:00:00", "01:00:01:16"), 50, "FRO_0020"),
    )
    slate.recuts.take(production, None)
    (asked,) = slate.requests.page(production).lines
    assert words in asked.words
    assert asked.source.endswith(source)
    assert f"({counted(asked.frames, 'frame')})" in asked.source
