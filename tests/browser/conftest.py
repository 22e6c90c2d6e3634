"""The real application, served from a demo of the test's own, driven in headless Chromium."""

import threading
import time
from collections.abc import Iterator
from dataclasses import dataclass
from pathlib import Path

import pytest
import uvicorn
from playwright.sync_api import Browser, Page, expect, sync_playwright
from scripts.served import CHROMIUM, FLAGS, Served, free_port

from tests.conftest import copy_of_demo
from zero_slate.config import Config
from zero_slate.demo.make import make_demo
from zero_slate.web.app import STATIC, create_app

# However busy the machine: what never comes is told, and not what takes long.
PATIENCE = 120_000
expect.set_options(timeout=PATIENCE)
# A request may meet a connection that the server has just closed, since nothing came on it.
RETRIES = 3


@dataclass
class Here:
    """The application served by a thread of the test's own process: there at once."""

    home: Path
    root: str


@pytest.fixture
def home(demo_made_once: Path, tmp_path: Path) -> Path:
    """A demo that this test alone changes."""
    if not (STATIC / "index.html").exists():
        pytest.skip("the pages are not built: run make test")
    return copy_of_demo(demo_made_once, tmp_path / "home")


@pytest.fixture
def served(home: Path) -> Iterator[Here]:
    """The demo, served."""
    config = make_demo(Config(home=home, who="tester"), reset=False, tell=lambda _: None)
    port = free_port()
    app = create_app(config)
    server = uvicorn.Server(uvicorn.Config(app, "127.0.0.1", port, log_level="warning"))
    thread = threading.Thread(target=server.run, daemon=True)
    thread.start()
    while not server.started:
        time.sleep(0.005)
    yield Here(home, f"http://127.0.0.1:{port}")
    server.should_exit = server.force_exit = True
    thread.join(10)
    # A server that is forced to end doesn't let go by itself: its work would go on beside others.
    app.state.slate.close()


@pytest.fixture
def apart(home: Path) -> Iterator[Served]:
    """The demo, served by a process of its own, which can be killed."""
    served = Served(home, "tester")
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
def page(chromium: Browser, request: pytest.FixtureRequest) -> Iterator[Page]:
    """A page at the size that is designed for; whatever goes wrong in its script fails the test."""
    named = "apart" if "apart" in request.fixturenames else "served"
    root = request.getfixturevalue(named).root
    context = chromium.new_context(
        viewport={"width": 1280, "height": 800}, base_url=root, color_scheme="light"
    )
    context.set_default_timeout(PATIENCE)
    page = context.new_page()
    wrong: list[str] = []
    page.on("pageerror", lambda error: wrong.append(str(error)))
    page.on("console", lambda said: "Security Policy" in said.text and wrong.append(said.text))
    yield page
    context.close()
    assert wrong == []


def settled(page: Page) -> None:
    """Wait until a page awaits no answer."""
    page.wait_for_selector("[data-awaited='0']")
