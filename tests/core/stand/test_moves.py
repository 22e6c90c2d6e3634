"""What moves on the stand: moments typed and read back, what lies between, what swaps."""

from fractions import Fraction

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.properties import examples
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.stand.distances import Distances, Travel
from zero_slate.core.stand.focus import Focus
from zero_slate.core.stand.moves import Move
from zero_slate.core.stand.order import Line, against_stack, frames_farther
from zero_slate.core.time.frames import FrameRange

METRES = st.decimals("0.01", "5000", places=3).map(Fraction)
MOVES = st.one_of(
    METRES.map(Move.still),
    st.dictionaries(st.integers(900, 1200), METRES, min_size=2, max_size=6).map(
        lambda known: Move(tuple(sorted(known.items())))
    ),
)
STAYS = Move.still(Fraction(0))


def test_an_element_and_a_focus_move_between_moments() -> None:
    keeper = Distances.parse("ground 12 m, keeper 4 m on 1001 to 6 m on 1061").get("Keeper")
    assert keeper is not None
    assert [keeper.at(frame) for frame in (900, 1001, 1031, 1061, 2000)] == [4, 4, 5, 6, 6]
    focus = Focus.parse("f/2.8 at 3 m on 1001 to 6 m on 1061")
    # A pull goes evenly in 1/distance: half-way between 1/3 and 1/6 is 1/4.
    assert [focus.around(frame).at for frame in (1001, 1031, 1061)] == [3, 4, 6]
    assert str(focus) == "f/2.8 at 3 m on 1001 to 6 m on 1061"
    by_hand = Focus.parse("3 m on 1001 to 5 m on 1061, 0.5 m sharp, at most 12 px")
    assert Focus.parse(str(by_hand)) == by_hand
    assert by_hand.pull is not None
    assert str(Travel.parse("0 m on 1001 to 200 cm on 1061")) == "0 m on 1001 to 2 m on 1061"
    assert not Travel.parse("none").is_there


@pytest.mark.parametrize(
    ("text", "why"),
    [
        ("keeper 4 m on 1001", "two at least"),
        ("keeper infinity", "1,000,000 m is the farthest"),
        ("keeper ∞ m", "1,000,000 m is the farthest"),
        ("keeper 4 m on 1061 to 6 m on 1001", "moments rise"),
        ("keeper 4 m on 1001 to 6 m", "not a distance"),
        ("keeper 4 m on 1001 to 0 m on 1061", "0.01 m to 1,000,000 m"),
        ("keeper 4 m on 99999999 to 6 m on 100000000", "not a distance"),
        ("keeper " + " to ".join(f"{n + 1} m on {n}" for n in range(25)), "24 is the most"),
    ],
)
def test_moments_that_cannot_be_are_refused(text: str, why: str) -> None:
    with pytest.raises(Refusal, match=why):
        Distances.parse(text)


def test_a_focus_or_travel_that_cannot_be_is_refused() -> None:
    for parse, text, why in (
        (Focus.parse, "f/2.8 at 3 m on 1001 to 0 m on 1061", "lies in the camera"),
        (Focus.parse, "f/2.8 at 3 m on 1001", "two at least"),
        (Travel.parse, "2 m", "at its mark"),
        (Travel.parse, "sideways", "not a distance"),
    ):
        with pytest.raises(Refusal, match=why):
            parse(text)


@given(MOVES)
def test_moves_are_read_back_as_they_are_written(move: Move) -> None:
    assert Move.parse(str(move), "It") == move


@given(MOVES, st.integers(880, 1220), st.booleans())
def test_many_frames_are_reckoned_as_each_is(move: Move, frame: int, nearness: bool) -> None:
    one = move.nearness_at(frame) if nearness else move.at(frame)
    many = move.over(np.array([frame - 1, frame], np.float64), nearness=nearness)
    assert many[1] == pytest.approx(float(one), rel=1e-9)
    assert min(move.metres) <= one <= max(move.metres)


@given(MOVES, st.integers(901, 1199), METRES)
def test_a_moment_that_is_set_is_there(move: Move, frame: int, metres: Fraction) -> None:
    assert move.with_moment(frame, metres).at(frame) == metres


@examples(60)
@given(
    st.lists(st.tuples(MOVES, st.sampled_from([1, Fraction(11, 10)])), min_size=2, max_size=5),
    MOVES,
)
def test_what_swaps_is_what_each_frame_says(
    staged: list[tuple[Move, Fraction]], travel: Move
) -> None:
    work = FrameRange(950, 1150)
    lines = [Line(move, travel, Fraction(factor)) for move, factor in staged]
    told = set(against_stack(lines, work))
    for below in range(len(lines)):
        for above in range(below + 1, len(lines)):
            farther = [
                frame
                for frame in range(work.first, work.last + 1)
                if lines[above].at(frame) > lines[below].at(frame)
            ]
            runs = frames_farther(lines[above], lines[below], work)
            assert [frame for run in runs for frame in range(run.first, run.last + 1)] == farther
            clear = [
                frame
                for frame in farther
                if lines[above].at(frame) - lines[below].at(frame) > Fraction(1, 1000)
            ]
            assert (above, below) in told or not clear
            assert (above, below) not in told or farther or len(runs) == 0


def test_one_distance_is_no_swap() -> None:
    lines = [Line(Move.still(Fraction(3)), STAYS), Line(Move.still(Fraction(3)), STAYS)]
    assert against_stack(lines, FrameRange(1, 10)) == ()
    assert frames_farther(lines[1], lines[0], FrameRange(1, 10)) == ()
