"""Frame-numbered rows: which columns hold frames, and where their numbers go."""

from fractions import Fraction

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.core.time.test_rate import RATES
from zero_slate.core.time.frame_remapping import FrameRemapper, is_number, recognised
from zero_slate.core.time.rate import FrameRate
from zero_slate.core.time.retime import Rescale

TWELVE, TWENTY_FOUR = FrameRate(Fraction(12)), FrameRate(Fraction(24))


@pytest.mark.parametrize(
    ("names", "row", "columns"),
    [
        (("frame", "x", "y"), ("1001", "3.5", "4"), (0,)),
        (("Point", "Frame No."), ("a", "12"), (1,)),
        (("drawing", "start", "end"), ("4", "1", "3"), (1, 2)),
        (("frame", "x"), ("first", "2"), ()),
        (("x", "y"), ("3.5", "4.5"), ()),
    ],
)
def test_columns_are_known_by_their_names(
    names: tuple[str, ...], row: tuple[str, ...], columns: tuple[int, ...]
) -> None:
    assert recognised(names, [row]).frames == columns


def test_the_only_column_that_counts_upward_is_taken() -> None:
    rows = [("1", "9", "0.5"), ("2", "3", "0.4"), ("3", "7", "0.1")]
    assert recognised(("a", "b", "c"), rows).frames == (0,)
    assert recognised(("a", "b"), [("1", "1"), ("2", "2")]).frames == ()


def test_numbers_are_shifted_and_rescaled() -> None:
    moved = FrameRemapper(Rescale(1, 1001, TWENTY_FOUR, TWENTY_FOUR))
    assert [moved.text(text) for text in ("1", "24", "1.50", "-8")] == [
        "1001", "1024", "1001.50", "992",
    ]  # fmt: skip
    assert (moved.numbers, moved.merged, moved.rounding) == (4, 0, 0)
    doubled = FrameRemapper(Rescale(1, 1, TWELVE, TWENTY_FOUR))
    assert [doubled.text(text) for text in ("1", "13", "25")] == ["1", "25", "49"]


def test_zero_has_no_sign_and_decimals_keep_theirs() -> None:
    stays = FrameRemapper(Rescale(0, 0, TWENTY_FOUR, TWENTY_FOUR))
    assert [stays.text(text) for text in ("0.00", "-0.50", "0.5")] == ["0.00", "-0.50", "0.5"]
    down = FrameRemapper(Rescale(1001, 1, TWENTY_FOUR, TWENTY_FOUR))
    assert [down.text(text) for text in ("1000.00", "999.75")] == ["0.00", "-0.25"]


def test_merged_frames_and_rounding_are_told() -> None:
    halved = FrameRemapper(Rescale(1, 1, TWENTY_FOUR, TWELVE))
    assert [halved.text(text) for text in ("1", "2", "3", "4", "4")] == ["1", "2", "2", "3", "3"]
    assert halved.merged == 1
    # Half a frame at 12 a second.
    assert halved.rounding == Fraction(1, 24)


@given(st.lists(st.integers(-5000, 5000), max_size=50), st.integers(-2000, 2000))
def test_a_shift_there_and_back_is_the_identity(frames: list[int], by: int) -> None:
    there = FrameRemapper(Rescale(0, by, TWENTY_FOUR, TWENTY_FOUR))
    back = FrameRemapper(Rescale(by, 0, TWENTY_FOUR, TWENTY_FOUR))
    assert [back.text(there.text(str(frame))) for frame in frames] == [str(f) for f in frames]
    assert there.merged == 0


@given(st.lists(st.integers(-9999, 99_999), max_size=60), st.integers(-50, 2000), RATES, RATES)
def test_whole_numbers_go_where_the_formula_says(
    frames: list[int], new: int, was: FrameRate, now: FrameRate
) -> None:
    scale = Rescale(1, new, was, now)
    moved = FrameRemapper(scale)
    assert [moved.text(str(frame)) for frame in frames] == [str(scale.frame(f)) for f in frames]
    assert moved.rounding == max((scale.off(frame) for frame in frames), default=0)
    assert moved.merged == len(set(frames)) - len({scale.frame(frame) for frame in frames})


@given(st.text(max_size=6))
def test_what_is_a_number_can_be_moved(text: str) -> None:
    if is_number(text):
        assert is_number(FrameRemapper(Rescale(0, 5, TWELVE, TWENTY_FOUR)).text(text.strip()))


def test_a_blank_or_a_total_asks_and_no_other_column_is_taken() -> None:
    for odd in ("", "Total"):
        rows = [("1", "10"), ("2", "20"), (odd, "30")]
        known = recognised(("frame", "exposure no"), rows)
        assert known.frames == ()
        assert "row 3" in known.question
        # Others that are named as well are taken.
        rows = [("1", "5"), (odd, "6")]
        assert recognised(("in", "out"), rows).frames == (1,)


def test_lengths_are_rescaled_and_never_shifted() -> None:
    halved = FrameRemapper(Rescale(1, 1001, TWENTY_FOUR, TWELVE))
    assert [halved.length(text) for text in ("8", "3", "1", "0", "1.5")] == [
        "4", "2", "1", "0", "1.0",
    ]  # fmt: skip
    assert recognised(("frame", "Duration"), [("1", "8")]).lengths == (1,)


def test_a_number_keeps_the_way_it_is_written() -> None:
    up = FrameRemapper(Rescale(0, 8, TWENTY_FOUR, TWENTY_FOUR))
    assert [up.text(text) for text in ("0001", "0995", "1,5", "-0009", "+3", "007.25")] == [
        "0009", "1003", "9,5", "-0001", "11", "015.25",
    ]  # fmt: skip
    assert is_number("1,5")
    assert is_number("12,25")
    # It may be a thousand's.
    assert not is_number("1,001")


def test_merges_and_holes_are_told_with_their_rows() -> None:
    halved = FrameRemapper(Rescale(1, 1, TWENTY_FOUR, TWELVE))
    doubled = FrameRemapper(Rescale(1, 1, TWELVE, TWENTY_FOUR))
    for moved in (halved, doubled):
        for row, text in enumerate(("1", "2", "3", "9"), start=2):
            moved.row = row
            moved.text(text)
    assert halved.merges(5) == [(2, (2, 3), (3, 4))]
    assert halved.holes(5) == (0, [])
    assert doubled.merges(5) == []
    assert doubled.holes(1) == (2, [(1, 3, 2)])
