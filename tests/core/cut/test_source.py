"""Frames of source on a clock: which day they are of, what they share, and what a record shows."""

from dataclasses import replace
from fractions import Fraction
from math import ceil, floor

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.core.scenes import EVENT
from zero_slate.core.cut.source import SourceRun, in_one_run, on_the_day_of
from zero_slate.core.time.frames import FrameRange
from zero_slate.core.time.rate import FrameRate
from zero_slate.core.time.timecode import frames_in_a_day

RATES = [(FrameRate(Fraction(24)), False), (FrameRate(Fraction(30000, 1001)), True)]
DAY = 24 * 86400


@given(st.integers(-3 * DAY, 3 * DAY), st.integers(-3 * DAY, 3 * DAY))
def test_a_moment_is_of_the_day_that_is_nearest(near: int, moment: int) -> None:
    found = on_the_day_of(near, moment, DAY)
    assert (found - moment) % DAY == 0
    assert abs(found - near) <= DAY // 2


@given(st.integers(0, DAY - 1), st.lists(st.integers(0, DAY // 8 - 1), min_size=1, max_size=12))
def test_a_run_past_midnight_is_one_run(start: int, later: list[int]) -> None:
    """Whatever order it is written in, its lengths stay."""
    run = [start + each for each in later]
    found = in_one_run([each % DAY for each in run], DAY)
    assert [each - min(found) for each in found] == [each - min(run) for each in run]
    assert all((now - was) % DAY == 0 for now, was in zip(found, run, strict=True))


@given(
    st.sampled_from(RATES),
    *[st.integers(0, 3_000_000)] * 2,
    *[st.integers(1, 400)] * 2,
    st.booleans(),
)
def test_what_two_runs_share_is_counted_by_labels(
    counted: tuple[FrameRate, bool], first: int, other: int, one: int, two: int, same: bool
) -> None:
    rate, drop = counted
    day = frames_in_a_day(rate, drop)
    other = first + other % 500 - 250 + day * (other % 3) if other % 2 else other
    mine = SourceRun("A001", FrameRange.starting(first, one), rate, drop)
    its = SourceRun("a001" if same else "B002", FrameRange.starting(other, two), rate, drop)
    labels = {frame % day for frame in range(first, first + one)}
    shared = sum(frame % day in labels for frame in range(other, other + two))
    assert mine.shared(its) == its.shared(mine) == (shared if same else 0)
    if shared:
        assert mine.apart(its.frames) < 1


@given(
    st.fractions(Fraction(1, 8), 8, max_denominator=48),
    st.booleans(),
    st.integers(-60, 60),
    st.integers(1, 60),
)
def test_source_frames_are_all_that_a_stretch_touches(
    pace: Fraction, backwards: bool, first: int, length: int
) -> None:
    used = ceil(40 * pace)
    event = replace(
        EVENT,
        source=FrameRange.starting(1000, used),
        record=FrameRange.starting(0, 40),
        speed=-pace if backwards else pace,
    )
    touched = {
        frame
        for k in range(first, first + length)
        for frame in range(floor(k * pace), ceil((k + 1) * pace))
    }
    if backwards:
        touched = {used - 1 - frame for frame in touched}
    found = event.source_of(FrameRange.starting(first, length))
    assert found == FrameRange(1000 + min(touched), 1000 + max(touched))


@pytest.mark.parametrize("first", [-5, 0, 90])
def test_a_held_frame_is_itself_whatever_is_asked(first: int) -> None:
    held = replace(EVENT, speed=Fraction(0), source=FrameRange(500, 500))
    assert held.source_of(FrameRange.starting(first, 64)) == FrameRange(500, 500)
