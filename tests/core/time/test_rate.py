"""Rates, against the figures that the trade publishes."""

from fractions import Fraction

import pytest
from hypothesis import given
from hypothesis import strategies as st

from zero_slate.core.time.rate import FrameRate, RateRefusal, read_rate

RATES = st.builds(
    FrameRate, st.fractions(min_value=Fraction(1, 100), max_value=1000, max_denominator=2000)
)


@pytest.mark.parametrize(
    ("text", "exact"),
    [
        ("24000/1001", Fraction(24000, 1001)),
        ("23.976", Fraction(24000, 1001)),
        ("23.98", Fraction(24000, 1001)),
        ("29.97", Fraction(30000, 1001)),
        ("47.952", Fraction(48000, 1001)),
        ("59.94", Fraction(60000, 1001)),
        ("119.88", Fraction(120000, 1001)),
        ("24", Fraction(24)),
        ("24p", Fraction(24)),
        (" 25 fps ", Fraction(25)),
        ("12.5", Fraction(25, 2)),
        ("50i", Fraction(25)),
        ("59.94i", Fraction(30000, 1001)),
        ("25psf", Fraction(25)),
        ("23.9", Fraction(239, 10)),
    ],
)
def test_reads_what_the_trade_writes(text: str, exact: Fraction) -> None:
    assert FrameRate.parse(text).fraction == exact


def test_letters_say_how_a_frame_is_scanned() -> None:
    assert read_rate("59.94i").interlaced is True
    assert read_rate("24p").interlaced is False
    assert read_rate("24").interlaced is None
    assert read_rate("25psf").segmented


@pytest.mark.parametrize("text", ["25i", "29.97i", "30i"])
def test_refuses_what_can_be_read_in_two_ways(text: str) -> None:
    with pytest.raises(RateRefusal, match="two ways") as refused:
        read_rate(text)
    assert refused.value.nearest == {"25i": "50i", "29.97i": "59.94i", "30i": "60i"}[text]


@pytest.mark.parametrize(
    ("text", "words"),
    [("0", "0.01 to 1000"), ("1001", "0.01 to 1000"), ("24/0", "divides by 0"), ("fast", "not a")],
)
def test_refusals_name_the_limit(text: str, words: str) -> None:
    with pytest.raises(RateRefusal, match=words):
        FrameRate.parse(text)


@pytest.mark.parametrize(
    ("fraction", "nearest"),
    [
        (Fraction(0), "0.01"),
        (Fraction(-24), "0.01"),
        (Fraction(1, 101), "0.01"),
        (Fraction(1001), "1000"),
        (Fraction(2001, 2), "1000"),
    ],
)
def test_a_rate_that_cant_be_names_the_nearest(fraction: Fraction, nearest: str) -> None:
    with pytest.raises(RateRefusal) as refused:
        FrameRate(fraction)
    assert refused.value.nearest == nearest
    assert FrameRate(Fraction(1, 100)).nominal == 1
    assert FrameRate(Fraction(1000)).nominal == 1000


@pytest.mark.parametrize(
    ("a", "b", "seconds"),
    [("24", "24000/1001", "41.708"), ("30", "30000/1001", "33.367"), ("25", "24", "1.000")],
)
def test_drift_is_one_frame_every_so_many_seconds(a: str, b: str, seconds: str) -> None:
    every = FrameRate.parse(a).seconds_to_drift_a_frame(FrameRate.parse(b))
    assert every is not None
    assert f"{float(every):.3f}" == seconds


def test_equal_rates_do_not_drift() -> None:
    assert FrameRate.parse("25").seconds_to_drift_a_frame(FrameRate.parse("25p")) is None


@pytest.mark.parametrize(("text", "nominal"), [("23.976", 24), ("12.5", 13), ("0.25", 1)])
def test_nominal_is_the_rate_rounded(text: str, nominal: int) -> None:
    assert FrameRate.parse(text).nominal == nominal


@pytest.mark.parametrize(
    ("ratio", "written"),
    [
        (Fraction(24), "24"),
        (Fraction(25, 2), "12.5"),
        (Fraction(1, 8), "0.125"),
        (Fraction(24000, 1001), "24000/1001"),
        (Fraction(25, 3), "25/3"),
        # 23.976 exactly is not what 23.976 is read as.
        (Fraction(23976, 1000), "2997/125"),
    ],
)
def test_a_rate_is_written_as_a_decimal_where_that_reads_back(
    ratio: Fraction, written: str
) -> None:
    assert str(FrameRate(ratio)) == written


@given(RATES)
def test_writing_and_reading_are_inverse(rate: FrameRate) -> None:
    assert FrameRate.parse(str(rate)) == rate


@pytest.mark.parametrize("text", ["24000/1001", "30000/1001", "60000/1001", "25", "12.5", "24"])
def test_a_float_from_a_file_is_the_exact_rate_again(text: str) -> None:
    rate = FrameRate.parse(text)
    assert FrameRate.from_float(float(rate.fraction)) == rate
