"""Finish and grain: what has nothing to lie on, and what doesn't do what it seems to."""

from collections.abc import Iterator

from zero_slate.core.checks.finding import Finding, Sentence, Severity
from zero_slate.core.media.element import Element
from zero_slate.core.media.header import MediaKind
from zero_slate.core.media.layers import LayerKind, layers_of
from zero_slate.core.shot.context import ShotContext
from zero_slate.core.shot.finished import artwork
from zero_slate.core.shot.staged import pictures


def finish(context: ShotContext) -> Iterator[Finding]:
    """Find artwork that a finish covers whole, since it has no alpha (`finish.no-alpha`)."""
    if not context.setup.finish.is_there:
        return
    for element in artwork(context):
        kinds = {layer.kind for layer in layers_of(element.media.header)}
        has_alpha = LayerKind.ALPHA in kinds or any(
            channel.name.rpartition(".")[2] == "A" for channel in element.media.header.channels
        )
        if not has_alpha:
            name = element.short_name(context.setup.code)
            yield Finding(
                "finish.no-alpha",
                Severity.WARN,
                "finish",
                Sentence(
                    f"{name} has no alpha: its paper is taken for a fill, and has no edges. Store "
                    "it with alpha.",
                    (f"{name} has no alpha",),
                ),
                element=element.id,
            )


def steadiness(context: ShotContext) -> Iterator[Finding]:
    """Find a texture that changes where there is none (`finish.nothing-to-change`)."""
    setup = context.setup
    if setup.steadiness.frames and not setup.finish.textured:
        yield Finding(
            "finish.nothing-to-change",
            Severity.NOTE,
            "steadiness",
            Sentence("No texture is laid on: nothing changes until Finish has one."),
        )


def grain(context: ShotContext) -> Iterator[Finding]:
    """Find grain on codes for a display, and grain on stills.

    `grain.display-referred` where every picture holds codes; `grain.still` where none moves.
    """
    if not context.setup.grain.is_there:
        return
    every = [element for element, _ in pictures(context)]
    if every and not any(_holds_light(each) for each in every):
        yield Finding(
            "grain.display-referred",
            Severity.NOTE,
            "grain",
            Sentence(
                "All that shows holds codes for a display: they end at black and white, and so "
                "does its grain."
            ),
        )
    if every and all(each.media.kind is MediaKind.STILL for each in every):
        yield Finding(
            "grain.still",
            Severity.NOTE,
            "grain",
            Sentence(
                "All that shows is a still: its grain changes with every frame, its own doesn't."
            ),
        )


def _holds_light(element: Element) -> bool:
    return any(channel.type in ("half", "float") for channel in element.media.header.channels)
