"""The API: translation of what the services do, and how refusals reach the browser."""

import io
import json
import zipfile
from pathlib import Path

import pytest
from fastapi.testclient import TestClient
from httpx2 import Response

from tests.conftest import CUT, FORMAT
from tests.makers import edl, event
from zero_slate.files.setup_files import SetupDocument, write_document
from zero_slate.web import app as web_app
from zero_slate.web.slate import Slate

API = "/api/v1"


def test_it_is_ready(client: TestClient) -> None:
    assert client.get("/api/health").json() == {"status": "ready"}


def test_a_production_from_nothing_to_a_sheet(client: TestClient) -> None:
    rows = client.post(
        f"{API}/edit-format/preview", json={"typed": {"rate": {"rate": "25i"}}}
    ).json()
    assert "two ways" in next(r for r in rows["rows"] if r["key"] == "rate")["problem"]["message"]
    made = client.post(f"{API}/productions", json={"title": "A film", "typed": FORMAT}).json()["id"]
    root = f"{API}/productions/{made}"
    upload = {"file": ("cut.edl", CUT)}
    required = client.post(f"{root}/cuts/preview", files=upload)
    assert (required.status_code, required.json()["code"]) == (422, "rate-needed")
    preview = client.post(f"{root}/cuts/preview", files=upload, data={"rate": "23.98"}).json()
    assert [e["code"] for e in preview["events"]] == ["FRO_0010", "FRO_0030"]
    taken = client.post(f"{root}/cuts", files=upload, data={"rate": "23.98"})
    assert (taken.status_code, taken.json()) == (201, {"number": 1})
    shot = client.post(f"{root}/shots", json={"code": "FRO_0030"}).json()["id"]
    page = client.get(f"{API}/shots/{shot}").json()
    assert page["sheet"]["verdict"] == "follows the edit"
    assert page["drawings"]["canvas"]["bars"] == []


def test_the_sheet_answers_keystrokes_saves_and_undo(client: TestClient, shot: int) -> None:
    root = f"{API}/shots/{shot}"
    typed = {"typed": {"canvas": {"width": "1998"}}}
    page = client.post(f"{root}/preview", json=typed).json()
    row = page["sheet"]["groups"][0]["rows"][0]
    looked = client.post(f"{root}/preview", json={**typed, "view": {"first": 1009, "last": 1020}})
    assert (looked.json()["rule"]["first"], looked.json()["rule"]["last"]) == (1009, 1020)
    back_to_front = {**typed, "view": {"first": 1020, "last": 1009}}
    assert client.post(f"{root}/preview", json=back_to_front).status_code == 422
    one = client.post(f"{root}/preview", json={**typed, "setting": "rate"}).json()["drawings"]
    assert (one["canvas"], one["rates"] is None) == (None, False)
    assert row["messages"][0]["fix"]["texts"] == {"canvas": {"width": "1920", "height": "1080"}}
    assert page["drawings"]["canvas"]["bars"][0]["height"] == pytest.approx(21.081, abs=1e-3)
    saved = client.put(f"{root}/setup", json={**typed, "base": 1, "reasons": {"canvas": "why"}})
    assert saved.json()["sheet"]["state"] == "reason"
    undone = client.post(f"{root}/undo", json={"base": 2}).json()
    assert (undone["head"]["version"], undone["sheet"]["state"]) == (3, "follows")
    assert client.post(f"{root}/redo", json={"base": 3}).json()["sheet"]["state"] == "reason"
    assert client.get(f"{root}/head").json()["version"] == 4


def test_an_older_base_is_a_conflict_with_what_changed(client: TestClient, shot: int) -> None:
    body = {"typed": {"rate": {"rate": "24"}}, "base": 1}
    assert client.put(f"{API}/shots/{shot}/setup", json=body).status_code == 200
    answer = client.put(f"{API}/shots/{shot}/setup", json={**body, "typed": {}})
    assert (answer.status_code, answer.json()["code"]) == (409, "conflict")
    assert answer.json()["changes"][0]["after"] == "24"


@pytest.mark.parametrize(
    ("method", "path", "status", "code"),
    [
        ("get", f"{API}/shots/99", 404, "not-found"),
        ("get", f"{API}/productions/99", 404, "not-found"),
        ("get", "/api/v1/nothing", 404, "not-found"),
        ("get", f"{API}/shots/1/media-jobs/99", 404, "not-found"),
        ("put", "/api/v1/desk", 405, "method"),
        ("get", "/api/v1/volumes/media/folder?path=../home", 403, "outside-volume"),
        ("get", "/api/v1/shots/one", 422, "malformed"),
    ],
)
def test_refusals_have_one_shape(
    client: TestClient, method: str, path: str, status: int, code: str
) -> None:
    answer = client.request(method, path)
    assert answer.status_code == status
    assert answer.json()["code"] == code
    said = answer.json()
    assert answer.headers["content-type"] == "application/problem+json"
    assert (said["status"], said["type"]) == (status, f"urn:zero-slate:problem:{code}")
    assert said["detail"]
    assert said["title"]


def test_bad_fields_are_named(client: TestClient, shot: int) -> None:
    body = {"typed": {"canvas": {"width": "0"}}, "base": 1}
    answer = client.put(f"{API}/shots/{shot}/setup", json=body)
    assert answer.status_code == 422
    assert answer.json()["detail"].startswith("Size: Width 0 is under 1 pixel")
    said = answer.json()
    assert (said["setting"], said["part"], said["nearest"]) == ("canvas", "width", "1")
    missing = client.put(f"{API}/shots/{shot}/setup", json={"typed": {}})
    assert missing.json()["detail"] == "base: Field required"


def test_a_bad_cut_stores_nothing(client: TestClient, production: int) -> None:
    bad = edl(event(1, "04:12:30:08", "01:00:00:00", 10, "A"))[:70]
    root = f"{API}/productions/{production}"
    answer = client.post(f"{root}/cuts", files={"file": ("x", bad)}, data={"rate": "23.98"})
    assert answer.status_code == 422
    assert answer.json()["detail"].startswith("Line 3: event 001")
    assert client.get(root).json()["cut"]["number"] == 1


def told(answer: Response) -> list[dict]:
    """What a stream of events tells."""
    lines = answer.text.splitlines()
    return [json.loads(line.removeprefix("data: ")) for line in lines if line.startswith("data:")]


def test_media_is_read_linked_and_let_go(client: TestClient, shot: int) -> None:
    assert client.get(f"{API}/volumes").json() == ["media"]
    place = {"volume": "media", "path": "plates/FRO_0030"}
    root = f"{API}/shots/{shot}"
    job = client.post(f"{root}/media-jobs", json=place).json()
    events = told(client.get(f"{root}/media-jobs/{job['id']}/events"))
    (line,) = [line for event in events for line in event["results"]]
    assert (events[-1]["state"], events[-1]["done"]) == ("done", 104)
    assert line["frames"] == "1001–1104"
    again = client.get(f"{root}/media-jobs/{job['id']}", params={"since": 1}).json()
    assert (again["first"], again["results"]) == (1, [])
    linked = client.post(f"{root}/elements", json={**place, "name": line["name"]})
    assert linked.status_code == 204
    (element,) = client.get(f"{root}/elements").json()
    assert element["line"]["messages"][0]["code"] == "media.missing-tail"
    own = {"placing": "cover", "line_work": True}
    assert client.patch(f"{root}/elements/{element['id']}", json=own).status_code == 204
    rate = {"rate": "12", "use": "in real time"}
    assert client.patch(f"{root}/elements/{element['id']}", json=rate).status_code == 204
    (element,) = client.get(f"{root}/elements").json()
    assert (element["placing"], element["own_rate"]) == ("cover", "12")
    assert client.delete(f"{root}/elements/{element['id']}").status_code == 204
    assert client.delete(f"{root}/media-jobs/{job['id']}").status_code == 202


def test_each_kind_of_job_has_its_own_answer(client: TestClient, shot: int) -> None:
    root = f"{API}/shots/{shot}"
    upload = {"file": ("track.csv", "frame,x\n1,0.5\n2,0.75\n")}
    file = client.post(f"{root}/data-files", files=upload).json()
    old = {"columns": [0], "was": "1"}
    assert client.post(f"{root}/data-files/{file['id']}/preview", json=old).json()["numbers"] == 2
    job = client.post(f"{root}/data-files/{file['id']}/renumber", json=old).json()
    events = told(client.get(f"{root}/data-jobs/{job['id']}/events"))
    assert events[-1]["state"] == "done"
    assert events[-1]["result"]["after"] == [["1001", "0.5"], ["1002", "0.75"]]
    assert client.get(f"{root}/data-jobs/{job['id']}").json()["result"]["numbers"] == 2
    for wrong in (f"{root}/media-jobs/{job['id']}", f"{API}/shots/99/data-jobs/{job['id']}"):
        assert client.get(wrong).status_code == 404
    written = client.get(f"{root}/data-files/{file['id']}/file")
    assert written.text == "frame,x\n1001,0.5\n1002,0.75\n"
    keys = {"base": 1, "columns": [0]}
    page = client.post(f"{root}/data-files/{file['id']}/keys", json=keys).json()
    assert [mark["frame"] for mark in page["marks"]] == [1001, 1002]
    assert client.delete(f"{root}/data-jobs/{job['id']}").json()["state"] == "done"


def test_a_hand_off_is_planned_written_and_downloaded(client: TestClient, shot: int) -> None:
    root = f"{API}/shots/{shot}/handoff"
    plan = client.get(root, params={"volume": "media", "folder": "out"}).json()
    assert [file["status"] for file in plan["files"]] == ["new"] * 4
    written = client.post(root, json={"volume": "media", "folder": "out"}).json()
    assert written["version"] == 1
    names = ["FRO_0030.setup.json", "FRO_0030.otio", "FRO_0030.fdl", "FRO_0030.handoff.json"]
    assert written["files"] == names
    save = {"base": 1, "typed": {"rate": {"rate": "24"}}}
    assert client.put(f"{API}/shots/{shot}/setup", json=save).status_code == 200
    stale = client.post(root, json={"volume": "media", "folder": "out", "version": 1})
    assert (stale.status_code, stale.json()["code"]) == (409, "conflict")
    download = client.get(f"{root}/download")
    assert "FRO_0030_v002.zip" in download.headers["content-disposition"]
    with zipfile.ZipFile(io.BytesIO(download.content)) as archive:
        assert archive.namelist() == written["files"]


def test_a_setup_file_is_opened(client: TestClient, slate: Slate, shot: int) -> None:
    content = slate.shots.load(shot).content
    document = write_document(SetupDocument(setup=content.setup))
    other = client.post(f"{API}/productions", json={"title": "B", "typed": FORMAT}).json()["id"]
    path = f"{API}/productions/{other}/setup-file"
    made = client.post(path, files={"file": ("FRO_0030.setup.json", document)})
    assert made.status_code == 201
    assert slate.shots.load(made.json()["id"]).content.setup == content.setup
    broken = client.post(path, files={"file": ("x.json", document[:90])})
    assert "not JSON, or breaks off" in broken.json()["detail"]


def test_the_edit_format_is_reckoned_and_changed(client: TestClient, production: int) -> None:
    root = f"{API}/productions/{production}/edit-format"
    typed = {"typed": {"rate": {"rate": "25"}}}
    page = client.post(f"{root}/preview", json=typed).json()
    assert page["changes"] == ["Rate 24000/1001 → 25"]
    part = client.post(f"{root}/preview", json=typed, params={"limit": 0}).json()
    assert (part["touches"], part["touched"]) == (page["touches"], [])
    assert client.put(root, json={**typed, "base": 1}).status_code == 200
    assert json.loads(client.get(f"{root}.json").content)["edit_format"]["rate"] == "25"


def test_other_sites_and_other_names_are_turned_away(client: TestClient) -> None:
    foreign = {"origin": "https://elsewhere.example"}
    answer = client.post(f"{API}/productions", json={"title": "x"}, headers=foreign)
    assert (answer.status_code, answer.json()["code"]) == (403, "foreign-origin")
    assert client.get("/api/health", headers={"host": "rebound.example"}).status_code == 400


def test_pages_are_served_for_every_address(
    client: TestClient, tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(web_app, "STATIC", tmp_path)
    assert "make demo" in client.get("/s/1").text
    (tmp_path / "index.html").write_text("<title>Zero Slate</title>")
    (tmp_path / "mark.svg").write_text("<svg/>")
    assert client.get("/s/1/media").text == "<title>Zero Slate</title>"
    assert client.get("/mark.svg").text == "<svg/>"
    assert client.get("/..%2f..%2fetc/passwd").text == "<title>Zero Slate</title>"


def test_the_kept_document_is_the_applications_own() -> None:
    from zero_slate.web.openapi import document

    kept = json.loads((Path(__file__).parents[2] / "docs/openapi.json").read_text())
    assert kept == json.loads(document())


@pytest.mark.parametrize("address", ["", "/batches", "/shared-setups", "/edit-format.json"])
def test_what_belongs_to_no_production_is_not_found(client: TestClient, address: str) -> None:
    answer = client.get(f"{API}/productions/404{address}")
    assert (answer.status_code, answer.json()["code"]) == (404, "not-found")
