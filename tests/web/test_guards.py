"""What stands before the API: where changes come from, how much is taken, what can stand in it."""

import asyncio
import json
from collections.abc import AsyncIterator, Iterator
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path

import httpx2
import pytest
from fastapi.testclient import TestClient

from zero_slate.config import Config
from zero_slate.web.app import create_app
from zero_slate.web.guards import bodies
from zero_slate.web.guards.headers import SafeHeaders

API = "/api/v1"
NEW = {"title": "A film"}


@pytest.mark.parametrize(
    ("headers", "status"),
    [
        ({}, 201),
        ({"origin": "http://localhost"}, 201),
        ({"origin": "http://localhost", "sec-fetch-site": "same-origin"}, 201),
        ({"origin": "http://localhost:8766"}, 403),
        ({"origin": "http://127.0.0.1"}, 403),
        ({"origin": "https://localhost"}, 403),
        ({"origin": "null"}, 403),
        ({"origin": "http://localhost", "sec-fetch-site": "same-site"}, 403),
        ({"sec-fetch-site": "cross-site"}, 403),
    ],
)
def test_changes_are_taken_from_its_own_pages_only(
    client: TestClient, headers: dict[str, str], status: int
) -> None:
    answer = client.post(f"{API}/productions", json=NEW, headers=headers)
    assert answer.status_code == status
    form = {"file": ("cut.edl", b"x")}
    sent = client.post(f"{API}/productions/1/cuts", files=form, headers=headers)
    assert (sent.status_code == 403) is (status == 403)


def test_every_answer_says_what_may_be_done_with_it(client: TestClient) -> None:
    for address in ("/", f"{API}/desk", f"{API}/shots/404", "/nothing.js", "/api/nothing"):
        headers = client.get(address).headers
        policy = headers["content-security-policy"]
        assert "frame-ancestors 'none'" in policy
        assert "unsafe-inline" not in policy
        assert "unsafe-eval" not in policy
        assert headers["x-content-type-options"] == "nosniff"
        assert headers["cross-origin-resource-policy"] == "same-origin"
        assert headers["referrer-policy"] == "no-referrer"


def test_the_one_script_of_the_page_is_let_in_by_its_hash(tmp_path: Path) -> None:
    page = tmp_path / "index.html"
    page.write_text("<script>alert(1)</script>")
    guard = SafeHeaders(lambda *_: asyncio.sleep(0), page)
    # The digest that the Content Security Policy's own documents give for this script.
    assert "script-src 'self' 'sha256-bhHHL3z2vDgxUt0W3dWQOrprscmda2Y5pLsLg4GF+pI='" in guard.policy


def test_more_than_an_operation_takes_is_refused_before_it_is_kept(
    client: TestClient, shot: int
) -> None:
    def endless() -> Iterator[bytes]:
        while True:
            sent.append(1)
            yield b" " * 65536

    sent: list[int] = []
    said = client.post(
        f"{API}/shots/{shot}/preview", content=b"", headers={"content-length": str(2**40)}
    )
    assert (said.status_code, said.json()["code"]) == (413, "too-large")
    json_type = {"content-type": "application/json"}
    answer = client.put(f"{API}/shots/{shot}/setup", content=b"[" + b" " * 2**22, headers=json_type)
    assert answer.status_code == 413
    assert "At most 2,097,152 bytes are taken here" in answer.json()["detail"]
    cut = {"file": ("cut.edl", b"x" * (bodies.USUAL + 1))}
    taken = client.post(f"{API}/productions/1/cuts/preview", files=cut, data={"rate": "24"})
    assert taken.status_code == 422


def asked(config: Config, method: str, address: str, body: AsyncIterator[bytes]) -> httpx2.Response:
    """Ask the application as a slow program would, piece by piece."""

    async def ask() -> httpx2.Response:
        app = create_app(config)
        transport = httpx2.ASGITransport(app)
        async with httpx2.AsyncClient(transport=transport, base_url="http://localhost") as client:
            headers = {"content-type": "application/json"}
            return await client.request(method, address, content=body, headers=headers)

    # A browser test on the same worker has a loop of its own running in this thread.
    with ThreadPoolExecutor(1) as apart:
        return apart.submit(asyncio.run, ask()).result()


def test_a_body_that_never_comes_is_not_waited_for(
    config: Config, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(bodies, "PATIENCE", 0.05)

    async def stuck() -> AsyncIterator[bytes]:
        yield b'{"title": '
        await asyncio.sleep(30)

    answer = asked(config, "POST", f"{API}/productions", stuck())
    assert (answer.status_code, answer.json()["code"]) == (408, "too-slow")


def test_all_bodies_together_have_a_bound(
    client: TestClient, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(bodies, "MOST_AT_ONCE", 100)
    answer = client.post(f"{API}/productions", json={"title": "x" * 200})
    assert (answer.status_code, answer.json()["code"]) == (503, "busy")
    assert client.post(f"{API}/productions", json={"title": "x"}).status_code == 201


@pytest.mark.parametrize(
    ("address", "part"),
    [
        ("shots/9223372036854775808", "shot_id"),
        (f"shots/{10**40}", "shot_id"),
        (f"productions/-{2**63}", "production_id"),
        ("formats?text=a%00b", "text"),
        ("formats?text=a%1bb", "text"),
    ],
)
def test_addresses_that_can_not_be_are_refused_by_name(
    client: TestClient, address: str, part: str
) -> None:
    answer = client.get(f"{API}/{address}")
    assert answer.status_code == 422, answer.text
    assert part in answer.json()["detail"]


def test_numbers_past_all_that_are_kept_are_refused_in_every_operation(client: TestClient) -> None:
    for method, address in (("DELETE", f"formats/{2**70}"), ("POST", f"batches/{2**63}/undo")):
        answer = client.request(method, f"{API}/{address}")
        assert (answer.status_code, answer.json()["code"]) == (422, "refused")


def test_what_fails_has_the_form_of_every_problem_too(
    config: Config, monkeypatch: pytest.MonkeyPatch
) -> None:
    app = create_app(config)
    monkeypatch.setattr(app.state.slate.desk, "page", lambda: 1 // 0)
    quiet = TestClient(app, base_url="http://localhost", raise_server_exceptions=False)
    answer = quiet.get(f"{API}/desk")
    assert (answer.status_code, answer.json()["code"]) == (500, "failed")
    assert "ZeroDivision" not in answer.text


@pytest.mark.parametrize(
    ("body", "said"),
    [
        ('{"base": true, "typed": {}}', "base"),
        ('{"base": "1", "typed": {}}', "base"),
        ('{"base": 1.0, "typed": {}}', "base"),
        (f'{{"base": {2**63}, "typed": {{}}}}', "base is past 9,007,199,254,740,991"),
        ('{"base": 1, "typed": {}, "reasons": {"rate": "\\u0000"}}', "reasons.rate can't hold"),
        ('{"base": 1, "typed": {}, "reasons": {"rate": "\\ud800"}}', "U+D800"),
        ('{"base": 1, "typed": {"title": {"text": "a\\u0007b"}}}', "U+0007"),
        ('{"base": 1, "typed": {"title": {"text": "\\udfff"}}}', "typed.title.text"),
        ('{"base": 1, "typed": {"rate": {"rate": "' + " " * 5000 + '"}}}', "4096"),
        ('{"base": 1', "JSON"),
        ("[" * 100_000, "body"),
        ("\xff", ""),
    ],
)
def test_values_that_can_not_be_are_refused_by_name(
    client: TestClient, shot: int, body: str, said: str
) -> None:
    address = f"{API}/shots/{shot}/setup"
    headers = {"content-type": "application/json"}
    answer = client.put(address, content=body.encode("latin-1"), headers=headers)
    assert answer.status_code in (400, 422), answer.text
    assert answer.headers["content-type"] == "application/problem+json"
    assert said in answer.json()["detail"]
    assert client.get(f"{API}/shots/{shot}").json()["head"]["version"] == 1


def test_what_is_typed_and_can_not_be_stands_at_its_field(client: TestClient, shot: int) -> None:
    typed = {"title": {"text": "a\x07b"}, "rate": {"rate": "2" * 300}}
    page = client.post(f"{API}/shots/{shot}/preview", json={"typed": typed}).json()
    rows = {row["key"]: row for group in page["sheet"]["groups"] for row in group["rows"]}
    assert "U+0007" in rows["title"]["problem"]["message"]
    assert rows["title"]["problem"]["nearest"] == {"text": "ab"}
    assert rows["title"]["fields"][0]["text"] == "a\x07b"
    assert "takes at most 200 characters; this has 300" in rows["rate"]["problem"]["message"]


@pytest.mark.parametrize(
    ("method", "address", "allowed"),
    [
        ("PATCH", "desk", "GET"),
        ("DELETE", "productions/1", "GET"),
        ("GET", "productions", "POST"),
        ("GET", "shots/1/setup", "PUT"),
    ],
)
def test_a_wrong_method_is_answered_with_those_that_work(
    client: TestClient, method: str, address: str, allowed: str
) -> None:
    answer = client.request(method, f"{API}/{address}")
    assert (answer.status_code, answer.json()["code"]) == (405, "method")
    assert answer.headers["allow"] == allowed


def test_what_can_not_be_parsed_has_the_form_of_every_problem(client: TestClient) -> None:
    torn = client.post(
        f"{API}/productions/1/cuts",
        content=b"--x\r\nbroken",
        headers={"content-type": "multipart/form-data; boundary=x"},
    )
    assert torn.status_code in (400, 422)
    assert set(json.loads(torn.text)) >= {"type", "title", "status", "detail", "code"}
