"""Zero Slate's own files, the timeline it writes, and writing at all."""

import errno
import json
import os
from pathlib import Path

import jsonschema
import opentimelineio as otio
import pytest

from tests.core.scenes import EDIT, EVENT, SETUP, plate
from zero_slate.core.media.alignment import place
from zero_slate.core.shot.state import Departure
from zero_slate.core.time.frames import FrameRange
from zero_slate.files.setup_files import (
    DocumentRefusal,
    EditFormatDocument,
    SetupDocument,
    read_edit_format,
    read_setup,
    schema,
    write_document,
)
from zero_slate.files.shot_timeline import PlateFiles, write_shot_timeline
from zero_slate.files.volume_files import (
    CannotRead,
    CannotWrite,
    OutsideVolume,
    inside,
    list_folder,
    write_all,
)

DOCUMENT = SetupDocument(
    setup=SETUP, departures={"canvas": Departure("1920 × 1080", "vector artwork, drawn at a third")}
)


def altered(**changes: object) -> bytes:
    said = json.loads(write_document(DOCUMENT))
    for path, value in changes.items():
        *steps, last = path.split("__")
        at = said
        for step in steps:
            at = at[step]
        at[last] = value
    return json.dumps(said).encode()


def test_a_setup_file_reads_back_exactly() -> None:
    content = write_document(DOCUMENT)
    assert read_setup(content) == DOCUMENT
    assert write_document(read_setup(content)) == content
    edit = write_document(EditFormatDocument(edit_format=EDIT))
    assert read_edit_format(edit) == EDIT


def test_files_keep_to_their_published_schema() -> None:
    for document in (DOCUMENT, EditFormatDocument(edit_format=EDIT)):
        published = schema(type(document))
        jsonschema.Draft202012Validator.check_schema(published)
        jsonschema.validate(json.loads(write_document(document)), published)
    with pytest.raises(jsonschema.ValidationError):
        jsonschema.validate(json.loads(altered(setup__rate=24)), schema(SetupDocument))
    root = Path(__file__).parents[2] / "docs" / "schema"
    for name, document in (("setup", SetupDocument), ("edit-format", EditFormatDocument)):
        assert json.loads((root / f"{name}.schema.json").read_text()) == schema(document)


@pytest.mark.parametrize(
    ("content", "words"),
    [
        (b"", "is empty"),
        (b"{", r"not JSON, or breaks off \(line 1\)"),
        (write_document(DOCUMENT)[:200], "not JSON, or breaks off"),
        (b"[]", "no JSON object"),
        (b"{}", "has to be “zero-slate/setup”"),
        (altered(kind="zero-slate/edit-format"), "has to be “zero-slate/setup”"),
        (altered(version=2), "version 2 and this Zero Slate reads up to 1"),
        (altered(setup__shoe_size=43, colour="red"), "not known here: .*shoe_size"),
        (altered(setup__canvas={"width": 90000, "height": 10}), "over 32,768"),
        (altered(setup__canvas={"width": "1920", "height": 1080}), "setup.canvas.width"),
        (altered(setup__rate="25i"), "two ways"),
        (altered(setup__cut_range={"first": 5, "last": 1}), "back to front"),
        (altered(setup__code="a/b"), "not safe as a file name"),
    ],
)
def test_each_bad_setup_file_is_refused_in_its_own_words(content: bytes, words: str) -> None:
    with pytest.raises(DocumentRefusal, match=words):
        read_setup(content)


def test_a_missing_field_is_named() -> None:
    said = json.loads(write_document(DOCUMENT))
    del said["setup"]["work_range"]
    with pytest.raises(DocumentRefusal, match=r"lacks setup\.work_range"):
        read_setup(json.dumps(said).encode())


def test_a_shot_is_a_timeline_with_its_plate() -> None:
    element = plate()
    placed = place(element, SETUP.rate, SETUP.cut_range, SETUP.work_range, EVENT)
    files = PlateFiles(element.media, "file:///plates/", placed)
    text = write_shot_timeline(DOCUMENT, EVENT, files).decode()
    timeline = otio.adapters.read_from_string(text, "otio_json")
    (clip,) = timeline.find_clips()
    kept = json.dumps(otio.core.serialize_json_to_string(timeline.metadata["zero_slate"]))
    assert "24000/1001" in kept
    assert clip.source_range.duration.value == 108
    # The work range begins at the plate's first frame, by its timecode.
    assert clip.source_range.start_time.to_timecode(24.0 * 1000 / 1001) == "04:31:09:01"
    assert clip.available_range().duration.value == 108
    assert clip.media_reference.name_prefix == "plate."
    assert (clip.media_reference.start_frame, clip.media_reference.frame_zero_padding) == (1001, 4)
    # The clip begins 8 frames before the cut, in the edit's time.
    assert timeline.global_start_time.value == EVENT.record.first - 8
    assert clip.metadata["zero_slate"]["cut_range"] == {"first": 1009, "last": 1100}


def test_a_shot_without_a_plate_or_an_event() -> None:
    text = write_shot_timeline(DOCUMENT, None, None).decode()
    (clip,) = otio.adapters.read_from_string(text, "otio_json").find_clips()
    assert clip.media_reference.is_missing_reference
    assert clip.source_range.start_time.value == SETUP.work_range.first


def test_nothing_is_left_of_a_write_that_fails(
    tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    (tmp_path / "a.json").write_text("before")
    synced = []

    def full(handle: int) -> None:
        synced.append(handle)
        if len(synced) == 2:
            raise OSError(errno.ENOSPC, "No space left on device")

    monkeypatch.setattr(os, "fsync", full)
    with pytest.raises(CannotWrite, match=r"the disk is full \(4 bytes are needed\)"):
        write_all(tmp_path, "", {"a.json": b"xx", "b.json": b"yy"})
    assert os.listdir(tmp_path) == ["a.json"]
    assert (tmp_path / "a.json").read_text() == "before"


def test_a_folder_cannot_be_left(tmp_path: Path) -> None:
    root, secret = tmp_path / "root", tmp_path / "secret"
    root.mkdir()
    secret.mkdir()
    (secret / "a.exr").touch()
    (root / "in").mkdir()
    (root / "out").symlink_to(secret)
    (root / "a.exr").symlink_to(secret / "a.exr")
    (root / "b.exr").symlink_to(root / "in")
    assert inside(root, "in") == root / "in"
    assert inside(root, "/in/../in") == root / "in"
    for way in ("..", "out", "in/../../secret", "out/a.exr"):
        with pytest.raises(OutsideVolume):
            inside(root, way)
    listing = list_folder(root, root)
    assert (listing.folders, listing.files) == (["b.exr", "in"], [])
    assert listing.left_out
    with pytest.raises(CannotRead, match="not there"):
        list_folder(root, root / "gone")


def test_ranges_in_files_are_inclusive() -> None:
    assert json.loads(write_document(DOCUMENT))["setup"]["work_range"] == {
        "first": 1001,
        "last": 1108,
    }
    assert FrameRange(1001, 1108) == read_setup(write_document(DOCUMENT)).setup.work_range
