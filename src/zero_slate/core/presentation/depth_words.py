"""Bit depth in words: what samples hold, where a ramp bands, and how many bytes they take."""

from zero_slate.core.base.figures import gigabytes, megabytes
from zero_slate.core.checks.finding import Sentence
from zero_slate.core.colour.depth import Holds, SampleDepth, VideoDepth, holds, video_holds
from zero_slate.core.shot.context import ShotContext


def working_depth(context: ShotContext) -> Sentence:
    """Say what pictures are worked in holds, and what its frames take."""
    depth, setup = context.setup.working_depth, context.setup
    a_frame = round(setup.canvas.pixels * 4 * depth.bytes)
    in_all = a_frame * setup.work_range.length
    size = f"{megabytes(a_frame)} a frame as RGBA, {gigabytes(in_all)} in all"
    return Sentence(f"{_held(holds(depth))}; {_banding(context, depth)}. {size}.")


def artwork_depth(context: ShotContext) -> Sentence:
    """Say what artwork is stored as holds."""
    depth = context.setup.artwork_depth
    a_frame = round(context.setup.canvas.pixels * 4 * depth.bytes)
    return Sentence(
        f"{_held(holds(depth))}; {_banding(context, depth)}. {megabytes(a_frame)} a frame as RGBA."
    )


def video_depth(context: ShotContext) -> Sentence:
    """Say what goes to video holds."""
    depth: VideoDepth = context.setup.video_depth
    return Sentence(f"{depth.span + 1} codes from black to white. {_held(video_holds(depth))}.")


def stored_as(context: ShotContext) -> Sentence:
    """Say what a way to store frames holds, and what it takes before it packs them."""
    storage = context.setup.stored_as.storage
    has = [
        "lossy" if storage.lossy else "lossless",
        "alpha" if storage.alpha else "no alpha",
        *(["layers and views"] if storage.layers else []),
    ]
    whole = "one movie" if storage.movie else f"a file a frame, .{storage.ending}"
    said = f"{', '.join(has).capitalize()}; {whole}. {_held(storage.holds)}."
    return Sentence(f"{said} Files, under Storing, measures its frames.")


def _held(said: Holds) -> str:
    most = "65,504" if said.greatest == 65504 else "1.0" if said.greatest == 1 else "3.4 × 10³⁸"
    return f"{said.steps:,} steps in the stop over grey, darkest {said.darkest:.2g}, up to {most}"


def _banding(context: ShotContext, depth: SampleDepth) -> str:
    ramp = context.probe.ramp(depth) if context.probe else None
    if ramp is None:
        return "where a ramp bands isn't known"
    if ramp.bands is None:
        return "no ramp bands"
    low, high = (f"{stop:+.2f}".replace("-", "−") for stop in ramp.bands)
    return f"a ramp bands from {low} to {high} stops"
