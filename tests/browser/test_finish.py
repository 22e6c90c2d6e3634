"""Finish, steadiness, grain and targets: chosen, seen, played, tried, published."""

import re

from playwright.sync_api import Page, expect

from tests.browser.test_away import open_lantern
from tests.browser.test_screens import violations
from tests.browser.test_stand import typed

# Frames are made by processes that give way to everything else.


def open_finish(page: Page) -> None:
    open_lantern(page)
    page.get_by_role("heading", name="LAN_0010").click()
    page.keyboard.press("Alt+f")
    expect(page.get_by_role("img", name=re.compile("as drawn"))).to_be_visible()


def test_a_finish_is_chosen_from_samples_and_played(page: Page) -> None:
    open_finish(page)
    page.get_by_role("button", name="woven paper").click()
    row = page.locator("[data-row=finish]")
    expect(row.locator("input").first).to_have_value("fills woven paper 60 % at 24 px")
    expect(row).to_contain_text("On keeper")
    page.get_by_role("button", name="lines", exact=True).click()
    page.get_by_role("button", name="left out").click()
    expect(row.locator("input").first).to_have_value(
        "fills woven paper 60 % at 24 px, lines left out"
    )
    page.get_by_role("button", name="fills", exact=True).click()
    page.get_by_role("button", name="Another seed").click()
    expect(row.locator("input").first).to_have_value(re.compile("seed 2$"))
    edge = page.get_by_role("slider", name="Edge between as drawn and as set")
    edge.press("ArrowRight")
    expect(edge).to_have_attribute("aria-valuenow", "52")
    typed(page, "steadiness", "every 2 frames")
    expect(page.locator("[data-row=steadiness]")).to_contain_text("changes a second")
    page.get_by_role("button", name="Play 24 frames").click()
    # Twenty-four pictures are made and measured: on a busy machine that takes its time.
    steady = page.get_by_text("codes of 255 from one frame to the next")
    expect(steady).to_be_visible(timeout=300_000)
    expect(page.get_by_role("img", name="24 frames")).to_be_visible()
    page.get_by_role("heading", name="LAN_0010").click()
    page.keyboard.press("u")
    expect(page.locator("[data-row=steadiness] input").first).to_have_value("held")


def test_grain_is_tried_in_a_movie(page: Page) -> None:
    open_finish(page)
    expect(page.get_by_text("No grain is set")).to_be_visible()
    typed(page, "grain", "5 % at 1.5 px")
    panel = page.get_by_role("region", name="Grain", exact=True)
    panel.get_by_label("Tried in").select_option("H.264 movie")
    panel.get_by_label("Data rate, Mb/s").fill("20")
    panel.get_by_role("button", name="Try what compression leaves").click()
    expect(panel.get_by_role("status")).to_contain_text("energy is left at 20 Mb/s")
    expect(panel.get_by_role("img", name="Encoded with grain")).to_be_visible()
    assert violations(page) == []


def test_a_production_is_published_and_undone(page: Page) -> None:
    page.goto("/")
    page.get_by_role("link", name=re.compile("The Salt Lantern Short film")).click()
    page.get_by_role("heading", name="The Salt Lantern").click()
    page.keyboard.press("Alt+o")
    page.get_by_label("Publish as GIF").check()
    expect(page.get_by_role("textbox", name="Published as")).to_have_value("GIF")
    expect(page.get_by_role("region", name="GIF")).to_contain_text("4.27 % fast")
    page.get_by_role("textbox", name="Published as").fill("GIF, film")
    expect(page.get_by_role("alert")).to_contain_text("is not a target")
    page.get_by_role("textbox", name="Published as").fill("GIF, WebP")
    page.get_by_role("button", name="Publish as ticked").click()
    expect(page.get_by_text("Published so")).to_be_visible()
    page.get_by_role("button", name="Try all that are published").click()
    cells = page.get_by_role("cell", name="as promised", exact=True)
    expect(cells).to_have_count(2)
    open_lantern(page)
    # What is in use stands open by itself.
    expect(page.locator("[data-row=targets]")).to_contain_text("GIF")
    page.go_back()
    page.goto("/p/1/targets")
    page.get_by_label("Publish as GIF").uncheck()
    page.get_by_role("button", name="Publish as ticked").click()
    page.get_by_role("button", name="Undo for all shots").click()
    expect(page.get_by_label("Publish as GIF")).to_be_checked()
