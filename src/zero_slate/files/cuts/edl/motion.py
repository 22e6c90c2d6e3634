"""How fast an event runs: what its M2 line says, and what its own lengths say.

An M2 line gives frames a second of source at the list's nominal rate, to a tenth. Beside equal
source and record lengths it counts, as older lists write it; where the lengths differ and it says
a third thing, the event's own frames do.
"""

from dataclasses import dataclass
from fractions import Fraction
from math import ceil

from zero_slate.core.base.figures import decimal
from zero_slate.core.time.rate import FrameRate
from zero_slate.files.cuts.cut_list import CutRefusal
from zero_slate.files.cuts.edl.grammar import Entry
from zero_slate.files.cuts.edl.labels import Moments

# M2 lines are written to a tenth of a frame a second.
_TENTH = Fraction(1, 20)
# The fastest that is taken: a minute in a frame at 60.
_FASTEST = 3600
ONE = Fraction(1)


@dataclass(frozen=True, slots=True)
class Run:
    """A stretch of source: the frames from `first` to before `end`, at a speed; 0 is held."""

    first: int
    end: int
    speed: Fraction

    def reaching(self, record: int, after: int) -> "Run":
        """Return the run of so many record frames with some more after it.

        What runs backwards begins at its right end: what comes later lies further left.
        """
        pace = abs(self.speed)
        more = ceil((record + after) * pace) - ceil(record * pace)
        if self.speed < 0:
            return Run(self.first - more, self.end, self.speed)
        return Run(self.first, self.end + more, self.speed)


def run_of(moments: Moments, rate: FrameRate, notes: list[str]) -> Run:
    """Return what of the source an event's line shows. Raises CutRefusal, with the line."""
    entry, record = moments.entry, moments.length
    start, out = moments.source
    motion = entry.motion
    if motion is None:
        _require_equal(moments)
        return Run(start, out, ONE)
    said = _in_frames(motion.written, rate) / rate.nominal
    if abs(said) > _FASTEST:
        raise CutRefusal(
            f"event {entry.number} runs at {motion.written} frames a second: {_FASTEST} times the "
            "list's rate is the most there is.",
            line=motion.line,
        )
    first, end = min(start, out), max(start, out)
    source = end - first
    if said == 0:
        return Run(start, start + 1, said)
    if source in (record, 0):
        used = max(1, ceil(record * abs(said)))
        # Backwards it begins at its right end.
        return Run(end - used, end, said) if said < 0 else Run(first, first + used, said)
    return Run(first, end, _agreed(entry, source, record, said, notes))


def _agreed(entry: Entry, source: int, record: int, said: Fraction, notes: list[str]) -> Fraction:
    """Return the speed of an event whose lengths differ: M2's, or that of its own frames."""
    own = Fraction(source, record) * (-1 if said < 0 else 1)
    off = abs(source - record * abs(said))
    if off <= 1:
        return said
    if off > 1 + record * _TENTH / 24:
        notes.append(
            f"Line {entry.line}: event {entry.number} takes {source} source frames into {record}, "
            f"{_per_cent(own)}, and its M2 line says {_per_cent(said)}. Its own frames count."
        )
    return own


def _in_frames(written: str, rate: FrameRate) -> Fraction:
    """Return an M2 line's frames a second: 59.94 in a list at 30000/1001 is 60."""
    value = Fraction(written)
    if rate.fraction.denominator == 1001:
        nominal = value * 1001 / 1000
        if value.denominator > 1 and abs(nominal - round(nominal)) < Fraction(1, 200):
            return Fraction(round(nominal))
    return value


def _require_equal(moments: Moments) -> None:
    entry, record = moments.entry, moments.length
    source = moments.source[1] - moments.source[0]
    if source != record:
        raise CutRefusal(
            f"event {entry.number} takes {source} source frames into {record} record frames, "
            "and no M2 line says that it is retimed.",
            line=entry.line,
        )


def _per_cent(speed: Fraction) -> str:
    return f"{decimal(speed * 100, 1, trim=True)} %"
