"""The real application, served from the demo, driven in headless Chromium."""

from collections.abc import Iterator

import pytest
from playwright.sync_api import Browser, Page, sync_playwright
from scripts.served import CHROMIUM, FLAGS, Served

from zero_slate.web.app import STATIC


@pytest.fixture(scope="session")
def served(tmp_path_factory: pytest.TempPathFactory) -> Iterator[Served]:
    if not (STATIC / "index.html").exists():
        pytest.skip("the pages are not built: run make test")
    served = Served(tmp_path_factory.mktemp("demo"), "tester")
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
