"""Finding anything, over the API."""

from fastapi.testclient import TestClient

FIND = "/api/v1/find"


def found(client: TestClient, text: str, **open_: int) -> list[tuple[str, str]]:
    answer = client.get(FIND, params={"text": text, **open_})
    assert answer.status_code == 200, answer.text
    return [(each["kind"], each["label"]) for each in answer.json()]


def test_shots_productions_settings_formats_and_actions_are_found(
    client: TestClient, production: int, shot: int
) -> None:
    assert found(client, "fro30")[0] == ("shot", "FRO_0030")
    assert ("production", "A film") in found(client, "film")
    assert found(client, "pixel aspect", shot=shot)[0] == ("setting", "Pixel aspect")
    assert ("setting", "Pixel aspect") not in found(client, "pixel aspect")
    (line,) = [
        each
        for each in client.get(
            FIND, params={"text": "canvas size", "production": production}
        ).json()
        if each["label"] == "Size"
    ]
    assert line["address"] == f"/p/{production}/edit#canvas"
    assert found(client, "undo")[0] == ("action", "Undo the last change")
    assert found(client, "HD 1080")[0][0] == "format"
    assert found(client, "nothing of that kind") == []


def test_a_title_that_changes_is_found_at_once(client: TestClient, shot: int) -> None:
    assert found(client, "keeper climbs") == []
    body = {"base": 1, "typed": {"title": {"text": "Keeper climbs"}}}
    assert client.put(f"/api/v1/shots/{shot}/setup", json=body).status_code == 200
    assert found(client, "keeper climbs") == [("shot", "FRO_0030")]


def test_what_is_too_long_or_no_number_is_refused(client: TestClient) -> None:
    assert client.get(FIND, params={"text": "x" * 101}).status_code == 422
    assert client.get(FIND, params={"text": "x", "shot": 0}).status_code == 422
    assert client.get(FIND).status_code == 422
    assert found(client, "size", shot=99)[0] == ("setting", "Size")
