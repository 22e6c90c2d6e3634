"""Comps: events that adjoin, and the one event that they are together."""

from dataclasses import replace
from fractions import Fraction

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.core.scenes import EVENT
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.cut.comp import joined, require_adjoining
from zero_slate.core.cut.events import CutEvent
from zero_slate.core.time.frames import FrameRange


def row(*lengths: int, gap: int = 0) -> list[CutEvent]:
    """Events one after the other, with as many frames between them."""
    at, made = 86400, []
    for number, length in enumerate(lengths, 1):
        about = {"position": number, "code": f"FRO_{number:04d}", "reel": f"A{number:03d}"}
        made.append(replace(EVENT, record=FrameRange.starting(at, length), **about))
        at += length + gap
    return made


@pytest.mark.parametrize(
    ("events", "words"),
    [
        ([], "two or more"),
        (row(40), "two or more"),
        (row(40, 40, gap=1), "don't adjoin: 1 frame lies between them"),
        (row(40, 40, gap=12), "don't adjoin: 12 frames lie between them"),
        (row(40, 40, gap=-3), "don't adjoin: 3 frames overlap"),
        (row(40, 40, gap=-1), "don't adjoin: 1 frame overlaps"),
    ],
)
def test_events_that_dont_adjoin_are_refused(events: list[CutEvent], words: str) -> None:
    with pytest.raises(Refusal, match=words):
        require_adjoining(events)


@given(st.lists(st.integers(1, 2000), min_size=2, max_size=12))
def test_adjoining_events_are_one_as_long_as_all(lengths: list[int]) -> None:
    events = row(*lengths)
    require_adjoining(events)
    comp = joined(events, "FRO_COMP")
    assert comp is not None
    assert comp.length == sum(lengths)
    assert (comp.record.first, comp.record.last) == (
        events[0].record.first,
        events[-1].record.last,
    )
    # Its source is the edit's own timecode, frame for frame.
    assert comp.source == comp.record
    assert (comp.pace, comp.speed) == (1, Fraction(1))


def test_a_comp_names_what_it_is_of() -> None:
    comp = joined(row(40, 50), "FRO_COMP")
    assert comp is not None
    assert (comp.code, comp.name, comp.reel) == ("FRO_COMP", "FRO_0001 + FRO_0002", "A001+A002")
    same = [replace(event, reel="A001") for event in row(40, 50)]
    assert joined(same, "X").reel == "A001"  # type: ignore[union-attr]


def test_one_event_is_itself_and_none_is_none() -> None:
    (one,) = row(40)
    assert joined([one], "FRO_COMP") is one
    assert joined([], "FRO_COMP") is None
