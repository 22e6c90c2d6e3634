"""Timecode against SMPTE ST 12's published figures, and against every frame of a day."""

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from zero_slate.core.time.rate import FrameRate
from zero_slate.core.time.timecode import (
    Timecode,
    TimecodeRefusal,
    frames_in_a_day,
    join,
    labels,
    split,
)

NTSC = FrameRate.parse("30000/1001")
NTSC_60 = FrameRate.parse("60000/1001")
FILM = FrameRate.parse("24000/1001")


@pytest.mark.parametrize(
    ("frames", "rate", "label"),
    [
        (1799, NTSC, "00:00:59;29"),
        (1800, NTSC, "00:01:00;02"),
        (17981, NTSC, "00:09:59;29"),
        (17982, NTSC, "00:10:00;00"),
        (107892, NTSC, "01:00:00;00"),
        (2589407, NTSC, "23:59:59;29"),
        (3600, NTSC_60, "00:01:00;04"),
        (215784, NTSC_60, "01:00:00;00"),
    ],
)
def test_drop_frame_labels_are_those_published(frames: int, rate: FrameRate, label: str) -> None:
    assert str(Timecode.from_frames(frames, rate, drop=True)) == label
    assert Timecode.parse(label, rate).frames == frames


def test_the_day_wraps() -> None:
    assert str(Timecode.from_frames(2589408, NTSC, drop=True)) == "00:00:00;00"
    assert str(Timecode.from_frames(-1, NTSC, drop=True)) == "23:59:59;29"


def test_a_label_stands_for_frames_over_rate() -> None:
    assert float(Timecode.parse("01:00:00:00", FILM).seconds) == 3603.6


@pytest.mark.parametrize("minute", ["00:01:00;00", "00:01:00;01", "10:59:00;01"])
def test_left_out_labels_are_refused_with_their_neighbours(minute: str) -> None:
    with pytest.raises(TimecodeRefusal, match="left out") as refused:
        Timecode.parse(minute, NTSC)
    before = f"{minute[:3]}{int(minute[3:5]) - 1:02d}:59;29"
    assert before in str(refused.value)
    assert refused.value.nearest == minute[:-1] + "2"


@pytest.mark.parametrize(
    ("label", "named", "nearest"),
    [
        ("00:00:00:24", "24 frames", "00:00:00:23"),
        ("00:60:00:00", "60 minutes", "00:59:00:00"),
        ("00:00:75:00", "75 seconds", "00:00:59:00"),
        ("24:00:00:00", "24 hours", "23:00:00:00"),
    ],
)
def test_parts_past_their_limit_are_refused(label: str, named: str, nearest: str) -> None:
    with pytest.raises(TimecodeRefusal, match=named) as refused:
        Timecode.parse(label, FILM)
    assert refused.value.nearest == nearest


def test_drop_frame_exists_at_two_rates_only() -> None:
    with pytest.raises(TimecodeRefusal, match="only at 30000/1001 and 60000/1001"):
        Timecode.parse("01:00:00;00", FILM)
    with pytest.raises(TimecodeRefusal, match="not a timecode"):
        Timecode.parse("1:2", FILM)


@pytest.mark.parametrize(("rate", "drop"), [(NTSC, True), (NTSC_60, True), (NTSC, False)])
def test_every_label_of_a_day_is_the_one_reckoned_from_the_standard(
    rate: FrameRate, drop: bool
) -> None:
    """Count the standard's way: every label there is, less those left out, in order."""
    hours, minutes, seconds, frames = np.indices((24, 60, 60, rate.nominal)).reshape(4, -1)
    keep = np.ones(hours.size, dtype=bool)
    if drop:
        keep = ~((minutes % 10 != 0) & (seconds == 0) & (frames < rate.nominal // 15))
    assert keep.sum() == frames_in_a_day(rate, drop)
    # Every 97th frame, and the frames about each minute, stand for the whole day.
    order = np.flatnonzero(keep)
    chosen = np.unique(np.r_[np.arange(0, order.size, 97), np.flatnonzero(seconds[order] == 0)])
    mark = ";" if drop else ":"
    expected = [
        f"{hours[i]:02d}:{minutes[i]:02d}:{seconds[i]:02d}{mark}{frames[i]:02d}"
        for i in order[chosen]
    ]
    assert labels(chosen.tolist(), rate, drop=drop) == expected


@pytest.mark.parametrize(
    ("text", "drop"),
    [
        ("24000/1001", False),
        ("25", False),
        ("30000/1001", True),
        ("30000/1001", False),
        ("60000/1001", True),
    ],
)
def test_every_frame_of_a_day_is_counted_there_and_back(text: str, drop: bool) -> None:
    """All of them at once: split, joined, and against the standard's own list of labels."""
    rate = FrameRate.parse(text)
    frames = np.arange(frames_in_a_day(rate, drop))
    hours, minutes, seconds, over = split(frames, rate, drop)
    assert (join(hours, minutes, seconds, over, rate, drop) == frames).all()
    assert over.max() == rate.nominal - 1
    assert (hours.max(), minutes.max(), seconds.max()) == (23, 59, 59)
    labelled = ((hours * 60 + minutes) * 60 + seconds) * rate.nominal + over
    every = np.arange(86400 * rate.nominal)
    if drop:
        minute = every // (rate.nominal * 60)
        first = every % (rate.nominal * 60) < rate.nominal // 15
        every = every[~(first & (minute % 10 != 0))]
    assert (labelled == every).all()
    # A range of any stretch of the day keeps its length through both.
    assert (np.diff(join(hours, minutes, seconds, over, rate, drop)) == 1).all()


@given(st.integers(0, 2589407), st.sampled_from([(NTSC, True), (NTSC, False), (FILM, False)]))
def test_reading_is_the_inverse_of_writing(frames: int, how: tuple[FrameRate, bool]) -> None:
    rate, drop = how
    label = Timecode.from_frames(frames, rate, drop=drop)
    assert Timecode.parse(str(label), rate) == label


@given(st.integers(0, 86399))
def test_a_seconds_first_label_is_the_first_there_is(second: int) -> None:
    first = Timecode.at_second(second, NTSC, drop=True)
    assert int(str(first)[-2:]) in (0, 2)
    assert str(first + -1)[:8] != str(first)[:8]
