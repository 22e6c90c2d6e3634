"""The working scale: the fraction of the delivered size that a shot is drawn at."""

import re
from dataclasses import dataclass
from fractions import Fraction
from math import ceil, floor, gcd
from typing import ClassVar, Self

from zero_slate.core.base.figures import decimal, round_half_up
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.base.serialization import TextValue
from zero_slate.core.base.texts import one_line, quoted
from zero_slate.core.canvas.raster import LONGEST_SIDE, Size

SMALLEST = Fraction(1, 64)
LARGEST = Fraction(4)

NAMED = {
    "full": Fraction(1),
    "half": Fraction(1, 2),
    "third": Fraction(1, 3),
    "quarter": Fraction(1, 4),
    "double": Fraction(2),
}
_WRITTEN = re.compile(
    r"(?P<figure>\d{1,6}(?:\.\d{1,6})?)\s*+(?:(?P<percent>%)|/\s*+(?P<over>\d{1,6}))?"
)


@dataclass(frozen=True, slots=True, order=True)
class WorkingScale(TextValue):
    """A fraction of the delivered size, from 1/64 to 4, over at most 32,768."""

    fraction: Fraction = Fraction(1)

    about: ClassVar[str] = "The fraction of the delivered size that a shot is drawn at."
    examples: ClassVar[tuple[str, ...]] = ("1", "1/2", "2/3")

    def __post_init__(self) -> None:
        if not SMALLEST <= self.fraction <= LARGEST:
            nearest = SMALLEST if self.fraction < SMALLEST else LARGEST
            raise Refusal(
                f"A working scale of {decimal(self.fraction, 4, trim=True)} is out of range: it "
                f"takes {SMALLEST} to {LARGEST}.",
                nearest=str(nearest),
            )
        if self.fraction.denominator > LONGEST_SIDE:
            raise Refusal(
                f"A working scale of {self.fraction} is finer than any canvas has pixels.",
                nearest=str(self.fraction.limit_denominator(100)),
            )

    @classmethod
    def parse(cls, text: str) -> Self:
        """Read `half`, `third`, `quarter`, `1/3`, `0.5`, `50 %`. Raises Refusal."""
        plain = one_line(text, "A working scale").lower().removeprefix("a ")
        if plain in NAMED:
            return cls(NAMED[plain])
        found = _WRITTEN.fullmatch(plain)
        if not found:
            raise Refusal(
                f"{quoted(text)} is not a working scale. Write full, half, third, quarter, or a "
                "fraction, as in 2/3, 0.5 or 50 %.",
                nearest="1",
            )
        if found["over"] and int(found["over"]) == 0:
            raise Refusal(f"{quoted(text)} divides by 0. Write 1/2, say.", nearest="1/2")
        over = int(found["over"] or 1) * (100 if found["percent"] else 1)
        return cls(Fraction(found["figure"]) / over)

    @property
    def name(self) -> str:
        """The word for it where there is one, else the fraction."""
        return next((word for word, each in NAMED.items() if each == self.fraction), str(self))

    def __str__(self) -> str:
        return str(self.fraction)


@dataclass(frozen=True, slots=True)
class Worked:
    """A canvas at a working scale.

    `across` and `down` are exact; `size` is what whole pixels come nearest. `off` is how many
    hundredths of a pixel and more the size is away; `exact_scales` are the nearest scales, one
    smaller and one larger, that give whole pixels.
    """

    across: Fraction
    down: Fraction
    size: Size
    exact_scales: tuple[WorkingScale, ...]

    @property
    def exact(self) -> bool:
        """Whether both sides are whole."""
        return self.across.denominator == 1 and self.down.denominator == 1

    @property
    def even(self) -> bool:
        """Whether both sides are even, as chroma subsampling in both directions needs."""
        return self.size.width % 2 == 0 and self.size.height % 2 == 0


def work_at(canvas: Size, scale: WorkingScale) -> Worked:
    """Return a canvas at a working scale. Raises RasterRefusal where it is past a canvas's limits.

    A scale k is exact where k·w and k·h are whole, which is where k is a multiple of 1 ÷ gcd(w, h).
    """
    across, down = canvas.width * scale.fraction, canvas.height * scale.fraction
    size = Size(max(1, round_half_up(across)), max(1, round_half_up(down)))
    common = gcd(canvas.width, canvas.height)
    steps = scale.fraction * common
    near = {Fraction(n, common) for n in (floor(steps), ceil(steps))}
    exact = tuple(WorkingScale(k) for k in sorted(near) if SMALLEST <= k <= LARGEST)
    return Worked(across, down, size, exact)
