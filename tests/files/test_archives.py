"""Archives: written whole or gone on with, and read as files that somebody handed over."""

import io
import json
import os
import random
import signal
import stat
import subprocess
import sys
import warnings
import zipfile
from collections.abc import Callable
from pathlib import Path

import pytest

from zero_slate.files.archives.broken_off import throw_away, unfinished
from zero_slate.files.archives.manifest import (
    MANIFEST,
    ROWS,
    ArchiveManifest,
    FileMark,
    NoArchive,
)
from zero_slate.files.archives.reading import Archive, DamagedFile, put_out, require_sound
from zero_slate.files.archives.writing import CannotArchive, Entry, write_archive


def manifest(marks: dict[str, FileMark]) -> ArchiveManifest:
    return ArchiveManifest(
        database="0001",
        what="production",
        title="Film",
        shots=("FRO_0010",),
        volumes=("media",),
        who="mira",
        at="2026-01-01T00:00:00Z",
        numbers=(1, None),
        files=marks,
    )


def quiet(_: int) -> None:
    return None


def sound(path: Path) -> None:
    require_sound(path, quiet)


@pytest.fixture
def frames(tmp_path: Path) -> list[Entry]:
    chance = random.Random(1)
    made = []
    for number in range(8):
        path = tmp_path / f"frame.{number:04}.exr"
        path.write_bytes(chance.randbytes(300_000))
        made.append(Entry(f"media/media/plates/{path.name}", path))
    return [*made, Entry(ROWS, b'{"production": []}')]


@pytest.fixture
def whole(tmp_path: Path, frames: list[Entry]) -> Path:
    target = tmp_path / "film.zip"
    write_archive(target, frames, manifest, quiet, sound)
    return target


def test_an_archive_reads_back_as_it_was_written(whole: Path, frames: list[Entry]) -> None:
    with Archive(whole) as archive:
        assert archive.verify(quiet) == []
        assert archive.rows() == b'{"production": []}'
        assert archive.besides == 0
        first = frames[0]
        assert b"".join(archive.chunks(first.name)) == first.content.read_bytes()  # type: ignore[union-attr]
    # Any other program reads it too.
    with zipfile.ZipFile(whole) as plain:
        assert plain.testzip() is None
        assert plain.namelist()[-1] == MANIFEST
    assert not unfinished(whole)
    with pytest.raises(CannotArchive, match="nothing is overwritten"):
        write_archive(whole, frames, manifest, quiet, sound)


class Cut(Exception):
    """The writer ended here."""


def cut_after(size: int) -> Callable[[int], None]:
    def step(done: int) -> None:
        if done > size:
            raise Cut

    return step


@pytest.mark.parametrize("size", [0, 299_999, 900_000, 2_300_000])
def test_what_was_broken_off_goes_on(
    tmp_path: Path, frames: list[Entry], whole: Path, size: int
) -> None:
    target = tmp_path / "again.zip"
    with pytest.raises(Cut):
        write_archive(target, frames, manifest, cut_after(size), sound)
    assert not target.exists()
    assert unfinished(target) == sum(300_000 * (n + 1) <= size for n in range(8))
    told: list[int] = []
    write_archive(target, frames, manifest, told.append, sound)
    # What was written before isn't read again.
    assert min(told) > (size // 300_000) * 300_000
    with Archive(target) as archive, Archive(whole) as other:
        assert archive.verify(quiet) == []
        assert archive.manifest.files == other.manifest.files
    assert sorted(each.name for each in tmp_path.glob("again*")) == ["again.zip"]


KILLED = """
import os, signal, sys
from pathlib import Path
from tests.files.test_archives import manifest, quiet, sound
from zero_slate.files.archives.writing import Entry, write_archive

def step(done):
    if done > 1_500_000:
        os.kill(os.getpid(), signal.SIGKILL)

names = sorted(Path(sys.argv[1]).glob("frame.*"))
entries = [Entry(f"media/media/plates/{each.name}", each) for each in names]
write_archive(Path(sys.argv[1], "again.zip"), entries, manifest, step, sound)
"""


def test_what_a_killed_server_left_is_gone_on_with(tmp_path: Path, frames: list[Entry]) -> None:
    ran = subprocess.run([sys.executable, "-c", KILLED, str(tmp_path)], check=False)
    assert ran.returncode == -signal.SIGKILL
    target = tmp_path / "again.zip"
    assert not target.exists()
    assert unfinished(target) == 5
    told: list[int] = []
    write_archive(target, frames, manifest, told.append, sound)
    assert min(told) > 1_500_000
    with Archive(target) as archive:
        assert len(archive.manifest.files) == len(frames)


def test_a_file_that_changed_since_is_written_again(tmp_path: Path, frames: list[Entry]) -> None:
    target = tmp_path / "again.zip"
    with pytest.raises(Cut):
        write_archive(target, frames, manifest, cut_after(1_500_000), sound)
    second = frames[1].content
    assert isinstance(second, Path)
    second.write_bytes(b"another")
    write_archive(target, frames, manifest, quiet, sound)
    with Archive(target) as archive:
        assert archive.verify(quiet) == []
        assert b"".join(archive.chunks(frames[1].name)) == b"another"
    with pytest.raises(Cut):
        write_archive(tmp_path / "third.zip", frames, manifest, cut_after(900_000), sound)
    throw_away(tmp_path / "third.zip")
    assert not list(tmp_path.glob("third*"))


def test_a_log_that_lies_is_not_believed(tmp_path: Path, frames: list[Entry]) -> None:
    target = tmp_path / "again.zip"
    with pytest.raises(Cut):
        write_archive(target, frames, manifest, cut_after(1_500_000), sound)
    part = tmp_path / "again.zip.part"
    with part.open("r+b") as file:
        file.truncate(500_000)
    (tmp_path / "again.zip.part.log").open("a").write("{nonsense")
    write_archive(target, frames, manifest, quiet, sound)
    with Archive(target) as archive:
        assert archive.verify(quiet) == []


def test_a_disk_that_fills_leaves_what_can_be_gone_on_from(
    tmp_path: Path, frames: list[Entry], monkeypatch: pytest.MonkeyPatch
) -> None:
    target = tmp_path / "full.zip"

    def full(done: int) -> None:
        if done > 1_000_000:
            raise OSError(28, os.strerror(28))

    with pytest.raises(CannotArchive, match="no space left on device"):
        write_archive(target, frames, manifest, full, sound)
    assert unfinished(target) == 3
    write_archive(target, frames, manifest, quiet, sound)
    assert target.exists()


@pytest.mark.parametrize("ending", [".part", ".part.log"])
@pytest.mark.parametrize("kind", ["file", "link", "hard link", "pipe", "lying log"])
def test_what_stands_where_it_would_be_written_stays_what_it_is(
    tmp_path: Path, frames: list[Entry], ending: str, kind: str
) -> None:
    outside = tmp_path / "outside"
    outside.mkdir()
    own = outside / "own"
    own.write_bytes(b"somebody's own")
    target = tmp_path / "film.zip"
    there = target.with_name(target.name + ending)
    if kind == "file":
        there.write_bytes(b"somebody's own")
    elif kind == "link":
        there.symlink_to(own)
    elif kind == "hard link":
        os.link(own, there)
    elif kind == "pipe":
        os.mkfifo(there)
    else:
        # A log that says it belongs to a file that it was never made with.
        target.with_name(target.name + ".part").write_bytes(b"somebody's own")
        target.with_name(target.name + ".part.log").write_text("[1, 2]\n")
    assert unfinished(target) is None
    throw_away(target)
    with pytest.raises(CannotArchive, match="nothing is written over it"):
        write_archive(target, frames, manifest, quiet, sound)
    assert own.read_bytes() == b"somebody's own"
    assert sorted(each.name for each in outside.iterdir()) == ["own"]
    assert os.path.lexists(there)
    if kind in ("file", "lying log"):
        part = there if kind == "file" else target.with_name(target.name + ".part")
        assert part.read_bytes() == b"somebody's own"
    assert not target.exists()


def test_a_file_put_in_its_place_while_it_is_written_isnt_taken_for_it(
    tmp_path: Path, frames: list[Entry]
) -> None:
    target = tmp_path / "film.zip"
    part = target.with_name("film.zip.part")

    def swapped(path: Path) -> None:
        part.rename(tmp_path / "away")
        part.write_bytes(b"another")

    with pytest.raises(CannotArchive, match="put elsewhere"):
        write_archive(target, frames, manifest, quiet, swapped)
    assert not target.exists()
    assert part.read_bytes() == b"another"


def remade(whole: Path, change: Callable[[zipfile.ZipFile, zipfile.ZipFile], None]) -> Path:
    """Write an archive anew, changed in some way."""
    target = whole.with_name("hostile.zip")
    with zipfile.ZipFile(whole) as old, zipfile.ZipFile(target, "w") as new:
        change(old, new)
    return target


def but(names: dict[str, bytes | None]) -> Callable[[zipfile.ZipFile, zipfile.ZipFile], None]:
    """Copy all files, some with another content, or left out where it is None."""

    def change(old: zipfile.ZipFile, new: zipfile.ZipFile) -> None:
        for info in old.infolist():
            content = names.get(info.filename, old.read(info))
            if content is not None:
                new.writestr(info.filename, content)

    return change


def added(name: str, content: bytes = b"x", mode: int = 0) -> Callable[..., None]:
    def change(old: zipfile.ZipFile, new: zipfile.ZipFile) -> None:
        but({})(old, new)
        info = zipfile.ZipInfo(name)
        info.external_attr = mode << 16
        new.writestr(info, content)

    return change


FRAME = "media/media/plates/frame.0000.exr"


@pytest.mark.parametrize(
    ("change", "why"),
    [
        (added("../../etc/passwd"), "would climb out"),
        (added("/etc/passwd"), "would lie outside"),
        (added("media\\..\\x"), "would lie outside"),
        (added("c:/x"), "would lie outside"),
        (added("media//x"), "would climb out"),
        (added("media/./x"), "would climb out"),
        (added("x" * 1200), "too long"),
        (added("media/a\nb"), "doesn't show"),
        (added("media/link", b"/etc", stat.S_IFLNK | 0o777), "is a link"),
        (added(FRAME), "is in it twice"),
        (but({MANIFEST: None}), "isn't an archive of Zero Slate"),
        (but({MANIFEST: b"{}"}), "database"),
        (but({MANIFEST: b"\xff\xfe"}), "can't be read"),
        (but({MANIFEST: b"[" * 100_000}), "can't be read"),
        (but({FRAME: None}), "should be in it and isn't"),
    ],
)
def test_archives_that_are_refused(
    whole: Path, change: Callable[[zipfile.ZipFile, zipfile.ZipFile], None], why: str
) -> None:
    with warnings.catch_warnings():
        # The library tells of a name that stands twice.
        warnings.simplefilter("ignore", UserWarning)
        path = remade(whole, change)
    with pytest.raises(NoArchive, match=why):
        Archive(path)


def test_a_later_version_is_refused_by_its_number(whole: Path) -> None:
    with zipfile.ZipFile(whole) as archive:
        said = json.loads(archive.read(MANIFEST))
    path = remade(whole, but({MANIFEST: json.dumps({**said, "version": 7}).encode()}))
    with pytest.raises(NoArchive, match="of version 7, which a later Zero Slate wrote"):
        Archive(path)


def test_a_changed_byte_is_that_files_trouble(whole: Path, tmp_path: Path) -> None:
    with zipfile.ZipFile(whole) as archive:
        content = archive.read(FRAME)
    path = remade(whole, but({FRAME: bytes([content[0] ^ 1]) + content[1:]}))
    with Archive(path) as archive:
        (wrong,) = archive.verify(quiet)
        assert "was changed: its SHA-256" in wrong
        folder = os.open(tmp_path, os.O_RDONLY)
        with pytest.raises(DamagedFile):
            put_out(archive, FRAME, folder, "out.exr", ".writing-x")
        os.close(folder)
    assert not list(tmp_path.glob("*out.exr"))


def test_what_unpacks_to_more_than_it_says_is_not_read_on(whole: Path) -> None:
    path = whole.with_name("bomb.zip")
    with (
        zipfile.ZipFile(whole) as old,
        zipfile.ZipFile(path, "w", zipfile.ZIP_DEFLATED) as new,
    ):
        for info in old.infolist():
            bomb = info.filename == FRAME
            new.writestr(info.filename, b"\0" * 200_000_000 if bomb else old.read(info))
    assert path.stat().st_size < 10_000_000
    with Archive(path) as archive:
        read: list[bytes] = []
        with pytest.raises(DamagedFile, match="more bytes than the 300,000"):
            read.extend(archive.chunks(FRAME))
        assert sum(map(len, read)) <= 2**20


def test_files_that_are_no_archives(tmp_path: Path, whole: Path) -> None:
    content = whole.read_bytes()
    end = content.rindex(b"PK\x05\x06")
    for name, bad in {
        "empty": b"",
        "text": b"not a zip",
        "cut": content[: len(content) // 2],
        "tail": content[end:],
        "offset": content[: end + 16] + b"\xf0\xff\xff\x7f" + content[end + 20 :],
    }.items():
        path = tmp_path / f"{name}.zip"
        path.write_bytes(bad)
        with pytest.raises(NoArchive):
            Archive(path)
    os.mkfifo(tmp_path / "pipe.zip")
    with pytest.raises(NoArchive, match="a pipe"):
        Archive(tmp_path / "pipe.zip")
    chance = random.Random(5)
    for number in range(60):
        damaged = bytearray(content)
        for _ in range(4):
            damaged[chance.randrange(len(damaged))] = chance.randrange(256)
        path = tmp_path / f"damaged{number}.zip"
        path.write_bytes(damaged)
        try:
            with Archive(path) as archive:
                archive.verify(quiet)
        except NoArchive:
            continue


def test_an_encrypted_file_is_refused(whole: Path) -> None:
    content = bytearray(whole.read_bytes())
    at = content.rindex(b"PK\x01\x02")
    content[at + 8] |= 1
    path = whole.with_name("locked.zip")
    path.write_bytes(content)
    with pytest.raises(NoArchive, match="is encrypted"):
        Archive(path)


def test_files_beside_the_manifest_are_counted_and_never_read(whole: Path) -> None:
    path = remade(whole, added("media/media/extra.exr"))
    with Archive(path) as archive:
        assert archive.besides == 1
        assert "media/media/extra.exr" not in archive.manifest.files
        assert io.BytesIO(b"".join(archive.chunks(ROWS))).read()
