"""The quick line: every word told apart, ambiguous ones asked."""

from fractions import Fraction

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.core.scenes import CLOCK, SETUP
from zero_slate.core.canvas.scan import ScanMode
from zero_slate.core.settings.index import SETTINGS
from zero_slate.core.settings.quick_line.line import QuickReading, read_quick
from zero_slate.core.shot.change import apply
from zero_slate.core.time.frames import FrameRange

SPACES = frozenset(["ACEScg", "Linear Rec.709"])


def quick(line: str, **chosen: str) -> QuickReading:
    said = {word.replace("_", ":"): key for word, key in chosen.items()}
    return read_quick(line, SETUP, CLOCK, SPACES, said)


def shown(reading: QuickReading) -> dict[str, str]:
    return {key: SETTINGS[key].kind.show(value) for key, value in reading.values.items()}


def test_the_issues_own_line_asks_of_one_word_alone() -> None:
    line = "1998x1080 1.85 23.976 1001-1108 2:1 half"
    reading = quick(line)
    required = [word for word in reading.words if word.choices]
    assert [word.text for word in required] == ["2:1"]
    assert [choice.key for choice in required[0].choices] == ["pixel_aspect", "guides"]
    assert not reading.sound
    for word in reading.words:
        assert line[word.start : word.end] == word.text


def test_an_answer_settles_an_ambiguous_word() -> None:
    reading = read_quick("1828x1556 2:1 24", SETUP, CLOCK, SPACES, {"2:1": "pixel_aspect"})
    assert reading.sound
    assert reading.values["pixel_aspect"] == Fraction(2)


@pytest.mark.parametrize(
    ("word", "values"),
    [
        ("1998x1080", {"canvas": "1998 × 1080"}),
        ("2.39", {"canvas": "1920 × 803"}),
        ("25p", {"rate": "25"}),
        ("24000/1001", {"rate": "24000/1001"}),
        ("50i", {"rate": "25", "scan": "upper field first"}),
        ("1001-1108", {"work_range": "1001–1108"}),
        ("1001+108", {"work_range": "1001–1108"}),
        ("cut 1009-1100", {"cut_range": "1009–1100"}),
        ("clip 990-1200", {"clip_range": "990–1200"}),
        ("12+8", {"handles": "12 + 8"}),
        ("1001", {"count": "1001 at clip"}),
        ("third", {"working_scale": "1/3"}),
        ("2/3", {"working_scale": "2/3"}),
        ("64x36px", {"overscan": "64x36 px"}),
        ("lower", {"scan": "lower field first"}),
        ("cover", {"placing": "cover"}),
        ("thirds", {"guides": "action, title, thirds, centre"}),
        ("#808080", {"background": "#808080, line #000000, alpha"}),
        ("1080/25p", {"signal": "1080 / 25p"}),
        ("acescg", {"working_space": "ACEScg"}),
        ("35mm", {"camera": "35 mm on 36x24"}),
        ("f/2.8@3m", {"focus": "f/2.8 at 3 m"}),
        ("dry-brush", {"finish": "fills dry brush 60 % at 24 px"}),
    ],
)
def test_a_word_is_told_by_how_it_is_written(word: str, values: dict[str, str]) -> None:
    reading = quick(word)
    assert reading.sound
    assert shown(reading) == values


@pytest.mark.parametrize(
    ("word", "keys"),
    [
        ("12", ["rate", "handles"]),
        ("10%", ["overscan", "working_scale"]),
        ("4:3", ["pixel_aspect", "canvas"]),
    ],
)
def test_an_ambiguous_word_is_asked(word: str, keys: list[str]) -> None:
    (required,) = quick(word).words
    assert [choice.key for choice in required.choices] == keys
    assert required.meant is None


@pytest.mark.parametrize(
    ("line", "words"),
    [
        ("hallf", "Is it “half”"),
        ("90000x90000", "over 32,768"),
        ("24 25", "set by “24” already"),
        ("25i", "50i counts fields"),
        ("1108-1001", "comes"),
        ("cut", "followed by a range"),
        ("2/0", "divides by 0"),
        ("#zzz", "not a colour"),
    ],
)
def test_a_word_that_is_nothing_is_told(line: str, words: str) -> None:
    reading = quick(line)
    assert not reading.sound
    assert words in (reading.words[-1].problem or "")


def test_a_shape_beside_its_size_only_agrees() -> None:
    reading = quick("1998x1080 1.85")
    assert shown(reading) == {"canvas": "1998 × 1080"}
    assert "as it is" in (reading.words[1].meant.said if reading.words[1].meant else "")
    masked = quick("1920x1080 1.85")
    assert shown(masked)["guides"] == "action, title, centre, 1.85"


def test_fields_and_frames_set_the_scan_too() -> None:
    fields = SETUP.model_copy(update={"scan": ScanMode.LOWER_FIRST})
    reading = read_quick("59.94i", fields, CLOCK)
    assert reading.values["scan"] is ScanMode.LOWER_FIRST
    assert read_quick("25p", fields, CLOCK).values["scan"] is ScanMode.PROGRESSIVE


@given(st.text(st.sampled_from("0123456789.:x/+-%# piacutworkhalf"), max_size=40))
def test_any_line_is_understood_or_told(line: str) -> None:
    reading = quick(line)
    for word in reading.words:
        assert bool(word.meant) + bool(word.choices) + bool(word.problem) == 1
        assert len(word.choices) != 1
    after = apply(SETUP, reading.values)
    for key, value in reading.values.items():
        assert getattr(after, key) == value
    assert isinstance(after.cut_range, FrameRange)
