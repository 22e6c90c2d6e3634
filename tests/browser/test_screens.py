"""What every screen has to keep to: the demo's figures, both papers, keys, two tabs, a restart."""

import re
from pathlib import Path

import pytest
from playwright.sync_api import Browser, Page, expect
from scripts.served import Served

from tests.browser.conftest import PATIENCE, Here, settled
from tests.browser.test_story import head, row

AXE = Path(__file__).parents[2] / "frontend/node_modules/axe-core/axe.min.js"


def open_shot(page: Page, code: str) -> None:
    page.goto("/")
    page.get_by_role("link", name="The Tin Orchard", exact=False).first.click()
    page.get_by_role("row").filter(has_text=code).get_by_role("link").first.click()
    expect(page.get_by_role("heading", name=code)).to_be_visible()
    expect(row(page, "canvas")).to_be_visible()


def test_the_desk_and_the_cut_show_the_demo(page: Page) -> None:
    page.goto("/")
    orchard = page.get_by_role("link", name=re.compile("The Tin Orchard Short film"))
    expect(orchard).to_contain_text("4 follow the edit")
    expect(orchard).to_contain_text("8 differ")
    orchard.click()
    line = page.get_by_role("row", name=re.compile("FRO_0030"))
    for words in ("1998 × 1080", "24", "4 frames short at the tail", "01:00:08:10", "92"):
        expect(line).to_contain_text(words)
    expect(page.get_by_role("row", name=re.compile("GRA_0030"))).to_contain_text("Frame 1030")
    expect(page.get_by_role("row", name=re.compile("RIV_0080"))).to_contain_text("new in cut 03")


DESIGNED, SMALL, LARGE, ZOOMED = (1280, 800), (1024, 700), (2560, 1440), (640, 400)


# Every screen at two sizes a paper; those that lay themselves out anew at each size, at all four.
@pytest.mark.parametrize(
    ("paper", "size", "every"),
    [
        ("paper", DESIGNED, True),
        ("paper", ZOOMED, True),
        ("dim", DESIGNED, True),
        ("dim", SMALL, True),
        ("paper", SMALL, False),
        ("paper", LARGE, False),
    ],
)
def test_screens_are_reachable_and_readable(
    chromium: Browser, served: Here, paper: str, size: tuple[int, int], every: bool
) -> None:
    """WCAG 2.2 AA as axe sees it, and nothing that sticks out of the window."""
    context = chromium.new_context(
        viewport={"width": size[0], "height": size[1]},
        base_url=served.root,
        color_scheme="dark" if paper == "dim" else "light",
    )

    context.set_default_timeout(PATIENCE)
    page = context.new_page()
    open_shot(page, "FRO_0030")
    shot = page.url
    production = page.get_by_role("link", name="Cut 03").get_attribute("href") or ""
    addresses = [
        *("/", production, f"{production}/recut", f"{production}/edit", f"{production}/found"),
        *(shot, f"{shot}/time?rate=12", f"{shot}/data", f"{shot}/elements", f"{shot}/proof"),
        *(f"{production}/files", f"{shot}/files", f"{shot}/handoff", f"{shot}/devices"),
        *(f"{shot}/stand", f"{shot}/finish", f"{production}/targets"),
        *(f"{production}/files/storing", f"{production}/files/away", "/away", "/machine"),
        "/surface",
    ]
    house = f"/house?shot={shot.rsplit('/', 1)[1]}"
    addresses += [f"{shot}/change?format=Square%201:1", "/formats?shot=1&code=A", house]
    addresses += [f"{production}/change?shots=1&shots=2", "/keys"]
    for address in addresses if every else (shot, production, "/formats", f"{production}/edit"):
        page.goto(address)
        settled(page)
        page.wait_for_selector("main")
        wide = page.evaluate("document.documentElement.scrollWidth")
        assert wide <= size[0], f"{address} is {wide} wide"
        assert violations(page) == [], f"{address} on {paper}"
    context.close()


def violations(page: Page) -> list[str]:
    """What axe finds on a page."""
    page.evaluate(AXE.read_text())
    found: list[str] = page.evaluate(
        "axe.run({runOnly: ['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa']})"
        ".then(r => r.violations.map(v => v.id + ': ' + v.nodes.map(n => n.html).join('; ')))"
    )
    return found


def test_keys_reach_everything_and_wait_for_fields(page: Page) -> None:
    open_shot(page, "FRO_0030")
    page.keyboard.press("v")
    focused = "document.activeElement.closest('[data-row]')?.dataset.row"
    assert page.evaluate(focused) == "rate"
    # In a field, letters are letters.
    page.get_by_label("Width").fill("")
    page.get_by_label("Width").press_sequentially("d")
    expect(page.get_by_label("Width")).to_have_value("d")
    page.get_by_label("Width").press("Escape")
    page.get_by_role("heading", name="FRO_0030").click()
    page.keyboard.press("f")
    rule = page.get_by_role("slider", name="Frame rule")
    page.keyboard.press("Home")
    expect(rule).to_have_attribute("aria-valuenow", "1001")
    page.keyboard.press("Shift+ArrowRight")
    page.keyboard.press("ArrowRight")
    expect(rule).to_have_attribute("aria-valuetext", re.compile("shot frame 1012.*feet 0\\+11"))
    page.keyboard.press("End")
    expect(rule).to_have_attribute("aria-valuenow", "1108")
    page.keyboard.press("p")
    expect(page.locator("html")).to_have_attribute("data-paper", "dim")
    for key, heading in (
        ("m", "Stack"),
        ("t", "Change the time of this shot"),
        ("q", "Renumber a data file"),
        ("h", "What is written"),
        ("k", "Everywhere"),
    ):
        page.keyboard.press(key)
        expect(page.get_by_role("heading", name=heading)).to_be_visible()
    page.get_by_label("Find by words").fill("hairline")
    expect(page.get_by_role("heading", name="Everywhere")).to_be_hidden()


def test_the_work_range_is_dragged_and_taken_back(page: Page) -> None:
    open_shot(page, "FRO_0020")
    rule = page.get_by_role("slider", name="Frame rule")
    grip = rule.locator("[data-band=work]").last
    box = grip.bounding_box()
    assert box is not None
    page.mouse.move(box["x"] + 5, box["y"] + 6)
    page.mouse.down()
    page.mouse.move(box["x"] - 60, box["y"] + 6, steps=6)
    expect(row(page, "work_range")).to_contain_text("short at the tail")
    page.mouse.up()
    expect(head(page)).to_contain_text("v003")
    expect(head(page)).to_contain_text("1 difference")
    page.get_by_role("heading", name="FRO_0020").click()
    page.keyboard.press("u")
    expect(head(page)).to_contain_text("follows the edit")


def test_the_second_of_two_tabs_is_told(page: Page) -> None:
    open_shot(page, "GRA_0010")
    other = page.context.new_page()
    other.goto(page.url)
    other.get_by_label("Height").fill("1079")
    page.get_by_role("textbox", name="Rate").fill("24")
    page.get_by_role("textbox", name="Rate").press("Enter")
    expect(head(page)).to_contain_text("v003")
    # Typed on an older version: told at once, kept, and stored only when it is asked for.
    expect(other.get_by_role("alert")).to_contain_text("saved v003 in another window")
    expect(other.get_by_role("alert")).to_contain_text("Rate 24000/1001 → 24")
    expect(other.get_by_label("Height")).to_have_value("1079")
    other.get_by_role("button", name="Save mine as the newer version").click()
    expect(head(other)).to_contain_text("2 differences")
    expect(head(page)).to_contain_text("2 differences")
    other.get_by_role("button", name="Undo").click()
    expect(head(other)).to_contain_text("v005")
    other.get_by_role("button", name="Undo").click()
    expect(head(other)).to_contain_text("follows the edit")


def test_what_is_open_typed_and_saved_outlives_a_killed_server(page: Page, apart: Served) -> None:
    open_shot(page, "HAR_0010")
    page.get_by_role("button", name=re.compile("^Name and title")).click()
    page.get_by_role("textbox", name="Subtitle").fill("dusk to dawn")
    page.get_by_role("textbox", name="Subtitle").press("Enter")
    expect(head(page)).to_contain_text("v003")
    apart.kill()
    page.get_by_role("textbox", name="Rate").fill("25")
    expect(page.get_by_role("alert")).to_contain_text("Can't reach Zero Slate")
    # What is typed and taken meanwhile is sent once the server is back: by itself.
    page.get_by_role("textbox", name="Title", exact=True).fill("Dusk")
    page.get_by_role("textbox", name="Title", exact=True).press("Enter")
    apart.start()
    expect(page.get_by_role("status").filter(has_text="is back")).to_contain_text("has been sent")
    expect(head(page)).to_contain_text("v005")
    expect(page.get_by_role("alert")).to_be_hidden()
    page.reload()
    expect(page.get_by_role("textbox", name="Rate")).to_have_value("25")
    expect(page.get_by_role("textbox", name="Subtitle")).to_have_value("dusk to dawn")
    expect(page.get_by_role("textbox", name="Title", exact=True)).to_have_value("Dusk")
    page.get_by_role("textbox", name="Rate").press("Escape")
    spine = page.get_by_role("navigation", name="Open productions").get_by_text("HAR_0010")
    expect(spine).to_be_visible()
    page.get_by_role("button", name="Close HAR_0010").click()
    expect(spine).to_be_hidden()


def test_an_edit_formats_change_is_seen_before_it_is_made(page: Page) -> None:
    page.goto("/")
    page.get_by_role("link", name=re.compile("Harbour Clock Repairs Series")).click()
    page.get_by_role("link", name="Edit format", exact=True).first.click()
    page.get_by_label("Head handle").fill("10")
    touches = page.get_by_role("region", name="What it touches")
    expect(touches).to_contain_text("Handles 12 + 12 → 10 + 12")
    expect(touches).to_contain_text("HCR_010")
    page.get_by_role("button", name="Change the edit format").click()
    expect(page.get_by_role("status")).to_contain_text("Changed: Handles 12 + 12 → 10 + 12")
    page.get_by_role("link", name="Cut", exact=True).click()
    expect(page.get_by_role("row", name=re.compile("HCR_020"))).not_to_contain_text("fewer")
