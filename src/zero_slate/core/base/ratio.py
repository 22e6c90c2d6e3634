"""Ratios as typed: pixel aspects and shapes."""

import re
from fractions import Fraction
from functools import lru_cache
from typing import Annotated

from pydantic import BeforeValidator, PlainSerializer, WithJsonSchema

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.base.texts import one_line, quoted

# ITU-T H.264 table E-1, aspect_ratio_idc 1 to 16.
COMMON_PIXEL_ASPECTS = tuple(
    Fraction(*pair)
    for pair in (
        (1, 1), (12, 11), (10, 11), (16, 11), (40, 33), (24, 11), (20, 11), (32, 11),
        (80, 33), (18, 11), (15, 11), (64, 33), (160, 99), (4, 3), (3, 2), (2, 1),
    )
)  # fmt: skip

WIDEST_PIXEL = 16
# A ratio is kept in so many digits above and below; whatever is kept is written and read again.
MOST_DIGITS = 12
_FIGURE = rf"[0-9]{{1,{MOST_DIGITS}}}(?:\.[0-9]{{1,6}})?"
_RATIO = re.compile(rf"({_FIGURE})(?:\s*+[:/]\s*+({_FIGURE}))?")


class RatioRefusal(Refusal):
    """A ratio that can't be."""


def parse_pixel_aspect(text: str) -> Fraction:
    """Read a pixel's width over its height: `16:11`, `4/3`, `1`, `1.333`.

    Raises RatioRefusal for text that is no ratio, for zero, and past 1:16 or 16:1.
    """
    text = one_line(text, "A pixel aspect")
    match = _RATIO.fullmatch(text)
    if not match:
        raise RatioRefusal(
            f"{quoted(text)} is not a pixel aspect. Write width over height, as in 1:1 or 16:11.",
            nearest="1:1",
        )
    over = Fraction(match[2] or 1)
    value = Fraction(match[1]) / over if over else Fraction(0)
    return require_pixel_aspect(value, text)


def require_pixel_aspect(value: Fraction, written: str | None = None) -> Fraction:
    """Return the pixel aspect, or refuse one that no picture has."""
    if not Fraction(1, WIDEST_PIXEL) <= value <= WIDEST_PIXEL:
        nearest = "1:1" if value <= 0 else "16:1" if value > 1 else "1:16"
        raise RatioRefusal(
            f"A pixel aspect of {written or write_ratio(value)} is out of range: "
            f"it takes 1:{WIDEST_PIXEL} to {WIDEST_PIXEL}:1.",
            nearest=nearest,
        )
    if max(value.numerator, value.denominator) >= 10**MOST_DIGITS:
        raise RatioRefusal(
            f"A pixel aspect of {written or write_ratio(value)} is finer than it is kept: it takes "
            f"a ratio of at most {MOST_DIGITS} digits above and below.",
            nearest=write_ratio(value.limit_denominator(10**6)),
        )
    return value


def pixel_aspect_from_float(value: float) -> Fraction:
    """Take a pixel aspect from a header that only holds a float.

    A float within one part in 100,000 of a common ratio is that ratio: 1.454545 is 16:11.
    """
    for common in COMMON_PIXEL_ASPECTS:
        if abs(value / float(common) - 1) < 1e-5:
            return common
    return Fraction(value).limit_denominator(10_000)


def write_ratio(value: Fraction) -> str:
    """Write a ratio with a colon: `16:11`."""
    return f"{value.numerator}:{value.denominator}"


def _take(value: object) -> Fraction:
    if isinstance(value, Fraction):
        return require_pixel_aspect(value)
    if isinstance(value, str):
        return _known(value)
    raise RatioRefusal(f"{value!r} is not a pixel aspect. Write it as text, as in “16:11”.")


_known = lru_cache(maxsize=1024)(parse_pixel_aspect)

PixelAspect = Annotated[
    Fraction,
    BeforeValidator(_take),
    PlainSerializer(write_ratio, return_type=str, when_used="json"),
    WithJsonSchema(
        {
            "type": "string",
            "title": "Pixel aspect",
            "description": "Width of a pixel over its height, as in 16:11.",
            "pattern": rf"^{_FIGURE}\s*([:/]\s*{_FIGURE})?$",
        }
    ),
]
