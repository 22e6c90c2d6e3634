"""Moments: a frame by its number, from what stands there, or by timecode."""

import re

from zero_slate.core.time.entry.clock import Entry, nearest_anchor
from zero_slate.core.time.entry.lengths import NUMBER, TIMECODE, take_length
from zero_slate.core.time.entry.scanner import EntryRefusal, Scanner

WORKS = "A frame is a number (1009), a step from what stands (+8, -8) or a timecode (01:00:10:00)."

_EXACT = re.compile(r"=\s*([+-]?\d{1,9})")
_SIGN = re.compile(r"[+-]")


def read_moment(text: str, entry: Entry) -> int:
    """Read a whole text as a frame. Raises EntryRefusal, and TimecodeRefusal for a label."""
    scan = Scanner(text)
    frame = take_moment(scan, entry)
    if frame is None or not scan.done:
        raise scan.refuse(WORKS)
    return frame


def read_number(text: str, entry: Entry) -> int:
    """Read the number a count starts at: a timecode is its frames since midnight."""
    label = Scanner(text).take(TIMECODE)
    if label and Scanner(text).text == label[0]:
        frames = entry.clock.read_label(text).frames
        entry.say(f"{label[0]} is {frames} frames after midnight")
        return frames
    return read_moment(text, entry)


def write_moment(frame: int) -> str:
    """Write a frame so that reading it gives the same: below zero with “=”."""
    return str(frame) if frame >= 0 else f"={frame}"


def take_moment(scan: Scanner, entry: Entry) -> int | None:
    """Read a frame where one stands; None where none does."""
    exact = scan.take(_EXACT)
    if exact:
        return int(exact[1])
    label = scan.take(TIMECODE)
    if label:
        return _from_label(label[0], entry)
    sign = scan.take(_SIGN)
    if sign:
        step = take_length(scan, entry)
        if step is None:
            raise scan.refuse(WORKS)
        if not isinstance(entry.stands, int):
            raise EntryRefusal(f"“{scan.text}” counts from what stands there, and nothing does.")
        return entry.stands + (step if sign[0] == "+" else -step)
    number = scan.take(NUMBER)
    return int(number[0]) if number else None


def _from_label(text: str, entry: Entry) -> int:
    clock = entry.clock
    if not clock.anchors:
        raise EntryRefusal(f"{text} can't be found: this shot has no timecode yet. {WORKS}")
    anchor, label = nearest_anchor(clock.anchors, text, clock.drop or None)
    frame = anchor.frame_of(label)
    entry.say(f"{anchor.name} {label} is frame {frame}")
    return frame
