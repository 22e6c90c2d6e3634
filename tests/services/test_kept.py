"""What is kept in memory is what the database says, whoever wrote, and is made once."""

import sqlite3
import subprocess
import sys
import threading
from collections.abc import Iterator
from pathlib import Path

import pytest
from sqlalchemy import event as sql_event
from sqlalchemy.orm import Session

from tests.conftest import CUT, FORMAT
from tests.makers import edl, event
from zero_slate.config import Config
from zero_slate.core.canvas.fit import FitMode
from zero_slate.core.checks.finding import State
from zero_slate.files.media.folders import Found
from zero_slate.services.changes.sources import FilePlace, Source
from zero_slate.services.productions import judged as judged_module
from zero_slate.services.runtime.kept import Kept
from zero_slate.services.runtime.workspace import NotFound
from zero_slate.services.shots import sheets
from zero_slate.store.stamps import formats_stamp, shot_stamp, whole_stamp
from zero_slate.web.slate import Slate

NONE: frozenset[str] = frozenset()
PLATE = ("media", "plates/FRO_0030", "FRO_0030_plate.####.exr")


@pytest.fixture
def other(slate: Slate, config: Config) -> Iterator[Slate]:
    """Another server on the same home."""
    other = Slate(config)
    yield other
    other.close()


def state_in_cut(slate: Slate, production: int, code: str = "FRO_0030") -> State:
    (line,) = (each for each in slate.cut_pages.page(production).lines if each.code == code)
    return line.state


def asked(slate: Slate) -> list[str]:
    """Every question that is put to the database from now on."""
    found: list[str] = []

    def note(conn: object, cursor: object, statement: str, *_: object) -> None:
        # How a connection is set up and how a session begins depends on which the pool gives.
        if not statement.startswith(("PRAGMA", "BEGIN")):
            found.append(statement)

    sql_event.listen(slate.workspace.database.engine, "before_cursor_execute", note)
    return found


def test_two_servers_on_one_home_see_each_others_saves(
    slate: Slate, other: Slate, production: int, shot: int
) -> None:
    for each in (slate, other):
        assert state_in_cut(each, production) is State.FOLLOWS
        assert each.shots.page(shot).head.version == 1
    slate.shots.save(shot, 1, {"rate": {"rate": "24"}}, {})
    assert other.shots.page(shot).sheet.state is State.DIFFERS
    assert state_in_cut(other, production) is State.DIFFERS
    assert other.desk.page().recent[0].state is State.DIFFERS
    other.shots.undo(shot, 2)
    assert state_in_cut(slate, production) is State.FOLLOWS
    assert slate.shots.page(shot).head.version == 3


def test_two_servers_see_each_others_formats_elements_cuts_and_edit_formats(
    slate: Slate, other: Slate, production: int, shot: int
) -> None:
    other.library.page()
    made = slate.library.begin("HD 1080 50i")
    assert made.name in [
        f.name for family in other.library.page(made.name).families for f in family.formats
    ]
    slate.library.remove(made.id or 0)
    with pytest.raises(NotFound):
        other.library.named(made.name)

    assert other.shots.load(shot).elements == ()
    element = slate.elements.link(shot, *PLATE, None)
    assert [e.id for e in other.shots.load(shot).elements] == [element.id]
    assert state_in_cut(other, production) is State.DIFFERS
    slate.elements.change(shot, element.id, {"placing": FitMode.COVER, "line_work": False})
    assert other.shots.load(shot).elements[0].placing is FitMode.COVER
    slate.elements.unlink(shot, element.id)
    assert other.shots.load(shot).elements == ()
    assert state_in_cut(other, production) is State.FOLLOWS

    slate.edit_formats.change(production, 1, {"rate": {"rate": "25"}}, False, NONE)
    assert other.shots.page(shot).sheet.state is State.DIFFERS
    assert other.edit_formats.preview(production, {}, False).version == 2
    gone = edl(event(1, "05:00:00:00", "01:00:00:00", 40, "GRA_0010"))
    slate.cuts.take(production, gone, "cut_02.edl", "25", None)
    assert [line.code for line in other.cut_pages.page(production).lines] == [
        "GRA_0010",
        "FRO_0030",
    ]


def test_a_save_between_a_snapshot_and_keeping_it_is_never_hidden(
    slate: Slate, other: Slate, production: int, shot: int, monkeypatch: pytest.MonkeyPatch
) -> None:
    """Another server saves while this one, its snapshot open, is still judging."""
    judge = judged_module.match
    saved = []

    def meanwhile(*about):  # type: ignore[no-untyped-def]
        if not saved:
            saved.append(True)
            other.shots.save(shot, 1, {"rate": {"rate": "24"}}, {})
        return judge(*about)

    monkeypatch.setattr(judged_module, "match", meanwhile)
    assert state_in_cut(slate, production) is State.FOLLOWS
    assert state_in_cut(slate, production) is State.DIFFERS

    load = sheets.load_shot

    def later(session: Session, shot_id: int):  # type: ignore[no-untyped-def]
        found = load(session, shot_id)
        if len(saved) == 1:
            saved.append(True)
            other.shots.save(shot, 2, {"title": {"text": "Frost"}}, {})
        return found

    monkeypatch.setattr(sheets, "load_shot", later)
    assert slate.shots.load(shot).content.setup.title == ""
    assert slate.shots.load(shot).content.setup.title == "Frost"


def test_nothing_of_a_change_that_was_not_stored_is_kept(
    slate: Slate, production: int, shot: int
) -> None:
    """A writer sees its own changes; when they are rolled back, nobody saw them."""

    def change_and_break() -> None:
        with slate.workspace.writing() as session:
            first = slate.judged.of(session, production).events[0]
            slate.new_shots.make_from_event(session, production, first)
            assert "FRO_0010" in slate.judged.of(session, production).shots
            raise RuntimeError

    with pytest.raises(RuntimeError):
        change_and_break()
    assert state_in_cut(slate, production, "FRO_0010") is State.NEW
    made = slate.new_shots.set_up_from_event(production, "FRO_0010")
    assert slate.shots.load(made).content.setup.code == "FRO_0010"
    assert state_in_cut(slate, production, "FRO_0010") is State.FOLLOWS


def test_a_revision_that_is_mended_by_hand_is_read_again(
    slate: Slate, production: int, shot: int
) -> None:
    assert state_in_cut(slate, production) is State.FOLLOWS
    slate.shots.load(shot)
    with sqlite3.connect(slate.workspace.config.database) as connection:
        connection.execute(
            "UPDATE setup_revision SET content = json_set(content, '$.setup.rate', '24')"
        )
    assert str(slate.shots.load(shot).content.setup.rate) == "24"
    assert state_in_cut(slate, production) is State.DIFFERS


def test_only_what_changed_is_judged_again(
    slate: Slate, production: int, shot: int, monkeypatch: pytest.MonkeyPatch
) -> None:
    slate.new_shots.set_up_from_event(production, "FRO_0010")
    judge, count = judged_module.match, []

    def counted(*about):  # type: ignore[no-untyped-def]
        count.append(about)
        return judge(*about)

    monkeypatch.setattr(judged_module, "match", counted)
    slate.cut_pages.page(production)
    assert len(count) == 2
    slate.cut_pages.page(production)
    slate.desk.page()
    assert len(count) == 2
    slate.shots.save(shot, 1, {"rate": {"rate": "24"}}, {})
    slate.cut_pages.page(production)
    assert len(count) == 3
    elsewhere = slate.productions.start("Another", "", FORMAT)
    slate.cuts.take(elsewhere, CUT, "cut.edl", "23.976", None)
    slate.new_shots.set_up_from_event(elsewhere, "FRO_0030")
    slate.cut_pages.page(production)
    assert len(count) == 3


def test_a_file_is_read_once_for_many_shots_and_before_anything_is_locked(
    slate: Slate, production: int, monkeypatch: pytest.MonkeyPatch
) -> None:
    read, count = Found.read, []
    writing = threading.Event()
    enter = slate.workspace.database.writing

    def counted(found: Found, *about):  # type: ignore[no-untyped-def]
        assert not writing.is_set(), "read while the database is locked"
        count.append(found.name)
        return read(found, *about)

    def watched():  # type: ignore[no-untyped-def]
        writing.set()
        return enter()

    monkeypatch.setattr(Found, "read", counted)
    monkeypatch.setattr(slate.workspace.database, "writing", watched)
    source = Source(file=FilePlace(*PLATE))
    codes = [f"NEW_{number:04d}" for number in range(1, 21)]
    made = slate.starting.begin(production, codes, source)
    assert (len(made.ids), count) == (20, [PLATE[2]])
    writing.clear()
    slate.batches.page(production, source, list(made.ids), NONE)
    assert len(count) == 1


def test_headers_are_read_again_where_files_changed(
    slate: Slate, config: Config, monkeypatch: pytest.MonkeyPatch
) -> None:
    first = slate.volumes.read(*PLATE)
    assert slate.volumes.read(*PLATE) is first
    plate = config.volumes["media"] / "plates/FRO_0030"
    next(iter(sorted(plate.iterdir()))).unlink()
    assert slate.volumes.read(*PLATE).count == first.count - 1


def test_the_database_is_asked_for_what_is_wanted(slate: Slate, production: int, shot: int) -> None:
    """However many versions the others have, those of a few shots are read."""
    other = slate.new_shots.set_up_from_event(production, "FRO_0010")
    for version in range(1, 12):
        slate.shots.save(other, version, {"title": {"text": f"take {version}"}}, {})
    batch = slate.batches.take(production, Source(typed={"rate": {"rate": "24"}}), [shot], NONE)
    questions = asked(slate)
    slate.batches.undo(batch)
    contents = [each for each in questions if "setup_revision.content" in each]
    assert contents
    assert all(" WHERE " in each.replace("\n", " ") for each in contents)
    questions.clear()
    slate.cut_pages.page(production)
    first = len(questions)
    slate.cut_pages.page(production)
    assert len(questions) - first <= 2


def test_a_keystroke_asks_the_database_one_question(slate: Slate, shot: int) -> None:
    slate.shots.page(shot)
    questions = asked(slate)
    slate.shots.page(shot, {"canvas": {"width": "1998"}})
    assert len([each for each in questions if each.startswith("SELECT")]) == 1


def test_since_when_stops_at_the_first_difference(slate: Slate, shot: int) -> None:
    for version, rate in enumerate(("24", "25", "25", "24"), 1):
        title = {"title": {"text": f"take {version}"}}
        slate.shots.save(shot, version, {"rate": {"rate": rate}, **title}, {})
    slate.shots.save(shot, 5, {"title": {"text": "last"}}, {})
    own = slate.provenances.of(shot, "rate")
    assert [(e.name, e.stands) for e in own.entries][-1] == ("This shot", True)
    assert own.follow == "Follow the edit format again"
    with slate.workspace.reading() as session:
        numbers = session.connection().exec_driver_sql(
            "SELECT number FROM setup_revision WHERE at = ?", (own.entries[-1].since,)
        )
        assert 5 in [number for (number,) in numbers]
    assert slate.provenances.of(shot, "cut_range").follow is None


def test_stamps_tell_every_kind_of_change_apart(slate: Slate, production: int, shot: int) -> None:
    def stamps() -> tuple:
        with slate.workspace.reading() as session:
            return shot_stamp(session, shot), whole_stamp(session), formats_stamp(session)

    before = stamps()
    slate.shots.save(shot, 1, {"title": {"text": "x"}}, {})
    saved = stamps()
    assert (saved[0] != before[0], saved[1] != before[1], saved[2]) == (True, True, before[2])
    element = slate.elements.link(shot, *PLATE, None)
    linked = stamps()
    assert linked[0] != saved[0]
    slate.elements.unlink(shot, element.id)
    assert stamps()[0] not in (saved[0], linked[0])
    with slate.workspace.reading() as session:
        assert shot_stamp(session, 99) is None


def test_what_is_kept_has_a_bound_and_a_stamp() -> None:
    kept: Kept[int, str] = Kept(2)
    kept.put(1, "a", "one")
    kept.put(2, "a", "two")
    assert (kept.get(1, "a"), kept.get(1, "b"), kept.last(1)) == ("one", None, "one")
    kept.put(3, "a", "three")
    assert (len(kept), kept.get(2, "a"), kept.get(1, "a")) == (2, None, "one")


def test_a_home_of_before_stamps_is_brought_up_to_date(slate: Slate, config: Config) -> None:
    path = Path(config.database)
    with sqlite3.connect(path) as connection:
        names = {name for (name,) in connection.execute("SELECT name FROM sqlite_master")}
    assert {"table_version", "element_update", "setup_revision_update"} <= names


def test_servers_that_start_at_once_on_a_new_home_all_start(tmp_path: Path) -> None:
    opens = (
        "import sys; from pathlib import Path; from zero_slate.store.database import Database; "
        "Database(Path(sys.argv[1])).close()"
    )
    command = [sys.executable, "-c", opens, str(tmp_path / "zero-slate.db")]
    starting = [
        subprocess.Popen(command, stderr=subprocess.PIPE, text=True, encoding="utf-8")
        for _ in range(4)
    ]
    assert [each.communicate(timeout=120)[1] for each in starting] == [""] * 4
    assert [each.returncode for each in starting] == [0] * 4
