"""Side by side: what is asked for, which rows differ, and one moment in every count."""

from fractions import Fraction

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.core.scenes import EDIT, SETUP
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.canvas.raster import Size
from zero_slate.core.presentation.beside import (
    MOST_MOMENTS,
    SideKind,
    SideOf,
    SideRanges,
    SideValues,
    bands_of,
    beside_rows,
    moments_of,
    read_side,
)
from zero_slate.core.settings.index import EDIT_SETTINGS, SETTINGS
from zero_slate.core.settings.models.setup import Setup
from zero_slate.core.time.frames import FrameRange
from zero_slate.core.time.rate import FrameRate

FILM = FrameRate(Fraction(24))
TV = FrameRate(Fraction(25))


def values_of(setup: Setup) -> SideValues:
    return SideValues({key: getattr(setup, key) for key in SETTINGS}, setup.raster, None)


def test_sides_are_asked_for_by_what_they_are() -> None:
    assert read_side("s4") == SideOf(SideKind.SHOT, 4)
    assert read_side("s4v12") == SideOf(SideKind.SHOT, 4, 12)
    assert read_side("e4") == SideOf(SideKind.EDIT, 4)
    assert read_side("p1") == SideOf(SideKind.PRODUCTION, 1)


@pytest.mark.parametrize(
    "text", ["", "s", "4", "s0", "x4", "e4v2", "p1v1", "s4v0", "s٤", "s4 ", "S4", "s" + "9" * 16]
)
def test_what_cant_stand_at_a_side_is_refused(text: str) -> None:
    with pytest.raises(Refusal, match="can't stand at a side"):
        read_side(text)


def test_only_rows_that_differ_are_listed_and_the_others_counted() -> None:
    other = SETUP.model_copy(update={"canvas": Size(2048, 1080), "title": "Another"})
    rows, same = beside_rows([values_of(SETUP), values_of(other)])
    assert [row.key for row in rows] == ["canvas", "title"]
    assert same == len(SETTINGS) - 2
    assert [cell.text if cell else None for cell in rows[0].cells] == ["1920 × 1080", "2048 × 1080"]
    assert rows[0].cells[1] is not None
    assert rows[0].cells[1].texts == {"width": "2048", "height": "1080"}


def test_a_side_that_says_nothing_of_a_setting_has_no_cell_for_it() -> None:
    edit = SideValues({key: getattr(EDIT, key) for key in EDIT_SETTINGS}, EDIT.raster, None)
    other = SETUP.model_copy(update={"rate": TV})
    rows, _ = beside_rows([edit, values_of(SETUP), values_of(other)])
    by_key = {row.key: row for row in rows}
    assert "code" not in by_key
    assert [cell.text if cell else None for cell in by_key["rate"].cells] == [
        "24000/1001",
        "24000/1001",
        "25",
    ]


def test_ranges_lie_in_seconds_from_the_first_frame_of_the_cut() -> None:
    ranges = SideRanges(FILM, FrameRange(1009, 1100), FrameRange(1001, 1108), None)
    work, cut = bands_of(ranges)
    # 8 frames of handles at 24 a second are a third of one; the cut's 92 run 3.8333 s.
    assert (cut.name, cut.first, cut.end) == ("cut", 0.0, pytest.approx(92 / 24))
    assert (work.name, work.frames) == ("work", "1001–1108")
    assert (work.first, work.end) == (pytest.approx(-8 / 24), pytest.approx(100 / 24))


def test_one_moment_is_another_frame_at_another_rate() -> None:
    film = SideRanges(FILM, FrameRange(1009, 1056), FrameRange(1001, 1064), None)
    tv = SideRanges(TV, FrameRange(1, 50), FrameRange(1, 50), None)
    found = moments_of([film, None, tv])
    begin = found.seconds.index(0.0)
    assert (found.frames[0][begin], found.frames[1][begin], found.frames[2][begin]) == (
        1009,
        None,
        1,
    )
    # One second on: 24 frames of the one, 25 of the other.
    assert (found.frames[0][begin + 24], found.frames[2][begin + 24]) == (1033, 26)
    assert found.words[begin + 24] == "1.00 s"
    # From the first handle of the one to its last.
    assert (found.frames[0][0], found.frames[0][-1]) == (1001, 1064)


@given(
    st.sampled_from([24, 25, 30, Fraction(24000, 1001), Fraction(30000, 1001)]),
    st.integers(-5000, 5000),
    st.integers(1, 30_000),
)
def test_moments_are_bounded_in_order_and_hold_every_frame_of_short_shots(
    rate: Fraction, first: int, length: int
) -> None:
    cut = FrameRange.starting(first, length)
    side = SideRanges(FrameRate(Fraction(rate)), cut, cut, None)
    found = moments_of([side])
    frames = found.frames[0]
    assert len(frames) <= MOST_MOMENTS
    assert list(frames) == sorted(set(frames))
    assert frames[0] == cut.first
    if length <= MOST_MOMENTS:
        assert frames[-1] == cut.last


def test_no_frames_are_no_moments() -> None:
    assert moments_of([None, None]).frames == ((), ())
