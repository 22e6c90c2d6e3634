"""Shots: versions, undo, conflicts, reasons, and what the store keeps."""

import multiprocessing
import os
import signal
import sqlite3
from pathlib import Path

import pytest

from tests.conftest import CUT, FORMAT
from zero_slate.config import Config
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.checks.finding import State
from zero_slate.core.presentation.sheet import SheetRow
from zero_slate.files.setup_files import read_setup
from zero_slate.services.runtime.workspace import NotFound
from zero_slate.services.shots.guards import Conflict
from zero_slate.services.shots.pages import ShotPage
from zero_slate.store.database import Database
from zero_slate.store.refusals import StoreRefusal
from zero_slate.web.slate import Slate


def row(page: ShotPage, key: str) -> SheetRow:
    return next(row for group in page.sheet.groups for row in group.rows if row.key == key)


def test_a_shot_from_its_event_follows_the_edit(slate: Slate, shot: int) -> None:
    page = slate.shots.page(shot)
    assert page.sheet.state is State.FOLLOWS
    assert (page.head.code, page.head.version, page.head.saved_by) == ("FRO_0030", 1, "tester")
    assert row(page, "cut_range").required == "1009–1100"
    assert (page.head.undo, page.head.redo) == (None, None)


def test_typing_is_reckoned_and_not_stored(slate: Slate, shot: int) -> None:
    page = slate.shots.page(shot, {"canvas": {"width": "1998"}, "rate": {"rate": "2x"}})
    assert page.sheet.verdict == "1 difference from the edit"
    assert row(page, "rate").problem is not None
    assert slate.shots.page(shot).sheet.state is State.FOLLOWS
    with pytest.raises(Refusal, match="no field"):
        slate.shots.page(shot, {"canvas": {"depth": "3"}})


def test_each_save_is_a_version_and_undo_takes_it_back(slate: Slate, shot: int) -> None:
    first = slate.shots.save(shot, 1, {"canvas": {"width": "1998"}}, {})
    assert (first.head.version, first.head.what) == (2, "Size 1920 × 1080 → 1998 × 1080")
    second = slate.shots.save(shot, 2, {"rate": {"rate": "24"}}, {})
    assert second.sheet.differing == 2
    undone = slate.shots.undo(shot, 3)
    assert (undone.head.version, undone.sheet.differing) == (4, 1)
    twice = slate.shots.undo(shot, 4)
    assert twice.sheet.state is State.FOLLOWS
    redone = slate.shots.redo(shot, 5)
    assert row(redone, "canvas").fields[0].text == "1998"
    assert redone.head.redo == 3
    with pytest.raises(Refusal, match="nothing to undo"):
        slate.shots.undo(
            slate.new_shots.set_up_from_event(redone.head.production_id, "FRO_0010"), 1
        )


def test_what_cannot_be_taken_stores_nothing(slate: Slate, shot: int) -> None:
    with pytest.raises(Refusal, match="Size: Width 90,000"):
        slate.shots.save(shot, 1, {"canvas": {"width": "90000"}, "rate": {"rate": "24"}}, {})
    assert slate.shots.page(shot).head.version == 1
    unchanged = slate.shots.save(shot, 1, {"canvas": {"width": "1920"}}, {})
    assert unchanged.head.version == 1


def test_the_second_of_two_is_told_what_changed(slate: Slate, shot: int) -> None:
    slate.shots.save(shot, 1, {"rate": {"rate": "24"}}, {})
    with pytest.raises(Conflict, match="Version 2 was saved by tester") as told:
        slate.shots.save(shot, 1, {"canvas": {"width": "1998"}}, {})
    (change,) = told.value.changes
    assert (change.label, change.before, change.after) == ("Rate", "24000/1001", "24")
    page = slate.shots.page(shot)
    assert row(page, "canvas").fields[0].text == "1920"
    assert slate.shots.save(shot, 2, {"canvas": {"width": "1998"}}, {}).sheet.differing == 2


def test_a_reason_is_kept_and_can_be_taken_back(slate: Slate, shot: int) -> None:
    slate.shots.save(shot, 1, {"canvas": {"width": "1998"}}, {"canvas": "for a cinema"})
    page = slate.shots.page(shot)
    assert page.sheet.state is State.REASON
    assert (row(page, "canvas").reason, row(page, "canvas").reason_holds) == ("for a cinema", True)
    changed = slate.shots.save(shot, 2, {"canvas": {"width": "2000"}}, {})
    assert changed.sheet.state is State.DIFFERS
    assert row(changed, "canvas").reason_holds is False
    gone = slate.shots.save(shot, 3, {}, {"canvas": ""})
    assert row(gone, "canvas").reason is None
    with pytest.raises(Refusal, match="at most 200"):
        slate.shots.save(shot, 4, {}, {"canvas": "x" * 201})


def test_two_shots_cannot_share_a_code(slate: Slate, shot: int, production: int) -> None:
    with pytest.raises(Refusal, match="set up already"):
        slate.new_shots.set_up_from_event(production, "FRO_0030")
    slate.new_shots.set_up_from_event(production, "FRO_0010")
    with pytest.raises(Refusal, match="FRO_0010 is another shot"):
        slate.shots.save(shot, 1, {"code": {"code": "FRO_0010"}}, {})
    with pytest.raises(NotFound):
        slate.new_shots.set_up_from_event(production, "FRO_9999")


def test_a_setup_file_makes_the_same_shot_again(slate: Slate, shot: int, production: int) -> None:
    slate.shots.save(shot, 1, {"canvas": {"width": "1998"}}, {"canvas": "for a cinema"})
    document = read_setup(slate.handoff.contents(slate.shots.load(shot))["FRO_0030.setup.json"])
    other = slate.productions.start("Another", "", FORMAT)
    copied = slate.new_shots.take_document(other, document, "FRO_0030.setup.json")
    there, here = (slate.shots.load(each).content for each in (copied, shot))
    assert (there.setup, there.departures) == (here.setup, here.departures)
    # Where the code is there, it is a new version that undo takes back.
    slate.shots.save(shot, 2, {"canvas": {"width": "1920"}}, {})
    assert slate.new_shots.take_document(production, document, "again.json") == shot
    assert slate.shots.page(shot).head.what.startswith("Opened again.json: Size 1920")
    assert row(slate.shots.undo(shot, 4), "canvas").fields[0].text == "1920"


def test_a_recut_changes_what_is_asked(slate: Slate, shot: int, production: int) -> None:
    longer = CUT.replace(b"01:00:08:22", b"01:00:09:00").replace(b"04:31:13:05", b"04:31:13:07")
    assert slate.cuts.take(production, longer, "cut_02.edl", "23.976", None) == 2
    page = slate.shots.page(shot)
    assert page.head.cut_number == 2
    assert row(page, "cut_range").required == "1009–1102"
    assert page.sheet.differing == 2


def _save_until_killed(home: Path, shot: int, saved: "multiprocessing.SimpleQueue[int]") -> None:
    slate = Slate(Config(home=home, who="tester"))
    version = slate.shots.page(shot).head.version
    while True:
        page = slate.shots.save(shot, version, {"title": {"text": f"take {version}"}}, {})
        version = page.head.version
        saved.put(version)


def test_a_killed_server_loses_nothing_it_showed_as_saved(
    slate: Slate, shot: int, config: Config
) -> None:
    context = multiprocessing.get_context("spawn")
    saved = context.SimpleQueue()
    process = context.Process(target=_save_until_killed, args=(config.home, shot, saved))
    process.start()
    # It is killed in the middle of its work: after some saves, at no certain place of one.
    for _ in range(25):
        shown = saved.get()
    assert process.pid is not None
    os.kill(process.pid, signal.SIGKILL)
    process.join()
    while not saved.empty():
        shown = saved.get()
    page = Slate(config).shots.page(shot)
    assert page.head.version >= shown
    assert row(page, "title").fields[0].text == f"take {page.head.version - 1}"


def test_a_full_disk_is_told_and_leaves_the_store_as_it_was(
    slate: Slate, shot: int, config: Config
) -> None:
    database = slate.workspace.database
    with database.engine.connect() as connection:
        pages = connection.exec_driver_sql("PRAGMA page_count").scalar_one()
    from sqlalchemy import event

    @event.listens_for(database.engine, "begin")
    def _no_room(connection: object) -> None:
        connection.exec_driver_sql(f"PRAGMA max_page_count={pages}")  # type: ignore[attr-defined]

    def fill() -> None:
        for version in range(1, 400):
            slate.shots.save(shot, version, {"title": {"text": f"{version} " + "x" * 100}}, {})

    with pytest.raises(StoreRefusal, match="the disk is full"):
        fill()
    event.remove(database.engine, "begin", _no_room)
    page = slate.shots.page(shot)
    assert row(page, "title").fields[0].text.startswith(f"{page.head.version - 1} ")


def test_a_database_made_anew_has_every_table(tmp_path: Path) -> None:
    Database(tmp_path / "a.db").close()
    Database(tmp_path / "a.db").close()
    with sqlite3.connect(tmp_path / "a.db") as connection:
        assert connection.execute("PRAGMA journal_mode").fetchone() == ("wal",)
        assert connection.execute("SELECT version_num FROM alembic_version").fetchone() == ("0013",)


@pytest.mark.parametrize(
    ("typed", "words", "nearest"),
    [
        ({"working_space": {"name": "Gamma 2.4"}}, "has no colour space “Gamma 2.4”", "Gamma 2."),
        ({"viewing": {"display": "Cinema"}}, "has no display “Cinema”", ""),
        ({"viewing": {"view": "Filmic"}}, "has no view of sRGB - Display, “Filmic”", ""),
    ],
)
def test_a_name_that_the_colour_config_has_not_is_refused_with_its_nearest(
    slate: Slate, shot: int, typed: dict[str, dict[str, str]], words: str, nearest: str
) -> None:
    with pytest.raises(Refusal) as refused:
        slate.shots.save(shot, 1, typed, {})
    assert words in str(refused.value)
    assert (refused.value.nearest or "").startswith(nearest)
    page = slate.shots.page(shot, typed)
    (row,) = [row for group in page.sheet.groups for row in group.rows if row.key in typed]
    assert row.problem is not None
    assert slate.shots.page(shot).head.version == 1


def test_an_alias_of_a_name_is_taken(slate: Slate, shot: int) -> None:
    typed = {"working_space": {"name": "ACES - ACEScct"}}
    assert slate.shots.save(shot, 1, typed, {}).head.version == 2
