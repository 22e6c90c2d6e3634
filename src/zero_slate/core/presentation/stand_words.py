"""Staging in depth in words: how wide the frame is, what is sharp, how soft each element is."""

from fractions import Fraction
from math import inf

from zero_slate.core.base.figures import decimal, whole
from zero_slate.core.checks.finding import Sentence
from zero_slate.core.shot.context import ShotContext
from zero_slate.core.shot.staged import Staged, arc_minutes, staged
from zero_slate.core.stand.distances import metres_words
from zero_slate.core.stand.eyes import parallax
from zero_slate.core.stand.focus import sharp_range

MOST_SAID = 4


def camera(context: ShotContext) -> Sentence:
    """Say the angle of view, and how wide the frame is."""
    mine = context.setup.camera
    if not mine.is_there:
        return Sentence("No camera: nothing is staged in depth.")
    back = f"{decimal(mine.width, 2, trim=True)} × {decimal(mine.height, 2, trim=True)} mm"
    frame = decimal(mine.frame_at(Fraction(1)), 3, trim=True)
    return Sentence(f"{mine.angle:.1f}° across on {back}: {frame} m wide for each metre away.")


def focus(context: ShotContext) -> Sentence:
    """Say what is sharp to a canvas pixel."""
    setup = context.setup
    mine = setup.focus
    if not mine.is_there or not setup.camera.is_there:
        return Sentence("Everything is sharp.")
    if not mine.most and mine.at * 1000 <= setup.camera.focal:
        return Sentence("Nothing is sharp.")
    found = sharp_range(setup.camera, mine, setup.canvas.width)
    far = "without end" if found.far == inf else f"to {found.far:.3g} m"
    over = "" if found.hyperfocal == inf else f" From {found.hyperfocal:.3g} m on all behind is."
    return Sentence(f"Sharp to a pixel from {found.near:.3g} m {far}.{over}")


def distances(context: ShotContext) -> Sentence:
    """Say how soft each element is, and how wide one has to be to fill the frame there."""
    setup = context.setup
    every = staged(context)
    if not every:
        return Sentence("Every element is as sharp as it is drawn.")
    said = [
        f"{each.name} {metres_words(each.distance)}: {soft_words(each.soft)}, "
        f"{whole(each.fills)} px fill the frame"
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
