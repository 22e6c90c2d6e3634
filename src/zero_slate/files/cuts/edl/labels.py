"""Which moments the timecodes of an EDL are: dropping or not, and across midnight."""

import re
from collections.abc import Iterable
from dataclasses import dataclass

from zero_slate.core.base.refusal import Refusal
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


def read_moments(lines: Lines, rate: FrameRate, columns: Columns) -> list[Moments]:
    """Return the moments of every picture line. Raises CutRefusal, with the line."""
    found = [
        _moments(entry, rate, columns.source_drop(entry), columns.record_drop)
        for entry in lines.entries
        if entry.track
    ]
    _past_midnight(found, frames_in_a_day(rate, columns.record_drop))
    return found


def _moments(entry: Entry, rate: FrameRate, source_drop: bool, record_drop: bool) -> Moments:
    source = _read(entry, 0, rate, source_drop), _read(entry, 1, rate, source_drop)
    record = _read(entry, 2, rate, record_drop), _read(entry, 3, rate, record_drop)
    if record[1] < record[0]:
        record = record[0], record[1] + frames_in_a_day(rate, record_drop)
    if source[1] < source[0] and not entry.backwards:
        day = frames_in_a_day(rate, source_drop)
        # Half a day is more than any source lasts: it is no midnight then.
        if source[1] + day - source[0] > day // 2:
            raise CutRefusal(
                f"event {entry.number} has a source out, {entry.labels[1]}, before its in, "
                f"{entry.labels[0]}, and no M2 line says that it runs backwards.",
                line=entry.line,
            )
        source = source[0], source[1] + day
    return Moments(entry, source, record, source_drop)


def _read(entry: Entry, column: int, rate: FrameRate, drop: bool) -> int:
    label = entry.labels[column]
    try:
        if column % 2 and label in _DAYS_END:
            require_drop_frame(rate, drop)
            return frames_in_a_day(rate, drop)
        return Timecode.parse(label, rate, drop=drop).frames
    except Refusal as refusal:
        raise CutRefusal(str(refusal), line=entry.line, nearest=refusal.nearest) from refusal


def _past_midnight(found: Iterable[Moments], day: int) -> None:
    """Carry the record on past midnight: what follows the day's end belongs to the next one."""
    crossed = False
    for each in found:
        if crossed and each.record[0] < day // 2:
            each.record = each.record[0] + day, each.record[1] + day
        crossed = crossed or each.record[1] >= day > each.record[0]


def _is_marked(label: str) -> bool:
    return not _COLONS.fullmatch(label)
