"""The database file: for its owner only, watched, and opened or refused in words."""

import os
import shutil
import sqlite3
import stat
import subprocess
import sys
import threading
import time
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

import pytest
from fastapi.testclient import TestClient

from zero_slate.config import Config
from zero_slate.core.base.refusal import Refusal
from zero_slate.store import opening, turns
from zero_slate.store.database import Database
from zero_slate.store.refusals import StoreAway
from zero_slate.web.slate import Slate

API = "/api/v1"


def mode(path: Path) -> int:
    return stat.S_IMODE(path.stat().st_mode)


def test_home_and_database_are_for_their_owner_only(tmp_path: Path) -> None:
    home = tmp_path / "home"
    home.mkdir(mode=0o755)
    Database(home / "a.db").close()
    assert (mode(home), mode(home / "a.db")) == (0o700, 0o600)
    (home / "a.db").chmod(0o644)
    again = Database(home / "a.db")
    with again.writing() as session:
        session.connection().exec_driver_sql("SELECT 1")
        assert {mode(each) for each in home.iterdir()} == {0o600}
    again.close()
    assert sorted(each.name for each in home.iterdir()) == ["a.db"]


@pytest.mark.parametrize(
    ("content", "said"),
    [
        (b"", "is empty (0 bytes), which it never is by itself. Put back a copy"),
        (b"not a database at all" * 100, "is damaged (file is not a database): put back a copy"),
        (b"SQLite format 3\0" + b"\xff" * 5000, "is damaged"),
    ],
)
def test_a_file_that_is_no_database_is_refused_and_left_as_it_is(
    tmp_path: Path, content: bytes, said: str
) -> None:
    path = tmp_path / "a.db"
    path.write_bytes(content)
    with pytest.raises(Refusal) as refused:
        Database(path)
    assert said in str(refused.value)
    assert path.read_bytes() == content


def test_a_database_damaged_in_the_middle_is_refused_at_start(tmp_path: Path) -> None:
    path = tmp_path / "a.db"
    Database(path).close()
    whole = bytearray(path.read_bytes())
    whole[4096 * 3 : 4096 * 6] = os.urandom(4096 * 3)
    path.write_bytes(whole)
    with pytest.raises(Refusal, match="is damaged"):
        Database(path)


def test_a_later_database_is_refused(tmp_path: Path) -> None:
    path = tmp_path / "a.db"
    Database(path).close()
    with sqlite3.connect(path) as connection:
        connection.execute("UPDATE alembic_version SET version_num = '9999'")
    with pytest.raises(Refusal, match="was written by a later Zero Slate: start that one"):
        Database(path)


@contextmanager
def held(path: Path) -> Iterator[sqlite3.Connection]:
    """The database in the hands of another program, which writes."""
    other = sqlite3.connect(path, isolation_level=None, check_same_thread=False)
    other.execute("BEGIN EXCLUSIVE")
    try:
        yield other
    finally:
        other.close()


def test_a_database_that_is_held_is_refused_at_start(
    tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    path = tmp_path / "a.db"
    Database(path).close()
    monkeypatch.setattr(opening, "TO_START", 0)
    with held(path), pytest.raises(Refusal, match="is held by another program: close that one"):
        Database(path)


def test_a_home_that_can_not_be_is_refused(tmp_path: Path) -> None:
    (tmp_path / "file").touch()
    with pytest.raises(Refusal, match=r"can't be opened: .* set ZERO_SLATE_HOME"):
        Database(tmp_path / "file" / "a.db")


@pytest.mark.parametrize(
    ("damage", "said"),
    [
        ("empty", "is empty (0 bytes)"),
        ("config", "no-such.ocio"),
        ("locks", "ZERO_SLATE_LOCKED"),
        ("toml", "zero-slate.toml can't be read"),
        ("home", "can't be opened"),
    ],
)
def test_a_start_that_can_not_be_is_one_sentence(tmp_path: Path, damage: str, said: str) -> None:
    home = tmp_path / "home"
    home.mkdir()
    given = {**os.environ, "ZERO_SLATE_HOME": str(home), "ZERO_SLATE_PORT": "0"}
    if damage == "empty":
        (home / "zero-slate.db").touch()
    elif damage == "config":
        given["ZERO_SLATE_COLOR_CONFIG"] = str(tmp_path / "no-such.ocio")
    elif damage == "locks":
        given["ZERO_SLATE_LOCKED"] = "{"
    elif damage == "toml":
        (home / "zero-slate.toml").write_text("volumes = ")
    else:
        shutil.rmtree(home)
        home.touch()
    program = [sys.executable, "-m", "zero_slate", "serve"]
    done = subprocess.run(program, env=given, capture_output=True, text=True, timeout=60)
    assert done.returncode == 2, done.stdout + done.stderr
    assert said in done.stderr
    assert done.stderr.count("\n") == 1
    assert "Traceback" not in done.stderr


def test_a_database_that_is_gone_takes_nothing_until_it_is_back(
    client: TestClient, config: Config, shot: int
) -> None:
    root = f"{API}/shots/{shot}"
    typed = {"base": 1, "typed": {"rate": {"rate": "24"}}}
    away = config.home / "elsewhere.db"
    config.database.rename(away)
    for answer in (client.put(f"{root}/setup", json=typed), client.get(root)):
        assert (answer.status_code, answer.json()["code"]) == (503, "away")
        assert "isn't there any more. Put it back" in answer.json()["detail"]
    assert not config.database.exists()
    away.rename(config.database)
    assert client.put(f"{root}/setup", json=typed).status_code == 200


def test_another_database_in_its_place_is_what_is_shown(
    client: TestClient, slate: Slate, config: Config, shot: int
) -> None:
    root = f"{API}/shots/{shot}"
    earlier = config.home / "earlier.db"
    slate.workspace.database.copy(earlier)
    saved = client.put(f"{root}/setup", json={"base": 1, "typed": {"rate": {"rate": "24"}}})
    assert saved.json()["head"]["version"] == 2
    for part in ("-wal", "-shm"):
        Path(f"{config.database}{part}").unlink(missing_ok=True)
    earlier.replace(config.database)
    assert client.get(root).json()["head"]["version"] == 1
    other = client.put(f"{root}/setup", json={"base": 1, "typed": {"rate": {"rate": "25"}}})
    assert other.json()["head"]["what"] == "Rate 24000/1001 → 25"


def test_a_save_waits_for_another_program_and_the_desk_still_reads(
    client: TestClient, config: Config, shot: int
) -> None:
    root = f"{API}/shots/{shot}"
    saved: list[int] = []

    def save(text: str) -> None:
        for base in range(1, 9):
            typed = {"base": base, "typed": {"title": {"text": text}}}
            answer = client.put(f"{root}/setup", json=typed).status_code
            if answer != 409:
                saved.append(answer)
                return

    other = sqlite3.connect(config.database, isolation_level=None)
    other.execute("BEGIN IMMEDIATE")
    savers = [threading.Thread(target=save, args=(f"take {number}",)) for number in range(5)]
    for each in savers:
        each.start()
    time.sleep(0.5)
    assert client.get(f"{API}/desk").status_code == 200
    assert client.get(root).status_code == 200
    assert saved == []
    other.execute("COMMIT")
    other.close()
    for each in savers:
        each.join()
    assert saved == [200] * 5
    assert client.get(f"{root}/head").json()["version"] == 6


def test_the_queue_has_a_bound(
    client: TestClient, config: Config, shot: int, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(turns, "MOST_WAITING", 0)
    monkeypatch.setattr(opening, "TO_WRITE", 2)
    root = f"{API}/shots/{shot}"
    typed = {"base": 1, "typed": {"rate": {"rate": "24"}}}
    answers = []
    other = sqlite3.connect(config.database, isolation_level=None)
    other.execute("BEGIN IMMEDIATE")
    first = threading.Thread(
        target=lambda: answers.append(client.put(f"{root}/setup", json=typed).status_code)
    )
    first.start()
    time.sleep(0.3)
    second = client.put(f"{root}/setup", json=typed)
    assert (second.status_code, second.json()["code"]) == (503, "away")
    assert "wait for the database already" in second.json()["detail"]
    first.join()
    # The other program held it longer than is waited for: no failure, and nothing is saved.
    assert answers == [503]
    other.close()
    assert client.get(f"{root}/head").json()["version"] == 1


def test_turns_come_in_the_order_they_were_asked_for() -> None:
    queue, order = turns.Turns(), []

    def take(number: int) -> None:
        with queue.mine():
            order.append(number)

    with queue.mine():
        waiting = [threading.Thread(target=take, args=(number,)) for number in range(6)]
        for each in waiting:
            each.start()
            time.sleep(0.02)
    for each in waiting:
        each.join()
    assert order == list(range(6))


def test_a_turn_is_not_waited_for_forever(monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(turns, "PATIENCE", 0.01)
    queue = turns.Turns()

    def take() -> None:
        with pytest.raises(StoreAway, match="held too long"), queue.mine():
            pass

    with queue.mine():
        waiting = threading.Thread(target=take)
        waiting.start()
        waiting.join()
    with queue.mine():
        pass
