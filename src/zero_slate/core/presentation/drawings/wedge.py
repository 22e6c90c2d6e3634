"""A grey wedge: linear values of the working space, and what the display shows of them."""

from dataclasses import dataclass

from zero_slate.core.presentation.drawings.fact import Fact
from zero_slate.core.shot.context import ShotContext


@dataclass(frozen=True, slots=True)
class WedgeStep:
    """One patch: its name, its linear value, and the display's code from 0 to 1."""

    label: str
    """The patch's name."""
    linear: str
    """Its linear value, in words."""
    shown: float
    """The code that the display is sent, from 0 to 1."""


@dataclass(frozen=True, slots=True)
class WedgeDrawing:
    """The patches from dark to light; none where a name isn't known."""

    title: str
    """What the drawing shows."""
    corner: str
    """The figure at its corner."""
    steps: tuple[WedgeStep, ...]
    """The patches from dark to light; none where a name isn't known."""
    facts: tuple[Fact, ...]
    """The figures that belong to it."""


def draw_wedge(context: ShotContext) -> WedgeDrawing:
    """Draw stops around 18 % grey through the shot's view."""
    title = "Grey through the view"
    corner = context.setup.working_space
    if context.probe is None:
        return WedgeDrawing(title, corner, (), (Fact("Shown", "not known", True),))
    steps = tuple(
        WedgeStep("grey" if not stops else f"{stops:+d}".replace("-", "−"), f"{linear:.3f}", shown)
        for stops, linear, shown in context.probe.wedge
    )
    facts = (
        Fact("18 % grey on the display", f"{context.probe.grey:.3f}", False),
        Fact("White at 1.0 on the display", f"{context.probe.white:.3f}", False),
    )
    return WedgeDrawing(title, corner, steps, facts)
