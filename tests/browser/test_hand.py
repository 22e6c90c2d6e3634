"""Pen and touch: what is pressed is large, the hairline is read beside the hand, two fingers."""

import re
from collections.abc import Iterable
from itertools import pairwise

import pytest
from playwright.sync_api import CDPSession, Locator, Page, expect

from tests.browser.conftest import settled
from tests.browser.test_screens import violations

# Everything that is pressed and is smaller than 32 px; words in a sentence that lead elsewhere are
# as tall as their line.
SMALL = """() => [...document.querySelectorAll(
  'button, a[href], input, select, summary, [role=slider]:not(svg, svg *)')]
  .filter((each) => {
    const prose = each.tagName === 'A' && !each.classList.contains('act') && each.closest('p, dd');
    if (prose || each.classList.contains('sr-only') || each.type === 'file') return false;
    const large = (of) => of && of.width >= 31.5 && of.height >= 31.5;
    const box = each.getBoundingClientRect();
    return box.width > 1 && getComputedStyle(each).visibility !== 'hidden'
      && !large(box) && !large(each.closest('label')?.getBoundingClientRect());
  })
  .map((each) => `${each.tagName} ${each.ariaLabel || each.textContent || each.value}`)"""
PAGES = (
    "/", "/formats", "/house", "/keys", "/away", "/machine", "/people", "/help",
    "/beside?of=s4&of=s3", "/p/1", "/p/1/edit", "/p/1/recut", "/p/1/files", "/p/1/files/storing",
    "/p/1/targets", "/p/1/found", "/s/4", "/s/4/time", "/s/4/elements", "/s/4/stand", "/s/4/finish",
    "/s/4/devices", "/s/4/handoff", "/s/4/proof", "/s/4/files",
)  # fmt: skip


class Hand:
    """A pen, and two fingers, on a page."""

    def __init__(self, page: Page):
        self.cdp: CDPSession = page.context.new_cdp_session(page)

    def pen(self, kind: str, x: float, y: float, tilt: int = 30) -> None:
        pressed = kind != "mouseMoved"
        self.cdp.send(
            "Input.dispatchMouseEvent",
            {
                "type": kind,
                "x": x,
                "y": y,
                "pointerType": "pen",
                "button": "left" if pressed else "none",
                "buttons": 0 if kind == "mouseReleased" else 1,
                "clickCount": 1,
                "tiltX": tilt,
            },
        )

    def fingers(self, kind: str, *places: tuple[float, float]) -> None:
        self.cdp.send("Emulation.setTouchEmulationEnabled", {"enabled": True, "maxTouchPoints": 2})
        points = [{"x": x, "y": y, "id": n} for n, (x, y) in enumerate(places)]
        self.cdp.send("Input.dispatchTouchEvent", {"type": kind, "touchPoints": points})

    def spread(
        self, middle: tuple[float, float], apart: Iterable[float], across: float = 0
    ) -> None:
        """Put two fingers down, move them apart, and lift them."""
        x, y = middle
        first, *others = apart
        self.fingers("touchStart", (x - first, y), (x + first, y))
        for n, half in enumerate(others, 1):
            shift = across * n / len(others)
            self.fingers("touchMove", (x - half + shift, y), (x + half + shift, y))
        self.fingers("touchEnd")


@pytest.fixture
def hand(page: Page) -> Hand:
    return Hand(page)


def middle_of(what: Locator) -> tuple[float, float]:
    box = what.bounding_box()
    assert box is not None
    return box["x"] + box["width"] / 2, box["y"] + box["height"] / 2


def keep(page: Page, **room: str) -> None:
    """Change what the one who works here keeps."""
    assert page.request.put("/api/v1/people/1/room", data={**room, "kept": {}}).ok


def test_everything_that_is_pressed_is_32_px_where_it_is_to_be_large(page: Page) -> None:
    page.goto("/")
    settled(page)
    keep(page, targets="large")
    for address in PAGES:
        page.goto(address)
        settled(page)
        expect(page.locator("html[data-targets='large']")).to_be_attached()
        assert (address, page.evaluate(SMALL)) == (address, [])
        wide = page.evaluate("document.documentElement.scrollWidth <= innerWidth")
        assert wide, address


def test_a_pen_makes_them_large_and_a_mouse_small_again(page: Page, hand: Hand) -> None:
    page.goto("/s/4")
    settled(page)
    root = page.locator("html")
    expect(root).to_have_attribute("data-targets", "small")
    hand.pen("mousePressed", 300, 30)
    hand.pen("mouseReleased", 300, 30)
    expect(root).to_have_attribute("data-targets", "large")
    # This browser knows it before the first paint of the next page.
    page.reload()
    assert root.get_attribute("data-targets") == "large"
    settled(page)
    page.mouse.click(300, 30)
    expect(root).to_have_attribute("data-targets", "small")
    # Whoever wants them so has them so, whatever is used.
    page.goto("/people")
    page.get_by_role("group", name="Targets").get_by_role("button", name="large").click()
    expect(root).to_have_attribute("data-targets", "large")
    page.mouse.click(300, 30)
    page.wait_for_timeout(500)
    expect(root).to_have_attribute("data-targets", "large")


def test_the_hairline_under_a_pen_is_read_on_the_side_that_the_hand_leaves(
    page: Page, hand: Hand
) -> None:
    page.goto("/s/4")
    settled(page)
    rule = page.get_by_role("slider", name="Frame rule")
    x, y = middle_of(rule)
    hand.pen("mousePressed", x, y)
    hand.pen("mouseMoved", x + 40, y)
    here = rule.get_attribute("aria-valuenow")
    readings = rule.locator("[data-beside]")
    expect(readings).to_have_attribute("data-beside", "left")
    box = readings.bounding_box()
    assert box is not None
    assert box["x"] + box["width"] < x + 40 - 20
    # Whoever leans the pen to the left is left-handed.
    hand.pen("mouseMoved", x + 80, y, tilt=-30)
    expect(readings).to_have_attribute("data-beside", "right")
    assert rule.get_attribute("aria-valuenow") != here
    hand.pen("mouseReleased", x + 80, y)
    expect(readings).to_be_hidden()


def test_an_end_is_dragged_by_a_pen_within_32_px_of_it(page: Page, hand: Hand) -> None:
    page.goto("/s/4")
    settled(page)
    keep(page, targets="large")
    page.reload()
    settled(page)
    grip = page.locator(".grip[data-band='clip']").last
    box = grip.bounding_box()
    assert box is not None
    assert (round(box["width"]), round(box["height"])) == (32, 32)
    x, y = box["x"] + 20, box["y"] + 28
    hand.pen("mousePressed", x, y)
    hand.pen("mouseMoved", x + 30, y)
    hand.pen("mouseMoved", x + 60, y)
    expect(page.get_by_role("slider", name="Frame rule").locator("[data-beside]")).to_be_visible()
    hand.pen("mouseReleased", x + 60, y)
    expect(
        page.get_by_role("group", name="Clip range").get_by_role("textbox").last
    ).not_to_have_value("1070")


def test_two_fingers_move_and_zoom_the_rule(page: Page, hand: Hand) -> None:
    page.goto("/s/4")
    settled(page)
    rule = page.get_by_role("slider", name="Frame rule")
    shown = page.get_by_role("button", name="Show all")
    expect(shown).to_be_disabled()
    hand.spread(middle_of(rule), (40, 80, 160))
    expect(shown).to_be_enabled()
    settled(page)
    figure = rule.locator("text.figure").first
    before = figure.get_attribute("x") or ""
    hand.spread(middle_of(rule), (80, 80, 80), across=200)
    settled(page)
    expect(figure).not_to_have_attribute("x", before)
    # One finger takes the hairline along, and moves nothing else.
    x, y = middle_of(rule)
    hand.fingers("touchStart", (x, y))
    hand.fingers("touchMove", (x + 60, y))
    expect(rule.locator("[data-beside='left']")).to_be_visible()
    hand.fingers("touchEnd")
    expect(rule.locator("[data-beside]")).to_be_hidden()


def test_a_drawing_is_looked_at_close_by_fingers_wheel_and_keys(page: Page, hand: Hand) -> None:
    page.goto("/s/4")
    settled(page)
    drawing = page.get_by_role("group", name=re.compile("^Drawing, "))
    hand.spread(middle_of(drawing), (30, 60, 90))
    expect(drawing).to_have_attribute("data-close", re.compile("2|3"))
    assert violations(page) == []
    page.get_by_role("button", name=re.compile("%, show all")).click()
    expect(drawing).not_to_have_attribute("data-close", re.compile("."))
    drawing.press("+")
    expect(drawing).to_have_attribute("data-close", "150")
    moved = "document.querySelector('[data-close] > div').style.transform"
    before = page.evaluate(moved)
    drawing.press("ArrowLeft")
    assert page.evaluate(moved) != before
    drawing.press("0")
    expect(drawing).not_to_have_attribute("data-close", re.compile("."))
    x, y = middle_of(drawing)
    page.mouse.move(x, y)
    page.keyboard.down("Control")
    page.mouse.wheel(0, -100)
    page.keyboard.up("Control")
    expect(drawing).to_have_attribute("data-close", re.compile("1[0-9][0-9]"))
    # Another row's drawing is looked at as a whole.
    page.get_by_role("group", name="Rate", exact=True).get_by_role("textbox").focus()
    expect(page.locator("[data-close]")).to_have_count(0)


def test_a_drawing_that_is_close_is_shown_whole_by_the_tap_of_a_finger(
    page: Page, hand: Hand
) -> None:
    page.goto("/s/4")
    settled(page)
    drawing = page.get_by_role("group", name=re.compile("^Drawing, "))
    hand.spread(middle_of(drawing), (30, 60, 90))
    hand.fingers("touchStart", middle_of(page.get_by_role("button", name=re.compile("show all$"))))
    hand.fingers("touchEnd")
    expect(drawing).not_to_have_attribute("data-close", re.compile("."))


def test_the_picture_is_zoomed_by_two_fingers(page: Page, hand: Hand) -> None:
    page.goto("/s/4/proof")
    settled(page)
    table = page.get_by_role("group", name="Light table")
    expect(page.locator("canvas[data-frame]")).to_be_visible()
    size = page.get_by_role("textbox", name="Zoom")
    before = size.input_value()
    hand.spread(middle_of(table), (40, 80, 120))
    expect(size).not_to_have_value(before)


def test_words_are_as_large_as_somebody_wants_them_and_fit(page: Page) -> None:
    page.goto("/people")
    settled(page)
    heading = page.get_by_role("heading", name="Who works here")
    tall = "(each) => getComputedStyle(each).fontSize"
    usual = float(heading.evaluate(tall).removesuffix("px"))
    page.get_by_role("group", name="Text").get_by_role("button", name="largest").click()
    assert float(heading.evaluate(tall).removesuffix("px")) == pytest.approx(usual * 1.3)
    assert violations(page) == []
    for address in PAGES:
        page.goto(address)
        settled(page)
        wide = page.evaluate("document.documentElement.scrollWidth <= innerWidth")
        assert wide, address
    page.goto("/s/4")
    settled(page)
    # Names of bands lie under each other, and not on each other.
    tops = page.locator(".frame-rule .band text").evaluate_all(
        "(all) => all.map((each) => each.getBoundingClientRect().top)"
    )
    assert all(b - a >= 10 for a, b in pairwise(tops[:3]))


def test_choices_are_as_they_were_made_last_until_they_are_forgotten(page: Page) -> None:
    page.goto("/p/1")
    settled(page)
    page.get_by_role("button", name=re.compile("^Shot")).first.click()
    page.goto("/s/4/time")
    settled(page)
    page.get_by_role("radio", name="the numbers").check()
    page.goto("/s/3/time")
    settled(page)
    expect(page.get_by_role("radio", name="the numbers")).to_be_checked()
    page.wait_for_timeout(500)
    page.evaluate("localStorage.clear()")
    page.goto("/people")
    settled(page)
    page.get_by_role("button", name="Forget them").click()
    expect(page.get_by_text("as they ship", exact=True)).to_be_visible()
    page.goto("/s/4/time")
    settled(page)
    expect(page.get_by_role("radio", name="the timing")).to_be_checked()
