"""The format library, and changes that 2,000 shots follow, as a browser asks for them.

Nothing is warmed: the server is a process of its own, and each figure is the worst of what people
do before a keystroke, from a server that was just started to an edit format that was just changed.
"""

import json
import tempfile
import time
import urllib.request
from collections.abc import Iterator
from pathlib import Path
from typing import Any

from scripts.served import Served

from bench.cuts import edl
from bench.figures import Figure
from zero_slate.config import Config
from zero_slate.web.slate import Slate

SEARCHES = ("1.85", "vertical", "25i", "scope%204k", "", "1998x1080", "square%20upright")
KEYSTROKES = ("1", "19", "199", "1998")


class Browser:
    """Asks a server as a page does, one connection an answer, and keeps what was the dearest."""

    def __init__(self, root: str):
        self.root = root
        self.took: dict[str, float] = {}
        self.bytes: dict[str, int] = {}

    def ask(self, name: str, method: str, path: str, body: object = None) -> Any:
        """Ask, and keep the time and size of the answer if they are the worst of their name."""
        data = json.dumps(body).encode() if body is not None else None
        request = urllib.request.Request(
            f"{self.root}/api/v1{path}", data, {"Content-Type": "application/json"}, method=method
        )
        started = time.perf_counter()
        with urllib.request.urlopen(request) as answer:
            said = answer.read()
        took = time.perf_counter() - started
        self.took[name] = max(took, self.took.get(name, 0))
        self.bytes[name] = max(len(said), self.bytes.get(name, 0))
        return json.loads(said) if said else None


def measure() -> Iterator[Figure]:
    """Measure searches with 500 own formats, and changes of 2,000 shots."""
    with tempfile.TemporaryDirectory() as home:
        production, shots = prepare(Path(home))
        served = Served(Path(home), "bench", command="serve")
        served.start()
        try:
            yield from _measured(served, production, shots)
        finally:
            served.kill()


def prepare(home: Path) -> tuple[int, list[int]]:
    """Make a production of 2,000 shots, with 500 own formats; return both their numbers."""
    slate = Slate(Config(home=home))
    for _ in range(500):
        slate.library.begin("D-cinema 2K flat 1.85 24p")
    production = slate.productions.start("Long", "", {"rate": {"rate": "23.976"}})
    slate.cuts.take(production, edl().encode(), "cut.edl", "24000/1001", None)
    codes = [line.code for line in slate.cut_pages.page(production).lines]
    shots: list[int] = []
    for start in range(0, len(codes), 500):
        shots += slate.starting.begin(production, codes[start : start + 500], None).ids
    slate.close()
    return production, shots


def _measured(served: Served, production: int, shots: list[int]) -> Iterator[Figure]:
    browser, count = Browser(served.root), len(shots)
    browser.ask("first search", "GET", "/formats?text=")
    for text in SEARCHES * 2:
        browser.ask("search", "GET", f"/formats?text={text}")
    first, slowest = (browser.took[name] * 1000 for name in ("first search", "search"))
    yield Figure("format library of 560, opened after the server was started", first, " ms", 150)
    yield Figure("format library of 560, slowest search", slowest, " ms", 50)

    root = f"/productions/{production}"

    def keystrokes(before: str) -> None:
        for text in KEYSTROKES:
            typed = {"canvas": {"width": text}, "handles": {"head": "12", "tail": "12"}}
            body = {"typed": typed, "along": True}
            browser.ask(before, "POST", f"{root}/edit-format/preview", body)

    def save() -> None:
        head = browser.ask("head", "GET", f"/shots/{shots[7]}/head")
        body = {"base": head["version"], "typed": {"title": {"text": f"v{head['version']}"}}}
        browser.ask("save", "PUT", f"/shots/{shots[7]}/setup", body)

    keystrokes("the server was started")
    save()
    keystrokes("a shot was saved")
    version = browser.ask("cut", "GET", root)["edit_version"]
    typed = {"handles": {"head": "12", "tail": "12"}}
    body = {"base": version, "typed": typed, "along": True}
    made = browser.ask("applied", "PUT", f"{root}/edit-format", body)["id"]
    keystrokes("all were changed")
    browser.ask("taken back", "POST", f"/batches/{made}/undo")
    keystrokes("all were taken back")
    for before in (
        "the server was started",
        "a shot was saved",
        "all were changed",
        "all were taken back",
    ):
        took = browser.took[before] * 1000
        yield Figure(f"{count} shots previewed, after {before}", took, " ms", 1000)
    largest = max(size for name, size in browser.bytes.items() if name.startswith(("the", "a")))
    yield Figure(f"{count} shots previewed, largest answer", largest / 1000, " kB", 100)
    change = {"typed": {"rate": {"rate": "25"}}, "shots": shots}
    for _ in range(3):
        browser.ask("batch", "POST", f"{root}/batches/preview", change)
        save()
    yield Figure(
        f"{count} shots changed at once, previewed", browser.took["batch"] * 1000, " ms", 1000
    )
    yield Figure(
        f"{count} shots changed at once, answer", browser.bytes["batch"] / 1000, " kB", 100
    )
    for name in ("applied", "taken back"):
        took = browser.took[name] * 1000
        yield Figure(f"edit format of {count} shots, {name}", took, " ms", 3000)
    yield Figure(f"cut of {count} shots", browser.took["cut"] * 1000, " ms", 1500)
