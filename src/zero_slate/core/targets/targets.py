"""The targets of a production: `H.264 movie at 8 Mb/s, GIF`."""

import re
from dataclasses import dataclass
from difflib import get_close_matches
from fractions import Fraction
from typing import ClassVar, Self

from zero_slate.core.base.figures import decimal
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.base.serialization import TextValue
from zero_slate.core.base.texts import one_line, quoted
from zero_slate.core.targets.kinds import KINDS, TargetKind

LEAST_RATE, MOST_RATE = Fraction(1, 20), Fraction(2000)
_ONE = re.compile(r"(.+?)(?:\s+at\s+(\d{1,4}(?:\.\d{1,3})?)\s*(mb/s|kb/s)?)?")


@dataclass(frozen=True, slots=True)
class Target:
    """A kind by its name, and its data rate in Mb/s; 0 where the encoder chooses."""

    name: str
    megabits: Fraction = Fraction(0)

    @property
    def kind(self) -> TargetKind:
        """What it can carry."""
        return KINDS[self.name]

    def __str__(self) -> str:
        if not self.megabits:
            return self.name
        return f"{self.name} at {decimal(self.megabits, 3, trim=True)} Mb/s"


@dataclass(frozen=True, slots=True)
class Targets(TextValue):
    """What is published, in the order said."""

    of: tuple[Target, ...] = ()

    about: ClassVar[str] = "Kinds of targets, each with a data rate where it matters; none."
    examples: ClassVar[tuple[str, ...]] = ("none", "H.264 movie at 8 Mb/s, GIF")

    @classmethod
    def parse(cls, text: str) -> Self:
        """Read `H.264 movie at 8 Mb/s, GIF`, or `none`. Raises Refusal."""
        said = " ".join(one_line(text, "Targets", 1000).split())
        found: list[Target] = []
        for each in filter(None, (part.strip() for part in said.split(","))):
            if each.lower() == "none":
                continue
            target = _read(each)
            if any(known.name == target.name for known in found):
                raise Refusal(f"{target.name} is said twice: say it once.")
            found.append(target)
        return cls(tuple(found))

    @property
    def are_there(self) -> bool:
        """Whether anything is published."""
        return bool(self.of)

    def __str__(self) -> str:
        return ", ".join(map(str, self.of)) or "none"


def _read(text: str) -> Target:
    one = _ONE.fullmatch(text.lower())
    names = {name.lower(): name for name in KINDS}
    name = names.get(one[1]) if one else None
    if one is None or name is None:
        near = get_close_matches(one[1] if one else text.lower(), names, 1, 0.4)
        raise Refusal(
            f"{quoted(text)} is not a target. There are {', '.join(KINDS)}.",
            nearest=names[near[0]] if near else next(iter(KINDS)),
        )
    megabits = Fraction(one[2]) / (1000 if one[3] == "kb/s" else 1) if one[2] else Fraction(0)
    if one[2] and not LEAST_RATE <= megabits <= MOST_RATE:
        near_rate = min(MOST_RATE, max(LEAST_RATE, megabits))
        raise Refusal(
            f"{decimal(megabits, 3, trim=True)} Mb/s is out of range: a data rate is "
            f"{decimal(LEAST_RATE, 2)} to {MOST_RATE} Mb/s.",
            nearest=f"{name} at {decimal(near_rate, 3, trim=True)} Mb/s",
        )
    if megabits and not KINDS[name].lossy:
        raise Refusal(f"{name} takes no data rate: nothing of it is lost.", nearest=name)
    return Target(name, megabits)
