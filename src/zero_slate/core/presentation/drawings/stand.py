"""The stand from the side: the camera at one end, elements at their distances, what is soft."""

from dataclasses import dataclass
from math import atan, degrees, inf

from zero_slate.core.presentation.drawings.fact import Fact
from zero_slate.core.presentation.stand_words import parallax_words, soft_words
from zero_slate.core.shot.context import ShotContext
from zero_slate.core.shot.staged import arc_minutes, in_order, pictures, staged
from zero_slate.core.stand.eyes import COMFORT, parallax
from zero_slate.core.stand.focus import sharp_range, softness
from zero_slate.core.stand.moves import about_metres, metres_words

# The curve has so many points.
POINTS = 96
MOST_SOFT = 10_000.0


@dataclass(frozen=True, slots=True)
class StandSheet:
    """An element on the stand."""

    name: str
    """What it is called."""
    at: float
    """How many metres away it stands at the frame."""
    mark: str
    """The distance from the camera's mark, as it is typed."""
    moves: bool
    """Whether it moves."""
    soft: float
    """How soft it is, in canvas pixels; at most 10,000."""
    words: str
    """The same in words."""
    figures: tuple[str, ...]
    """Delivered pixels, the angle it is seen at, and how wide one there has to be to fill."""
    parallax: str
    """Where it lies for two eyes, in words; empty with one."""
    comfortable: bool
    """Whether two eyes bring it together for long."""
    place: int
    """Its place as it is drawn, 1 at the back."""


@dataclass(frozen=True, slots=True)
class StandDrawing:
    """A stand to scale, from the camera at 0 metres."""

    title: str
    """What the drawing shows."""
    corner: str
    """The figure at its corner."""
    frame: int
    """The frame of the shot that it shows."""
    farthest: float
    """The distance at its end, in metres."""
    half_angle: float
    """Half of the angle of view from top to bottom, in degrees."""
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
    converge: float | None
    """The distance that lies in the screen for two eyes; None with one, or in parallel."""
    travelled: float
    """How far the camera is from its mark, in metres."""
    sheets: tuple[StandSheet, ...]
    """The elements, back to front."""
    unplaced: tuple[str, ...]
    """The pictures that have no distance."""
    facts: tuple[Fact, ...]
    """The figures that belong to it."""


def draw_stand(context: ShotContext, frame: int | None = None) -> StandDrawing | None:
    """Draw the stand at a frame, or where the cut begins; None without a camera."""
    setup = context.setup
    camera = setup.camera
    if not camera.is_there:
        return None
    at = setup.cut_range.first if frame is None else frame
    focus = setup.focus.around(at)
    travelled = setup.travel.move.at(at)
    every = [each for each in staged(context, at) if each.distance > 0]
    marks = [float(each.distance) for each in every]
    if focus.is_there:
        marks.append(float(focus.at))
    eyes = setup.eyes
    converge = float(eyes.converge) if eyes.are_there and eyes.converge else None
    farthest = max(marks, default=8.0) * 1.15
    found = None
    if focus.is_there and (focus.most or focus.at * 1000 > camera.focal):
        found = sharp_range(camera, focus, setup.canvas.width)
    curve = []
    if found is not None:
        for number in range(1, POINTS + 1):
            there = farthest * number / POINTS
            soft = softness(camera, focus, there, setup.canvas.width)
            curve.append((there, min(MOST_SOFT, soft)))
    drawn = [each.id for each in in_order(context, [one.element for one in every], at)]
    delivered = context.edit.canvas.width / setup.canvas.width
    sheets = []
    for each in every:
        soft = min(MOST_SOFT, each.soft)
        seen = parallax(camera, eyes, float(each.distance)) if eyes.are_there else None
        sheets.append(
            StandSheet(
                each.name,
                float(each.distance),
                str(each.move),
                each.move.moves,
                soft,
                soft_words(each.soft),
                (
                    f"{soft * delivered:.1f} px delivered",
                    f"{arc_minutes(soft, setup.canvas.height):.1f}′",
                    f"{each.fills} px fill the frame",
                ),
                parallax_words(context, each) if seen else "",
                seen is None or (seen.is_comfortable and not seen.turns_outward),
                drawn.index(each.element.id) + 1,
            )
        )
    high = float(camera.width) * setup.canvas.height / setup.canvas.width
    high /= float(setup.raster.pixel_aspect)
    half = degrees(atan(high / 2 / float(camera.focal)))
    angle = f"{camera.angle:.2f}° across, {2 * half:.2f}° from top to bottom"
    facts = [Fact("Angle of view", angle, False)]
    if found is not None:
        far = "∞" if found.far == inf else about_metres(found.far)
        facts.append(Fact("Sharp to a pixel", f"{about_metres(found.near)} – {far}", False))
        if found.hyperfocal != inf:
            facts.append(Fact("Hyperfocal", about_metres(found.hyperfocal), False))
    facts += [
        Fact(f"{each.name}, {metres_words(each.distance)}", soft_words(each.soft), False)
        for each in every[:8]
    ]
    if eyes.are_there:
        facts += [
            Fact(f"{each.name}, for two eyes", parallax_words(context, each), False)
            for each in every[:8]
        ]
        facts.append(Fact("Comfortable to", f"{COMFORT:g}° of parallax", False))
    unplaced = [name for _, name in pictures(context) if setup.distances.get(name) is None]
    return StandDrawing(
        "The stand, from the side",
        str(camera),
        at,
        farthest,
        half,
        float(focus.at) if focus.is_there else None,
        found.near if found else None,
        found.far if found and found.far != inf else None,
        tuple(there for there, _ in curve),
        tuple(soft for _, soft in curve),
        converge,
        float(travelled),
        tuple(sheets),
        tuple(unplaced),
        tuple(facts),
    )
