"""Stretches of time under each other: a shot's ranges, and two rates side by side."""

from dataclasses import dataclass
from fractions import Fraction

from zero_slate.core.base.figures import counted, decimal, seconds
from zero_slate.core.presentation.drawings.fact import Fact
from zero_slate.core.shot.context import ShotContext
from zero_slate.core.time.film import FeetFrames, drawings
from zero_slate.core.time.frames import FrameRange

# How many of the edit's frames are drawn where the shot ends.
LAST_FRAMES = 6
# More frames of the faster rate than this are a grey bar, and a drawing without end.
MOST_SPANS = 240


@dataclass(frozen=True, slots=True)
class Span:
    """One stretch, from start to end in the drawing's own unit, with its figure."""

    start: float
    """Where the stretch begins, on the drawing's scale."""
    end: float
    """Where it ends."""
    text: str
    """What is written in it."""


@dataclass(frozen=True, slots=True)
class Track:
    """Stretches in a row: `blue` for the edit's, `ink` for the shot's, `disk`, `missing`."""

    label: str
    """The row's name."""
    tone: str
    """`blue` for the edit's, `ink` for the shot's, `disk` for files, `missing`."""
    spans: tuple[Span, ...]
    """The stretches in it."""


@dataclass(frozen=True, slots=True)
class BarDrawing:
    """Rows of stretches over one span, and the figures that belong to them."""

    title: str
    """What the drawing shows."""
    corner: str
    """The figure at its corner."""
    first: float
    """Where the span that is drawn begins."""
    last: float
    """Where it ends."""
    tracks: tuple[Track, ...]
    """The rows, from the top."""
    facts: tuple[Fact, ...]
    """The figures that belong to it."""


def draw_ranges(context: ShotContext) -> BarDrawing:
    """Draw cut, handles, work range and what is on disk, over what the edit asks."""
    setup, required = context.setup, context.required
    cut, work = setup.cut_range, setup.work_range
    tracks = []
    if required.work_range and required.cut_range:
        tracks.append(_track("asked", "blue", (required.work_range,)))
        tracks.append(_track("cut", "blue", (required.cut_range,)))
    else:
        tracks.append(_track("cut", "blue", (cut,)))
    tracks.append(_track("work", "ink", (work,)))
    if setup.clip_range != work:
        tracks.append(_track("clip", "ink", (setup.clip_range,)))
    if context.plate:
        placed = context.aligned[context.plate.id]
        near = work.widened(setup.handles)
        there = tuple(r for run in placed.present if (r := run.overlap(near)) is not None)
        tracks.append(_track("on disk", "disk", there))
        if missing := placed.missing(work):
            tracks.append(_track("missing", "missing", missing))
    head, tail = cut.first - work.first, work.last - cut.last
    short = head < setup.handles.head or tail < setup.handles.tail
    ends = [end for track in tracks for span in track.spans for end in (span.start, span.end)]
    return BarDrawing(
        "Ranges",
        counted(setup.delivered_length, "frame"),
        min(ends),
        max(ends),
        tuple(tracks),
        (
            _handles(head, tail, short),
            Fact("Length", seconds(setup.rate.seconds(setup.delivered_length)), False),
            Fact("35 mm", f"{FeetFrames(setup.delivered_length)} feet", False),
            Fact(
                "Drawings on twos, threes",
                f"{drawings(work.length, 2)}, {drawings(work.length, 3)}",
                False,
            ),
        ),
    )


def _handles(head: int, tail: int, short: bool) -> Fact:
    if head < 0 or tail < 0:
        return Fact("Handles", "The work range doesn't contain the cut", True)
    return Fact("Handles, as set", f"{head} + {tail}", short)


def draw_rates(context: ShotContext) -> BarDrawing:
    """Draw the edit's last frames over the same seconds of the shot, frame by frame."""
    mine, edit = context.setup.rate, context.edit.rate
    frames = context.setup.work_range.length
    end = edit.seconds(frames)
    start = edit.seconds(max(0, frames - LAST_FRAMES))
    # Where one rate is a hundred times the other, less of the end is drawn.
    latest = end - MOST_SPANS / max(mine.fraction, edit.fraction)
    less = f", last {seconds(end - latest)}" if latest > start else ""
    start = max(start, latest)
    gained = frames * (1 - edit.fraction / mine.fraction)
    same = mine == edit
    return BarDrawing(
        "The last frames, edit and shot",
        (f"{mine} in {edit}" if not same else str(edit)) + less,
        float(start),
        float(end),
        (
            Track("edit", "blue", _frames_between(edit.fraction, start, end)),
            Track("shot", "ink", _frames_between(mine.fraction, start, end)),
        ),
        (
            Fact("Length in the edit", f"{decimal(end, 3)} s", False),
            Fact("Length at this rate", f"{decimal(mine.seconds(frames), 3)} s", not same),
            Fact("Apart at the end", counted_frames(gained), not same),
            Fact(
                "Apart after a minute",
                counted_frames(60 * (mine.fraction - edit.fraction)),
                not same,
            ),
        ),
    )


def counted_frames(value: Fraction) -> str:
    """Write a part of frames: `0.11 frames`."""
    figure = decimal(abs(value), 2, trim=True)
    return counted(1, "frame") if figure == "1" else f"{figure} frames"


def _track(label: str, tone: str, runs: tuple[FrameRange, ...]) -> Track:
    return Track(label, tone, tuple(Span(r.first, r.last + 1, str(r)) for r in runs))


def _frames_between(rate: Fraction, start: Fraction, end: Fraction) -> tuple[Span, ...]:
    """Return the frames of a rate that show between two moments, cut off at both."""
    first, last = start * rate // 1, -(-end * rate // 1)
    return tuple(
        Span(float(max(start, n / rate)), float(min(end, (n + 1) / rate)), str(n + 1))
        for n in range(int(first), int(last))
    )
