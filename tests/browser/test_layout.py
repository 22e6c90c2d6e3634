"""Panes and windows of their own: by mouse and keyboard, kept, and brought back."""

import re
from typing import Literal

import pytest
from playwright.sync_api import Page, expect

from tests.browser.conftest import settled
from tests.browser.test_screens import violations


def width(page: Page) -> float:
    box = page.get_by_role("complementary", name="Drawing").bounding_box()
    assert box is not None
    return box["width"]


def test_a_pane_is_made_wider_by_mouse_and_keys_and_stays_so(page: Page) -> None:
    page.goto("/s/4")
    settled(page)
    usual = width(page)
    parts = page.get_by_role("separator", name="How wide the pane at the side is")
    box = parts.bounding_box()
    assert box is not None
    page.mouse.move(box["x"], 300)
    page.mouse.down()
    page.mouse.move(box["x"] - 150, 300, steps=4)
    page.mouse.up()
    dragged = width(page)
    assert usual + 140 < dragged < usual + 160
    parts.focus()
    page.keyboard.press("ArrowRight")
    expect(parts).to_have_attribute("aria-valuenow", re.compile(r"\d"))
    narrower = width(page)
    assert narrower < dragged - 15
    page.reload()
    settled(page)
    assert abs(width(page) - narrower) < 3
    # On a smaller screen it has its share; the shipped layout is one step away.
    page.set_viewport_size({"width": 1000, "height": 700})
    assert abs(width(page) / 948 - narrower / 1228) < 0.01
    page.set_viewport_size({"width": 1280, "height": 800})
    page.locator("main").click(position={"x": 5, "y": 5})
    page.keyboard.press("Alt+l")
    assert abs(width(page) - usual) < 3


def test_what_is_folded_is_brought_back(page: Page) -> None:
    page.goto("/s/4")
    settled(page)
    parts = page.get_by_role("separator", name="How wide the pane at the side is")
    parts.focus()
    page.keyboard.press("Enter")
    drawing = page.get_by_role("complementary", name="Drawing")
    expect(drawing).to_be_hidden()
    assert violations(page) == []
    page.get_by_role("button", name="Bring drawing back").click()
    expect(drawing).to_be_visible()
    page.locator("main").click(position={"x": 5, "y": 5})
    page.keyboard.press("Alt+x")
    rule = page.get_by_role("slider", name="Frame rule")
    expect(rule).to_have_count(0)
    page.get_by_role("button", name="Bring the frame rule back").click()
    expect(rule).to_be_visible()


@pytest.mark.parametrize(
    ("page_at", "label", "shown"),
    [
        ("/s/4/elements", "the selected element", ("region", "Selected element")),
        ("/s/4/stand", "the picture", ("complementary", "The picture")),
        ("/p/1/files", "volumes and folders", ("region", "Volumes")),
        ("/p/1/files/storing", "the one that is looked at", ("complementary", "The one that")),
        ("/p/1/targets", "the target", ("complementary", "The target")),
        ("/formats", "the selected format", ("complementary", "Selected format")),
    ],
)
def test_every_pane_at_the_side_is_made_wider_folded_and_brought_back(
    page: Page, page_at: str, label: str, shown: tuple[Literal["region", "complementary"], str]
) -> None:
    page.goto(page_at)
    settled(page)
    role, name = shown
    pane = page.get_by_role(role, name=name).first
    parts = page.get_by_role("separator", name="How wide the pane at the side is")
    before = pane.bounding_box()
    assert before is not None
    parts.focus()
    for _ in range(3):
        page.keyboard.press("ArrowLeft")
    after = pane.bounding_box()
    assert after is not None
    # Three steps of two in a hundred.
    assert abs(after["width"] - before["width"] - 0.06 * 1228) < 5
    page.keyboard.press("Enter")
    expect(pane).to_be_hidden()
    assert violations(page) == []
    page.get_by_role("button", name=f"Bring {label} back").click()
    expect(pane).to_be_visible()
    page.locator("h2, h1").first.click()
    page.keyboard.press("Alt+l")
    shipped = pane.bounding_box()
    assert shipped is not None
    assert abs(shipped["width"] - before["width"]) < 3


def test_a_layout_is_kept_by_name_and_chosen_again(page: Page) -> None:
    page.goto("/s/4")
    settled(page)
    page.keyboard.press("Alt+k")
    sheet = page.get_by_role("complementary", name="Layout")
    sheet.get_by_role("button", name="Large drawing").click()
    expect(page.get_by_role("slider", name="Frame rule")).to_have_count(0)
    assert 600 < width(page) < 640
    name = sheet.get_by_label("Keep what stands as")
    name.fill("as it SHIPS")
    page.keyboard.press("Enter")
    expect(sheet.get_by_role("alert")).to_contain_text("My as it ships")
    expect(name).to_have_value("as it SHIPS")
    name.fill("Night shift")
    page.keyboard.press("Enter")
    expect(sheet.get_by_role("button", name="Night shift", exact=True)).to_have_attribute(
        "aria-pressed", "true"
    )
    assert violations(page) == []
    sheet.get_by_role("button", name="As it ships").click()
    expect(page.get_by_role("slider", name="Frame rule")).to_be_visible()
    sheet.get_by_role("button", name="Night shift", exact=True).click()
    expect(page.get_by_role("slider", name="Frame rule")).to_have_count(0)
    sheet.get_by_role("button", name="Remove Night shift").click()
    expect(sheet.get_by_role("button", name="Night shift", exact=True)).to_have_count(0)
    page.keyboard.press("Escape")
    expect(sheet).to_have_count(0)


def test_the_drawing_in_a_window_of_its_own_follows_and_comes_back(page: Page) -> None:
    page.goto("/s/4")
    settled(page)
    with page.expect_popup() as opened:
        page.get_by_role("button", name="The drawing in a window of its own").click()
    window = opened.value
    expect(window.get_by_role("heading", name="LAN_0010")).to_be_visible()
    out = page.locator('[data-out="drawing"]')
    expect(out).to_be_visible()
    # It shows what is typed, before that is saved.
    page.locator('[data-row="canvas"] input').first.fill("1400")
    expect(window.get_by_text("1.30 in 1.78")).to_be_visible()
    assert violations(window) == []
    # Another shot is taken in hand: its drawing stands there.
    page.goto("/s/5")
    settled(page)
    expect(window.get_by_role("heading", name="HCR_040")).to_be_visible()
    expect(out).to_be_visible()
    window.close()
    expect(out).to_have_count(0)


def test_the_rule_in_a_window_of_its_own_is_worked_with(page: Page) -> None:
    page.goto("/s/4")
    settled(page)
    with page.expect_popup() as opened:
        page.get_by_role("button", name="The frame rule in a window of its own").click()
    window = opened.value
    whole = window.get_by_label("work range in one piece")
    whole.fill("1001-1080")
    work = page.locator('[data-row="work_range"]')
    expect(work.locator("[data-means]")).to_contain_text("80 frames")
    whole.press("Enter")
    expect(work.locator("input").nth(1)).to_have_value("1080")
    expect(window.get_by_role("slider", name="Frame rule")).to_have_attribute(
        "aria-valuetext", re.compile("shot frame")
    )
    page.get_by_role("button", name="Bring it back").click()
    expect(page.get_by_role("slider", name="Frame rule")).to_be_visible()
    assert window.is_closed()


def test_the_proof_in_a_window_of_its_own_goes_where_the_hand_goes(page: Page) -> None:
    page.goto("/s/4/proof")
    settled(page)
    page.keyboard.press("Alt+k")
    with page.expect_popup() as opened:
        page.get_by_role("button", name="The proof in a window of its own").click()
    window = opened.value
    expect(window.get_by_role("group", name="Light table")).to_be_visible()
    expect(window.get_by_role("navigation")).to_have_count(0)
    expect(page.locator('main [data-out="proof"]')).to_be_visible()
    page.goto("/s/5")
    window.wait_for_url(re.compile("/s/5/proof"))
    # It is the same person: nobody else is told to be here.
    expect(page.get_by_text("in another window")).to_have_count(0)
    window.close()


@pytest.mark.parametrize("kept", ["{", '{"current":{"name":"","sides":{"sheet":900},"folded":[]}}'])
def test_a_window_that_is_blocked_and_a_layout_that_is_damaged_are_told_or_put_right(
    page: Page, kept: str
) -> None:
    page.add_init_script("window.open = () => null")
    page.goto("/people")
    person = page.evaluate("localStorage.getItem('zero-slate.here')")
    page.request.put(f"/api/v1/people/{person}/room", data={"kept": {"layout": kept}})
    page.evaluate("localStorage.clear()")
    page.goto("/s/4")
    settled(page)
    assert 380 < width(page) < 420
    page.get_by_role("button", name="The drawing in a window of its own").click()
    expect(
        page.get_by_role("status").filter(has_text="The browser opened no window")
    ).to_be_visible()
    expect(page.locator('[data-out="drawing"]')).to_have_count(0)
    assert width(page) > 380
