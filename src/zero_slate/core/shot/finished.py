"""A shot's finish over time: which drawing a frame shows, and how often a texture changes."""

import itertools
from fractions import Fraction

from zero_slate.core.media.element import Element, Role
from zero_slate.core.shot.context import ShotContext


def artwork(context: ShotContext) -> tuple[Element, ...]:
    """Return the elements that a finish is laid on: what is drawn."""
    return tuple(
        element for element in context.elements if element.on and element.role == Role.ARTWORK
    )


def drawing_at(context: ShotContext, element: Element, frame: int) -> int:
    """Return which drawing of an element a frame shows: its file's number, 0 where none shows."""
    number = context.showing[element.id].source(frame)
    return 0 if number is None else number


def drawings_a_second(context: ShotContext) -> Fraction:
    """Return how often the quickest artwork shows another drawing a second, over the work range."""
    work, rate = context.setup.work_range, context.setup.rate.fraction
    frames = range(work.first, min(work.last, work.first + 2000) + 1)
    most = 0
    for element in artwork(context):
        shown = [drawing_at(context, element, frame) for frame in frames]
        most = max(most, sum(a != b for a, b in itertools.pairwise(shown)))
    return rate * most / max(1, len(frames) - 1)


def turn_of(context: ShotContext, element: Element, frame: int) -> int:
    """Return which of its textures an element has at a frame, counted from 0."""
    steadiness = context.setup.steadiness
    drawing = drawing_at(context, element, frame)
    return steadiness.turn(frame, context.setup.work_range.first, drawing)
