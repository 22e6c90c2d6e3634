"""What each shot of an EDL shows: sound and black left out, transitions given to both sides."""

from collections.abc import Iterable, Iterator
from contextlib import suppress
from dataclasses import dataclass, replace
from itertools import pairwise
from math import ceil

from zero_slate.core.base.figures import counted
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.colour.grade import Cdl
from zero_slate.core.cut.events import CodeRule, CutEvent
from zero_slate.core.cut.source import is_one_reel, on_the_day_of
from zero_slate.core.time.frames import FrameRange
from zero_slate.core.time.rate import FrameRate
from zero_slate.core.time.timecode import Timecode, frames_in_a_day
from zero_slate.files.cuts.cut_list import CutList, CutRefusal
from zero_slate.files.cuts.edl.grammar import LABEL, Entry, Event, read_lines
from zero_slate.files.cuts.edl.labels import Columns, Moments, read_moments
from zero_slate.files.cuts.edl.motion import Run, run_of

FORM = "EDL (CMX 3600)"


@dataclass(slots=True)
class _Piece:
    """A stretch of the record that shows one source; `after` is how much a transition adds."""

    moments: Moments
    run: Run
    track: str
    after: int = 0

    @property
    def entry(self) -> Entry:
        return self.moments.entry

    def goes_on_as(self, other: Moments, day: int) -> bool:
        """Return whether another line takes up the same source where this one ends."""
        run, entry = self.run, other.entry
        if not is_one_reel(self.entry.reel, entry.reel):
            return False
        if entry.motion is not None and entry.backwards != (run.speed < 0):
            return False
        begins = on_the_day_of(run.first, other.source[0], day)
        # What is retimed ends between two frames, which some write rounded up; of what is held or
        # runs backwards some write the other end.
        reach = 1 if run.speed == 1 else 1 + ceil(abs(run.speed))
        ends = (run.end,) if run.speed == 1 else (run.first, run.end)
        return min(ends) - reach <= begins <= max(ends) + reach


def read_edl(text: str, rate: FrameRate, rule: CodeRule) -> CutList:
    """Read an EDL at a rate.

    Raises CutRefusal, with the line, for labels that can't be at that rate, a line cut short,
    overlapping records on one track, a range of no length, and lengths that disagree without a
    retime.
    """
    lines = read_lines(text)
    columns = Columns.of(lines)
    notes: list[str] = []
    by_line = {each.entry.line: each for each in read_moments(lines, rate, columns, notes)}
    if not by_line:
        raise CutRefusal(
            "The list holds sound only: none of its events has a picture channel (V, B or A/V).",
            line=next(lines.entries).line,
        )
    pieces: list[_Piece] = []
    joins: list[tuple[Moments | None, _Piece]] = []
    for event in lines.events:
        for opens, moments in _sides(event, by_line):
            piece = _Piece(moments, _run(moments, rate, notes), _track(moments.entry))
            pieces.append(piece)
            if moments.entry.joins:
                joins.append((opens, piece))
    _check_overlap(pieces)
    pieces = [*_join(joins, pieces, rate, notes), *pieces]
    shown = [piece for piece in pieces if not piece.entry.is_black]
    if not shown:
        raise CutRefusal("The list holds black only.", line=pieces[0].entry.line)
    shown.sort(key=lambda piece: (piece.moments.record[0], piece.track))
    events = tuple(
        _event(place, piece, rate, columns.record_drop, rule, notes)
        for place, piece in enumerate(shown, start=1)
    )
    sound = sum(not any(entry.track for entry in event.entries) for event in lines.events)
    if sound:
        verb = "is" if sound == 1 else "are"
        notes.append(f"{counted(sound, 'event')} without picture {verb} left out.")
    return CutList(lines.title, FORM, rate, columns.record_drop, events, tuple(notes))


def _sides(event: Event, by_line: dict[int, Moments]) -> Iterator[tuple[Moments | None, Moments]]:
    """Yield each picture line of an event that shows something, with the line it comes from.

    The side that a dissolve or wipe goes from is written as a cut of no length before it.
    """
    found = [by_line[entry.line] for entry in event.entries if entry.line in by_line]
    opens = None
    for each, following in pairwise([*found, None]):
        assert each is not None
        lasts = each.length or each.source[0] != each.source[1]
        if not lasts and following is not None and following.entry.joins:
            opens = each
            continue
        yield opens, each
        opens = None


def _track(entry: Entry) -> str:
    """Return the track that a line's picture lies on: a key lies over its background."""
    return f"{entry.track} key" if entry.transition in ("K", "KO") else entry.track


def _run(moments: Moments, rate: FrameRate, notes: list[str]) -> Run:
    entry = moments.entry
    if moments.length <= 0:
        raise CutRefusal(
            f"event {entry.number} has a record range of no length: {entry.labels[2]} to "
            f"{entry.labels[3]}.",
            line=entry.line,
        )
    if moments.source[0] == moments.source[1] and entry.motion is None:
        raise CutRefusal(
            f"event {entry.number} has a source range of no length: {entry.labels[0]} to "
            f"{entry.labels[1]}.",
            line=entry.line,
        )
    return run_of(moments, rate, notes)


def _check_overlap(pieces: list[_Piece]) -> None:
    ended: dict[str, _Piece] = {}
    for piece in sorted(pieces, key=lambda each: each.moments.record[0]):
        before = ended.get(piece.track)
        first = piece.moments.record[0]
        if before is not None and first < before.moments.record[1]:
            shared = counted(before.moments.record[1] - first, "frame")
            entry, other = piece.entry, before.entry
            raise CutRefusal(
                f"event {entry.number} begins at {entry.labels[2]}, {shared} before event "
                f"{other.number} (line {other.line}) ends at {other.labels[3]}: they overlap.",
                line=entry.line,
            )
        ended[piece.track] = piece


def _join(
    joins: Iterable[tuple[Moments | None, _Piece]],
    pieces: Iterable[_Piece],
    rate: FrameRate,
    notes: list[str],
) -> list[_Piece]:
    """Give the frames of each transition to the side it goes from as well.

    That side is the shot before it, or one of its own: those are returned.
    """
    ending = {(piece.track, piece.moments.record[1]): piece for piece in pieces}
    made: list[_Piece] = []
    for opens, piece in joins:
        entry, frames = piece.entry, piece.entry.frames
        if frames > piece.moments.length:
            frames = piece.moments.length
            notes.append(
                f"Line {entry.line}: the transition of event {entry.number} lasts "
                f"{counted(entry.frames, 'frame')}, longer than the event: {frames} are taken."
            )
        before = ending.get((piece.track, piece.moments.record[0]))
        if opens is None:
            if before is None:
                notes.append(
                    f"Line {entry.line}: event {entry.number} dissolves in from something that "
                    "isn't in the list."
                )
            else:
                before.after = max(before.after, frames)
                _name_from(before.entry, entry)
        elif opens.entry.is_black or not frames:
            continue
        elif before is not None and before.goes_on_as(opens, _day(opens, rate)):
            before.after = max(before.after, frames)
        else:
            made.append(_opening(opens, piece, frames, rate, notes))
    return made


def _day(moments: Moments, rate: FrameRate) -> int:
    return frames_in_a_day(rate, moments.source_drop)


def _name_from(before: Entry, entry: Entry) -> None:
    """Give the event before what a dissolve in one line says that it comes from."""
    comes = [each for each in entry.said if each[0] == "from"]
    if len(comes) < len(entry.said) and not before.said:
        before.said += comes


def _opening(
    opens: Moments, piece: _Piece, frames: int, rate: FrameRate, notes: list[str]
) -> _Piece:
    """Return the side that a transition goes from, where it is seen in the transition alone."""
    start, record = opens.source[0], opens.record[0]
    source = (start, start - frames) if opens.entry.backwards else (start, start + frames)
    seen = replace(opens, source=source, record=(record, record + frames))
    return _Piece(seen, run_of(seen, rate, notes), piece.track)


def _event(
    place: int,
    piece: _Piece,
    rate: FrameRate,
    record_drop: bool,
    rule: CodeRule,
    notes: list[str],
) -> CutEvent:
    entry, record = piece.entry, piece.moments.record
    run = piece.run.reaching(record[1] - record[0], piece.after)
    said = entry.names
    try:
        return CutEvent(
            place,
            rule.code(
                said[0] if said else "", said[1:], entry.files, _marks(piece, rate), entry.reel
            ),
            said[0] if said else entry.reel,
            entry.reel,
            piece.track,
            FrameRange(run.first, run.end - 1),
            rate,
            piece.moments.source_drop,
            FrameRange(record[0], record[1] + piece.after - 1),
            rate,
            record_drop,
            run.speed,
            _grade(entry, notes),
        )
    except Refusal as refusal:
        raise CutRefusal(str(refusal), line=entry.line, nearest=refusal.nearest) from refusal


def _marks(piece: _Piece, rate: FrameRate) -> list[str]:
    """Return what the markers within an event say, by the record or by the source."""
    found = []
    for text in piece.entry.marks:
        label = LABEL.search(text)
        with suppress(Refusal):
            if label is not None and not _is_within(piece, Timecode.parse(label[0], rate), rate):
                continue
        found.append(LABEL.sub(" ", text))
    return found


def _is_within(piece: _Piece, mark: Timecode, rate: FrameRate) -> bool:
    first, end = piece.moments.record
    day = frames_in_a_day(rate, mark.drop)
    at = on_the_day_of(first, mark.frames, day)
    in_source = on_the_day_of(piece.run.first, mark.frames, day)
    return first <= at < end or piece.run.first <= in_source < piece.run.end


def _grade(entry: Entry, notes: list[str]) -> Cdl | None:
    """Return the grade that stands under an event; one that can't be read is left out and told."""
    if not entry.graded:
        return None
    try:
        sop = Cdl.parse(entry.sop) if entry.sop else Cdl()
        cdl = replace(sop, saturation=float(entry.sat)) if entry.sat else sop
    except (Refusal, ValueError) as error:
        said = (
            str(error)
            if isinstance(error, Refusal)
            else f"ASC_SAT {entry.sat[:40]} is not a figure."
        )
        notes.append(f"Line {entry.graded}: the grade of event {entry.number} is left out. {said}")
        return None
    return None if cdl.changes_nothing else cdl
