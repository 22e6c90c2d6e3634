"""Two eyes on a stand: how far apart, where they converge, and the screen that they look at.

Grammar: `65 mm at 3 m, screen 10 m from 12 m`; `65 mm parallel, screen 10 m from 12 m`; `none`.
"""

import re
from dataclasses import dataclass
from fractions import Fraction
from math import atan, degrees, radians, tan
from typing import ClassVar, Self

import numpy as np

from zero_slate.core.base.figures import decimal
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.base.serialization import TextValue
from zero_slate.core.base.texts import one_line, quoted
from zero_slate.core.stand.camera import Camera
from zero_slate.core.stand.distances import FARTHEST, NEAREST
from zero_slate.core.stand.moves import Figures, metres_words

# Eyes can't turn outward: what lies behind the screen is at most as far apart as they are.
PUPILS = Fraction(63, 1000)
# A parallax seen at a degree is the limit of what is comfortable for long (ITU-R BT.2293).
COMFORT = 1.0
LEAST_APART, MOST_APART = Fraction(1), Fraction(500)
LEAST_SCREEN, MOST_SCREEN = Fraction(1, 20), Fraction(100)
USUAL = "65 mm at 3 m, screen 10 m from 12 m"
_FIGURE = r"(\d{1,7}(?:\.\d{1,3})?)"
_WRITTEN = re.compile(
    rf"{_FIGURE}\s*mm\s+(?:at\s+{_FIGURE}\s*m|(parallel))\s*,?\s*screen\s+{_FIGURE}\s*m\s+from\s+"
    rf"{_FIGURE}\s*m"
)


@dataclass(frozen=True, slots=True)
class Eyes(TextValue):
    """Millimetres between two cameras; 0 is one eye alone.

    `converge` is the distance in metres that lies in the screen; 0 where both look straight ahead,
    so that infinity does. `screen` is how wide it is, `viewer` how far away, in metres.
    """

    apart: Fraction = Fraction(0)
    converge: Fraction = Fraction(0)
    screen: Fraction = Fraction(10)
    viewer: Fraction = Fraction(12)

    about: ClassVar[str] = "Millimetres apart, where they converge, the screen; none."
    examples: ClassVar[tuple[str, ...]] = ("none", USUAL, "65 mm parallel, screen 10 m from 12 m")

    def __post_init__(self) -> None:
        if not self.apart:
            return
        _require("Eyes", self.apart, "mm apart", LEAST_APART, MOST_APART)
        if self.converge:
            _require("Eyes", self.converge, "m to where they converge", NEAREST, FARTHEST)
        _require("A screen", self.screen, "m wide", LEAST_SCREEN, MOST_SCREEN)
        _require("A screen", self.viewer, "m away", LEAST_SCREEN, MOST_SCREEN * 10)

    @classmethod
    def parse(cls, text: str) -> Self:
        """Read `65 mm at 3 m, screen 10 m from 12 m`, or `none`. Raises Refusal."""
        said = " ".join(one_line(text, "Eyes").lower().split())
        if said in ("", "none"):
            return cls()
        found = _WRITTEN.fullmatch(said)
        if not found:
            raise Refusal(
                f"{quoted(text)} is not a setting for two eyes. Write how far apart, where they "
                f"converge, the screen's width and how far away it is, as in {USUAL}; or none.",
                nearest=USUAL,
            )
        apart, converge, parallel, screen, viewer = found.groups()
        figures = [Fraction(each) for each in (apart, converge or "0", screen, viewer)]
        if not all(figures[place] for place in (0, 2, 3)) or (not parallel and not figures[1]):
            raise Refusal("A distance of 0 is none: leave eyes out by none.", nearest=USUAL)
        return cls(*figures)

    @property
    def are_there(self) -> bool:
        """Whether there are two."""
        return self.apart > 0

    def __str__(self) -> str:
        if not self.are_there:
            return "none"
        how = f"at {metres_words(self.converge)}" if self.converge else "parallel"
        return (
            f"{decimal(self.apart, 3, trim=True)} mm {how}, screen {metres_words(self.screen)} "
            f"from {metres_words(self.viewer)}"
        )


def _require(what: str, value: Fraction, unit: str, least: Fraction, most: Fraction) -> None:
    if not least <= value <= most:
        low, high, said = (decimal(each, 2, trim=True) for each in (least, most, value))
        raise Refusal(
            f"{what} {said} {unit} are out of range: it takes {low} to {high}.", nearest=USUAL
        )


@dataclass(frozen=True, slots=True)
class Parallax:
    """How far apart a point is for two eyes, of the picture's width; positive is behind the screen.

    `on_screen` is the same in metres, `angle` as it is seen in degrees.
    """

    share: float
    on_screen: float
    angle: float

    @property
    def turns_outward(self) -> bool:
        """Whether eyes would have to turn outward for it."""
        return self.on_screen > float(PUPILS) + 1e-12

    @property
    def is_comfortable(self) -> bool:
        """Whether it is within what is comfortable."""
        return abs(self.angle) <= COMFORT


def parallax_share(camera: Camera, eyes: Eyes, distances: Figures) -> Figures:
    """Return the parallax of many points as shares of the picture's width, metres away."""
    there = 1 / float(eyes.converge) if eyes.converge else 0.0
    a_metre = float(camera.focal / camera.width) * float(eyes.apart) / 1000
    return np.asarray(a_metre * (there - 1 / distances))


def parallax(camera: Camera, eyes: Eyes, distance: float) -> Parallax:
    """Return the parallax of a point: f·t·(1/C − 1/d) ÷ w, parallel cameras with shift."""
    share = _share(camera, eyes, distance) * float(eyes.apart) / 1000
    on_screen = share * float(eyes.screen)
    return Parallax(share, on_screen, degrees(atan(on_screen / float(eyes.viewer))))


def widest_apart(camera: Camera, eyes: Eyes, distance: float) -> float | None:
    """Return the most millimetres apart at which a point is right; None where any would be."""
    each = abs(_share(camera, eyes, distance)) * float(eyes.screen)
    if not each:
        return None
    behind = _share(camera, eyes, distance) > 0
    most = tan(radians(COMFORT)) * float(eyes.viewer)
    return 1000 * (min(most, float(PUPILS)) if behind else most) / each


def _share(camera: Camera, eyes: Eyes, distance: float) -> float:
    """Return the parallax of a metre between the eyes, of the picture's width."""
    there = 1 / float(eyes.converge) if eyes.converge else 0.0
    return float(camera.focal / camera.width) * (there - 1 / distance)
