"""What is sharp: by optics, or by hand.

Grammar: `f/2.8 at 3 m`; `3 m, 0.5 m sharp, at most 12 px`; `none`. A focus that is pulled has
moments: `f/2.8 at 3 m on 1001 to 5 m on 1061`.
"""

import re
from dataclasses import dataclass, replace
from fractions import Fraction
from math import inf
from typing import ClassVar, Self

import numpy as np

from zero_slate.core.base.figures import decimal
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.base.serialization import TextValue
from zero_slate.core.base.texts import one_line, quoted
from zero_slate.core.stand.camera import Camera
from zero_slate.core.stand.distances import FARTHEST, LONGEST_TEXT, NEAREST
from zero_slate.core.stand.moves import MOVE, Figures, Move, metres_words

WIDEST, NARROWEST = Fraction(1, 2), Fraction(256)
MOST_SOFT = 500
_FIGURE = r"(\d{1,7}(?:\.\d{1,3})?)"
# Lenses are marked f/2.8, f2.8 or T2.8, and in much of Europe with a comma.
_OPTICS = re.compile(rf"[ft]\s*/?\s*(\d{{1,7}}(?:[.,]\d{{1,3}})?)\s*(?:at|,)?\s*({MOVE})")
_BY_HAND = re.compile(
    rf"({MOVE})\s*,\s*{_FIGURE}\s*m\s+sharp\s*,\s*(?:at\s+most\s+)?(\d{{1,3}})\s*px"
)


@dataclass(frozen=True, slots=True)
class Focus(TextValue):
    """A distance in metres that is sharp; 0 is no focus, and everything is sharp.

    By optics `stop` is the f-number. By hand it is 0, `sharp` the depth that stays sharp in
    metres, and `most` how soft anything becomes, in canvas pixels. A `pull` has the focus at its
    moments, of which `at` is the first.
    """

    at: Fraction = Fraction(0)
    stop: Fraction = Fraction(0)
    sharp: Fraction = Fraction(0)
    most: int = 0
    pull: Move | None = None

    about: ClassVar[str] = "An f-number and a distance; or a distance, a sharp depth, how soft."
    examples: ClassVar[tuple[str, ...]] = (
        "none",
        "f/2.8 at 3 m",
        "3 m, 0.5 m sharp, at most 12 px",
        "f/2.8 at 3 m on 1001 to 5 m on 1061",
    )

    def __post_init__(self) -> None:
        if not self.at:
            return
        for metres in self.pull.metres if self.pull else (self.at,):
            if not NEAREST <= metres <= FARTHEST:
                raise Refusal(
                    f"A focus at {metres_words(metres)} is out of range: it takes 0.01 m to "
                    f"{int(FARTHEST):,} m.",
                    nearest="f/2.8 at 3 m",
                )
        if not self.most and not WIDEST <= self.stop <= NARROWEST:
            near = min(NARROWEST, max(WIDEST, self.stop))
            raise Refusal(
                f"An f-number of {decimal(self.stop, 2, trim=True)} is out of range: it takes "
                f"{decimal(WIDEST, 1)} to {NARROWEST}.",
                nearest=f"f/{decimal(near, 1, trim=True)} at {metres_words(self.at)}",
            )
        if self.most > MOST_SOFT:
            raise Refusal(
                f"{self.most} px are out of range: softness takes at most {MOST_SOFT}.",
                nearest=f"{metres_words(self.at)}, {metres_words(self.sharp)} sharp, at most "
                f"{MOST_SOFT} px",
            )
        if self.most and self.sharp >= 2 * min(self.pull.metres if self.pull else (self.at,)):
            raise Refusal("The sharp depth reaches behind the camera: make it less deep.")

    @classmethod
    def parse(cls, text: str) -> Self:
        """Read `f/2.8 at 3 m`, `3 m, 0.5 m sharp, at most 12 px`, or `none`. Raises Refusal."""
        said = " ".join(one_line(text, "A focus", LONGEST_TEXT).lower().split())
        if said in ("", "none"):
            return cls()
        Move.require_finite(said)
        if found := _OPTICS.fullmatch(said):
            move, stop = Move.parse(found[2], "The focus"), found[1].replace(",", ".")
            if not all(move.metres):
                raise Refusal("A focus at 0 m lies in the camera.", nearest=f"f/{stop} at 1 m")
            return cls(move.metres[0], Fraction(stop), pull=move if move.moves else None)
        if (found := _BY_HAND.fullmatch(said)) and int(found[3]):
            move = Move.parse(found[1], "The focus")
            if not all(move.metres):
                raise Refusal("A focus at 0 m lies in the camera.", nearest="1 m, 0 m sharp, 12 px")
            return cls(
                move.metres[0], Fraction(0), Fraction(found[2]), int(found[3]),
                move if move.moves else None,
            )  # fmt: skip
        raise Refusal(
            f"{quoted(text)} is not a focus. Write f/2.8 at 3 m; or a distance, what stays sharp, "
            "and how soft at most, as in 3 m, 0.5 m sharp, at most 12 px; or none.",
            nearest="f/2.8 at 3 m",
        )

    @property
    def is_there(self) -> bool:
        """Whether anything is soft."""
        return self.at > 0

    @property
    def move(self) -> Move:
        """The distance that is sharp, at its moments."""
        return self.pull or Move.still(self.at)

    def around(self, frame: int) -> "Focus":
        """Return it as it stands at a frame: a pull goes evenly in 1/distance."""
        if self.pull is None:
            return self
        return replace(self, at=self.pull.nearness_at(frame), pull=None)

    def pulled(self, move: Move) -> "Focus":
        """Return it at other distances."""
        return replace(self, at=move.metres[0], pull=move if move.moves else None)

    def __str__(self) -> str:
        if not self.is_there:
            return "none"
        if self.most:
            return f"{self.move}, {metres_words(self.sharp)} sharp, at most {self.most} px"
        return f"f/{decimal(self.stop, 3, trim=True)} at {self.move}"


def softness(camera: Camera, focus: Focus, distance: float, canvas_width: int) -> float:
    """Return how many canvas pixels wide a point at a distance is (a disc's diameter).

    By optics c = A·f·|d − s| ÷ (d·(s − f)), with A = f ÷ N (the thin lens). By hand softness grows
    from the ends of what is sharp as it does by optics, to the most that is set.
    """
    if not focus.is_there or not camera.is_there:
        return 0.0
    at = float(focus.at)
    if focus.most:
        near, far = at - float(focus.sharp) / 2, at + float(focus.sharp) / 2
        if near <= distance <= far:
            return 0.0
        grows = 1 - far / distance if distance > far else min(1.0, near / distance - 1)
        return focus.most * grows
    focal = float(camera.focal) / 1000
    if at <= focal:
        return inf
    diameter = focal / float(focus.stop)
    away = 1 - at / distance if distance != inf else 1.0
    on_film = abs(diameter * focal * away / (at - focal))
    return on_film * 1000 / float(camera.width) * canvas_width


def softness_over(
    camera: Camera, focus: Focus, distances: Figures, frames: Figures, canvas_width: int
) -> Figures:
    """Return `softness` of elements (rows) at many frames (columns), the focus as it is pulled.

    `distances` are rows × columns of metres; what isn't in front of the camera is soft without end.
    """
    if not focus.is_there or not camera.is_there:
        return np.zeros_like(distances)
    at = focus.move.over(frames, nearness=True)
    there = np.maximum(distances, 1e-9)
    if focus.most:
        near, far = at - float(focus.sharp) / 2, at + float(focus.sharp) / 2
        behind = np.where(there > far, 1 - far / there, 0.0)
        ahead = np.where(there < near, np.minimum(1.0, near / there - 1), 0.0)
        return np.asarray(focus.most * (behind + ahead))
    focal = float(camera.focal) / 1000
    scale = focal / float(focus.stop) * focal * 1000 / float(camera.width) * canvas_width
    soft = scale * np.abs(1 - at / there) / np.maximum(at - focal, 1e-12)
    return np.where((distances > 0) & (at > focal), soft, inf)


@dataclass(frozen=True, slots=True)
class SharpRange:
    """From where to where nothing is softer than a pixel, in metres; far may be without end."""

    near: float
    far: float
    hyperfocal: float
    """The focus from which on everything to infinity is sharp, in metres."""


def sharp_range(camera: Camera, focus: Focus, canvas_width: int, pixels: float = 1.0) -> SharpRange:
    """Return the near and far limits, and the hyperfocal distance, of so many canvas pixels.

    H = f² ÷ (N·c) + f; near s(H − f) ÷ (H + s − 2f); far s(H − f) ÷ (H − s), without end from H on.
    """
    at = float(focus.at)
    if focus.most:
        reach = pixels / focus.most
        near, far = at - float(focus.sharp) / 2, at + float(focus.sharp) / 2
        return SharpRange(near / (1 + reach), far / (1 - reach) if reach < 1 else inf, inf)
    focal = float(camera.focal) / 1000
    confusion = float(camera.width) / 1000 * pixels / canvas_width
    hyperfocal = focal * focal / (float(focus.stop) * confusion) + focal
    near = at * (hyperfocal - focal) / (hyperfocal + at - 2 * focal)
    far = at * (hyperfocal - focal) / (hyperfocal - at) if at < hyperfocal else inf
    return SharpRange(near, far, hyperfocal)
