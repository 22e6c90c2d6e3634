"""A cut written as an EDL: picture events that our own reader, and those of others, take back."""

from collections.abc import Iterable, Iterator
from fractions import Fraction

from zero_slate.core.base.figures import decimal
from zero_slate.core.base.safe_names import made_safe
from zero_slate.core.cut.events import CutEvent
from zero_slate.core.time.timecode import Timecode

# What the oldest readers take of a reel's name.
LONGEST_REEL = 32


def write_edl(title: str, events: Iterable[CutEvent]) -> bytes:
    """Write events in the order of the record, with clip names, speeds and grades."""
    lines = [f"TITLE: {made_safe(title).safe}"]
    drop: bool | None = None
    ordered = sorted(events, key=lambda each: (each.record.first, each.position))
    for number, event in enumerate(ordered, start=1):
        if event.record_drop is not drop:
            drop = event.record_drop
            lines.append(f"FCM: {'DROP FRAME' if drop else 'NON-DROP FRAME'}")
        lines += ["", *_event(number, event)]
    return ("\n".join(lines) + "\n").encode()


def _event(number: int, event: CutEvent) -> Iterator[str]:
    source_in = event.source_in
    # An EDL counts source time onwards: what is played is told by M2.
    length = event.source.length if event.speed else 1
    source_out = Timecode.from_frames(
        event.source.first + length, event.source_rate, drop=event.source_drop
    )
    if event.speed < 0:
        source_in = Timecode.from_frames(
            event.source.first, event.source_rate, drop=event.source_drop
        )
    record_out = Timecode.from_frames(
        event.record.last + 1, event.record_rate, drop=event.record_drop
    )
    reel = made_safe(event.reel).safe[:LONGEST_REEL] or "AX"
    labels = " ".join(map(str, (source_in, source_out, event.record_in, record_out)))
    yield f"{number:03d}  {reel:<8} V     C        {labels}"
    if event.speed != 1:
        pace = decimal(event.speed * _frames(event), 3, trim=True).replace("−", "-")
        yield f"M2   {reel:<8} {pace:>8}                {event.source_in}"
    yield f"* FROM CLIP NAME: {event.name or event.code}"
    if event.cdl is not None:
        slope, offset, power = (
            " ".join(f"{value:.6f}" for value in values)
            for values in (event.cdl.slope, event.cdl.offset, event.cdl.power)
        )
        yield f"* ASC_SOP: ({slope}) ({offset}) ({power})"
        yield f"* ASC_SAT: {event.cdl.saturation:.6f}"


def _frames(event: CutEvent) -> Fraction:
    """Return the frames a second that a speed of 1 is written as: the source's own."""
    return event.source_rate.fraction
