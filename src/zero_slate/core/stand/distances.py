"""How far from the camera elements stand, by their names: `ground 12 m, keeper 4 m`."""

import re
from dataclasses import dataclass
from fractions import Fraction
from typing import ClassVar, Self

from zero_slate.core.base.figures import decimal
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.base.serialization import TextValue
from zero_slate.core.base.texts import one_line, quoted

MOST = 60
LONGEST_TEXT = 2000
NEAREST, FARTHEST = Fraction(1, 100), Fraction(1_000_000)
_ONE = re.compile(r"(\S.{0,60}?)\s+(\d{1,7}(?:\.\d{1,3})?)\s*(mm|cm|m|km)?")
_UNITS = {"mm": Fraction(1, 1000), "cm": Fraction(1, 100), "m": Fraction(1), "km": Fraction(1000)}


@dataclass(frozen=True, slots=True)
class Distances(TextValue):
    """Names of elements, and how many metres from the camera each stands."""

    of: tuple[tuple[str, Fraction], ...] = ()

    about: ClassVar[str] = "Elements by their names, each with its distance from the camera."
    examples: ClassVar[tuple[str, ...]] = ("", "ground 12 m, keeper 4 m")

    @classmethod
    def parse(cls, text: str) -> Self:
        """Read `ground 12 m, keeper 400 cm`; nothing is no distances. Raises Refusal."""
        said = one_line(text, "Distances", LONGEST_TEXT, keeps=True)
        found: list[tuple[str, Fraction]] = []
        for each in filter(None, (part.strip() for part in said.split(","))):
            if each == "none":
                continue
            one = _ONE.fullmatch(each)
            if not one:
                raise Refusal(
                    f"{quoted(each)} is no distance. Write an element's name and metres, as in "
                    "keeper 4 m.",
                )
            name, metres = one[1], Fraction(one[2]) * _UNITS[one[3] or "m"]
            if not NEAREST <= metres <= FARTHEST:
                raise Refusal(
                    f"{name} at {decimal(metres, 4, trim=True)} m is out of range: an element "
                    f"stands 0.01 m to {int(FARTHEST):,} m from the camera.",
                )
            if any(known.casefold() == name.casefold() for known, _ in found):
                raise Refusal(f"{name} stands at two distances: give it one.")
            found.append((name, metres))
        if len(found) > MOST:
            raise Refusal(f"These are {len(found)} distances; {MOST} is the most there can be.")
        return cls(tuple(found))

    def get(self, name: str) -> Fraction | None:
        """Return how many metres away an element stands; None where it isn't said."""
        return next((m for known, m in self.of if known.casefold() == name.casefold()), None)

    def __str__(self) -> str:
        return ", ".join(f"{name} {metres_words(metres)}" for name, metres in self.of)


def metres_words(metres: Fraction) -> str:
    """Write a distance in metres."""
    return f"{decimal(metres, 3, trim=True)} m"
