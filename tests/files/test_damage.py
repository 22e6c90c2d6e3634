"""Damaged files of every kind are told; none ends the program or gives something else."""

import random
import struct
from contextlib import suppress
from pathlib import Path

import pytest

from tests.core.scenes import SETUP
from tests.makers import FILM, write_movie, write_sequence
from zero_slate.core.cut.events import CodeRule
from zero_slate.core.time.frames import runs
from zero_slate.demo.cuts import edl, otio_json
from zero_slate.demo.story import ORCHARD
from zero_slate.files.cuts.cut_list import CutRefusal
from zero_slate.files.cuts.reading import read_cut_list
from zero_slate.files.media import movies, pictures
from zero_slate.files.media.folders import find
from zero_slate.files.media.movies import UnreadableMovie
from zero_slate.files.media.pictures import UnreadablePicture, read_picture
from zero_slate.files.media.whole import Completeness
from zero_slate.files.setup_files import DocumentRefusal, SetupDocument, read_setup, write_document

EDL = edl(ORCHARD, "A cut", ORCHARD.shots[:4]) + (
    "M2   A002       048.0                04:31:09:09\n"
    "005  AX       V     D    024 04:31:09:09 04:31:13:05 01:01:08:10 01:01:12:06\n"
    "* TO CLIP NAME: ABC_0010\n"
)
TIMELINE = otio_json(ORCHARD, "A cut", ORCHARD.shots[:2])
DOCUMENT = write_document(SetupDocument(setup=SETUP)).decode()
MARKS = ' 0:;9-\nAé"}'


def damaged(text: str, dice: random.Random) -> str:
    """Change, drop, double or cut off a few pieces of a text."""
    letters = list(text)
    for _ in range(dice.randint(1, 4)):
        at = dice.randrange(len(letters))
        match dice.randrange(4):
            case 0:
                letters[at] = dice.choice(MARKS)
            case 1:
                del letters[at : at + dice.randint(1, 9)]
            case 2:
                letters[at:at] = letters[at : at + dice.randint(1, 30)]
            case 3:
                letters = letters[: max(1, at)]
        letters = letters or ["x"]
    return "".join(letters)


@pytest.mark.parametrize("seed", range(8))
def test_a_damaged_edl_is_read_or_refused(seed: int) -> None:
    dice = random.Random(seed)
    refused = 0
    for _ in range(120):
        try:
            cut = read_cut_list(damaged(EDL, dice).encode(), CodeRule(), rate=FILM)
        except CutRefusal:
            refused += 1
        else:
            assert cut.events
            assert all(event.length > 0 and event.code for event in cut.events)
    assert refused > 20


@pytest.mark.parametrize("seed", range(4))
def test_a_timeline_that_is_no_json_any_more_is_refused_by_line(seed: int) -> None:
    dice = random.Random(seed)
    for _ in range(40):
        # A piece of punctuation gone from the outside in: never JSON again.
        at = dice.choice([i for i, mark in enumerate(TIMELINE) if i and mark in "{}[]:"])
        with pytest.raises(CutRefusal, match=r"Line \d+: the JSON breaks off or is damaged"):
            read_cut_list((TIMELINE[:at] + TIMELINE[at + 1 :]).encode(), CodeRule())


@pytest.mark.parametrize("share", [0.1, 0.3, 0.5, 0.7, 0.9, 0.99])
def test_a_timeline_cut_short_anywhere_is_refused(share: float) -> None:
    with pytest.raises(CutRefusal, match="breaks off or is damaged"):
        read_cut_list(TIMELINE[: int(len(TIMELINE) * share)].encode(), CodeRule())


@pytest.mark.parametrize("seed", range(4))
def test_a_damaged_setup_file_is_read_or_refused(seed: int) -> None:
    dice = random.Random(seed)
    for _ in range(200):
        with suppress(DocumentRefusal):
            document = read_setup(damaged(DOCUMENT, dice).encode())
            assert read_setup(write_document(document)) == document


def test_whatever_a_library_raises_is_that_files_finding(
    tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    write_sequence(tmp_path, "a", range(1, 4))
    (found,) = find(["a.0001.exr", "a.0002.exr", "a.0003.exr"], tmp_path)
    real = pictures._read

    def stumbles(path: str, completeness: Completeness, mode: int | None) -> object:
        if "0001" in path:
            raise UnicodeDecodeError("utf-8", b"\xff", 0, 1, "invalid start byte")
        return real(path, completeness, mode)

    monkeypatch.setattr(pictures, "_read", stumbles)
    (broken,) = found.read().broken
    assert (broken.frame, "UnicodeDecodeError" in broken.why) == (1, True)
    write_movie(tmp_path / "a.mov")
    monkeypatch.setattr(movies, "_read", lambda *_: None.width)  # type: ignore[attr-defined]
    with pytest.raises(UnreadableMovie, match=r"can't be told \(AttributeError\)"):
        find(["a.mov"], tmp_path)[0].read()


def test_an_exr_cut_short_anywhere_is_told(tmp_path: Path) -> None:
    (whole,) = write_sequence(tmp_path, "a", range(1, 2), size=(320, 180))
    content = whole.read_bytes()
    assert read_picture(whole).size.width == 320
    for share in (0.02, 0.2, 0.5, 0.8, 0.95, 0.999):
        whole.write_bytes(content[: int(len(content) * share)])
        with pytest.raises(UnreadablePicture):
            read_picture(whole)


def table_of(content: bytes) -> tuple[int, int]:
    """Find an EXR's table: its first entry names the byte right behind the table."""
    for at in range(8, len(content) - 8):
        (first,) = struct.unpack_from("<Q", content, at)
        if at < first < len(content) and (first - at) % 8 == 0 and content[at - 1] == 0:
            offsets = struct.unpack_from(f"<{(first - at) // 8}Q", content, at)
            if list(offsets) == sorted(set(offsets)) and offsets[-1] < len(content):
                return at, len(offsets)
    raise AssertionError("there is no table")


def test_an_exr_whose_writer_was_interrupted_is_told(tmp_path: Path) -> None:
    """Its table of chunks was never filled in: the file has its length and no pixels."""
    files = write_sequence(tmp_path, "a", range(1, 5), size=(320, 180))
    content = files[2].read_bytes()
    # The first chunk's place stands first in the table, and the chunk right behind it.
    at, chunks = table_of(content)
    files[2].write_bytes(content[:at] + bytes(chunks * 8) + content[at + chunks * 8 :])
    (found,) = find(sorted(path.name for path in files), tmp_path)
    assert [broken.frame for broken in found.read().broken] == [3]


@pytest.mark.parametrize("seed", range(3))
def test_whatever_is_broken_in_a_sequence_the_rest_is_read(tmp_path: Path, seed: int) -> None:
    dice = random.Random(seed)
    files = write_sequence(tmp_path, "plate", range(1, 41))
    broken = set(dice.sample(range(1, 41), 6))
    gone = set(dice.sample(sorted(set(range(1, 41)) - broken), 4))
    for frame in broken:
        files[frame - 1].write_bytes(files[frame - 1].read_bytes()[: dice.randint(0, 250)])
    for frame in gone:
        files[frame - 1].unlink()
    (found,) = find(sorted(path.name for path in files if path.exists()), tmp_path)
    media = found.read()
    assert {each.frame for each in media.broken} == broken
    assert media.present == runs(set(range(1, 41)) - gone)
    assert (media.odd, media.jumps) == ((), ())


def test_a_header_like_the_last_is_not_believed_where_anything_differs(tmp_path: Path) -> None:
    files = write_sequence(tmp_path, "a", range(1, 7), size=(320, 180))
    odd = write_sequence(tmp_path / "odd", "a", range(3, 4), size=(320, 182))[0]
    files[2].write_bytes(odd.read_bytes())
    content = files[4].read_bytes()
    files[4].write_bytes(content[:-40])
    (found,) = find([file.name for file in files], tmp_path)
    media = found.read()
    assert [(each.frame, each.what) for each in media.odd] == [(3, "size")]
    assert [each.frame for each in media.broken] == [5]
    # The odd one's timecode doesn't run on from the others'.
    assert media.header.timecode == "04:31:09:01"
    assert media.jumps == (3, 4)
