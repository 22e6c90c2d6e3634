"""Side by side, over the API."""

from fastapi.testclient import TestClient

BESIDE = "/api/v1/beside"


def test_a_shot_its_version_its_edit_and_its_production(
    client: TestClient, production: int, shot: int
) -> None:
    body = {"base": 1, "typed": {"canvas": {"width": "1998"}, "rate": {"rate": "25"}}}
    assert client.put(f"/api/v1/shots/{shot}/setup", json=body).status_code == 200
    of = [f"s{shot}", f"s{shot}v1", f"e{shot}", f"p{production}"]
    page = client.get(BESIDE, params={"of": of}).json()
    assert [(each["kind"], each["shot_id"]) for each in page["sides"]] == [
        ("shot", shot),
        ("shot", None),
        ("edit", None),
        ("production", None),
    ]
    rows = {row["key"]: row["cells"] for row in page["rows"]}
    assert [cell["text"] for cell in rows["rate"]] == ["25", *["24000/1001"] * 3]
    assert [cell["text"] for cell in rows["canvas"]] == ["1998 × 1080", *["1920 × 1080"] * 3]
    assert page["sides"][0]["verdict"] == "2 differences from the edit"
    assert page["sides"][3]["bands"] == []
    frames = page["moments"]["frames"]
    begin = page["moments"]["seconds"].index(0.0)
    assert (frames[0][begin], frames[1][begin], frames[2][begin]) == (1009, 1009, 1009)
    assert frames[3][begin] is None


def test_what_isnt_there_and_too_many_are_refused(client: TestClient, shot: int) -> None:
    for of, status in ((["s99"], 404), ([f"s{shot}v9"], 404), (["p99"], 404), (["e99"], 404)):
        assert client.get(BESIDE, params={"of": of}).status_code == status, of
    for of in (["x"], [f"s{shot}"] * 7, [""], ["s" * 200]):
        assert client.get(BESIDE, params={"of": of}).status_code == 422, of
    assert client.get(BESIDE).status_code == 422
