"""How figures are written: rounded once, halves up, and read back by anyone."""

from decimal import ROUND_HALF_UP, Decimal
from fractions import Fraction

import pytest
from hypothesis import given
from hypothesis import strategies as st

from zero_slate.core.base.figures import (
    aspect,
    counted,
    decimal,
    megabytes,
    round_half_up,
    seconds,
    whole,
)
from zero_slate.core.time.film import FeetFrames, drawings


@pytest.mark.parametrize(
    ("value", "places", "written"),
    [
        (Fraction(320, 333), 3, "0.961"),
        (Fraction(1, 2), 0, "1"),
        (Fraction(-1, 2), 0, "−1"),
        (Fraction(-1, 1000), 2, "0.00"),
        (Fraction(5, 2), 1, "2.5"),
        (Fraction(41708, 1000), 1, "41.7"),
        (7, 2, "7.00"),
    ],
)
def test_a_ratio_as_a_decimal(value: Fraction, places: int, written: str) -> None:
    assert decimal(value, places) == written


@given(st.fractions(-10_000, 10_000, max_denominator=5000), st.integers(0, 4))
def test_decimals_are_those_of_the_decimal_module(value: Fraction, places: int) -> None:
    exact = Decimal(value.numerator) / Decimal(value.denominator)
    step = Decimal(1).scaleb(-places)
    # A division that doesn't end can't be told from a half; only ends are compared.
    if Fraction(exact) == value:
        expected = abs(exact).quantize(step, ROUND_HALF_UP)
        assert Decimal(decimal(value, places).replace("−", "-")) == expected.copy_sign(exact)


@given(st.fractions(-1000, 1000, max_denominator=999))
def test_rounding_is_to_the_nearest(value: Fraction) -> None:
    nearest = round_half_up(value)
    assert abs(value - nearest) <= Fraction(1, 2)
    assert round_half_up(value + 1) == nearest + 1


def test_trimmed_zeros() -> None:
    assert decimal(Fraction(25), 3, trim=True) == "25"
    assert decimal(Fraction(25, 2), 3, trim=True) == "12.5"
    assert decimal(100, 0, trim=True) == "100"


def test_words_of_the_trade() -> None:
    assert aspect(Fraction(1998, 1080)) == "1.85"
    assert counted(1, "frame") == "1 frame"
    assert counted(12000, "frame") == "12,000 frames"
    assert counted(2, "entry", "entries") == "2 entries"
    assert whole(9999) == "9999"
    assert megabytes(8_294_400) == "8.3 MB"
    assert seconds(Fraction(45, 10_000)) == "4.5 ms"
    assert seconds(Fraction(9009, 2000)) == "4.50 s"
    assert seconds(Fraction(0)) == "0.00 s"


@given(st.integers(0, 10**6))
def test_feet_and_frames_are_sixteen_to_the_foot(frames: int) -> None:
    feet, over = str(FeetFrames(frames)).split("+")
    assert int(feet) * 16 + int(over) == frames
    assert int(over) < 16


@given(st.integers(1, 5000), st.integers(1, 12))
def test_drawings_fill_the_length_and_no_more(frames: int, hold: int) -> None:
    number = drawings(frames, hold)
    assert (number - 1) * hold < frames <= number * hold
