"""A page of a real browser on a served installation, at the size that is designed for."""

from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

from playwright.sync_api import Page, sync_playwright
from scripts.served import CHROMIUM, FLAGS, Served


@contextmanager
def screen(home: Path, command: str = "demo") -> Iterator[Page]:
    """Serve an installation by a process of its own; give a page on it."""
    served = Served(home, "bench", command=command)
    served.start()
    try:
        with sync_playwright() as playwright:
            browser = playwright.chromium.launch(executable_path=CHROMIUM, args=FLAGS)
            size = {"width": 1280, "height": 800}
            yield browser.new_page(base_url=served.root, viewport=size)
            browser.close()
    finally:
        served.kill()
