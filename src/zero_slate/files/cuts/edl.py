"""EDL cut lists (CMX 3600), read through OpenTimelineIO's adapter.

The adapter gives no line numbers, takes colons for non-drop whatever the heading says, and drops
some reels and every reverse speed. A first pass over the lines checks them, writes drop-frame
labels with semicolons for the adapter, and keeps what it drops.
"""

import re
from collections.abc import Iterable
from dataclasses import dataclass, replace
from fractions import Fraction

import opentimelineio as otio

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.cut.events import CodeRule, CutEvent
from zero_slate.core.time.rate import FrameRate
from zero_slate.core.time.timecode import Timecode
from zero_slate.files.cuts.cut_list import CutList, CutRefusal
from zero_slate.files.cuts.timeline import read_timeline

# The reel name that CMX 3600 keeps for black.
BLACK = "BL"
_EVENT = re.compile(r"\s*(\d{1,6}[A-Za-z]?)\s+(\S+)\s+(\S+)\s+(C|D|W\d{3}|K[BO]?)\s(.*)")
_LABEL = re.compile(r"(?<!\S)\d{1,2}:\d{1,2}:\d{1,2}[:;.,]\d{1,3}(?!\S)")
_HEADING = re.compile(r"\s*FCM\s*:\s*(NON[- ]?)?DROP", re.IGNORECASE)
_MOTION = re.compile(r"\s*M2\s.*?\s(-?\d+(?:\.\d*)?|-?\.\d+)\s+[\d:;.,]{11}\s*$")


@dataclass(slots=True)
class _Line:
    """An event's line in the file, and the speed in frames a second that its M2 line gives."""

    line: int
    number: str
    reel: str
    channels: str
    transition: str
    source: tuple[Timecode, Timecode]
    record: tuple[Timecode, Timecode]
    speed: Fraction | None = None


def is_edl(text: str) -> bool:
    """Return whether any line looks like an event of an EDL."""
    return any(_EVENT.match(line) for line in text.splitlines())


def read_edl(text: str, rate: FrameRate, rule: CodeRule) -> CutList:
    """Read an EDL at a rate.

    Raises CutRefusal, with the line, for labels that can't be at that rate, a line cut short,
    overlapping records on one channel, a source range of no length, and lengths that disagree
    without a retime.
    """
    lines, plain = _scan(text, rate)
    _check_lengths(lines)
    _check_overlap(lines)
    try:
        timeline = otio.adapters.read_from_string(plain, "cmx_3600", rate=float(rate.fraction))
    except (otio.exceptions.OTIOError, ValueError, AttributeError, LookupError) as error:
        raise CutRefusal(f"The EDL can't be read: {error}.") from error
    drop = lines[0].record[0].drop
    read = read_timeline(timeline, rate, drop, rule, form="EDL (CMX 3600)")
    by_record = {line.record[0].frames: line for line in lines}
    return replace(read, events=tuple(_restored(read.events, by_record, rule)))


def _scan(text: str, rate: FrameRate) -> tuple[list[_Line], str]:
    lines: list[_Line] = []
    plain: list[str] = []
    drop = record_drop = None
    for number, line in enumerate(text.splitlines(), start=1):
        heading = _HEADING.match(line)
        if heading:
            drop = not heading[1]
            record_drop = drop if record_drop is None else record_drop
        event = _EVENT.match(line)
        motion = _MOTION.match(line)
        if event:
            read = _event(number, event, rate, bool(drop), bool(record_drop))
            lines.append(read)
            if read.source[0].drop or read.record[0].drop:
                labels = iter((*read.source, *read.record))
                line = _LABEL.sub(lambda _, labels=labels: str(next(labels)), line)  # type: ignore[misc]
        elif motion and lines:
            lines[-1].speed = Fraction(motion[1])
            # The adapter knows only colons and forward speeds here.
            line = line.replace(";", ":").replace(motion[1], motion[1].lstrip("-"), 1)
        plain.append(line)
    return lines, "\n".join(plain) + "\n"


def _event(
    number: int, event: re.Match[str], rate: FrameRate, drop: bool, record_drop: bool
) -> _Line:
    labels = _LABEL.findall(event[5])
    if len(labels) != 4:
        raise CutRefusal(
            f"event {event[1]} has {len(labels)} whole timecodes and needs 4 "
            "(source in and out, record in and out): the list is cut short or damaged here.",
            line=number,
        )
    kinds = (drop, drop, record_drop, record_drop)
    try:
        # A label's own punctuation says more than the heading above it.
        read = [
            Timecode.parse(label, rate, drop=heading or label[-3] != ":")
            for label, heading in zip(labels, kinds, strict=True)
        ]
    except Refusal as refusal:
        raise CutRefusal(str(refusal), line=number, nearest=refusal.nearest) from refusal
    return _Line(
        number,
        event[1],
        event[2],
        event[3],
        event[4],
        (read[0], read[1]),
        (read[2], read[3]),
    )


def _check_lengths(lines: list[_Line]) -> None:
    for line, following in zip(lines, [*lines[1:], None], strict=True):
        source = line.source[1].frames - line.source[0].frames
        record = line.record[1].frames - line.record[0].frames
        # The outgoing side of a dissolve or wipe is written as an event of no length.
        opens = following is not None and following.number == line.number
        if opens and source == record == 0:
            continue
        if source <= 0 and line.speed is None:
            raise CutRefusal(
                f"event {line.number} has a source range of no length: {line.source[0]} to "
                f"{line.source[1]}.",
                line=line.line,
            )
        if record <= 0:
            raise CutRefusal(
                f"event {line.number} has a record range of no length: {line.record[0]} to "
                f"{line.record[1]}.",
                line=line.line,
            )
        if source != record and line.speed is None:
            raise CutRefusal(
                f"event {line.number} takes {source} source frames into {record} record frames, "
                "and no M2 line says that it is retimed.",
                line=line.line,
            )


def _check_overlap(lines: list[_Line]) -> None:
    ended: dict[str, _Line] = {}
    for line in sorted(lines, key=lambda each: each.record[0].frames):
        before = ended.get(line.channels)
        if before is not None and line.record[0].frames < before.record[1].frames:
            shared = before.record[1].frames - line.record[0].frames
            raise CutRefusal(
                f"event {line.number} begins at {line.record[0]}, {shared} frames before event "
                f"{before.number} (line {before.line}) ends at {before.record[1]}: they overlap.",
                line=line.line,
            )
        ended[line.channels] = line


def _restored(
    events: Iterable[CutEvent], by_record: dict[int, _Line], rule: CodeRule
) -> Iterable[CutEvent]:
    for event in events:
        line = by_record.get(event.record.first)
        if line is not None and line.reel == BLACK:
            continue
        if line is None:
            yield event
            continue
        backwards = line.speed is not None and line.speed < 0
        # The adapter calls a clip without a name by its event's number; its reel says more.
        name = line.reel if event.name == line.number else event.name
        yield replace(
            event,
            name=name,
            code=event.code if name == event.name else rule.code(name),
            reel=line.reel,
            source_drop=line.source[0].drop,
            speed=-abs(event.speed) if backwards else event.speed,
        )
