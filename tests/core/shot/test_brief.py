"""The brief: figures that are always the shot's own, and what it takes."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.core.scenes import SETUP, working
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.shot.brief import Brief, BriefItem, fill, tokens, unknown_tokens


def test_tokens_are_the_shots_own_figures() -> None:
    assert tokens(SETUP) == {
        "work range": "1001–1108",
        "cut range": "1009–1100",
        "clip range": "1001–1108",
        "length": "108 frames",
        "seconds": "4.50 s",
        "handles": "8 + 8",
        "rate": "24000/1001",
        "canvas": "1920 × 1080",
        "code": "FRO_0030",
        "title": "Crow reads the frost",
    }
    assert tokens(working(1001, 1001))["length"] == "1 frame"


@pytest.mark.parametrize(
    ("text", "pieces"),
    [
        ("", ()),
        ("Draw it.", (("Draw it.", False),)),
        ("{code}", (("FRO_0030", True),)),
        ("On {rate}!", (("On ", False), ("24000/1001", True), ("!", False))),
        ("{code}{code}", (("FRO_0030", True), ("FRO_0030", True))),
        ("{moon} {Code} {}", (("{moon} {Code} {}", False),)),
        ("{{code}}", (("{", False), ("FRO_0030", True), ("}", False))),
    ],
)
def test_a_text_is_split_at_its_tokens(text: str, pieces: tuple[tuple[str, bool], ...]) -> None:
    assert fill(text, tokens(SETUP)) == pieces


def test_braces_that_stand_for_nothing_are_named() -> None:
    assert unknown_tokens("{moon} and {code} and {tide}", tokens(SETUP)) == ("moon", "tide")


@given(st.text(alphabet="{} codemn", max_size=60))
def test_nothing_of_a_text_is_lost(text: str) -> None:
    known = {"code": "{code}"}
    assert "".join(piece for piece, _ in fill(text, known)) == text
    assert all(piece for piece, _ in fill(text, known))


@pytest.mark.parametrize(
    ("text", "items", "words"),
    [
        ("x" * 2001, 0, "text has 2001 characters and takes at most 2000"),
        ("", 41, "checklist has 41 lines and takes at most 40"),
    ],
)
def test_what_is_too_long_is_refused(text: str, items: int, words: str) -> None:
    with pytest.raises(Refusal, match=words):
        Brief(text, tuple(BriefItem("Eyes") for _ in range(items)))
    with pytest.raises(Refusal, match="line has 201 characters"):
        Brief("", (BriefItem("x" * 201),))
