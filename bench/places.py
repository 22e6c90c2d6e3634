"""Where the files of 2,000 shots go: paths as they are typed, all folders, the disks, all names."""

import tempfile
import time
from collections.abc import Iterator
from pathlib import Path

from scripts.served import Served

from bench.figures import Figure, seconds
from bench.formats import Browser, prepare
from zero_slate.config import CONFIG_NAME
from zero_slate.core.places.clashes import clashes
from zero_slate.core.places.shipped import USUAL_LAYOUT

SHOTS = 2000
TYPED = "<sequence>/<shot>/sheets/<shot>_{}_<version>.<ending>"


def measure() -> Iterator[Figure]:
    """Measure names alone, and a page as a browser asks for it."""
    codes = [f"S{n // 50:03d}_{n % 50:03d}0" for n in range(SHOTS)]
    took = min(seconds(lambda: list(clashes(USUAL_LAYOUT, "film", codes)), 5))
    yield Figure(f"names of {SHOTS} shots looked through for clashes", took * 1000, " ms", 500)
    with tempfile.TemporaryDirectory() as name:
        home = Path(name)
        (home / "media").mkdir()
        (home / CONFIG_NAME).write_text(f'[volumes]\nmedia = "{home / "media"}"\n')
        production, shots = prepare(home)
        served = Served(home, "bench", command="serve")
        served.start()
        try:
            yield from _measured(Browser(served.root), production, len(shots))
        finally:
            served.kill()


def _measured(browser: Browser, production: int, count: int) -> Iterator[Figure]:
    root = f"/productions/{production}"
    typed: dict[str, object] = {"volume": "media", "folder": "film"}
    # As a page does on its way there.
    browser.ask("cut", "GET", root)
    browser.ask("opened", "POST", f"{root}/layout/preview", {"typed": typed})
    for word in ("s", "sh", "she", "shee"):
        body = {"typed": {**typed, "paths": {"sheet": TYPED.format(word)}}}
        browser.ask("typed", "POST", f"{root}/layout/preview", body)
    browser.ask("kept", "PUT", f"{root}/layout", {"base": 0, "typed": typed})
    browser.ask("folders", "GET", f"{root}/folders")
    browser.ask("disks", "GET", f"{root}/disks")
    job = browser.ask("made", "POST", f"{root}/folder-jobs", {})
    began = time.perf_counter()
    while browser.ask("job", "GET", f"{root}/folder-jobs/{job['id']}")["state"] != "done":
        time.sleep(0.05)
    took = time.perf_counter() - began
    for what, name in (
        ("paths, opened", "opened"),
        ("a path as it is typed", "typed"),
        ("all folders", "folders"),
        ("free space", "disks"),
    ):
        yield Figure(f"{count} shots: {what}", browser.took[name] * 1000, " ms", 1000)
    yield Figure(f"{count} shots: all folders made", took, " s")
