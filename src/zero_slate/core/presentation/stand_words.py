"""Staging in depth in words: how wide the frame is, what is sharp, how soft each element is."""

from fractions import Fraction
from math import inf

from zero_slate.core.base.figures import decimal, whole
from zero_slate.core.checks.finding import Sentence
from zero_slate.core.shot.context import ShotContext
from zero_slate.core.shot.staged import (
    Staged,
    arc_minutes,
    in_order,
    reference,
    staged,
    standing,
)
from zero_slate.core.stand.eyes import parallax
from zero_slate.core.stand.focus import sharp_range
from zero_slate.core.stand.moves import about_metres, metres_words
from zero_slate.core.stand.views import ViewLayout

MOST_SAID = 4


def camera(context: ShotContext) -> Sentence:
    """Say the angle of view, and how wide the frame is."""
    mine = context.setup.camera
    if not mine.is_there:
        return Sentence("No camera: nothing is staged in depth.")
    back = f"{decimal(mine.width, 2, trim=True)} × {decimal(mine.height, 2, trim=True)} mm"
    frame = decimal(mine.frame_at(Fraction(1)), 3, trim=True)
    plane = reference(context, context.setup.cut_range.first)
    fills = ""
    if plane is not None:
        wide = whole(context.setup.canvas.width)
        fills = f" What is {wide} px wide just fills it at {metres_words(plane)}."
    return Sentence(
        f"{mine.angle:.1f}° across on {back}: {frame} m wide for each metre away.{fills}"
    )


def focus(context: ShotContext) -> Sentence:
    """Say what is sharp to a canvas pixel."""
    setup = context.setup
    mine = setup.focus.around(setup.cut_range.first)
    if not mine.is_there or not setup.camera.is_there:
        return Sentence("Everything is sharp.")
    if not mine.most and mine.at * 1000 <= setup.camera.focal:
        return Sentence("Nothing is sharp.")
    found = sharp_range(setup.camera, mine, setup.canvas.width)
    near, far = about_metres(found.near), about_metres(found.far)
    if found.far == inf:
        sharp = f"from {near} to infinity"
    elif near == far:
        sharp = f"at {near} alone, {about_metres(found.far - found.near)} deep"
    else:
        sharp = f"from {near} to {far}"
    over = ""
    if found.far != inf and found.hyperfocal != inf:
        # Focused at the hyperfocal distance, half of it and all behind are sharp.
        over = (
            f" Focused at {about_metres(found.hyperfocal)}, it would be from "
            f"{about_metres(found.hyperfocal / 2)} to infinity."
        )
    pulled = ""
    if setup.focus.pull is not None:
        last = setup.focus.around(setup.cut_range.last)
        pulled = f"; at the cut's last frame it is at {metres_words(last.at)}"
    return Sentence(f"Sharp to a pixel {sharp}{pulled}.{over}")


def order(context: ShotContext) -> Sentence:
    """Say what lies over what, back to front."""
    setup = context.setup
    every = standing(context)
    if not every:
        return Sentence("As in the stack.")
    first = setup.cut_range.first
    elements = [element for element, _, _ in every]
    names = {element.id: name for element, name, _ in every}
    drawn = in_order(context, elements, first)
    said = ", ".join(names[each.id] for each in drawn[:6])
    more = f" and {len(drawn) - 6} more" if len(drawn) > 6 else ""
    return Sentence(f"Back to front where the cut begins: {said}{more}.")


def travel(context: ShotContext) -> Sentence:
    """Say how far the camera goes, and how fast."""
    setup = context.setup
    move = setup.travel.move
    if not move.moves:
        return Sentence("The camera stays at its mark.")
    first, last = setup.cut_range.first, setup.cut_range.last
    far = move.at(last) - move.at(first)
    length = Fraction(setup.cut_range.length) / setup.rate.fraction
    way = "forwards" if far >= 0 else "backwards"
    return Sentence(
        f"{metres_words(abs(far))} {way} in the cut, {decimal(abs(far) / length, 3)} m a second."
    )


def views(context: ShotContext) -> Sentence:
    """Say what size is delivered, and what a pixel's shape is in it."""
    setup = context.setup
    if not setup.eyes.are_there:
        return Sentence("One eye: the canvas as it is.")
    size = setup.views.size(setup.canvas)
    if setup.views is ViewLayout.TWO:
        return Sentence(f"Two pictures of {size}, one for each eye.")
    aspect = setup.views.pixel_aspect(setup.pixel_aspect)
    squeezed = "" if setup.views.squeeze == (1, 1) else (
        f", each squeezed to a pixel aspect of {decimal(aspect, 3, trim=True)}"
    )  # fmt: skip
    return Sentence(f"One picture of {size}{squeezed}.")


def distances(context: ShotContext) -> Sentence:
    """Say how soft each element is, and how wide one has to be to fill the frame there."""
    setup = context.setup
    every = staged(context)
    if not every:
        return Sentence("Every element is as sharp as it is drawn.")
    said = [
        f"{each.name} {each.move}: {soft_words(each.soft)}, {whole(each.fills)} px fill the frame"
        for each in every[:MOST_SAID]
    ]
    more = f"; {len(every) - MOST_SAID} more" if len(every) > MOST_SAID else ""
    worst = max(each.soft for each in every)
    seen = (
        "" if worst == inf else f" The softest is {arc_minutes(worst, setup.canvas.height):.1f}′."
    )
    return Sentence(f"{'; '.join(said)}{more}.{seen}")


def eyes(context: ShotContext) -> Sentence:
    """Say where elements lie for two eyes."""
    setup = context.setup
    if not setup.eyes.are_there or not setup.camera.is_there:
        return Sentence("One eye.")
    every = staged(context)
    if not every:
        return Sentence("No element has a distance yet.")
    said = [f"{each.name} {parallax_words(context, each)}" for each in every[:MOST_SAID]]
    more = f"; {len(every) - MOST_SAID} more" if len(every) > MOST_SAID else ""
    return Sentence(f"{'; '.join(said)}{more}.")


def parallax_words(context: ShotContext, each: Staged) -> str:
    """Write an element's parallax: in canvas pixels, per cent of the width and degrees."""
    setup = context.setup
    if each.distance <= 0:
        return "behind the camera"
    seen = parallax(setup.camera, setup.eyes, float(each.distance))
    if abs(seen.share) * setup.canvas.width < 0.05:
        return "in the screen"
    where = "behind" if seen.share > 0 else "in front"
    return (
        f"{abs(seen.share) * setup.canvas.width:.1f} px {where}, {abs(seen.share) * 100:.2f} %, "
        f"{abs(seen.angle):.2f}°"
    )


def soft_words(pixels: float) -> str:
    """Write how soft something is, in canvas pixels."""
    if pixels == inf:
        return "no longer a picture"
    return "sharp" if pixels < 0.05 else f"{pixels:.1f} px soft"
