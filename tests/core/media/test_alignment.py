"""What is asked of a shot, and where files lie among its frames."""

import dataclasses
from fractions import Fraction

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.core.scenes import (
    EDIT,
    EVENT,
    FILM,
    SETUP,
    SOURCE_IN,
    context_for,
    header,
    plate,
    working,
)
from zero_slate.core.colour.config_names import Probe, nearest_name
from zero_slate.core.media.alignment import best_align, first_timecode, lead, place
from zero_slate.core.media.element import Align
from zero_slate.core.presentation.drawings.bars import draw_ranges, draw_rates
from zero_slate.core.presentation.drawings.wedge import draw_wedge
from zero_slate.core.shot.anchor import Anchor
from zero_slate.core.shot.required import required_cut, required_of
from zero_slate.core.time.frames import CountAt, FrameCount, FrameRange, Handles
from zero_slate.core.time.rate import FrameRate

CUT, WORK = SETUP.cut_range, SETUP.work_range
CHOSEN = [at for at in CountAt if not at.from_source]
COUNTS = st.builds(FrameCount, st.integers(-2000, 100_000), st.sampled_from(CHOSEN))


@pytest.mark.parametrize(
    ("count", "ahead", "cut"),
    [
        (FrameCount(1001, CountAt.CLIP), None, FrameRange(1009, 1100)),
        (FrameCount(1001, CountAt.CLIP), 20, FrameRange(1021, 1112)),
        (FrameCount(1, CountAt.WORK), 20, FrameRange(9, 100)),
        (FrameCount(1, CountAt.CUT), None, FrameRange(1, 92)),
    ],
)
def test_a_count_ties_its_number_to_a_moment(
    count: FrameCount, ahead: int | None, cut: FrameRange
) -> None:
    assert required_cut(92, EDIT, count, Anchor(lead=ahead)) == cut


@given(COUNTS, st.integers(0, 60) | st.none())
def test_what_is_asked_is_the_events_length_and_the_edits_handles(
    count: FrameCount, ahead: int | None
) -> None:
    required = required_of(
        EDIT, EVENT, SETUP.model_copy(update={"count": count}), Anchor(lead=ahead)
    )
    assert required.cut_range is not None
    assert required.work_range is not None
    assert required.cut_range.length == EVENT.length
    assert required.work_range == required.cut_range.widened(EDIT.handles)
    # Shot frame = number + (source frame − source frame at the count's moment).
    moments = {
        CountAt.CUT: required.cut_range.first,
        CountAt.WORK: required.work_range.first,
        CountAt.CLIP: required.cut_range.first - (EDIT.handles.head if ahead is None else ahead),
    }
    assert moments[count.at] == count.number


def test_without_an_event_no_range_is_asked() -> None:
    required = required_of(EDIT, None, SETUP, Anchor())
    assert (required.cut_range, required.work_range) == (None, None)
    assert required.values["canvas"] == EDIT.canvas


@given(st.integers(0, 40), st.integers(0, 3000))
def test_timecode_lays_a_plate_by_its_moments(ahead: int, number: int) -> None:
    files = FrameRange.starting(number, 200)
    element = plate(files, header=header(timecode=str(SOURCE_IN + -ahead)))
    assert lead(element.media, EVENT) == ahead
    placed = place(element, FILM, CUT, WORK, EVENT)
    # The frame that was shot at the cut's first source frame is the cut's first frame.
    assert number + ahead + placed.offset == CUT.first
    assert placed.clip.length == 200


def test_numbers_and_first_files() -> None:
    files = FrameRange(1, 108)
    numbered = plate(files, align=Align.NUMBER)
    assert place(numbered, FILM, CUT, WORK, EVENT).clip == files
    # A count raised by 1000 since the files were linked takes them along.
    assert place(numbered, FILM, CUT, WORK, EVENT, shift=1000).clip == WORK
    assert place(plate(files, align=Align.FIRST), FILM, CUT, WORK, EVENT).clip == WORK
    # Without an event there is no timecode to meet.
    assert place(plate(files), FILM, CUT, WORK, None).clip == WORK


@pytest.mark.parametrize(
    ("about", "align"),
    [
        ({}, Align.TIMECODE),
        ({"timecode": None}, Align.NUMBER),
        ({"timecode": "23:00:00:00"}, Align.NUMBER),
        ({"timecode": "99:99:99:99"}, Align.NUMBER),
        ({"rate": FrameRate(Fraction(25))}, Align.NUMBER),
        ({"rate": None}, Align.TIMECODE),
    ],
)
def test_the_way_that_meets_the_work_range_is_taken(about: dict[str, object], align: Align) -> None:
    media = plate(header=header(**about)).media
    assert best_align(media, FILM, CUT, WORK, EVENT) is align


def test_a_retimed_event_has_no_simple_lead() -> None:
    slow = dataclasses.replace(EVENT, speed=Fraction(1, 2))
    assert lead(plate().media, slow) is None
    assert str(first_timecode(plate().media, FILM)) == "04:31:09:01"


def test_the_ranges_drawing_shows_what_is_short() -> None:
    short = working(1005, 1108)
    drawn = draw_ranges(context_for(short, plate(FrameRange(1005, 1100), align=Align.NUMBER)))
    tracks = {track.label: [span.text for span in track.spans] for track in drawn.tracks}
    assert tracks == {
        "asked": ["1001–1108"],
        "cut": ["1009–1100"],
        "work": ["1005–1108"],
        "on disk": ["1005–1100"],
        "missing": ["1101–1108"],
    }
    facts = {fact.label: (fact.value, fact.differs) for fact in drawn.facts}
    assert facts["Handles, as set"] == ("4 + 8", True)
    assert facts["Drawings on twos, threes"] == ("52, 35", False)
    assert (drawn.first, drawn.last) == (1001, 1109)


def test_a_shot_without_an_edit_draws_its_own_ranges() -> None:
    drawn = draw_ranges(context_for(SETUP, event=None))
    assert [track.label for track in drawn.tracks] == ["cut", "work"]


@pytest.mark.parametrize(
    ("rate", "apart", "a_minute"),
    [("24", "0.11 frames", "1.44 frames"), ("25", "4.42 frames", "61.44 frames")],
)
def test_the_rates_drawing_ends_where_the_edit_does(rate: str, apart: str, a_minute: str) -> None:
    setup = SETUP.model_copy(update={"rate": FrameRate.parse(rate)})
    drawn = draw_rates(context_for(setup))
    facts = {fact.label: fact.value for fact in drawn.facts}
    assert facts["Apart at the end"] == apart
    assert facts["Apart after a minute"] == a_minute
    assert facts["Length in the edit"] == "4.505 s"
    edit, shot = drawn.tracks
    assert [span.text for span in edit.spans] == ["103", "104", "105", "106", "107", "108"]
    for track in (edit, shot):
        assert (track.spans[0].start, track.spans[-1].end) == (drawn.first, drawn.last)
        for before, after in zip(track.spans, track.spans[1:], strict=False):
            assert before.end == pytest.approx(after.start)


def test_equal_rates_do_not_part() -> None:
    drawn = draw_rates(context_for(SETUP))
    assert not any(fact.differs for fact in drawn.facts)
    assert drawn.corner == "24000/1001"


def test_the_wedge_has_a_patch_a_stop() -> None:
    assert draw_wedge(context_for(SETUP)).steps == ()
    probe = Probe(0.4, 0.8, ((-1, 0.09, 0.2), (0, 0.18, 0.4), (1, 0.36, 0.6)))
    drawn = draw_wedge(context_for(SETUP, probe=probe))
    assert [(step.label, step.linear) for step in drawn.steps] == [
        ("−1", "0.090"),
        ("grey", "0.180"),
        ("+1", "0.360"),
    ]


def test_handles_and_names_nearby() -> None:
    assert str(Handles(8, 12)) == "8 + 12"
    assert nearest_name("acescg ", ("ACEScg", "ACEScct")) == "ACEScg"
    assert nearest_name("zzz", ("ACEScg",)) == "ACEScg"
    assert nearest_name("zzz", ()) is None
