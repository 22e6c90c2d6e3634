"""Putting away, bringing back, and the bin: nothing replaced, nothing lost, nothing mixed up."""

import json
import zipfile
from collections.abc import Callable
from dataclasses import replace
from pathlib import Path
from typing import Any

import PyOpenColorIO as ocio
import pytest
from fastapi.testclient import TestClient

from tests.services.test_elements import PLATE, PLATES, link
from tests.services.test_media import finished
from tests.services.test_proof import typed
from zero_slate.config import Config
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.media.element import Role
from zero_slate.core.places.layout import FileKind
from zero_slate.files.archives.manifest import MANIFEST, ROWS, FileMark, NoArchive
from zero_slate.files.archives.writing import CannotArchive
from zero_slate.services.archives.bringing_back import Returned, Returning
from zero_slate.services.places.typed import TypedLayout
from zero_slate.services.runtime.workspace import NotFound
from zero_slate.services.shots.guards import Conflict
from zero_slate.store.older_rows import LaterVersion, newest_revision
from zero_slate.store.transfer import NotThoseRows
from zero_slate.web.app import create_app
from zero_slate.web.slate import Slate


@pytest.fixture
def worked(slate: Slate, production: int, shot: int) -> int:
    """A production at work: a plate linked, versions, a layout, a version taken."""
    link(slate, shot, PLATE, Role.PLATE)
    typed(slate, shot, title={"text": "The crow"})
    slate.layouts.change(production, 0, TypedLayout(volume="media", folder="film"))
    slate.versions.take(shot, FileKind.RENDER, "anim", "first pass")
    return production


def put_away(slate: Slate, production: int, code: str | None = None, media: bool = True) -> str:
    job = finished(slate.putting_away.start(production, code, "media", "away", media))
    assert job.state == "done", job.message
    return f"away/{slate.putting_away.plan(production, code, 'media', 'away').name}"


def returned(slate: Slate, path: str, how: Returning) -> Returned:
    job = finished(slate.arrivals.start(slate.arrivals.on_volume("media", path), how))
    assert job.state == "done", job.message
    return job.results[0]


def shown(slate: Slate, shot: int) -> dict[str, Any]:
    page = slate.shots.page(shot)
    return {row.key: row.texts for group in page.sheet.groups for row in group.rows}


@pytest.fixture
def elsewhere(tmp_path: Path) -> Slate:
    """Another installation, whose volume has another name."""
    (tmp_path / "store").mkdir()
    config = Config(home=tmp_path / "other", volumes={"store": tmp_path / "store"}, who="other")
    with TestClient(create_app(config), base_url="http://localhost") as client:
        yield client.app.state.slate  # type: ignore[attr-defined,misc]


def test_a_production_goes_to_another_installation(
    slate: Slate, worked: int, shot: int, elsewhere: Slate, config: Config
) -> None:
    plan = slate.putting_away.plan(worked, None, "media", "away")
    assert plan.media.startswith("104 linked files")
    assert "2 versions of setups" in plan.holds
    path = put_away(slate, worked)
    with pytest.raises(Refusal, match="stands there already"):
        slate.putting_away.start(worked, None, "media", "away", False)
    sent = (config.volumes["media"] / path).open("rb")
    arrival = elsewhere.arrivals.sent(sent)
    page = elsewhere.arrivals.page(arrival)
    assert (page.title, page.free_title, page.into) == ("A film", "", None)
    assert [(each.name, each.files, each.here) for each in page.volumes] == [("media", 104, "")]
    with pytest.raises(Refusal, match="Which volume takes the files that lay on media"):
        elsewhere.arrivals.start(arrival, Returning({}))
    job = finished(elsewhere.arrivals.start(arrival, Returning({"media": "store"})))
    came = job.results[0]
    assert (came.written, came.same, came.left) == (104, 0, ())
    judged = elsewhere.cut_pages.page(came.production)
    assert [line.code for line in judged.lines] == ["FRO_0010", "FRO_0030"]
    there = next(line.shot_id for line in judged.lines if line.code == "FRO_0030")
    assert there is not None
    assert elsewhere.shots.load(there).content == slate.shots.load(shot).content
    (element,) = elsewhere.shots.load(there).elements
    assert len(elsewhere.pictures.files_of(there, element)) == 104
    assert elsewhere.layouts.page(came.production).volume == "store"
    assert elsewhere.shots.load(there).head.version == slate.shots.load(shot).head.version


def test_bringing_back_again_writes_nothing_twice_and_replaces_nothing(
    slate: Slate, worked: int, config: Config
) -> None:
    path = put_away(slate, worked)
    arrival = slate.arrivals.on_volume("media", path)
    with pytest.raises(Refusal, match="There is a production “A film” already") as refused:
        slate.arrivals.start(arrival, Returning({}))
    assert refused.value.nearest == "A film 2"
    frame = config.volumes["media"] / PLATES / "FRO_0030_plate.1005.exr"
    frame.write_bytes(b"another picture")
    (config.volumes["media"] / PLATES / "FRO_0030_plate.1006.exr").unlink()
    came = returned(slate, path, Returning({}, title="A film 2"))
    assert (came.written, came.same, came.all_left) == (1, 102, 1)
    assert "another file stands there" in came.left[0]
    assert frame.read_bytes() == b"another picture"
    assert {each.title for each in slate.desk.page().productions} == {"A film", "A film 2"}


def test_a_shot_goes_into_a_production_under_a_free_code(
    slate: Slate, worked: int, shot: int
) -> None:
    path = put_away(slate, worked, "FRO_0030", media=False)
    page = slate.arrivals.page(slate.arrivals.on_volume("media", path))
    assert (page.what, page.into) == ("shot", worked)
    assert [(each.code, each.free) for each in page.shots] == [("FRO_0030", "FRO_0030_2")]
    came = returned(slate, path, Returning({}, into=worked, codes={"FRO_0030": "FRO_0030_2"}))
    assert came.production == worked
    assert came.shot is not None
    assert slate.shots.load(came.shot).content.setup.code == "FRO_0030_2"
    # Undo of its elements is its own, and the other shot's stay.
    slate.elements.undo(came.shot)
    assert slate.shots.load(came.shot).elements == ()
    assert len(slate.shots.load(shot).elements) == 1


def test_writing_goes_on_where_it_was_stopped(
    slate: Slate, worked: int, monkeypatch: pytest.MonkeyPatch
) -> None:
    from zero_slate.services.archives import putting_away

    monkeypatch.setattr(putting_away, "UNIT", 1000)
    job = slate.putting_away.start(worked, None, "media", "away", True)
    original = type(job).step

    def step(self: Any, done: int) -> None:
        if done > 60 and self is job:
            self.stop()
        original(self, done)

    monkeypatch.setattr(type(job), "step", step)
    finished(job)
    monkeypatch.setattr(type(job), "step", original)
    assert job.state == "stopped"
    plan = slate.putting_away.plan(worked, None, "media", "away")
    assert plan.unfinished
    assert not plan.there
    put_away(slate, worked)
    assert slate.putting_away.plan(worked, None, "media", "away").unfinished is None


def test_deleting_is_undone_from_the_bin(slate: Slate, worked: int, shot: int) -> None:
    before = slate.shots.load(shot).content
    plan = slate.bin.plan(worked, None)
    assert any("every file on media" in each for each in plan.stays)
    key = slate.bin.delete(worked, None, plan.seen)
    assert slate.desk.page().productions == ()
    with pytest.raises(NotFound):
        slate.shots.load(shot)
    (item,) = slate.bin.items()
    assert (item.what, item.holds, item.who) == ("A film", "1 shot", "tester")
    came = slate.bin.take_out(key)
    assert came.production == worked
    assert slate.shots.load(shot).content == before
    assert slate.bin.items() == ()
    with pytest.raises(NotFound, match="isn't in the bin any more"):
        slate.bin.take_out(key)


def test_what_is_newer_than_what_was_seen_is_not_deleted(
    slate: Slate, worked: int, shot: int
) -> None:
    seen = slate.bin.plan(worked, "FRO_0030").seen
    typed(slate, shot, title={"text": "Another title"})
    with pytest.raises(Conflict, match="was changed meanwhile: nothing was deleted"):
        slate.bin.delete(worked, "FRO_0030", seen)
    assert slate.shots.load(shot).content.setup.title == "Another title"
    assert slate.bin.items() == ()
    slate.bin.delete(worked, "FRO_0030", slate.bin.plan(worked, "FRO_0030").seen)
    # Another tab goes on typing: it is told, and nothing is stored anywhere.
    with pytest.raises(NotFound):
        slate.shots.save(shot, 3, {"title": {"text": "From another tab"}}, {})


def test_a_number_is_never_given_again(slate: Slate, worked: int, shot: int) -> None:
    slate.shots.page(shot)
    slate.bin.delete(worked, "FRO_0030", slate.bin.plan(worked, "FRO_0030").seen)
    other = slate.new_shots.set_up_from_event(worked, "FRO_0010")
    assert other > shot
    with pytest.raises(NotFound):
        slate.shots.load(shot)
    assert slate.shots.load(other).content.setup.code == "FRO_0010"
    slate.bin.delete(worked, None, slate.bin.plan(worked, None).seen)
    slate.bin.empty()
    made = slate.productions.start("Another", "", {})
    assert made > worked
    assert slate.cut_pages.page(made).lines == ()


def test_a_shot_stays_in_the_bin_while_its_production_is_gone(
    slate: Slate, worked: int, shot: int
) -> None:
    key = slate.bin.delete(worked, "FRO_0030", slate.bin.plan(worked, "FRO_0030").seen)
    whole = slate.bin.delete(worked, None, slate.bin.plan(worked, None).seen)
    with pytest.raises(NotFound, match="take that out of the bin first"):
        slate.bin.take_out(key)
    slate.bin.take_out(whole)
    assert slate.bin.take_out(key).shot == shot
    slate.bin.delete(worked, "FRO_0030", slate.bin.plan(worked, "FRO_0030").seen)
    slate.new_shots.set_up_from_event(worked, "FRO_0030")
    (item,) = slate.bin.items()
    with pytest.raises(Refusal, match="There is a shot FRO_0030 in that production already"):
        slate.bin.take_out(item.key)
    slate.bin.empty(item.key)
    assert slate.bin.items() == ()


def test_a_bin_that_cannot_be_written_lets_nothing_be_deleted(
    slate: Slate, worked: int, shot: int, monkeypatch: pytest.MonkeyPatch
) -> None:
    from zero_slate.services.archives import bin as of_bin

    def full(*_: object) -> None:
        raise CannotArchive("The archive couldn't be written whole: no space left.")

    monkeypatch.setattr(of_bin, "write_archive", full)
    with pytest.raises(CannotArchive):
        slate.bin.delete(worked, None, slate.bin.plan(worked, None).seen)
    assert slate.shots.load(shot).content.setup.code == "FRO_0030"


def rows_changed(path: Path, change: Callable[[dict[str, Any]], None], **said: Any) -> None:
    """Write an archive anew with other rows, hashed as they should be."""
    import hashlib

    with zipfile.ZipFile(path) as old:
        contents = {name: old.read(name) for name in old.namelist()}
    rows = json.loads(contents[ROWS])
    change(rows)
    contents[ROWS] = json.dumps(rows).encode()
    manifest = json.loads(contents[MANIFEST]) | said
    mark = FileMark(bytes=len(contents[ROWS]), sha256=hashlib.sha256(contents[ROWS]).hexdigest())
    manifest["files"][ROWS] = mark.model_dump()
    contents[MANIFEST] = json.dumps(manifest).encode()
    path.unlink()
    with zipfile.ZipFile(path, "w") as new:
        for name, content in contents.items():
            new.writestr(name, content)


def tried_again(slate: Slate, arrival: int) -> None:
    job = finished(slate.arrivals.start(arrival, Returning({}, title="Again")))
    raise Refusal(job.message)


def nothing(_: dict[str, Any]) -> None:
    return None


@pytest.mark.parametrize(
    ("change", "why"),
    [
        (lambda rows: rows.update(user=[]), "of a table “user”"),
        (lambda rows: rows.update(shot={}), "has no rows"),
        (lambda rows: rows["shot"][0].update(extra=1), "hasn't the columns"),
        (lambda rows: rows["shot"][0].update(id="1; DROP TABLE shot"), "not a whole number"),
        (lambda rows: rows["shot"][0].update(id=2**70), "not a whole number"),
        (lambda rows: rows["shot"][0].update(code=None), "has no code"),
        (lambda rows: rows["shot"][0].update(code="../../x"), "can't be called so"),
        (lambda rows: rows["shot"][0].update(code="A" * 90), "not a text of up to 64"),
        (lambda rows: rows["shot"][0].update(production_id=99), "which isn't in it"),
        (lambda rows: rows["setup_revision"][0].update(shot_id=99), "which isn't in it"),
        (lambda rows: rows["element"][0].update(is_on=7), "neither true nor false"),
        (lambda rows: rows["shot"].append(rows["shot"][0]), "appear twice"),
        (lambda rows: rows["production"].clear(), "holds no production"),
        (lambda rows: rows["edit_revision"].clear(), "holds no production with an edit format"),
        (
            lambda rows: rows["setup_revision"].append({**rows["setup_revision"][0], "id": 10**6}),
            "don't hold together",
        ),
    ],
)
def test_rows_that_are_not_ours(
    slate: Slate, worked: int, config: Config, change: Callable[[dict[str, Any]], None], why: str
) -> None:
    path = put_away(slate, worked, media=False)
    rows_changed(config.volumes["media"] / path, change)
    arrival = slate.arrivals.on_volume("media", path)
    with pytest.raises(Refusal, match=why):
        tried_again(slate, arrival)
    assert {each.title for each in slate.desk.page().productions} == {"A film"}


def test_a_later_archive_is_refused_by_its_version(
    slate: Slate, worked: int, config: Config
) -> None:
    path = put_away(slate, worked, media=False)
    rows_changed(config.volumes["media"] / path, nothing, database="9999")
    with pytest.raises(LaterVersion, match="a later Zero Slate"):
        slate.arrivals.page(slate.arrivals.on_volume("media", path))


def test_an_archive_of_an_earlier_version_is_brought_up(
    slate: Slate, worked: int, config: Config
) -> None:
    path = put_away(slate, worked, media=False)

    def earlier(rows: dict[str, Any]) -> None:
        # The database of version 0008 knew no grades, layouts, versions or trials.
        for table in ("layout_revision", "taken_version", "version_name", "handed_off",
                      "storage_trial"):  # fmt: skip
            del rows[table]
        for row in rows["element"]:
            for column in ("space", "space_reason"):
                del row[column]
        for row in rows["event"]:
            del row["cdl"]

    rows_changed(config.volumes["media"] / path, earlier, database="0008")
    page = slate.arrivals.page(slate.arrivals.on_volume("media", path))
    assert f"(database 0008); what comes back is brought up to {newest_revision()}" in page.older
    came = returned(slate, path, Returning({}, title="Earlier"))
    line = next(e for e in slate.cut_pages.page(came.production).lines if e.shot_id is not None)
    assert line.shot_id is not None
    assert slate.shots.load(line.shot_id).content.setup.title == "The crow"
    rows_changed(config.volumes["media"] / path, lambda rows: rows["shot"][0].pop("code"))
    with pytest.raises(NotThoseRows):
        slate.arrivals.page(slate.arrivals.on_volume("media", path))


def test_an_archive_that_is_gone_or_outside(slate: Slate, worked: int, config: Config) -> None:
    with pytest.raises(NotFound, match="There is no away/x"):
        slate.arrivals.on_volume("media", "away/x.zip")
    with pytest.raises(Refusal, match="leads outside"):
        slate.arrivals.on_volume("media", "../home/zero-slate.db")
    # A name that no system has: nothing stands there.
    with pytest.raises(NotFound):
        slate.arrivals.on_volume("media", "0" * 400)
    assert not slate.putting_away.plan(worked, None, "media", "0" * 300).there
    with pytest.raises(NotFound):
        slate.bin.take_out("a" * 300)
    path = put_away(slate, worked, media=False)
    arrival = slate.arrivals.on_volume("media", path)
    (config.volumes["media"] / path).unlink()
    with pytest.raises(NotFound, match="isn't there any more"):
        slate.arrivals.page(arrival)
    (config.home / "bin").mkdir(exist_ok=True)
    (config.home / "bin" / "00ff.zip").write_bytes(b"nonsense")
    (item,) = slate.bin.items()
    assert "is not a ZIP file" in item.trouble
    with pytest.raises(NoArchive):
        slate.bin.take_out("00ff")
    with pytest.raises(NotFound):
        slate.bin.take_out("../zero-slate")
    assert replace(item, trouble="").key == "00ff"


def test_configs_looks_and_odd_names(slate: Slate, worked: int, shot: int, config: Config) -> None:
    media = config.volumes["media"]
    (media / "colour").mkdir()
    built_in = ocio.Config.CreateFromBuiltinConfig("cg-config-v2.2.0_aces-v1.3_ocio-v2.4")
    table = ocio.FileTransform(src="film.cube")
    built_in.setSearchPath(".")
    built_in.addColorSpace(ocio.ColorSpace(name="film", toReference=table))
    (media / "colour" / "film.cube").write_text("LUT_1D_SIZE 2\n0 0 0\n1 1 1\n")
    (media / "colour" / "show.ocio").write_text(built_in.serialize())
    typed(slate, shot, color_config={"place": "media:colour/show.ocio"})
    plan = slate.putting_away.plan(worked, None, "media", "away")
    assert plan.media.startswith("106 linked files")
    path = put_away(slate, worked)
    (media / "colour" / "show.ocio").unlink()
    (media / "colour" / "film.cube").unlink()
    came = returned(slate, path, Returning({}, title="Again"))
    assert (came.written, came.same) == (2, 104)
    assert (media / "colour" / "show.ocio").exists()
    assert (media / "colour" / "film.cube").exists()
    # A name that no archive can hold is told, and the rest goes along.
    odd = media / "plates" / "FRO_0030" / "back\\slash.exr"
    odd.write_bytes((media / PLATES / "FRO_0030_plate.1001.exr").read_bytes())
    link(slate, shot, "back\\slash.exr", Role.RENDER)
    plan = slate.putting_away.plan(worked, None, "media", "other")
    assert plan.media.startswith("106 linked files")
    assert "would lie outside" in plan.missing[0]
