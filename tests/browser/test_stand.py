"""Staging in depth, typed on the sheet, dragged on the stand, seen in the picture."""

import re

from playwright.sync_api import Locator, Page, expect

from tests.browser.test_away import open_lantern
from tests.browser.test_screens import violations


def typed(page: Page, setting: str, text: str) -> None:
    field = page.locator(f"[data-row={setting}] input").first
    field.fill(text)
    field.press("Enter")


def test_a_shot_is_staged_and_says_what_is_soft(page: Page) -> None:
    open_lantern(page)
    page.get_by_role("button", name="Stand").click()
    expect(page.locator("[data-row=camera]")).to_contain_text("nothing is staged in depth")
    typed(page, "camera", "35 mm on academy")
    expect(page.locator("[data-row=camera]")).to_contain_text("34.8° across")
    typed(page, "distances", "ground 12 m, plate 9 m, keeper 4 m, flare 3 m")
    expect(page.locator("[data-row=distances]")).to_contain_text("ground 12 m: sharp")
    # What is typed is seen before it is taken.
    focus = page.locator("[data-row=focus] input").first
    focus.fill("f/2 at 4 m")
    drawing = page.get_by_role("img", name="The stand, from the side")
    expect(drawing).to_have_accessible_name("The stand, from the side: 35 mm on academy; "
                                            "ground 9.0 px soft, plate 7.5 px soft, keeper sharp, "
                                            "flare 4.5 px soft")  # fmt: skip
    focus.fill("f/0 at 4 m")
    expect(page.locator("[data-row=focus]")).to_contain_text("0.5 to 256")
    focus.press("Escape")
    typed(page, "distances", "ground 12 m, plate 9 m, keeper 4 m, flare 5 m")
    order = page.locator("[data-row=order]")
    expect(order).to_contain_text("lies over keeper")
    order.get_by_role("button", name="Order by distance").click()
    expect(order).not_to_contain_text("lies over keeper")
    expect(order).to_contain_text("ground, plate, flare, keeper")
    page.get_by_role("heading", name="LAN_0010").click()
    page.keyboard.press("u")
    expect(order).to_contain_text("lies over keeper")


def grip(page: Page, name: str) -> Locator:
    return page.get_by_role("slider", name=name, exact=True)


def test_an_element_is_dragged_and_moved_by_keys(page: Page) -> None:
    open_lantern(page)
    page.get_by_role("heading", name="LAN_0010").click()
    page.keyboard.press("Alt+d")
    page.get_by_role("button", name="Begin with 50 mm").click()
    page.get_by_role("button", name="Put keeper on the stand").click()
    row = page.locator("[data-row=distances]")
    expect(row).to_contain_text("keeper 4 m: sharp")
    typed(page, "distances", "plate 9 m, keeper 4 m")
    typed(page, "focus", "f/1.4 at 4 m")
    expect(page.get_by_role("table", name="Elements on the stand")).to_contain_text("px soft")
    box = grip(page, "plate").bounding_box()
    assert box is not None
    x, y = box["x"] + 12, box["y"] + 12
    page.mouse.move(x, y)
    page.mouse.down()
    page.mouse.move(x - 60, y, steps=4)
    page.mouse.up()
    field = row.locator("input").first
    expect(field).not_to_have_value(re.compile("plate 9 m"))
    expect(field).to_have_value(re.compile(r"plate [5-8]\S* m, keeper 4 m"))
    # By keys, at the hairline: it moves from there on.
    page.get_by_label("moves, keyed at the hairline").check()
    grip(page, "keeper").focus()
    page.keyboard.press("ArrowRight")
    expect(field).to_have_value(re.compile(r"keeper 4 m on \d+ to 4\.\d+ m on \d+"))
    page.get_by_role("heading", name="LAN_0010").click()
    page.keyboard.press("u")
    expect(field).to_have_value(re.compile(r"keeper 4 m$"))
    # Two eyes are seen each, and both.
    typed(page, "eyes", "65 mm at 5 m, screen 10 m from 12 m")
    page.get_by_role("button", name="both eyes").click()
    expect(page.get_by_role("img", name=re.compile("both eyes$"))).to_be_visible()
    expect(page.locator("[data-row=eyes]")).to_contain_text("px in front")
    assert violations(page) == []
