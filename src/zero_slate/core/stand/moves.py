"""A distance in metres that stays, or moves between moments.

Grammar: `4 m`; `4 m on 1001 to 6 m on 1061`, with as many moments as are needed.
"""

import re
from collections.abc import Sequence
from dataclasses import dataclass
from fractions import Fraction
from itertools import pairwise

import numpy as np
from numpy.typing import NDArray

from zero_slate.core.base.figures import decimal
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.base.texts import quoted
from zero_slate.core.time.frames import FURTHEST

MOST_MOMENTS = 24
UNITS = {"mm": Fraction(1, 1000), "cm": Fraction(1, 100), "m": Fraction(1), "km": Fraction(1000)}
METRES = r"\d{1,7}(?:\.\d{1,3})?\s*(?:mm|cm|km|m)?"
MOVE = rf"{METRES}(?:\s+on\s+-?\d{{1,8}})?(?:\s+to\s+{METRES}\s+on\s+-?\d{{1,8}})*"
_ENDLESS = re.compile(r"\b(?:inf|infinity|infinite)\b(?:\s*m\b)?|∞(?:\s*m\b)?", re.IGNORECASE)
_MOMENT = re.compile(r"(\d{1,7}(?:\.\d{1,3})?)\s*(mm|cm|km|m)?(?:\s+on\s+(-?\d{1,8}))?")

Figures = NDArray[np.float64]


@dataclass(frozen=True, slots=True)
class Move:
    """Metres at moments of the shot's count, rising; a single one is there at every moment."""

    moments: tuple[tuple[int, Fraction], ...]

    def __post_init__(self) -> None:
        if len(self.moments) > MOST_MOMENTS:
            raise Refusal(
                f"These are {len(self.moments)} moments; {MOST_MOMENTS} is the most there can be."
            )
        for (before, _), (after, _) in pairwise(self.moments):
            if after <= before:
                raise Refusal(
                    f"Frame {after} comes after frame {before} here: moments rise.",
                    nearest=f"{before + 1}",
                )
        for frame, _ in self.moments:
            if abs(frame) > FURTHEST:
                raise Refusal(f"Frame {frame} is past {FURTHEST:,}, the furthest there is.")

    @classmethod
    def still(cls, metres: Fraction) -> "Move":
        """Return a distance that stays."""
        return cls(((0, metres),))

    @staticmethod
    def require_finite(text: str) -> None:
        """Refuse a distance without end. Raises Refusal."""
        if _ENDLESS.search(text):
            raise Refusal(
                "Infinity is no distance that can be drawn to scale: 1,000,000 m is the farthest, "
                "and sharp or soft alike.",
                nearest=_ENDLESS.sub("1000000 m", text),
            )

    @classmethod
    def parse(cls, text: str, what: str) -> "Move":
        """Read `4 m on 1001 to 6 m on 1061`; `what` stands there. Raises Refusal."""
        parts = re.split(r"\s+to\s+", text.strip())
        found = [_MOMENT.fullmatch(part) for part in parts]
        if not all(found):
            raise Refusal(
                f"{quoted(text)} is not a distance. Write metres, as in 4 m; or how they move, as "
                "in 4 m on 1001 to 6 m on 1061."
            )
        moments = [
            (int(each[3] or 0), Fraction(each[1]) * UNITS[each[2] or "m"]) for each in found if each
        ]
        if len(moments) == 1:
            if found[0] and found[0][3]:
                raise Refusal(
                    f"{what} has one moment, frame {found[0][3]}: what moves takes two at least.",
                    nearest=metres_words(moments[0][1]),
                )
            return cls.still(moments[0][1])
        if any(each and each[3] is None for each in found):
            raise Refusal(
                f"{what} moves: say on which frame it is where, as in 4 m on 1001 to 6 m on 1061."
            )
        return cls(tuple(moments))

    @property
    def moves(self) -> bool:
        """Whether it is another distance at another moment."""
        return len(self.moments) > 1

    @property
    def metres(self) -> tuple[Fraction, ...]:
        """The distances that are said."""
        return tuple(metres for _, metres in self.moments)

    def at(self, frame: int) -> Fraction:
        """Return the metres at a frame: evenly between two moments, before and after as there."""
        for (first, start), (last, end) in pairwise(self.moments):
            if first <= frame <= last:
                return start + (end - start) * Fraction(frame - first, last - first)
        return self.moments[0][1] if frame < self.moments[0][0] else self.moments[-1][1]

    def nearness_at(self, frame: int) -> Fraction:
        """Return the metres at a frame where their reciprocals go evenly, as focus is pulled."""
        for (first, start), (last, end) in pairwise(self.moments):
            if first <= frame <= last:
                share = Fraction(frame - first, last - first)
                return 1 / (1 / start + (1 / end - 1 / start) * share)
        return self.at(frame)

    def over(self, frames: Figures, *, nearness: bool = False) -> Figures:
        """Return the metres at many frames; with `nearness` as `nearness_at`."""
        at = [float(frame) for frame, _ in self.moments]
        metres = np.array([float(each) for each in self.metres])
        if nearness:
            return np.asarray(1 / np.interp(frames, at, 1 / metres))
        return np.asarray(np.interp(frames, at, metres))

    def with_moment(self, frame: int, metres: Fraction) -> "Move":
        """Return it with another distance at a frame, and so moving.

        What stayed stays at the frame before.
        """
        known = dict(self.moments) if self.moves else {frame - 1: self.moments[0][1]}
        return Move(tuple(sorted({**known, frame: metres}.items())))

    def __str__(self) -> str:
        if not self.moves:
            return metres_words(self.moments[0][1])
        return " to ".join(f"{metres_words(metres)} on {frame}" for frame, metres in self.moments)


def metres_words(metres: Fraction) -> str:
    """Write a distance in metres."""
    return f"{decimal(metres, 3, trim=True)} m"


def about_metres(metres: float) -> str:
    """Write a distance that was reckoned, to three figures: `3.05 m`, `1,520 m`, `0.3 mm`."""
    if 0 < metres < 0.01:
        return f"{float(f'{metres * 1000:.3g}'):g} mm"
    rounded = float(f"{metres:.3g}")
    return f"{rounded:,.0f} m" if rounded >= 100 else f"{rounded:g} m"


def vertices(moves: Sequence[Move], first: int, last: int) -> tuple[int, ...]:
    """Return the frames between which everything goes evenly, the ends of a range included."""
    found = {first, last}
    for move in moves:
        if move.moves:
            found.update(frame for frame, _ in move.moments if first < frame < last)
    return tuple(sorted(found))
