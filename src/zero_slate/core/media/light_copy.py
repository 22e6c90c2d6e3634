"""Light copies: smaller pictures to play from, told apart from what they are copies of.

Grammar: a fraction, the name of a filter, a kind, `from` and a picture width, and what is wanted
of `burnt in`, `slate` and `as linked`: `1/2 lanczos3 jpeg from 2880 burnt in slate as linked`. What
is left out is as is usual; `none` is none.
"""

import re
from dataclasses import dataclass
from enum import StrEnum
from fractions import Fraction
from typing import ClassVar, Self

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.base.serialization import TextValue
from zero_slate.core.base.texts import one_line, quoted

# Names of OpenImageIO's filters, the sharper the later.
FILTERS = ("box", "triangle", "gaussian", "catmull-rom", "blackman-harris", "mitchell", "lanczos3")
FRACTIONS = (Fraction(1, 2), Fraction(1, 3), Fraction(1, 4), Fraction(1, 8))
WIDEST = 65_536


class CopyKind(StrEnum):
    """How light copies are stored."""

    JPEG = "jpeg"
    DWA = "dwa"
    H264 = "h264"

    @property
    def seen(self) -> bool:
        """Whether they hold display codes, as they were seen when they were made."""
        return self is not CopyKind.DWA

    @property
    def words(self) -> str:
        """What they are, in the trade's words."""
        return {"jpeg": "JPEG, 8 bit", "dwa": "OpenEXR, half float, DWA", "h264": "H.264"}[self]


_WORDS = re.compile(
    r"\s*(?:(?P<fraction>1/\d{1,2})|(?P<kind>jpeg|dwa|h264)|from\s+(?P<width>\d{1,6})"
    r"|(?P<burnt>burnt\s+in)|(?P<slate>slate)|(?P<as_linked>as\s+linked)"
    r"|(?P<filter>[a-z][a-z0-9-]{2,20}))(?=\s|$)"
)


@dataclass(frozen=True, slots=True)
class LightCopies(TextValue):
    """How light copies are made; a fraction of 1 makes none."""

    fraction: Fraction = Fraction(1, 2)
    filter: str = "triangle"
    kind: CopyKind = CopyKind.DWA
    from_width: int = 3840
    burnt: bool = False
    slate: bool = False
    as_linked: bool = False

    about: ClassVar[str] = "A fraction, a filter, a kind, and from which picture width on."
    examples: ClassVar[tuple[str, ...]] = ("1/2 triangle dwa from 3840", "none")

    @classmethod
    def parse(cls, text: str) -> Self:
        """Read `1/2 lanczos3 jpeg from 2880 burnt in`, or `none`. Raises Refusal."""
        said = one_line(text, "Light copies").lower().strip()
        if said == "none":
            return cls(Fraction(1))
        found: dict[str, str] = {}
        at = 0
        while at < len(said):
            word = _WORDS.match(said, at)
            if word is None or word.lastgroup in found:
                raise Refusal(
                    f"{quoted(said[at:].strip())} isn't known in light copies. Write a fraction, a "
                    "filter, jpeg, dwa or h264, and from which width, as in 1/2 triangle dwa from "
                    "3840; or none.",
                    nearest="1/2 triangle dwa from 3840",
                )
            found[str(word.lastgroup)] = word[str(word.lastgroup)]
            at = word.end()
        fraction = Fraction(found.get("fraction", "1/2"))
        if fraction not in FRACTIONS:
            near = min(FRACTIONS, key=lambda each: abs(each - fraction))
            some = ", ".join(map(str, FRACTIONS))
            raise Refusal(f"Light copies are {some}, not {fraction}.", nearest=str(near))
        name = found.get("filter", "triangle")
        if name not in FILTERS:
            raise Refusal(
                f"There is no filter {quoted(name)}: there are {', '.join(FILTERS)}.",
                nearest="triangle",
            )
        width = int(found.get("width", "3840"))
        if width > WIDEST:
            raise Refusal(
                f"A width of {width:,} is over {WIDEST:,}, the most there is.", nearest=str(WIDEST)
            )
        kind = CopyKind(found.get("kind", "dwa"))
        more = ("burnt" in found, "slate" in found, "as_linked" in found)
        return cls(fraction, name, kind, width, *more)

    @property
    def are_made(self) -> bool:
        """Whether there are any."""
        return self.fraction < 1

    def wanted_for(self, width: int) -> bool:
        """Return whether pictures so wide get light copies."""
        return self.are_made and width >= self.from_width

    @property
    def words(self) -> str:
        """What they are."""
        return f"1/{self.fraction.denominator}, {self.kind.words}"

    def __str__(self) -> str:
        if not self.are_made:
            return "none"
        more = {" burnt in": self.burnt, " slate": self.slate, " as linked": self.as_linked}
        asked = "".join(words for words, wanted in more.items() if wanted)
        return f"{self.fraction} {self.filter} {self.kind} from {self.from_width}{asked}"
