"""The frame rule: the same moments in every count."""

import dataclasses
from fractions import Fraction
from itertools import pairwise

from hypothesis import given
from hypothesis import strategies as st

from tests.core.scenes import EVENT, SETUP, context_for, plate, working
from zero_slate.core.presentation.frame_rule import MOST_READINGS, FrameRule, build_frame_rule
from zero_slate.core.time.frames import FrameRange
from zero_slate.core.time.rate import FrameRate
from zero_slate.core.time.timecode import Timecode


def reading(rule: FrameRule, scale: str, frame: int) -> str:
    (found,) = [each for each in rule.scales if each.key == scale]
    return found.readings[(frame - rule.first) // rule.step]


def test_the_hairline_reads_every_count_at_one_moment() -> None:
    rule = build_frame_rule(context_for(SETUP, plate()))
    assert [scale.key for scale in rule.scales] == ["edit", "shot", "source", "seconds", "feet"]
    assert reading(rule, "edit", 1009) == "01:00:08:10"
    assert reading(rule, "source", 1009) == "04:31:09:09"
    assert reading(rule, "source", 1001) == "04:31:09:01"
    assert reading(rule, "shot", 1052) == "1052"
    assert reading(rule, "feet", 1052) == "3+03"
    assert reading(rule, "seconds", 1025) == "1.00"


def test_marks_stand_where_their_label_reads() -> None:
    rule = build_frame_rule(context_for(SETUP, plate()))
    for scale in rule.scales:
        labelled = [mark for mark in scale.marks if mark.label and mark.at == int(mark.at)]
        assert labelled, scale.key
        for mark in labelled:
            if mark.at <= rule.last and scale.key != "seconds":
                assert reading(rule, scale.key, int(mark.at)) == mark.label


def test_bands_show_what_is_missing() -> None:
    rule = build_frame_rule(context_for(SETUP, plate(FrameRange(1001, 1104))))
    disk = rule.bands[-1]
    assert (disk.label, disk.missing, disk.note) == (
        "on disk · 104",
        (FrameRange(1105, 1108),),
        "4 missing",
    )


def test_an_edit_at_another_rate_is_read_by_time() -> None:
    setup = SETUP.model_copy(update={"rate": FrameRate(Fraction(48000, 1001))})
    rule = build_frame_rule(context_for(setup))
    assert reading(rule, "edit", 1009 + 48) == str(EVENT.record_in + 24)


def test_drop_frame_seconds_are_labelled_by_their_first_label() -> None:
    ntsc = FrameRate(Fraction(30000, 1001))
    start = Timecode.parse("00:00:59;00", ntsc)
    event = dataclasses.replace(
        EVENT,
        record=FrameRange.starting(start.frames, 92),
        record_rate=ntsc,
        record_drop=True,
        source_rate=ntsc,
    )
    setup = SETUP.model_copy(update={"rate": ntsc})
    rule = build_frame_rule(context_for(setup, event=event))
    labels = [mark.label for mark in rule.scales[0].marks if mark.label]
    assert labels[:3] == ["00:00:59;00", "00:01:00;02", "00:01:01;00"]


def test_long_shots_keep_few_marks_and_readings() -> None:
    setup = working(1001, 21008, cut_range=FrameRange(1009, 21000))
    rule = build_frame_rule(context_for(setup))
    for scale in rule.scales:
        assert len(scale.readings) <= MOST_READINGS
        assert len(scale.marks) < 320
        assert sum(mark.label is not None for mark in scale.marks) <= 12
    twelve = working(1001, 1012, cut_range=FrameRange(1001, 1012))
    assert all(len(scale.marks) >= 2 for scale in build_frame_rule(context_for(twelve)).scales)


@given(
    st.sampled_from(["00:00:58;00", "01:00:00;00", "09:59:58;05", "19:30:07;29", "23:59:57;00"]),
    st.integers(0, 400),
    st.sampled_from([Fraction(1), Fraction(-1)]),
)
def test_every_second_that_begins_in_view_is_marked_at_any_hour(
    label: str, later: int, speed: Fraction
) -> None:
    ntsc = FrameRate(Fraction(30000, 1001))
    start = Timecode.parse(label, ntsc)
    event = dataclasses.replace(
        EVENT,
        record=FrameRange.starting(start.frames + later, 92),
        record_rate=ntsc,
        record_drop=True,
        source=FrameRange.starting(start.frames + later, 92),
        source_rate=ntsc,
        source_drop=True,
        speed=speed,
    )
    setup = SETUP.model_copy(update={"rate": ntsc})
    rule = build_frame_rule(dataclasses.replace(context_for(setup), event=event))
    for key in ("edit", "source"):
        (scale,) = [each for each in rule.scales if each.key == key]
        seconds = [reading.rpartition(";")[0] for reading in scale.readings]
        begun = {b for a, b in pairwise(seconds) if a != b}
        if speed < 0 and key == "source":
            # Counted down, the second that ends is the one whose first label was seen.
            begun = {a for a, b in pairwise(seconds) if a != b}
        marked = {mark.label.rpartition(";")[0] for mark in scale.marks if mark.label}
        assert begun <= marked
        for mark in scale.marks:
            if mark.label and mark.at <= rule.last:
                assert reading(rule, key, int(mark.at)) == mark.label


def test_what_runs_backwards_is_counted_down_from_its_right_end() -> None:
    event = dataclasses.replace(EVENT, speed=Fraction(-1, 2))
    rule = build_frame_rule(dataclasses.replace(context_for(SETUP), event=event))
    last = Timecode(EVENT.source.last, EVENT.source_rate)
    assert [reading(rule, "source", 1009 + i) for i in range(4)] == [
        str(last),
        str(last),
        str(last + -1),
        str(last + -1),
    ]
