"""Databases and setups of every earlier version: they open, are brought up, and a copy is kept.

The fixtures are dumps of the demo as each version made it.
"""

import gzip
import json
import sqlite3
from contextlib import closing
from pathlib import Path

import pytest
from sqlalchemy import select
from typer.testing import CliRunner

from zero_slate import cli
from zero_slate.config import Config
from zero_slate.core.base.refusal import Refusal
from zero_slate.files.setup_files import read_setup
from zero_slate.store import earlier
from zero_slate.store.earlier import state, state_of
from zero_slate.store.older_rows import brought_up, newest_revision
from zero_slate.store.tables import Shot
from zero_slate.store.transfer import TABLES, require_rows, table_of
from zero_slate.web.slate import Slate

DUMPS = sorted((Path(__file__).parents[1] / "fixtures" / "databases").glob("*.sql.gz"))


def made_at(folder: Path, dump: Path) -> Path:
    """Make the database that a dump is of, in a home."""
    folder.mkdir(mode=0o700)
    path = folder / "zero-slate.db"
    with closing(sqlite3.connect(path)) as connection:
        connection.executescript(gzip.decompress(dump.read_bytes()).decode())
    path.chmod(0o600)
    return path


def test_every_version_has_its_fixture() -> None:
    revisions = [each.name.partition(".")[0] for each in DUMPS]
    known = [each.partition(":")[0] for each in state("").steps]
    # The newest isn't released before there is a newer one.
    assert revisions == known[:-1]


@pytest.mark.parametrize("dump", DUMPS, ids=lambda each: each.name[:4])
def test_a_database_of_an_earlier_version_opens(tmp_path: Path, dump: Path) -> None:
    path = made_at(tmp_path / "home", dump)
    before = path.read_bytes()
    found = state_of(path)
    assert found.steps
    assert path.read_bytes() == before
    slate = Slate(Config(home=tmp_path / "home", who="tester"))
    try:
        page = slate.desk.page()
        assert "Harbour Clock Repairs" in {each.title for each in page.productions}
        assert all(each.verdict != "can't be read" for each in page.recent)
        with slate.workspace.reading() as session:
            shots = session.scalars(select(Shot.id)).all()
        for shot in shots:
            assert slate.shots.page(shot).sheet.groups
            for version in slate.keeping.list(shot).versions:
                assert version.number
    finally:
        slate.close()
    (copy,) = (tmp_path / "home").glob("zero-slate.version-*.db")
    assert f"version-{dump.name[:4]}" in copy.name
    assert state_of(copy) == found
    assert state_of(path).steps == ()


@pytest.mark.parametrize("dump", DUMPS, ids=lambda each: each.name[:4])
def test_setups_and_rows_of_an_earlier_version_are_taken(tmp_path: Path, dump: Path) -> None:
    path = made_at(tmp_path / "home", dump)
    rows: dict[str, list[dict[str, object]]] = {}
    with closing(sqlite3.connect(path)) as connection:
        connection.row_factory = sqlite3.Row
        there = {name for (name,) in connection.execute("SELECT name FROM sqlite_master")}
        for table in map(table_of, TABLES):
            if table.name in there:
                found = connection.execute(f"SELECT * FROM {table.name}")
                rows[table.name] = [dict(row) for row in found]
    for row in rows["setup_revision"]:
        setup = json.loads(str(row["content"]))["setup"]
        document = {"kind": "zero-slate/setup", "version": 1, "setup": setup}
        assert read_setup(json.dumps(document).encode()).setup.code
    one = [each for each in rows["production"] if each["title"] == "Harbour Clock Repairs"]
    up = brought_up(rows, dump.name[:4])
    up["production"] = [each for each in up["production"] if each["id"] == one[0]["id"]]
    assert len(require_rows(up)["shot"]) == len(rows["shot"])


def test_without_room_for_a_copy_nothing_is_brought_up(
    tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    path = made_at(tmp_path / "home", DUMPS[0])

    def full(*_: object) -> None:
        raise OSError(28, "No space left on device")

    monkeypatch.setattr(earlier.os, "replace", full)
    with pytest.raises(Refusal, match="no copy of it could be kept"):
        Slate(Config(home=tmp_path / "home", who="tester"))
    monkeypatch.undo()
    assert state_of(path).revision == "0001"
    assert [each.name for each in (tmp_path / "home").glob("*.new")] == []


def test_what_a_start_would_do_is_seen_first(
    tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setenv("ZERO_SLATE_HOME", str(tmp_path / "home"))
    said = CliRunner().invoke(cli.app, ["database"]).output
    assert "the first start makes it" in said
    path = made_at(tmp_path / "home", DUMPS[-2])
    said = CliRunner().invoke(cli.app, ["database"]).output
    assert f"It is version {DUMPS[-2].name[:4]}; the next start brings it up" in said
    assert f"  {newest_revision()}: " in said
    with closing(sqlite3.connect(path)) as connection:
        connection.execute("UPDATE alembic_version SET version_num = '9999'")
        connection.commit()
    assert "a later Zero Slate" in CliRunner().invoke(cli.app, ["database"]).output
    path.write_bytes(b"no database at all")
    result = CliRunner().invoke(cli.app, ["database"])
    assert result.exit_code == 2
