"""The format library, and a change of an edit format that 2,000 shots follow."""

import tempfile
import time
from collections.abc import Iterator
from pathlib import Path

from bench.cuts import edl
from bench.figures import Figure, seconds
from zero_slate.config import Config
from zero_slate.web.slate import Slate

SEARCHES = ("1.85", "vertical", "25i", "scope 4k", "", "1998x1080", "square upright")
TYPED = {"canvas": {"width": "1998"}, "handles": {"head": "12", "tail": "12"}}


def measure() -> Iterator[Figure]:
    """Measure searches with 500 own formats, and a change of 2,000 shots."""
    with tempfile.TemporaryDirectory() as home:
        slate = Slate(Config(home=Path(home)))
        for _ in range(500):
            slate.library.begin("D-cinema 2K flat 1.85 24p")
        slate.library.page("1.85")
        slowest = max(min(seconds(lambda t=t: slate.library.page(t), 5)) for t in SEARCHES)
        yield Figure("format library, slowest search of 560", slowest * 1000, " ms", 30)
        production = slate.productions.start("Long", "", {"rate": {"rate": "23.976"}})
        slate.cuts.take(production, edl().encode(), "cut.edl", "24000/1001", None)
        codes = [line.code for line in slate.cut_pages.page(production).lines]
        for start in range(0, len(codes), 500):
            slate.starting.begin(production, codes[start : start + 500], None)
        count = len(codes)
        slate.edit_formats.preview(production, TYPED, along=True)
        shown = min(seconds(lambda: slate.edit_formats.preview(production, TYPED, along=True), 3))
        yield Figure(f"edit format of {count} shots, previewed", shown * 1000, " ms", 1000)
        version = slate.cut_pages.page(production).edit_version

        started = time.perf_counter()
        made = slate.edit_formats.change(production, version, TYPED, True, frozenset())
        taken = time.perf_counter() - started
        yield Figure(f"edit format of {count} shots, applied", taken * 1000, " ms", 3000)
        assert made is not None
        started = time.perf_counter()
        slate.batches.undo(made)
        taken = time.perf_counter() - started
        yield Figure(f"edit format of {count} shots, taken back", taken * 1000, " ms", 3000)
        slate.close()
