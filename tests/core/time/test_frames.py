"""Ranges, handles and lengths."""

import itertools
from fractions import Fraction

import pytest
from hypothesis import given
from hypothesis import strategies as st

from zero_slate.core.time.film import FeetFrames, drawings
from zero_slate.core.time.frames import FrameRange, Handles, RangeRefusal, gaps, runs, total
from zero_slate.core.time.rate import FrameRate

RANGES = st.builds(FrameRange.starting, st.integers(-2000, 2000), st.integers(1, 400))


def test_a_shot_in_every_length() -> None:
    work = FrameRange(1001, 1108)
    assert work.length == 108
    assert FrameRate.parse("24000/1001").seconds(work.length) == Fraction("4.5045")
    assert str(FeetFrames(work.length)) == "6+12"
    assert (drawings(108, 2), drawings(108, 3), drawings(107, 2)) == (54, 36, 54)


def test_feet_before_the_start_keep_their_sign() -> None:
    assert str(FeetFrames(-8)) == "−0+08"


def test_ranges_nest() -> None:
    cut = FrameRange(1009, 1100)
    work = cut.widened(Handles(8, 8))
    assert work == FrameRange(1001, 1108)
    assert work.holds(cut)
    assert not cut.holds(work)


def test_back_to_front_is_offered_turned_round() -> None:
    with pytest.raises(RangeRefusal, match="back to front") as refused:
        FrameRange(10, 1)
    assert refused.value.nearest_parts == {"first": "1", "last": "10"}


@pytest.mark.parametrize("handles", [(-1, 0), (0, 10_001)])
def test_handles_have_limits(handles: tuple[int, int]) -> None:
    with pytest.raises(RangeRefusal, match="0 to 10,000"):
        Handles(*handles)


@given(st.lists(st.integers(-500, 500), max_size=60))
def test_runs_hold_exactly_the_frames(frames: list[int]) -> None:
    found = runs(frames)
    assert [f for run in found for f in range(run.first, run.last + 1)] == sorted(set(frames))
    assert all(a.last + 1 < b.first for a, b in itertools.pairwise(found))


@given(RANGES, st.lists(RANGES, max_size=6))
def test_gaps_are_what_is_wanted_and_not_there(
    wanted: FrameRange, present: list[FrameRange]
) -> None:
    there = {f for run in present for f in range(run.first, run.last + 1)}
    missing = [f for run in gaps(wanted, present) for f in range(run.first, run.last + 1)]
    assert missing == [f for f in range(wanted.first, wanted.last + 1) if f not in there]
    assert total(gaps(wanted, present)) == len(missing)
