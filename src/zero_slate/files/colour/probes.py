"""What a config makes of a few known colours."""

from collections.abc import Iterator
from functools import lru_cache

import numpy as np
import PyOpenColorIO as ocio

from zero_slate.core.colour.config_names import Probe
from zero_slate.core.colour.depth import RampSteps, SampleDepth, held_lights, lights
from zero_slate.core.colour.patches import KNOWN, SeenPatch
from zero_slate.files.colour.configs import UnreadableConfig, config_of, stamp_of
from zero_slate.files.colour.plain_words import FAILURES

GREY = 0.18
# A view of 32-bit floats that changes nothing is so far off in display codes.
_ROUNDING = 0.005
STOPS = range(-4, 5)
# Names and aliases of linear light in BT.709's primaries.
LINEAR_709 = ("lin_rec709_srgb", "lin_rec709", "Linear Rec.709 (sRGB)")


def probe(address: str, space: str, display: str, view: str) -> Probe | None:
    """Return what a display shows of 18 % grey and of white; None where a name isn't known.

    They are linear light, written in the working space: where that is encoded, 18 % isn't 0.18.
    """
    return _probe(address, stamp_of(address), space, display, view)


@lru_cache(maxsize=256)
def _probe(
    address: str, stamp: tuple[int, int], space: str, display: str, view: str
) -> Probe | None:
    try:
        read = config_of(address)
        transform = ocio.DisplayViewTransform(src=space, display=display, view=view)
        processor = read.getProcessor(transform).getDefaultCPUProcessor()
        encoder = from_linear(read, space)
    except (*FAILURES, UnreadableConfig):
        return None

    def shown(linear: float) -> float:
        # Grey stays grey through a view; green stands for all three.
        value = encoder.applyRGB([linear] * 3) if encoder else [linear] * 3
        return round(float(processor.applyRGB(value)[1]), 5)

    wedge = tuple((n, GREY * 2.0**n, shown(GREY * 2.0**n)) for n in STOPS)
    patches = tuple(_patches(read, space, processor))
    return Probe(shown(GREY), shown(1.0), wedge, patches, _ramps(encoder, processor))


def _ramps(
    encoder: "ocio.CPUProcessor | None", processor: "ocio.CPUProcessor"
) -> tuple[RampSteps, ...]:
    """Return for each type of samples how many display codes its steps are, along a ramp.

    Every step that it holds is tried.
    """
    stops = np.array([stop for stop, _ in lights()])
    ramps = []
    for depth in SampleDepth:
        held = np.array(held_lights(depth))
        seen = np.repeat(held.astype(np.float32)[:, None], 3, axis=1)
        if encoder is not None:
            encoder.applyRGB(seen)
        processor.applyRGB(seen)
        steps = np.maximum(0, np.diff(np.clip(seen[:, 1], 0, 1).astype(np.float64))) * 255
        at = np.log2(held / GREY)
        if depth is SampleDepth.FLOAT:
            # Only from each light to the next that there is, not to the next that is drawn.
            steps, at = steps[::2], np.append(at[::2], at[-1])
        coarse = np.flatnonzero(steps > 1 + _ROUNDING)
        bands = (_stops(at[coarse[0]]), _stops(at[coarse[-1]])) if coarse.size else None
        near = np.abs(at[:-1, None] - stops[None, :]).argmin(axis=1)
        most = np.zeros(len(stops))
        np.maximum.at(most, near, steps)
        # A whole number holds nothing over 1: there the ramp has ended.
        codes = tuple(
            (float(stop), round(float(step), 4))
            for stop, step, there in zip(stops, most, np.bincount(near, minlength=len(stops)),
                                         strict=True)
            if there
        )  # fmt: skip
        ramps.append(RampSteps(depth, codes, bands))
    return tuple(ramps)


def _stops(at: np.float64) -> float:
    return round(float(at), 2)


def _patches(
    config: "ocio.Config", space: str, processor: "ocio.CPUProcessor"
) -> Iterator[SeenPatch]:
    """Yield known colours, by a space of BT.709's primaries or, without one, as linear light."""
    from_709 = next((each for each in LINEAR_709 if config.getColorSpace(each)), None)
    source = from_709 or ocio.ROLE_SCENE_LINEAR
    try:
        to_space = config.getProcessor(source, space).getDefaultCPUProcessor()
    except FAILURES:
        return
    for name, light in KNOWN:
        working = tuple(map(float, to_space.applyRGB(list(light))))
        codes = tuple(map(float, processor.applyRGB(list(working))))
        yield SeenPatch(name, working, codes)  # type: ignore[arg-type]


def from_linear(config: "ocio.Config", space: str) -> "ocio.CPUProcessor | None":
    """Return what writes linear light in a space; None for data, and where no space is linear."""
    found = config.getColorSpace(space)
    if found is None or found.isData() or not config.hasRole(ocio.ROLE_SCENE_LINEAR):
        return None
    return config.getProcessor(ocio.ROLE_SCENE_LINEAR, space).getDefaultCPUProcessor()


@lru_cache(maxsize=256)
def behind_display(
    address: str, space: str, display: str, view: str, codes: tuple[int, int, int]
) -> tuple[float, float, float] | None:
    """Return the working-space value that a display shows as 8-bit codes; None where it can't.

    It goes backwards through the view, so that the colour is seen as it was chosen.
    """
    try:
        transform = ocio.DisplayViewTransform(
            src=space, display=display, view=view, direction=ocio.TRANSFORM_DIR_INVERSE
        )
        processor = config_of(address).getProcessor(transform).getDefaultCPUProcessor()
        found = processor.applyRGB([code / 255 for code in codes])
    except (*FAILURES, UnreadableConfig):
        return None
    red, green, blue = (float(channel) for channel in found)
    return red, green, blue
