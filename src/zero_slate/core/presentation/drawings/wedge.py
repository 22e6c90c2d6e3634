"""A grey wedge: linear values of the working space, and what the display shows of them."""

from collections.abc import Iterator
from dataclasses import dataclass

from zero_slate.core.colour.config_names import Probe
from zero_slate.core.colour.patches import Three
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
class Patch:
    """A colour that is known by sight, as the display shows it now, and as it did before."""

    name: str
    """Its name."""
    working: str
    """Its values in the working space, in words."""
    codes: tuple[int, ...]
    """The display's codes, 0 to 255."""
    was: tuple[int, ...] | None
    """Its codes as the shot is stored; None where they are the same."""


@dataclass(frozen=True, slots=True)
class WedgeDrawing:
    """The patches from dark to light; none where a name isn't known."""

    title: str
    """What the drawing shows."""
    corner: str
    """The figure at its corner."""
    steps: tuple[WedgeStep, ...]
    """The patches from dark to light; none where a name isn't known."""
    before: tuple[WedgeStep, ...]
    """The same as the shot is stored; none where nothing of them changes."""
    patches: tuple[Patch, ...]
    """Colours that are known by sight."""
    facts: tuple[Fact, ...]
    """The figures that belong to it."""


def draw_wedge(context: ShotContext, was: Probe | None = None) -> WedgeDrawing:
    """Draw stops around 18 % grey through the shot's view, and beside them as they were stored."""
    title = "Grey through the view"
    corner = context.setup.working_space
    now = context.probe
    if now is None:
        return WedgeDrawing(title, corner, (), (), (), (Fact("Shown", "not known", True),))
    changes = was is not None and was != now
    facts = [
        Fact("18 % grey on the display", f"{now.grey:.3f}", False),
        Fact("White at 1.0 on the display", f"{now.white:.3f}", False),
    ]
    if was is not None and changes:
        before, after = round(was.grey * 255), round(now.grey * 255)
        moved = f"{after - before:+d}".replace("-", "−")
        words = f"{before} → {after}, {moved} codes" if after != before else f"stays {after}"
        facts.insert(0, Fact("Middle grey, of 255", words, after != before))
    return WedgeDrawing(
        title,
        corner,
        _steps(now),
        _steps(was) if was is not None and changes else (),
        tuple(_patches(now, was if changes else None)),
        tuple(facts),
    )


def _steps(probe: Probe) -> tuple[WedgeStep, ...]:
    return tuple(
        WedgeStep("grey" if not stops else f"{stops:+d}".replace("-", "−"), f"{linear:.3f}", shown)
        for stops, linear, shown in probe.wedge
    )


def _patches(now: Probe, was: Probe | None) -> Iterator[Patch]:
    known = {each.name: _codes(each.codes) for each in was.patches} if was else {}
    for each in now.patches:
        codes = _codes(each.codes)
        before = known.get(each.name)
        working = " ".join(f"{value:.3f}" for value in each.working)
        yield Patch(each.name, working, codes, before if before != codes else None)


def _codes(codes: Three) -> tuple[int, int, int]:
    red, green, blue = (round(255 * min(1.0, max(0.0, code))) for code in codes)
    return red, green, blue
