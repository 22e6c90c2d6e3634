"""Rules for paths: read, refused, and taken apart into what they were built from."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.places.path_rule import PathRule
from zero_slate.core.places.pieces import Piece, frame_name, plain, sequence_of, version_name

PLAIN = st.from_regex(r"[A-Za-z0-9]{1,8}", fullmatch=True)
CODES = st.from_regex(r"[A-Za-z0-9]([A-Za-z0-9_.-]{0,10}[A-Za-z0-9_-])?", fullmatch=True)
VALUES = st.fixed_dictionaries(
    {
        Piece.PRODUCTION: CODES,
        Piece.SEQUENCE: CODES,
        Piece.SHOT: CODES,
        Piece.DISCIPLINE: PLAIN,
        Piece.ARTIST: PLAIN,
        Piece.ELEMENT: PLAIN,
        Piece.VERSION: st.integers(1, 10**6).map(version_name),
        Piece.FRAME: st.integers(-(10**6), 10**7).map(frame_name),
        Piece.ENDING: st.sampled_from(["exr", "dpx", "png", "mov"]),
    }
)
WORDS = st.from_regex(r"[A-Za-z0-9]{1,5}", fullmatch=True)
MARKS = st.sampled_from(["_", ".", "-", "__", "_x_", ".v-"])


@st.composite
def steps(draw: st.DrawFn) -> str:
    pieces = draw(st.lists(st.sampled_from(list(Piece)), min_size=1, max_size=4))
    begun = draw(st.sampled_from(["", "a_", "part."]))
    said = begun + f"<{pieces[0]}>"
    for each in pieces[1:]:
        said += draw(MARKS) + f"<{each}>"
    return said


RULES = st.lists(st.one_of(steps(), WORDS), min_size=1, max_size=4).map("/".join)


@given(RULES, VALUES)
def test_a_path_is_taken_apart_into_what_it_was_built_from(
    text: str, values: dict[Piece, str]
) -> None:
    try:
        rule = PathRule.parse(text)
    except Refusal:
        return
    assert PathRule.parse(str(rule)) == rule
    path = rule.build(values)
    assert rule.read(path) == {each: values[each] for each in rule.pieces}


def test_the_trades_name_is_read() -> None:
    rule = PathRule.parse("<sequence>/<shot>/comp/<shot>_<discipline>_<artist>_<version>.<ending>")
    read = rule.read("LAN/LAN_0010/comp/LAN_0010_comp_mira_v003.exr")
    assert read == {
        Piece.SEQUENCE: "LAN",
        Piece.SHOT: "LAN_0010",
        Piece.DISCIPLINE: "comp",
        Piece.ARTIST: "mira",
        Piece.VERSION: "v003",
        Piece.ENDING: "exr",
    }
    assert rule.read("LAN/LAN_0010/comp/LAN_0020_comp_mira_v003.exr") is None
    assert rule.read("LAN/LAN_0010/comp/LAN_0010_comp_mira_v03.exr") is None


@pytest.mark.parametrize(
    ("text", "words"),
    [
        ("", "at least one step"),
        ("a//b", "can't be empty"),
        ("<shot><version>", "side by side"),
        ("<shot>_<production>", "can't be told apart"),
        ("<shott>", "no piece <shott>"),
        ("<shot> <version>", "can't stand in a path"),
        ("..", "begins with"),
        ("<shot>.", "ends with a dot"),
        ("con", "is a device"),
        ("<frame>/a", "file's name only"),
        ("<shot>-<frame>", "below zero"),
        ("<discipline>x_<artist>", "behind <discipline>"),
        ("x<artist>", "before <artist>"),
        ("/".join("a" * 17), "17 steps"),
        ("a" * 401, "this has 401"),
    ],
)
def test_what_cant_be_a_rule_is_refused(text: str, words: str) -> None:
    with pytest.raises(Refusal, match=words):
        PathRule.parse(text)


def test_a_piece_without_a_value_is_named() -> None:
    with pytest.raises(Refusal, match="no artist"):
        PathRule.parse("<shot>_<artist>").build({Piece.SHOT: "LAN_0010"})


@pytest.mark.parametrize(
    ("code", "sequence"),
    [
        ("LAN_0010", "LAN"),
        ("SC01_A_0010", "SC01_A"),
        ("LAN_0010B", "LAN"),
        ("FRO-sh020", "FRO"),
        ("0010", "main"),
        ("intro", "intro"),
    ],
)
def test_a_shots_sequence_is_its_code_without_the_last_number(code: str, sequence: str) -> None:
    assert sequence_of(code) == sequence


def test_names_keep_letters_and_digits() -> None:
    assert (plain("Zoë M."), frame_name(-12), version_name(1000)) == ("ZoeM", "-0012", "v1000")
