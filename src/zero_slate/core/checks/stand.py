"""A shot staged in depth: a focus in the camera, names without elements, and who hides whom."""

from collections.abc import Iterator
from fractions import Fraction

import numpy as np

from zero_slate.core.base.figures import counted
from zero_slate.core.checks.finding import Change, Finding, Sentence, Severity
from zero_slate.core.shot.context import ShotContext
from zero_slate.core.shot.staged import (
    hides_by_distance,
    hides_by_true_distance,
    pictures,
    staged_over,
    standing,
)
from zero_slate.core.stand.eyes import parallax, widest_apart
from zero_slate.core.stand.moves import metres_words
from zero_slate.core.stand.order import DrawOrder
from zero_slate.core.stand.views import LEAKS, PASSES, crosstalk
from zero_slate.core.time.frames import FrameRange, ranges_words

MOST = 4


def camera(context: ShotContext) -> Iterator[Finding]:
    """Find a focus or distances that no camera makes anything of (`stand.no-camera`)."""
    setup = context.setup
    waits = setup.focus.is_there or setup.eyes.are_there or setup.distances.of
    if not setup.camera.is_there and waits:
        yield Finding(
            "stand.no-camera",
            Severity.NOTE,
            "camera",
            Sentence("Without a camera nothing is staged: focus, eyes and distances wait for one."),
        )


def focus(context: ShotContext) -> Iterator[Finding]:
    """Find a focus that lies within the focal length (`stand.focus-in-camera`)."""
    setup = context.setup
    if not setup.camera.is_there or not setup.focus.is_there or setup.focus.most:
        return
    nearest = min(setup.focus.move.metres)
    if nearest * 1000 <= setup.camera.focal:
        yield Finding(
            "stand.focus-in-camera",
            Severity.STOP,
            "focus",
            Sentence(
                f"{metres_words(nearest)} lies within the focal length of {setup.camera}: "
                "nothing there can be sharp."
            ),
        )


def order(context: ShotContext) -> Iterator[Finding]:
    """Find a stack against the distances, and distances along the view against true ones.

    `stand.order`, `stand.true-order`, `stand.together`.
    """
    setup = context.setup
    work = setup.work_range
    if setup.order is DrawOrder.STACK:
        change = Change(f"Order by {DrawOrder.DISTANCE}", {"order": DrawOrder.DISTANCE})
        for hides in hides_by_distance(context)[:MOST]:
            frames = hides.frames(work)
            when = _when(context, frames)
            one, other = (
                metres_words(each.at(frames[0].first if frames else work.first))
                for each in hides.lines
            )
            yield Finding(
                "stand.order",
                Severity.WARN,
                "order",
                Sentence(
                    f"{hides.above_name}, {one} away, lies over {hides.below_name}, {other} away"
                    f"{when}: it hides what stands nearer.",
                    (f"lies over {hides.below_name}",),
                ),
                change=change,
                element=hides.above.id,
            )
    along = {(h.above.id, h.below.id) for h in hides_by_distance(context)}
    truly = {(h.above.id, h.below.id): h for h in hides_by_true_distance(context)}
    for pair in list(truly.keys() ^ along)[:MOST]:
        every = truly.get(pair) or next(
            h for h in hides_by_distance(context) if (h.above.id, h.below.id) == pair
        )
        by = "by true distance" if pair in truly else "by distance along the view"
        yield _note(
            "stand.true-order",
            f"{every.above_name} is farther than {every.below_name} {by} only"
            f"{_when(context, every.frames(work))}: the two orders differ.",
            "order",
        )
    seen: dict[object, str] = {}
    for _, name, move in standing(context):
        if (known := seen.get(move.moments)) is not None:
            yield _note(
                "stand.together",
                f"{known} and {name} stand at one distance: they keep the stack's order.",
                "order",
            )
        seen.setdefault(move.moments, name)


def distances(context: ShotContext) -> Iterator[Finding]:
    """Find names without elements, elements without distance, and what no camera can see.

    `stand.unknown`, `stand.unplaced`, `stand.at-lens`.
    """
    setup = context.setup
    if not setup.camera.is_there or not setup.distances.of:
        return
    names = [name for _, name in pictures(context)]
    known = {name.casefold() for name in names}
    unknown = [each.name for each in setup.distances if each.name.casefold() not in known]
    if unknown and names:
        yield _note("stand.unknown", f"{', '.join(unknown[:MOST])}: no element is called so.")
    unplaced = [name for name in names if setup.distances.get(name) is None]
    if unplaced:
        said = counted(len(unplaced), "element")
        yield _note(
            "stand.unplaced", f"{said} without a distance: {', '.join(unplaced[:MOST])}, as drawn."
        )
    over = staged_over(context)
    for number, (element, name, _) in enumerate(standing(context)):
        column = int(np.argmin(over.distances[number]))
        nearest = Fraction(float(over.distances[number][column])).limit_denominator(1000)
        if nearest * 1000 <= setup.camera.focal:
            where = (
                "behind the camera"
                if nearest <= 0
                else f"{metres_words(nearest)} away, in the lens"
            )
            at = f" on frame {round(over.frames[column])}" if len(over.frames) > 1 else ""
            yield Finding(
                "stand.at-lens",
                Severity.WARN,
                "distances",
                Sentence(f"{name} is {where}{at}: it can't be seen."),
                element=element.id,
            )


def eyes(context: ShotContext) -> Iterator[Finding]:
    """Find elements that two eyes can't bring together, or not for long.

    `stand.outward` where they would have to turn outward; `stand.comfort` beyond a degree.
    """
    setup = context.setup
    if not setup.camera.is_there or not setup.eyes.are_there:
        return
    over = staged_over(context)
    for number, (element, name, _) in enumerate(standing(context)):
        # Parallax grows with distance alone: it is worst where an element is nearest or farthest.
        ends = {int(np.argmin(over.parallax[number])), int(np.argmax(over.parallax[number]))}
        for column in sorted(ends):
            distance = float(over.distances[number][column])
            if distance <= 0:
                continue
            seen = parallax(setup.camera, setup.eyes, distance)
            if seen.is_comfortable and not seen.turns_outward:
                continue
            most = widest_apart(setup.camera, setup.eyes, distance)
            right = f" {most:.3g} mm apart would be right." if most else ""
            if seen.turns_outward:
                code, said = "stand.outward", (
                    f"{seen.on_screen * 1000:.0f} mm apart behind the screen, over 63: eyes would "
                    "have to turn outward."
                )  # fmt: skip
            else:
                where = "behind" if seen.share > 0 else "in front of"
                code, said = "stand.comfort", (
                    f"{abs(seen.angle):.2f}° {where} the screen, over a degree: not comfortable "
                    "for long."
                )  # fmt: skip
            at = f" on frame {round(over.frames[column])}" if len(ends) > 1 else ""
            away = metres_words(Fraction(distance).limit_denominator(1000))
            yield Finding(
                code,
                Severity.WARN,
                "eyes",
                Sentence(f"{name}, {away} away{at}: {said}{right}"),
                element=element.id,
            )


def views(context: ShotContext) -> Iterator[Finding]:
    """Find views that a canvas can't be halved for, and what coloured glasses leak.

    `stand.views-uneven`, `stand.crosstalk`.
    """
    setup = context.setup
    if not setup.eyes.are_there:
        return
    if not setup.views.even(setup.canvas):
        side = "width" if setup.views.squeeze[0] == 2 else "height"
        yield Finding(
            "stand.views-uneven",
            Severity.WARN,
            "views",
            Sentence(f"{setup.views} halves the {side} of {setup.canvas}, which is odd."),
        )
    leaks = crosstalk(setup.views)
    if leaks is not None:
        yield _note(
            "stand.crosstalk",
            f"Through glasses that pass {PASSES * 100:.0f} % and leak {LEAKS * 100:.0f} %, the "
            f"left eye sees {leaks.left * 100:.1f} % of the right picture, the right eye "
            f"{leaks.right * 100:.1f} % of the left.",
            "views",
        )


def _when(context: ShotContext, frames: tuple[FrameRange, ...]) -> str:
    work = context.setup.work_range
    if not frames or frames == (work,):
        return ""
    return f" on {ranges_words(frames)}"


def _note(code: str, words: str, setting: str = "distances") -> Finding:
    return Finding(code, Severity.NOTE, setting, Sentence(words))
