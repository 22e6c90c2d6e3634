"""Bit depth: what samples of a type hold, step by step.

Whole numbers hold display codes (IEC 61966-2-1), or on the way to video the narrow range of ITU-R
BT.709 seen through BT.1886; floats hold light itself (IEEE 754-2008).
"""

from dataclasses import dataclass
from enum import StrEnum
from functools import lru_cache
from math import floor, log2, ulp

from zero_slate.core.colour.srgb import decoded, encoded

GREY = 0.18
# More steps in a stop than these aren't told apart on any display: nobody misses them.
FINE = 512
# Light is followed from so many stops under middle grey to so many over it, four steps a stop.
STOPS = (-8, 6)
PER_STOP = 4


class SampleDepth(StrEnum):
    """The type of samples that pictures are worked in, or stored as."""

    INT8 = "8-bit"
    INT10 = "10-bit"
    INT12 = "12-bit"
    INT16 = "16-bit"
    HALF = "half"
    FLOAT = "float"

    @property
    def floating(self) -> bool:
        """Whether samples hold light itself, beyond 1.0 too."""
        return self in (SampleDepth.HALF, SampleDepth.FLOAT)

    @property
    def levels(self) -> int:
        """How many codes whole numbers have."""
        return 1 << int(self.value.partition("-")[0])

    @property
    def bytes(self) -> float:
        """How many bytes a sample takes; 10 bits are packed three to 32 (SMPTE ST 268-1)."""
        return {"8-bit": 1, "10-bit": 4 / 3, "12-bit": 2, "16-bit": 2, "half": 2, "float": 4}[self]


class VideoDepth(StrEnum):
    """The bits of a sample that go to video."""

    INT8 = "8-bit"
    INT10 = "10-bit"
    INT12 = "12-bit"

    @property
    def span(self) -> int:
        """How many steps there are from black to white: 219 × 2^(n − 8) (ITU-R BT.709)."""
        return 219 << (int(self.value.partition("-")[0]) - 8)


@dataclass(frozen=True, slots=True)
class Holds:
    """What samples of a type hold."""

    steps: int
    """Steps in the stop from middle grey up."""
    darkest: float
    """The least light that isn't none."""
    greatest: float
    """The greatest light."""


def holds(depth: SampleDepth) -> Holds:
    """Return what a type of samples holds, in linear light."""
    if depth is SampleDepth.FLOAT:
        return Holds(2**23, 2.0**-149, 3.4028234663852886e38)
    if depth is SampleDepth.HALF:
        return Holds(1024, 2.0**-24, 65504.0)
    most = depth.levels - 1
    steps = floor(encoded(2 * GREY) * most) - floor(encoded(GREY) * most)
    return Holds(steps, decoded(1 / most), 1.0)


def video_holds(depth: VideoDepth) -> Holds:
    """Return what video of narrow range holds, seen through a display of gamma 2.4."""
    span = depth.span
    steps = floor((2 * GREY) ** (1 / 2.4) * span) - floor(GREY ** (1 / 2.4) * span)
    return Holds(steps, (1 / span) ** 2.4, 1.0)


def next_above(depth: SampleDepth, light: float) -> float:
    """Return the next greater light that a type of samples holds; the same where there is none."""
    if depth is SampleDepth.FLOAT:
        return light + max(2.0**-149, 2.0 ** (floor(log2(light)) - 23)) if light > 0 else 2.0**-149
    if depth is SampleDepth.HALF:
        step = 2.0 ** max(-24, floor(log2(light)) - 10) if light > 0 else 2.0**-24
        return min(65504.0, light + max(step, ulp(light)))
    most = depth.levels - 1
    code = floor(encoded(min(1.0, light)) * most + 1e-9)
    return decoded(min(1.0, (code + 1) / most))


@lru_cache
def held_lights(depth: SampleDepth) -> tuple[float, ...]:
    """Return every light that a type of samples holds where ramps are followed, in order.

    Of 32-bit floats, which hold millions, it is a step at each light that a ramp is drawn at: they
    are 8,192 times as fine as halves.
    """
    least, greatest = lights()[0][1], lights()[-1][1]
    if depth is SampleDepth.FLOAT:
        return tuple(sorted(x for _, light in lights() for x in (light, next_above(depth, light))))
    if depth is SampleDepth.HALF:
        powers = range(floor(log2(least)), floor(log2(greatest)) + 1)
        every = ((1 + n / 1024) * 2.0**power for power in powers for n in range(1024))
    else:
        most = depth.levels - 1
        every = (decoded(code / most) for code in range(depth.levels))
    return tuple(light for light in every if least <= light <= greatest)


def lights() -> tuple[tuple[float, float], ...]:
    """Return the lights that a ramp is followed at: stops from middle grey, and linear light."""
    first, last = STOPS
    stops = [first + n / PER_STOP for n in range((last - first) * PER_STOP + 1)]
    return tuple((stop, GREY * 2.0**stop) for stop in stops)


@dataclass(frozen=True, slots=True)
class RampSteps:
    """How coarse a ramp of a type of samples is as it is seen."""

    depth: SampleDepth
    codes: tuple[tuple[float, float], ...]
    """Stops from middle grey, and how many of 255 display codes the coarsest step near them is."""
    bands: tuple[float, float] | None = None
    """The stops between which a step is more than one display code, so that a ramp bands."""
