"""A production of 2,000 shots in the browser: laid out as it is scrolled, changed in parts."""

import re
from pathlib import Path

import pytest
from playwright.sync_api import Page, expect

from tests.browser.conftest import settled
from tests.makers import edl, event
from zero_slate.config import Config
from zero_slate.core.time.rate import FrameRate
from zero_slate.core.time.timecode import Timecode
from zero_slate.web.slate import Slate

SHOTS = 2000
RATE = FrameRate.parse("24000/1001")


def cut() -> bytes:
    """A list of shots of two seconds each."""
    start = Timecode.parse("01:00:00:00", RATE)
    return edl(
        *(
            event(number, "05:00:00:00", str(start + 48 * (number - 1)), 48, f"LNG_{number:04d}_a")
            for number in range(1, SHOTS + 1)
        )
    )


@pytest.fixture
def home(tmp_path: Path) -> Path:
    """A home with one long production instead of the demo."""
    home = tmp_path / "home"
    slate = Slate(Config(home=home, who="tester"))
    made = slate.productions.start("The Long Way", "", {"rate": {"rate": "23.976"}})
    slate.cuts.take(made, cut(), "long.edl", "23.976", None)
    codes = [line.code for line in slate.cut_pages.page(made).lines]
    for first in range(0, len(codes), 500):
        slate.starting.begin(made, codes[first : first + 500], None)
    slate.close()
    (home / "volumes").mkdir()
    return home


def test_two_thousand_shots_are_laid_out_and_changed(page: Page) -> None:
    page.goto("/")
    page.get_by_role("link", name=re.compile("^The Long Way")).click()
    rows = page.locator("tbody tr")
    expect(rows.first).to_contain_text("LNG_0001")
    assert rows.count() < 80
    main = page.get_by_role("main")
    expect(main).to_contain_text("follow the edit · 2000")
    expect(main.get_by_role("table")).to_have_attribute("aria-rowcount", "2001")
    main.evaluate("node => node.scrollTo(0, node.scrollHeight)")
    last = page.get_by_role("row", name=re.compile("LNG_2000"))
    expect(last).to_be_visible()
    expect(last).to_have_attribute("aria-rowindex", "2001")
    # The head of the table stays over it, and no more is laid out than before.
    expect(main.get_by_role("button", name="Shot", exact=True)).to_be_in_viewport()
    assert rows.count() < 80
    page.get_by_label("Find in the cut").fill("lng 1240")
    expect(page.get_by_role("row", name=re.compile("LNG_1240"))).to_be_visible()
    page.get_by_label("Find in the cut").fill("")
    page.get_by_role("link", name="Edit format", exact=True).first.click()
    page.get_by_label("Head handle").fill("12")
    touches = page.get_by_role("region", name="What it touches")
    expect(touches).to_contain_text("Update the 2000 of 2000 shots")
    expect(touches).to_contain_text("and 1940 more shots")
    touches.get_by_role("checkbox", name="Update LNG_0003").uncheck()
    expect(touches).to_contain_text("Update the 1999 of 2000 shots")
    touches.get_by_role("button", name="show 200").click()
    expect(touches).to_contain_text("and 1800 more shots")
    page.get_by_role("button", name="Change the edit format").click()
    expect(page.get_by_role("status")).to_contain_text("Changed: Handles 8 + 8 → 12 + 8")
    page.get_by_role("link", name="Cut", exact=True).click()
    settled(page)
    expect(page.get_by_role("row", name=re.compile("LNG_0003"))).to_contain_text("short")
    expect(page.get_by_text("1 shot differs from the edit")).to_be_visible()
