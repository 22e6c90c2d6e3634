"""Finding anything by one line, from everywhere."""

import re

from playwright.sync_api import Page, expect

from tests.browser.conftest import settled
from tests.browser.test_screens import violations


def test_a_shot_a_setting_and_an_action_are_found_by_key_from_everywhere(page: Page) -> None:
    page.goto("/machine")
    settled(page)
    page.keyboard.press("?")
    line = page.get_by_role("combobox", name="Find anything")
    expect(line).to_be_focused()
    page.keyboard.type("lan10")
    options = page.get_by_role("option")
    expect(options.first).to_contain_text("LAN_0010")
    expect(options.first).to_have_attribute("aria-selected", "true")
    assert violations(page) == []
    page.keyboard.press("Enter")
    expect(page.get_by_role("heading", name="LAN_0010")).to_be_visible()
    settled(page)
    # A setting of the shot that is open, out of a folded group.
    page.keyboard.press("?")
    page.keyboard.type("overscan")
    expect(options.first).to_contain_text("Overscan")
    page.keyboard.press("Enter")
    row = page.locator('[data-row="overscan"]')
    expect(row.locator("input").first).to_be_focused()
    page.keyboard.press("Escape")
    page.locator("main").click(position={"x": 5, "y": 5})
    # What a key does, by its words; what can't be done here isn't offered.
    page.keyboard.press("?")
    page.keyboard.type("other paper")
    expect(options).to_have_count(1)
    expect(options.first).to_contain_text("p")
    page.keyboard.press("Enter")
    expect(page.locator("html")).to_have_attribute("data-paper", "dim")
    page.keyboard.press("?")
    page.keyboard.type("new production")
    expect(page.get_by_text("Nothing fits every word")).to_be_visible()


def test_the_line_goes_away_and_leaves_the_focus_where_it_was(page: Page) -> None:
    page.goto("/s/4")
    settled(page)
    rule = page.get_by_role("slider", name="Frame rule")
    rule.focus()
    page.keyboard.press("?")
    page.keyboard.type("z")
    page.keyboard.press("Escape")
    expect(page.get_by_role("combobox", name="Find anything")).to_have_count(0)
    expect(rule).to_be_focused()


def test_what_is_open_is_offered_first_and_a_format_is_gone_to(page: Page) -> None:
    page.goto("/s/4")
    settled(page)
    page.goto("/p/1")
    settled(page)
    page.get_by_role("button", name="Find", exact=True).click()
    options = page.get_by_role("option")
    expect(options).to_have_count(2)
    page.keyboard.type("upright phone")
    expect(options.first).to_contain_text("format")
    options.first.click()
    expect(page).to_have_url(re.compile("/formats"))
    expect(page.get_by_role("searchbox", name="Find")).not_to_have_value("")
