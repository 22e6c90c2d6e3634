"""A shot staged in depth: where each of its pictures stands, and how soft it is there."""

from collections.abc import Iterator
from dataclasses import dataclass
from fractions import Fraction
from itertools import combinations
from math import atan, degrees

from zero_slate.core.media.element import Element, Role
from zero_slate.core.settings.models.setup import Setup
from zero_slate.core.shot.context import ShotContext
from zero_slate.core.stand.focus import softness

# Pictures are looked at from three times their height (ITU-R BT.500, for 1080 lines).
HEIGHTS_AWAY = 3


@dataclass(frozen=True, slots=True)
class Staged:
    """An element at its distance in metres: how soft it is, and how wide it has to be to fill."""

    element: Element
    name: str
    distance: Fraction
    soft: float
    """The diameter of a point in canvas pixels."""
    fills: int
    """The pixels across that an element there has, of those that the frame shows all of."""


def reference(setup: Setup, staged: tuple[tuple[str, Fraction], ...]) -> Fraction | None:
    """Return where an element of canvas width just fills the frame: in focus, or else the first."""
    if setup.focus.is_there:
        return setup.focus.at
    return staged[0][1] if staged else None


def staged(context: ShotContext) -> tuple[Staged, ...]:
    """Return the pictures whose distance is said, back to front; none without a camera."""
    setup = context.setup
    if not setup.camera.is_there:
        return ()
    placed = [
        (element, name, distance)
        for element, name in pictures(context)
        if (distance := setup.distances.get(name)) is not None
    ]
    plane = reference(setup, tuple((name, distance) for _, name, distance in placed))
    if plane is None:
        return ()
    return tuple(
        Staged(
            element,
            name,
            distance,
            softness(setup.camera, setup.focus, float(distance), setup.canvas.width),
            round(setup.canvas.width * distance / plane),
        )
        for element, name, distance in placed
    )


def pictures(context: ShotContext) -> Iterator[tuple[Element, str]]:
    """Yield the pictures that are used, each with the name that distances know it by."""
    for element in context.elements:
        if element.on and element.role not in (Role.SOUND, Role.DATA, Role.REFERENCE):
            yield element, element.short_name(context.setup.code)


def arc_minutes(pixels: float, canvas_height: int) -> float:
    """Return the angle that pixels are seen at, in minutes of arc."""
    return degrees(atan(pixels / (HEIGHTS_AWAY * canvas_height))) * 60


def out_of_order(every: tuple[Staged, ...]) -> Iterator[tuple[Staged, Staged]]:
    """Yield pairs of which the one over the other in the stack stands farther away."""
    for below, above in combinations(every, 2):
        if above.distance > below.distance:
            yield above, below
