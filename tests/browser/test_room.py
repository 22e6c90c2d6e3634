"""The artist's room at every size and on both papers, and as a screen reader has it."""

import pytest
from playwright.sync_api import Browser, Page, expect

from tests.browser.conftest import PATIENCE, Here, settled
from tests.browser.test_screens import DESIGNED, LARGE, SMALL, ZOOMED, violations

PAGES = (
    "/people", "/keys", "/help", "/beside?of=s4&of=s3", "/beside?of=s4&of=e4&of=p1",
    "/window/drawing", "/window/rule", "/window/proof",
)  # fmt: skip


@pytest.mark.parametrize(
    ("paper", "size"),
    [("paper", SMALL), ("paper", LARGE), ("dim", DESIGNED), ("dim", ZOOMED)],
)
def test_the_views_of_the_room_are_reachable_and_readable(
    chromium: Browser, served: Here, paper: str, size: tuple[int, int]
) -> None:
    context = chromium.new_context(
        viewport={"width": size[0], "height": size[1]},
        base_url=served.root,
        color_scheme="dark" if paper == "dim" else "light",
    )
    context.set_default_timeout(PATIENCE)
    page = context.new_page()

    def fine(name: str) -> None:
        wide = page.evaluate("document.documentElement.scrollWidth")
        assert wide <= size[0], f"{name} is {wide} wide"
        assert violations(page) == [], f"{name} on {paper}"

    for address in PAGES:
        page.goto(address)
        settled(page)
        page.wait_for_selector("main")
        fine(address)
    page.goto("/")
    settled(page)
    page.get_by_label("Find on the desk").fill("lan")
    expect(page.get_by_role("table", name="Shots")).to_be_visible()
    fine("shots found on the desk")
    page.keyboard.press("Escape")
    page.keyboard.press("Alt+k")
    expect(page.get_by_role("heading", name="Layout")).to_be_visible()
    fine("layouts")
    context.close()


def test_a_screen_reader_is_told_who_works_here_and_what_they_keep(page: Page) -> None:
    page.goto("/people")
    settled(page)
    expect(page.get_by_role("region", name="What tester keeps")).to_match_aria_snapshot("""
      - region "What tester keeps":
        - heading "What tester keeps" [level=2]
        - term: Paper
        - definition: /light/
        - term: Keys
        - definition:
          - link "By letters"
        - term: Hints
        - definition:
          - group "Hints":
            - button "none"
            - button "short" [pressed]
            - button "full"
        - term: Targets
        - definition:
          - group "Targets":
            - button "auto" [pressed]
            - button "large"
            - button "small"
        - term: Text
        - definition:
          - group "Text":
            - button "usual" [pressed]
            - button "larger"
            - button "largest"
    """)


def test_a_screen_reader_is_told_what_differs_side_by_side(page: Page) -> None:
    page.goto("/beside?of=s4&of=s3")
    settled(page)
    expect(page.get_by_role("main")).to_match_aria_snapshot("""
      - main:
        - table:
          - rowgroup:
            - row /LAN_0010 .*differ.* LAN_0020/
          - rowgroup:
            - row /Title/:
              - cell "The lamp flares"
              - rowheader /Title/
              - cell "Both eyes on the stair"
    """)
    expect(page.get_by_role("slider", name="Moment")).to_have_attribute(
        "aria-valuetext", "0.00 s, LAN_0010 1005, LAN_0020 1005"
    )


def test_a_screen_reader_is_told_what_is_found_on_the_desk(page: Page) -> None:
    page.goto("/")
    settled(page)
    page.get_by_label("Find on the desk").fill("lan10")
    settled(page)
    expect(page.get_by_role("table", name="Shots")).to_match_aria_snapshot("""
      - table "Shots":
        - rowgroup:
          - row /Shot/
        - rowgroup:
          - row /LAN_0010/:
            - cell:
              - checkbox "Choose LAN_0010"
    """)


def test_a_hint_and_the_row_it_is_of_are_told_together(page: Page) -> None:
    page.goto("/s/4")
    settled(page)
    rate = page.get_by_role("group", name="Rate", exact=True).get_by_role("textbox")
    rate.focus()
    described = rate.get_attribute("aria-describedby")
    assert described
    expect(page.locator(f"#{described.split()[-1]}")).to_contain_text("Frames a second")
    expect(page.get_by_role("complementary", name="Hints")).to_contain_text("Frames a second")
