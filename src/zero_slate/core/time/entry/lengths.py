"""Lengths: frames, clock time, feet and frames, drawings held, timecode."""

import re
from fractions import Fraction

from zero_slate.core.base.figures import counted, decimal, round_half_up
from zero_slate.core.time.entry.clock import Entry
from zero_slate.core.time.entry.scanner import EntryRefusal, Scanner
from zero_slate.core.time.film import FRAMES_PER_FOOT, FeetFrames, of_feet

WORKS = "A length is frames (108), time (4s, 2m3s), feet and frames (6+12) or drawings (12x2)."

NUMBER = re.compile(r"\d{1,9}")
TIMECODE = re.compile(r"\d{1,2}:\d{1,2}:\d{1,2}[:;.,]\d{1,3}(?!\d)")
_DRAWINGS = re.compile(r"(\d{1,7})\s*[x×]\s*(\d{1,4})(?!\d)", re.IGNORECASE)
_TIME = re.compile(
    r"(?=\d)(?:(?P<h>\d{1,4}(?:\.\d{1,6})?)\s*h\s*)?(?:(?P<m>\d{1,6}(?:\.\d{1,6})?)\s*m(?:in)?\s*)?"
    r"(?:(?P<s>\d{1,8}(?:\.\d{1,6})?)\s*s\s*)?(?:(?P<f>\d{1,9})\s*f)?",
    re.IGNORECASE,
)
_FEET = re.compile(r"(\d{1,7})\s*\+\s*(\d{1,3})(?!\d)\s*(ft)?", re.IGNORECASE)
_FEET_NAMED = re.compile(r"(\d{1,7})\s*\+\s*(\d{1,3})\s*ft", re.IGNORECASE)
_SIGN = re.compile(r"[+-]")
_SECONDS_IN = {"h": 3600, "m": 60, "s": 1}


def read_length(text: str, entry: Entry) -> int:
    """Read a whole text as a length in frames; `+8` and `-8` count from what stands.

    Raises EntryRefusal, and TimecodeRefusal for a label that can't be.
    """
    scan = Scanner(text)
    sign = scan.take(_SIGN)
    frames = take_length(scan, entry)
    if frames is None or not scan.done:
        raise scan.refuse(WORKS)
    if sign is None:
        return frames
    stands = entry.stands if isinstance(entry.stands, int) else 0
    return stands + frames if sign[0] == "+" else stands - frames


def take_length(scan: Scanner, entry: Entry) -> int | None:
    """Read a length where one stands; None where none does."""
    label = scan.take(TIMECODE)
    if label:
        return entry.clock.read_label(label[0]).frames
    measure = take_measure(scan, entry)
    if measure is not None:
        return measure
    feet = scan.take(_FEET)
    if feet:
        return _from_feet(feet, entry)
    number = scan.take(NUMBER)
    return int(number[0]) if number else None


def take_measure(scan: Scanner, entry: Entry) -> int | None:
    """Read a length that shows its unit; None where none stands here."""
    drawings = scan.take(_DRAWINGS)
    if drawings:
        number, hold = int(drawings[1]), int(drawings[2])
        each = {1: "on ones", 2: "on twos", 3: "on threes"}.get(hold, f"of {hold} frames each")
        entry.say(f"{counted(number, 'drawing')} {each}")
        return number * hold
    feet = scan.take(_FEET_NAMED)
    if feet:
        return _from_feet(feet, entry)
    here = scan.place
    time = scan.take(_TIME)
    if time and time.lastgroup:
        return _from_time(time, entry)
    scan.place = here
    return None


def _from_time(time: re.Match[str], entry: Entry) -> int:
    named = [(unit, time[unit]) for unit in ("h", "m", "s") if time[unit] is not None]
    for unit, figure in named[:-1]:
        if "." in figure:
            raise EntryRefusal(
                f"“{time[0].strip()}” has decimals in its {unit}, and another unit after it: only "
                "the last of h, m and s takes decimals.",
                nearest=time[0].strip().replace(figure, figure.split(".")[0]),
            )
    seconds = sum((Fraction(figure) * _SECONDS_IN[unit] for unit, figure in named), Fraction(0))
    exact = seconds * entry.clock.rate.fraction
    frames = round_half_up(exact)
    if frames != exact:
        entry.say(
            f"{decimal(seconds, 3, trim=True)} s is {decimal(exact, 2)} frames at "
            f"{entry.clock.rate}"
        )
    return frames + int(time["f"] or 0)


def _from_feet(feet: re.Match[str], entry: Entry) -> int:
    if int(feet[2]) >= FRAMES_PER_FOOT:
        right = str(FeetFrames(of_feet(int(feet[1]), int(feet[2]))))
        raise EntryRefusal(
            f"“{feet[0].strip()}” has {feet[2]} frames after its feet: they run from 0 to 15.",
            nearest=right,
        )
    entry.say(f"{int(feet[1])} feet {int(feet[2])} frames of 35 mm")
    return of_feet(int(feet[1]), int(feet[2]))
