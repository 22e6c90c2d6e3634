"""How soon the screen is another: a shot, a paper, a profile, a layout, a long list scrolled."""

import tempfile
from collections.abc import Iterator
from pathlib import Path

from playwright.sync_api import Page

from bench.figures import Figure
from bench.formats import prepare
from bench.screen import screen

TIMES = 6
# From what was done to the frame that shows it, in ms of the page's own clock.
TOOK = """async ([press, shows]) => {
    const drawn = () => new Promise((done) => requestAnimationFrame(() => setTimeout(done)));
    const began = performance.now();
    const target = press.length > 1 ? document.querySelector(press) : null;
    if (target instanceof HTMLElement) target.click();
    else document.body.dispatchEvent(new KeyboardEvent('keydown', {
        key: press, bubbles: true, cancelable: true,
    }));
    while (!document.querySelector(shows)) {
        if (performance.now() - began > 10000) throw new Error(`${press} shows no ${shows}`);
        await drawn();
    }
    await drawn();
    return performance.now() - began;
}"""
# A list is scrolled by a screen at each frame; which frames took how long.
SCROLLED = """async () => {
    const main = document.querySelector('main');
    const took = [];
    let last = performance.now();
    for (let n = 0; n < 90; n++) {
        main.scrollTop += 600;
        await new Promise((done) => requestAnimationFrame(done));
        took.push(performance.now() - last);
        last = performance.now();
    }
    took.sort((one, other) => one - other);
    return took[Math.floor(took.length * 0.9)];
}"""


def measure() -> Iterator[Figure]:
    """Measure in a browser on an installation with 2,000 shots."""
    with tempfile.TemporaryDirectory() as name:
        home = Path(name)
        production, _ = prepare(home)
        with screen(home, "serve") as page:
            yield from _measured(page, production)


def _measured(page: Page, production: int) -> Iterator[Figure]:
    opened = []
    for number in range(TIMES):
        page.goto("/")
        page.get_by_label("Find on the desk").fill("today")
        link = f"main tbody tr:nth-of-type({number + 1}) a[href^='/s/']"
        page.wait_for_selector(link)
        page.wait_for_timeout(600)
        # A pointer rests on what it presses.
        page.hover(link)
        page.wait_for_timeout(120)
        opened.append(page.evaluate(TOOK, [link, "[data-row]"]))
    # The first is opened before anything was reckoned: the others are what a day is made of.
    yield Figure(
        "a shot opened from the desk, slowest after the first", max(opened[1:]), " ms", 200
    )
    papers = [
        page.evaluate(TOOK, ["p", f"html[data-paper='{paper}']"])
        for paper in ("dim", "paper") * (TIMES // 2)
    ]
    yield Figure("another paper, slowest", max(papers), " ms", 100)
    assert page.request.post("/api/v1/people", data={"name": "Other"}).ok
    page.goto("/people")
    page.wait_for_selector("main li:nth-of-type(2)")
    profiles = [
        page.evaluate(TOOK, [f"{person} button.act", f"{person} span.font-semibold"])
        for person in ("main li:nth-of-type(2)", "main li:nth-of-type(1)") * (TIMES // 2)
    ]
    yield Figure("another profile, slowest", max(profiles), " ms", 100)
    page.goto("/s/1")
    page.wait_for_selector("[data-row]")
    page.get_by_role("button", name="Layout").click()
    panes = "aside[aria-label='Layout'] ul li:nth-child({}) button"
    folded = "button[aria-label='Bring drawing back']"
    layouts = [
        page.evaluate(TOOK, [panes.format(place), shows])
        for place, shows in ((2, folded), (1, f"main:not(:has(~ {folded}))")) * (TIMES // 2)
    ]
    yield Figure("another layout, slowest", max(layouts), " ms", 100)
    page.goto(f"/p/{production}")
    page.wait_for_selector("tbody tr")
    page.wait_for_timeout(600)
    yield Figure(
        "2,000 shots scrolled, 9 frames of 10 within", page.evaluate(SCROLLED), " ms", 17.5
    )
