"""A shot staged in depth: where each of its pictures stands, how soft it is, what hides what."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from fractions import Fraction
from math import atan, degrees, sqrt

import numpy as np

from zero_slate.core.canvas.raster import Raster
from zero_slate.core.media.element import Element, Role
from zero_slate.core.shot.context import ShotContext, once
from zero_slate.core.stand.camera import Camera
from zero_slate.core.stand.eyes import parallax_share
from zero_slate.core.stand.focus import softness
from zero_slate.core.stand.moves import Figures, Move
from zero_slate.core.stand.order import DrawOrder, Line, against_stack, frames_farther
from zero_slate.core.time.frames import FrameRange

# Pictures are looked at from three times their height (ITU-R BT.500, for 1080 lines).
HEIGHTS_AWAY = 3
# So many frames are reckoned one by one; of a longer range as many, evenly.
MOST_FRAMES = 2000


@dataclass(frozen=True, slots=True)
class Staged:
    """An element at its distance in metres: how soft it is, and how wide it has to be to fill."""

    element: Element
    name: str
    distance: Fraction
    """Metres from the camera; 0 or less is behind it."""
    soft: float
    """The diameter of a point in canvas pixels."""
    fills: int
    """The pixels across that an element there has, of those that the frame shows all of."""
    move: Move
    """Where it stands at each moment."""


@once
def standing(context: ShotContext) -> tuple[tuple[Element, str, Move], ...]:
    """Return the pictures whose distance is said, back to front; none without a camera."""
    if not context.setup.camera.is_there:
        return ()
    return tuple(
        (element, name, move)
        for element, name in pictures(context)
        if (move := context.setup.distances.get(name)) is not None
    )


def reference(context: ShotContext, frame: int) -> Fraction | None:
    """Return where an element of canvas width just fills the frame: in focus, or else the first."""
    if context.setup.focus.is_there:
        return context.setup.focus.around(frame).at
    placed = standing(context)
    return placed[0][2].at(frame) if placed else None


def staged(context: ShotContext, frame: int | None = None) -> tuple[Staged, ...]:
    """Return the pictures whose distance is said, at a frame, or where the cut begins."""
    setup = context.setup
    at = setup.cut_range.first if frame is None else frame
    plane = reference(context, at)
    if plane is None:
        return ()
    focus, travelled = setup.focus.around(at), setup.travel.move.at(at)
    found = []
    for element, name, move in standing(context):
        distance = move.at(at) - travelled
        there = float(distance)
        soft = softness(setup.camera, focus, there, setup.canvas.width) if there > 0 else 0.0
        fills = max(0, round(setup.canvas.width * distance / plane))
        found.append(Staged(element, name, distance, soft, fills, move))
    return tuple(found)


def pictures(context: ShotContext) -> Iterator[tuple[Element, str]]:
    """Yield the pictures that are used, each with the name that distances know it by."""
    for element in context.elements:
        if element.on and element.role not in (Role.SOUND, Role.DATA, Role.REFERENCE):
            yield element, element.short_name(context.setup.code)


def arc_minutes(pixels: float, canvas_height: int) -> float:
    """Return the angle that pixels are seen at, in minutes of arc."""
    return degrees(atan(pixels / (HEIGHTS_AWAY * canvas_height))) * 60


@dataclass(frozen=True, slots=True)
class StagedOver:
    """Staged pictures (rows) over the frames of the work range (columns)."""

    frames: Figures
    distances: Figures
    """Metres from the camera."""
    parallax: Figures
    """A share of the picture's width; positive is behind the screen, 0 with one eye."""


@once
def staged_over(context: ShotContext) -> StagedOver:
    """Return how far, and how far apart for two eyes, everything is over the shot."""
    setup, work = context.setup, context.setup.work_range
    placed = standing(context)
    many = min(work.length, MOST_FRAMES) if _moves(context) else 1
    frames = np.linspace(work.first, work.last, many)
    travelled = setup.travel.move.over(frames)
    distances = np.array([move.over(frames) for _, _, move in placed]).reshape(-1, many) - travelled
    share = np.zeros_like(distances)
    if setup.eyes.are_there and setup.camera.is_there:
        share = parallax_share(setup.camera, setup.eyes, np.maximum(distances, 1e-9))
    return StagedOver(frames, distances, share)


def _moves(context: ShotContext) -> bool:
    setup = context.setup
    return (
        setup.travel.is_there
        or setup.focus.pull is not None
        or any(move.moves for _, _, move in standing(context))
    )


@dataclass(frozen=True, slots=True)
class Hides:
    """An element of the stack that is farther away than one below it, and on which frames."""

    above: Element
    above_name: str
    below: Element
    below_name: str
    lines: tuple[Line, Line]

    def frames(self, work: FrameRange) -> tuple[FrameRange, ...]:
        """Return the frames of a range at which it is."""
        return frames_farther(*self.lines, work)


@once
def hides_by_distance(context: ShotContext) -> tuple[Hides, ...]:
    """Return what the stack lays over what stands nearer, by distance along the view."""
    return _hides(context, DrawOrder.DISTANCE)


@once
def hides_by_true_distance(context: ShotContext) -> tuple[Hides, ...]:
    """Return what the stack lays over what is nearer by true distance to its pivot."""
    return _hides(context, DrawOrder.TRUE)


def _hides(context: ShotContext, by: DrawOrder) -> tuple[Hides, ...]:
    placed = standing(context)
    lines = lines_of(context, by)
    return tuple(
        Hides(placed[above][0], placed[above][1], placed[below][0], placed[below][1],
              (lines[above], lines[below]))
        for above, below in against_stack(lines, context.setup.work_range)
    )  # fmt: skip


def lines_of(context: ShotContext, by: DrawOrder) -> tuple[Line, ...]:
    """Return how far each staged element is over time, along the view or truly to its pivot."""
    setup, travel = context.setup, context.setup.travel.move
    if by is not DrawOrder.TRUE:
        return tuple(Line(move, travel) for _, _, move in standing(context))
    return tuple(
        Line(move, travel, _slant(context, element, setup.camera, setup.raster))
        for element, _, move in standing(context)
    )


def _slant(context: ShotContext, element: Element, camera: Camera, raster: Raster) -> Fraction:
    """Return how much longer the way to a picture's middle is than its distance along the view."""
    placed = context.place_picture(element).placed
    a_pixel = float(camera.width / camera.focal / raster.width)
    x = (float(placed.x) + float(placed.width) / 2 - raster.width / 2) * a_pixel
    y = (float(placed.y) + float(placed.height) / 2 - raster.height / 2) * a_pixel
    y /= float(raster.pixel_aspect)
    return Fraction(sqrt(1 + x * x + y * y))


def in_order(
    context: ShotContext, elements: Sequence[Element], frame: int, by: DrawOrder | None = None
) -> tuple[Element, ...]:
    """Return elements back to front as they are drawn at a frame.

    Those that stand somewhere change places among themselves; the others stay. At one distance they
    keep the stack's order.
    """
    order = by or context.setup.order
    if order is DrawOrder.STACK:
        return tuple(elements)
    placed = {
        element.id: line.at(frame)
        for (element, _, _), line in zip(standing(context), lines_of(context, order), strict=True)
    }
    sorted_ = iter(sorted((e for e in elements if e.id in placed), key=lambda e: -placed[e.id]))
    return tuple(next(sorted_) if each.id in placed else each for each in elements)
