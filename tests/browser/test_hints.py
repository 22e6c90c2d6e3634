"""Hints at the foot of the page: by pointing, by the keyboard, and for a screen reader."""

import re

from playwright.sync_api import Page, expect

from tests.browser.conftest import settled
from tests.browser.test_screens import violations


def test_what_has_the_focus_or_is_pointed_at_is_said(page: Page) -> None:
    page.goto("/s/4")
    settled(page)
    strip = page.get_by_role("complementary", name="Hints")
    rate = page.locator('[data-row="rate"] input').first
    rate.focus()
    expect(strip).to_contain_text("Rate")
    expect(strip).to_contain_text("Frames a second, exact")
    # A screen reader hears it with the field, and no longer once it is left.
    expect(rate).to_have_accessible_description(re.compile("Frames a second, exact"))
    undo = page.get_by_role("button", name="Undo", exact=True)
    undo.hover()
    expect(strip).to_contain_text("Undo the last change")
    expect(strip.locator("kbd")).to_have_text("u")
    # The browser lays nothing over the page meanwhile, and the title is there again after it.
    assert undo.get_attribute("title") == ""
    page.mouse.move(600, 640)
    assert undo.get_attribute("title") == "Undo the last change (u)"
    page.locator('[data-row="handles"] input').first.focus()
    assert rate.get_attribute("aria-describedby") is None
    assert violations(page) == []


def test_full_hints_have_an_example_in_the_shots_own_figures(page: Page) -> None:
    page.goto("/s/4")
    settled(page)
    page.keyboard.press("Alt+g")
    strip = page.get_by_role("complementary", name="Hints")
    page.locator('[data-row="handles"] input').first.focus()
    expect(strip).to_contain_text("Set to 12 + 4: 8 more at the head than the edit asks.")
    expect(strip).to_contain_text("Work range")
    assert violations(page) == []
    # The strip has its own place: what is worked on isn't under it.
    box, row = strip.bounding_box(), page.locator("footer").bounding_box()
    assert box is not None
    assert row is not None
    assert row["y"] + row["height"] <= box["y"]
    page.locator("main").click(position={"x": 5, "y": 5})
    page.keyboard.press("Alt+g")
    expect(strip).to_have_count(0)
    # It is kept for whoever works here.
    page.reload()
    settled(page)
    expect(page.get_by_role("heading", name="LAN_0010")).to_be_visible()
    expect(strip).to_have_count(0)
    page.goto("/people")
    page.get_by_role("group", name="Hints").get_by_role("button", name="short").click()
    expect(strip).to_be_visible()
