"""What a config makes of a few known colours."""

from collections.abc import Iterator
from functools import lru_cache

import numpy as np
import PyOpenColorIO as ocio
from numpy.typing import NDArray

from zero_slate.core.colour.config_names import Probe
from zero_slate.core.colour.depth import RampSteps, SampleDepth, lights, next_above
from zero_slate.core.colour.patches import KNOWN, SeenPatch
from zero_slate.files.colour.configs import UnreadableConfig, config_of, stamp_of
from zero_slate.files.colour.plain_words import FAILURES

GREY = 0.18
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
    """Return for each type of samples how many display codes its next step is, along a ramp."""
    at = lights()
    light = np.array([[linear] * 3 for _, linear in at], np.float32)

    def shown(values: NDArray[np.float32]) -> NDArray[np.float32]:
        seen = values.copy()
        if encoder is not None:
            encoder.applyRGB(seen)
        processor.applyRGB(seen)
        return np.clip(seen[:, 1], 0, 1)

    here = shown(light)
    ramps = []
    for depth in SampleDepth:
        above = np.array([[next_above(depth, linear)] * 3 for _, linear in at], np.float32)
        codes = (shown(above) - here) * 255
        # A whole number holds nothing over 1: there the ramp has ended.
        kept = [
            (stop, max(0.0, round(float(step), 4)))
            for (stop, linear), step in zip(at, codes, strict=True)
            if depth.floating or linear < 1
        ]
        ramps.append(RampSteps(depth, tuple(kept)))
    return tuple(ramps)


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
