"""Who works here and with which keys, by mouse and keyboard."""

import re
from pathlib import Path

from playwright.sync_api import Browser, Page, expect
from scripts.served import Served

from tests.browser.conftest import Here, settled
from tests.browser.test_screens import violations


def begin(page: Page, name: str) -> None:
    """Make a profile and work as it."""
    page.goto("/people")
    page.get_by_role("button", name="Make a profile").click()
    page.get_by_label("Name", exact=True).fill(name)
    page.keyboard.press("Enter")
    page.get_by_role("button", name=f"Work as {name}").click()
    expect(page.get_by_role("status")).to_have_text(re.compile(f"{name} works here now"))


def test_the_first_start_asks_who_and_the_paper_and_nothing_else(
    home: Path, chromium: Browser
) -> None:
    served = Served(home, None, command="serve")
    served.start()
    try:
        page = chromium.new_page(base_url=served.root, color_scheme="light")
        page.goto("/s/4")
        expect(page.get_by_role("heading", name="Who works here?")).to_be_visible()
        assert page.get_by_role("button").all_inner_texts()[-1:] == ["Begin"]
        assert violations(page) == []
        page.get_by_label("Your name").fill("")
        page.keyboard.press("Enter")
        expect(page.get_by_role("alert")).to_contain_text("Type a name")
        page.get_by_label("Your name").fill("Mira Voss")
        page.get_by_role("radio", name="Dim paper").check(force=True)
        page.get_by_role("button", name="Begin").click()
        expect(page.get_by_role("heading", name="LAN_0010")).to_be_visible()
        expect(page.locator("html")).to_have_attribute("data-paper", "dim")
        page.context.close()
        # Another browser is asked too, and may be the same person.
        page = chromium.new_page(base_url=served.root)
        page.goto("/")
        page.get_by_role("button", name="Mira Voss").click()
        expect(page.get_by_role("heading", name="Desk", exact=True)).to_be_visible()
        page.context.close()
    finally:
        served.kill()


def test_somebody_else_sits_down_with_their_own_paper_spines_and_keys(page: Page) -> None:
    page.goto("/s/4")
    settled(page)
    spines = page.get_by_role("navigation", name="Open productions and shots")
    expect(spines.get_by_role("link", name="LAN_0010")).to_be_visible()
    begin(page, "Jo Ek")
    expect(spines.get_by_role("link", name="LAN_0010")).to_have_count(0)
    expect(spines.get_by_role("link", name="Who works here: Jo Ek")).to_contain_text("JE")
    page.keyboard.press("p")
    expect(page.locator("html")).to_have_attribute("data-paper", "dim")
    page.get_by_role("button", name="Work as tester").click()
    expect(page.locator("html")).to_have_attribute("data-paper", "paper")
    expect(spines.get_by_role("link", name="LAN_0010")).to_be_visible()
    page.get_by_role("button", name="Work as Jo Ek").click()
    expect(page.locator("html")).to_have_attribute("data-paper", "dim")
    page.reload()
    expect(page.locator("html")).to_have_attribute("data-paper", "dim")
    assert violations(page) == []


def test_a_browser_whose_storage_was_cleared_gets_all_back(page: Page, served: Here) -> None:
    page.goto("/s/4")
    settled(page)
    with page.expect_response(re.compile("/room$")):
        page.keyboard.press("p")
    spines = page.get_by_role("navigation", name="Open productions and shots")
    expect(spines.get_by_role("link", name="LAN_0010")).to_be_visible()
    page.goto("/keys")
    settled(page)
    page.evaluate("localStorage.clear()")
    page.reload()
    expect(page.locator("html")).to_have_attribute("data-paper", "dim")
    expect(spines.get_by_role("link", name="LAN_0010")).to_be_visible()


def test_a_profile_that_cannot_be_says_why_and_keeps_what_was_typed(page: Page) -> None:
    page.goto("/people")
    page.get_by_role("button", name="Make a profile").click()
    page.get_by_label("Name", exact=True).fill("TESTER")
    page.get_by_label("Mark: dots").check(force=True)
    page.get_by_role("button", name="Make the profile").click()
    expect(page.get_by_role("alert")).to_contain_text("called “TESTER” already")
    expect(page.get_by_label("Name", exact=True)).to_have_value("TESTER")
    page.get_by_role("button", name="Use TESTER 2").click()
    page.get_by_role("button", name="Make the profile").click()
    page.get_by_role("button", name="Put TESTER 2 away").click()
    expect(page.get_by_text("TESTER 2 · put away")).to_be_visible()
    page.get_by_role("button", name="Bring TESTER 2 back").click()
    page.get_by_role("button", name="Copy TESTER 2").click()
    expect(page.get_by_label("Name", exact=True)).to_have_value("TESTER 3")
    with page.expect_download() as taken:
        page.get_by_role("link", name="TESTER 2 as a file").click()
    page.get_by_role("button", name="Read a profile file").click()
    page.get_by_label("A profile file", exact=True).set_input_files(taken.value.path())
    expect(page.get_by_role("status")).to_contain_text("“TESTER 2” already: TESTER 4")


def test_keys_of_ones_own_are_pressed_told_of_and_undone(page: Page) -> None:
    page.goto("/keys")
    page.get_by_role("button", name="Make my own from it").click()
    page.get_by_label("Its name").fill("By heart")
    page.keyboard.press("Enter")
    expect(page.get_by_label("Key set")).to_have_text("By heart")
    page.get_by_role("button", name="change the keys of “Go to the desk”").click()
    field = page.get_by_label("Keys of: Go to the desk")
    expect(field).to_be_focused()
    page.keyboard.press("k")
    expect(page.get_by_text("k: “Show every key” has it too.")).to_be_visible()
    page.get_by_role("button", name="Undo", exact=True).click()
    expect(page.get_by_text("has it too")).to_have_count(0)
    page.get_by_role("button", name="change the keys of “Go to the desk”").click()
    page.get_by_role("button", name="Write it instead").click()
    field.fill("ctrl+w")
    field.press("Enter")
    expect(page.get_by_role("alert")).to_contain_text("Ctrl+W never gets here")
    expect(field).to_have_value("ctrl+w")
    assert violations(page) == []
    page.get_by_role("button", name="Use Alt+Shift+W").click()
    expect(field).to_have_count(0)
    page.keyboard.press("Alt+Shift+w")
    expect(page.get_by_role("heading", name="Desk", exact=True)).to_be_visible()
    expect(page.get_by_role("link", name="Desk")).to_have_attribute("title", "Desk (Alt+Shift+W)")


def test_a_key_is_looked_up_by_pressing_it_and_on_the_drawn_keyboard(page: Page) -> None:
    page.goto("/keys")
    page.get_by_role("button", name="Find by pressing it").click()
    page.keyboard.press("u")
    expect(page.get_by_role("status")).to_contain_text("u: 1 action")
    expect(page.get_by_text("Undo the last change")).to_be_visible()
    page.get_by_role("button", name="Show all", exact=True).click()
    key = page.get_by_role("button", name=re.compile("^U: "))
    key.focus()
    expect(page.locator("figcaption")).to_contain_text("Undo the last change")
    page.keyboard.press("Enter")
    expect(page.get_by_role("status")).to_contain_text("On U")
    page.get_by_role("button", name="Show all", exact=True).click()
    page.get_by_label("Find by words").fill("linen tester")
    expect(page.locator("dd")).to_have_count(1)


def test_a_set_for_the_pen_hand_works_the_pages(page: Page) -> None:
    page.goto("/keys")
    page.get_by_label("Key set").click()
    page.get_by_role("option", name="Pen in the right hand").click()
    expect(page.get_by_label("Key set")).to_have_text("Pen in the right hand")
    page.goto("/s/4")
    settled(page)
    page.keyboard.press("2")
    expect(page).to_have_url(re.compile("/s/4/elements"))
    page.keyboard.press("1")
    page.wait_for_url("**/s/4")
    settled(page)
    rule = page.get_by_role("slider", name="Frame rule")
    page.keyboard.press("f")
    expect(rule).to_be_focused()
    before = rule.locator("text").all_inner_texts()
    page.keyboard.press("w")
    expect(rule.locator("text").first).to_be_visible()
    assert rule.locator("text").all_inner_texts() != before
    page.keyboard.press("`")
    expect(page.get_by_role("heading", name="Desk", exact=True)).to_be_visible()


def test_two_tabs_sit_down_together(page: Page, chromium: Browser) -> None:
    other = page.context.new_page()
    other.goto("/")
    begin(page, "Jo Ek")
    expect(other.get_by_role("link", name="Who works here: Jo Ek")).to_be_visible()


def test_two_people_on_a_shot_see_each_other_and_what_is_saved(
    page: Page, chromium: Browser
) -> None:
    begin(page, "Jo Ek")
    page.goto("/s/4")
    settled(page)
    other = chromium.new_page(base_url=page.url.partition("/s/")[0])
    other.goto("/s/4")
    settled(other)
    expect(page.get_by_role("img", name="tester is on canvas")).to_be_visible()
    expect(other.get_by_role("img", name="Jo Ek is on canvas")).to_be_visible()
    # The row that one works on is marked for the other.
    other.locator('[data-row="handles"] input').first.focus()
    row = page.locator('[data-row="handles"]')
    expect(row.get_by_role("img", name="tester is on")).to_be_visible()
    # What one saves, the other sees without a reload; what they typed stays theirs.
    mine = page.locator('[data-row="count"] input').first
    mine.fill("2001")
    field = other.locator('[data-row="handles"] input').first
    field.fill("12")
    field.press("Enter")
    expect(page.get_by_role("alert")).to_contain_text("tester saved v0")
    expect(page.locator('[data-row="handles"] input').first).to_have_value("12")
    expect(mine).to_have_value("2001")
    # A page without fields of the sheet is brought up to date too.
    page.get_by_role("button", name="Discard mine").click()
    page.goto("/s/4/elements")
    settled(page)
    expect(other.get_by_role("img", name="Jo Ek is at elements")).to_be_visible()
    number = page.locator("header").get_by_text(re.compile(r"^v\d{3}$"))
    before = number.inner_text()
    field.fill("8")
    field.press("Enter")
    expect(number).not_to_have_text(before)
    page.goto("/")
    expect(other.get_by_role("img", name="Jo Ek is")).to_have_count(0)
    other.context.close()
