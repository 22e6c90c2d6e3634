"""Cuts written as EDLs: read back by our own reader, and by the library."""

from collections.abc import Callable
from dataclasses import replace
from fractions import Fraction
from math import ceil

import opentimelineio as otio
import pytest
from hypothesis import given
from hypothesis import strategies as st

from zero_slate.core.cut.events import CodeRule, CutEvent
from zero_slate.core.time.frames import FrameRange
from zero_slate.core.time.rate import FrameRate
from zero_slate.core.time.timecode import Timecode, frames_in_a_day
from zero_slate.files.cuts.edl import read_edl
from zero_slate.files.cuts.edl.writing import write_edl

FILM = FrameRate(Fraction(24000, 1001))
RATES = [(FrameRate(Fraction(rate)), drop) for rate, drop in ((24, False), (25, False))] + [
    (FILM, False),
    (FrameRate(Fraction(30000, 1001)), True),
    (FrameRate(Fraction(30000, 1001)), False),
    (FrameRate(Fraction(60000, 1001)), True),
]
SPEEDS = [Fraction(n) for n in (1, 1, 1, 1, -1, 2, -2, 0)] + [Fraction(1, 2), Fraction(-3, 2)]


@st.composite
def cuts(draw: Callable[..., int]) -> list[CutEvent]:
    """Shots one after another, some joined by dissolves, from reels and records round midnight."""
    rate, drop = draw(st.sampled_from(RATES))
    day = frames_in_a_day(rate, drop)
    starts = st.one_of(st.integers(0, day - 1), st.integers(day - 100, day - 1), st.just(0))
    record = draw(starts)
    found: list[CutEvent] = []
    for number in range(1, draw(st.integers(1, 8)) + 1):
        speed = draw(st.sampled_from(SPEEDS))
        shown = draw(st.integers(2, 60))
        # The dissolve into the next one: it takes no more than either has for itself.
        over = 0
        if found:
            over = draw(st.integers(0, min(shown, found[-1].length // 2)))
            over = over if draw(st.booleans()) else 0
            record += 0 if over else draw(st.sampled_from((0, 0, 0, 7)))
        if over:
            found[-1] = _longer(found[-1], over)
        first = draw(starts)
        source = FrameRange.starting(first, max(1, ceil(shown * abs(speed))))
        reel = f"A{draw(st.integers(1, 3)):03d}"
        code = f"HID_{number * 10:04d}"
        found.append(
            CutEvent(
                number,
                code,
                f"{code}_plate",
                reel,
                "V",
                source,
                rate,
                drop,
                FrameRange.starting(record, shown),
                rate,
                drop,
                speed,
            )
        )
        record += shown
    return found


def _longer(event: CutEvent, more: int) -> CutEvent:
    record = FrameRange(event.record.first, event.record.last + more)
    length = max(1, ceil(record.length * abs(event.speed)))
    first = event.source.last - length + 1 if event.speed < 0 else event.source.first
    if not event.speed:
        return replace(event, record=record)
    return replace(event, record=record, source=FrameRange.starting(first, length))


def figures(event: CutEvent) -> tuple[object, ...]:
    day = frames_in_a_day(event.source_rate, event.source_drop)
    first = event.source.first % day
    record = event.record.first % frames_in_a_day(event.record_rate, event.record_drop)
    return event.code, record, event.length, event.reel, first, event.source.length, event.speed


@given(cuts())
def test_what_is_written_is_read_back(made: list[CutEvent]) -> None:
    written = write_edl("A cut", made)
    assert written.notes == ()
    back = read_edl(written.content.decode(), made[0].record_rate, CodeRule())
    assert [figures(each) for each in back.events] == [figures(each) for each in made]
    # Later in the cut is later in the record, past midnight too.
    starts = [each.record.first for each in back.events]
    assert starts == sorted(starts)
    assert starts[-1] - starts[0] == made[-1].record.first - made[0].record.first


@given(cuts())
def test_the_library_reads_what_is_written(made: list[CutEvent]) -> None:
    rate = made[0].record_rate
    day = frames_in_a_day(rate, made[0].record_drop)
    if made[-1].record.last + 1 >= day or any(each.source.last + 1 >= day for each in made):
        return  # It counts no further than a day.
    if any(each.source.first < 0 for each in made):
        return
    text = write_edl("A cut", made).content.decode()
    judge = otio.adapters.read_from_string(text, "cmx_3600", rate=float(rate.fraction))
    (track,) = judge.video_tracks()
    clips = [item for item in track if isinstance(item, otio.schema.Clip)]
    assert [clip.name.removesuffix("_plate") for clip in clips] == [each.code for each in made]
    for clip, event, following in zip(clips, made, [*made[1:], None], strict=True):
        over = max(0, event.record.last + 1 - following.record.first) if following else 0
        assert round(clip.duration().value) == event.length - over


def an_event(**about: object) -> CutEvent:
    known = {
        "position": 1,
        "code": "HID_0010",
        "name": "HID_0010",
        "reel": "A001",
        "track": "V",
        "source": FrameRange.starting(86400, 48),
        "source_rate": FILM,
        "source_drop": False,
        "record": FrameRange.starting(86400, 48),
        "record_rate": FILM,
        "record_drop": False,
    }
    return CutEvent(**{**known, **about})  # type: ignore[arg-type]


def test_a_source_of_another_rate_is_counted_in_the_lists_labels() -> None:
    pal = FrameRate(Fraction(25))
    start = Timecode.parse("10:00:04:24", pal)
    source = FrameRange.starting(start.frames, 50)
    written = write_edl("A cut", [an_event(source=source, source_rate=pal)])
    assert "10:00:04:23 10:00:06:23 01:00:00:00 01:00:02:00" in written.content.decode()
    assert written.notes == (
        "HID_0010: the source at 25 is counted in the list's labels, at 24000/1001.",
    )


def test_what_lies_under_two_others_is_written_on_a_track_of_its_own() -> None:
    events = [
        an_event(record=FrameRange.starting(86400, 100), source=FrameRange.starting(0, 100)),
        an_event(
            position=2,
            code="HID_0020",
            name="HID_0020",
            record=FrameRange(86440, 86460),
            source=FrameRange.starting(500, 21),
        ),
        an_event(
            position=3,
            code="HID_0030",
            name="HID_0030",
            record=FrameRange(86461, 86520),
            source=FrameRange.starting(900, 60),
        ),
    ]
    written = write_edl("A cut", events)
    assert written.notes == ()
    back = read_edl(written.content.decode(), FILM, CodeRule()).events
    assert {(each.code, each.track) for each in back} == {
        ("HID_0010", "V"),
        ("HID_0020", "V2"),
        ("HID_0030", "V"),
    }


@pytest.mark.parametrize("name", ["street", "HID_0010_v2", "HID_0010"])
def test_the_code_comes_back_whatever_the_clip_is_called(name: str) -> None:
    written = write_edl("A cut", [an_event(name=name)])
    (back,) = read_edl(written.content.decode(), FILM, CodeRule()).events
    assert (back.code, back.name) == ("HID_0010", name)
