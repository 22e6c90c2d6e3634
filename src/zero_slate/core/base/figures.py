"""How figures are written for people. A figure is rounded once, here, where it is shown."""

from fractions import Fraction


def round_half_up(value: Fraction) -> int:
    """Round to the nearest whole number, halves towards plus infinity."""
    return (2 * value.numerator + value.denominator) // (2 * value.denominator)


def decimal(value: Fraction | int, places: int, *, trim: bool = False) -> str:
    """Write a ratio with a fixed number of decimal places; `trim` drops zeros at the end."""
    over = value.denominator
    power = 10**places
    scaled = (2 * abs(value.numerator) * power + over) // (2 * over)
    units, rest = divmod(scaled, power)
    text = f"{units}.{rest:0{places}d}" if places else str(units)
    if trim and places:
        text = text.rstrip("0").rstrip(".")
    return f"−{text}" if value < 0 and scaled else text


def whole(value: int) -> str:
    """Write a whole number with a comma at each thousand from 10,000 up."""
    return f"{value:,}" if abs(value) >= 10_000 else str(value)


def counted(number: int, one: str, many: str | None = None) -> str:
    """Write a number with its noun: `1 frame`, `4 frames`."""
    return f"{whole(number)} {one if number == 1 else many or one + 's'}"


def ordinal(number: int) -> str:
    """Write which one of many: `2nd`, `24th`."""
    ending = "th" if number % 100 in (11, 12, 13) else {1: "st", 2: "nd", 3: "rd"}.get(number % 10)
    return f"{whole(number)}{ending or 'th'}"


def seconds(value: Fraction) -> str:
    """Write a duration: milliseconds below a second's tenth, otherwise seconds to two places."""
    if value and abs(value) < Fraction(1, 10):
        return f"{decimal(value * 1000, 1)} ms"
    return f"{decimal(value, 2)} s"


def clock_time(value: Fraction) -> str:
    """Write a long time in hours, minutes and seconds, the two largest: `13 h 2 min`, `4 min 5 s`.

    Below a minute it is written as seconds.
    """
    whole_seconds = round_half_up(value)
    if whole_seconds < 60:
        return seconds(value)
    minutes, secs = divmod(whole_seconds, 60)
    hours, minutes = divmod(minutes, 60)
    return f"{hours} h {minutes} min" if hours else f"{minutes} min {secs} s"


def plain_digits(text: str) -> bool:
    """Return whether a text is nothing but the digits 0 to 9; `²` and `٣` are digits elsewhere."""
    return text.isascii() and text.isdigit()


def aspect(value: Fraction) -> str:
    """Write a shape as the trade does: `1.85`, `1.78`."""
    return decimal(value, 2)


def gigabytes(value: int) -> str:
    """Write bytes in GB (10⁹ bytes), or in TB or MB where they are many more or less."""
    for unit, power in (("TB", 12), ("GB", 9)):
        if value >= 10**power:
            return f"{decimal(Fraction(value, 10**power), 2)} {unit}"
    return megabytes(value)


def megabytes(value: int) -> str:
    """Write bytes in MB (10⁶ bytes)."""
    return f"{decimal(Fraction(value, 10**6), 1)} MB"
