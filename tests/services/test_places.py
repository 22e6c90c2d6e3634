"""Where files go: layouts, folders made, disks measured, versions taken."""

import os
import threading
from dataclasses import replace
from pathlib import Path

import pytest
from fastapi.testclient import TestClient

from tests.services.test_elements import PLATE, link
from tests.services.test_media import finished
from zero_slate.config import Config
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.media.element import Role
from zero_slate.core.places.layout import FileKind
from zero_slate.core.places.room import Speed
from zero_slate.core.places.shipped import SHIPPED
from zero_slate.files import disk_speed
from zero_slate.files.disk import disk_facts, file_system
from zero_slate.files.disk_speed import measure_speed
from zero_slate.files.volume_files import CannotWrite
from zero_slate.services.places.typed import TypedLayout
from zero_slate.services.runtime.jobs import Stopped
from zero_slate.services.runtime.workspace import NotFound
from zero_slate.services.shots.guards import Conflict
from zero_slate.web.slate import Slate


@pytest.fixture
def media(config: Config) -> Path:
    return config.volumes["media"]


@pytest.fixture
def placed(slate: Slate, production: int, shot: int) -> int:
    """A production whose files lie below `film` of the volume."""
    slate.layouts.change(production, 0, TypedLayout(volume="media", folder="film"))
    return production


def test_what_is_typed_is_shown_and_stored_as_a_version(slate: Slate, placed: int) -> None:
    page = slate.layouts.page(placed)
    assert (page.number, page.volume, page.folder, page.shot) == (1, "media", "film", "FRO_0010")
    typed = TypedLayout(paths={FileKind.SHEET: "<shot>/<shot>_<version>_sheet.<ending>"})
    tried = slate.layouts.page(placed, typed, "FRO_0030")
    sheet = next(each for each in tried.kinds if each.kind == "sheet")
    assert sheet.path == "film/FRO_0030/FRO_0030_v001_sheet.pdf"
    assert sheet.whole.endswith("/volume/film/FRO_0030/FRO_0030_v001_sheet.pdf")
    assert tried.changes == (
        "Sheets <sequence>/<shot>/sheets/<shot>_sheet_<version>.<ending> → "
        "<shot>/<shot>_<version>_sheet.<ending>",
    )
    assert slate.layouts.change(placed, 1, typed) == 2
    assert slate.layouts.change(placed, 2, typed) == 2
    with pytest.raises(Conflict, match="changed where files go"):
        slate.layouts.change(placed, 1, TypedLayout(folder="other"))
    assert slate.layouts.restore(placed, 2, 1) == 3
    assert slate.layouts.page(placed).revisions[0].what == "Version 1 again"
    with pytest.raises(NotFound, match="no version 9"):
        slate.layouts.restore(placed, 3, 9)


def test_every_wrong_part_is_told_and_the_rest_is_taken(slate: Slate, placed: int) -> None:
    typed = TypedLayout(
        name="",
        paths={FileKind.RENDER: "<shot>/<shot>", FileKind.DATA: "<shott>"},
        folders=("a", "A"),
        disciplines=("key art",),
        volume="nowhere",
        folder="<shot>",
        elsewhere={FileKind.COMP: "away"},
    )
    page = slate.layouts.page(placed, typed)
    assert [each.part for each in page.problems] == [
        "paths.render", "paths.data", "folders", "disciplines", "name", "folder", "volume",
        "elsewhere.comp",
    ]  # fmt: skip
    assert page.problems[3].nearest == "keyart"
    assert page.number == 1
    with pytest.raises(Refusal, match="all frames would be one file"):
        slate.layouts.change(placed, 1, typed)


def test_a_layout_in_which_two_files_would_be_one_isnt_stored(slate: Slate, placed: int) -> None:
    typed = TypedLayout(paths={FileKind.SHEET: "sheets/<sequence>_<version>.<ending>"})
    page = slate.layouts.page(placed, typed)
    assert page.all_clashes == 1
    assert page.clashes[0].path == "media:sheets/FRO_v001.pdf"
    with pytest.raises(Refusal, match="would be one file"):
        slate.layouts.change(placed, 1, typed)


def test_layouts_are_kept_given_and_taken_over(
    slate: Slate, placed: int, client: TestClient
) -> None:
    slate.layouts.keep(placed, "Ours")
    with pytest.raises(Refusal, match="already") as refused:
        slate.layouts.keep(placed, "ours")
    assert refused.value.nearest == "ours 2"
    own = next(each for each in slate.layouts.page(placed).layouts if each.id is not None)
    assert slate.layouts.texts("Ours").paths == slate.layouts.texts_of(placed).paths
    file = client.get(f"/api/v1/productions/{placed}/layout.json")
    assert file.headers["content-disposition"].startswith("attachment")
    read = client.post("/api/v1/layouts/file", files={"file": ("l.json", file.content)})
    assert read.json()["paths"] == slate.layouts.texts("Ours").paths
    for content in (b"{}", b"\xff\xfe", b"[" * 3000, b"x" * 200_001):
        answer = client.post("/api/v1/layouts/file", files={"file": ("l.json", content)})
        assert answer.status_code == 422, answer.text
    assert own.id is not None
    slate.layouts.remove(own.id)
    with pytest.raises(NotFound):
        slate.layouts.texts("Ours")
    assert slate.layouts.texts(SHIPPED[2].name).disciplines == ("anim",)


def test_folders_are_made_and_what_stands_in_the_way_is_told(
    slate: Slate, placed: int, media: Path
) -> None:
    before = slate.folders.tree(placed, "FRO_0030")
    assert (before.there, before.in_the_way) == (0, 0)
    (media / "film/FRO/FRO_0030").mkdir(parents=True)
    (media / "film/FRO/FRO_0030/plates").write_text("not a folder")
    seen = slate.folders.tree(placed, "FRO_0030")
    assert (seen.there, seen.in_the_way, seen.all) == (2, 1, before.all)
    job = finished(slate.folders.make(placed, None))
    assert job.state == "done", job.message
    (came,) = job.results
    assert (came.failed, came.there) == (1, 2)
    assert came.first_failed[0].path == "media:film/FRO/FRO_0030/plates"
    assert "a file of that name" in came.first_failed[0].why
    assert (media / "film/FRO/FRO_0030/plates").read_text() == "not a folder"
    assert (media / "film/FRO/FRO_0010/artwork/layout").is_dir()
    assert finished(slate.folders.make(placed, None)).results[0].made == 0
    every = slate.folders.tree(placed, None)
    assert (every.to_make, every.in_the_way) == (0, 1)


def test_folders_never_lead_out_of_their_volume(
    slate: Slate, placed: int, media: Path, tmp_path: Path
) -> None:
    outside = tmp_path / "outside"
    outside.mkdir()
    (media / "film").mkdir()
    (media / "film/FRO").symlink_to(outside)
    (came,) = finished(slate.folders.make(placed, "FRO_0030")).results
    assert came.failed > 5
    assert not list(outside.iterdir())


def test_folders_need_a_volume_and_a_shot(slate: Slate, production: int, shot: int) -> None:
    assert slate.folders.tree(production, "FRO_0030").unknown > 5
    with pytest.raises(Refusal, match="No volume is chosen"):
        slate.folders.make(production, None)
    with pytest.raises(NotFound, match="no shot X"):
        slate.folders.make(production, "X")


def test_the_disk_is_told_in_frames(slate: Slate, placed: int, shot: int, media: Path) -> None:
    link(slate, shot, PLATE, Role.PLATE)
    page = slate.disks.page(placed, "FRO_0030")
    (volume,) = page.volumes
    assert (volume.there, volume.may_write, volume.used) == (True, True, True)
    plates = volume.fits[0]
    size = (media / "plates/FRO_0030/FRO_0030_plate.1001.exr").stat().st_size
    assert plates.why == "measured on plate"
    assert abs(plates.bytes - size) < size * 0.2
    assert volume.free is not None
    assert abs(plates.frames - volume.free // plates.bytes) < 100_000
    renders = volume.fits[2]
    assert renders.why == "OpenEXR half ZIP, before it is packed"
    assert renders.plays is None
    job = finished(slate.disks.test(placed, "media", "FRO_0030"))
    assert job.state == "done", job.message
    measured = job.results[0]
    assert measured.fits[0].plays is not None
    assert "MB/s written" in measured.speed
    assert sorted(each.name for each in media.iterdir()) == ["out", "plates"]


def test_a_volume_that_is_away_is_told(slate: Slate, placed: int, media: Path) -> None:
    media.rename(media.with_name("gone"))
    (volume,) = slate.disks.page(placed).volumes
    assert not volume.there
    assert [each.code for each in volume.findings] == ["volume.away"]
    assert slate.folders.tree(placed, "FRO_0030").unknown > 5


def test_a_speed_test_takes_all_of_its_files_away(
    tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    told: list[int] = []
    found = measure_speed(tmp_path, 100_000, told.append)
    assert isinstance(found, Speed)
    assert found.frames == 48
    assert told == list(range(1, 97))
    assert not list(tmp_path.iterdir())

    def stop(done: int) -> None:
        if done == 5:
            raise Stopped

    with pytest.raises(Stopped):
        measure_speed(tmp_path, 100_000, stop)
    assert not list(tmp_path.iterdir())
    # What a test that was killed left behind goes with the next one, once it is old.
    left = tmp_path / f"{disk_speed.FOLDER}0"
    left.mkdir()
    os.utime(left, (1, 1))
    measure_speed(tmp_path, 1000, told.append, most_seconds=0)
    assert not list(tmp_path.iterdir())

    def full(*_: object) -> None:
        raise OSError(28, "No space left on device")

    monkeypatch.setattr(disk_speed, "_write", full)
    with pytest.raises(CannotWrite, match="the disk is full"):
        measure_speed(tmp_path, 1000, told.append)
    assert not list(tmp_path.iterdir())
    monkeypatch.setattr(disk_speed, "SPARED", 10**18)
    with pytest.raises(Refusal, match="leaves"):
        measure_speed(tmp_path, 1000, told.append)


def test_a_disk_that_isnt_there_says_so(tmp_path: Path) -> None:
    facts = disk_facts(tmp_path / "none")
    assert (facts.there, facts.why_not) == (False, "it is not there")
    assert disk_facts(tmp_path).tells_case is not None
    assert file_system(Path("/proc")) == "proc"


def test_versions_are_found_taken_given_back_and_approved(
    slate: Slate, placed: int, shot: int, media: Path
) -> None:
    root = media / "film/FRO/FRO_0030/renders/anim"
    for name in ("FRO_0030_anim_mira_v001", "FRO_0030_anim_oto_v004", "FRO_0030_anim_mira_v04"):
        (root / name).mkdir(parents=True)
    (root / "FRO_0040_anim_mira_v009").mkdir()
    row = next(each for each in slate.versions.page(shot).rows if each.label == "Renders, anim")
    assert [(each.name, each.by, each.on_disk) for each in row.versions] == [
        ("v004", "oto", True),
        ("v001", "mira", True),
    ]
    assert row.next == "v005"
    assert row.path == (
        "film/FRO/FRO_0030/renders/anim/FRO_0030_anim_tester_v005/"
        "FRO_0030_anim_tester_v005.1001.exr"
    )
    taken = slate.versions.take(shot, FileKind.RENDER, "anim", "softer light")
    assert (taken.name, taken.by, taken.note, taken.setup_version) == (
        "v005", "tester", "softer light", 1)  # fmt: skip
    version = slate.shots.load(shot).head.version
    slate.shots.save(shot, version, {"title": {"text": "Another"}}, {})
    slate.versions.approve(shot, FileKind.RENDER, "anim", 5, True)
    slate.versions.approve(shot, FileKind.RENDER, "anim", 1, True)
    row = next(each for each in slate.versions.page(shot).rows if each.label == "Renders, anim")
    assert (row.next, row.newest, row.approved) == ("v006", "v005", "v005")
    assert row.versions[0].since[0].startswith("Title")
    assert row.versions[2].approved.startswith("tester")
    slate.versions.approve(shot, FileKind.RENDER, "anim", 1, False)
    slate.versions.give_back(shot, FileKind.RENDER, "anim", 5)
    with pytest.raises(NotFound, match="Nobody has taken v005"):
        slate.versions.give_back(shot, FileKind.RENDER, "anim", 5)
    assert slate.versions.take(shot, FileKind.RENDER, "anim", "").name == "v005"
    (root / "FRO_0030_anim_tester_v005").mkdir()
    with pytest.raises(Refusal, match="stays taken"):
        slate.versions.give_back(shot, FileKind.RENDER, "anim", 5)
    with pytest.raises(NotFound, match="no v077"):
        slate.versions.approve(shot, FileKind.RENDER, "anim", 77, True)
    with pytest.raises(Refusal, match="no discipline"):
        slate.versions.take(shot, FileKind.RENDER, "roto", "")
    slate.layouts.change(placed, 1, TypedLayout(paths={FileKind.DATA: "<shot>/d.<ending>"}))
    with pytest.raises(Refusal, match="has no <version>"):
        slate.versions.take(shot, FileKind.DATA, "", "")


def test_two_servers_never_give_one_version_twice(
    config: Config, slate: Slate, placed: int, shot: int
) -> None:
    other = Slate(config)
    taken: list[int] = []

    def take(of: Slate) -> None:
        for _ in range(8):
            taken.append(of.versions.take(shot, FileKind.COMP, "comp", "").number)

    threads = [threading.Thread(target=take, args=(of,)) for of in (slate, other)]
    for each in threads:
        each.start()
    for each in threads:
        each.join()
    other.close()
    assert sorted(taken) == list(range(1, 17))


def test_volumes_on_one_disk_share_its_room(
    slate: Slate, placed: int, shot: int, media: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    other = media.parent / "other"
    other.mkdir()
    slate.workspace.config.volumes["other"] = other
    elsewhere = {FileKind.COMP: "other"}
    slate.layouts.change(placed, 1, TypedLayout(elsewhere=elsewhere))
    facts = disk_facts(media)
    page = slate.disks.page(placed, "FRO_0030")
    whole = sum(each.planned for each in page.volumes)
    assert {each.name: each.planned > 0 for each in page.volumes} == {"media": True, "other": True}
    # Each alone has the room that it needs, and both of them haven't.
    monkeypatch.setattr(
        "zero_slate.services.places.disks.disk_facts", lambda _: replace(facts, free=whole - 1)
    )
    for each in slate.disks.page(placed, "FRO_0030").volumes:
        (found,) = (known for known in each.findings if known.code == "volume.too-small")
        beside = "other" if each.name == "media" else "media"
        assert f"What is planned, with {beside} on the same disk, takes" in found.words
