"""A shot whose version can't be read: the desk and its cut go on, and it is brought back."""

import sqlite3

from playwright.sync_api import Page, expect

from tests.browser.conftest import Here


def test_a_damaged_shot_is_brought_back(page: Page, served: Here) -> None:
    database = sqlite3.connect(served.home / "zero-slate.db")
    with database:
        (shot, code, production) = database.execute(
            "SELECT id, code, production_id FROM shot ORDER BY touched_at DESC LIMIT 1"
        ).fetchone()
        database.execute(
            "INSERT INTO setup_revision (shot_id, number, content, action, what, who, at) "
            "SELECT shot_id, max(number) + 1, '{\"setup\": {\"rate\": \"1/0\"}}', 'edit', 'Rate', "
            "'me', '2026-01-01T00:00:00Z' FROM setup_revision WHERE shot_id = ?",
            (shot,),
        )
    database.close()
    page.goto("/")
    expect(page.get_by_role("main")).to_contain_text("can't be read")
    page.goto(f"/p/{production}")
    row = page.get_by_role("row", name=code).first
    expect(row).to_contain_text("can't be read")
    page.goto(f"/s/{shot}")
    expect(page.get_by_role("alert")).to_contain_text("can't be read")
    page.get_by_role("button", name="Go back to the last version that can be read").click()
    expect(page.locator("[data-row=canvas] input").first).to_be_visible()
    expect(page.get_by_role("alert")).to_have_count(0)
    page.goto("/")
    expect(page.get_by_role("main")).not_to_contain_text("can't be read")
