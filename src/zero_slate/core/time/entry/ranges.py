"""Ranges: two moments, a moment and a length, or a length from where the range begins."""

import re

from zero_slate.core.time.entry.clock import Entry
from zero_slate.core.time.entry.lengths import WORKS as LENGTH_WORKS
from zero_slate.core.time.entry.lengths import take_length, take_measure
from zero_slate.core.time.entry.moments import take_moment
from zero_slate.core.time.entry.scanner import Scanner
from zero_slate.core.time.frames import FrameRange

WORKS = "A range is two frames (1001-1100), a frame and a length (1001+100) or a length (4s)."

_SEPARATOR = re.compile(r"\s*(?:-|–|\.\.|to\b)")
_PLUS = re.compile(r"\+")


def read_whole(text: str, entry: Entry, start: int | None) -> FrameRange | None:
    """Read a text that gives both ends of a range; None where it only gives one frame.

    A measure alone begins at `start`.
    """
    scan = Scanner(text)
    stands = entry.stands if isinstance(entry.stands, FrameRange) else None
    if start is not None:
        length = take_measure(scan, entry)
        if length is not None and scan.done:
            return FrameRange.starting(start, length)
        scan = Scanner(text)
    first = take_moment(scan, entry.at(stands.first if stands else None))
    if first is None:
        raise scan.refuse(WORKS)
    if scan.done:
        return None
    if scan.take(_SEPARATOR):
        last = take_moment(scan, entry.at(stands.last if stands else None))
        if last is None or not scan.done:
            raise scan.refuse(WORKS)
        return FrameRange(first, last)
    if scan.take(_PLUS):
        length = take_length(scan, entry)
        if length is None or not scan.done:
            raise scan.refuse(LENGTH_WORKS)
        return FrameRange.starting(first, length)
    raise scan.refuse(WORKS)


def read_ends(first: str, last: str, entry: Entry) -> FrameRange:
    """Read the two fields of a range; a field takes a whole range or a length as well.

    A field that wasn't typed keeps what stands.
    """
    stands, typed = entry.stands, entry.typed
    assert isinstance(stands, FrameRange), "a field of a range stands at one"
    for part, text in (("first", first), ("last", last)):
        if part in typed:
            start = stands.first
            if part == "last" and "first" in typed:
                start = _one(first, entry, stands.first)
            whole = read_whole(text, entry, start)
            if whole is not None:
                return whole
    one = _one(first, entry, stands.first) if "first" in typed else stands.first
    other = _one(last, entry, stands.last) if "last" in typed else stands.last
    return FrameRange(one, other)


def _one(text: str, entry: Entry, stands: int) -> int:
    scan = Scanner(text)
    frame = take_moment(scan, entry.at(stands))
    if frame is None or not scan.done:
        raise scan.refuse(WORKS)
    return frame
