"""Grades: as cut lists carry them, and in files of the ASC's; look files."""

import json
from pathlib import Path

import pytest

from tests.makers import FILM
from zero_slate.core.colour.grade import Cdl
from zero_slate.core.cut.events import CodeRule
from zero_slate.files.colour.grade_files import (
    UnreadableGrade,
    read_grades,
    require_look,
    write_grades,
)
from zero_slate.files.cuts.edl import read_edl
from zero_slate.files.cuts.reading import read_cut_list

CDL = Cdl((1.1, 0.98, 1.0), (-0.02, 0.0, 0.015), (1.0, 1.05, 0.9), 0.85)
EDL = """TITLE: graded
001  A001 V C 01:00:00:00 01:00:02:00 01:00:00:00 01:00:02:00
* FROM CLIP NAME: FRO_0010_plate
* ASC_SOP (1.1 0.98 1)(-0.02 0 0.015)(1 1.05 0.9)
* ASC_SAT 0.85
002  A002 V C 01:00:00:00 01:00:02:00 01:00:02:00 01:00:04:00
* FROM CLIP NAME: FRO_0020_plate
{more}
"""


def test_an_edl_carries_the_grade_of_each_event() -> None:
    first, second = read_edl(EDL.format(more=""), FILM, CodeRule()).events
    assert first.cdl == CDL
    assert second.cdl is None


@pytest.mark.parametrize(
    ("more", "words"),
    [
        ("* ASC_SOP (1 1 1)(0 0 0)", "is not a grade"),
        ("* ASC_SOP (1 1 1)(0 0 0)(0 1 1)", "power of 0 is out of range"),
        ("* ASC_SAT much", "ASC_SAT much is not a figure"),
        ("* ASC_SAT -1", "saturation of -1 is out of range"),
    ],
)
def test_a_grade_that_cant_be_read_is_left_out_and_told(more: str, words: str) -> None:
    found = read_edl(EDL.format(more=more), FILM, CodeRule())
    assert found.events[1].cdl is None
    assert any(words in note and note.startswith("Line ") for note in found.notes)


def otio(cdl: object) -> bytes:
    clip = {
        "OTIO_SCHEMA": "Clip.2",
        "name": "FRO_0010_plate",
        "source_range": {
            "OTIO_SCHEMA": "TimeRange.1",
            "start_time": {"OTIO_SCHEMA": "RationalTime.1", "value": 0, "rate": 24},
            "duration": {"OTIO_SCHEMA": "RationalTime.1", "value": 48, "rate": 24},
        },
        "metadata": {"cdl": cdl},
    }
    track = {"OTIO_SCHEMA": "Track.1", "kind": "Video", "children": [clip]}
    stack = {"OTIO_SCHEMA": "Stack.1", "children": [track]}
    return json.dumps({"OTIO_SCHEMA": "Timeline.1", "name": "a", "tracks": stack}).encode()


def test_a_timeline_carries_them_in_its_metadata() -> None:
    sop = {"slope": CDL.slope, "offset": CDL.offset, "power": CDL.power}
    content = otio({"asc_sop": sop, "asc_sat": 0.85})
    (event,) = read_cut_list(content, CodeRule()).events
    assert event.cdl == CDL
    (plain,) = read_cut_list(otio(None), CodeRule()).events
    assert plain.cdl is None


@pytest.mark.parametrize("cdl", ["x", [1], {"asc_sop": {"slope": [1, 2]}}, {"asc_sat": "much"}])
def test_a_timeline_with_something_else_there_is_still_read(cdl: object) -> None:
    found = read_cut_list(otio(cdl), CodeRule())
    assert [event.cdl for event in found.events] == [None]
    assert any("is left out" in note for note in found.notes)


@pytest.mark.parametrize("form", ["cc", "cdl", "ccc"])
def test_a_grade_is_written_and_read_again(tmp_path: Path, form: str) -> None:
    file = tmp_path / f"a.{form}"
    file.write_bytes(write_grades([("FRO_0010", CDL)], form))
    assert read_grades(file) == {"FRO_0010": CDL}


def test_a_collection_holds_many_each_under_its_id(tmp_path: Path) -> None:
    file = tmp_path / "a.ccc"
    file.write_bytes(write_grades([("FRO_0010", CDL), ("FRO_0020", Cdl(saturation=0.5))], "ccc"))
    assert list(read_grades(file)) == ["FRO_0010", "FRO_0020"]


@pytest.mark.parametrize(
    "content",
    [
        b"",
        b"no xml",
        b"<a/>",
        b"<ColorCorrection><SOPNode><Slope>1</Slope></SOPNode>",
        b"\x00" * 80,
    ],
)
def test_what_is_no_grade_says_so(tmp_path: Path, content: bytes) -> None:
    file = tmp_path / "a.cc"
    file.write_bytes(content)
    with pytest.raises(UnreadableGrade, match=r"a\.cc"):
        read_grades(file)


def test_a_look_file_is_read_or_says_why_not(tmp_path: Path) -> None:
    cube = tmp_path / "a.cube"
    cube.write_text(
        "LUT_3D_SIZE 2\n" + "\n".join(f"{i & 1} {i >> 1 & 1} {i >> 2}" for i in range(8))
    )
    require_look(cube)
    cube.write_text("LUT_3D_SIZE 2\n0 0 0\n")
    with pytest.raises(UnreadableGrade, match=r"a\.cube can't be read"):
        require_look(cube)
