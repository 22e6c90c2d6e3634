"""Frame rates, exact."""

import re
from dataclasses import dataclass, field
from decimal import Decimal
from fractions import Fraction
from functools import lru_cache
from typing import Any, Self

from pydantic import GetCoreSchemaHandler
from pydantic_core import CoreSchema

from zero_slate.core.base.figures import decimal, round_half_up
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.base.serialization import text_schema
from zero_slate.core.base.texts import one_line, quoted

# A frame lasts from a millisecond to a hundred seconds.
LOWEST = Fraction(1, 100)
HIGHEST = Fraction(1000)
# A decimal this close to k × 1000/1001 is how people write that ratio: 23.98, 29.97.
NEARNESS = Fraction(5, 1000)
NTSC_BASES = (24, 30, 48, 60, 120)
# SMPTE ST 12-1 defines drop-frame for 30000/1001, ST 12-3 for 60000/1001.
DROP_RATES = (Fraction(30000, 1001), Fraction(60000, 1001))
# A ratio is kept in so many digits above and below; whatever is kept is written and read again.
MOST_DIGITS = 18
# With the letter i, figures up to here are read as frames by some and as fields by others.
AMBIGUOUS_FIELDS = 30

_WRITTEN = re.compile(
    rf"""(?P<figure> [0-9]{{1,{MOST_DIGITS}}} (?: \.[0-9]{{1,9}} )? )
        \s*+ (?: / \s*+ (?P<over> [0-9]{{1,{MOST_DIGITS}}} ) \s*+ )?
        (?P<kind> p | psf | i )?
        \s*+ (?: fps )?""",
    re.VERBOSE | re.IGNORECASE,
)


class RateRefusal(Refusal):
    """A frame rate that can't be."""


@dataclass(frozen=True, slots=True, order=True)
class FrameRate:
    """Frames per second as an exact ratio of at most 18 digits, from 0.01 to 1000.

    `nominal` is the timecode base: the rate rounded to a whole number, at least 1.
    """

    fraction: Fraction
    nominal: int = field(init=False, repr=False, compare=False)

    def __post_init__(self) -> None:
        if not LOWEST <= self.fraction <= HIGHEST:
            raise RateRefusal(
                f"A rate of {decimal(self.fraction, 6, trim=True)} frames a second is out of "
                "range: it takes 0.01 to 1000.",
                nearest="0.01" if self.fraction < LOWEST else "1000",
            )
        if max(self.fraction.numerator, self.fraction.denominator) >= 10**MOST_DIGITS:
            nearest = self.fraction.limit_denominator(10**9)
            raise RateRefusal(
                f"A rate of {decimal(self.fraction, 9)} frames a second is finer than it is kept: "
                f"it takes a ratio of at most {MOST_DIGITS} digits above and below.",
                nearest=f"{nearest.numerator}/{nearest.denominator}",
            )
        object.__setattr__(self, "nominal", max(1, round_half_up(self.fraction)))

    @classmethod
    def parse(cls, text: str) -> Self:
        """Read a rate as the trade writes it; see `read_rate` for the grammar and errors."""
        return cls(read_rate(text).rate.fraction)

    @classmethod
    def from_float(cls, value: float) -> Self:
        """Take a rate from a file format that only holds a float.

        Read to seven digits, so that the float nearest to 24000/1001 is that ratio again.
        """
        return cls(_near_ntsc(Fraction(Decimal(repr(round(value, 6))))))

    @property
    def has_drop_frame(self) -> bool:
        """Whether SMPTE ST 12 defines drop-frame timecode for this rate."""
        return self.fraction in DROP_RATES

    def seconds(self, frames: int) -> Fraction:
        """Return how long a number of frames lasts."""
        return frames / self.fraction

    def seconds_to_drift_a_frame(self, other: "FrameRate") -> Fraction | None:
        """Return after how many seconds the two are one frame apart: 1 ÷ |a − b|, or None."""
        apart = abs(self.fraction - other.fraction)
        return 1 / apart if apart else None

    def __str__(self) -> str:
        whole = self.fraction.denominator == 1
        return str(self.fraction.numerator) if whole else _ratio_or_decimal(self.fraction)

    @classmethod
    def __get_pydantic_core_schema__(cls, source: Any, handler: GetCoreSchemaHandler) -> CoreSchema:
        return text_schema(
            cls,
            cls.parse,
            title="Frame rate",
            description="Frames per second, an exact ratio or a decimal: 24000/1001, 25, 12.5.",
            examples=["24000/1001", "25"],
        )


@dataclass(frozen=True, slots=True)
class RateReading:
    """What was understood: the rate and, where the text says so, the scan."""

    rate: FrameRate
    interlaced: bool | None
    segmented: bool


@lru_cache(maxsize=1024)
def read_rate(text: str) -> RateReading:
    """Read `24000/1001`, `23.976`, `23.98`, `24p`, `59.94i`, `50i`, `25psf`, `24 fps`.

    With the letter `i` the figure counts fields. A decimal within 0.005 of k × 1000/1001
    (k = 24, 30, 48, 60, 120) is that ratio; any other is taken as written.

    Raises RateRefusal for text that isn't a rate, for one out of limits and for the ambiguous
    `25i`.
    """
    text = one_line(text, "A rate")
    match = _WRITTEN.fullmatch(text)
    if not match:
        raise RateRefusal(
            f"{quoted(text)} is not a rate. Write frames a second, as in 24, 23.976, "
            "24000/1001, 50i or 25p.",
            nearest="24000/1001" if text.startswith("23") else "24",
        )
    figure = Fraction(match["figure"])
    kind = (match["kind"] or "").lower()
    if match["over"] is not None:
        if int(match["over"]) == 0:
            raise RateRefusal(
                f"{quoted(text)} divides by 0. A rate is frames over seconds, as in 24000/1001.",
                nearest=match["figure"] + "/1",
            )
        exact = figure / int(match["over"])
    else:
        exact = _near_ntsc(figure)
    if kind == "i":
        if exact <= AMBIGUOUS_FIELDS:
            fields = decimal(exact * 2, 2, trim=True)
            raise RateRefusal(
                f"{quoted(text)} can be read in two ways: {fields}i counts fields, "
                f"{match['figure']}p counts frames. Write the one that is meant.",
                nearest=f"{fields}i",
            )
        exact /= 2
    return RateReading(FrameRate(exact), _interlaced(kind), kind == "psf")


def broadcast_rate(said: Fraction) -> tuple[FrameRate, str]:
    """Take a ratio from a file, and say where it is one of the broadcast rates rounded.

    23976/1000 is what some write for 24000/1001. Raises RateRefusal for one out of limits.
    """
    exact = _near_ntsc(said)
    note = ""
    if exact != said:
        written = f"{said.numerator}/{said.denominator}"
        note = f"its rate reads {written}, a rounded {exact}: it is taken as that"
    return FrameRate(exact), note


def _interlaced(kind: str) -> bool | None:
    return {"": None, "i": True}.get(kind, False)


def _near_ntsc(value: Fraction) -> Fraction:
    for base in NTSC_BASES:
        exact = Fraction(base * 1000, 1001)
        if abs(value - exact) <= NEARNESS:
            return exact
    return value


def _ratio_or_decimal(value: Fraction) -> str:
    """Write a short decimal where it is exact and reads back as the same ratio, else the ratio."""
    short = decimal(value, 3, trim=True)
    exact = Fraction(short) == value and _near_ntsc(value) == value
    return short if exact else f"{value.numerator}/{value.denominator}"
