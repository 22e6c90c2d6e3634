"""How coarse ramps are seen: display codes for each step of a depth, along the stops of light."""

from dataclasses import dataclass

from zero_slate.core.colour.depth import STOPS, SampleDepth, holds
from zero_slate.core.presentation.drawings.fact import Fact
from zero_slate.core.shot.context import ShotContext


@dataclass(frozen=True, slots=True)
class DepthCurve:
    """One depth: what it is used for, and how many display codes each step of it is."""

    name: str
    """The depth, and what it is used for."""
    stops: tuple[float, ...]
    """Stops from middle grey."""
    codes: tuple[float, ...]
    """At each of them, how many of the display's 255 codes a step is."""


@dataclass(frozen=True, slots=True)
class DepthDrawing:
    """Steps along a ramp from dark to light; over one display code they are seen as bands."""

    title: str
    """What the drawing shows."""
    corner: str
    """The figure at its corner."""
    first: float
    """The darkest of its light, in stops from middle grey."""
    last: float
    """The lightest."""
    curves: tuple[DepthCurve, ...]
    """The depths that are set; none where a name isn't known."""
    facts: tuple[Fact, ...]
    """The figures that belong to it."""


def draw_depth(context: ShotContext) -> DepthDrawing:
    """Draw the steps of the depths that are set, as the display shows them."""
    setup, probe = context.setup, context.probe
    used: dict[SampleDepth, list[str]] = {}
    for depth, what in (
        (setup.working_depth, "working"),
        (setup.artwork_depth, "artwork"),
        (SampleDepth(setup.video_depth.value), "video"),
    ):
        used.setdefault(depth, []).append(what)
    curves, facts = [], []
    for depth, whats in used.items():
        ramp = probe.ramp(depth) if probe else None
        name = f"{depth} · {', '.join(whats)}"
        if ramp is not None:
            stops, codes = zip(*ramp.codes, strict=True)
            curves.append(DepthCurve(name, stops, codes))
            bands = ramp.bands is not None
            worst = max(codes)
            facts.append(Fact(f"{name}, coarsest step", f"{worst:.2f} display codes", bands))
        facts.append(Fact(f"{name}, in the stop over grey", f"{holds(depth).steps:,} steps", False))
    first, last = STOPS
    corner = context.setup.viewing.view
    return DepthDrawing("Steps of a ramp", corner, first, last, tuple(curves), tuple(facts))
