"""What the edit asks of a shot: its cut in every count, and the source's label at its clip."""

from dataclasses import replace
from fractions import Fraction

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.core.scenes import EDIT, EVENT, FILM, SETUP
from zero_slate.core.settings.index import EDIT_SETTINGS
from zero_slate.core.shot.anchor import Anchor
from zero_slate.core.shot.required import clip_label, required_cut, required_of
from zero_slate.core.stand.camera import Camera
from zero_slate.core.time.frames import CountAt, FrameCount, FrameRange
from zero_slate.core.time.rate import FrameRate


@pytest.mark.parametrize(
    ("count", "anchor", "first"),
    [
        # The edit's handles are 8 + 8: a clip of unknown beginning starts with the head handle.
        (FrameCount(1001, CountAt.CLIP), Anchor(), 1009),
        (FrameCount(1001, CountAt.CLIP), Anchor(lead=24), 1025),
        (FrameCount(1001, CountAt.WORK), Anchor(), 1009),
        (FrameCount(1001, CountAt.WORK), Anchor(lead=24), 1009),
        (FrameCount(1001, CountAt.CUT), Anchor(), 1001),
        (FrameCount(1001, CountAt.CUT), Anchor(slip=5), 1006),
        (FrameCount(1001, CountAt.WORK), Anchor(slip=-3), 1006),
        (FrameCount(1001, CountAt.FILE), Anchor(file=217), 217),
        (FrameCount(1001, CountAt.TIMECODE), Anchor(timecode=86400), 86400),
        # A count from a source that isn't known goes by the clip, which then begins at 0.
        (FrameCount(1001, CountAt.FILE), Anchor(), 8),
        (FrameCount(1001, CountAt.TIMECODE), Anchor(lead=2), 2),
    ],
)
def test_a_cut_lies_where_its_count_says(count: FrameCount, anchor: Anchor, first: int) -> None:
    assert required_cut(92, EDIT, count, anchor) == FrameRange(first, first + 91)


@given(st.integers(1, 10_000), st.sampled_from(CountAt), st.integers(-500, 500))
def test_a_cut_is_as_long_as_its_event_in_every_count(length: int, at: CountAt, slip: int) -> None:
    cut = required_cut(length, EDIT, FrameCount(1001, at), Anchor(slip=slip))
    assert cut.length == length


def test_without_an_event_no_range_is_asked() -> None:
    asked = required_of(EDIT, None, SETUP, Anchor())
    # What is seldom used is asked only where the edit format sets it.
    seldom = {key for key, setting in EDIT_SETTINGS.items() if setting.seldom}
    assert set(asked.values) == set(EDIT_SETTINGS) - seldom
    staged = EDIT.model_copy(update={"camera": Camera.parse("50 mm")})
    assert "camera" in required_of(staged, None, SETUP, Anchor()).values
    assert (asked.cut_range, asked.work_range) == (None, None)


def test_with_an_event_ranges_and_the_code_are_asked() -> None:
    asked = required_of(EDIT, EVENT, SETUP, Anchor())
    assert (asked.cut_range, asked.work_range) == (FrameRange(1009, 1100), FrameRange(1001, 1108))
    assert asked.values["code"] == "FRO_0030"
    # The clip begins 8 frames before the event's source, 04:31:09:09.
    assert asked.values["start_timecode"] == "04:31:09:01"
    unlabelled = SETUP.model_copy(update={"start_timecode": ""})
    assert "start_timecode" not in required_of(EDIT, EVENT, unlabelled, Anchor()).values


@pytest.mark.parametrize(
    ("about", "rate", "label"),
    [
        ({}, FILM, "04:31:09:01"),
        # Labels go by the whole frames a second: 24 labels as 24000/1001 does, 25 doesn't.
        ({}, FrameRate(Fraction(24)), "04:31:09:01"),
        ({}, FrameRate(Fraction(25)), ""),
        # 8 frames before a retime's first are 4, 16 or 8 of its source; backwards they come later.
        ({"speed": Fraction(1, 2)}, FILM, "04:31:09:05"),
        ({"speed": Fraction(2)}, FILM, "04:31:08:17"),
        ({"speed": Fraction(-1)}, FILM, "04:31:13:12"),
        ({"speed": Fraction(0)}, FILM, "04:31:09:09"),
        ({"source_drop": True}, FrameRate(Fraction(24)), ""),
    ],
)
def test_the_sources_label_at_a_clip(about: dict, rate: FrameRate, label: str) -> None:
    assert clip_label(replace(EVENT, **about), 1001, 1009, rate) == label
