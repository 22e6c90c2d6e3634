"""Finding by words as they are typed."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from zero_slate.core.base.ranking import Findable, bare_code, ranked

CODES = ("LAN_0010", "LAN_0100", "LAN_0110", "HCR_010", "LANTERN_0010")
SHOTS = tuple(Findable(code, code, "The Salt Lantern · Keeper climbs", 6) for code in CODES)
OTHERS = (
    Findable("undo", "Undo the last change", "key Shot"),
    Findable("canvas", "Canvas", "Canvas canvas The size of the picture in pixels", 4),
    Findable("pixel", "Pixel aspect", "Canvas pixel_aspect How wide a pixel is", 4),
    Findable("hd", "HD 1080", "format broadcast 1920 × 1080"),
)


@pytest.mark.parametrize(
    ("text", "first"),
    [
        ("LAN_0010", "LAN_0010"),
        ("lan0010", "LAN_0010"),
        ("lan10", "LAN_0010"),
        ("lan 100", "LAN_0100"),
        ("hcr", "HCR_010"),
        ("undo", "undo"),
        ("last ch", "undo"),
        ("canvas", "canvas"),
        ("pixel", "pixel"),
        ("1080", "hd"),
        ("hd 19", "hd"),
        ("keeper hcr", "HCR_010"),
    ],
)
def test_the_best_comes_first(text: str, first: str) -> None:
    assert ranked((*SHOTS, *OTHERS), text, 5)[0] == first


def test_every_word_has_to_be_found_and_no_words_find_nothing() -> None:
    everything = (*SHOTS, *OTHERS)
    assert ranked(everything, "lan10 zebra", 5) == []
    assert ranked(everything, "  ", 5) == []
    assert ranked(everything, "lan", 2) == ["LAN_0010", "LAN_0100"]
    assert len(ranked(everything, "salt", 50)) == len(SHOTS)


def test_a_code_is_told_by_its_letters_and_figures() -> None:
    assert [bare_code(each.lower()) for each in CODES] == [
        "lan10",
        "lan100",
        "lan110",
        "hcr10",
        "lantern10",
    ]
    assert bare_code("a_000") == "a0"


@given(st.text(max_size=120))
def test_whatever_is_typed_finds_only_what_has_its_words(text: str) -> None:
    for found in ranked((*SHOTS, *OTHERS), text, 50):
        (each,) = [one for one in (*SHOTS, *OTHERS) if one.what == found]
        assert each.score(text.casefold().split()[:1]) > 0 or len(text) > 100


@given(st.sampled_from(CODES), st.integers(1, 12))
def test_a_code_is_found_by_each_beginning_of_it(code: str, length: int) -> None:
    assert code in ranked(SHOTS, code[:length].lower(), 50)
