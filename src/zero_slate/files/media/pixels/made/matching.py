"""Grain measured in a plate: by the difference of two frames, or in its flat parts."""

import itertools
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from zero_slate.core.finish.grain import BRIGHTNESSES
from zero_slate.core.finish.measured import MeasuredGrain
from zero_slate.files.colour.chain import ViewedThrough
from zero_slate.files.media.pixels.frames import FrameRequest, stored_pixels
from zero_slate.files.media.pixels.light import as_light, linear_light
from zero_slate.files.media.pixels.parts import Part, differing, fitted, neighbours, width_of
from zero_slate.files.media.pixels.treatments.graining import to_codes

Codes = NDArray[np.float32]
# A fifth of the parts are taken for flat.
FLAT = 0.2
FEWEST = 4
# What is nearly black or white has lost some of its grain.
_SEEN = (0.02, 0.98)


@dataclass(frozen=True, slots=True)
class MatchRequest:
    """Frames of a plate, neighbours in time, and how they are seen.

    The first is measured by the next that differs: a plate on twos shows each frame again.
    """

    frames: tuple[FrameRequest, ...]
    through: ViewedThrough | None


def match_grain(request: MatchRequest) -> MeasuredGrain:
    """Measure the grain of a plate. Raises what reading raises."""
    first, *others = request.frames
    frames = [_codes(first, request.through)]
    parts: list[Part] = []
    for each in others:
        other = _codes(each, request.through)
        if other.shape == frames[0].shape and not np.array_equal(other, frames[0]):
            frames.append(other)
            parts = differing(frames[0], other, *_SEEN)
            break
    if len(parts) < FEWEST * 2:
        parts = [part for frame in frames for part in _flat(frame)]
    return measured(parts, len(frames))


def measured(parts: list[Part], frames: int) -> MeasuredGrain:
    """Return what parts come to at each brightness."""
    edges = [(a + b) / 2 for a, b in itertools.pairwise(BRIGHTNESSES)]
    bins: list[list[Part]] = [[] for _ in BRIGHTNESSES]
    for part in parts:
        bins[int(np.searchsorted(edges, part.brightness))].append(part)
    deviations = tuple(
        float(np.median([part.left[:, :, 1].std() for part in each]))
        if len(each) >= FEWEST
        else None
        for each in bins
    )
    sizes, alike = [], []
    for part in parts:
        green = part.left[:, :, 1] - part.left[:, :, 1].mean()
        power = float((green * green).mean())
        if power <= 0:
            continue
        sizes.append(neighbours(green))
        red = part.left[:, :, 0] - part.left[:, :, 0].mean()
        both = float(np.sqrt((red * red).mean() * power))
        alike.append(float((red * green).mean()) / both if both > 0 else 1.0)
    return MeasuredGrain(
        deviations,
        width_of(float(np.median(sizes)) if sizes else 0.0),
        float(np.clip(np.median(alike), 0, 1)) if alike else 1.0,
        frames,
    )


def _flat(frame: Codes) -> list[Part]:
    """Return the flattest parts at each brightness, each with its slope taken off."""
    every = fitted(frame, *_SEEN)
    found = []
    edges = [0.0, *((a + b) / 2 for a, b in itertools.pairwise(BRIGHTNESSES)), 1]
    for low, high in itertools.pairwise(edges):
        here = sorted(
            (each for each in every if low <= each.brightness < high), key=lambda each: each.uneven
        )
        found += here[: max(FEWEST, int(len(here) * FLAT))] if len(here) >= FEWEST else []
    return found


def _codes(request: FrameRequest, through: ViewedThrough | None) -> Codes:
    light, _ = linear_light(as_light(stored_pixels(request).covering), through)
    return to_codes(np.nan_to_num(light))
