"""The finish of a shot: what fills, lines and edges of its artwork are made to look like.

Grammar: `fills wash 60 % at 24 px, lines plain, edges dry brush 40 % at 8 px held, seed 7`;
`lines left out`; `none`. What isn't named stays plain.
"""

import re
from dataclasses import dataclass
from enum import StrEnum
from typing import ClassVar, Self

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.base.serialization import TextValue
from zero_slate.core.base.texts import one_line, quoted

LARGEST_SEED = 2**31 - 1
SMALLEST_SCALE, LARGEST_SCALE = 2, 512
USUAL = "fills wash 60 % at 24 px"


class Texture(StrEnum):
    """The textures that there are."""

    WASH = "wash"
    HATCH = "hatch"
    STIPPLE = "stipple"
    DRY_BRUSH = "dry brush"
    LINOCUT = "linocut"
    WOVEN = "woven paper"
    CHALK = "chalk"


ABOUT_TEXTURES = {
    Texture.WASH: "thin paint that pools: soft clouds of light and dark",
    Texture.HATCH: "strokes side by side, slanted, of uneven weight",
    Texture.STIPPLE: "dots set one by one, none touching its neighbour",
    Texture.DRY_BRUSH: "long broken streaks, where bristles miss the paper",
    Texture.LINOCUT: "a flat print with gouged ridges left standing",
    Texture.WOVEN: "threads over and under each other, the cloth showing through",
    Texture.CHALK: "a rough grain that catches on the paper's tooth",
}


class Place(StrEnum):
    """The parts of a drawing that are told apart."""

    FILLS = "fills"
    LINES = "lines"
    EDGES = "edges"


_NAMES = "|".join(Texture)
_TREATED = re.compile(rf"({_NAMES})(?:\s+(\d{{1,3}})\s*%)?(?:\s+at\s+(\d{{1,4}})\s*px)?(\s+held)?")


@dataclass(frozen=True, slots=True)
class Treatment:
    """What is done to fills, lines or edges; without a texture they are plain, or left out.

    `strength` is a percentage, `scale` the texture's size in canvas pixels. `held` keeps the
    colour and thins the paint, so that what is behind shows through; otherwise the paint covers,
    and becomes lighter and darker.
    """

    texture: Texture | None = None
    left_out: bool = False
    strength: int = 60
    scale: int = 24
    held: bool = False

    def __post_init__(self) -> None:
        if self.texture is None:
            return
        if not 1 <= self.strength <= 100:
            raise Refusal(
                f"A strength of {self.strength} % is out of range: it takes 1 to 100 %.",
                nearest=f"fills {self.texture} {max(1, min(100, self.strength))} % at "
                f"{self.scale} px",
            )
        if not SMALLEST_SCALE <= self.scale <= LARGEST_SCALE:
            near = max(SMALLEST_SCALE, min(LARGEST_SCALE, self.scale))
            raise Refusal(
                f"A scale of {self.scale} px is out of range: it takes {SMALLEST_SCALE} to "
                f"{LARGEST_SCALE} px.",
                nearest=f"fills {self.texture} {self.strength} % at {near} px",
            )

    @classmethod
    def parse(cls, text: str) -> "Treatment":
        """Read `wash 60 % at 24 px held`, `plain` or `left out`. Raises Refusal."""
        if text == "plain":
            return cls()
        if text == "left out":
            return cls(left_out=True)
        found = _TREATED.fullmatch(text)
        if not found:
            raise Refusal(
                f"{quoted(text)} is not a finish. It takes plain, left out, or one of "
                f"{', '.join(Texture)} with a strength and a scale, as in wash 60 % at 24 px.",
                nearest=USUAL,
            )
        return cls(
            Texture(found[1]), False, int(found[2] or 60), int(found[3] or 24), bool(found[4])
        )

    def __str__(self) -> str:
        if self.texture is None:
            return "left out" if self.left_out else "plain"
        held = " held" if self.held else ""
        return f"{self.texture} {self.strength} % at {self.scale} px{held}"


PLAIN = Treatment()


@dataclass(frozen=True, slots=True)
class Finish(TextValue):
    """How fills, lines and edges are made to look, and the seed of their textures."""

    fills: Treatment = PLAIN
    lines: Treatment = PLAIN
    edges: Treatment = PLAIN
    seed: int = 1

    about: ClassVar[str] = "What fills, lines and edges are made to look like, and a seed; none."
    examples: ClassVar[tuple[str, ...]] = (
        "none", "fills wash 60 % at 24 px",
        "fills woven paper 40 % at 12 px, lines chalk 50 % at 6 px held, seed 7",
    )  # fmt: skip

    @classmethod
    def parse(cls, text: str) -> Self:
        """Read `fills wash 60 % at 24 px, edges left out, seed 7`, or `none`. Raises Refusal."""
        said = " ".join(one_line(text, "A finish").lower().split())
        if said in ("", "none"):
            return cls()
        treated: dict[str, Treatment] = {}
        seed = 1
        for each in filter(None, (part.strip() for part in said.split(","))):
            word, _, rest = each.partition(" ")
            if word == "seed":
                seed = read_seed(rest)
            elif word in treated:
                raise Refusal(f"The {word} are said twice: say them once.")
            elif word in set(Place):
                treated[word] = Treatment.parse(rest)
            else:
                # A texture alone is laid on fills.
                if "fills" in treated:
                    raise Refusal(
                        f"{quoted(each)} is not part of a finish: it begins with fills, lines, "
                        "edges or seed.", nearest=USUAL,
                    )  # fmt: skip
                treated["fills"] = Treatment.parse(each)
        return cls(**treated, seed=seed)

    @property
    def is_there(self) -> bool:
        """Whether anything looks otherwise than it is drawn."""
        return any(each != PLAIN for each in (self.fills, self.lines, self.edges))

    def of(self, place: Place) -> Treatment:
        """Return what is done to a part."""
        treatment: Treatment = getattr(self, place.value)
        return treatment

    @property
    def textured(self) -> bool:
        """Whether any of it has a texture."""
        return any(each.texture for each in (self.fills, self.lines, self.edges))

    def __str__(self) -> str:
        if not self.is_there:
            return "none"
        parts = [f"{each} {self.of(each)}" for each in Place if self.of(each) != PLAIN]
        if self.seed != 1 and self.textured:
            parts.append(f"seed {self.seed}")
        return ", ".join(parts)


def read_seed(text: str) -> int:
    """Read the number that chance begins with. Raises Refusal."""
    if not re.fullmatch(r"\d{1,10}", text) or int(text) > LARGEST_SEED:
        raise Refusal(
            f"{quoted(text)} is not a seed: it takes a whole number from 0 to {LARGEST_SEED:,}.",
            nearest="seed 1",
        )
    return int(text)
