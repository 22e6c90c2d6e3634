"""The memory of a tab that is open a day: after forty shots against after its first hour."""

import tempfile
from collections.abc import Iterator
from pathlib import Path

from playwright.sync_api import CDPSession, Page

from bench.figures import Figure
from bench.screen import screen

FIRST_HOUR = 5
DAY = 40
# What a shot is looked at in; pictures of the proof and the elements are what takes room.
STEPS = ("", "/time", "/elements", "/proof", "/files", "/handoff")
# What answers are kept in a page is let go of when nothing has asked for them for five minutes.
BETWEEN = 6 * 60_000


def measure() -> Iterator[Figure]:
    """Visit the demo's shots, some twice, with minutes between them that the page's clock skips."""
    with tempfile.TemporaryDirectory() as name, screen(Path(name)) as page:
        yield from _measured(page)


def _measured(page: Page) -> Iterator[Figure]:
    page.clock.install()
    page.goto("/")
    page.wait_for_selector("[data-awaited='0']")
    shots = [
        each["id"] for each in page.request.get("/api/v1/desk/shots?limit=100").json()["shots"]
    ]
    tools = page.context.new_cdp_session(page)
    hour = day = 0.0
    for visited in range(1, DAY + 1):
        _visit(page, shots[visited % len(shots)])
        if visited == FIRST_HOUR:
            hour = _heap(page, tools)
        if visited == DAY:
            day = _heap(page, tools)
    yield Figure(f"memory of a tab after {FIRST_HOUR} shots", hour, " MB")
    yield Figure(f"memory after {DAY} shots, times that", day / hour, " ×", 1.3)


def _visit(page: Page, shot: int) -> None:
    """Look at a shot in all its steps, by the links of the page: it is never loaded anew."""
    page.evaluate(
        "(to) => { const a = document.createElement('a'); a.href = to; document.body.append(a);"
        " a.click(); a.remove(); }",
        f"/s/{shot}",
    )
    for step in STEPS:
        page.locator(f"nav[aria-label='Steps'] a[href='/s/{shot}{step}']").click()
        page.wait_for_url(f"**/s/{shot}{step}")
        page.wait_for_selector("[data-awaited='0']")
    page.keyboard.press("x")
    page.clock.fast_forward(BETWEEN)


def _heap(page: Page, tools: CDPSession) -> float:
    """Return what the page's script holds, in MB, once it has let go of what it can."""
    page.locator("a[aria-label='Desk']").click()
    page.wait_for_selector("[data-awaited='0']")
    page.clock.fast_forward(BETWEEN)
    page.wait_for_selector("[data-awaited='0']")
    for _ in range(3):
        tools.send("HeapProfiler.collectGarbage")
    held = tools.send("Runtime.getHeapUsage")
    return float((held["usedSize"] + held.get("backingStorageSize", 0)) / 1e6)


if __name__ == "__main__":
    for figure in measure():
        print(figure)
