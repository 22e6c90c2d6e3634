"""Side by side in the browser: rows, a value taken across, one moment, pictures that play."""

import re

from playwright.sync_api import Page, expect

from tests.browser.conftest import settled
from tests.browser.test_screens import violations


def test_two_shots_from_their_spines_and_a_value_taken_across(page: Page) -> None:
    for number in (4, 3):
        page.goto(f"/s/{number}")
        settled(page)
    page.keyboard.press("Alt+s")
    expect(page.get_by_role("heading", name="Side by side")).to_be_visible()
    page.get_by_role("button", name="LAN_0010", exact=True).click()
    settled(page)
    title = page.locator('[data-beside="title"]')
    expect(title).to_contain_text("The lamp flares")
    expect(page.get_by_role("img", name=re.compile("Canvases at one scale"))).to_be_visible()
    assert violations(page) == []
    # The moment is read in the count of each.
    moment = page.get_by_role("slider", name="Moment")
    moment.focus()
    before = moment.get_attribute("aria-valuetext")
    page.keyboard.press("ArrowRight")
    expect(moment).not_to_have_attribute("aria-valuetext", before or "")
    expect(moment).to_have_attribute("aria-valuetext", re.compile("LAN_0010 1006"))
    # A value is taken across by a change that is seen before it is made.
    title.get_by_role("link", name=re.compile("into LAN_0010")).click()
    expect(page.get_by_role("main", name="The change")).to_contain_text("The lamp flares")


def test_a_shot_beside_its_edit_and_its_first_version_with_pictures(page: Page) -> None:
    page.goto("/s/4")
    settled(page)
    page.goto("/beside?of=s4")
    settled(page)
    page.get_by_role("button", name="what its edit asks").click()
    row = page.locator('[data-beside="cut_range"]')
    expect(row).to_contain_text("1009–1070")
    page.get_by_label("An older version").click()
    page.get_by_role("option", name="v001").click()
    settled(page)
    expect(page.get_by_role("button", name=re.compile("^Take LAN_0010, v001"))).to_be_visible()
    page.get_by_role("group", name="Shown").get_by_role("button", name="pictures").click()
    tables = page.get_by_role("group", name="Light table")
    expect(tables).to_have_count(2)
    expect(page.locator("[data-frame='1005']")).to_have_count(2)
    page.get_by_role("button", name="Play together").click()
    expect(page.get_by_role("button", name="Stop")).to_be_visible()
    expect(page.locator("[data-frame='1005']")).to_have_count(0)
    page.get_by_role("button", name="Stop").click()
    assert violations(page) == []
