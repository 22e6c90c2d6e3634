"""Finding anything among 2,000 shots, and what it takes to sit down as somebody else."""

import tempfile
from collections.abc import Iterator
from pathlib import Path
from urllib.parse import quote

from scripts.served import Served

from bench.figures import Figure
from bench.formats import Browser, prepare

TEXTS = ("s", "s0", "s0 10", "long", "work range", "undo", "hd 1080", "nothing of that kind")


def measure() -> Iterator[Figure]:
    """Measure over HTTP, as the line and the pages ask."""
    with tempfile.TemporaryDirectory() as name:
        home = Path(name)
        _, shots = prepare(home)
        served = Served(home, "bench", command="serve")
        served.start()
        try:
            yield from _measured(Browser(served.root), shots)
        finally:
            served.kill()


def _measured(browser: Browser, shots: list[int]) -> Iterator[Figure]:
    browser.ask("opened", "GET", "/find?text=s")
    for text in TEXTS * 3:
        browser.ask("find", "GET", f"/find?text={quote(text)}&shot={shots[0]}")
    body = {"base": 1, "typed": {"title": {"text": "Keeper climbs"}}}
    browser.ask("saved", "PUT", f"/shots/{shots[0]}/setup", body)
    browser.ask("found again", "GET", "/find?text=keeper")
    first, slowest, again = (
        browser.took[each] * 1000 for each in ("opened", "find", "found again")
    )
    yield Figure(f"find among {len(shots)} shots, first", first, " ms", 300)
    yield Figure(f"find among {len(shots)} shots, slowest", slowest, " ms", 30)
    yield Figure(f"find among {len(shots)} shots, after a change", again, " ms", 60)
    for query in ("", "text=long", "text=s0+today", "state=follows", "order=code", "text=tide"):
        browser.ask("desk", "GET", f"/desk/shots?{query}&limit=120")
    for query in ("text=l", "text=lo", "text=lon", "text=s01", "artist=bench") * 2:
        browser.ask("desk again", "GET", f"/desk/shots?{query}&limit=120")
    again = browser.took["desk again"] * 1000
    yield Figure(f"desk: {len(shots)} shots found as one types, slowest", again, " ms", 50)
    people = [
        browser.ask("made", "POST", "/people", {"name": f"Artist {number}"})["id"]
        for number in range(20)
    ]
    for person in people:
        kept = {"kept": {"spines": "x" * 5000}}
        browser.ask("kept", "PUT", f"/people/{person}/room", kept)
        browser.ask("sat down", "PUT", "/people/here", {"id": person})
    yield Figure("somebody else sits down, slowest", browser.took["sat down"] * 1000, " ms", 100)
    yield Figure("what pages keep, stored, slowest", browser.took["kept"] * 1000, " ms", 100)
