"""Whole numbers as they are typed."""

from zero_slate.core.base.figures import plain_digits
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.settings.schema import Part


def whole_number(text: str, part: Part) -> int:
    """Read a whole number, signed or not, or refuse it by the name of its field."""
    text = part.line(text)
    plain = text.replace("−", "-").replace(",", "")
    digits = plain.removeprefix("-").removeprefix("+")
    if plain_digits(digits) and len(digits) <= 12:
        return int(plain)
    said = f"“{text}” is not a whole number" if text else "Nothing is written"
    raise Refusal(f"{said}. {part.label} takes a whole number.", part=part.key)
