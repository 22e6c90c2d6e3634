"""Saves at the edge of what can be: an answer and what happened agree, and all of it opens."""

import json

from fastapi.testclient import TestClient
from httpx2 import Response
from hypothesis import HealthCheck, given, settings

from tests import typed_texts
from tests.properties import examples
from zero_slate.core.settings.index import EDIT_SETTINGS, SETTINGS

API = "/api/v1"
# The installation is one for all examples: each goes on from what the one before left.
ONE_HOME = [HealthCheck.function_scoped_fixture]


def put(client: TestClient, address: str, body: object) -> Response:
    """Send a body as a program may: half a character is sent escaped."""
    headers = {"Content-Type": "application/json"}
    return client.put(address, content=json.dumps(body).encode(), headers=headers)


@given(typed=typed_texts.typed(SETTINGS))
@settings(examples(120), suppress_health_check=ONE_HOME)
def test_a_save_is_answered_as_it_was_stored(
    client: TestClient, production: int, shot: int, typed: typed_texts.Typed
) -> None:
    root = f"{API}/shots/{shot}"
    before = client.get(f"{root}/head").json()["version"]
    answer = put(client, f"{root}/setup", {"base": before, "typed": typed})
    assert answer.status_code in (200, 422), answer.text
    page = client.get(root)
    assert page.status_code == 200, page.text
    after = page.json()["head"]["version"]
    if answer.status_code == 200:
        assert answer.json() == page.json()
    else:
        assert after == before, answer.text
    assert client.get(f"{API}/productions/{production}").status_code == 200
    if after > before:
        undone = client.post(f"{root}/undo", json={"base": after})
        assert undone.status_code == 200, undone.text


@given(typed=typed_texts.typed(EDIT_SETTINGS))
@settings(examples(60), suppress_health_check=ONE_HOME)
def test_an_edit_format_is_answered_as_it_was_stored(
    client: TestClient, production: int, shot: int, typed: typed_texts.Typed
) -> None:
    root = f"{API}/productions/{production}"
    before = client.get(root).json()["edit_version"]
    answer = put(client, f"{root}/edit-format", {"base": before, "typed": typed, "along": True})
    assert answer.status_code in (200, 422), answer.text
    page = client.get(root)
    assert page.status_code == 200, page.text
    assert (page.json()["edit_version"] > before) <= (answer.status_code == 200)
    assert "can't be read" not in {line["word"] for line in page.json()["lines"]}
    assert client.get(f"{API}/shots/{shot}").status_code == 200
    assert client.get(f"{API}/desk").status_code == 200
