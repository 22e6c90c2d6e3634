"""The scale drawing: the canvas in the edit's frame, in the edit's square pixels.

One drawing serves every row about the picture: each row shows its own layers of it, and its facts.
"""

from collections.abc import Callable, Iterator
from dataclasses import dataclass
from fractions import Fraction

from zero_slate.core.base.figures import aspect, decimal, megabytes
from zero_slate.core.canvas.fit import Placement, fit
from zero_slate.core.canvas.guides import (
    FIELDS,
    SAFE_AREAS,
    STANDARDS,
    Guides,
    field_size,
    safe_size,
)
from zero_slate.core.canvas.raster import Raster, RasterRefusal
from zero_slate.core.canvas.resize import ArtworkFrame
from zero_slate.core.canvas.signals import facts_of
from zero_slate.core.canvas.sizes import BYTES_HALF_RGBA, PictureSizes
from zero_slate.core.media.header import Header
from zero_slate.core.media.placement import PlacedPicture, placement_words
from zero_slate.core.presentation.drawings.fact import Fact
from zero_slate.core.settings.models.setup import Setup
from zero_slate.core.shot.context import ShotContext

# What rows call the drawing of the canvas.
ABOUT_CANVAS = frozenset(("canvas", "placing", "working", "guides", "background", "signal"))


@dataclass(frozen=True, slots=True)
class Rect:
    """A rectangle in the edit's square pixels, from the frame's upper left corner."""

    x: float
    """Left edge, in pixels from the frame's left."""
    y: float
    """Top edge, in pixels from the frame's top."""
    width: float
    """Width in pixels."""
    height: float
    """Height in pixels."""


@dataclass(frozen=True, slots=True)
class GuideLine:
    """A guide: a rectangle, or one that is filled with lines."""

    kind: str
    """Which sort of guide it is."""
    name: str
    """The guide's name."""
    rect: Rect
    """Where it lies."""
    columns: int = 1
    """How many columns it is filled with; 1 for none."""
    rows: float = 1
    """How many rows it is filled with; 1 for none."""


@dataclass(frozen=True, slots=True)
class PictureRect:
    """An element's picture as it lands; `wrong` where it is cut off, enlarged or leaves bars."""

    name: str
    """The element's name."""
    rect: Rect
    """Where its picture lands."""
    words: str
    """How it lands, in words."""
    wrong: bool
    """Whether it is cut off, enlarged or leaves bars."""
    window: Rect | None = None
    """Where its pixels lie, its data window; None where that is the whole picture."""


@dataclass(frozen=True, slots=True)
class Caption:
    """What a row calls the drawing, and the figures it puts under it."""

    title: str
    """What the drawing shows for that row."""
    corner: str
    """The figure at its corner."""
    facts: tuple[Fact, ...]
    """The figures under it."""


@dataclass(frozen=True, slots=True)
class CanvasDrawing:
    """The edit's frame and the shot's canvas one over the other, with all that lies on them."""

    edit: Rect
    """The edit's frame."""
    canvas: Rect
    """The shot's canvas, where the edit shows it."""
    bars: tuple[Rect, ...]
    """What of the edit's frame the canvas leaves empty."""
    guides: tuple[GuideLine, ...]
    """The lines that the shot's guides draw."""
    pictures: tuple[PictureRect, ...]
    """The elements, as they land."""
    overscan: Rect | None
    """The canvas with its overscan; None where there is none."""
    region: Rect | None
    """The render region; None where the whole canvas is rendered."""
    artwork: Rect | None
    """The artwork canvas, where it isn't the render canvas; None where it is."""
    background: str
    """The background's colour, as `#rrggbb`."""
    line: str
    """A colour that is seen on the background, as `#rrggbb`."""
    squeeze: float
    """How wide a circle gets as the edit reads the pixels; 1 when it stays round."""
    across_edit: str
    """The width of the edit's frame, in words."""
    down_edit: str
    """The height of the edit's frame, in words."""
    across_canvas: str
    """The width of the canvas, in words."""
    down_canvas: str
    """The height of the canvas, in words."""
    shape: str
    """The canvas's shape, in words."""
    captions: dict[str, Caption]
    """Titles and figures, by the names that rows ask for the drawing by."""


@dataclass(frozen=True, slots=True)
class _Frame:
    """Turns canvas pixels into the edit's square pixels."""

    left: Fraction
    top: Fraction
    across: Fraction
    down: Fraction

    def rect(self, x: Fraction, y: Fraction, width: Fraction, height: Fraction) -> Rect:
        return Rect(
            float(self.left + x * self.across),
            float(self.top + y * self.down),
            float(width * self.across),
            float(height * self.down),
        )


def draw_canvas(context: ShotContext, captions: frozenset[str] = ABOUT_CANVAS) -> CanvasDrawing:
    """Draw a shot's canvas as it lands inside the edit's frame, with all that lies on it.

    Only the captions that are asked for are written: each costs as much as the drawing.
    """
    mine, edit = context.setup.raster, context.edit.raster
    placed = fit(mine, edit)
    square = edit.pixel_aspect
    frame = _Frame(
        placed.x * square, placed.y, placed.width * square / mine.width, placed.height / mine.height
    )
    whole = Rect(0, 0, float(edit.shown_width), edit.height)
    zero = Fraction(0)
    canvas = frame.rect(zero, zero, Fraction(mine.width), Fraction(mine.height))
    bars = tuple(bar for bar in _bars(whole, canvas) if bar.width > 0 and bar.height > 0)
    same = placed.scale == 1 and mine == edit
    try:
        sizes = context.setup.picture_sizes
    except RasterRefusal:
        sizes = None
    shape = mine.display_aspect
    writing: dict[str, Callable[[], Caption]] = {
        "canvas": lambda: _of_canvas(mine, edit, placed, same),
        "placing": lambda: _of_placing(context, mine),
        "working": lambda: _of_working(context, sizes),
        "guides": lambda: _of_guides(context),
        "background": lambda: _of_background(context),
        "signal": lambda: _of_signal(context, mine),
    }
    return CanvasDrawing(
        whole,
        canvas,
        bars,
        tuple(_guides(context.setup.guides, whole, frame, mine)),
        tuple(_picture(placed_picture, frame, mine) for placed_picture in context.placed_pictures),
        _overscan(sizes, frame),
        _region(context.setup, frame),
        _artwork(context.artwork, frame),
        str(context.setup.background.colour),
        str(context.setup.background.line),
        float(edit.pixel_aspect / mine.pixel_aspect),
        f"{edit.width} edit",
        str(edit.height),
        str(mine.width) if same else _across(mine, placed),
        f"{decimal(placed.height, 0)} lines",
        f"{shape.numerator}:{shape.denominator}",
        {name: write() for name, write in writing.items() if name in captions},
    )


def _of_canvas(mine: Raster, edit: Raster, placed: Placement, same: bool) -> Caption:
    bar = placed.y or placed.x
    figure = f"{decimal(bar, 2, trim=True)} px + {decimal(bar, 2, trim=True)} px"
    scale = f"{decimal(placed.scale, 3, trim=True)}×"
    return Caption(
        "Canvas in the edit frame",
        f"{aspect(mine.display_aspect)} in {aspect(edit.display_aspect)}",
        (
            Fact("Seen of the canvas", f"{decimal(placed.seen * 100, 1, trim=True)} %", False),
            Fact("Bars each side", figure if bar else "none", bool(bar)),
            Fact("Resampled", "not at all" if same else scale, not same),
        ),
    )


def _of_placing(context: ShotContext, canvas: Raster) -> Caption:
    """List the sizes there are, each once with what it becomes."""
    told: dict[tuple[object, ...], list[PlacedPicture]] = {}
    for placed_picture in context.placed_pictures:
        told.setdefault(
            (placed_picture.source, placed_picture.how, placed_picture.placed), []
        ).append(placed_picture)
    facts = tuple(
        Fact(
            f"{found[0].source.size}"
            + (f" ({len(found)} elements)" if len(found) > 1 else f" {found[0].element.role}"),
            f"{found[0].how}: {placement_words(found[0], canvas)}",
            _wrong(found[0], canvas),
        )
        for found in told.values()
    )
    sizes = {placed_picture.source.size for placed_picture in context.placed_pictures}
    corner = f"{len(sizes)} sizes" if len(sizes) > 1 else str(context.setup.placing)
    none = (Fact("Elements", "none linked yet", False),)
    return Caption("Pictures on the canvas", corner, facts or none)


def _of_working(context: ShotContext, sizes: PictureSizes | None) -> Caption:
    setup = context.setup
    if sizes is None:
        facts: tuple[Fact, ...] = (Fact("Drawn", "larger than a canvas can be", True),)
    else:
        worked = sizes.worked
        memory = megabytes(sizes.region.pixels * BYTES_HALF_RGBA)
        facts = (
            Fact("Delivered", str(sizes.delivered), False),
            Fact("Drawn, with overscan", str(sizes.drawn), False),
            Fact("Worked at, and made later", str(worked.size), not worked.exact),
            Fact("In memory, half RGBA", memory, False),
        )
    return Caption("Drawn and delivered", setup.working_scale.name, facts)


def _of_guides(context: ShotContext) -> Caption:
    shown, canvas = context.setup.guides, context.setup.raster
    facts = [
        Fact(
            f"{STANDARDS[name]} {name.removeprefix('r95 ')}",
            safe_size(context.edit.raster, name),
            False,
        )
        for name in SAFE_AREAS
        if name in shown
    ]
    for mask in shown.masks:
        across, down = mask.kept(canvas)
        facts.append(Fact(f"{mask.written} keeps", f"{across} × {down}", False))
    many = len(shown.plain) + len(shown.masks)
    return Caption("Guides", f"{many} shown", tuple(facts))


def _of_background(context: ShotContext) -> Caption:
    here = context.setup.background
    facts = [Fact("On the display", str(here.colour), False)]
    if context.background is not None:
        value = " ".join(f"{channel:.4f}" for channel in context.background)
        facts.append(Fact(context.setup.working_space, value, False))
    facts.append(Fact("Contrast of the line", f"{here.colour.contrast(here.line):.1f} : 1", False))
    return Caption("Background", "alpha" if here.alpha else "opaque", tuple(facts))


def _of_signal(context: ShotContext, mine: Raster) -> Caption:
    facts = facts_of(context.setup.signal)
    if facts is None:
        return Caption("Monitor signal", "none", (Fact("Judged on", "the screen alone", False),))
    placed = fit(mine, facts.raster)
    scale = f"{decimal(placed.scale, 3, trim=True)}×"
    return Caption(
        "Monitor signal",
        str(context.setup.signal),
        (
            Fact("Carries", f"{facts.raster.size}, {facts.scan}", False),
            Fact("Frames a second", str(facts.rate), facts.rate != context.setup.rate),
            Fact("The canvas on it", scale, placed.scale != 1),
        ),
    )


def _guides(shown: Guides, edit: Rect, frame: _Frame, canvas: Raster) -> Iterator[GuideLine]:
    """Yield safe areas in the edit's frame, and the rest on the canvas."""
    for name, share in SAFE_AREAS.items():
        if name in shown:
            yield GuideLine("action" if "action" in name else "title", name, _inset(edit, share))
    width, height = Fraction(canvas.width), Fraction(canvas.height)
    whole = frame.rect(Fraction(0), Fraction(0), width, height)
    if "thirds" in shown:
        yield GuideLine("thirds", "thirds", whole, 3, 3)
    if "fields" in shown:
        _, tall = field_size(canvas)
        yield GuideLine("fields", "fields", whole, FIELDS, float(height / tall))
    if "centre" in shown:
        yield GuideLine("centre", "centre", whole)
    for mask in shown.masks:
        across, down = mask.kept(canvas)
        rect = frame.rect(
            (width - across) / 2, (height - down) / 2, Fraction(across), Fraction(down)
        )
        yield GuideLine("mask", mask.written, rect)


def _picture(placed_picture: PlacedPicture, frame: _Frame, canvas: Raster) -> PictureRect:
    placed = placed_picture.placed
    rect = frame.rect(placed.x, placed.y, placed.width, placed.height)
    words = placement_words(placed_picture, canvas)
    element = placed_picture.element
    return PictureRect(
        element.media.name,
        rect,
        words,
        _wrong(placed_picture, canvas),
        _data_window(element.media.header, placed, frame),
    )


def _data_window(header: Header, placed: Placement, frame: _Frame) -> Rect | None:
    """Return where a data window lies: it reaches past the picture, or leaves part of it empty."""
    if header.window is None:
        return None
    window, size = header.window, header.size
    across, down = placed.width / size.width, placed.height / size.height
    return frame.rect(
        placed.x + window.x * across,
        placed.y + window.y * down,
        window.width * across,
        window.height * down,
    )


def _wrong(placed_picture: PlacedPicture, canvas: Raster) -> bool:
    return (
        (placed_picture.enlarged and not placed_picture.element.line)
        or any(placed_picture.bare(canvas))
        or placed_picture.loses(canvas)
    )


def _overscan(sizes: PictureSizes | None, frame: _Frame) -> Rect | None:
    if sizes is None or sizes.edges == (0, 0):
        return None
    across, down = sizes.edges
    width, height = Fraction(sizes.drawn.width), Fraction(sizes.drawn.height)
    return frame.rect(Fraction(-across), Fraction(-down), width, height)


def _region(setup: Setup, frame: _Frame) -> Rect | None:
    region = setup.region
    if region.whole:
        return None
    parts = (region.x, region.y, region.width, region.height)
    return frame.rect(*(Fraction(part) for part in parts))


def _artwork(artwork: ArtworkFrame | None, frame: _Frame) -> Rect | None:
    if artwork is None:
        return None
    return frame.rect(artwork.x, artwork.y, artwork.width, artwork.height)


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
