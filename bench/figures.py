"""A measured figure beside what is promised."""

import statistics
import time
from collections.abc import Callable
from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class Figure:
    """What was measured, in a unit, and the most or least it may be; None where that is open."""

    what: str
    value: float
    unit: str
    most: float | None = None
    least: float | None = None

    @property
    def kept(self) -> bool:
        """Whether the promise is kept."""
        most, least = self.most, self.least
        return (most is None or self.value <= most) and (least is None or self.value >= least)

    def __str__(self) -> str:
        promised = "" if self.most is None else f"  (at most {self.most:g}{self.unit})"
        if self.least is not None:
            promised = f"  (at least {self.least:g}{self.unit})"
        mark = "  " if self.kept else "! "
        return f"{mark}{self.what:<58}{self.value:>9.2f}{self.unit}{promised}"


def seconds(work: Callable[[], object], times: int) -> list[float]:
    """Return how long each of several runs took, after one that isn't counted."""
    work()
    return [_once(work) for _ in range(times)]


def against(
    ours: Callable[[], object], theirs: Callable[[], object], times: int
) -> tuple[float, float, float]:
    """Return both medians and the median of their ratio, run by turns."""
    ours()
    theirs()
    pairs = [(_once(ours), _once(theirs)) for _ in range(times)]
    mine, other = zip(*pairs, strict=True)
    ratio = statistics.median(a / b for a, b in pairs)
    return statistics.median(mine), statistics.median(other), ratio


def _once(work: Callable[[], object]) -> float:
    start = time.perf_counter()
    work()
    return time.perf_counter() - start
