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
from zero_slate.files.media.pixels.treatments.graining import HALF_HEIGHT, to_codes

Codes = NDArray[np.float32]
# Parts so many pixels a side are measured by themselves; a fifth of them are taken for flat.
SIDE, FLAT = 32, 0.2
FEWEST = 4
# Two frames are of one thing where a part's mean is within this much of the codes.
ALIKE = 0.004


@dataclass(frozen=True, slots=True)
class MatchRequest:
    """Frames of a plate, neighbours in time, and how they are seen."""

    frames: tuple[FrameRequest, ...]
    through: ViewedThrough | None


@dataclass(frozen=True, slots=True)
class _Part:
    """A part of a frame: how bright it is, what is left of it, and how uneven it is."""

    brightness: float
    left: Codes
    uneven: float


def match_grain(request: MatchRequest) -> MeasuredGrain:
    """Measure the grain of a plate. Raises what reading raises."""
    frames = [_codes(each, request.through) for each in request.frames]
    parts: list[_Part] = []
    for one, other in itertools.pairwise(frames):
        if one.shape == other.shape:
            parts.extend(_differing(one, other))
    if len(parts) < FEWEST * 2:
        parts = [part for frame in frames for part in _flat(frame)]
    return measured(parts, len(frames))


def measured(parts: list[_Part], frames: int) -> MeasuredGrain:
    """Return what parts come to at each brightness."""
    edges = [(a + b) / 2 for a, b in itertools.pairwise(BRIGHTNESSES)]
    bins: list[list[_Part]] = [[] for _ in BRIGHTNESSES]
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
        across = float((green[:, 1:] * green[:, :-1]).mean()) / power
        down = float((green[1:] * green[:-1]).mean()) / power
        sizes.append((across + down) / 2)
        red = part.left[:, :, 0] - part.left[:, :, 0].mean()
        both = float(np.sqrt((red * red).mean() * power))
        alike.append(float((red * green).mean()) / both if both > 0 else 1.0)
    return MeasuredGrain(
        deviations,
        _size(float(np.median(sizes)) if sizes else 0.0),
        float(np.clip(np.median(alike), 0, 1)) if alike else 1.0,
        frames,
    )


def _size(neighbours: float) -> float:
    """Return how wide a grain is by how alike neighbours are: exp(−1 ÷ 4σ²) for a bell of σ."""
    if neighbours <= 0.02:
        return 0.5
    deviation = np.sqrt(-1 / (4 * np.log(min(neighbours, 0.995))))
    return float(deviation * HALF_HEIGHT)


def _differing(one: Codes, other: Codes) -> list[_Part]:
    """Return the parts of two frames that show one thing: their difference is grain alone."""
    found = []
    for a, b in zip(_blocks(one), _blocks(other), strict=True):
        mean = float(a.mean())
        if abs(mean - float(b.mean())) > ALIKE or not 0.02 < mean < 0.98:
            continue
        left = (a - b) / np.float32(np.sqrt(2))
        # What moves leaves its outline: the difference isn't even then.
        halves = [float(each.std()) for each in (left[:16, :16], left[:16, 16:], left[16:, :16],
                                                 left[16:, 16:])]  # fmt: skip
        if max(halves) < 1.6 * min(halves) + 1e-4:
            found.append(_Part(mean, left, max(halves)))
    return found


def _flat(frame: Codes) -> list[_Part]:
    """Return the flattest parts at each brightness, each with its slope taken off."""
    y, x = np.mgrid[0:SIDE, 0:SIDE].astype(np.float64) / SIDE - 0.5
    basis = np.stack([np.ones_like(x), x, y, x * x, y * y, x * y], axis=-1).reshape(-1, 6)
    inverse = np.linalg.pinv(basis)
    every = []
    for block in _blocks(frame):
        mean = float(block.mean())
        if not 0.02 < mean < 0.98:
            continue
        flat = block.reshape(-1, 3).astype(np.float64)
        fitted = basis @ (inverse @ flat)
        left = (flat - fitted).reshape(SIDE, SIDE, 3).astype(np.float32)
        coarse = left.reshape(8, SIDE // 8, 8, SIDE // 8, 3).mean(axis=(1, 3))
        every.append(_Part(mean, left, float(coarse.std())))
    found = []
    edges = [0.0, *((a + b) / 2 for a, b in itertools.pairwise(BRIGHTNESSES)), 1]
    for low, high in itertools.pairwise(edges):
        here = sorted(
            (each for each in every if low <= each.brightness < high), key=lambda each: each.uneven
        )
        found += here[: max(FEWEST, int(len(here) * FLAT))] if len(here) >= FEWEST else []
    return found


def _blocks(frame: Codes) -> list[Codes]:
    rows, columns = frame.shape[0] // SIDE, frame.shape[1] // SIDE
    return [
        frame[row * SIDE : (row + 1) * SIDE, column * SIDE : (column + 1) * SIDE]
        for row in range(rows)
        for column in range(columns)
    ]


def _codes(request: FrameRequest, through: ViewedThrough | None) -> Codes:
    light, _ = linear_light(as_light(stored_pixels(request).covering), through)
    return to_codes(np.nan_to_num(light))
