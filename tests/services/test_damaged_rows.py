"""A row that can't be read any more is one damaged row, and is brought back from what can be."""

import sqlite3
from collections.abc import Iterator
from contextlib import contextmanager
from typing import Any

import pytest
from fastapi.testclient import TestClient

from zero_slate.config import Config
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.checks.finding import State
from zero_slate.core.presentation.sheet import Sheet, build_sheet
from zero_slate.core.shot.context import ShotContext
from zero_slate.store.unreadable import Unreadable
from zero_slate.web.app import create_app
from zero_slate.web.slate import Slate

API = "/api/v1"


@contextmanager
def database(config: Config) -> Iterator[sqlite3.Connection]:
    """The database by hand, as somebody else's program would change it."""
    connection = sqlite3.connect(config.database)
    with connection:
        yield connection
    connection.close()


def damage(config: Config, shot: int, text: str = '{"setup": {"rate": "1/0"}}') -> None:
    """Store a version that can't be read, by hand."""
    with database(config) as sql:
        sql.execute(
            "INSERT INTO setup_revision (shot_id, number, content, action, what, who, at) "
            "SELECT shot_id, max(number) + 1, ?, 'edit', 'Rate', 'me', '2026-01-01T00:00:00Z' "
            "FROM setup_revision WHERE shot_id = ?",
            (text, shot),
        )


def test_a_damaged_shot_is_shown_as_such_and_the_rest_goes_on(
    slate: Slate, config: Config, production: int, shot: int
) -> None:
    other = slate.new_shots.set_up_from_event(production, "FRO_0010")
    damage(config, shot)
    lines = {line.code: line for line in slate.cut_pages.page(production).lines}
    assert (lines["FRO_0030"].word, lines["FRO_0030"].state) == ("can't be read", State.UNKNOWN)
    assert lines["FRO_0010"].state is State.FOLLOWS
    recent = {each.code: each for each in slate.desk.page().recent}
    assert "can't be read" in recent["FRO_0030"].verdict
    assert recent["FRO_0010"].state is State.FOLLOWS
    slate.shots.save(other, 1, {"rate": {"rate": "24"}}, {})
    with pytest.raises(Unreadable, match="Version 2 can't be read"):
        slate.shots.page(shot)


def test_the_last_version_that_can_be_read_is_brought_back(
    client: TestClient, config: Config, shot: int
) -> None:
    root = f"{API}/shots/{shot}"
    sound = client.post(f"{root}/recover")
    assert (sound.status_code, "nothing needs bringing back" in sound.json()["detail"]) == (
        422,
        True,
    )
    client.put(f"{root}/setup", json={"base": 1, "typed": {"rate": {"rate": "24"}}})
    damage(config, shot, '{"setup": ')
    answer = client.get(root)
    assert (answer.status_code, answer.json()["code"]) == (409, "damaged")
    page = client.post(f"{root}/recover").json()
    assert (page["head"]["version"], page["head"]["what"]) == (
        4,
        "Brought back v002: v003 couldn't be opened",
    )
    assert client.get(root).json()["head"]["version"] == 4
    undone = client.post(f"{root}/undo", json={"base": 4})
    assert undone.status_code in (200, 409)
    assert client.get(root).status_code in (200, 409)


def test_where_no_version_can_be_read_what_can_be_of_it_stands(
    slate: Slate, config: Config, shot: int
) -> None:
    slate.shots.save(shot, 1, {"title": {"text": "Crow reads"}, "rate": {"rate": "25"}}, {})
    with database(config) as sql:
        sql.execute(
            'UPDATE setup_revision SET content = replace(content, \'"rate":"25"\', '
            '\'"rate":"25.5.5"\')'
        )
        sql.execute("UPDATE setup_revision SET content = replace(content, '24000/1001', '1/0')")
    slate.recovery.shot(shot)
    page = slate.shots.page(shot)
    assert page.head.title == "Crow reads"
    assert "the rest from the edit format" in page.head.what
    rate = next(row for group in page.sheet.groups for row in group.rows if row.key == "rate")
    assert rate.fields[0].text == "24000/1001"


def test_a_damaged_edit_format_is_one_productions(
    client: TestClient, slate: Slate, config: Config, production: int, shot: int
) -> None:
    second = slate.productions.start("Another", "", {})
    with database(config) as sql:
        sql.execute(
            "UPDATE edit_revision SET content = '{\"rate\": 0}' WHERE production_id = ?",
            (production,),
        )
    cards = {card["title"]: card for card in client.get(f"{API}/desk").json()["productions"]}
    assert "can't be read" in cards["A film"]["format"]
    assert "can't be read" not in cards["Another"]["format"]
    assert client.get(f"{API}/productions/{second}").status_code == 200
    for address in (f"{API}/productions/{production}", f"{API}/shots/{shot}"):
        answer = client.get(address)
        assert (answer.status_code, answer.json()["code"]) == (409, "damaged")
    mended = client.post(f"{API}/productions/{production}/edit-format/recover")
    assert mended.status_code == 200
    assert client.get(f"{API}/shots/{shot}").status_code == 200
    again = client.post(f"{API}/productions/{production}/edit-format/recover")
    assert again.status_code == 422


def test_a_damaged_event_element_and_house_setup_stay_one_each(
    client: TestClient, slate: Slate, config: Config, production: int, shot: int
) -> None:
    slate.elements.link(shot, "media", "plates/FRO_0030", "FRO_0030_plate.####.exr", None)
    slate.house.change(0, {"rate": {"rate": "25"}})
    with database(config) as sql:
        sql.execute("UPDATE event SET source_rate = 'x' WHERE code = 'FRO_0010'")
        sql.execute("UPDATE element SET media = '[]'")
        sql.execute("UPDATE house_revision SET content = ''")
    lines = {
        line["code"]: line for line in client.get(f"{API}/productions/{production}").json()["lines"]
    }
    assert lines["FRO_0010"]["word"] == "can't be read"
    assert lines["FRO_0030"]["word"] != "can't be read"
    linked = client.get(f"{API}/shots/{shot}/elements").json()
    assert "can't be read" in linked[0]["line"]["problem"]
    assert client.get(f"{API}/shots/{shot}").status_code == 200
    assert client.get(f"{API}/house").status_code == 200


def test_a_damaged_own_format_is_shown_as_such(client: TestClient, config: Config) -> None:
    for name in ("HD 1080 25p", "HD 1080 50p"):
        made = client.post(f"{API}/formats/duplicate", json={"name": name}).json()["name"]
    before = client.get(f"{API}/formats").json()
    with database(config) as sql:
        sql.execute("UPDATE own_format SET content = '{}' WHERE name = ?", (made,))
    page = client.get(f"{API}/formats").json()
    assert (before["damaged"], page["all"]) == ([], before["all"] - 1)
    (said,) = page["damaged"]
    assert said.startswith(f"“{made}” can't be read")


def test_a_home_that_was_damaged_is_mended_at_start_with_a_copy_kept(
    slate: Slate, config: Config, production: int, shot: int
) -> None:
    slate.close()
    with database(config) as sql:
        sql.execute("DELETE FROM table_version WHERE name = 'healed'")
    damage(config, shot)
    with TestClient(create_app(config), base_url="http://localhost") as again:
        assert again.app.state.slate.mended == 1  # type: ignore[attr-defined]
        assert again.get(f"{API}/shots/{shot}").json()["head"]["version"] == 3
    copies = list(config.home.glob("before-mending-*.sqlite"))
    assert len(copies) == 1
    kept = sqlite3.connect(copies[0])
    assert kept.execute("SELECT max(number) FROM setup_revision").fetchone() == (2,)
    kept.close()
    damage(config, shot)
    with TestClient(create_app(config), base_url="http://localhost") as once:
        assert once.app.state.slate.mended == 0  # type: ignore[attr-defined]


@pytest.mark.parametrize(
    "typed",
    [
        {"work_range": {"first": "=-99999999"}},
        {"rate": {"rate": "0.0001"}},
        {"pixel_aspect": {"ratio": "1.00000000001"}},
        {"canvas": {"width": "9" * 30}},
        {"title": {"text": "\ud800"}},
    ],
)
def test_what_is_refused_is_not_stored(
    slate: Slate, shot: int, typed: dict[str, dict[str, str]]
) -> None:
    try:
        slate.shots.save(shot, 1, typed, {})
    except (Refusal, ValueError):
        assert slate.shots.page(shot).head.version == 1
    assert slate.cut_pages.page(slate.shots.page(shot).head.production_id)


def test_what_can_not_be_shown_is_not_stored(
    slate: Slate, shot: int, monkeypatch: pytest.MonkeyPatch
) -> None:
    def broken(*_: object, **__: object) -> None:
        raise ZeroDivisionError("an edge that nobody foresaw")

    monkeypatch.setattr("zero_slate.services.shots.showing.build_sheet", broken)
    with pytest.raises(Refusal, match="Nothing was saved: FRO_0030 couldn't be opened again"):
        slate.shots.save(shot, 1, {"rate": {"rate": "24"}}, {})
    monkeypatch.undo()
    assert slate.shots.page(shot).head.version == 1


def test_an_edit_format_that_shots_can_not_be_shown_with_is_not_stored(
    slate: Slate, production: int, shot: int, monkeypatch: pytest.MonkeyPatch
) -> None:
    def broken_at_25(context: ShotContext, *rest: Any) -> Sheet:
        if context.edit.rate.fraction == 25:
            raise ZeroDivisionError("an edge that nobody foresaw")
        return build_sheet(context, *rest)

    monkeypatch.setattr("zero_slate.services.shots.showing.build_sheet", broken_at_25)
    with pytest.raises(Refusal, match="Nothing was saved: FRO_0030 couldn't be opened again"):
        slate.edit_formats.change(production, 1, {"rate": {"rate": "25"}}, False, frozenset())
    assert slate.edit_formats.preview(production, {}, False).version == 1
    slate.edit_formats.change(production, 1, {"rate": {"rate": "30"}}, False, frozenset())
    assert slate.edit_formats.preview(production, {}, False).version == 2


def test_a_shot_that_could_not_be_shown_before_does_not_hold_the_edit_format_up(
    slate: Slate, production: int, shot: int, monkeypatch: pytest.MonkeyPatch
) -> None:
    def broken(*_: object, **__: object) -> None:
        raise ZeroDivisionError("an edge that nobody foresaw")

    monkeypatch.setattr("zero_slate.services.shots.showing.build_sheet", broken)
    slate.edit_formats.change(production, 1, {"rate": {"rate": "25"}}, False, frozenset())
    assert slate.edit_formats.preview(production, {}, False).version == 2
