"""Folders of a volume can't be left, whoever puts what in the way; what breaks off is cleared."""

import errno
import json
import os
import signal
import subprocess
import sys
import threading
from collections.abc import Callable
from contextlib import suppress
from pathlib import Path
from typing import Any

import pytest

from zero_slate.files.handoff_manifest import HandoffManifest
from zero_slate.files.journal import Journal
from zero_slate.files.left_behind import clear_left_behind
from zero_slate.files.media.folders import find
from zero_slate.files.media.movies import UnreadableMovie
from zero_slate.files.media.pictures import UnreadablePicture
from zero_slate.files.volume_files import (
    CannotWrite,
    Listing,
    OutsideVolume,
    list_folder,
    look_there,
    write_all,
)


def test_folders_are_made_below_the_root_and_never_the_root(tmp_path: Path) -> None:
    root = tmp_path / "root"
    with pytest.raises(CannotWrite, match="it is not there"):
        write_all(root, "a/b", {"x": b"1"})
    assert not root.exists()
    root.mkdir()
    write_all(root, "a/b", {"x": b"1", "y": b"2"})
    assert look_there(root, "a/b", ["x", "y", "z"], 100) == {"x": b"1", "y": b"2"}
    assert sorted(os.listdir(root / "a/b")) == ["x", "y"]


def test_links_inside_are_followed_and_links_that_lead_out_are_not(tmp_path: Path) -> None:
    root, out = tmp_path / "root", tmp_path / "out"
    (root / "a").mkdir(parents=True)
    out.mkdir()
    (root / "inner").symlink_to(root / "a")
    (root / "outer").symlink_to(out)
    write_all(root, "inner", {"x": b"1"})
    assert (root / "a/x").read_bytes() == b"1"
    with pytest.raises(OutsideVolume):
        write_all(root, "outer", {"x": b"1"})
    (root / "loop").symlink_to(root / "loop")
    with pytest.raises(OutsideVolume):
        write_all(root, "loop", {"x": b"1"})
    assert os.listdir(out) == []


def test_a_file_that_is_a_link_is_replaced_and_not_written_through(tmp_path: Path) -> None:
    root, secret = tmp_path / "root", tmp_path / "secret"
    root.mkdir()
    secret.write_bytes(b"mine")
    (root / "x").symlink_to(secret)
    assert look_there(root, "", ["x"], 100) == {"x": None}
    write_all(root, "", {"x": b"1"})
    assert secret.read_bytes() == b"mine"
    assert (root / "x").read_bytes() == b"1"


def test_a_folder_swapped_for_a_link_all_the_while_never_leads_outside(tmp_path: Path) -> None:
    root, out = tmp_path / "root", tmp_path / "out"
    (root / "a").mkdir(parents=True)
    out.mkdir()
    stop = threading.Event()

    def swap() -> None:
        while not stop.is_set():
            # A folder that was made anew in its place meanwhile makes a step fail.
            with suppress(OSError):
                os.rename(root / "a", root / "b")
                os.symlink(out, root / "a")
            with suppress(OSError):
                os.unlink(root / "a")
            with suppress(OSError):
                os.rename(root / "b", root / "a")

    swapping = threading.Thread(target=swap)
    swapping.start()
    for number in range(400):
        with suppress(OutsideVolume, CannotWrite):
            write_all(root, "a", {"x": str(number).encode(), "y": b"2"})
    stop.set()
    swapping.join()
    assert os.listdir(out) == []
    assert not list(root.rglob(".writing*"))


def test_pipes_and_devices_are_never_opened(tmp_path: Path) -> None:
    for name in ("pipe.exr", "pipe.mov", "x"):
        os.mkfifo(tmp_path / name)
    assert list_folder(tmp_path, tmp_path) == Listing([], [], 3)
    for found in find(["pipe.exr", "pipe.mov"], tmp_path):
        with pytest.raises((UnreadablePicture, UnreadableMovie), match="a pipe, which is never"):
            found.read()
    assert look_there(tmp_path, "", ["x"], 100) == {"x": None}


def test_a_manifest_fits_the_files_of_one_version() -> None:
    first, second = {"a": b"1", "b": b"2"}, {"a": b"3", "b": b"4"}
    manifest = HandoffManifest.read(HandoffManifest.of("A_1", 2, first).write())
    assert manifest is not None
    assert (manifest.shot_version, manifest.fits(first)) == (2, True)
    assert not manifest.fits({**first, "b": second["b"]})
    assert not manifest.fits({"a": b"1"})
    assert HandoffManifest.read(b"{}") is None
    assert HandoffManifest.read(b"\xff") is None


def test_what_a_killed_writer_left_is_cleared_and_what_is_being_written_is_not(
    tmp_path: Path,
) -> None:
    target, home = tmp_path / "target", tmp_path / "home"
    target.mkdir()
    (target / ".writing-mine").write_text("somebody's")
    program = (
        "import sys, time; from pathlib import Path\n"
        "from zero_slate.files.journal import Journal\n"
        "with Journal(Path(sys.argv[1])).writing(Path(sys.argv[2])) as token:\n"
        "    Path(sys.argv[2], f'.writing-{token}-0').write_text('half')\n"
        "    print(token, flush=True)\n"
        "    time.sleep(60)\n"
    )
    command = [sys.executable, "-c", program, str(home), str(target)]
    writer = subprocess.Popen(command, stdout=subprocess.PIPE, text=True)
    assert writer.stdout is not None
    token = writer.stdout.readline().strip()
    journal = Journal(home)
    assert journal.clear() == 0
    assert (target / f".writing-{token}-0").exists()
    writer.send_signal(signal.SIGKILL)
    writer.wait()
    writer.stdout.close()
    assert journal.clear() == 1
    assert os.listdir(target) == [".writing-mine"]
    assert list(home.iterdir()) == []
    (home / "torn.json").write_text(json.dumps({"folder": 3})[:5])
    assert journal.clear() == 1


def test_what_was_left_behind_goes_once_it_is_old(tmp_path: Path) -> None:
    for name in ("old.part", "new.part", "old.zip"):
        (tmp_path / name).write_text("x")
    (tmp_path / "old-folder.part").mkdir()
    (tmp_path / "old-folder.part" / "frame").write_text("x")
    for name in ("old.part", "old.zip", "old-folder.part"):
        os.utime(tmp_path / name, (0, 0))
    clear_left_behind(tmp_path, "*.part")
    assert sorted(each.name for each in tmp_path.iterdir()) == ["new.part", "old.zip"]
    clear_left_behind(tmp_path / "nowhere", "*")


@pytest.mark.parametrize("links", [True, False])
@pytest.mark.parametrize("way", ["folder", "pipe"])
@pytest.mark.parametrize("place", [0, 1, 2])
def test_what_cant_be_replaced_keeps_all_others_as_they_were(
    tmp_path: Path, monkeypatch: pytest.MonkeyPatch, links: bool, way: str, place: int
) -> None:
    names = ["a.json", "b.otio", "c.cc"]
    for name in names:
        (tmp_path / name).write_bytes(b"former " + name.encode())
    odd = tmp_path / names[place]
    odd.unlink()
    if way == "folder":
        odd.mkdir()
    else:
        os.mkfifo(odd)
    if not links:
        without_links(monkeypatch)
    with pytest.raises(CannotWrite, match="Nothing was written"):
        write_all(tmp_path, "", dict.fromkeys(names, b"new"))
    assert {each.name for each in tmp_path.iterdir()} == set(names)
    for name in set(names) - {names[place]}:
        assert (tmp_path / name).read_bytes() == b"former " + name.encode()


@pytest.mark.parametrize("links", [True, False])
@pytest.mark.parametrize("fails", [0, 1, 2])
def test_a_name_that_fails_puts_all_back(
    tmp_path: Path, monkeypatch: pytest.MonkeyPatch, links: bool, fails: int
) -> None:
    (tmp_path / "a").write_bytes(b"former")
    (tmp_path / "c").write_bytes(b"former")
    if not links:
        without_links(monkeypatch)
    renamed: list[str] = []
    real = os.replace, os.link

    def failing(do: Callable[..., None]) -> Callable[..., None]:
        def done(source: str, target: str, **more: Any) -> None:
            if "former" not in source + target:
                renamed.append(target)
                if len(renamed) == fails + 1:
                    raise OSError(errno.EIO, os.strerror(errno.EIO))
            do(source, target, **more)

        return done

    monkeypatch.setattr(os, "replace", failing(real[0]))
    if links:
        monkeypatch.setattr(os, "link", failing(real[1]))
    try:
        write_all(tmp_path, "", {"a": b"new", "b": b"new", "c": b"new"})
    except CannotWrite:
        assert {each.name: each.read_bytes() for each in tmp_path.iterdir()} == {
            "a": b"former", "c": b"former",
        }  # fmt: skip
    else:
        # A link that fails is made by another way.
        assert (links, fails) == (True, 1)


def without_links(monkeypatch: pytest.MonkeyPatch) -> None:
    def link(*_: object, **__: object) -> None:
        raise OSError(errno.EPERM, os.strerror(errno.EPERM))

    monkeypatch.setattr(os, "link", link)
