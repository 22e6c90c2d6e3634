"""How far from the camera elements stand, by their names: `ground 12 m, keeper 4 m`.

An element that moves has moments: `keeper 4 m on 1001 to 6 m on 1061`.
"""

import re
from collections.abc import Iterator
from dataclasses import dataclass
from fractions import Fraction
from typing import ClassVar, Self

from zero_slate.core.base.figures import decimal
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.base.serialization import TextValue
from zero_slate.core.base.texts import one_line, quoted
from zero_slate.core.stand.moves import MOVE, Move, metres_words

MOST = 60
LONGEST_TEXT = 4000
NEAREST, FARTHEST = Fraction(1, 100), Fraction(1_000_000)
# What is left of a move whose last part has no frame.
_HALF_MOVED = re.compile(r"\s\d\S*(\s*m)?\s+on\s+-?\d+\s")
_ONE = re.compile(rf"(\S.{{0,60}}?)\s+({MOVE})")


@dataclass(frozen=True, slots=True)
class Standing:
    """An element by its name, and how many metres from the camera's mark it stands."""

    name: str
    move: Move


@dataclass(frozen=True, slots=True)
class Distances(TextValue):
    """Where elements stand."""

    of: tuple[Standing, ...] = ()

    about: ClassVar[str] = "Elements by their names, each with its distance from the camera."
    examples: ClassVar[tuple[str, ...]] = (
        "", "ground 12 m, keeper 4 m", "keeper 4 m on 1001 to 6 m on 1061",
    )  # fmt: skip

    @classmethod
    def parse(cls, text: str) -> Self:
        """Read `ground 12 m, keeper 400 cm`, or with `;`; nothing is none. Raises Refusal."""
        said = one_line(text, "Distances", LONGEST_TEXT, keeps=True)
        Move.require_finite(said)
        found: list[Standing] = []
        for each in filter(None, (part.strip() for part in re.split("[,;]", said))):
            if each == "none":
                continue
            one = _ONE.fullmatch(each)
            if not one or _HALF_MOVED.search(one[1]):
                raise Refusal(
                    f"{quoted(each)} is not a distance. Write an element's name and metres, as in "
                    "keeper 4 m.",
                )
            name, move = one[1], Move.parse(one[2], one[1])
            for metres in move.metres:
                if not NEAREST <= metres <= FARTHEST:
                    raise Refusal(
                        f"{name} at {decimal(metres, 4, trim=True)} m is out of range: an element "
                        f"stands 0.01 m to {int(FARTHEST):,} m from the camera.",
                    )
            if any(known.name.casefold() == name.casefold() for known in found):
                raise Refusal(f"{name} stands at two distances: give it one.")
            found.append(Standing(name, move))
        if len(found) > MOST:
            raise Refusal(f"These are {len(found)} distances; {MOST} is the most there can be.")
        return cls(tuple(found))

    def get(self, name: str) -> Move | None:
        """Return where an element stands; None where it isn't said."""
        wanted = name.casefold()
        return next((each.move for each in self.of if each.name.casefold() == wanted), None)

    def __iter__(self) -> Iterator[Standing]:
        return iter(self.of)

    def __str__(self) -> str:
        return ", ".join(f"{each.name} {each.move}" for each in self.of)


STAYS = Move.still(Fraction(0))


@dataclass(frozen=True, slots=True)
class Travel(TextValue):
    """How far the camera has moved forwards from its mark; nothing is a camera that stays."""

    move: Move = STAYS

    about: ClassVar[str] = "Metres that the camera moves forwards, at two moments or more; none."
    examples: ClassVar[tuple[str, ...]] = ("none", "0 m on 1001 to 2 m on 1061")

    @classmethod
    def parse(cls, text: str) -> Self:
        """Read `0 m on 1001 to 2 m on 1061`, or `none`. Raises Refusal."""
        said = " ".join(one_line(text, "The camera's travel", LONGEST_TEXT).lower().split())
        if said in ("", "none"):
            return cls()
        move = Move.parse(said, "The camera")
        for metres in move.metres:
            if metres > FARTHEST:
                raise Refusal(
                    f"{metres_words(metres)} of travel are out of range: it takes up to "
                    f"{int(FARTHEST):,} m."
                )
        if not move.moves and move.metres[0]:
            raise Refusal(
                "The camera stands still at its mark: say where it is on two frames at least, as "
                "in 0 m on 1001 to 2 m on 1061.",
                nearest="none",
            )
        return cls(move)

    @property
    def is_there(self) -> bool:
        """Whether the camera moves."""
        return self.move.moves

    def __str__(self) -> str:
        return str(self.move) if self.is_there else "none"
