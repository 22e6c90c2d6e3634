"""The stand from the side: the camera at one end, elements at their distances, what is soft."""

from dataclasses import dataclass
from math import inf

from zero_slate.core.presentation.drawings.fact import Fact
from zero_slate.core.presentation.stand_words import parallax_words, soft_words
from zero_slate.core.shot.context import ShotContext
from zero_slate.core.shot.staged import staged
from zero_slate.core.stand.distances import metres_words
from zero_slate.core.stand.focus import sharp_range, softness

# The curve has so many points.
POINTS = 96


@dataclass(frozen=True, slots=True)
class StandSheet:
    """An element on the stand."""

    name: str
    """What it is called."""
    at: float
    """How many metres away it stands."""
    soft: float
    """How soft it is, in canvas pixels; at most 10,000."""
    words: str
    """The same in words."""


@dataclass(frozen=True, slots=True)
class StandDrawing:
    """A stand to scale, from the camera at 0 metres."""

    title: str
    """What the drawing shows."""
    corner: str
    """The figure at its corner."""
    farthest: float
    """The distance at its end, in metres."""
    half_angle: float
    """Half of the angle of view, in degrees."""
    focus: float | None
    """The distance that is sharp; None where everything is."""
    near: float | None
    """From where on nothing is softer than a pixel."""
    far: float | None
    """To where; None where that has no end, or everything is sharp."""
    distances: tuple[float, ...]
    """Distances along it, in metres; none where everything is sharp."""
    softness: tuple[float, ...]
    """How soft a point is at each of them, in canvas pixels."""
    sheets: tuple[StandSheet, ...]
    """The elements, back to front."""
    facts: tuple[Fact, ...]
    """The figures that belong to it."""


def draw_stand(context: ShotContext) -> StandDrawing | None:
    """Draw the stand; None without a camera."""
    setup = context.setup
    camera, focus = setup.camera, setup.focus
    if not camera.is_there:
        return None
    every = staged(context)
    marks = [float(each.distance) for each in every]
    if focus.is_there:
        marks.append(float(focus.at))
    farthest = max(marks, default=8.0) * 1.15
    found = None
    if focus.is_there and (focus.most or focus.at * 1000 > camera.focal):
        found = sharp_range(camera, focus, setup.canvas.width)
    curve = []
    if found is not None:
        for number in range(1, POINTS + 1):
            at = farthest * number / POINTS
            curve.append((at, min(10_000.0, softness(camera, focus, at, setup.canvas.width))))
    sheets = tuple(
        StandSheet(each.name, float(each.distance), min(10_000.0, each.soft), soft_words(each.soft))
        for each in every
    )
    facts = [Fact("Angle of view", f"{camera.angle:.2f}°", False)]
    if found is not None:
        far = "∞" if found.far == inf else f"{found.far:.4g} m"
        facts.append(Fact("Sharp to a pixel", f"{found.near:.4g} m – {far}", False))
        if found.hyperfocal != inf:
            facts.append(Fact("Hyperfocal", f"{found.hyperfocal:.4g} m", False))
    facts += [
        Fact(f"{each.name}, {metres_words(each.distance)}", soft_words(each.soft), False)
        for each in every[:8]
    ]
    if setup.eyes.are_there:
        facts += [
            Fact(f"{each.name}, for two eyes", parallax_words(context, each), False)
            for each in every[:8]
        ]
    return StandDrawing(
        "The stand, from the side",
        str(camera),
        farthest,
        camera.angle / 2,
        float(focus.at) if focus.is_there else None,
        found.near if found else None,
        found.far if found and found.far != inf else None,
        tuple(at for at, _ in curve),
        tuple(soft for _, soft in curve),
        sheets,
        tuple(facts),
    )
