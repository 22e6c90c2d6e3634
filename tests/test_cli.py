"""The command line: what it prints, and what it exits with."""

import json
import os
import subprocess
import sys
from pathlib import Path

import pytest
from typer.testing import CliRunner, Result

from tests.conftest import CUT
from tests.core.scenes import EDIT, SETUP
from tests.makers import write_movie, write_picture, write_sequence
from zero_slate.cli import app
from zero_slate.core.canvas.raster import Size
from zero_slate.files.setup_files import EditFormatDocument, SetupDocument, write_document


def run(*arguments: object) -> Result:
    return CliRunner().invoke(app, list(map(str, arguments)))


def test_it_runs_as_a_program_and_tells_bad_input_in_one_line() -> None:
    command = [sys.executable, "-m", "zero_slate", "schema", "shoes"]
    done = subprocess.run(command, capture_output=True, text=True, timeout=60, check=False)
    assert done.returncode == 2
    assert done.stderr.startswith("zero-slate: There is no schema “shoes”")
    assert done.stderr.count("\n") == 1


@pytest.fixture
def edit(tmp_path: Path) -> Path:
    small = EDIT.model_copy(update={"canvas": Size(64, 36)})
    path = tmp_path / "edit.json"
    path.write_bytes(write_document(EditFormatDocument(edit_format=small)))
    return path


def test_check_exits_0_where_all_agree(tmp_path: Path, edit: Path) -> None:
    write_sequence(tmp_path / "shots" / "a", "plate", range(1001, 1011))
    done = run("check", "--edit", edit, tmp_path / "shots")
    assert done.exit_code == 0, done.stderr
    assert "plate.####.exr  64 × 36  1001–1010 (10)\n  agrees" in done.stdout
    assert "1 checked, 0 differ." in done.stdout


def test_check_exits_1_where_something_differs(tmp_path: Path, edit: Path) -> None:
    folder = tmp_path / "shots"
    write_sequence(folder, "plate", range(1001, 1011))
    (folder / "plate.1005.exr").unlink()
    write_picture(folder / "plate.1007.exr", (66, 36), timecode="04:31:09:07")
    write_movie(folder / "a.mov")
    (folder / "b.exr").write_text("no picture")
    (folder / "round").symlink_to(folder)
    done = run("check", "--edit", edit, "--json", folder)
    assert done.exit_code == 1, done.stderr
    told = {Path(each["path"]).name: each for each in json.loads(done.stdout)["checked"]}
    assert {f["code"] for f in told["plate.####.exr"]["findings"]} == {
        "media.missing-middle",
        "media.odd-frame",
    }
    header = told["plate.####.exr"]["header"]
    assert (header["width"], header["rate"]) == (64, [24000, 1001])
    assert told["plate.####.exr"]["frames"] == [[1001, 1004], [1006, 1010]]
    codes = {f["code"] for f in told["a.mov"]["findings"]}
    assert {"media.size", "media.rate"} <= codes
    assert "no picture" in told["b.exr"]["problem"]
    assert run("check", "--edit", edit, folder / "a.mov").exit_code == 1


def test_one_bad_thing_takes_nothing_else_down(tmp_path: Path, edit: Path) -> None:
    folder = tmp_path / "shots"
    write_sequence(folder / "a", "plate", range(1001, 1003))
    (folder / "a" / "up").symlink_to(folder)
    (folder / "beside").symlink_to(folder / "a")
    (folder / "away").symlink_to(tmp_path)
    os.mkfifo(folder / "pipe.exr")
    done = run("check", "--edit", edit, "--json", folder)
    assert done.exit_code == 1
    told = json.loads(done.stdout)
    assert [Path(each["path"]).name for each in told["checked"]] == ["shots", "plate.####.exr"]
    assert told["checked"][0]["problem"].startswith("2 entries in it lead outside")
    done = run("check", "--edit", edit, "--json", folder / "a" / "plate.1001.exr", folder / "gone")
    assert done.exit_code == 2
    told = json.loads(done.stdout)
    assert (len(told["checked"]), told["problem"]) == (1, f"There is no {folder / 'gone'}.")
    pipe = run("check", "--edit", edit, "--json", folder / "pipe.exr")
    assert (pipe.exit_code, "a pipe" in pipe.stdout) == (1, True)


@pytest.mark.parametrize("bad", ["missing path", "missing edit", "no media", "not an edit"])
def test_check_exits_2_on_bad_input(tmp_path: Path, edit: Path, bad: str) -> None:
    (tmp_path / "empty").mkdir()
    (tmp_path / "other.json").write_text("{}")
    arguments = {
        "missing path": ("--edit", edit, tmp_path / "gone"),
        "missing edit": ("--edit", tmp_path / "gone.json", tmp_path),
        "no media": ("--edit", edit, tmp_path / "empty"),
        "not an edit": ("--edit", tmp_path / "other.json", tmp_path),
    }[bad]
    done = run("check", *arguments)
    assert done.exit_code == 2
    assert done.stderr.startswith("zero-slate: ")
    assert "Traceback" not in done.stderr


def test_read_cut(tmp_path: Path) -> None:
    path = tmp_path / "cut.edl"
    path.write_bytes(CUT)
    done = run("read-cut", path, "--rate", "23.976")
    assert done.exit_code == 0, done.stderr
    assert "2 events at 24000/1001, non-drop" in done.stdout
    assert "FRO_0030" in done.stdout
    told = json.loads(run("read-cut", path, "--rate", "23.976", "--json").stdout)
    assert told["events"][0]["source"] == {"first": 363608, "last": 363729}
    assert told["events"][0]["speed"] == "1"
    needs = run("read-cut", path)
    assert (needs.exit_code, "rate" in needs.stderr) == (2, True)
    # Its notes are those of the page that reads a cut.
    drop = run("read-cut", path, "--rate", "23.976", "--drop")
    said = "note: The list's labels are non-drop, the edit format's drop-frame."
    assert said in drop.stdout
    assert said not in run("read-cut", path, "--rate", "23.976", "--non-drop").stdout


def test_read_setup_gives_the_same_setup(tmp_path: Path) -> None:
    path = tmp_path / "a.setup.json"
    content = write_document(SetupDocument(setup=SETUP))
    path.write_bytes(content)
    assert run("read-setup", path).stdout.encode() == content
    path.write_text("{")
    assert run("read-setup", path).exit_code == 2


def test_schemas_are_printed() -> None:
    assert json.loads(run("schema", "edit-format").stdout)["title"] == "Zero Slate edit format"
    assert run("schema", "shoes").exit_code == 2
