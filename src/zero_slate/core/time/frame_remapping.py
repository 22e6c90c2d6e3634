"""Rows numbered by frames: which columns hold them, and where each number goes."""

import re
from array import array
from collections.abc import Sequence
from dataclasses import dataclass, field
from fractions import Fraction
from itertools import pairwise
from typing import Any

import numpy as np

from zero_slate.core.time.retime import Rescale

# So many numbers are remembered: in most files few different ones stand again and again.
REMEMBERED = 50_000

NUMBER = re.compile(r"[+-]?\d{1,9}(?:\.\d{1,9})?")

# Names that the trade gives to a column of frames, without its spaces, dashes and case.
_NAMES = frozenset(
    (
        *("frame", "frames", "f", "fr", "frm", "framenumber", "frameno", "framenum"),
        *("key", "keys", "keyframe", "keyframes", "keytime", "in", "out", "start", "end"),
        *("first", "last", "from", "to", "startframe", "endframe", "firstframe", "lastframe"),
        *("inframe", "outframe"),
    )
)
_SQUEEZE = re.compile(r"[^a-z]")


def is_number(text: str) -> bool:
    """Return whether a text is a frame number, whole or with decimals."""
    return NUMBER.fullmatch(text.strip()) is not None


def recognised(names: Sequence[str], rows: Sequence[Sequence[str]]) -> tuple[int, ...]:
    """Return which columns hold frames: by their names, or else the only one that counts upward.

    A column whose values aren't numbers is never one. Empty where it can't be told.
    """
    numeric = [
        place
        for place in range(len(names))
        if rows and all(place < len(row) and is_number(row[place]) for row in rows)
    ]
    named = [place for place in numeric if _SQUEEZE.sub("", names[place].lower()) in _NAMES]
    if named:
        return tuple(named)
    rising = [place for place in numeric if _rises([row[place] for row in rows])]
    return tuple(rising) if len(rising) == 1 else ()


def _rises(texts: Sequence[str]) -> bool:
    try:
        numbers = [int(text) for text in texts]
    except ValueError:
        return False
    return len(numbers) > 1 and all(a <= b for a, b in pairwise(numbers))


@dataclass
class FrameRemapper:
    """Numbers being moved, and what that does to them.

    A number with decimals keeps as many; a whole one is rounded to whole, halves up. It is
    Rescale's formula in whole numbers, since a file may hold millions of them.
    """

    scale: Rescale
    numbers: int = 0
    lowest: int | None = None
    _off: dict[int, int] = field(default_factory=dict)
    _known: dict[str, str] = field(default_factory=dict)
    _whole: "array[int]" = field(default_factory=lambda: array("q"))

    def __post_init__(self) -> None:
        self._over, self._under = self.scale.ratio.numerator, self.scale.ratio.denominator

    def text(self, old: str) -> str:
        """Return a number's text, moved. The text is one that `is_number` holds for."""
        self.numbers += 1
        new = self._known.get(old)
        if new is None:
            new = self._move(old)
            if len(self._known) < REMEMBERED:
                self._known[old] = new
        return new

    @property
    def rounding(self) -> Fraction:
        """The largest shift that rounding made, in seconds."""
        shifts = (Fraction(off, self._under * step) for step, off in self._off.items())
        return max(shifts, default=Fraction(0)) / self.scale.now.fraction

    @property
    def merged(self) -> int:
        """How many different old frames share their new number with another."""
        old = np.unique(np.frombuffer(self._whole, np.int64))
        if self._over >= self._under or not old.size:
            return 0  # frames that move apart, or all alike, never meet
        furthest = max(abs(int(old[0]) - self.scale.old), abs(int(old[-1]) - self.scale.old))
        exact: Any = old if furthest * self._over < 2**61 else old.astype(object)
        new = (2 * (exact - self.scale.old) * self._over + self._under) // (2 * self._under)
        return int(old.size) - len(np.unique(new))

    def _move(self, old: str) -> str:
        units, _, places = old.partition(".")
        step = 10 ** len(places)
        ahead = int(units + places) - self.scale.old * step
        exact = ahead * self._over + self.scale.new * step * self._under
        rounded = (2 * exact + self._under) // (2 * self._under)
        off = abs(rounded * self._under - exact)
        if off > self._off.get(step, 0):
            self._off[step] = off
        floor = rounded // step
        if self.lowest is None or floor < self.lowest:
            self.lowest = floor
        if not places:
            self._whole.append(int(old))
            return str(rounded)
        whole, rest = divmod(abs(rounded), step)
        return f"{'-' if rounded < 0 else ''}{whole}.{rest:0{len(places)}d}"
