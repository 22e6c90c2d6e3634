"""Who works here, over the API: who asks, what they keep, and who made a change."""

import pytest
from fastapi.testclient import TestClient

from zero_slate.config import Config
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.people.key_sets import LETTERS, PEN_RIGHT
from zero_slate.web.app import create_app

PEOPLE = "/api/v1/people"


def somebody(client: TestClient, name: str, **more: str) -> int:
    answer = client.post(PEOPLE, json={"name": name, **more})
    assert answer.status_code == 201, answer.text
    made: int = answer.json()["id"]
    return made


def sit(client: TestClient, person: int) -> None:
    assert client.put(f"{PEOPLE}/here", json={"id": person}).status_code == 200


def test_whoever_the_configuration_says_works_here_at_once(client: TestClient) -> None:
    page = client.get(PEOPLE).json()
    assert (page["here"]["name"], page["here"]["initials"], page["asks"]) == ("tester", "T", False)
    assert page["keys"]["desk"] == ["d"]


def test_the_first_start_asks_who(config: Config) -> None:
    nobody = Config(home=config.home, volumes=config.volumes, profiles={"paper": "dim"})
    nobody.model_fields_set.discard("who")
    with TestClient(create_app(nobody), base_url="http://localhost") as client:
        page = client.get(PEOPLE).json()
        assert (page["here"], page["asks"], page["people"]) == (None, True, [])
        assert page["room"]["paper"] == "dim"
        assert page["name"] == nobody.who
        mira = somebody(client, "Mira Voss", paper="light")
        assert client.get(PEOPLE).json()["asks"]
        sit(client, mira)
        page = client.get(PEOPLE).json()
        assert (page["here"]["id"], page["asks"]) == (mira, False)
        assert page["room"]["paper"] == "light"


def test_every_change_says_who(client: TestClient, shot: int) -> None:
    root = f"/api/v1/shots/{shot}"
    jo = somebody(client, "Jo Ek")
    sit(client, jo)
    body = {"base": 1, "typed": {"canvas": {"width": "1280"}}}
    assert client.put(f"{root}/setup", json=body).status_code == 200
    versions = client.get(f"{root}/kept-versions").json()["versions"]
    assert [each["who"] for each in versions] == ["Jo Ek", "tester"]


def test_who_is_kept_is_forgotten_where_there_is_nobody(client: TestClient) -> None:
    assert client.put(f"{PEOPLE}/here", json={"id": 99}).status_code == 404
    for cookie in ("99", "x", "9" * 400, "-1", "1; Path=/"):
        client.cookies.set("zero-slate-who-", cookie)
        page = client.get(PEOPLE)
        assert page.status_code == 200


def test_a_profile_is_changed_copied_and_put_away(client: TestClient) -> None:
    mira = somebody(client, "Mira Voss", discipline="Layout")
    clash = client.put(f"{PEOPLE}/{mira}", json={"name": "TESTER", "mark": "dots"})
    assert clash.status_code == 422
    assert (clash.json()["part"], clash.json()["nearest"]) == ("name", "TESTER 2")
    client.put(f"{PEOPLE}/{mira}/room", json={"paper": "dim", "kept": {"collapsed": "{}"}})
    page = client.put(f"{PEOPLE}/{mira}", json={"name": "Mira", "mark": "dots"}).json()
    (line,) = [each for each in page["people"] if each["id"] == mira]
    assert (line["name"], line["initials"], line["mark"]) == ("Mira", "M", "dots")
    copied = client.post(f"{PEOPLE}/{mira}/copy").json()["id"]
    sit(client, copied)
    page = client.get(PEOPLE).json()
    assert (page["here"]["name"], page["room"]["paper"]) == ("Mira 2", "dim")
    assert page["room"]["kept"] == {"collapsed": "{}"}
    assert page["here"]["mark"] not in ("dots", "plain")
    for away in (True, False):
        page = client.put(f"{PEOPLE}/{mira}/put-away", json={"put_away": away}).json()
        assert [each["put_away"] for each in page["people"] if each["id"] == mira] == [away]
    for address in (f"{PEOPLE}/99/copy", f"{PEOPLE}/99/file"):
        assert client.request("POST" if "copy" in address else "GET", address).status_code == 404


def test_a_profile_goes_to_another_machine_as_a_file(client: TestClient) -> None:
    mira = somebody(client, "Mira Voss")
    client.put(f"{PEOPLE}/{mira}/room", json={"key_set": PEN_RIGHT})
    file = client.get(f"{PEOPLE}/{mira}/file")
    assert "Mira%20Voss.profile.json" in file.headers["content-disposition"]
    taken = client.post(f"{PEOPLE}/file", files={"file": ("m.json", file.content)}).json()
    assert taken["name"] == "Mira Voss 2"
    assert taken["left"] == ["Somebody here is called “Mira Voss” already: Mira Voss 2."]
    sit(client, taken["id"])
    assert client.get(PEOPLE).json()["keys"]["desk"] == ["`"]
    refused = client.post(f"{PEOPLE}/file", files={"file": ("m.json", b"{}")})
    assert refused.status_code == 422


def test_keys_are_set_told_of_and_removed(client: TestClient) -> None:
    mira = somebody(client, "Mira Voss")
    sit(client, mira)
    sets = f"{PEOPLE}/{mira}/key-sets"
    page = client.post(sets, json={"name": "Mine", "base": LETTERS}).json()
    assert (page["chosen"], page["sets"][-1]["own"]) == ("Mine", True)
    page = client.put(f"{sets}/Mine", json={"action": "desk", "keys": ["k"]}).json()
    lines = {each["name"]: each for each in page["lines"]}
    assert (lines["desk"]["keys"], lines["desk"]["shipped"]) == (["k"], ["d"])
    assert lines["desk"]["findings"][0]["differs"]
    assert client.get(PEOPLE).json()["keys"]["desk"] == ["k"]
    kept = client.put(f"{sets}/Mine", json={"action": "desk", "keys": ["Ctrl+W"]})
    assert (kept.status_code, kept.json()["nearest"]) == (422, "Alt+Shift+W")
    assert client.put(f"{sets}/{LETTERS}", json={"action": "desk", "keys": []}).status_code == 404
    assert client.put(f"{PEOPLE}/{mira}/room", json={"key_set": "None"}).status_code == 422
    page = client.delete(f"{sets}/Mine").json()
    assert (page["chosen"], len(page["sets"])) == (LETTERS, 3)


def test_what_a_facility_says_of_profiles_is_checked_as_it_starts(config: Config) -> None:
    with pytest.raises(Refusal, match="begins profiles with paper “pink”"):
        create_app(Config(home=config.home, profiles={"paper": "pink"}))
