"""What is typed: shown at once, kept through pages and reloads, put back to what stands."""

import re

from playwright.sync_api import Page, Route, expect

from tests.browser.conftest import settled
from tests.browser.test_screens import open_shot
from tests.browser.test_story import head, row

PREVIEW = re.compile(r"/api/v1/shots/\d+/preview$")


def test_escape_before_the_answer_leaves_the_field_on_what_stands(page: Page) -> None:
    open_shot(page, "FRO_0020")
    held: list[Route] = []
    width = page.get_by_label("Width")
    width.fill("1998")
    settled(page)
    page.route(PREVIEW, lambda route: held.append(route))
    width.fill("90000")
    expect(width).to_have_value("90000")
    width.press("Escape")
    expect(width).to_have_value("1920")
    for route in held:
        route.continue_()
    page.unroute(PREVIEW)
    settled(page)
    expect(width).to_have_value("1920")
    expect(row(page, "canvas").get_by_role("alert")).to_have_count(0)
    expect(head(page)).to_contain_text("follows the edit")


def test_a_request_that_is_overtaken_is_aborted(page: Page) -> None:
    open_shot(page, "FRO_0020")
    settled(page)
    gone: list[str] = []
    page.on("requestfailed", lambda request: gone.append(request.failure or ""))
    held: list[Route] = []
    page.route(PREVIEW, lambda route: held.append(route))
    width = page.get_by_label("Width")
    for times, text in enumerate(("19", "199", "1998"), 1):
        width.fill(text)
        while len(held) < times:
            page.wait_for_timeout(10)
    held[-1].continue_()
    expect(row(page, "canvas")).to_contain_text("1.85")
    page.unroute(PREVIEW)
    assert len(gone) == 2


def test_leaving_a_page_keeps_what_is_typed_in_each(page: Page) -> None:
    open_shot(page, "RIV_0040")
    page.get_by_label("Width").fill("90000")
    expect(row(page, "canvas").get_by_role("alert")).to_be_visible()
    page.get_by_role("link", name="Time").click()
    change = page.get_by_role("region", name="The change")
    change.get_by_role("textbox", name="Rate").fill("25")
    expect(page.get_by_role("region", name="What it does")).to_contain_text("from 24000/1001 to 25")
    page.get_by_role("link", name="Sheet").click()
    expect(page.get_by_label("Width")).to_have_value("90000")
    page.get_by_role("link", name="Time").click()
    expect(change.get_by_role("textbox", name="Rate")).to_have_value("25")
    page.reload()
    expect(change.get_by_role("textbox", name="Rate")).to_have_value("25")
    page.get_by_role("button", name="Apply this change").click()
    # What was made isn't typed any more; what is typed elsewhere is.
    expect(head(page)).to_contain_text("v003")
    expect(page.get_by_label("Width")).to_have_value("90000")
    page.get_by_role("link", name="Time").click()
    expect(change.get_by_role("textbox", name="Rate")).to_have_value("25")
    expect(page.get_by_role("region", name="What it does")).to_contain_text("Type another rate")


def test_a_brief_that_is_being_written_outlives_a_reload(page: Page) -> None:
    open_shot(page, "GRA_0010")
    brief = page.get_by_role("region", name="Brief")
    brief.get_by_role("button", name="Write a brief").click()
    brief.get_by_label("What is asked").fill("Draw the bench, ")
    brief.get_by_role("button", name="work range").click()
    brief.get_by_label("Checklist").fill("Vice\nLamp")
    page.reload()
    expect(brief.get_by_label("What is asked")).to_have_value("Draw the bench, {work range}")
    expect(brief.get_by_label("Checklist")).to_have_value("Vice\nLamp")
    brief.get_by_role("button", name="Keep the brief").click()
    expect(brief).to_contain_text("Draw the bench, 1001–1226")
    page.reload()
    expect(brief.get_by_label("Vice")).to_be_visible()
    expect(brief.get_by_label("What is asked")).to_have_count(0)
    brief.get_by_role("button", name="Change it").click()
    brief.get_by_label("What is asked").fill("nothing")
    brief.get_by_role("button", name="Cancel").click()
    expect(brief).to_contain_text("Draw the bench, 1001–1226")


def test_a_sheet_is_fetched_once_as_it_opens(page: Page) -> None:
    open_shot(page, "FRO_0030")
    settled(page)
    asked: list[str] = []
    page.on("request", lambda request: asked.append(request.url))
    page.reload()
    expect(row(page, "canvas")).to_be_visible()
    settled(page)
    sheets = [url for url in asked if re.search(r"/api/v1/shots/\d+$", url)]
    assert len(sheets) == 1


def test_an_edit_formats_typing_outlives_its_page_and_is_let_go(page: Page) -> None:
    page.goto("/")
    page.get_by_role("link", name=re.compile("Harbour Clock Repairs Series")).click()
    page.get_by_role("link", name="Edit format", exact=True).first.click()
    page.get_by_label("Head handle").fill("10")
    touches = page.get_by_role("region", name="What it touches")
    expect(touches).to_contain_text("Handles 12 + 12 → 10 + 12")
    page.get_by_role("link", name="Cut", exact=True).click()
    page.get_by_role("link", name="Edit format", exact=True).first.click()
    expect(page.get_by_label("Head handle")).to_have_value("10")
    touches.get_by_role("button", name="Cancel").click()
    expect(page.get_by_label("Head handle")).to_have_value("12")
    expect(touches).to_contain_text("Nothing is changed yet")
