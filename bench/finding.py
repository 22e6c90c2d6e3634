"""Finding anything among 2,000 shots, and sitting down as somebody else."""

import tempfile
from collections.abc import Iterator
from pathlib import Path

from bench.figures import Figure
from zero_slate.config import Config
from zero_slate.web.slate import Slate

TEXTS = ("s", "sh 10", "work range", "undo", "hd 1080", "nothing of that kind")


def measure() -> Iterator[Figure]:
    """Yield what it takes."""
    with tempfile.TemporaryDirectory() as folder:
        slate = Slate(Config(home=Path(folder)))
        yield from ()
        slate.close()
