"""Canvas against the edit: shape, size, pixel aspect, scan."""

from collections.abc import Iterator
from fractions import Fraction

from zero_slate.core.base.figures import aspect, decimal, seconds
from zero_slate.core.base.ratio import write_ratio
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.canvas.fit import Placement, fit
from zero_slate.core.canvas.raster import Size
from zero_slate.core.canvas.scan import ScanMode
from zero_slate.core.canvas.shape import even_near
from zero_slate.core.canvas.signals import Signal, facts_of
from zero_slate.core.checks.finding import Finding, Sentence, Severity
from zero_slate.core.checks.suggestion import use
from zero_slate.core.shot.context import ShotContext


def bars(placement: Placement) -> str:
    """Say what an inside placement leaves bare, each side."""
    if placement.y:
        return f"{decimal(placement.y, 2, trim=True)} px bars above and below"
    return f"{decimal(placement.x, 2, trim=True)} px bars left and right"


def times(scale: Fraction) -> str:
    """Write a scale: `0.961×`."""
    return f"{decimal(scale, 3, trim=True)}×"


def size(context: ShotContext) -> Iterator[Finding]:
    """Find a canvas whose shape (`canvas.shape`) or size (`canvas.size`) isn't the edit's."""
    mine, edit = context.setup.raster, context.edit.raster
    if mine.size == edit.size and mine.pixel_aspect == edit.pixel_aspect:
        return
    placed = fit(mine, edit)
    scale = times(placed.scale)
    change = use("canvas", edit.size) if mine.size != edit.size else None
    if mine.display_aspect != edit.display_aspect:
        by = "width" if placed.y else "height"
        yield Finding(
            "canvas.shape",
            Severity.WARN,
            "canvas",
            Sentence(
                f"{aspect(mine.display_aspect)} in {aspect(edit.display_aspect)}: fits the edit by "
                f"{by} at {scale}, leaving {bars(placed)}.",
                (scale, bars(placed)),
            ),
            {"scale": str(placed.scale), "bar_x": str(placed.x), "bar_y": str(placed.y)},
            change,
        )
    elif mine.size != edit.size:
        if placed.scale == 1:
            said = "The edit's own shape, in other pixels: resampled across."
        elif placed.scale > 1:
            said = f"The edit's shape, enlarged {scale} to fill it: scans and paint go soft."
        else:
            said = f"The edit's shape, shrunk {scale} to fit it."
        yield Finding(
            "canvas.size",
            Severity.WARN,
            "canvas",
            Sentence(said, (scale,)),
            {"scale": str(placed.scale)},
            change,
        )


def pixel_aspect(context: ShotContext) -> Iterator[Finding]:
    """Find pixels of another shape than the edit's (`pixel-aspect.differs`)."""
    mine, required = context.setup.pixel_aspect, context.edit.pixel_aspect
    if mine == required:
        return
    stretch = mine / required
    per_cent = decimal(abs(stretch - 1) * 100, 1, trim=True) + " %"
    way = "wider" if stretch > 1 else "narrower"
    yield Finding(
        "pixel-aspect.differs",
        Severity.WARN,
        "pixel_aspect",
        Sentence(
            f"Pixels are {per_cent} {way} than the edit's: read as {write_ratio(required)}, a "
            f"circle is {'too narrow' if stretch > 1 else 'too wide'}.",
            (per_cent,),
        ),
        {"stretch": str(stretch)},
        use("pixel_aspect", required),
    )


def scan(context: ShotContext) -> Iterator[Finding]:
    """Find a scan or field order that isn't the edit's (`scan.differs`)."""
    mine, required = context.setup.scan, context.edit.scan
    if mine is required:
        return
    fields = context.edit.rate.fraction * 2
    a_second = f"{decimal(fields, 2, trim=True)} times a second"
    if not mine.interlaced:
        said = (
            "One picture a frame where the edit has two fields: movement steps half as often as "
            f"{a_second}."
        )
        strong = "half as often"
    elif required is ScanMode.PROGRESSIVE:
        said = "Two moments in one frame where the edit has one: moving edges comb."
        strong = "comb"
    else:
        step = seconds(1 / fields)
        said = f"Fields in the wrong order: movement jumps back {step} in every frame."
        strong = f"jumps back {step}"
    yield Finding(
        "scan.differs", Severity.WARN, "scan", Sentence(said, (strong,)), {}, use("scan", required)
    )


def even(context: ShotContext) -> Iterator[Finding]:
    """Find a canvas that chroma-subsampled delivery can't take (`canvas.odd`): an odd side."""
    mine = context.setup.canvas
    odd = [
        (what, side) for what, side in (("width", mine.width), ("height", mine.height)) if side % 2
    ]
    if not odd or mine == context.edit.canvas:
        return
    named = " and ".join(f"{what} {side}" for what, side in odd)
    sizes = [
        f"{width} × {height}"
        for width, height in dict.fromkeys(
            (even_near(mine.width)[at_], even_near(mine.height)[-1 if at_ else 0])
            for at_ in (0, -1)
        )
    ]
    takes = "4:2:2 and 4:2:0" if mine.width % 2 else "4:2:0"
    change = None
    try:
        up = Size(even_near(mine.width)[-1], even_near(mine.height)[-1])
        change = use("canvas", up)
    except Refusal:
        pass
    yield Finding(
        "canvas.odd",
        Severity.WARN,
        "canvas",
        Sentence(
            f"An odd {named}: {takes} can't take it. Nearest that work: {' or '.join(sizes)}.",
            (f"odd {named}",),
        ),
        {"width": mine.width, "height": mine.height},
        change,
    )


def signal(context: ShotContext) -> Iterator[Finding]:
    """Find a monitor signal that isn't the edit's, or that shows the shot wrongly.

    `signal.differs`; `signal.rate` where it runs at another speed; `signal.scan`; `signal.size`.
    """
    setup, mine, required = context.setup, context.setup.signal, context.edit.signal
    if mine is not required:
        said = (
            f"Judged without the monitor that the edit is judged on, {required}."
            if mine is Signal.NONE
            else f"The edit is judged {'without a monitor' if required is Signal.NONE else 'at'} "
            f"{'' if required is Signal.NONE else required}".rstrip()
            + "."
        )
        yield Finding(
            "signal.differs", Severity.WARN, "signal", Sentence(said), {}, use("signal", required)
        )
    facts = facts_of(mine)
    if facts is None:
        return
    if facts.rate != setup.rate:
        fast = f"{decimal(facts.rate.fraction / setup.rate.fraction, 3, trim=True)}×"
        yield Finding(
            "signal.rate",
            # As the edit asks, it is the shot's rate that tells of it.
            Severity.NOTE if mine is required else Severity.WARN,
            "signal",
            Sentence(
                f"The signal has {facts.rate} frames a second, the shot {setup.rate}: frame for "
                f"frame it is seen {fast} as fast.",
                (f"{fast} as fast",),
            ),
            {"signal": str(facts.rate), "shot": str(setup.rate)},
        )
    if facts.scan is not setup.scan:
        yield Finding(
            "signal.scan",
            Severity.NOTE,
            "signal",
            Sentence(f"The signal is {facts.scan}, the shot {setup.scan}."),
        )
    placed = fit(setup.raster, facts.raster)
    if placed.scale != 1 or placed.x or placed.y or setup.pixel_aspect != facts.raster.pixel_aspect:
        left = f", leaving {bars(placed)}" if placed.x or placed.y else ""
        yield Finding(
            "signal.size",
            Severity.NOTE,
            "signal",
            Sentence(f"Shown on it at {times(placed.scale)}{left}: not pixel for pixel."),
            {"scale": str(placed.scale)},
        )
