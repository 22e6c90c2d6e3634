"""The background: a colour as it is seen on the display, and the line work it stands behind."""

import re
from dataclasses import dataclass
from typing import ClassVar, Self

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.base.serialization import TextValue
from zero_slate.core.base.texts import one_line, quoted
from zero_slate.core.colour.grade import LUMA
from zero_slate.core.colour.srgb import decoded

NAMED = {"black": "#000000", "white": "#ffffff", "grey": "#808080", "gray": "#808080"}
_HEX = re.compile(r"#?([0-9a-f]{3}|[0-9a-f]{6})")
_PER_CENT = re.compile(r"(\d{1,3})\s*%")
_CODES = re.compile(r"(\d{1,3})[ ,]+(\d{1,3})[ ,]+(\d{1,3})")


@dataclass(frozen=True, slots=True, order=True)
class DisplayColour(TextValue):
    """A colour as display codes, 0 to 255 each of red, green and blue."""

    red: int
    green: int
    blue: int

    about: ClassVar[str] = "Red, green and blue as the display gets them, two hex digits each."
    examples: ClassVar[tuple[str, ...]] = ("#808080", "#ffffff")

    def __post_init__(self) -> None:
        for name, value in (("red", self.red), ("green", self.green), ("blue", self.blue)):
            if not 0 <= value <= 255:
                codes = [min(255, max(0, each)) for each in (self.red, self.green, self.blue)]
                raise Refusal(
                    f"A {name} of {value} is out of range: a display code takes 0 to 255.",
                    nearest=" ".join(map(str, codes)),
                )

    @classmethod
    def parse(cls, text: str) -> Self:
        """Read `#808080`, `#fff`, `128 128 128`, `50 %` of white, `white`. Raises Refusal."""
        text = one_line(text, "A colour")
        plain = NAMED.get(text.lower(), text.lower())
        if found := _HEX.fullmatch(plain):
            digits = found[1] if len(found[1]) == 6 else "".join(c * 2 for c in found[1])
            return cls(*(int(digits[i : i + 2], 16) for i in (0, 2, 4)))
        if found := _CODES.fullmatch(plain):
            return cls(*(int(code) for code in found.groups()))
        if found := _PER_CENT.fullmatch(plain):
            code = (int(found[1]) * 255 + 50) // 100
            if code <= 255:
                return cls(code, code, code)
        raise Refusal(
            f"{quoted(text)} is not a colour. Write #808080, or three codes from 0 to 255, or a "
            "grey, as in 50 %.",
            nearest="#808080",
        )

    @property
    def luminance(self) -> float:
        """Relative luminance of the displayed colour, 0 to 1 (IEC 61966-2-1, WCAG 2.2)."""
        linear = [decoded(code / 255) for code in (self.red, self.green, self.blue)]
        return sum(weight * light for weight, light in zip(LUMA, linear, strict=True))

    def contrast(self, other: "DisplayColour") -> float:
        """Return the contrast ratio to another colour, 1 to 21 (WCAG 2.2)."""
        lighter, darker = sorted((self.luminance, other.luminance), reverse=True)
        return (lighter + 0.05) / (darker + 0.05)

    def __str__(self) -> str:
        return f"#{self.red:02x}{self.green:02x}{self.blue:02x}"


@dataclass(frozen=True, slots=True)
class Background(TextValue):
    """What lies behind the drawing: its colour, the line work's, and whether alpha is kept."""

    colour: DisplayColour = DisplayColour(255, 255, 255)
    line: DisplayColour = DisplayColour(0, 0, 0)
    alpha: bool = True

    about: ClassVar[str] = "Background colour, line colour, and whether the picture keeps alpha."
    examples: ClassVar[tuple[str, ...]] = ("#ffffff #000000 alpha", "#808080 #000000 opaque")

    @classmethod
    def parse(cls, text: str) -> Self:
        """Read `#ffffff #000000 alpha`. Raises Refusal."""
        words = one_line(text, "A background").split()
        if len(words) != 3 or words[2] not in ("alpha", "opaque"):
            raise Refusal(
                f"{quoted(text)} is not a background. Write its colour, the line's, and alpha or "
                "opaque.",
                nearest="#ffffff #000000 alpha",
            )
        colour, line = (DisplayColour.parse(word) for word in words[:2])
        return cls(colour, line, words[2] == "alpha")

    def __str__(self) -> str:
        return f"{self.colour} {self.line} {'alpha' if self.alpha else 'opaque'}"
