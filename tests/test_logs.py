"""The log: a line a request and a job, nothing that was typed, and a bound."""

import json
import logging
import time
from collections.abc import Iterator
from pathlib import Path

import pytest
from fastapi.testclient import TestClient

from zero_slate import logs
from zero_slate.logs import fail, log, log_to, say
from zero_slate.services.runtime.jobs import Job, Jobs


@pytest.fixture
def file(tmp_path: Path) -> Iterator[Path]:
    yield log_to(tmp_path / "logs", verbose=False)
    for handler in tuple(log.handlers):
        log.removeHandler(handler)
        handler.close()


def lines(file: Path) -> list[dict]:
    return [json.loads(line) for line in file.read_text().splitlines()]


def test_a_request_is_one_line_without_what_was_typed(
    client: TestClient, shot: int, file: Path
) -> None:
    typed = {"typed": {"title": {"text": "a secret title"}}}
    client.post(f"/api/v1/shots/{shot}/preview", json=typed)
    client.get("/api/v1/formats", params={"text": "a secret search"})
    client.get("/api/v1/shots/99")
    preview, _, missing = lines(file)
    assert preview["operation"] == "preview_sheet"
    assert (preview["method"], preview["status"], preview["level"]) == ("POST", 200, "info")
    assert preview["ms"] > 0
    assert preview["bytes"] > 1000
    assert missing["status"] == 404
    assert "secret" not in file.read_text()


def test_a_failure_is_told_by_its_kind_and_place(file: Path) -> None:
    def work(job: Job) -> None:
        raise RuntimeError("what somebody typed")

    job = Jobs().start("media", 1, "fail", 1, work)
    while not (file.exists() and '"event": "job"' in file.read_text()):
        time.sleep(0.005)
    failed, ended = lines(file)
    assert (failed["error"], failed["level"]) == ("RuntimeError", "error")
    assert failed["through"][-1].endswith(" work")
    assert (ended["state"], job.state) == ("failed", "failed")
    assert "what somebody typed" not in file.read_text()


def test_it_is_written_to_the_terminal_where_that_is_asked(
    tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    log_to(tmp_path, verbose=True)
    say("started", port=1)
    fail("failed", ValueError("words"))
    told = [json.loads(line) for line in capsys.readouterr().err.splitlines()]
    assert [line["event"] for line in told] == ["started", "failed"]
    log_to(tmp_path, verbose=False)


def test_it_has_a_bound(tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(logs, "LOG_BYTES", 2000)
    log_to(tmp_path, verbose=False)
    for number in range(200):
        say("request", number=number)
    kept = sorted(tmp_path.iterdir())
    assert len(kept) == logs.LOG_FILES
    assert all(path.stat().st_size <= 2000 for path in kept)
    log_to(tmp_path / "other", verbose=False)
    assert logging.getLogger("zero_slate").propagate is False
