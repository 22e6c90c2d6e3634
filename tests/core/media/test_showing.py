"""What shows when: the bands that are drawn, against what is looked up frame by frame."""

from dataclasses import replace
from itertools import pairwise

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.core.scenes import CONTENT, EDIT, EVENT, header
from zero_slate.core.checks.match import match
from zero_slate.core.media.alignment import AlignedMedia
from zero_slate.core.media.element import Align, Element, Filling, Role
from zero_slate.core.media.header import Media, MediaKind
from zero_slate.core.media.showing import Showing, Shows, TimeKind, hold_of, time_kind
from zero_slate.core.presentation.frame_rule import build_frame_rule
from zero_slate.core.shot.context import ShotContext
from zero_slate.core.time.frames import FrameRange, runs

WORK = CONTENT.setup.work_range
FILLINGS = st.sampled_from(Filling)


def media(numbers: list[int], kind: MediaKind = MediaKind.SEQUENCE) -> Media:
    return Media("flash.####.exr", kind, header(), runs(numbers), 4)


def element(numbers: list[int], role: Role = Role.RENDER, **how: object) -> Element:
    kind = MediaKind.STILL if role is Role.BACKGROUND else MediaKind.SEQUENCE
    return Element(7, role, media(numbers, kind), Align.NUMBER, **how)  # type: ignore[arg-type]


def context(*elements: Element) -> ShotContext:
    return ShotContext.of(CONTENT, EDIT, EVENT, elements)


@given(
    st.sets(st.integers(0, 40), min_size=1),
    st.integers(-15, 15),
    st.integers(-30, 30),
    FILLINGS,
    FILLINGS,
    FILLINGS,
)
def test_bands_are_what_is_looked_up(
    numbers: set[int], offset: int, slip: int, before: Filling, between: Filling, after: Filling
) -> None:
    files = media(sorted(numbers))
    aligned = AlignedMedia(
        offset, tuple(r.moved(offset) for r in files.present), min(numbers) + offset
    )
    shows = Showing(files, aligned, slip, before, between, after)
    view = FrameRange(-60, 110)
    stretches = shows.stretches(view)
    # They cover the view, one after another.
    assert stretches[0].frames.first == view.first
    assert stretches[-1].frames.last == view.last
    for one, other in pairwise(stretches):
        assert one.frames.last + 1 == other.frames.first
    for stretch in stretches:
        for frame in range(stretch.frames.first, stretch.frames.last + 1):
            source = shows.source(frame)
            if stretch.shows is Shows.OWN:
                assert source == frame - offset + slip
            elif stretch.shows is Shows.NOTHING:
                # A rule that brings a frame back may bring one that a gap leaves empty.
                assert source is None or slip
            if source is not None:
                assert source in numbers


def test_forth_and_back_shows_no_end_twice() -> None:
    shows = Showing(
        media([1, 2, 3]), AlignedMedia(0, (FrameRange(1, 3),), 1), 0,
        Filling.BACK, Filling.NOTHING, Filling.BACK,
    )  # fmt: skip
    assert [shows.source(frame) for frame in range(-1, 9)] == [3, 2, 1, 2, 3, 2, 1, 2, 3, 2]


def test_repeated_begins_again() -> None:
    shows = Showing(
        media([1, 2, 3]), AlignedMedia(0, (FrameRange(1, 3),), 1), 0,
        Filling.REPEATED, Filling.NOTHING, Filling.HELD,
    )  # fmt: skip
    assert [shows.source(frame) for frame in range(-2, 6)] == [1, 2, 3, 1, 2, 3, 3, 3]


def test_kinds_are_told_by_how_much_of_the_range_there_is() -> None:
    assert time_kind(media([0], MediaKind.STILL), WORK) is TimeKind.ONE
    assert time_kind(media([1040, 1041]), WORK) is TimeKind.SPARSE
    assert time_kind(media(list(range(1001, 1101))), WORK) is TimeKind.MOVING
    on_twos = media(list(range(1001, 1020, 2)))
    assert (hold_of(on_twos), time_kind(on_twos, WORK)) == (2, TimeKind.MOVING)
    assert hold_of(media([1, 2, 4, 6])) == 1


def codes(*elements: Element) -> list[str]:
    return [f.code for f in match(context(*elements)).findings if f.element == 7]


def test_a_few_frames_held_over_the_shot_are_found_with_the_usual_answer() -> None:
    held = element([1040, 1041], before=Filling.HELD, after=Filling.HELD)
    (finding,) = [f for f in match(context(held)).findings if f.code == "stack.sparse-held"]
    assert finding.figures["frames"] == WORK.length - 2
    assert finding.element_change is not None
    assert finding.element_change.label == "Show nothing outside 1040–1041"
    answered = replace(held, before=Filling.NOTHING, after=Filling.NOTHING)
    assert "stack.sparse-held" not in codes(answered)
    # Nothing is missing of what is there for two frames.
    assert not [code for code in codes(answered) if code.startswith("media.missing")]


def test_one_picture_that_shows_once_is_found() -> None:
    once = element([0], Role.BACKGROUND, before=Filling.NOTHING, after=Filling.NOTHING)
    assert "stack.one-nothing" in codes(once)
    assert codes(element([0], Role.BACKGROUND)) == []


def test_gaps_are_found_until_they_are_held() -> None:
    numbers = [n for n in range(WORK.first, WORK.last + 1) if n not in (1050, 1051)]
    torn = element(numbers)
    (finding,) = [f for f in match(context(torn)).findings if f.code == "media.missing-middle"]
    assert finding.element_change is not None
    assert finding.element_change.values == {"between": "held"}
    assert codes(replace(torn, between=Filling.HELD)) == []
    # Of a plate frames are missing whatever fills them.
    plate = replace(torn, role=Role.PLATE, between=Filling.HELD)
    assert "media.missing-middle" in codes(plate)


@pytest.mark.parametrize(("slip", "where"), [(5, "tail"), (-5, "head")])
def test_what_is_slipped_runs_out_at_its_end(slip: int, where: str) -> None:
    """Five frames later of it in the same place leave none for the last five."""
    slipped = element(list(range(WORK.first, WORK.last + 1)), slip=slip)
    (finding,) = [f for f in match(context(slipped)).findings if f.code.startswith("media.miss")]
    assert finding.code == f"media.missing-{where}"
    assert f"5 frames short at the {where}" in finding.sentence.text


def test_what_lies_outside_is_offered_to_be_moved_in() -> None:
    away = element(list(range(1, 50)))
    (finding,) = [f for f in match(context(away)).findings if f.code == "media.missing-all"]
    assert finding.element_change is not None
    assert finding.element_change.values == {"offset": WORK.first - 1}


def test_what_is_turned_off_is_not_judged() -> None:
    assert codes(element(list(range(1, 50)), on=False)) == []


@pytest.mark.parametrize(("role", "fills"), [(Role.BACKGROUND, 1), (Role.RENDER, 0)])
def test_the_rule_draws_what_is_held(role: Role, fills: int) -> None:
    band = build_frame_rule(context(element([1040, 1041], role))).bands[-1]
    assert len(band.fills) == fills
    assert not band.missing
