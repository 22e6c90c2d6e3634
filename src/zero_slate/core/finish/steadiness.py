"""How long a texture stays: for the whole shot, with each drawing, or for so many frames."""

import re
from dataclasses import dataclass
from fractions import Fraction
from typing import ClassVar, Self

from zero_slate.core.base.figures import counted
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.base.serialization import TextValue
from zero_slate.core.base.texts import one_line, quoted

HELD, EACH_DRAWING = 0, -1
MOST_FRAMES = 1000
# Changes a second of large bright areas: seen most at about 8, and no more from about 50 on (H. de
# Lange, 1958, on how the eye's sensitivity to flicker depends on its frequency).
SEEN_MOST, FUSES = 8, 50
_EVERY = re.compile(r"every\s+(?:(\d{1,4})\s+)?frames?|every\s+(\d{1,4})|(\d{1,4})")


@dataclass(frozen=True, slots=True)
class Steadiness(TextValue):
    """Frames that a texture stays for; 0 is for the whole shot, -1 as long as each drawing."""

    frames: int = HELD

    about: ClassVar[str] = "How long a texture stays: held, with each drawing, every 2 frames."
    examples: ClassVar[tuple[str, ...]] = ("held", "with each drawing", "every 2 frames")

    @classmethod
    def parse(cls, text: str) -> Self:
        """Read `held`, `with each drawing` or `every 2 frames`. Raises Refusal."""
        said = " ".join(one_line(text, "Steadiness").lower().split())
        if said in ("", "held"):
            return cls()
        if said in ("with each drawing", "each drawing"):
            return cls(EACH_DRAWING)
        found = _EVERY.fullmatch(said)
        if not found:
            raise Refusal(
                f"{quoted(text)} is not a steadiness. It takes held, with each drawing, or every 2 "
                "frames.",
                nearest="held",
            )
        frames = int(found[1] or found[2] or found[3] or 1)
        if not 1 <= frames <= MOST_FRAMES:
            raise Refusal(
                f"Every {frames} frames is out of range: it takes 1 to {MOST_FRAMES}.",
                nearest="held" if not frames else f"every {MOST_FRAMES} frames",
            )
        return cls(frames)

    def turn(self, frame: int, first: int, drawing: int) -> int:
        """Return which texture a frame has, counted from 0; `drawing` is which drawing it shows."""
        if self.frames == HELD:
            return 0
        return drawing if self.frames == EACH_DRAWING else (frame - first) // self.frames

    def changes(self, rate: Fraction, drawings: Fraction) -> Fraction:
        """Return how often a texture changes a second; `drawings` is how often a drawing does."""
        if self.frames == HELD:
            return Fraction(0)
        return drawings if self.frames == EACH_DRAWING else rate / self.frames

    def __str__(self) -> str:
        if self.frames == HELD:
            return "held"
        if self.frames == EACH_DRAWING:
            return "with each drawing"
        return "every frame" if self.frames == 1 else f"every {counted(self.frames, 'frame')}"


def flicker_words(changes: Fraction) -> str:
    """Say how changes a second are seen."""
    if changes > FUSES:
        return f"over the {FUSES} at which the eye fuses them"
    if changes > 2 * SEEN_MOST:
        return f"under the {FUSES} at which the eye fuses them: seen as flicker"
    if changes > SEEN_MOST / 2:
        return f"near the {SEEN_MOST} that the eye sees most: strong flicker"
    return "slow enough to be seen one by one"
