"""The proof's services: light copies made, found, removed; grades taken; configs that are held."""

import os
from pathlib import Path

import numpy as np
import pytest
from fastapi.testclient import TestClient

from tests.files.test_frames import values
from tests.files.test_seen import CONFIG, cube
from tests.services.test_elements import PLATES, link
from tests.services.test_media import finished
from zero_slate.config import Config
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.checks.match import match
from zero_slate.core.colour.config_place import BUILT_IN, USUAL
from zero_slate.core.colour.grade import Cdl
from zero_slate.core.media.element import Role
from zero_slate.files.colour.grade_files import write_grades
from zero_slate.files.media.pixels.frames import read_frame
from zero_slate.services.runtime.workspace import NotFound
from zero_slate.web.app import create_app
from zero_slate.web.slate import Slate

PLATE = "FRO_0030_plate.####.exr"


@pytest.fixture
def media(config: Config) -> Path:
    return config.volumes["media"]


@pytest.fixture
def plate(slate: Slate, shot: int) -> int:
    return link(slate, shot, PLATE, Role.PLATE)


def typed(slate: Slate, shot: int, **texts: dict[str, str]) -> None:
    slate.shots.save(shot, slate.shots.load(shot).head.version, texts, {})


@pytest.mark.parametrize("kind", ["dwa", "jpeg burnt in", "h264"])
def test_light_copies_are_made_found_and_removed(
    slate: Slate, shot: int, plate: int, media: Path, kind: str
) -> None:
    typed(slate, shot, light_copies={"text": f"1/2 box {kind} from 16"})
    before = slate.light_copies.page(shot, plate)
    assert (before.there, before.files, before.wanted) == (0, 104, True)
    job = finished(slate.light_copies.make(shot, plate))
    assert (job.state, job.done) == ("done", 104), job.message
    page = slate.light_copies.page(shot, plate)
    assert (page.there, page.old) == (104, 0)
    assert page.bytes > 0
    frame = read_frame(slate.proofs.frame(shot, plate, 1050, "", None, 8192, True).request)  # type: ignore[arg-type]
    assert (frame.width, frame.height) == (32, 18)
    if kind == "dwa":
        whole = read_frame(slate.proofs.frame(shot, plate, 1050, "", None, 8192).request)  # type: ignore[arg-type]
        mean = values(whole).astype(float).reshape(18, 2, 32, 2, 3).mean(axis=(1, 3))
        assert np.abs(values(frame).astype(float) - mean).max() < 0.02
    element = next(each for each in slate.proofs.pages.page(shot).elements if each.id == plate)
    assert (element.copies, element.copies_seen) == (104, kind != "dwa")
    # An original that changes has no copy any more, and only its own is made again.
    changed = media / PLATES / "FRO_0030_plate.1050.exr"
    os.utime(changed, ns=(1, 1))
    page = slate.light_copies.page(shot, plate)
    assert page.there == (0 if kind == "h264" else 103)
    assert page.old == 1
    with pytest.raises(NotFound, match="no light copy"):
        slate.light_copies.request(shot, plate, 1050)
    job = finished(slate.light_copies.make(shot, plate))
    assert job.total == (104 if kind == "h264" else 1)
    assert slate.light_copies.page(shot, plate).old == 0
    slate.light_copies.remove(shot, plate)
    assert slate.light_copies.page(shot, plate).bytes == 0


@pytest.mark.parametrize("kind", ["dwa", "jpeg", "h264"])
def test_a_slate_goes_before_and_leaves_the_frames_where_they_were(
    slate: Slate, shot: int, plate: int, kind: str
) -> None:
    typed(slate, shot, light_copies={"text": f"1/2 box {kind} from 16 slate"})
    job = finished(slate.light_copies.make(shot, plate))
    assert (job.state, job.done) == ("done", 105), job.message
    page = slate.light_copies.page(shot, plate)
    assert (page.there, page.old) == (104, 0)
    kept = {each.name for each in Path(page.place).iterdir()}
    assert len([each for each in kept if each.startswith("slate-")]) == (0 if kind == "h264" else 1)
    plain = read_frame(slate.proofs.frame(shot, plate, 1050, "", None, 8192, True).request)  # type: ignore[arg-type]
    typed(slate, shot, light_copies={"text": f"1/2 box {kind} from 16"})
    finished(slate.light_copies.make(shot, plate))
    other = read_frame(slate.proofs.frame(shot, plate, 1050, "", None, 8192, True).request)  # type: ignore[arg-type]
    assert np.abs(values(plain).astype(float) - values(other).astype(float)).max() < 0.03


def test_they_are_made_as_elements_are_linked_where_the_setup_says_so(
    slate: Slate, shot: int
) -> None:
    typed(slate, shot, light_copies={"text": "1/2 box dwa from 16 as linked"})
    plate = link(slate, shot, PLATE, Role.PLATE)
    number = slate.light_copies.page(shot, plate).making
    assert number is not None
    assert finished(slate.light_copies.job(shot, number)).state == "done"
    page = slate.light_copies.page(shot, plate)
    assert (page.there, page.making) == (104, None)


def test_none_are_made_where_none_are_asked_for(slate: Slate, shot: int, plate: int) -> None:
    typed(slate, shot, light_copies={"text": "none"})
    with pytest.raises(Refusal, match="asks for no light copies"):
        slate.light_copies.make(shot, plate)


def test_a_copy_that_cant_be_made_is_told_and_the_others_are(
    slate: Slate, shot: int, plate: int, media: Path
) -> None:
    (media / PLATES / "FRO_0030_plate.1040.exr").write_bytes(b"broken")
    job = finished(slate.light_copies.make(shot, plate))
    assert job.state == "failed"
    assert "FRO_0030_plate.1040.exr" in job.message
    assert slate.light_copies.page(shot, plate).there == 103


def test_a_grade_of_a_file_is_the_shots_own_until_it_is_taken_back(
    slate: Slate, shot: int, plate: int, media: Path
) -> None:
    cdl = Cdl((1.2, 1.0, 0.9), saturation=0.8)
    (media / "show.ccc").write_bytes(
        write_grades([("FRO_0010", Cdl(saturation=0.5)), ("FRO_0030", cdl)], "ccc")
    )
    plain = slate.proofs.seeing.shader(shot, plate, "", graded=True)
    version = slate.shots.load(shot).head.version
    slate.grading.take(shot, version, "media:show.ccc")
    page = slate.proofs.pages.page(shot)
    assert page.grade == "slope 1.2 1 0.9, saturation 0.8 (show.ccc)"
    assert page.own_grade
    graded = slate.proofs.seeing.shader(shot, plate, "", graded=True)
    assert plain is not None
    assert graded is not None
    assert graded.key != plain.key
    assert slate.proofs.seeing.shader(shot, plate, "").key == plain.key  # type: ignore[union-attr]
    name, content = slate.grading.written(shot, "cc")
    assert name == "FRO_0030.cc"
    assert b"1.2 1.0 0.9" in content
    assert f"{name}" in slate.handoff.contents(slate.shots.load(shot))
    slate.grading.clear(shot, version + 1)
    assert slate.proofs.pages.page(shot).grade == ""
    slate.shots.undo(shot, version + 2)
    assert slate.proofs.pages.page(shot).own_grade


def test_a_look_file_that_changes_is_read_anew(
    slate: Slate, shot: int, plate: int, media: Path
) -> None:
    cube = media / "warm.cube"
    rows = [f"{r} {g} {b}" for b in (0, 1) for g in (0, 1) for r in (0, 1)]
    cube.write_text("LUT_3D_SIZE 2\n" + "\n".join(rows) + "\n")
    slate.grading.take(shot, slate.shots.load(shot).head.version, "media:warm.cube")
    before = slate.proofs.pages.page(shot).colour_stamp
    plain = slate.proofs.seeing.shader(shot, plate, "", graded=True)
    darker = [" ".join(str(float(value) / 2) for value in row.split()) for row in rows]
    cube.write_text("LUT_3D_SIZE 2\n" + "\n".join(darker) + "\n")
    assert slate.proofs.pages.page(shot).colour_stamp != before
    changed = slate.proofs.seeing.shader(shot, plate, "", graded=True)
    assert plain is not None
    assert changed is not None
    assert changed.key != plain.key
    (table,), (other,) = changed.to_linear.tables, plain.to_linear.tables
    assert table.values != other.values


@pytest.mark.parametrize(
    ("place", "words"),
    [
        ("show.cc", "isn't a file on a volume"),
        ("media:none.cc", "There is no none.cc"),
        ("media:a.txt", "neither a grade"),
        ("media:../../etc/x.cc", "outside"),
        ("nowhere:a.cc", "no volume"),
        ("media:other.ccc", "none of them is called FRO_0030"),
    ],
)
def test_a_grade_that_cant_be_taken_says_why(
    slate: Slate, shot: int, media: Path, place: str, words: str
) -> None:
    (media / "other.ccc").write_bytes(write_grades([("a", Cdl()), ("b", Cdl())], "ccc"))
    with pytest.raises(Refusal, match=words):
        slate.grading.take(shot, slate.shots.load(shot).head.version, place)


def test_an_exception_of_an_element_is_undone_like_everything(
    slate: Slate, shot: int, plate: int
) -> None:
    slate.elements.change(shot, plate, {"space": "ACEScct", "space_reason": "graded before"})
    (linked,) = slate.elements.linked(shot)
    assert (linked.read_as, linked.read_as_why) == ("ACEScct", "an exception: graded before")
    with pytest.raises(Refusal, match="has no colour space"):
        slate.elements.change(shot, plate, {"space": "ACESccc"})
    slate.elements.undo(shot)
    assert slate.elements.linked(shot)[0].space == ""


def test_a_config_that_the_environment_holds_is_used_everywhere(
    config: Config, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setenv("OCIO", f"ocio://{BUILT_IN[0]}")
    with TestClient(create_app(config), base_url="http://localhost") as client:
        slate: Slate = client.app.state.slate  # type: ignore[attr-defined]
        production = slate.productions.start("A film", "Short film", {})
        used = slate.workspace.config_of(slate.workspace.locks["color_config"].value)
        assert (used.name, used.held) == (BUILT_IN[0], "the environment (OCIO)")
        with pytest.raises(Refusal, match="locked at"):
            slate.edit_formats.change(
                production, 1, {"color_config": {"place": USUAL}}, False, frozenset()
            )


@pytest.mark.parametrize("said", ["/nowhere/show.ocio", "ocio://no-such-config"])
def test_a_held_config_that_cant_be_read_is_told_at_the_start(
    config: Config, monkeypatch: pytest.MonkeyPatch, said: str
) -> None:
    monkeypatch.setenv("OCIO", said)
    with pytest.raises(Refusal, match="OCIO"):
        Slate(config)


def test_a_config_on_a_volume_is_the_productions_own(slate: Slate, shot: int, media: Path) -> None:
    (media / "broken.ocio").write_text("no config")
    with pytest.raises(Refusal, match=r"broken\.ocio can't be read"):
        typed(slate, shot, color_config={"place": "media:broken.ocio"})
    with pytest.raises(Refusal, match="no volume nowhere"):
        typed(slate, shot, color_config={"place": "nowhere:show.ocio"})
    typed(slate, shot, color_config={"place": "studio-config-v2.2.0_aces-v1.3_ocio-v2.4"})
    names = slate.workspace.names_for(slate.shots.load(shot).content.setup)
    assert names is not None
    assert names.config.startswith("studio")


FOLDER_OF_COLOURS = "colour"


def on_show(slate: Slate, shot: int, media: Path) -> Path:
    """Set a config of the volume, whose view is a table beside it."""
    folder = media / FOLDER_OF_COLOURS
    (folder / "luts").mkdir(parents=True)
    cube(folder / "luts/film.cube", 0.5)
    (folder / "show.ocio").write_text(CONFIG)
    typed(
        slate, shot,
        color_config={"place": "media:colour/show.ocio"},
        working_space={"name": "light"},
        viewing={"display": "screen", "view": "film"},
        grade_space={"name": "light"},
    )  # fmt: skip
    return folder


def stops(slate: Slate, shot: int) -> dict[str, str]:
    context = slate.shots.load(shot).context(slate.workspace)
    return {each.code: each.sentence.text for each in match(context, {}).findings}


def test_a_view_whose_table_is_gone_is_one_stop_and_no_picture(
    client: TestClient, slate: Slate, shot: int, plate: int, media: Path
) -> None:
    folder = on_show(slate, shot, media)
    assert "colour.view-broken" not in stops(slate, shot)
    seen = f"/api/v1/shots/{shot}/proof/{plate}/seen?number=1050"
    assert client.get(seen).status_code == 200
    (folder / "luts/film.cube").unlink()
    found = stops(slate, shot)
    assert found["colour.view-broken"] == (
        "screen, film can't be seen: the file film.cube isn't there."
    )
    with slate.workspace.reading() as session:
        production = slate.shots.load(shot).head.production_id
        judged = slate.judged.of(session, production)
        codes = {f.code for each in judged.shots.values() for f in each.found.findings}
    assert "colour.view-broken" in codes
    picture = f"/api/v1/shots/{shot}/elements/{plate}"
    for address in (seen, f"{picture}/picture?width=64", f"{picture}/outside"):
        answer = client.get(address)
        assert answer.status_code == 422, (address, answer.text)
        assert "film.cube isn't there" in answer.text
    assert str(media) not in answer.text


def test_what_a_version_is_seen_by_is_stored_with_it_and_told_when_it_changes(
    slate: Slate, shot: int, media: Path
) -> None:
    folder = on_show(slate, shot, media)
    assert slate.shots.load(shot).content.colours is not None
    assert "colour.config-changed" not in stops(slate, shot)
    cube(folder / "luts/film.cube", 0.8)
    assert "media:colour/show.ocio" in stops(slate, shot)["colour.config-changed"]
    # Stored again, it is seen by what there is now.
    typed(slate, shot, subtitle={"text": "Again"})
    assert "colour.config-changed" not in stops(slate, shot)


def test_a_look_that_is_gone_is_a_stop(slate: Slate, shot: int, media: Path) -> None:
    on_show(slate, shot, media)
    cube(media / "warm.cube", 0.7)
    slate.grading.take(shot, slate.shots.load(shot).head.version, "media:warm.cube")
    assert "colour.grade-broken" not in stops(slate, shot)
    (media / "warm.cube").unlink()
    assert stops(slate, shot)["colour.grade-broken"] == (
        "The grade can't be seen: the file warm.cube isn't there."
    )


def test_copies_that_are_seen_are_made_anew_when_they_are_read_otherwise(
    slate: Slate, shot: int, plate: int
) -> None:
    typed(slate, shot, light_copies={"text": "1/4 box jpeg from 16"})
    finished(slate.light_copies.make(shot, plate))
    assert slate.light_copies.page(shot, plate).there == 104
    slate.elements.change(shot, plate, {"space": "ACEScct", "space_reason": "scanned so"})
    assert slate.light_copies.page(shot, plate).there == 0
