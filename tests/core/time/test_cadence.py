"""One rate inside another, against the figures that are published for it."""

from collections import Counter
from fractions import Fraction

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.core.scenes import SETUP, context_for, plate
from tests.core.time.test_rate import RATES
from zero_slate.core.canvas.scan import ScanMode
from zero_slate.core.checks.match import match
from zero_slate.core.media.alignment import place
from zero_slate.core.media.element import Align, Element
from zero_slate.core.presentation.drawings.cadence import draw_cadence
from zero_slate.core.time.cadence import (
    Fitted,
    RateUse,
    cadence_name,
    field_sources,
    strip,
    usual_use,
)
from zero_slate.core.time.frames import FrameRange
from zero_slate.core.time.rate import FrameRate


def fitted(n: int, own: str, rate: str, use: RateUse = RateUse.TIME) -> Fitted:
    return Fitted(n, FrameRate.parse(own), FrameRate.parse(rate), use)


@pytest.mark.parametrize(
    ("n", "own", "rate", "whole", "never", "again"),
    [
        (100, "25", "24", 96, 4, 0),
        (24, "12", "24", 48, 0, 24),
        (96, "24000/1001", "30000/1001", 120, 0, 24),
        (100, "24", "25", 104, 1, 5),
        (100, "30", "24", 80, 20, 0),
    ],
)
def test_in_real_time(n: int, own: str, rate: str, whole: int, never: int, again: int) -> None:
    made = fitted(n, own, rate)
    assert (made.whole, made.never, made.again) == (whole, never, again)
    assert made.speed == 1
    # Counted one by one, they come to the same.
    shown = [made.shows(frame) for frame in range(whole)]
    assert len(set(shown)) == whole - again
    assert n - len(set(shown)) == never


def test_what_is_left_over_is_told() -> None:
    assert round(float(fitted(100, "24", "25").left_over), 2) == 0.17


@pytest.mark.parametrize(
    ("own", "rate", "first"),
    [
        ("24000/1001", "30000/1001", [0, 0, 1, 2, 3, 4, 4, 5]),
        ("12", "24", [0, 0, 1, 1, 2, 2, 3, 3]),
    ],
)
def test_which_frame_shows_what(own: str, rate: str, first: list[int]) -> None:
    made = fitted(96, own, rate)
    assert [made.shows(frame) for frame in range(8)] == first


def test_frame_for_frame_changes_speed_and_length() -> None:
    made = fitted(24, "12", "24", RateUse.FRAME)
    assert (made.speed, made.whole, made.seconds) == (2, 24, 1)
    assert (made.never, made.again) == (0, 0)
    assert fitted(24, "12", "6", RateUse.FRAME).speed == Fraction(1, 2)


def test_the_2_3_cadence() -> None:
    """Four pictures in five frames: A A, B B, B C, C D, D D."""
    made = fitted(96, "24000/1001", "30000/1001")
    fields = [field_sources(made, frame) for frame in range(5)]
    assert ["".join("ABCD"[source] for source in pair) for pair in fields] == [
        "AA", "BB", "BC", "CD", "DD",
    ]  # fmt: skip
    assert cadence_name(made, fields=True) == "2:3"
    assert cadence_name(fitted(50, "25", "25"), fields=True) == "2:2"
    assert cadence_name(made) == "2:1:1:1"


def test_retimes_run_slow_fast_and_backwards() -> None:
    film = FrameRate.parse("24000/1001")
    half = Fitted(46, film, film, RateUse.TIME, Fraction(1, 2))
    assert (half.whole, half.again, half.never) == (92, 46, 0)
    back = Fitted(4, film, film, RateUse.TIME, Fraction(-1))
    assert [back.shows(frame) for frame in range(4)] == [3, 2, 1, 0]
    held = Fitted(1, film, film, RateUse.TIME, Fraction(0))
    assert (held.whole, held.distinct) == (0, 0)


def test_source_frames_are_named() -> None:
    pal = fitted(100, "25", "24")
    assert pal.skipped(4) == (24, 49, 74, 99)
    assert pal.repeated(4) == ()
    film = fitted(96, "24000/1001", "30000/1001")
    assert film.repeated(3) == (0, 4, 8)
    assert film.skipped(3) == ()
    assert fitted(100, "24", "25").skipped(9) == (99,)


@given(st.integers(1, 400), RATES, RATES, st.sampled_from(list(RateUse)))
def test_counting_agrees_with_the_formulas(
    n: int, own: FrameRate, rate: FrameRate, use: RateUse
) -> None:
    made = Fitted(n, own, rate, use)
    if made.whole > 3000:
        return
    shown = [made.shows(frame) for frame in range(made.whole)]
    assert all(0 <= source < n for source in shown)
    assert made.distinct == len(set(shown))
    assert made.never + made.distinct == n
    assert made.again + made.distinct == made.whole
    assert len(strip(made)) <= 60
    if made.whole:
        assert made.skipped(10_000) == tuple(sorted(set(range(n)) - set(shown)))
        assert set(made.repeated(10_000)) == {s for s, times in Counter(shown).items() if times > 1}


@given(st.integers(1, 300), RATES, RATES)
def test_placed_in_real_time_is_what_the_formula_fills(
    n: int, own: FrameRate, rate: FrameRate
) -> None:
    made = Fitted(n, own, rate, RateUse.TIME)
    element = Element(1, "artwork", plate(FrameRange(1, n)).media, Align.FIRST, own, RateUse.TIME)
    placed = place(element, rate, SETUP.cut_range, SETUP.work_range, None)
    if made.whole:
        assert placed.clip == FrameRange.starting(1001, made.whole)


def test_an_element_on_twos_is_noted_and_drawn() -> None:
    made = plate(FrameRange(1, 54)).media
    twos = Element(2, "artwork", made, Align.FIRST, FrameRate.parse("12000/1001"), RateUse.TIME)
    context = context_for(SETUP, twos)
    drawn = draw_cadence(context, twos)
    assert drawn is not None
    assert [cell.sources for cell in drawn.cells] == [(0,), (0,), (1,), (1,)]
    assert [cell.again for cell in drawn.cells] == [False, True, False, True]
    (told,) = match(context).findings
    assert (told.code, str(told.severity)) == ("media.rate", "note")
    assert "fills 108 frames" in told.sentence.text


def test_into_fields_an_element_is_drawn_by_field() -> None:
    setup = SETUP.model_copy(
        update={"rate": FrameRate.parse("30000/1001"), "scan": ScanMode.UPPER_FIRST}
    )
    film = Element(
        2, "render", plate().media, Align.FIRST, FrameRate.parse("24000/1001"), RateUse.TIME
    )
    drawn = draw_cadence(context_for(setup, film), film)
    assert drawn is not None
    assert drawn.fields
    assert {fact.label: fact.value for fact in drawn.facts}["Cadence"] == "2:3 fields"


def test_near_rates_are_used_frame_for_frame() -> None:
    film = FrameRate.parse("24000/1001")
    assert usual_use(FrameRate.parse("24"), film) is RateUse.FRAME
    assert usual_use(None, film) is RateUse.FRAME
    assert usual_use(FrameRate.parse("25"), film) is RateUse.TIME


def test_fields_run_the_way_their_frames_run() -> None:
    """Six frames backwards at the same rate: 5 5, 4 4, …; at half of it each field is its own."""
    rate = FrameRate(Fraction(25))
    back = Fitted(6, rate, rate, RateUse.TIME, Fraction(-1))
    assert [field_sources(back, frame) for frame in range(6)] == [(n, n) for n in range(5, -1, -1)]
    twice = Fitted(6, rate, rate, RateUse.TIME, Fraction(-2))
    assert [field_sources(twice, frame) for frame in range(3)] == [(5, 4), (3, 2), (1, 0)]
    assert [twice.shows(frame) for frame in range(3)] == [5, 3, 1]
