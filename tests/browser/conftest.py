"""The real application, served from the demo, driven in headless Chromium."""

from collections.abc import Iterator
from pathlib import Path

import pytest
from playwright.sync_api import Browser, Page, sync_playwright
from scripts.served import CHROMIUM, FLAGS, Served

from zero_slate.web.app import STATIC


@pytest.fixture(scope="module")
def served(demo_home: Path) -> Iterator[Served]:
    """The demo, served from a copy that this module alone changes."""
    if not (STATIC / "index.html").exists():
        pytest.skip("the pages are not built: run make test")
    served = Served(demo_home, "tester")
    served.start()
    yield served
    served.kill()


@pytest.fixture(scope="session")
def chromium() -> Iterator[Browser]:
    if not CHROMIUM:
        pytest.skip("there is no Chromium: install Debian's package chromium")
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path=CHROMIUM, args=FLAGS)
        yield browser
        browser.close()


@pytest.fixture
def page(chromium: Browser, served: Served) -> Iterator[Page]:
    """A page at the size that is designed for; whatever goes wrong in its script fails the test."""
    context = chromium.new_context(
        viewport={"width": 1280, "height": 800}, base_url=served.root, color_scheme="light"
    )
    context.set_default_timeout(10_000)
    page = context.new_page()
    wrong: list[str] = []
    page.on("pageerror", lambda error: wrong.append(str(error)))
    yield page
    context.close()
    assert wrong == []
