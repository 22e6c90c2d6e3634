"""Rows numbered by frames: which columns hold them, and where each number goes."""

import re
from array import array
from collections.abc import Sequence
from dataclasses import dataclass, field
from fractions import Fraction
from itertools import pairwise

import numpy as np

from zero_slate.core.figures import decimal, round_half_up
from zero_slate.core.retime import Rescale

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
    if not all(text.strip().lstrip("+-").isdigit() for text in texts):
        return False
    numbers = [int(text) for text in texts]
    return len(numbers) > 1 and all(a <= b for a, b in pairwise(numbers))


@dataclass
class Moved:
    """Numbers being moved, and what that does to them.

    A number with decimals keeps as many; a whole one is rounded to whole, halves up. `rounding` is
    the largest shift that rounding made, in seconds.
    """

    scale: Rescale
    numbers: int = 0
    rounding: Fraction = Fraction(0)
    lowest: int | None = None
    _known: dict[str, str] = field(default_factory=dict)
    _whole: "array[int]" = field(default_factory=lambda: array("q"))

    def text(self, old: str) -> str:
        """Return a number's text, moved. The text is one that `is_number` holds for."""
        self.numbers += 1
        new = self._known.get(old)
        if new is None:
            new = self._move(old)
            if len(self._known) < 1_000_000:
                self._known[old] = new
        return new

    @property
    def merged(self) -> int:
        """How many different old frames share their new number with another."""
        old = np.unique(np.frombuffer(self._whole, np.int64))
        new = {self.scale.frame(int(frame)) for frame in old} if self.scale.ratio < 1 else None
        return 0 if new is None else len(old) - len(new)

    def _move(self, old: str) -> str:
        _, _, places = old.partition(".")
        exact = self.scale.exact(Fraction(old))
        step = 10 ** len(places)
        rounded = Fraction(round_half_up(exact * step), step)
        self.rounding = max(self.rounding, abs(rounded - exact) / self.scale.now.fraction)
        floor = int(rounded // 1)
        self.lowest = floor if self.lowest is None else min(self.lowest, floor)
        if not places:
            self._whole.append(int(old))
        return decimal(rounded, len(places)).replace("−", "-")
