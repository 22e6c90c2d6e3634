"""What a change of rate, range or count does to work that has begun, before it is made."""

from collections.abc import Mapping
from dataclasses import dataclass
from enum import StrEnum
from fractions import Fraction
from typing import Any

from zero_slate.core.base.figures import counted, decimal, round_half_up
from zero_slate.core.settings.models.setup import Setup
from zero_slate.core.shot.anchor import Anchor
from zero_slate.core.shot.change import change, held
from zero_slate.core.shot.required import scaled_handles
from zero_slate.core.shot.state import Content
from zero_slate.core.time.film import FeetFrames, drawings
from zero_slate.core.time.frames import CountAt, FrameRange
from zero_slate.core.time.marks import in_order
from zero_slate.core.time.rate import FrameRate
from zero_slate.core.time.retime import Rescale, RetimeMode, merged, milliseconds
from zero_slate.core.time.timecode import Timecode, join, split

# Keys and markers that are listed; a shot may have thousands.
MOST_LISTED = 300
RANGES = {"clip_range": "Clip range", "work_range": "Work range", "cut_range": "Cut range"}


class NoteCode(StrEnum):
    """What becomes of a key or marker."""

    OUTSIDE = "outside"
    MERGED = "merged"
    ROUNDED = "rounded"


@dataclass(frozen=True, slots=True)
class ImpactNote:
    """What becomes of a key or marker, as a code and in words."""

    code: NoteCode
    """What becomes of it."""
    text: str
    """The same in words."""


@dataclass(frozen=True, slots=True)
class ImpactLine:
    """A range, key or marker before and after; `notes` say what becomes of it."""

    kind: str
    """`range`, `key` or `marker`."""
    name: str
    """Its name."""
    before: str
    """Where it stands."""
    after: str
    """Where it would stand."""
    notes: tuple[ImpactNote, ...]
    """What else becomes of it."""


@dataclass(frozen=True, slots=True)
class LengthLine:
    """The delivered length in one count, before and after."""

    count: str
    """The count's name."""
    before: str
    """The length as it stands."""
    after: str
    """The length after the change."""


@dataclass(frozen=True, slots=True)
class TimeChangeImpact:
    """Everything that a change of time moves."""

    keep: RetimeMode
    """What the change keeps: frame numbers or moments."""
    sentence: str
    """What it comes to, in one sentence."""
    lines: tuple[ImpactLine, ...]
    """Ranges, keys and markers, before and after."""
    more: int
    """How many further lines aren't listed."""
    lengths: tuple[LengthLine, ...]
    """The delivered length in each count."""
    outside: int
    """How many keys and markers would lie outside the work range."""
    merging: int
    """How many keys would fall on one another's frame."""
    largest_shift: str
    """How far the furthest is moved off its moment, in words."""


def time_change_impact(
    content: Content, values: Mapping[str, Any], keep: RetimeMode, anchor: Anchor
) -> tuple[Content, TimeChangeImpact]:
    """Return the content after a change, and what the change does.

    With the timing kept, key k moves to `s + round((k − s) · b ÷ a)`, s being where the count
    starts; ranges given in `values` are taken as given. Raises Refusal where a lock holds.
    """
    before = content.setup
    now: FrameRate = values.get("rate", before.rate)
    if keep is RetimeMode.TIMING and now != before.rate:
        start = _start(before)
        scale = Rescale(start, start, before.rate, now)
        scaled = _ranges(before, scale)
        if before.start_label is not None:
            scaled["start_timecode"] = _same_moment(before.start_label, now)
        given = {**scaled, **values}
        refused = held(content, given)
        if refused:
            raise refused
        moved = content.model_copy(
            update={"marks": in_order(tuple(m.at(scale.frame(m.frame)) for m in content.marks))}
        )
        after = change(moved, given, anchor)
    else:
        scale = Rescale(0, 0, before.rate, before.rate)
        after = change(content, values, anchor)
    return after, _told(content, after, keep, scale)


def _ranges(before: Setup, scale: Rescale) -> dict[str, Any]:
    """Return handles and ranges that last as long at another rate.

    Each begins at its moment, and its last frame comes from the length that an edit would ask: a
    work range that is the cut with its handles stays so, and a clip goes on holding it.
    """
    handles = scaled_handles(before.handles, scale.ratio)
    cut, work, clip = (
        FrameRange.starting(scale.frame(run.first), scale.length(run.length))
        for run in (before.cut_range, before.work_range, before.clip_range)
    )
    if before.work_range == before.cut_range.widened(before.handles):
        work = cut.widened(handles)
    elif before.work_range.holds(before.cut_range):
        work = work.around(cut)
    if before.clip_range == before.work_range:
        clip = work
    elif before.clip_range.holds(before.work_range):
        clip = clip.around(work)
    return {"handles": handles, "cut_range": cut, "work_range": work, "clip_range": clip}


def _start(setup: Setup) -> int:
    """Return the frame that the count starts at, which keeps its number."""
    if setup.count.at is CountAt.CUT:
        return setup.cut_range.first
    return (setup.work_range if setup.count.at is CountAt.WORK else setup.clip_range).first


def _same_moment(label: Timecode, now: FrameRate) -> str:
    """Return the label at another rate of the second and the part of it that a label stands for."""
    hours, minutes, secs, frames = split(label.frames, label.rate, label.drop)
    drop = label.drop and now.has_drop_frame
    over = min(now.nominal - 1, round_half_up(Fraction(frames * now.nominal, label.rate.nominal)))
    # A second that drop-frame begins late has no label before its first.
    first = Timecode.at_second((hours * 60 + minutes) * 60 + secs, now, drop=drop).frames
    frame = max(first, join(hours, minutes, secs, over, now, drop))
    return str(Timecode.from_frames(frame, now, drop=drop))


def _told(content: Content, after: Content, keep: RetimeMode, scale: Rescale) -> TimeChangeImpact:
    was, now = content.setup, after.setup
    raised = after.shift - content.shift
    together = merged((mark.frame for mark in content.marks), scale)
    lines = [
        ImpactLine("range", name, _run(getattr(was, key)), _run(getattr(now, key)), ())
        for key, name in RANGES.items()
    ]
    outside = merging = 0
    largest = Fraction(0)
    for mark in content.marks:
        frame = scale.frame(mark.frame) + raised
        notes = []
        if frame not in now.work_range and mark.frame in was.work_range:
            notes.append(ImpactNote(NoteCode.OUTSIDE, "falls outside the work range"))
            outside += 1
        others = together.get(scale.frame(mark.frame), ())
        if len(others) > 1:
            text = f"lands on {frame} with {counted(len(others) - 1, 'other')}"
            notes.append(ImpactNote(NoteCode.MERGED, text))
            merging += 1
        off = scale.off(mark.frame)
        largest = max(largest, off)
        if off:
            notes.append(ImpactNote(NoteCode.ROUNDED, f"{milliseconds(off)} off"))
        lines.append(
            ImpactLine(str(mark.kind), mark.name, str(mark.frame), str(frame), tuple(notes))
        )
    return TimeChangeImpact(
        keep,
        _sentence(was, now, keep),
        tuple(lines[:MOST_LISTED]),
        max(0, len(lines) - MOST_LISTED),
        _lengths(was, now),
        outside,
        merging,
        milliseconds(largest) if largest else "none",
    )


def _run(run: FrameRange) -> str:
    return f"{run} · {run.length}"


def _sentence(was: Setup, now: Setup, keep: RetimeMode) -> str:
    if was.rate == now.rate:
        return f"The rate stays {now.rate}."
    speed = now.rate.fraction / was.rate.fraction
    if keep is RetimeMode.NUMBERS:
        return (
            f"Every number stays; what is drawn plays {decimal(speed, 3, trim=True)}× as fast, "
            f"from {was.rate} to {now.rate}."
        )
    return (
        f"Every moment stays; {counted(was.work_range.length, 'frame')} "
        f"become{'s' if was.work_range.length == 1 else ''} {now.work_range.length}, "
        f"from {was.rate} to {now.rate}."
    )


def _lengths(was: Setup, now: Setup) -> tuple[LengthLine, ...]:
    counts = (
        ("frames", lambda s: str(s.delivered_length)),
        ("seconds", lambda s: f"{decimal(s.rate.seconds(s.delivered_length), 3)} s"),
        (
            "timecode",
            lambda s: str(Timecode.from_frames(s.delivered_length, s.rate, drop=s.drops)),
        ),
        ("35 mm feet", lambda s: str(FeetFrames(s.delivered_length))),
        ("drawings on ones", lambda s: str(s.work_range.length)),
        ("drawings on twos", lambda s: str(drawings(s.work_range.length, 2))),
        ("drawings on threes", lambda s: str(drawings(s.work_range.length, 3))),
        *(
            (("fields", lambda s: str(2 * s.delivered_length)),)
            if now.scan.interlaced or was.scan.interlaced
            else ()
        ),
    )
    return tuple(LengthLine(name, write(was), write(now)) for name, write in counts)
