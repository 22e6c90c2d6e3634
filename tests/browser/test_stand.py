"""Staging in depth, typed on the sheet and seen from the side."""

from playwright.sync_api import Page, expect

from tests.browser.test_away import open_lantern


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
    expect(page.locator("[data-row=distances]")).to_contain_text("lies over keeper")
    page.get_by_role("heading", name="LAN_0010").click()
    page.keyboard.press("u")
    expect(page.locator("[data-row=distances]")).not_to_contain_text("lies over keeper")
