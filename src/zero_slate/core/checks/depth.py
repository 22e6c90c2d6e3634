"""Bit depth against the shot's own elements and the edit's."""

from collections.abc import Iterator

from zero_slate.core.checks.finding import Finding, Sentence, Severity
from zero_slate.core.checks.suggestion import use
from zero_slate.core.colour.depth import FINE, SampleDepth, holds
from zero_slate.core.media.element import Element, Role
from zero_slate.core.media.layers import picture_layer
from zero_slate.core.shot.context import ShotContext


def working_depth(context: ShotContext) -> Iterator[Finding]:
    """Find elements that hold more than what they are worked in."""
    mine = context.setup.working_depth
    for element in context.elements:
        own = depth_of(element)
        if own is None or not element.on or not _loses(own, mine):
            continue
        has, keeps = holds(own), holds(mine)
        lost = []
        if has.steps > keeps.steps and keeps.steps < FINE:
            lost.append(f"{keeps.steps:,} of its {has.steps:,} steps a stop at grey")
        if has.greatest > keeps.greatest:
            lost.append(f"nothing over {_light(keeps.greatest)}")
        # What lies over half's greatest is seldom in a picture, and isn't looked for here.
        coarser = has.steps > keeps.steps and keeps.steps < FINE
        seldom = keeps.greatest > 1 and not coarser
        yield Finding(
            "depth.element-loses",
            Severity.NOTE if seldom else Severity.WARN,
            "working_depth",
            Sentence(f"Of {element.name}, {own}, {mine} keeps {' and '.join(lost)}.", tuple(lost)),
            {"element": str(own), "working": str(mine)},
            use("working_depth", own),
            element=element.id,
        )


def artwork_depth(context: ShotContext) -> Iterator[Finding]:
    """Find artwork that has fewer steps than is asked."""
    asked = context.setup.artwork_depth
    for element in context.elements:
        own = depth_of(element)
        if own is None or element.role != Role.ARTWORK or not _loses(asked, own):
            continue
        has, wanted = holds(own), holds(asked)
        yield Finding(
            "depth.artwork-coarser",
            Severity.NOTE,
            "artwork_depth",
            Sentence(
                f"{element.name} is {own}: {has.steps:,} steps a stop at grey, not "
                f"{wanted.steps:,}.",
                (f"is {own}",),
            ),
            {"element": str(own), "asked": str(asked)},
            element=element.id,
        )


def depth_of(element: Element) -> SampleDepth | None:
    """Return the type of an element's samples; None where it is none that pictures have."""
    layer = picture_layer(element.media.header, element.view)
    if layer is None or layer.kind.is_data or not layer.channels:
        return None
    try:
        return SampleDepth(layer.channels[0].type)
    except ValueError:
        return None


def _light(greatest: float) -> str:
    return "1.0" if greatest == 1 else f"{greatest:,.0f}"


def _loses(own: SampleDepth, kept: SampleDepth) -> bool:
    has, keeps = holds(own), holds(kept)
    coarser = has.steps > keeps.steps and keeps.steps < FINE
    return coarser or has.greatest > keeps.greatest
