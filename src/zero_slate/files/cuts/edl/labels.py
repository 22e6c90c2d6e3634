"""Which moments the timecodes of an EDL are: dropping or not, and across midnight."""

import re
from collections.abc import Sequence
from dataclasses import dataclass

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.cut.source import in_one_run
from zero_slate.core.time.rate import FrameRate
from zero_slate.core.time.timecode import Timecode, frames_in_a_day, require_drop_frame
from zero_slate.files.cuts.cut_list import CutRefusal
from zero_slate.files.cuts.edl.grammar import Entry, Lines

_COLONS = re.compile(r"[\d:]+")
_DAYS_END = ("24:00:00:00", "24:00:00;00", "24:00:00.00", "24:00:00,00")


@dataclass(slots=True)
class Moments:
    """An event's line in frames since midnight; an out is one past the last frame.

    Of a source that runs backwards the out may come before the in.
    """

    entry: Entry
    source: tuple[int, int]
    record: tuple[int, int]
    source_drop: bool

    @property
    def length(self) -> int:
        """How many frames it takes on the record."""
        return self.record[1] - self.record[0]


@dataclass(frozen=True, slots=True)
class Columns:
    """How the labels of each column are counted.

    A column that has semicolons anywhere tells by them; else the headings do.
    """

    source_marked: bool
    record_drop: bool

    @classmethod
    def of(cls, lines: Lines) -> "Columns":
        """Look over a list."""
        source = record = False
        for entry in lines.entries:
            source = source or _is_marked(entry.labels[0]) or _is_marked(entry.labels[1])
            record = record or _is_marked(entry.labels[2]) or _is_marked(entry.labels[3])
        return cls(source, record or bool(lines.drop))

    def source_drop(self, entry: Entry) -> bool:
        """Return whether the source labels of an event's line drop."""
        return _is_marked(entry.labels[0]) if self.source_marked else bool(entry.drop)


def read_moments(
    lines: Lines, rate: FrameRate, columns: Columns, notes: list[str]
) -> list[Moments]:
    """Return the moments of every picture line. Raises CutRefusal, with the line."""
    found = [
        _moments(entry, rate, columns.source_drop(entry), columns.record_drop)
        for entry in lines.entries
        if entry.track
    ]
    _past_midnight(found, frames_in_a_day(rate, columns.record_drop), notes)
    return found


def _moments(entry: Entry, rate: FrameRate, source_drop: bool, record_drop: bool) -> Moments:
    source = _read(entry, 0, rate, source_drop), _read(entry, 1, rate, source_drop)
    record = _read(entry, 2, rate, record_drop), _read(entry, 3, rate, record_drop)
    source = _across(entry, 0, *source, frames_in_a_day(rate, source_drop))
    record = _across(entry, 2, *record, frames_in_a_day(rate, record_drop))
    return Moments(entry, source, record, source_drop)


def _across(entry: Entry, column: int, start: int, out: int, day: int) -> tuple[int, int]:
    """Return an in and its out, one of them a day later where midnight lies between them.

    Half a day is more than anything lasts: what runs backwards is written the shorter way round.
    """
    if column == 0 and entry.backwards:
        if abs(out - start) < day // 2:
            return start, out
        return (start, out + day) if out < start else (start + day, out)
    if out >= start:
        return start, out
    if out + day - start < day // 2:
        return start, out + day
    name, why = ("source", ", and no M2 line says that it runs backwards")
    if column:
        name, why = "record", ""
    raise CutRefusal(
        f"event {entry.number} has a {name} out, {entry.labels[column + 1]}, before its in, "
        f"{entry.labels[column]}{why}.",
        line=entry.line,
    )


def _read(entry: Entry, column: int, rate: FrameRate, drop: bool) -> int:
    label = entry.labels[column]
    try:
        if column % 2 and label in _DAYS_END:
            require_drop_frame(rate, drop)
            return frames_in_a_day(rate, drop)
        return Timecode.parse(label, rate, drop=drop).frames
    except Refusal as refusal:
        raise CutRefusal(str(refusal), line=entry.line, nearest=refusal.nearest) from refusal


def _past_midnight(found: Sequence[Moments], day: int, notes: list[str]) -> None:
    """Carry the record on past midnight: what follows the day's end belongs to the next one."""
    begins = [each.record[0] for each in found]
    days = [(now - then) // day for then, now in zip(begins, in_one_run(begins, day), strict=True)]
    if not any(days):
        # A list of half a day or more goes by the order it is written in.
        crossed = False
        for place, each in enumerate(found):
            days[place] = int(crossed and each.record[0] < day // 2)
            crossed = crossed or each.record[1] >= day > each.record[0]
    for each, later in zip(found, days, strict=True):
        each.record = each.record[0] + later * day, each.record[1] + later * day
    if any(days):
        first = min((each for each, later in zip(found, days, strict=True) if later), key=_begins)
        notes.append(
            f"The record goes on past midnight: event {first.entry.number}, from "
            f"{first.entry.labels[2]}, and what follows it are of the next day."
        )


def _begins(moments: Moments) -> int:
    return moments.record[0]


def _is_marked(label: str) -> bool:
    return not _COLONS.fullmatch(label)
