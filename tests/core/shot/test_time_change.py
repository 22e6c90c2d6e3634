"""A change of rate, count or range under work that has begun."""

import dataclasses
from fractions import Fraction

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.core.scenes import CONTENT, EDIT, EVENT, SETUP, context_for, plate
from tests.core.time.test_rate import RATES
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.checks.finding import Severity
from zero_slate.core.checks.match import match
from zero_slate.core.presentation.drawings.moments import draw_moments
from zero_slate.core.presentation.drawings.speed import draw_speed
from zero_slate.core.shot.anchor import Anchor
from zero_slate.core.shot.change import apply, change
from zero_slate.core.shot.context import ShotContext
from zero_slate.core.shot.from_event import clip_source, setup_from_event
from zero_slate.core.shot.required import asked_way
from zero_slate.core.shot.state import Content, WorkRangeLock
from zero_slate.core.shot.time_change import time_change_impact
from zero_slate.core.time.frames import CountAt, FrameCount, FrameRange, Handles
from zero_slate.core.time.marks import FrameMark, MarkKind
from zero_slate.core.time.rate import FrameRate
from zero_slate.core.time.retime import Rescale, RetimeMode, merged

TWELVE, TWENTY_FOUR = FrameRate(Fraction(12)), FrameRate(Fraction(24))

RATES_MET = (24, 25, 30, 12, Fraction(24000, 1001), Fraction(30000, 1001), Fraction(60000, 1001))


def drawn(*keys: int, rate: FrameRate = TWELVE, last: int = 48) -> Content:
    run = FrameRange(1, last)
    setup = SETUP.model_copy(
        update={
            "rate": rate,
            "count": FrameCount(1),
            "cut_range": run,
            "work_range": run,
            "clip_range": run,
            "handles": Handles(0, 0),
        }
    )
    return Content(setup=setup, marks=tuple(FrameMark(key, MarkKind.KEY) for key in keys))


def test_keeping_the_timing_moves_every_key() -> None:
    """Published: 12 → 24 with s = 1: 1, 13, 25 → 1, 25, 49."""
    after, told = time_change_impact(
        drawn(1, 13, 25), {"rate": TWENTY_FOUR}, RetimeMode.TIMING, Anchor()
    )
    assert [mark.frame for mark in after.marks] == [1, 25, 49]
    assert after.setup.work_range == FrameRange(1, 96)
    assert told.merging == 0
    lengths = {line.count: (line.before, line.after) for line in told.lengths}
    assert lengths["seconds"] == ("4.000 s", "4.000 s")
    assert lengths["frames"] == ("48", "96")


def test_keeping_the_numbers_changes_the_speed() -> None:
    after, told = time_change_impact(
        drawn(1, 13), {"rate": TWENTY_FOUR}, RetimeMode.NUMBERS, Anchor()
    )
    assert [mark.frame for mark in after.marks] == [1, 13]
    assert after.setup.work_range == FrameRange(1, 48)
    assert "plays 2× as fast" in told.sentence
    slow, told = time_change_impact(
        drawn(1), {"rate": FrameRate(Fraction(6))}, RetimeMode.NUMBERS, Anchor()
    )
    assert slow.setup.rate.nominal == 6
    assert "plays 0.5× as fast" in told.sentence


def test_keys_that_land_on_one_frame_are_told() -> None:
    content = drawn(1, 2, 3, 4, rate=TWENTY_FOUR)
    after, told = time_change_impact(content, {"rate": TWELVE}, RetimeMode.TIMING, Anchor())
    # Halves go up: 1, 2, 3, 4 land on 1, 2, 2, 3.
    assert [mark.frame for mark in after.marks] == [1, 2, 3]
    assert told.merging == 2
    assert told.largest_shift == "41.67 ms"
    notes = {
        line.before: tuple(note.text for note in line.notes)
        for line in told.lines
        if line.kind == "key"
    }
    assert notes["2"] == ("lands on 2 with 1 other", "41.67 ms off")


def test_a_shorter_range_leaves_keys_outside() -> None:
    _, told = time_change_impact(
        drawn(1, 40), {"work_range": FrameRange(1, 24)}, RetimeMode.NUMBERS, Anchor()
    )
    assert told.outside == 1
    assert [
        tuple(note.text for note in line.notes) for line in told.lines if line.before == "40"
    ] == [("falls outside the work range",)]


def test_a_lock_holds_until_it_is_opened() -> None:
    locked = CONTENT.model_copy(update={"lock": WorkRangeLock("wren", "2026-01-05T10:00:00Z")})
    with pytest.raises(Refusal, match=r"locked at 1001–1108 by wren"):
        change(locked, {"work_range": FrameRange(1001, 1100)})
    with pytest.raises(Refusal, match="locked"):
        time_change_impact(locked, {"rate": FrameRate(Fraction(25))}, RetimeMode.TIMING, Anchor())
    # What it would follow otherwise leaves it alone; a new count only renumbers it.
    assert change(locked, {"handles": Handles(4, 4)}).setup.work_range == SETUP.work_range
    assert change(locked, {"count": FrameCount(1)}).setup.work_range == FrameRange(1, 108)


@given(st.integers(-500, 500), RATES, RATES)
def test_there_and_back_is_within_a_frame(frame: int, a: FrameRate, b: FrameRate) -> None:
    there, back = Rescale(1, 1, a, b), Rescale(1, 1, b, a)
    again = back.frame(there.frame(frame))
    # Half a frame is lost at most on the way there, and half on the way back.
    assert abs(again - frame) <= a.fraction / b.fraction / 2 + 1
    assert there.off(frame) <= Fraction(1, 2) / b.fraction
    assert Rescale(1, 7, a, a).frame(frame) == frame + 6


@given(st.lists(st.integers(0, 400), max_size=40), RATES, RATES)
def test_what_merges_is_counted_once(frames: list[int], a: FrameRate, b: FrameRate) -> None:
    scale = Rescale(0, 0, a, b)
    together = merged(frames, scale)
    lost = sum(len(old) - 1 for old in together.values())
    assert len(set(frames)) - lost == len({scale.frame(frame) for frame in frames})


def test_marks_are_renumbered_with_the_count() -> None:
    content = CONTENT.model_copy(update={"marks": (FrameMark(1009, name="frost"),)})
    after = change(content, {"count": FrameCount(1)})
    assert (after.marks, after.shift) == ((FrameMark(9, name="frost"),), -1000)
    assert change(after, {"count": FrameCount(1001)}) == content


def test_counts_from_the_source() -> None:
    files = plate(FrameRange(2001, 2108))
    anchor = context_for(SETUP, files).anchor
    assert (anchor.file, anchor.timecode) == (2009, 390465)
    by_file = apply(SETUP, {"count": FrameCount(0, CountAt.FILE)}, anchor)
    assert by_file.cut_range == FrameRange(2009, 2100)
    by_timecode = apply(SETUP, {"count": FrameCount(0, CountAt.TIMECODE)}, anchor)
    # 04:31:09:09 at a base of 24.
    assert by_timecode.cut_range.first == ((4 * 60 + 31) * 60 + 9) * 24 + 9
    assert apply(by_timecode, {"count": SETUP.count}, anchor) == SETUP
    # Without files nothing is known to number by, and nothing moves.
    assert apply(SETUP, {"count": FrameCount(0, CountAt.FILE)}).cut_range == SETUP.cut_range


def test_old_and_new_numbers_stand_side_by_side() -> None:
    after = SETUP.model_copy(
        update={
            "count": FrameCount(1),
            "cut_range": FrameRange(9, 100),
            "work_range": FrameRange(1, 108),
            "clip_range": FrameRange(1, 108),
        }
    )
    told = draw_moments(context_for(after, plate()), SETUP, -1000)
    begins = told.moments[2]
    assert (begins.name, begins.was, begins.now) == ("cut begins", "1009", "9")
    assert told.columns == ("file", "edit", "source")
    assert begins.counts == ("1009", "01:00:08:10", "04:31:09:09")
    assert told.renumbered


def test_the_speed_is_told_in_drawings() -> None:
    told = draw_speed(context_for(SETUP.model_copy(update={"rate": TWENTY_FOUR})))
    first, second = told.speeds[:2]
    assert (first.rate, second.rate) == ("24000/1001", "24")
    assert second.drawings == (108, 54, 36)
    assert {speed.rate: speed.frames for speed in told.speeds}["12"] == 54
    assert {speed.rate: speed.frames for speed in told.speeds}["25"] == 113


def at_48() -> tuple[Content, ShotContext]:
    """The shot run at 48 with every moment kept, in an edit at 24000/1001."""
    rate = FrameRate(Fraction(48000, 1001))
    taken, _ = time_change_impact(CONTENT, {"rate": rate}, RetimeMode.TIMING, Anchor())
    return taken, ShotContext.of(taken, EDIT, EVENT, ())


def test_the_sheet_agrees_with_a_change_that_kept_every_moment() -> None:
    taken, context = at_48()
    assert taken.setup.cut_range.length == 184
    assert taken.setup.start_timecode == "04:31:09:02"
    assert context.required.cut_range == taken.setup.cut_range
    assert context.required.work_range == taken.setup.work_range
    differing = [f for f in match(context).findings if f.severity is not Severity.NOTE]
    assert [finding.code for finding in differing] == ["rate.differs"]
    assert differing[0].sentence.text == (
        "Runs one frame ahead every 41.7 ms; over this shot's 216 frames 108.00 frames (4.50 s). "
        "Frame for frame: 92 frames over; in real time: no drift, every 2nd is dropped."
    )


def test_frames_counted_one_for_one_are_asked_one_for_one() -> None:
    setup = SETUP.model_copy(update={"rate": FrameRate(Fraction(25))})
    context = ShotContext.of(Content(setup=setup), EDIT, EVENT, ())
    assert context.required.cut_range == SETUP.cut_range
    (found,) = [f for f in match(context).findings if f.code == "rate.differs"]
    assert found.sentence.text.endswith(
        "Frame for frame: as long as the edit asks; in real time: 0.16 s short, about every 24th "
        "is dropped."
    )


@given(st.integers(1, 200), st.sampled_from([24, 25, 30, 48, 60]), st.sampled_from([24, 25, 30]))
def test_in_time_nothing_drifts_that_was_kept_in_time(length: int, rate: int, edit: int) -> None:
    event = dataclasses.replace(
        EVENT, record=FrameRange.starting(0, length), record_rate=FrameRate(Fraction(edit))
    )
    mine = max(1, round(Fraction(length * rate, edit)))
    setup = SETUP.model_copy(
        update={
            "rate": FrameRate(Fraction(rate)),
            "cut_range": FrameRange.starting(1009, mine),
        }
    )
    way = asked_way(event, setup, Handles(8, 8))
    assert abs(way.length - mine) <= 1


def test_a_start_timecode_stays_at_its_second() -> None:
    setup = SETUP.model_copy(update={"start_timecode": "01:00:00:12"})
    rate = FrameRate(Fraction(30000, 1001))
    content = CONTENT.model_copy(update={"setup": setup})
    taken, _ = time_change_impact(content, {"rate": rate}, RetimeMode.TIMING, Anchor())
    assert taken.setup.start_timecode == "01:00:00:15"


@given(
    st.integers(1, 400),
    st.integers(0, 30),
    st.integers(0, 30),
    st.sampled_from([CountAt.CLIP, CountAt.WORK, CountAt.CUT]),
    *[st.sampled_from([FrameRate(Fraction(rate)) for rate in RATES_MET])] * 2,
)
def test_timing_that_is_kept_is_what_the_edit_asks(
    length: int, head: int, tail: int, at: CountAt, edit_rate: FrameRate, now: FrameRate
) -> None:
    """A shot that followed its edit differs in nothing but the rate, whatever is rounded."""
    edit = EDIT.model_copy(
        update={"rate": edit_rate, "handles": Handles(head, tail), "count": FrameCount(1001, at)}
    )
    event = dataclasses.replace(
        EVENT,
        source=FrameRange.starting(EVENT.source.first, length),
        source_rate=edit_rate,
        record=FrameRange.starting(EVENT.record.first, length),
        record_rate=edit_rate,
    )
    content = Content(setup=setup_from_event(edit, event), source=clip_source(edit, event))
    after, _ = time_change_impact(content, {"rate": now}, RetimeMode.TIMING, Anchor())
    required = ShotContext.of(after, edit, event, ()).required
    way = asked_way(event, after.setup, edit.handles)
    if way.scale == 1 and edit_rate != now:
        return  # It is nearer to the edit frame for frame.
    assert after.setup.cut_range == required.cut_range
    assert after.setup.work_range == required.work_range
    assert after.setup.clip_range.holds(after.setup.work_range)


def test_one_frame_becomes_three() -> None:
    content = drawn(rate=FrameRate(Fraction(10)), last=1)
    content = content.model_copy(
        update={
            "setup": content.setup.model_copy(
                update=dict.fromkeys(("cut_range", "work_range", "clip_range"), FrameRange(1, 1))
                | {"handles": Handles(0, 0)}
            )
        }
    )
    _, told = time_change_impact(
        content, {"rate": FrameRate(Fraction(30))}, RetimeMode.TIMING, Anchor()
    )
    assert told.sentence == "Every moment stays; 1 frame becomes 3, from 10 to 30."
