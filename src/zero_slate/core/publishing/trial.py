"""A target really made from some frames, opened again, and held against what was promised."""

from collections.abc import Iterator
from dataclasses import dataclass
from fractions import Fraction

from zero_slate.core.base.figures import decimal, megabytes
from zero_slate.core.canvas.raster import Size
from zero_slate.core.targets.targets import Target
from zero_slate.core.targets.timing import Counts


@dataclass(frozen=True, slots=True)
class Made:
    """What was read back from a target that was made."""

    size: Size
    frames: int
    rate: Fraction | None
    """Frames a second as the file says it; None where it holds no time."""
    bytes: int
    alpha: bool


@dataclass(frozen=True, slots=True)
class Promise:
    """What was promised of it."""

    size: Size
    frames: int
    rate: Fraction | None


@dataclass(frozen=True, slots=True)
class KeptPromise:
    """One thing of a promise, and whether it was kept."""

    what: str
    """What was promised."""
    promised: str
    """The figure promised."""
    came: str
    """The figure that came of it."""
    kept: bool
    """Whether they agree."""


# Frames of most kinds are few and short: a data rate is met within this much of it.
RATE_MARGIN = Fraction(1, 2)


def kept(target: Target, promise: Promise, made: Made) -> Iterator[KeptPromise]:
    """Yield each promise with what came of it."""
    yield KeptPromise("size", str(promise.size), str(made.size), made.size == promise.size)
    yield KeptPromise(
        "frames", str(promise.frames), str(made.frames), made.frames == promise.frames
    )
    if promise.rate is not None:
        came = "no time" if made.rate is None else _rate(made.rate)
        near = made.rate is not None and _in_time(target, promise.rate, made.rate, made.frames)
        yield KeptPromise("rate", _rate(promise.rate), came, near)
    if target.megabits and promise.rate is not None:
        bits = Fraction(made.bytes * 8) * promise.rate / max(1, made.frames) / 10**6
        most = target.megabits * (1 + RATE_MARGIN)
        said = f"{decimal(target.megabits, 2, trim=True)} Mb/s at most"
        yield KeptPromise("data rate", said, f"{decimal(bits, 2)} Mb/s", bits <= most)
    else:
        yield KeptPromise("bytes", "", megabytes(made.bytes), True)


def _in_time(target: Target, promised: Fraction, came: Fraction, frames: int) -> bool:
    """Return whether frames last as long as they should; delays that are whole, to their unit."""
    unit = {
        Counts.HUNDREDTHS: Fraction(1, 100), Counts.MILLISECONDS: Fraction(1, 1000),
    }.get(target.kind.counts, Fraction(0))  # fmt: skip
    return abs(frames / came - frames / promised) <= unit


def _rate(rate: Fraction) -> str:
    return decimal(rate, 3, trim=True)
