"""A keystroke on a sheet: reckoned on the server, and seen in the browser."""

import os
import shutil
import statistics
import tempfile
import threading
from collections.abc import Iterator
from pathlib import Path

import uvicorn
from playwright.sync_api import sync_playwright

from bench.figures import Figure, seconds
from zero_slate.config import Config
from zero_slate.demo.make import make_demo
from zero_slate.web.app import create_app

KEYSTROKES = 60
PORT = 8799
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
    """Measure both, on the demo."""
    with tempfile.TemporaryDirectory() as home:
        config = make_demo(Config(home=Path(home), port=PORT), reset=False, tell=lambda _: None)
        app = create_app(config)
        slate = app.state.slate
        recent = {shot.code: shot.id for shot in slate.productions.desk().recent}
        shot = recent["FRO_0030"]
        texts = iter(range(10**6))

        def reckon() -> None:
            slate.shots.page(shot, {"canvas": {"width": str(1900 + next(texts) % 90)}})

        taken = seconds(reckon, 200)
        yield Figure(
            "sheet reckoned on the server, median", statistics.median(taken) * 1000, " ms", 5
        )
        server = uvicorn.Server(uvicorn.Config(app, "127.0.0.1", PORT, log_level="error"))
        thread = threading.Thread(target=server.run, daemon=True)
        thread.start()
        while not server.started:
            pass
        shown = sorted(_in_the_browser(shot))
        server.should_exit = True
        thread.join()
    yield Figure(
        "keystroke to its consequence in the browser, median", shown[len(shown) // 2], " ms", 50
    )
    at_95 = shown[int(len(shown) * 0.95)]
    yield Figure("keystroke to its consequence in the browser, 95 %", at_95, " ms", 50)


def _in_the_browser(shot: int) -> list[float]:
    chromium = os.environ.get("ZERO_SLATE_CHROMIUM") or shutil.which("chromium")
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(
            executable_path=chromium,
            args=["--no-sandbox", "--disable-gpu", "--disable-background-networking"],
        )
        page = browser.new_page(viewport={"width": 1280, "height": 800})
        page.goto(f"http://127.0.0.1:{PORT}/s/{shot}")
        page.wait_for_selector("[data-row=canvas] input")
        page.wait_for_load_state("networkidle")
        shown = [page.evaluate(TYPE_AND_WAIT, str(1900 + n)) for n in range(KEYSTROKES)]
        browser.close()
    return shown[5:]
