"""A cut written as an EDL: picture events that our own reader, and those of others, take back.

An event that goes on under the next one is written as a dissolve: frames that both show belong to
the transition. What can't lie on one track beside the others is written on a track of its own.
"""

from collections import defaultdict
from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass, replace
from itertools import pairwise
from math import ceil

from zero_slate.core.base.figures import counted, decimal
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.base.safe_names import made_safe
from zero_slate.core.cut.events import CodeRule, CutEvent
from zero_slate.core.time.frames import FrameRange
from zero_slate.core.time.timecode import Timecode, split
from zero_slate.files.cuts.edl.gather import read_edl

# What the oldest readers take of a reel's name.
LONGEST_REEL = 32
MOST_TOLD = 5


@dataclass(frozen=True, slots=True)
class WrittenCut:
    """An EDL as it is written, and what an EDL doesn't hold of the cut, a sentence each."""

    content: bytes
    notes: tuple[str, ...]


def write_edl(title: str, events: Iterable[CutEvent]) -> WrittenCut:
    """Write events in the order of the record, with clip names, transitions, speeds and grades.

    What is written is read again and compared: what doesn't come back as it was is told.
    """
    own = sorted(events, key=lambda each: (each.record.first, each.position))
    counted_alike = [_in_the_lists_labels(each) for each in own]
    lines = [f"TITLE: {made_safe(title).safe}"]
    drop: bool | None = None
    seen = (
        (joined, channel)
        for channel, row in _channels(counted_alike)
        for joined in _joined(row)
        if joined.shown
    )
    in_order = sorted(seen, key=lambda each: (each[0].event.record.first, each[1]))
    for number, (joined, channel) in enumerate(in_order, start=1):
        if joined.event.record_drop is not drop:
            drop = joined.event.record_drop
            lines.append(f"FCM: {'DROP FRAME' if drop else 'NON-DROP FRAME'}")
        lines += ["", *_event(number, channel, joined)]
    content = ("\n".join(lines) + "\n").encode()
    return WrittenCut(content, tuple(_notes(own, counted_alike, content)))


@dataclass(frozen=True, slots=True)
class _Joined:
    """An event with the one that a dissolve of some frames comes from, and what is seen before.

    `shown` is how many frames of it are seen before the next one's dissolve begins.
    """

    event: CutEvent
    shown: int
    before: "_Joined | None" = None
    frames: int = 0


def _joined(row: Sequence[CutEvent]) -> list[_Joined]:
    """Return the events of a track, each with what it dissolves from."""
    found: list[_Joined] = []
    for event, following in pairwise([*row, None]):
        assert event is not None
        frames = _overlap(event, following) if following else 0
        before = found[-1] if found else None
        over = _overlap(before.event, event) if before else 0
        found.append(_Joined(event, event.length - frames, before if over else None, over))
    return found


def _overlap(event: CutEvent, following: CutEvent) -> int:
    return max(0, event.record.last + 1 - following.record.first)


def _channels(events: Iterable[CutEvent]) -> Iterator[tuple[str, Sequence[CutEvent]]]:
    """Yield picture channels with the events that can lie on each: V, V2, V3."""
    tracks: dict[str, list[CutEvent]] = defaultdict(list)
    for event in events:
        tracks[event.track].append(event)
    number = 0
    for _, waiting in sorted(tracks.items()):
        while waiting:
            row, waiting = _one_row(waiting)
            number += 1
            yield ("V" if number == 1 else f"V{number}"), row


def _one_row(events: Sequence[CutEvent]) -> tuple[list[CutEvent], list[CutEvent]]:
    """Return the events that can lie on one track, and those that can't beside them."""
    row: list[CutEvent] = []
    left: list[CutEvent] = []
    # How much of the last one the dissolve into it takes.
    taken = 0
    for event in events:
        over = _overlap(row[-1], event) if row else 0
        nested = len(row) > 1 and _overlap(row[-2], event) > 0
        if nested or over > event.length or (over and row[-1].length - over < taken):
            left.append(event)
            continue
        row.append(event)
        taken = over
    return row, left


def _in_the_lists_labels(event: CutEvent) -> CutEvent:
    """Return an event with its source counted at the list's rate, by the same label's time of day.

    An EDL has one rate for all of its labels.
    """
    rate, own = event.record_rate, event.source_rate
    if own == rate:
        return event
    drop = event.record_drop and event.source_drop
    day_frames = Timecode.from_frames(event.source.first, own, drop=event.source_drop).frames
    hours, minutes, seconds, over = split(day_frames, own, event.source_drop)
    second = hours * 3600 + minutes * 60 + seconds
    first = Timecode.at_second(second, rate, drop=drop).frames + over * rate.nominal // own.nominal
    length = max(1, ceil(event.length * abs(event.speed)))
    source = FrameRange.starting(first, length)
    return replace(event, source=source, source_rate=rate, source_drop=drop)


def _event(number: int, channel: str, joined: _Joined) -> Iterator[str]:
    event, before = joined.event, joined.before
    record_in = str(event.record_in)
    record_out = _record_label(event, event.record.first + joined.shown)
    how = "C       "
    if before is not None:
        label, how = _goes_on_at(before), f"D    {joined.frames:03d}"
        yield _line(number, before.event, channel, "C       ", [label, label, record_in, record_in])
    seen = event.source_of(FrameRange(0, joined.shown - 1))
    first = str(event.source_label(seen.first))
    labels = [first, event.source_label(seen.last + 1), record_in, record_out]
    yield _line(number, event, channel, how, labels)
    alone = before is not None and not before.shown and before.event.speed != 1
    if event.speed != 1 or alone:
        yield _motion(event, first)
    if before is not None and alone:
        yield _motion(before.event, _goes_on_at(before))
    if before is not None:
        yield from _names("FROM", before.event)
    yield from _names("FROM" if before is None else "TO", event)
    if event.cdl is not None:
        slope, offset, power = (
            " ".join(f"{value:.6f}" for value in values)
            for values in (event.cdl.slope, event.cdl.offset, event.cdl.power)
        )
        yield f"* ASC_SOP: ({slope}) ({offset}) ({power})"
        yield f"* ASC_SAT: {event.cdl.saturation:.6f}"


def _line(number: int, event: CutEvent, channel: str, how: str, labels: Iterable[object]) -> str:
    return f"{number:03d}  {_reel(event):<8} {channel:<5} {how} {' '.join(map(str, labels))}"


def _reel(event: CutEvent) -> str:
    return made_safe(event.reel).safe[:LONGEST_REEL] or "AX"


def _record_label(event: CutEvent, frame: int) -> str:
    return str(Timecode.from_frames(frame, event.record_rate, drop=event.record_drop))


def _goes_on_at(joined: _Joined) -> str:
    """Return the label at which a source goes on under a dissolve: backwards at its left end."""
    event = joined.event
    if not joined.shown:
        frame = event.source.last + 1 if event.speed < 0 else event.source.first
    else:
        seen = event.source_of(FrameRange(0, joined.shown - 1))
        frame = seen.first if event.speed <= 0 else seen.last + 1
    return str(event.source_label(frame))


def _motion(event: CutEvent, label: str) -> str:
    """Return an event's speed as it is written: frames a second at the list's nominal rate.

    Its label has colons, in drop-frame too: other readers take no other.
    """
    figure = decimal(event.speed * event.source_rate.nominal, 6, trim=True).replace("−", "-")
    if "." not in figure:
        figure += ".0"
    return f"M2   {_reel(event):<8} {figure:>8}                {label.replace(';', ':')}"


def _names(side: str, event: CutEvent) -> Iterator[str]:
    name = " ".join(event.name.split()) or event.code
    yield f"* {side} CLIP NAME: {name}"
    if event.code.casefold() not in name.casefold():
        yield f"* SOURCE FILE: {event.code}"


def _notes(own: Sequence[CutEvent], alike: Sequence[CutEvent], content: bytes) -> Iterator[str]:
    """Tell what isn't written as it is, and what doesn't come back as it was."""
    if not own:
        return
    rate = own[0].record_rate
    other = [each for each in own if each.source_rate != rate]
    if other:
        rates = ", ".join(dict.fromkeys(str(each.source_rate) for each in other))
        yield (
            f"{_several(other)}: the source at {rates} is counted in the list's labels, at {rate}."
        )
    try:
        back = read_edl(content.decode(), rate, CodeRule("")).events
    except Refusal as refusal:
        yield f"What is written can't be read again: {refusal}"
        return
    came = {_figures(each) for each in back}
    lost = [each for each in alike if _figures(each) not in came]
    if lost:
        yield f"{_several(lost)}: an EDL doesn't hold {'them' if len(lost) > 1 else 'it'} exactly."
    reels = [each for each in own if each.reel and _reel(each) != each.reel]
    if reels:
        yield f"{_several(reels)}: the reel's name is written as {_reel(reels[0])}, say."


def _figures(event: CutEvent) -> tuple[object, ...]:
    run = event.run
    first = event.source.first % run.day
    return event.record, first, event.source.length, event.speed, _reel(event)


def _several(events: Sequence[CutEvent]) -> str:
    codes = list(dict.fromkeys(each.code for each in events))
    more = len(codes) - MOST_TOLD
    told = ", ".join(codes[:MOST_TOLD])
    return told + (f" and {counted(more, 'more shot')}" if more > 0 else "")
