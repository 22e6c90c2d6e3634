"""The drawings of a sheet: those that a row asks for by name, or all."""

from dataclasses import dataclass

from zero_slate.core.colour.config_names import Probe
from zero_slate.core.presentation.drawings.bars import BarDrawing, draw_ranges, draw_rates
from zero_slate.core.presentation.drawings.cadence import CadenceDrawing, draw_cadences
from zero_slate.core.presentation.drawings.canvas import ABOUT_CANVAS, CanvasDrawing, draw_canvas
from zero_slate.core.presentation.drawings.depth import DepthDrawing, draw_depth
from zero_slate.core.presentation.drawings.moments import MomentsDrawing, draw_moments
from zero_slate.core.presentation.drawings.speed import SpeedDrawing, draw_speed
from zero_slate.core.presentation.drawings.stand import StandDrawing, draw_stand
from zero_slate.core.presentation.drawings.wedge import WedgeDrawing, draw_wedge
from zero_slate.core.settings.index import SETTINGS
from zero_slate.core.settings.models.setup import Setup
from zero_slate.core.shot.change import renumbered
from zero_slate.core.shot.context import ShotContext

ALL = ABOUT_CANVAS | {"rates", "ranges", "moments", "wedge", "depth", "stand"}


@dataclass(frozen=True, slots=True)
class Drawings:
    """The drawings that rows ask for by name; one that wasn't asked for is None."""

    canvas: CanvasDrawing | None
    """The canvas over the edit's frame."""
    rates: BarDrawing | None
    """Frames of both rates over the same time."""
    cadences: tuple[CadenceDrawing, ...]
    """The strips of elements that have another rate."""
    ranges: BarDrawing | None
    """Work range, cut range and handles."""
    moments: MomentsDrawing | None
    """First and last frames in every count."""
    wedge: WedgeDrawing | None
    """Grey patches through the colours that are set."""
    depth: DepthDrawing | None
    """How coarse ramps are seen."""
    stand: StandDrawing | None
    """The stand from the side; None too without a camera."""
    speed: SpeedDrawing | None
    """The rates to be played side by side."""


def draw_sheet(
    context: ShotContext,
    before: Setup,
    setting: str | None = None,
    was: Probe | None = None,
    frame: int | None = None,
) -> Drawings:
    """Draw what a setting's row asks for, or every row's.

    `before` is the setup as stored, and `was` what its display shows of known colours. `frame` is
    the one that a stand is drawn at.
    """
    names = frozenset((SETTINGS[setting].drawing,)) if setting in SETTINGS else ALL
    captions = names & ABOUT_CANVAS
    rates = "rates" in names
    moved = renumbered(before, context.setup.count, context.anchor) if "moments" in names else 0
    return Drawings(
        draw_canvas(context, captions) if captions else None,
        draw_rates(context) if rates else None,
        draw_cadences(context) if rates else (),
        draw_ranges(context) if "ranges" in names else None,
        draw_moments(context, before, moved) if "moments" in names else None,
        draw_wedge(context, was) if "wedge" in names else None,
        draw_depth(context) if "depth" in names else None,
        draw_stand(context, frame) if "stand" in names else None,
        draw_speed(context) if rates else None,
    )
