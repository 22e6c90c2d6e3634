"""All shots given to others: as a table, JSON, frame ranges, an environment; by command too."""

import csv
import io
import json
import subprocess
import zipfile
from pathlib import Path

import fileseq
import PyOpenColorIO as ocio
import pytest
from fastapi.testclient import TestClient
from sqlalchemy import update

from tests.conftest import FORMAT
from tests.core.scenes import SETUP
from tests.services.test_media import finished
from tests.services.test_proof import typed
from zero_slate import cli
from zero_slate.config import Config
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.colour.grade import Cdl
from zero_slate.files.colour.grade_files import write_grades
from zero_slate.files.framing_lists import write_framing_list
from zero_slate.files.shot_tables import ShotRow, write_environment, write_table
from zero_slate.services.places.typed import TypedLayout
from zero_slate.services.runtime.workspace import NotFound
from zero_slate.store.tables import SetupRevision
from zero_slate.web.slate import Slate

EVIL = ShotRow("A_0010", 1, "follows", {"title": '=HYPERLINK("x")', "n": "-5"}, {}, {})


def test_a_table_holds_every_shot_and_setting(slate: Slate, production: int, shot: int) -> None:
    name, content = slate.exporting.write(production, "csv")
    assert name == "A_film.csv"
    head, row = csv.reader(io.StringIO(content.decode("utf-8-sig")))
    said = dict(zip(head, row, strict=True))
    assert said["Code"] == "FRO_0030"
    assert said["Size"] == "1920 × 1080"
    assert said["Against the edit"] == "follows the edit"
    assert len(head) > 30


def test_no_cell_is_taken_for_a_formula_and_no_line_for_a_command() -> None:
    content = write_table([EVIL], {"title": "Title", "n": "N"}).decode("utf-8-sig")
    assert list(csv.reader(io.StringIO(content)))[1][3:] == ['\'=HYPERLINK("x")', "-5"]
    evil = ShotRow("A", 1, "", {"title": "$(touch /tmp/x) 'a'\n; b"}, {}, {})
    script = write_environment("P", evil).decode() + 'printf %s "$SHOT_TITLE"'
    ran = subprocess.run(["sh", "-c", script], capture_output=True, text=True, check=True)
    assert ran.stdout == "$(touch /tmp/x) 'a' ; b"


def test_sequences_are_written_as_they_are_read(slate: Slate, production: int, shot: int) -> None:
    slate.layouts.change(production, 0, TypedLayout(volume="media"))
    said = json.loads(slate.exporting.write(production, "json")[1])
    (row,) = said["shots"]
    sequence = fileseq.FileSequence(row["paths"]["render"])
    assert (sequence.start(), sequence.end(), sequence.zfill()) == (1001, 1108, 4)
    assert sequence.frame(1009).endswith("_v001.1009.exr")
    assert fileseq.FrameSet(row["frames"]["cut"]).start() == 1009
    text = slate.exporting.write(production, "frames")[1].decode()
    assert text == "FRO_0030\tcut 1009-1100\twork 1001-1108\tclip 1001-1108\n"


def test_what_there_isnt_is_refused(slate: Slate, production: int, shot: int) -> None:
    with pytest.raises(Refusal, match="no form"):
        slate.exporting.write(production, "xls")
    with pytest.raises(Refusal, match="no shot X"):
        slate.exporting.write(production, "csv", "X")
    assert slate.exporting.write(production, "env")[0] == "A_film.env"
    slate.new_shots.set_up_from_event(production, "FRO_0010")
    with pytest.raises(Refusal, match="say which"):
        slate.exporting.write(production, "env")
    with pytest.raises(NotFound, match="there is “A film”"):
        slate.exporting.production_named("B film")


def test_the_command_line_prints_it(
    slate: Slate,
    production: int,
    shot: int,
    monkeypatch: pytest.MonkeyPatch,
    capfdbinary: pytest.CaptureFixture[bytes],
) -> None:
    monkeypatch.setattr(cli, "read_config", lambda: slate.workspace.config)
    cli.app(["export", "A film", "--form", "env", "--shot", "FRO_0030"], standalone_mode=False)
    assert b"export SHOT_CODE=FRO_0030\n" in capfdbinary.readouterr().out


def test_a_framing_list_is_given_as_typed_values(
    client: TestClient, slate: Slate, shot: int, tmp_path: Path
) -> None:
    content = write_framing_list(SETUP)
    answer = client.post("/api/v1/framing-lists", files={"file": ("a.fdl", content)})
    whole, edit = answer.json()
    assert edit["texts"]["canvas"] == {"width": "1920", "height": "1080"}
    assert whole["words"].startswith("1920 × 1080, 1.78")
    # What it offers can be typed as it is.
    page = slate.shots.page(shot, whole["texts"])
    assert page
    bad = client.post("/api/v1/framing-lists", files={"file": ("a.fdl", b"{}")})
    assert bad.status_code == 422
    assert "not a framing decision list" in bad.json()["detail"]


def test_all_shots_are_handed_off_as_one(
    client: TestClient, slate: Slate, production: int, shot: int
) -> None:
    other = slate.new_shots.set_up_from_event(production, "FRO_0010")
    with slate.workspace.writing() as session:
        session.execute(
            update(SetupRevision).where(SetupRevision.shot_id == other).values(content="{}")
        )
    answer = client.get(f"/api/v1/productions/{production}/handoff/download")
    assert 'filename="A_film.zip"' in answer.headers["content-disposition"]
    with zipfile.ZipFile(io.BytesIO(answer.content)) as archive:
        assert archive.testzip() is None
        assert archive.namelist() == [
            "FRO_0010/not-written.txt",
            *(
                f"FRO_0030/FRO_0030.{each}"
                for each in ("setup.json", "otio", "fdl", "handoff.json")
            ),
        ]
        assert b"can't be read" in archive.read("FRO_0010/not-written.txt")
        assert archive.read("FRO_0030/FRO_0030.fdl") == slate.handoff.contents(
            slate.shots.load(shot)
        ).get("FRO_0030.fdl")
    assert client.get("/api/v1/productions/99/handoff/download").status_code == 404


def test_what_was_handed_off_is_told_with_what_changed_since(slate: Slate, shot: int) -> None:
    assert slate.handoff.plan(shot, None, "").former == ()
    slate.handoff.write(shot, "media", "out", replace=False)
    slate.handoff.write(shot, "media", "out", replace=False)
    (former,) = slate.handoff.plan(shot, None, "").former
    assert (former.version, former.place, former.who, former.since) == (
        1, "media:out", "tester", ())  # fmt: skip
    slate.shots.save(shot, 1, {"title": {"text": "Later"}}, {})
    slate.handoff.write(shot, "media", "out", replace=True)
    newest, first = slate.handoff.plan(shot, None, "").former
    assert (newest.version, newest.since) == (2, ())
    assert first.since == ("Title none → Later",)


def test_exports_are_downloads(client: TestClient, production: int, shot: int) -> None:
    root = f"/api/v1/productions/{production}/export"
    for form in ("csv", "json", "frames", "env"):
        answer = client.get(f"{root}/{form}")
        assert answer.status_code == 200, answer.text
        assert answer.headers["content-disposition"].startswith("attachment")
    assert client.get(f"{root}/xls").status_code == 422
    assert client.get(f"{root}/csv?shot=none").status_code == 404


def test_the_cut_is_written_as_an_edl_that_reads_back(slate: Slate, production: int) -> None:
    name, content = slate.exporting.write(production, "edl")
    assert name == "A_film.edl"
    again = slate.productions.start("Again", "", FORMAT)
    slate.cuts.take(again, content, name, "23.976", None)

    def events(of: int) -> list[tuple[object, ...]]:
        with slate.workspace.reading() as session:
            found = slate.judged.of(session, of).events
        return [(e.code, e.source, e.record, e.speed, e.reel) for e in found]

    assert events(again) == events(production)
    with pytest.raises(Refusal, match="has no cut"):
        slate.exporting.write(slate.productions.start("Bare", "", {}), "edl")


def test_grades_of_all_shots_are_one_collection(
    slate: Slate, production: int, shot: int, config: Config, tmp_path: Path
) -> None:
    with pytest.raises(Refusal, match="No shot of A film has a grade"):
        slate.exporting.write(production, "ccc")
    grade = tmp_path / "a.ccc"
    cdl = Cdl((1.2, 1.0, 0.9))
    (config.volumes["media"] / grade.name).write_bytes(write_grades([("FRO_0030", cdl)], "ccc"))
    slate.grading.take(shot, 1, f"media:{grade.name}")
    name, content = slate.exporting.write(production, "ccc")
    assert name == "A_film.ccc"
    assert b'id="FRO_0030"' in content


def test_the_config_goes_along_with_its_rules(slate: Slate, production: int, shot: int) -> None:
    typed(
        slate, shot, read_rules={"text": "plate .dpx = ACEScct; in scans/ = ACEScg; .DPX = ACEScct"}
    )
    _, content = slate.exporting.write(production, "ocio", "FRO_0030")
    config = ocio.Config.CreateFromStream(content.decode())
    assert config.getColorSpaceFromFilepath("/job/Scans/a.exr")[0] == "ACEScg"
    assert config.getColorSpaceFromFilepath("/job/a.0001.dpx")[0] == "ACEScct"
    assert content.startswith(b"# not by a file's name: plate .dpx = ACEScct")
    assert slate.exporting.write(production, "ocio")[1] != content


def test_hand_offs_go_where_the_path_rules_put_them(
    slate: Slate, production: int, shot: int, config: Config
) -> None:
    assert slate.printing.sheet(shot)[0] == "FRO_0030_v001.pdf"
    with pytest.raises(Refusal, match="No volume is chosen"):
        slate.handoff.start_all(production)
    slate.layouts.change(production, 0, TypedLayout(volume="media", folder="film"))
    plan = slate.handoff.plan(shot, None, "")
    assert plan.ruled is not None
    assert (plan.ruled.folder, plan.ruled.stem) == ("film/FRO/FRO_0030/handoff", "FRO_0030_v001")
    assert slate.printing.sheet(shot)[0] == "FRO_0030_sheet_v001.pdf"
    job = finished(slate.handoff.start_all(production))
    assert [(each.code, each.trouble) for each in job.results] == [("FRO_0030", "")]
    folder = config.volumes["media"] / plan.ruled.folder
    assert sorted(each.name for each in folder.iterdir()) == [
        "FRO_0030_v001.fdl",
        "FRO_0030_v001.handoff.json",
        "FRO_0030_v001.otio",
        "FRO_0030_v001.setup.json",
    ]
    (folder / "FRO_0030_v001.otio").write_text("another")
    job = finished(slate.handoff.start_all(production))
    assert "would be replaced" in job.results[0].trouble
    assert slate.handoff.plan(shot, "media", plan.ruled.folder).standing.startswith(
        "The hand off that is here isn't whole"
    )
