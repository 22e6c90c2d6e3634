"""A grade by the ASC's colour decision list: slope, offset and power, then saturation."""

import re
from dataclasses import dataclass
from typing import ClassVar, Self

from pydantic import ConfigDict, StrictStr

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.base.serialization import STRICT, TextValue
from zero_slate.core.base.texts import quoted

Three = tuple[float, float, float]

# The luma weights that ASC CDL's saturation is defined with.
LUMA: Three = (0.2126, 0.7152, 0.0722)
_FIGURE = r"[+-]?(?:\d+\.?\d*|\.\d+)(?:[eE][+-]?\d{1,3})?"
_THREE = rf"\(\s*({_FIGURE})[\s,]+({_FIGURE})[\s,]+({_FIGURE})\s*\)"
# As cut lists write it: ASC_SOP (slope)(offset)(power).
_SOP = re.compile(
    rf"\s*{_THREE}\s*{_THREE}\s*{_THREE}\s*(?:,?\s*(?:saturation)?\s*({_FIGURE}))?\s*"
)
LONGEST_SOP = 400


@dataclass(frozen=True, slots=True)
class Cdl(TextValue):
    """Slope, offset and power of red, green and blue, and one saturation (ASC CDL 1.2).

    Slopes and saturation are 0 or more, powers over 0. Raises Refusal otherwise.
    """

    slope: Three = (1.0, 1.0, 1.0)
    """What values are multiplied by."""
    offset: Three = (0.0, 0.0, 0.0)
    """What is added to them then."""
    power: Three = (1.0, 1.0, 1.0)
    """The power they are raised to then."""
    saturation: float = 1.0
    """How far they are from their luma at last: 0 is grey, 1 is as it was."""

    about: ClassVar[str] = "An ASC CDL grade: (slope)(offset)(power), then saturation."
    examples: ClassVar[tuple[str, ...]] = ("(1.2 1 1)(0 0 0)(1 1 1) 0.9",)

    @classmethod
    def parse(cls, text: str) -> Self:
        """Read `(1.2 1 1)(0 0 0)(1 1 1) 0.9`, or that without saturation. Raises Refusal."""
        found = _SOP.fullmatch(text) if len(text) <= LONGEST_SOP else None
        if found is None:
            raise Refusal(
                f"{quoted(text[:80])} is not a grade: it takes (slope)(offset)(power) of three "
                "figures each, as in (1 1 1)(0 0 0)(1 1 1).",
            )
        values = [float(each) for each in found.groups()[:9]]
        slope, offset, power = ((a, b, c) for a, b, c in zip(*[iter(values)] * 3, strict=True))
        return cls(slope, offset, power, float(found[10] or 1))

    def __post_init__(self) -> None:
        every = (*self.slope, *self.offset, *self.power, self.saturation)
        if not all(-1e6 < each < 1e6 for each in every):
            raise Refusal("A grade's values are numbers between −1,000,000 and 1,000,000.")
        for name, values, least in (
            ("slope", self.slope, 0.0),
            ("saturation", (self.saturation,), 0.0),
        ):
            if min(values) < least:
                raise Refusal(
                    f"A grade's {name} of {min(values):g} is out of range: it is 0 or more.",
                    nearest="0",
                )
        if min(self.power) <= 0:
            raise Refusal(
                f"A grade's power of {min(self.power):g} is out of range: it is over 0.",
                nearest="1",
            )

    @property
    def changes_nothing(self) -> bool:
        """Whether pictures stay as they are."""
        return self == Cdl()

    def of(self, red: float, green: float, blue: float) -> Three:
        """Return a graded colour: out = (in × slope + offset) ^ power, never under 0 before it.

        Then it is moved from its luma by the saturation (ASC CDL 1.2, section 3).
        """
        graded = [
            max(0.0, value * slope + offset) ** power
            for value, slope, offset, power in zip(
                (red, green, blue), self.slope, self.offset, self.power, strict=True
            )
        ]
        luma = sum(weight * value for weight, value in zip(LUMA, graded, strict=True))
        r, g, b = (luma + self.saturation * (value - luma) for value in graded)
        return r, g, b

    def __str__(self) -> str:
        sop = "".join(
            "(" + " ".join(f"{value!r}" for value in three) + ")"
            for three in (self.slope, self.offset, self.power)
        )
        return f"{sop} {self.saturation!r}"

    @property
    def words(self) -> str:
        """Say it in little room: what isn't as it was."""
        said = [
            f"{name} {' '.join(f'{value:g}' for value in values)}"
            for name, values, plain in (
                ("slope", self.slope, 1.0),
                ("offset", self.offset, 0.0),
                ("power", self.power, 1.0),
            )
            if values != (plain,) * 3
        ]
        if self.saturation != 1:
            said.append(f"saturation {self.saturation:g}")
        return ", ".join(said) or "nothing changed"


@dataclass(frozen=True, slots=True)
class Grade:
    """A grade of a shot: by the ASC's values, or by a look file on a volume, or both."""

    cdl: Cdl | None = None
    """Its values; None where it is a look file alone."""
    look: StrictStr = ""
    """A look file, as volume:folder/name.cube; empty where there is none."""
    source: StrictStr = ""
    """Where it was read, in words."""

    __pydantic_config__: ClassVar[ConfigDict] = STRICT

    @property
    def words(self) -> str:
        """Say what it does, and where it is from."""
        said = [self.cdl.words] if self.cdl is not None else []
        if self.look:
            said.append(self.look.rpartition("/")[2])
        return f"{'; '.join(said)} ({self.source})"
