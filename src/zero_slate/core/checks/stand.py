"""A shot staged in depth: a focus in the camera, names without elements, and who hides whom."""

from collections.abc import Iterator

from zero_slate.core.base.figures import counted
from zero_slate.core.checks.finding import Finding, Sentence, Severity
from zero_slate.core.shot.context import ShotContext
from zero_slate.core.shot.staged import out_of_order, pictures, staged
from zero_slate.core.stand.distances import metres_words


def camera(context: ShotContext) -> Iterator[Finding]:
    """Find a focus or distances that no camera makes anything of (`stand.no-camera`)."""
    setup = context.setup
    if not setup.camera.is_there and (setup.focus.is_there or setup.distances.of):
        yield Finding(
            "stand.no-camera",
            Severity.NOTE,
            "camera",
            Sentence("Without a camera nothing is staged: focus and distances wait for one."),
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


def _note(code: str, words: str) -> Finding:
    return Finding(code, Severity.NOTE, "distances", Sentence(words))
