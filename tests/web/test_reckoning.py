"""Processes that reckon for the server: the same answers, always of what was saved last."""

import os
import signal
import time
from collections.abc import Iterator

import pytest
from fastapi.testclient import TestClient

from tests.conftest import CUT, FORMAT
from zero_slate.config import Config
from zero_slate.web.app import create_app
from zero_slate.web.reckoning.pool import Reckoners

API = "/api/v1"


@pytest.fixture
def reckoners(config: Config) -> Reckoners:
    return Reckoners(config, 2)


@pytest.fixture
def client(config: Config, reckoners: Reckoners) -> Iterator[TestClient]:
    """The application with two processes that reckon for it, both ready."""
    with TestClient(create_app(config, reckoners), base_url="http://localhost") as client:
        wait_for(reckoners, 2)
        yield client


def wait_for(reckoners: Reckoners, count: int) -> None:
    while len(reckoners.processes) < count:
        time.sleep(0.02)


def begun(client: TestClient) -> str:
    made = client.post(f"{API}/productions", json={"title": "A film", "typed": FORMAT}).json()["id"]
    upload = {"file": ("cut.edl", CUT)}
    client.post(f"{API}/productions/{made}/cuts", files=upload, data={"rate": "23.976"})
    shot = client.post(f"{API}/productions/{made}/shots", json={"code": "FRO_0030"}).json()["id"]
    return f"{API}/shots/{shot}"


def test_what_was_saved_is_what_every_process_answers(client: TestClient) -> None:
    root = begun(client)
    for base in range(1, 12):
        typed = {"title": {"text": f"take {base}"}}
        saved = client.put(f"{root}/setup", json={"base": base, "typed": typed}).json()
        for _ in range(3):
            assert client.get(root).json() == saved
    preview = client.post(f"{root}/preview", json={"typed": {"canvas": {"width": "1998"}}}).json()
    assert preview["sheet"]["verdict"] == "1 difference from the edit"


def test_problems_and_downloads_pass_through(client: TestClient) -> None:
    root = begun(client)
    missing = client.get(f"{API}/shots/999")
    assert (missing.status_code, missing.json()["code"]) == (404, "not-found")
    assert missing.headers["content-type"] == "application/problem+json"
    wrong = client.post(f"{root}/preview", json={"typed": {"canvas": {"depth": "3"}}})
    assert (wrong.status_code, wrong.json()["code"]) == (422, "refused")
    download = client.get(f"{root}/handoff/download")
    assert "FRO_0030_v001.zip" in download.headers["content-disposition"]
    assert download.content[:2] == b"PK"
    assert "unsafe-inline" not in download.headers["content-security-policy"]


def test_a_process_that_ends_is_begun_anew_and_nobody_notices(
    client: TestClient, reckoners: Reckoners
) -> None:
    root = begun(client)
    first = dict(reckoners.processes)
    for process in first.values():
        os.kill(process, signal.SIGKILL)
    for _ in range(10):
        assert client.get(root).status_code == 200
    while set(reckoners.processes.values()) & set(first.values()):
        time.sleep(0.02)
    wait_for(reckoners, 2)
    assert client.get(root).json()["head"]["version"] == 1


def test_they_end_with_the_server(config: Config, reckoners: Reckoners) -> None:
    with TestClient(create_app(config, reckoners), base_url="http://localhost"):
        wait_for(reckoners, 2)
        processes = list(reckoners.processes.values())
    for process in processes:
        with pytest.raises(ProcessLookupError):
            os.kill(process, 0)
