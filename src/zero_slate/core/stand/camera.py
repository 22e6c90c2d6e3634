"""The camera of a stand: a focal length, and the film back or sensor behind it.

Grammar: `50 mm on 36x24`, `35 mm on academy`, `40 deg on 36x24`; `none`. The back is one of those
below, or its width and height in millimetres; 36x24 where it is left out.
"""

import re
from dataclasses import dataclass
from fractions import Fraction
from math import atan, degrees, radians, tan
from typing import ClassVar, Self

from zero_slate.core.base.figures import decimal
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.base.serialization import TextValue
from zero_slate.core.base.texts import one_line, quoted

# Camera apertures in millimetres: SMPTE ST 59 (35 mm, 4-perf), ST 7 and ST 201 (16 mm), ST 215
# (65 mm, 5-perf), ISO 1007 (the 35 mm still).
BACKS: dict[str, tuple[Fraction, Fraction]] = {
    "36x24": (Fraction(36), Fraction(24)),
    "full aperture": (Fraction("24.89"), Fraction("18.66")),
    "academy": (Fraction("21.95"), Fraction("16")),
    "16 mm": (Fraction("10.26"), Fraction("7.49")),
    "super 16": (Fraction("12.52"), Fraction("7.41")),
    "65 mm": (Fraction("52.48"), Fraction("23.01")),
}
SHORTEST, LONGEST = Fraction(1), Fraction(5000)
SMALLEST_BACK, LARGEST_BACK = Fraction(1), Fraction(400)
_FIGURE = r"(\d{1,5}(?:\.\d{1,3})?)"
_WRITTEN = re.compile(rf"{_FIGURE}\s*(mm|deg|°)?(?:\s*on\s+(.{{1,40}}))?")
_BACK = re.compile(rf"{_FIGURE}\s*[x×]\s*{_FIGURE}(?:\s*mm)?")


@dataclass(frozen=True, slots=True)
class Camera(TextValue):
    """A focal length and a back, in millimetres; a focal length of 0 is no camera."""

    focal: Fraction = Fraction(0)
    width: Fraction = BACKS["36x24"][0]
    height: Fraction = BACKS["36x24"][1]

    about: ClassVar[str] = "A focal length or an angle of view, and a film back; none."
    examples: ClassVar[tuple[str, ...]] = ("none", "50 mm on 36x24", "35 mm on academy")

    def __post_init__(self) -> None:
        if self.focal and not SHORTEST <= self.focal <= LONGEST:
            near = min(LONGEST, max(SHORTEST, self.focal))
            raise Refusal(
                f"A focal length of {decimal(self.focal, 3, trim=True)} mm is out of range: it "
                f"takes {SHORTEST} to {LONGEST} mm.",
                nearest=f"{near} mm",
            )
        for side in (self.width, self.height):
            if not SMALLEST_BACK <= side <= LARGEST_BACK:
                raise Refusal(
                    f"A back of {decimal(side, 3, trim=True)} mm is out of range: a side takes "
                    f"{SMALLEST_BACK} to {LARGEST_BACK} mm.",
                    nearest="50 mm on 36x24",
                )

    @classmethod
    def parse(cls, text: str) -> Self:
        """Read `50 mm on 36x24`, `40 deg`, or `none`. Raises Refusal."""
        said = " ".join(one_line(text, "A camera").lower().split())
        if said in ("", "none"):
            return cls()
        found = _WRITTEN.fullmatch(said)
        if not found:
            raise Refusal(
                f"{quoted(text)} is not a camera. Write a focal length or an angle, and a back, "
                "as in 50 mm on 36x24 or 40 deg on academy; or none.",
                nearest="50 mm on 36x24",
            )
        width, height = _back(found[3] or "36x24")
        if found[2] in ("deg", "°"):
            angle = Fraction(found[1])
            if not 1 <= angle <= 170:
                raise Refusal(
                    f"An angle of view of {found[1]}° is out of range: it takes 1 to 170°.",
                    nearest=f"{min(170, max(1, round(angle)))} deg",
                )
            focal = Fraction(round(float(width) / 2 / tan(radians(float(angle) / 2)) * 1000), 1000)
            return cls(focal, width, height)
        focal = Fraction(found[1])
        if not focal:
            raise Refusal("A focal length of 0 mm shows nothing.", nearest=f"{SHORTEST} mm")
        return cls(focal, width, height)

    @property
    def is_there(self) -> bool:
        """Whether there is one."""
        return self.focal > 0

    @property
    def angle(self) -> float:
        """The angle of view across, in degrees: 2·atan(w ÷ 2f)."""
        return 2 * degrees(atan(float(self.width / (2 * self.focal))))

    def frame_at(self, distance: Fraction) -> Fraction:
        """Return how wide the frame is at a distance, in its unit: d·w ÷ f."""
        return distance * self.width / self.focal

    def __str__(self) -> str:
        if not self.is_there:
            return "none"
        name = next((k for k, v in BACKS.items() if v == (self.width, self.height)), "")
        sides = (decimal(each, 3, trim=True) for each in (self.width, self.height))
        return f"{decimal(self.focal, 3, trim=True)} mm on {name or 'x'.join(sides)}"


def _back(text: str) -> tuple[Fraction, Fraction]:
    if text in BACKS:
        return BACKS[text]
    found = _BACK.fullmatch(text)
    if not found:
        raise Refusal(
            f"{quoted(text)} is not a film back. Write its sides in mm, as in 24.9x18.7, or one of "
            f"{', '.join(BACKS)}.",
            nearest="50 mm on 36x24",
        )
    return Fraction(found[1]), Fraction(found[2])
