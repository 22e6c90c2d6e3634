"""A shot staged in depth: a focus in the camera, names without elements, and who hides whom."""

from collections.abc import Iterator

from zero_slate.core.base.figures import counted
from zero_slate.core.checks.finding import Finding, Sentence, Severity
from zero_slate.core.shot.context import ShotContext
from zero_slate.core.shot.staged import out_of_order, pictures, staged
from zero_slate.core.stand.distances import metres_words
from zero_slate.core.stand.eyes import parallax, widest_apart


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
    lies_within = setup.focus.at * 1000 <= setup.camera.focal and not setup.focus.most
    if setup.camera.is_there and setup.focus.is_there and lies_within:
        yield Finding(
            "stand.focus-in-camera",
            Severity.STOP,
            "focus",
            Sentence(
                f"{metres_words(setup.focus.at)} lies within the focal length of {setup.camera}: "
                "nothing there can be sharp."
            ),
        )


def distances(context: ShotContext) -> Iterator[Finding]:
    """Find names without elements, elements without distance, and a stack against the distances.

    `stand.unknown`, `stand.unplaced`, `stand.order`, `stand.together`.
    """
    setup = context.setup
    if not setup.camera.is_there or not setup.distances.of:
        return
    names = [name for _, name in pictures(context)]
    known = {name.casefold() for name in names}
    unknown = [name for name, _ in setup.distances.of if name.casefold() not in known]
    if unknown and names:
        yield _note("stand.unknown", f"{', '.join(unknown[:4])}: no element is called so.")
    unplaced = [name for name in names if setup.distances.get(name) is None]
    if unplaced:
        said = counted(len(unplaced), "element")
        yield _note(
            "stand.unplaced", f"{said} without a distance: {', '.join(unplaced[:4])}, as drawn."
        )
    every = staged(context)
    for above, below in list(out_of_order(every))[:4]:
        yield Finding(
            "stand.order",
            Severity.WARN,
            "distances",
            Sentence(
                f"{above.name}, {metres_words(above.distance)} away, lies over {below.name}, "
                f"{metres_words(below.distance)} away: it hides what stands nearer.",
                (f"lies over {below.name}",),
            ),
            element=above.element.id,
        )
    seen: dict[object, str] = {}
    for each in every:
        if (other := seen.get(each.distance)) is not None:
            yield _note(
                "stand.together",
                f"{other} and {each.name} stand at one distance: they keep the stack's order.",
            )
        seen[each.distance] = each.name


def eyes(context: ShotContext) -> Iterator[Finding]:
    """Find elements that two eyes can't bring together, or not for long.

    `stand.outward` where they would have to turn outward; `stand.comfort` beyond a degree.
    """
    setup = context.setup
    if not setup.camera.is_there or not setup.eyes.are_there:
        return
    for each in staged(context):
        distance = float(each.distance)
        seen = parallax(setup.camera, setup.eyes, distance)
        if seen.is_comfortable and not seen.turns_outward:
            continue
        most = widest_apart(setup.camera, setup.eyes, distance)
        right = f" {most:.3g} mm apart would be right." if most else ""
        if seen.turns_outward:
            code, said = "stand.outward", (
                f"{seen.on_screen * 1000:.0f} mm apart behind the screen, over 63: eyes would have "
                "to turn outward."
            )  # fmt: skip
        else:
            where = "behind" if seen.share > 0 else "in front of"
            code, said = "stand.comfort", (
                f"{abs(seen.angle):.2f}° {where} the screen, over a degree: not comfortable for "
                "long."
            )  # fmt: skip
        yield Finding(
            code,
            Severity.WARN,
            "eyes",
            Sentence(f"{each.name}, {metres_words(each.distance)} away: {said}{right}"),
            element=each.element.id,
        )


def _note(code: str, words: str) -> Finding:
    return Finding(code, Severity.NOTE, "distances", Sentence(words))
