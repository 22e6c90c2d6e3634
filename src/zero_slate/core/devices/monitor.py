"""What a monitor shows of a shot: the signal that follows its format, and what doesn't fit."""

from collections.abc import Iterator
from dataclasses import dataclass
from fractions import Fraction

from zero_slate.core.base.figures import decimal
from zero_slate.core.canvas.fit import Placement, fit
from zero_slate.core.canvas.raster import Raster
from zero_slate.core.canvas.signals import Signal, SignalFacts, facts_of
from zero_slate.core.settings.models.setup import Setup
from zero_slate.core.time.rate import FrameRate


@dataclass(frozen=True, slots=True)
class Unfit:
    """Something of a shot that a signal can't show as it is, in words."""

    code: str
    words: str


def following(setup: Setup) -> Signal:
    """Return the signal that comes nearest to a shot's format: its lines, its rate, its scan."""
    return min(
        (each for each in Signal if each is not Signal.NONE), key=lambda each: _far(setup, each)
    )


def _far(setup: Setup, signal: Signal) -> tuple[Fraction, ...]:
    """Return how far a signal is from a format: by rate, scan, size and lines, in that order."""
    facts = facts_of(signal)
    if facts is None:
        return (Fraction(10**9),)
    rate = setup.rate.fraction
    own, canvas = facts.raster, setup.raster
    apart = abs(Fraction(own.size.width, canvas.width) - 1)
    apart += abs(Fraction(own.size.height, canvas.height) - 1)
    return (
        _rate_apart(facts, rate),
        Fraction(facts.scan is not setup.scan),
        apart,
        abs(own.pixel_aspect - canvas.pixel_aspect),
        # Of two ways to send the same picture, the plain one.
        Fraction(signal.endswith("psf")),
    )


def _rate_apart(facts: SignalFacts, rate: Fraction) -> Fraction:
    own = facts.rate.fraction
    if own == rate:
        return Fraction(0)
    # A whole number of times the rate shows each frame as often.
    times = own / rate
    return Fraction(1, 100) if times.denominator == 1 else 1 + abs(own - rate)


def unfit(setup: Setup, signal: Signal) -> Iterator[Unfit]:
    """Yield what of a shot a signal can't show as it is."""
    facts = facts_of(signal)
    if facts is None:
        return
    own, canvas = facts.raster, setup.raster
    if own.size != canvas.size:
        placed = shown_in(setup, facts.raster)
        scale = decimal(placed.scale * 100, 1, trim=True)
        bars = "with bars left and right" if placed.x else "with bars above and below"
        filled = "and fills it" if not placed.x and not placed.y else bars
        yield Unfit(
            "monitor.size", f"{canvas.size} isn't {own.size}: it is shown at {scale} %, {filled}."
        )
    if own.pixel_aspect != canvas.pixel_aspect:
        yield Unfit("monitor.pixels", "Its pixels have another shape: it is squeezed on the way.")
    if facts.rate != setup.rate:
        yield Unfit("monitor.rate", _rate_words(facts.rate, setup.rate))
    if facts.scan.interlaced and not setup.scan.interlaced:
        yield Unfit(
            "monitor.fields",
            "It has two fields a frame: both are of one picture, so that nothing moves between "
            "them.",
        )
    elif setup.scan.interlaced and not facts.scan.interlaced:
        yield Unfit(
            "monitor.progressive", "Two fields are shown as one picture: what moves has combs."
        )
    elif setup.scan is not facts.scan:
        yield Unfit("monitor.order", "Its fields come in the other order: what moves jerks.")


def _rate_words(own: FrameRate, rate: FrameRate) -> str:
    times = own.fraction / rate.fraction
    if times.denominator == 1:
        return f"{own} shows each frame {times.numerator} times."
    slow, fast = sorted((own.fraction, rate.fraction))
    if fast / slow == Fraction(1001, 1000):
        every = Fraction(1001) / fast
        what = "repeated" if own.fraction > rate.fraction else "dropped"
        return f"{own} isn't {rate}: one frame is {what} every {decimal(every, 1)} s."
    a_second = abs(own.fraction - rate.fraction)
    what = "repeated" if own.fraction > rate.fraction else "dropped"
    return f"{own} isn't {rate}: {decimal(a_second, 2, trim=True)} frames a second are {what}."


def shown_in(setup: Setup, raster: Raster) -> Placement:
    """Return where a shot's canvas lies in a monitor's picture: all of it is seen."""
    return fit(setup.raster, raster)
