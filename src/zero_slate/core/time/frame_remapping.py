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

NUMBER = re.compile(r"[+-]?\d{1,9}(?:\.\d{1,9}|,(?!\d{3}$)\d{1,9})?", re.ASCII)

# Names that the trade gives to a column of frames, without its spaces, dashes and case.
_NAMES = frozenset(
    (
        *("frame", "frames", "f", "fr", "frm", "framenumber", "frameno", "framenum"),
        *("key", "keys", "keyframe", "keyframes", "keytime", "in", "out", "start", "end"),
        *("first", "last", "from", "to", "startframe", "endframe", "firstframe", "lastframe"),
        *("inframe", "outframe"),
    )
)
# Names that it gives to a column of lengths, which are rescaled but never shifted.
_LENGTHS = frozenset(
    (
        *("length", "lengths", "len", "duration", "durations", "dur", "count", "framecount"),
        *("hold", "holds", "exposure", "exposures", "handles", "numframes", "numberofframes"),
    )
)
_SQUEEZE = re.compile(r"[^a-z]")


def is_number(text: str) -> bool:
    """Return whether a text is a frame number, whole or with decimals.

    Decimals stand behind a point or a comma. A comma before three digits alone is no number: it
    may be a thousand's.
    """
    return NUMBER.fullmatch(text.strip()) is not None


@dataclass(frozen=True, slots=True)
class Recognised:
    """The columns that hold frames and lengths, by their places, and what is to be asked of them.

    Where it can't be told which hold frames, there are none.
    """

    frames: tuple[int, ...]
    lengths: tuple[int, ...] = ()
    question: str = ""


def recognised(names: Sequence[str], rows: Sequence[Sequence[str]]) -> Recognised:
    """Return which columns hold frames: by their names, or else the only one that counts upward.

    A column whose values aren't numbers is never one; one that is named as frames and has a row
    without a number is asked about, and no other is taken in its place.
    """
    numeric = [place for place in range(len(names)) if _odd_row(rows, place) is None and rows]
    plain = [_squeezed(name) for name in names]
    lengths = tuple(place for place in numeric if plain[place] in _LENGTHS)
    named = [place for place in range(len(names)) if plain[place] in _NAMES]
    sound = tuple(place for place in named if place in numeric)
    for place in named:
        odd = _odd_row(rows, place)
        if odd is not None and _some_number(rows, place):
            row = rows[odd]
            held = f"“{row[place]}”" if place < len(row) and row[place] else "nothing"
            return Recognised(
                sound,
                lengths,
                f"“{names[place]}” holds {held} in row {odd + 1} of the first. Choose it if it "
                "holds frames, and leave rows without a number as they are.",
            )
    if sound:
        return Recognised(sound, lengths)
    rising = [
        place for place in numeric if place not in lengths and _rises([row[place] for row in rows])
    ]
    if len(rising) == 1 and not named:
        return Recognised(tuple(rising), lengths)
    return Recognised((), lengths)


def _squeezed(name: str) -> str:
    """Return a name's letters; of a place within others (`keys[].frame`), the last one's."""
    whole = _SQUEEZE.sub("", name.lower())
    last = _SQUEEZE.sub("", name.lower().rpartition(".")[2])
    return last if last in _NAMES or last in _LENGTHS else whole


def _odd_row(rows: Sequence[Sequence[str]], place: int) -> int | None:
    """Return the first row whose value isn't a number; None where all are."""
    for at, row in enumerate(rows):
        if place >= len(row) or not is_number(row[place]):
            return at
    return None


def _some_number(rows: Sequence[Sequence[str]], place: int) -> bool:
    return any(place < len(row) and is_number(row[place]) for row in rows)


def _rises(texts: Sequence[str]) -> bool:
    try:
        numbers = [int(text) for text in texts]
    except ValueError:
        return False
    return len(numbers) > 1 and all(a <= b for a, b in pairwise(numbers))


@dataclass
class FrameRemapper:
    """Numbers being moved, and what that does to them.

    A number with decimals keeps as many, one with zeros before it its width; a whole one is
    rounded to whole, halves up. It is Rescale's formula in whole numbers, since a file may hold
    millions of them. Who reads a file keeps `row` at the line it reads; `left` counts the numbers
    that weren't there.
    """

    scale: Rescale
    numbers: int = 0
    lowest: int | None = None
    row: int = 0
    left: int = 0
    _off: dict[int, int] = field(default_factory=dict)
    _known: dict[str, str] = field(default_factory=dict)
    _known_lengths: dict[str, str] = field(default_factory=dict)
    _whole: "array[int]" = field(default_factory=lambda: array("q"))
    _rows: "array[int]" = field(default_factory=lambda: array("q"))

    def __post_init__(self) -> None:
        self._over, self._under = self.scale.ratio.numerator, self.scale.ratio.denominator

    def text(self, old: str, place: int = 0) -> str:
        """Return a number's text, moved; `place` is the column it stands in.

        The text is one that `is_number` holds for.
        """
        self.numbers += 1
        new = self._known.get(old)
        if new is None:
            new = self._move(old)
            if len(self._known) < REMEMBERED:
                self._known[old] = new
        return new

    def length(self, old: str) -> str:
        """Return a length's text, rescaled and not shifted: a frame at least, where it had one."""
        self.numbers += 1
        new = self._known_lengths.get(old)
        if new is None:
            number = _Number.of(old)
            moved = self._nearest(number.value * self._over)
            if number.value >= number.step:
                moved = max(moved, number.step)
            new = number.written(moved)
            if len(self._known_lengths) < REMEMBERED:
                self._known_lengths[old] = new
        return new

    @property
    def rounding(self) -> Fraction:
        """The largest shift that rounding made, in seconds."""
        shifts = (Fraction(off, self._under * step) for step, off in self._off.items())
        return max(shifts, default=Fraction(0)) / self.scale.now.fraction

    @property
    def merged(self) -> int:
        """How many different old frames share their new number with another."""
        old, new, _ = self._both()
        if self._over >= self._under:
            return 0  # frames that move apart, or all alike, never meet
        return int(old.size) - len(np.unique(new))

    def merges(self, most: int) -> list[tuple[int, tuple[int, ...], tuple[int, ...]]]:
        """Return the first frames that several became, each with those and the rows they stand in.

        Rows are those in which each stands first.
        """
        if self._over >= self._under:
            return []
        old, new, rows = self._both()
        at, first, many = np.unique(new, return_index=True, return_counts=True)
        found = []
        for frame, begins, number in zip(at, first, many, strict=True):
            if number > 1:
                those = slice(int(begins), int(begins + number))
                found.append(
                    (int(frame), tuple(map(int, old[those])), tuple(map(int, rows[those])))
                )
            if len(found) == most:
                break
        return found

    def holes(self, most: int) -> tuple[int, list[tuple[int, int, int]]]:
        """Return how many frames nothing stands on between two that were neighbours.

        With the first of them: both neighbours as they are now, and the row of the first.
        """
        if self._over <= self._under:
            return 0, []
        old, new, rows = self._both()
        if old.size < 2:
            return 0, []
        apart = new[1:] - new[:-1]
        torn = np.flatnonzero((old[1:] - old[:-1] == 1) & (apart > 1))
        shown = [(int(new[at]), int(new[at + 1]), int(rows[at])) for at in torn[:most]]
        return int(apart[torn].sum()) - len(torn), shown

    def _both(self) -> tuple[Any, Any, Any]:
        """Return the different old frames in order, what each became, and its first row."""
        old, first = np.unique(np.frombuffer(self._whole, np.int64), return_index=True)
        rows = np.frombuffer(self._rows, np.int64)[first]
        if not old.size:
            return old, old, rows
        furthest = max(abs(int(old[0]) - self.scale.old), abs(int(old[-1]) - self.scale.old))
        exact: Any = old if furthest * self._over < 2**61 else old.astype(object)
        new = (2 * (exact - self.scale.old) * self._over + self._under) // (2 * self._under)
        return old, new + self.scale.new, rows

    def _nearest(self, exact: int) -> int:
        return (2 * exact + self._under) // (2 * self._under)

    def _move(self, old: str) -> str:
        number = _Number.of(old)
        step = number.step
        ahead = number.value - self.scale.old * step
        exact = ahead * self._over + self.scale.new * step * self._under
        rounded = self._nearest(exact)
        off = abs(rounded * self._under - exact)
        if off > self._off.get(step, 0):
            self._off[step] = off
        floor = rounded // step
        if self.lowest is None or floor < self.lowest:
            self.lowest = floor
        if step == 1:
            self._whole.append(number.value)
            self._rows.append(self.row)
        return number.written(rounded)


@dataclass(frozen=True, slots=True)
class _Number:
    """A number as it is written: `value` in steps of its last decimal, `step` of them a whole."""

    value: int
    step: int
    places: int
    mark: str
    width: int

    @classmethod
    def of(cls, text: str) -> "_Number":
        text = text.strip()
        mark = "," if "," in text else "."
        units, _, places = text.partition(mark)
        bare = units.lstrip("+-")
        # Zeros before a number keep it as wide as its neighbours.
        width = len(bare) if len(bare) > 1 and bare[0] == "0" else 0
        return cls(int(units + places), 10 ** len(places), len(places), mark, width)

    def written(self, value: int) -> str:
        """Return another value, written as this one is."""
        whole, rest = divmod(abs(value), self.step)
        text = str(whole).zfill(self.width)
        if self.places:
            text += f"{self.mark}{rest:0{self.places}d}"
        return f"-{text}" if value < 0 else text
