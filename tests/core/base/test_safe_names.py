"""Codes as names of files: made safe by one rule, told apart on every common system."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.base.safe_names import (
    is_reserved,
    made_safe,
    printed_title,
    require_apart,
    require_code,
    stored_code,
    too_long,
)


@pytest.mark.parametrize(
    ("written", "safe", "why"),
    [
        ("FRO_0030", "FRO_0030", None),
        (" FRO 0030 ", "FRO_0030", "space can't stand"),
        ("Été_010", "Ete_010", "plain ones"),
        ("Straße", "Strasse", "plain ones"),
        ("a/b:c", "a_b_c", "/ :"),
        ("_FRO", "FRO", "begins with a letter"),
        ("FRO.", "FRO", "dropped on some systems"),
        ("con", "con_", "a device"),
        ("COM1.v2", "COM1_.v2", "a device"),
        ("ナ", "SHOT_0010", "becomes _"),
        ("x" * 80, "x" * 64, "64 characters"),
    ],
)
def test_a_code_becomes_a_safe_name_and_says_why(written: str, safe: str, why: str | None) -> None:
    made = made_safe(written)
    assert made.safe == safe
    assert (why or "") in made.words
    assert bool(made.words) is (why is not None)


@given(st.text(max_size=90))
def test_any_text_becomes_a_name_that_is_safe_and_stays(text: str) -> None:
    safe = made_safe(text).safe
    assert made_safe(safe).changes == ()
    assert require_code(safe) == safe
    assert 0 < len(safe) <= 64
    assert safe.isascii()
    assert not safe.endswith(".")
    assert not is_reserved(safe)


@pytest.mark.parametrize("code", ["A.", "CON", "FRO_0010"])
def test_a_code_that_was_stored_before_the_rule_was_stricter_is_still_read(code: str) -> None:
    assert stored_code(code) == code
    with pytest.raises(Refusal, match="not safe"):
        stored_code("a b")


def test_codes_that_are_one_name_somewhere_collide() -> None:
    with pytest.raises(Refusal, match="capitals aren't told apart"):
        require_apart(["FRO_0010", "fro_0010"], [])
    with pytest.raises(Refusal, match="set up already"):
        require_apart(["FRO_0010"], ["FRO_0010"])
    require_apart(["FRO_0010", "FRO_0020"], ["FRO_0030"])


def test_a_title_is_its_own_or_comes_from_the_code() -> None:
    assert printed_title("FRO_0030", "") == "FRO 0030"
    assert printed_title("FRO_0030", "Crow reads") == "Crow reads"


@pytest.mark.parametrize(
    ("path", "words"),
    [
        ("a/b.txt", ""),
        ("a/" + "b" * 300, "300 bytes"),
        ("a/" * 130 + "b", "characters"),
    ],
)
def test_paths_too_long_for_a_common_system_are_told(path: str, words: str) -> None:
    said = too_long([path], "/volume")
    assert words in said
    assert bool(said) is bool(words)
