"""How the picture is drawn: placement, working scale, overscan, region, background."""

from collections.abc import Iterator
from dataclasses import replace

from zero_slate.core.base.figures import counted, decimal
from zero_slate.core.canvas.overscan import Overscan
from zero_slate.core.canvas.raster import RasterRefusal
from zero_slate.core.canvas.resize import seen_of
from zero_slate.core.canvas.working_scale import WorkingScale
from zero_slate.core.checks.finding import Change, Finding, Sentence, Severity
from zero_slate.core.checks.suggestion import use
from zero_slate.core.media.element import Role
from zero_slate.core.media.placement import placement_words
from zero_slate.core.shot.context import ShotContext

# Text that has to be read wants 4.5 : 1, graphical objects 3 : 1 (WCAG 2.2, 1.4.11).
LEAST_CONTRAST = 3.0


def placing(context: ShotContext) -> Iterator[Finding]:
    """Find pictures that placement cuts off (`placing.cut`) or stretches (`placing.stretched`)."""
    canvas = context.setup.raster
    for picture in context.placed_pictures:
        if picture.loses(canvas):
            across, down = picture.cut_off(canvas)
            yield Finding(
                "placing.cut",
                Severity.NOTE if picture.element.placing else Severity.WARN,
                "placing",
                Sentence(
                    f"{picture.element.media.name}: {placement_words(picture, canvas)}.",
                    ("cut off",),
                ),
                {"across": str(across), "down": str(down)},
                element=picture.element.id,
            )
        elif picture.placed.stretch != 1:
            yield Finding(
                "placing.stretched",
                Severity.WARN,
                "placing",
                Sentence(
                    f"{picture.element.media.name}: {placement_words(picture, canvas)}: "
                    "its pixels aren't the canvas's shape.",
                ),
                {"stretch": str(picture.placed.stretch)},
                element=picture.element.id,
            )


def working_scale(context: ShotContext) -> Iterator[Finding]:
    """Find a working scale that isn't exact, or that enlarges painted or scanned pictures.

    `working.too-large`, `working.inexact`, `working.odd`, `working.enlarged` (a stop).
    """
    setup = context.setup
    scale = setup.working_scale
    try:
        sizes = setup.picture_sizes
    except RasterRefusal as refusal:
        key = "overscan" if setup.overscan != Overscan() else "working_scale"
        plain = Overscan() if key == "overscan" else WorkingScale()
        yield Finding(
            "working.too-large", Severity.STOP, key, Sentence(str(refusal)), {}, use(key, plain)
        )
        return
    worked = sizes.worked
    if not worked.exact:
        across, down = (decimal(side, 2, trim=True) for side in (worked.across, worked.down))
        near = [each for each in worked.exact_scales if each != scale]
        others = " or ".join(each.name for each in near)
        yield Finding(
            "working.inexact",
            Severity.WARN,
            "working_scale",
            Sentence(
                f"{scale.name} of {sizes.drawn} is {across} × {down}: not whole pixels, drawn at "
                f"{worked.size}. Exact: {others}.",
                ("not whole pixels",),
            ),
            {"across": str(worked.across), "down": str(worked.down)},
            use("working_scale", near[-1]) if near else None,
        )
    elif not worked.even and scale.fraction != 1:
        yield Finding(
            "working.odd",
            Severity.NOTE,
            "working_scale",
            Sentence(f"{worked.size} has an odd side: no chroma-subsampled preview from it."),
        )
    if scale.fraction < 1:
        soft = [
            picture
            for picture in context.placed_pictures
            if picture.enlarged and not picture.element.line
        ]
        if soft:
            names = ", ".join(picture.element.media.name for picture in soft[:3])
            more = f" and {counted(len(soft) - 3, 'more', 'more')}" if len(soft) > 3 else ""
            most = max(picture.placed.largest for picture in soft)
            far = f"{decimal(most, 3, trim=True)}×"
            yield Finding(
                "working.enlarged",
                Severity.STOP,
                "working_scale",
                Sentence(
                    f"Painted or scanned pictures would be enlarged up to {far} on the way out and "
                    f"go soft: {names}{more}.",
                    (f"enlarged up to {far}",),
                ),
                {"scale": str(most), "elements": len(soft)},
                use("working_scale", WorkingScale()),
            )


def region(context: ShotContext) -> Iterator[Finding]:
    """Find a region that reaches past the canvas (`region.outside`)."""
    setup = context.setup
    inside = setup.region.inside(setup.canvas)
    if inside == setup.region:
        return
    yield Finding(
        "region.outside",
        Severity.STOP,
        "region",
        Sentence(f"{setup.region} reaches past the canvas of {setup.canvas}.", ("reaches past",)),
        {"region": str(setup.region)},
        use("region", inside),
    )


def background(context: ShotContext) -> Iterator[Finding]:
    """Find line work that hardly stands out from the background (`background.contrast`)."""
    here = context.setup.background
    ratio = here.colour.contrast(here.line)
    if ratio >= LEAST_CONTRAST:
        return
    light = here.colour.luminance > 0.18
    change = replace(here, line=type(here.line)(*((0, 0, 0) if light else (255, 255, 255))))
    yield Finding(
        "background.contrast",
        Severity.WARN,
        "background",
        Sentence(
            f"The line stands at {ratio:.1f} : 1 on it; {LEAST_CONTRAST:.0f} : 1 is least for "
            "lines that have to be seen.",
            (f"{ratio:.1f} : 1",),
        ),
        {"contrast": f"{ratio:.2f}"},
        Change(f"Use line {change.line}", {"background": change}),
    )


def artwork(context: ShotContext) -> Iterator[Finding]:
    """Say how much of the canvas that artwork was drawn for is still seen (`artwork.lost`)."""
    frame = context.artwork
    if frame is None or not any(e.role != Role.PLATE for e in context.elements):
        return
    seen = seen_of(frame, context.setup.raster)
    if seen == 1:
        return
    share = f"{decimal(seen * 100, 1, trim=True)} %"
    yield Finding(
        "artwork.lost",
        Severity.NOTE,
        "placing",
        Sentence(f"{share} of the canvas that artwork was drawn for is still inside.", (share,)),
        {"seen": str(seen)},
    )
