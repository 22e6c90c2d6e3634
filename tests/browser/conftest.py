"""The real application, served from the demo, driven in headless Chromium."""

import os
import shutil
import socket
import subprocess
import sys
import time
import urllib.request
from collections.abc import Iterator
from dataclasses import dataclass
from pathlib import Path

import pytest
from playwright.sync_api import Browser, Page, sync_playwright

from zero_slate.web.app import STATIC

CHROMIUM = os.environ.get("ZERO_SLATE_CHROMIUM") or shutil.which("chromium")
FLAGS = [
    "--no-sandbox",
    "--disable-gpu",
    "--disable-quic",
    "--no-first-run",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
]


@dataclass
class Served:
    """A server of its own, on a folder of its own, that can be killed and started again."""

    home: Path
    port: int
    process: "subprocess.Popen[bytes] | None" = None

    @property
    def root(self) -> str:
        return f"http://127.0.0.1:{self.port}"

    def start(self) -> None:
        environment = {
            **os.environ,
            "ZERO_SLATE_HOME": str(self.home),
            "ZERO_SLATE_PORT": str(self.port),
            "ZERO_SLATE_WHO": "tester",
        }
        command = [sys.executable, "-m", "zero_slate", "demo"]
        self.process = subprocess.Popen(command, env=environment)
        for _ in range(1200):
            try:
                urllib.request.urlopen(f"{self.root}/api/health", timeout=1).close()
                return
            except OSError:
                assert self.process.poll() is None, "the server ended before it was ready"
                time.sleep(0.1)
        raise AssertionError("the server never answered")

    def kill(self) -> None:
        assert self.process is not None
        self.process.kill()
        self.process.wait()


@pytest.fixture(scope="session")
def served(tmp_path_factory: pytest.TempPathFactory) -> Iterator[Served]:
    if not (STATIC / "index.html").exists():
        pytest.skip("the pages are not built: run make test")
    with socket.socket() as free:
        free.bind(("127.0.0.1", 0))
        port = free.getsockname()[1]
    served = Served(tmp_path_factory.mktemp("demo"), port)
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
    page = context.new_page()
    wrong: list[str] = []
    page.on("pageerror", lambda error: wrong.append(str(error)))
    yield page
    context.close()
    assert wrong == []
