"""Keys and markers: in order, each once, and no more than can be kept."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.time.marks import MOST_MARKS, FrameMark, MarkKind, in_order

MARKS = st.builds(
    FrameMark, st.integers(-20, 20), st.sampled_from(MarkKind), st.sampled_from(["", "a", "b"])
)


@given(st.lists(MARKS, max_size=30))
def test_marks_are_kept_by_frame_and_once(marks: list[FrameMark]) -> None:
    kept = in_order(tuple(marks))
    assert set(kept) == set(marks)
    assert len(kept) == len(set(kept))
    assert [mark.frame for mark in kept] == sorted(mark.frame for mark in kept)


def test_as_many_as_can_be_kept_are_and_one_more_is_refused() -> None:
    most = tuple(FrameMark(frame) for frame in range(MOST_MARKS))
    assert in_order(most[::-1]) == most
    with pytest.raises(Refusal, match=f"at most {MOST_MARKS} .* these are {MOST_MARKS + 1}"):
        in_order((*most, FrameMark(-1)))
    # The same mark twice is one.
    assert in_order((*most, most[0])) == most


def test_a_moved_mark_is_what_it_was() -> None:
    assert FrameMark(1009, MarkKind.MARKER, "blink").at(1012) == FrameMark(
        1012, MarkKind.MARKER, "blink"
    )
