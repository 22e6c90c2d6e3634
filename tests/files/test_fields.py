"""Which field comes first, from pixels alone: on material of both orders, and on none."""

from collections.abc import Iterator
from dataclasses import replace
from pathlib import Path

import numpy as np
import pytest

from tests.core.scenes import SETUP, context_for, plate
from zero_slate.core.canvas.scan import ScanMode
from zero_slate.core.checks.match import match
from zero_slate.core.time.rate import FrameRate
from zero_slate.core.time.timecode import Timecode
from zero_slate.demo.drawing import Scene
from zero_slate.demo.files import write_movie
from zero_slate.files.media.fields import Luma, scan_of
from zero_slate.files.media.movies import read_movie

PAL = FrameRate.parse("25")
SCENE = Scene(7, (0.4, 0.45, 0.5), (0.3, 0.3, 0.25), 0.5)


def moments(count: int, speed: float) -> list[Luma]:
    """A bright bar on a ramp, moving `speed` pixels a field."""
    ramp = np.tile(np.linspace(30, 90, 160, dtype=np.float32), (96, 1))
    made = []
    for moment in range(count):
        picture = ramp.copy()
        left = int(20 + moment * speed) % 120
        picture[20:80, left : left + 24] = 220
        made.append(picture)
    return made


def woven(scan: ScanMode, speed: float = 3) -> Iterator[Luma]:
    fields = moments(24, speed)
    for first, second in zip(fields[::2], fields[1::2], strict=True):
        frame = first.copy()
        if scan is ScanMode.UPPER_FIRST:
            frame[1::2] = second[1::2]
        elif scan is ScanMode.LOWER_FIRST:
            frame[0::2] = second[0::2]
        yield frame


@pytest.mark.parametrize("scan", list(ScanMode))
@pytest.mark.parametrize("speed", [2, 3, 5])
def test_the_order_is_seen_in_the_pixels(scan: ScanMode, speed: float) -> None:
    assert scan_of(woven(scan, speed)) is scan


def test_what_stands_still_tells_nothing() -> None:
    assert scan_of(woven(ScanMode.UPPER_FIRST, 0)) is None
    assert scan_of(iter([])) is None


@pytest.mark.parametrize(
    ("upper", "marked", "seen"),
    [
        (True, None, ScanMode.UPPER_FIRST),
        (False, None, ScanMode.LOWER_FIRST),
        (False, True, ScanMode.LOWER_FIRST),
        (None, None, ScanMode.PROGRESSIVE),
    ],
)
def test_movies_are_looked_at(
    tmp_path: Path, upper: bool | None, marked: bool | None, seen: ScanMode
) -> None:
    file = tmp_path / "a.mov"
    write_movie(
        file,
        SCENE,
        (640, 360),
        PAL,
        24,
        Timecode(0, PAL),
        upper_first=upper,
        marked_upper=marked,
    )
    media = read_movie(file)
    assert media.pixel_fields is seen
    if marked:
        assert media.header.scan is ScanMode.UPPER_FIRST


def test_a_movie_marked_the_wrong_way_round_is_told() -> None:
    setup = SETUP.model_copy(update={"scan": ScanMode.UPPER_FIRST})
    linked = plate()
    media = replace(
        linked.media,
        pixel_fields=ScanMode.LOWER_FIRST,
        header=replace(linked.media.header, scan=ScanMode.UPPER_FIRST),
    )
    edit = context_for().edit.model_copy(update={"scan": ScanMode.UPPER_FIRST})
    found = match(context_for(setup, replace(linked, media=media), edit=edit)).findings
    (told,) = (each for each in found if each.setting != "stored_as")
    assert told.code == "media.fields-seen"
    assert "show the lower field first, but it is marked upper field first" in told.sentence.text
    assert told.change is not None
    assert told.change.values == {"scan": ScanMode.LOWER_FIRST}
