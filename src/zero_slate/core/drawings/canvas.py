"""The scale drawing: the canvas in the edit's frame, in the edit's square pixels."""

from dataclasses import dataclass
from fractions import Fraction

from zero_slate.core.drawings.fact import Fact
from zero_slate.core.figures import aspect, decimal
from zero_slate.core.raster import Placement, Raster, fit

# SMPTE ST 2046-1: the safe action area is 93 % of width and height, safe title 90 %.
SAFE_ACTION = Fraction(93, 100)
SAFE_TITLE = Fraction(90, 100)


@dataclass(frozen=True, slots=True)
class Rect:
    """A rectangle in the edit's square pixels, from the frame's upper left corner."""

    x: float
    y: float
    width: float
    height: float


@dataclass(frozen=True, slots=True)
class CanvasDrawing:
    """What there is to draw.

    `squeeze` is how wide a circle gets when the edit reads the pixels with its own aspect; 1 when
    it stays round.
    """

    title: str
    corner: str
    edit: Rect
    canvas: Rect
    bars: tuple[Rect, ...]
    action: Rect
    safe_title: Rect
    squeeze: float
    across_edit: str
    down_edit: str
    across_canvas: str
    down_canvas: str
    facts: tuple[Fact, ...]


def draw_canvas(mine: Raster, edit: Raster) -> CanvasDrawing:
    """Draw a canvas as it lands inside the edit's frame."""
    placed = fit(mine, edit)
    across = edit.pixel_aspect
    whole = Rect(0, 0, float(edit.shown_width), edit.height)
    canvas = Rect(
        float(placed.x * across),
        float(placed.y),
        float(placed.width * across),
        float(placed.height),
    )
    bars = tuple(bar for bar in _bars(whole, canvas) if bar.width > 0 and bar.height > 0)
    same = placed.scale == 1 and mine == edit
    bar = placed.y or placed.x
    figure = f"{decimal(bar, 2, trim=True)} px + {decimal(bar, 2, trim=True)} px"
    scale = f"{decimal(placed.scale, 3, trim=True)}×"
    lines = decimal(placed.height, 0)
    return CanvasDrawing(
        "Canvas in the edit frame",
        f"{aspect(mine.display_aspect)} in {aspect(edit.display_aspect)}",
        whole,
        canvas,
        bars,
        _inset(whole, SAFE_ACTION),
        _inset(whole, SAFE_TITLE),
        float(edit.pixel_aspect / mine.pixel_aspect),
        f"{edit.width} edit",
        str(edit.height),
        str(mine.width) if same else _across(mine, placed),
        f"{lines} lines",
        (
            Fact("Seen of the canvas", f"{decimal(placed.seen * 100, 1, trim=True)} %", False),
            Fact("Bars each side", figure if bar else "none", bool(bar)),
            Fact("Resampled", "not at all" if same else scale, not same),
        ),
    )


def _across(mine: Raster, placed: Placement) -> str:
    """Write how the canvas's width becomes its width in the edit."""
    times = placed.width / mine.width
    placed_width = decimal(placed.width, 1, trim=True)
    return f"{mine.width} × {decimal(times, 3, trim=True)} = {placed_width}"


def _bars(frame: Rect, canvas: Rect) -> tuple[Rect, ...]:
    right, below = canvas.x + canvas.width, canvas.y + canvas.height
    return (
        Rect(0, 0, frame.width, canvas.y),
        Rect(0, below, frame.width, frame.height - below),
        Rect(0, canvas.y, canvas.x, canvas.height),
        Rect(right, canvas.y, frame.width - right, canvas.height),
    )


def _inset(frame: Rect, share: Fraction) -> Rect:
    width, height = frame.width * float(share), frame.height * float(share)
    return Rect((frame.width - width) / 2, (frame.height - height) / 2, width, height)
