"""Grain laid over a shot: how strong, how large, at which brightness, and in colour or grey.

Grammar: `4 % at 1.5 px`; `4 % at 1.5 px by 40 100 80 60 20, colour, seed 3`; `none`.
"""

import re
from dataclasses import dataclass
from fractions import Fraction
from typing import ClassVar, Self

from zero_slate.core.base.figures import decimal
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.base.serialization import TextValue
from zero_slate.core.base.texts import one_line, quoted
from zero_slate.core.finish.finish import read_seed

# The codes of IEC 61966-2-1 (sRGB), of 1, that grain is measured and set at.
BRIGHTNESSES = (0.1, 0.3, 0.5, 0.7, 0.9)
EVEN = (100, 100, 100, 100, 100)
MOST_AMOUNT, LEAST_SIZE, MOST_SIZE = Fraction(50), Fraction(1, 2), Fraction(16)
USUAL = "3 % at 1.5 px"
_WRITTEN = re.compile(
    r"(\d{1,5}(?:\.\d{1,2})?)\s*%(?:\s+at\s+(\d{1,2}(?:\.\d{1,2})?)\s*px)?"
    r"(?:\s+by\s+(\d{1,3}) (\d{1,3}) (\d{1,3}) (\d{1,3}) (\d{1,3}))?"
)


@dataclass(frozen=True, slots=True)
class Grain(TextValue):
    """Grain: `amount` is its standard deviation in per cent of the codes; 0 is none.

    `size` is how wide a grain is, in pixels of the delivered picture; `by` its strength at each of
    five brightnesses, in per cent of the amount.
    """

    amount: Fraction = Fraction(0)
    size: Fraction = Fraction(3, 2)
    by: tuple[int, int, int, int, int] = EVEN
    colour: bool = False
    seed: int = 1

    about: ClassVar[str] = "How strong grain is, how large, at five brightnesses, colour or grey."
    examples: ClassVar[tuple[str, ...]] = (
        "none", "3 % at 1.5 px", "4 % at 1.5 px by 40 100 80 60 20, colour, seed 3",
    )  # fmt: skip

    def __post_init__(self) -> None:
        if not self.amount:
            return
        if self.amount > MOST_AMOUNT:
            raise Refusal(
                f"Grain of {decimal(self.amount, 2, trim=True)} % is out of range: it takes up to "
                f"{MOST_AMOUNT} %.",
                nearest=f"{MOST_AMOUNT} % at {decimal(self.size, 2, trim=True)} px",
            )
        if not LEAST_SIZE <= self.size <= MOST_SIZE:
            near = max(LEAST_SIZE, min(MOST_SIZE, self.size))
            raise Refusal(
                f"Grain {decimal(self.size, 2, trim=True)} px wide is out of range: it takes "
                f"{decimal(LEAST_SIZE, 1)} to {MOST_SIZE} px.",
                nearest=f"{decimal(self.amount, 2, trim=True)} % at "
                f"{decimal(near, 2, trim=True)} px",
            )
        if max(self.by) > 200:
            raise Refusal("A brightness takes 0 to 200 % of the amount.", nearest=USUAL)

    @classmethod
    def parse(cls, text: str) -> Self:
        """Read `4 % at 1.5 px by 40 100 80 60 20, colour, seed 3`, or `none`. Raises Refusal."""
        said = " ".join(one_line(text, "Grain").lower().split())
        if said in ("", "none"):
            return cls()
        first, *rest = (part.strip() for part in said.split(","))
        found = _WRITTEN.fullmatch(first)
        if not found:
            raise Refusal(
                f"{quoted(text)} is not grain. Write how strong and how large it is, as in "
                f"{USUAL}; "
                "or none.",
                nearest=USUAL,
            )
        colour, seed = False, 1
        for each in rest:
            if each in ("colour", "color", "grey", "gray"):
                colour = each.startswith("colo")
            elif each.startswith("seed "):
                seed = read_seed(each[5:])
            else:
                raise Refusal(
                    f"{quoted(each)} is not part of grain: after the size come colour or grey, and "
                    "seed.", nearest=USUAL,
                )  # fmt: skip
        a, b, c, d, e = (int(each) for each in found.groups()[2:] if each) if found[3] else EVEN
        return cls(Fraction(found[1]), Fraction(found[2] or "1.5"), (a, b, c, d, e), colour, seed)

    @property
    def is_there(self) -> bool:
        """Whether there is any."""
        return self.amount > 0

    @property
    def deviations(self) -> tuple[float, ...]:
        """The standard deviation at each brightness, in codes of 1."""
        return tuple(float(self.amount * each / 10_000) for each in self.by)

    def __str__(self) -> str:
        if not self.is_there:
            return "none"
        by = "" if self.by == EVEN else " by " + " ".join(map(str, self.by))
        colour = ", colour" if self.colour else ""
        seed = f", seed {self.seed}" if self.seed != 1 else ""
        return (
            f"{decimal(self.amount, 2, trim=True)} % at {decimal(self.size, 2, trim=True)} px"
            f"{by}{colour}{seed}"
        )
