"""A keystroke on a sheet: reckoned on the server, and seen in the browser."""

import statistics
import tempfile
from collections.abc import Iterator
from itertools import count
from pathlib import Path

from playwright.sync_api import sync_playwright
from scripts.served import CHROMIUM, FLAGS, Served

from bench.figures import Figure, seconds
from zero_slate.config import Config
from zero_slate.demo.make import make_demo
from zero_slate.web.slate import Slate

KEYSTROKES = 60
# A fast typist's pause between two keys, in milliseconds.
BETWEEN = 90
# From the keystroke until its consequence is painted: the row's words changed, and two frames on.
TYPE_AND_WAIT = """async (text) => {
  const field = document.querySelector('[data-row=canvas] input');
  const said = document.querySelector('[data-row=canvas] [data-means]');
  const before = said.textContent;
  const start = performance.now();
  field.value = text;
  field.dispatchEvent(new InputEvent('input', { bubbles: true }));
  while (said.textContent === before) await new Promise(requestAnimationFrame);
  return performance.now() - start;
}"""


def measure() -> Iterator[Figure]:
    """Measure both, on the demo: the server in a process of its own, as it runs for people."""
    with tempfile.TemporaryDirectory() as home:
        slate = Slate(make_demo(Config(home=Path(home)), reset=False, tell=lambda _: None))
        recent = {shot.code: shot.id for shot in slate.desk.page().recent}
        shot = recent["FRO_0030"]
        numbers = count()

        def reckon() -> None:
            typed = {"canvas": {"width": str(1900 + next(numbers) % 90)}}
            slate.shots.page(shot, typed, setting="canvas")

        on_server = statistics.median(seconds(reckon, 200)) * 1000
        yield Figure("sheet reckoned on the server, median", on_server, " ms", 5)
        served = Served(Path(home), "bench")
        served.start()
        try:
            shown = sorted(in_the_browser(f"{served.root}/s/{shot}"))
        finally:
            served.kill()
    seen = "keystroke to its consequence in the browser"
    yield Figure(f"{seen}, median", shown[len(shown) // 2], " ms", 50)
    yield Figure(f"{seen}, 95 %", shown[int(len(shown) * 0.95)], " ms", 50)


def in_the_browser(address: str) -> list[float]:
    """Return how long each of many keystrokes on a sheet took to its consequence, in ms."""
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path=CHROMIUM, args=FLAGS)
        page = browser.new_page(viewport={"width": 1280, "height": 800})
        page.goto(address)
        page.wait_for_selector("[data-row=canvas] input")
        page.wait_for_selector("[data-awaited='0']")
        shown = []
        for number in range(KEYSTROKES):
            shown.append(page.evaluate(TYPE_AND_WAIT, str(1900 + number)))
            page.wait_for_timeout(BETWEEN)
        browser.close()
    return shown[5:]
