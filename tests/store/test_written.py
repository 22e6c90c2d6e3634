"""What the grammars accept, the store accepts and returns, over the whole of the grammars."""

from fractions import Fraction

import pytest
from hypothesis import given
from hypothesis import strategies as st
from pydantic import TypeAdapter

from tests import typed_texts
from tests.core.scenes import CONTENT, EDIT
from tests.properties import examples
from zero_slate.core.base.ratio import PixelAspect, RatioRefusal, parse_pixel_aspect
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.settings.index import EDIT_SETTINGS, SETTINGS
from zero_slate.core.settings.reading import apply_to_edit, read_typed
from zero_slate.core.shot.change import change
from zero_slate.core.time.entry.clock import Clock
from zero_slate.core.time.rate import FrameRate, RateRefusal
from zero_slate.store.revisions import write_content, write_edit_format
from zero_slate.store.written import NotKept, written

RATE, ASPECT = TypeAdapter(FrameRate), TypeAdapter(PixelAspect)

rates_written = st.from_regex(
    r"[0-9]{1,19}(\.[0-9]{1,9})?( ?/ ?[0-9]{1,19})?(p|psf|i| fps)?", fullmatch=True
) | st.from_regex(r"[1-9][0-9]{0,2}\.[0-9]{1,9}(/[1-9]{1,9})?(p|i)?", fullmatch=True)
aspects_written = st.from_regex(
    r"[0-9]{1,13}(\.[0-9]{1,6})?([:/][0-9]{1,13}(\.[0-9]{1,6})?)?", fullmatch=True
) | st.from_regex(r"[0-3]\.[0-9]{1,6}([:/][1-9]\.[0-9]{1,6})?", fullmatch=True)


@given(rates_written)
@examples(1500)
def test_every_rate_that_is_taken_is_kept(text: str) -> None:
    try:
        rate = FrameRate.parse(text)
    except RateRefusal:
        return
    assert RATE.validate_json(written(RATE, rate)) == rate


@given(aspects_written)
@examples(1500)
def test_every_pixel_aspect_that_is_taken_is_kept(text: str) -> None:
    try:
        aspect = parse_pixel_aspect(text)
    except RatioRefusal:
        return
    assert ASPECT.validate_json(written(ASPECT, aspect)) == aspect


@pytest.mark.parametrize("text", ["11.98801199", "23.976043137", "999.999999999", "0.010000001"])
def test_rates_with_many_digits_are_kept(text: str) -> None:
    rate = FrameRate.parse(text)
    assert RATE.validate_json(written(RATE, rate)) == rate


@pytest.mark.parametrize("text", ["0.909091", "1.090909", "1.428571", "15.999999:1.000001"])
def test_pixel_aspects_with_many_digits_are_kept(text: str) -> None:
    aspect = parse_pixel_aspect(text)
    assert ASPECT.validate_json(written(ASPECT, aspect)) == aspect


@given(typed_texts.typed(SETTINGS))
@examples(400)
def test_every_setup_that_is_taken_is_kept(typed: typed_texts.Typed) -> None:
    setup = CONTENT.setup
    clock = Clock(setup.rate, setup.drops)
    reading = read_typed(setup, typed, SETTINGS, clock)
    try:
        content = change(CONTENT, reading.values)
    except Refusal:
        return
    write_content(content)


@given(typed_texts.typed(EDIT_SETTINGS))
@examples(400)
def test_every_edit_format_that_is_taken_is_kept(typed: typed_texts.Typed) -> None:
    reading = read_typed(EDIT, typed, EDIT_SETTINGS, Clock(EDIT.rate, EDIT.drops))
    try:
        edit = apply_to_edit(EDIT, reading.values)
    except Refusal:
        return
    write_edit_format(edit)


def test_what_would_not_be_read_again_is_refused_before_it_is_kept() -> None:
    text = TypeAdapter(str)
    with pytest.raises(NotKept, match="couldn't be opened again"):
        written(text, "a\ud800b")
    with pytest.raises(NotKept, match="another value"):
        written(TypeAdapter(object), Fraction(1, 3))
