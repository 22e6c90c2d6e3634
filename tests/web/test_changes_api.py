"""The API of whatever is seen before it is made: changes of one shot or several, recuts."""

from typing import Any

import pytest
from fastapi.testclient import TestClient

from tests.conftest import CUT, FORMAT
from tests.makers import edl, event

API = "/api/v1"
RECUT = edl(
    event(1, "04:12:30:08", "01:00:00:00", 122, "FRO_0010_plate_v001"),
    event(2, "04:31:09:09", "01:00:05:02", 98, "FRO_0030_plate_v001"),
)


def page_of(answer: Any) -> Any:
    assert answer.status_code in (200, 201), answer.text
    return answer.json()


def test_a_change_from_a_format_is_seen_made_in_part_and_undone(
    client: TestClient, shot: int
) -> None:
    root = f"{API}/shots/{shot}"
    source = {"format": "HD 720 50p"}
    page = page_of(client.post(f"{root}/changes/preview", json=source))
    rows = {row["key"]: row for row in page["proposal"]["rows"]}
    assert rows["canvas"]["after"] == "1280 × 720"
    assert rows["rate"]["taken"] is True
    part = {**source, "leave": ["rate"], "base": page["version"]}
    sheet = page_of(client.post(f"{root}/changes", json=part))
    assert sheet["head"]["version"] == 2
    texts = {
        row["key"]: [field["text"] for field in row["fields"]]
        for group in sheet["sheet"]["groups"]
        for row in group["rows"]
    }
    assert texts["canvas"][:2] == ["1280", "720"]
    assert texts["rate"] == ["24000/1001"]
    again = client.post(f"{root}/changes", json=part)
    assert (again.status_code, again.json()["code"]) == (409, "conflict")


def test_a_change_has_one_source(client: TestClient, shot: int) -> None:
    both = {"format": "HD 720 50p", "shot": shot}
    answer = client.post(f"{API}/shots/{shot}/changes/preview", json=both)
    assert answer.status_code == 422
    assert "format and shot are given" in answer.json()["detail"]
    assert answer.headers["content-type"] == "application/problem+json"


def test_a_quick_line_says_what_each_word_is(client: TestClient, shot: int) -> None:
    path = f"{API}/shots/{shot}/quick-line/preview"
    page = page_of(client.post(path, json={"line": "1998x1080 25 hexagon"}))
    meant = [word["meant"]["key"] if word["meant"] else None for word in page["words"]]
    assert meant == ["canvas", "rate", None]
    assert page["sound"] is False
    assert page["words"][2]["problem"]
    page = page_of(client.post(path, json={"line": "1998x1080 25"}))
    assert (page["sound"], page["texts"]["canvas"]["width"]) == (True, "1998")


def test_where_a_value_comes_from(client: TestClient, shot: int) -> None:
    root = f"{API}/shots/{shot}"
    followed = page_of(client.get(f"{root}/provenance/canvas"))
    assert followed["follow"] is None
    client.put(f"{root}/setup", json={"typed": {"canvas": {"width": "1998"}}, "base": 1})
    own = page_of(client.get(f"{root}/provenance/canvas"))
    assert [entry["level"] for entry in own["entries"] if entry["stands"]] == ["this shot"]
    assert own["follow"] == "Follow the edit format again"
    assert client.get(f"{root}/provenance/colour").status_code == 422


@pytest.mark.parametrize(("keep", "work"), [("numbers", [1001, 1108]), ("timing", [1001, 1054])])
def test_a_change_of_time_keeps_numbers_or_timing(
    client: TestClient, shot: int, keep: str, work: list[int]
) -> None:
    root = f"{API}/shots/{shot}"
    typed = {"typed": {"rate": {"rate": "24000/2002"}}, "keep": keep}
    page = page_of(client.post(f"{root}/time-change/preview", json=typed))
    assert page["keep"] == keep
    assert any(change["key"] == "rate" for change in page["changes"])
    page_of(client.post(f"{root}/time-change", json={**typed, "base": page["version"]}))
    rule = page_of(client.get(root))["rule"]
    (band,) = [band for band in rule["bands"] if band["key"] == "work"]
    assert band["runs"] == [{"first": work[0], "last": work[1]}]


def test_a_lock_marks_and_a_brief(client: TestClient, shot: int) -> None:
    root = f"{API}/shots/{shot}"
    locked = page_of(client.put(f"{root}/lock", json={"base": 1, "closed": True}))
    assert locked["lock"]["who"] == "tester"
    typed = {"typed": {"work_range": {"first": "1003"}}, "base": 2}
    assert "locked" in client.put(f"{root}/setup", json=typed).json()["detail"]
    marks = [{"frame": "1009", "kind": "key"}, {"frame": "+4", "kind": "marker", "name": "blink"}]
    marked = page_of(client.put(f"{root}/marks", json={"base": 2, "marks": marks}))
    assert [mark["name"] for mark in marked["marks"]] == ["", "blink"]
    brief = {"text": "Draw {work range}, {moon}", "items": [{"text": "Eyes"}]}
    shown = page_of(client.put(f"{root}/brief", json={"base": 3, "brief": brief}))["brief"]
    assert "1001–1108" in "".join(piece["text"] for piece in shown["pieces"])
    assert shown["unknown"] == ["moon"]


def test_a_recut_is_compared_and_applied(client: TestClient, production: int, shot: int) -> None:
    root = f"{API}/productions/{production}"
    client.post(f"{root}/cuts", files={"file": ("2.edl", RECUT)}, data={"rate": "23.976"})
    page = page_of(client.get(f"{root}/recut"))
    (line,) = [line for line in page["lines"] if line["change"] != "unchanged"]
    assert (line["code"], line["change"], line["tail"]) == ("FRO_0030", "longer", 6)
    done = page_of(client.post(f"{root}/recut/apply", json={"codes": ["FRO_0030"], "against": 1}))
    assert done["taken"] == ["FRO_0030"]
    page = page_of(client.get(f"{root}/recut", params={"against": 1}))
    assert [line["taken"] for line in page["lines"] if line["code"] == "FRO_0030"] == [True]
    assert client.get(f"{root}/recut", params={"against": 7}).status_code == 422


def test_an_uncertain_match_is_answered(client: TestClient, production: int, shot: int) -> None:
    root = f"{API}/productions/{production}"
    renamed = edl(
        event(1, "04:12:30:08", "01:00:00:00", 122, "FRO_0010_plate_v001"),
        event(2, "04:31:11:09", "01:00:05:02", 92, "FRO_0035_plate_v001"),
    )
    client.post(f"{root}/cuts", files={"file": ("2.edl", renamed)}, data={"rate": "23.976"})
    lines = page_of(client.get(f"{root}/recut"))["lines"]
    (asked,) = [line for line in lines if line["uncertain"]]
    assert (asked["code"], asked["uncertain"]["former"]) == ("FRO_0035", "FRO_0030")
    answer = {"code": "FRO_0035", "former": "FRO_0030", "same": True}
    assert client.post(f"{root}/recut/answers", json=answer).status_code < 300
    lines = page_of(client.get(f"{root}/recut"))["lines"]
    assert not any(line["uncertain"] for line in lines)
    assert "FRO_0030" in [line["former_code"] for line in lines]


def test_several_shots_are_changed_as_one_and_taken_back(
    client: TestClient, production: int, shot: int
) -> None:
    root = f"{API}/productions/{production}"
    begun = page_of(client.post(f"{root}/start", json={"codes": ["FRO_0010"]}))
    shots = [*begun["ids"], shot]
    body = {"typed": {"canvas": {"width": "1998"}}, "shots": shots}
    page = page_of(client.post(f"{root}/batches/preview", json=body))
    assert page["touches"] == 2
    assert [each["code"] for each in page["touched"]] == ["FRO_0010", "FRO_0030"]
    limited = client.post(f"{root}/batches/preview", json=body, params={"limit": 1, "offset": 1})
    assert [each["code"] for each in limited.json()["touched"]] == ["FRO_0030"]
    made = page_of(client.post(f"{root}/batches", json=body))["id"]
    assert page_of(client.get(f"{root}/batches"))[0]["shots"] == 2
    undone = page_of(client.post(f"{API}/batches/{made}/undo"))
    assert (undone["shots"], undone["kept"]) == (2, [])
    assert page_of(client.get(f"{API}/shots/{shot}"))["sheet"]["state"] == "follows"
    twice = client.post(f"{API}/batches/{made}/undo")
    assert twice.status_code == 422


def test_shots_share_a_setup_and_leave_it(client: TestClient, production: int, shot: int) -> None:
    root = f"{API}/productions/{production}"
    (other,) = page_of(client.post(f"{root}/start", json={"codes": ["FRO_0010"]}))["ids"]
    shared = client.post(f"{root}/shared-setups", json={"shots": [shot, other], "name": "Crow"})
    assert shared.status_code == 201
    (line,) = page_of(client.get(f"{root}/shared-setups"))
    assert (line["name"], sorted(line["codes"])) == ("Crow", ["FRO_0010", "FRO_0030"])
    client.put(
        f"{API}/shots/{shot}/setup",
        json={"typed": {"background": {"colour": "#204060"}}, "base": 1},
    )
    left = client.post(f"{root}/shared-setups/leave", json={"shots": [other]})
    assert left.status_code == 204
    lines = page_of(client.get(f"{root}/shared-setups"))
    assert all("FRO_0010" not in line["codes"] for line in lines)


def test_a_comp_and_a_shot_by_hand(client: TestClient, production: int) -> None:
    root = f"{API}/productions/{production}"
    comp = {"code": "FRO_COMP", "events": ["FRO_0010", "FRO_0030"]}
    made = page_of(client.post(f"{root}/comps", json=comp))["id"]
    rule = page_of(client.get(f"{API}/shots/{made}"))["rule"]
    (band,) = [band for band in rule["bands"] if band["key"] == "cut"]
    assert band["runs"][0]["last"] - band["runs"][0]["first"] + 1 == 122 + 92
    by_hand = page_of(client.post(f"{root}/shots-by-hand", json={"code": "TST", "length": "48"}))
    assert page_of(client.get(f"{API}/shots/{by_hand['id']}"))["head"]["code"] == "TST"
    (line,) = [each for each in page_of(client.get(root))["lines"] if each["code"] == "TST"]
    assert (line["edit_in"], line["shot_id"]) == (None, by_hand["id"])
    again = client.post(f"{root}/shots-by-hand", json={"code": "tst", "length": "48"})
    assert (again.status_code, again.json()["part"]) == (422, "code")
    apart = client.post(f"{root}/comps", json={"code": "X", "events": ["FRO_0010", "FRO_9999"]})
    assert apart.status_code == 404


def test_the_house_setup_is_seen_changed_and_taken_back(client: TestClient) -> None:
    shipped = page_of(client.get(f"{API}/house"))
    assert (shipped["number"], shipped["apart"]) == (0, [])
    typed = {"typed": {"handles": {"head": "12", "tail": "12"}}}
    seen = page_of(client.post(f"{API}/house/preview", json=typed))
    assert [change["key"] for change in seen["changes"]] == ["handles"]
    assert page_of(client.get(f"{API}/house"))["number"] == 0
    changed = page_of(client.put(f"{API}/house", json={**typed, "base": 0}))
    assert [change["key"] for change in changed["apart"]] == ["handles"]
    assert client.put(f"{API}/house", json={**typed, "base": 0}).status_code == 409
    undone = page_of(client.post(f"{API}/house/undo", json={"base": changed["number"]}))
    assert undone["apart"] == []


def test_own_formats_are_made_changed_given_on_and_deleted(client: TestClient) -> None:
    root = f"{API}/formats"
    made = page_of(client.post(f"{root}/duplicate", json={"name": "HD 720 50p"}))
    typed = {"canvas": {"width": "1300", "height": "720"}, "pixel_aspect": {"ratio": "1:1"}}
    new = {"name": "Wide proof", "purpose": "Tests", "typed": typed}
    changed = page_of(client.put(f"{root}/{made['id']}", json=new))
    assert (changed["name"], changed["width"]) == ("Wide proof", 1300)
    page_of(client.post(root, json={**new, "name": "Second proof"}))
    taken = client.post(root, json={**new, "name": "wide proof"})
    assert taken.status_code == 422
    found = page_of(client.get(root, params={"text": "proof"}))
    assert found["found"] == 2
    file = client.get(f"{root}/own.json")
    assert "formats.json" in file.headers["content-disposition"]
    assert client.delete(f"{root}/{made['id']}").status_code == 200
    given = page_of(client.post(f"{root}/file", files={"file": ("formats.json", file.content)}))
    assert (given["taken"], given["same"]) == (["Wide proof"], ["Second proof"])
    broken = client.post(f"{root}/file", files={"file": ("formats.json", b"[1, 2")})
    assert broken.status_code == 422


@pytest.mark.parametrize(("form", "begins"), [("png", b"\x89PNG"), ("exr", b"v/1\x01")])
def test_a_framing_chart_is_a_picture(
    client: TestClient, shot: int, form: str, begins: bytes
) -> None:
    answer = client.get(f"{API}/shots/{shot}/framing.{form}")
    assert answer.content.startswith(begins)
    assert client.get(f"{API}/shots/{shot}/framing.bmp").status_code == 422


def test_a_cut_is_previewed_with_what_was_supposed(client: TestClient) -> None:
    made = client.post(f"{API}/productions", json={"title": "B", "typed": FORMAT}).json()["id"]
    upload = {"file": ("cut.edl", CUT + b"\n006  R1  V  C  01:00")}
    answer = client.post(f"{API}/productions/{made}/cuts/preview", files=upload)
    assert answer.status_code == 422
    assert answer.json()["detail"]
