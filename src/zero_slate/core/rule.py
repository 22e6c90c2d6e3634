"""The frame rule: the same moments in every count that people use."""

from collections.abc import Callable, Iterator
from dataclasses import dataclass
from fractions import Fraction
from functools import lru_cache
from math import ceil, floor

from zero_slate.core.cut import CutEvent
from zero_slate.core.figures import decimal
from zero_slate.core.film import FRAMES_PER_FOOT, FeetFrames
from zero_slate.core.frames import FrameRange, total
from zero_slate.core.rate import FrameRate
from zero_slate.core.situation import Situation
from zero_slate.core.timecode import Timecode, labels

# Room beside the bands, as a share of what they span.
MARGIN = Fraction(7, 100)
# How many labelled marks a scale has at most, and marks in all.
MOST_LABELS = 10
MOST_MARKS = 140
# A reading for each pixel of a wide screen is as fine as a hairline can be set.
MOST_READINGS = 2400


@dataclass(frozen=True, slots=True)
class Mark:
    """A mark on a scale, at a position in shot frames; level 2 is labelled, 1 long, 0 short."""

    at: float
    level: int
    label: str | None


@dataclass(frozen=True, slots=True)
class Scale:
    """One count's marks, and its reading at every step of the rule."""

    key: str
    label: str
    marks: tuple[Mark, ...]
    readings: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class Band:
    """A stretch of frames: `blue` for the edit's, `ink` for the shot's, `disk`, `missing`."""

    key: str
    label: str
    tone: str
    runs: tuple[FrameRange, ...]
    missing: tuple[FrameRange, ...]
    note: str


@dataclass(frozen=True, slots=True)
class Rule:
    """The rule from frame `first` to frame `last`; readings stand at each `step` frames."""

    first: int
    last: int
    step: int
    home: int
    scales: tuple[Scale, ...]
    bands: tuple[Band, ...]


def build_rule(at: Situation) -> Rule:
    """Lay out the scales and bands of a shot."""
    setup = at.setup
    plate = at.placed[at.plate.id] if at.plate else None
    spans = [setup.work_range, setup.cut_range, *([plate.clip] if plate else [])]
    # A plate far away from the shot's frames would leave them a speck; it is named, not drawn.
    near = setup.work_range.length * 4 + 200
    spans = [s for s in spans if abs(s.first - setup.work_range.first) < near]
    first, last = min(s.first for s in spans), max(s.last for s in spans)
    margin = max(4, ceil((last - first + 1) * MARGIN))
    view = FrameRange(first - margin, last + margin)
    step = -(-view.length // MOST_READINGS)
    scales = _scales(
        setup.rate, setup.cut_range.first, setup.work_range.first, at.event, view, step
    )
    return Rule(view.first, view.last, step, setup.work_range.first, scales, _bands(at))


def _bands(at: Situation) -> tuple[Band, ...]:
    cut, work = at.setup.cut_range, at.setup.work_range
    bands = [
        Band("cut", f"cut · {cut.length}", "blue", (cut,), (), ""),
        Band("work", f"work · {work.length}", "ink", (work,), (), ""),
    ]
    if at.plate:
        placed = at.placed[at.plate.id]
        holes = placed.missing(work)
        note = f"{total(holes)} missing" if holes else ""
        bands.append(
            Band("disk", f"on disk · {total(placed.present)}", "disk", placed.present, holes, note)
        )
    return tuple(bands)


# Most keystrokes leave time alone: the scales of the shots in hand are kept.
@lru_cache(maxsize=64)
def _scales(
    rate: FrameRate, start: int, origin: int, event: CutEvent | None, view: FrameRange, step: int
) -> tuple[Scale, ...]:
    """Lay out every count; the cut begins at frame `start`, lengths count from `origin`."""
    frames = range(view.first, view.last + 1, step)
    scales = [
        Scale("shot", "shot frame", tuple(_count_marks(view, 0, str)), tuple(map(str, frames)))
    ]
    if event is not None:
        a_frame = event.record_rate.fraction / rate.fraction
        scales.insert(0, _timecode_scale("edit", view, frames, event.record_in, start, a_frame))
        if event.speed:
            source = event.source_in
            scales.append(_timecode_scale("source", view, frames, source, start, event.speed))
    scales.append(
        Scale(
            "seconds",
            "seconds",
            tuple(_second_marks(view, rate.fraction, origin)),
            tuple(decimal(rate.seconds(n - origin), 2) for n in frames),
        )
    )
    scales.append(
        Scale(
            "feet",
            "35 mm feet",
            tuple(_count_marks(view, origin, lambda n: str(FeetFrames(n)), FRAMES_PER_FOOT)),
            tuple(str(FeetFrames(n - origin)) for n in frames),
        )
    )
    return tuple(scales)


def _timecode_scale(
    key: str,
    view: FrameRange,
    frames: range,
    at_start: Timecode,
    start: int,
    ratio: Fraction,
) -> Scale:
    """Lay out a timecode scale that reads `at_start` at frame `start`, `ratio` labels a frame."""

    over, under = ratio.numerator, ratio.denominator

    def position(label: int) -> float:
        return start + (label - at_start.frames) * under / over

    counts = (at_start.frames + (f - start) * over // under for f in frames)
    readings = tuple(labels(counts, at_start.rate, drop=at_start.drop))
    ends = sorted(at_start.frames + (f - start) * ratio for f in (view.first, view.last + 1))
    marks = _timecode_marks(at_start, position, view, ceil(ends[0]), floor(ends[1]))
    return Scale(key, key, tuple(marks), readings)


def _timecode_marks(
    base: Timecode, position: Callable[[int], float], view: FrameRange, first: int, last: int
) -> Iterator[Mark]:
    """Mark seconds, labelled, and frames between them.

    Each second is asked for its first label, since drop-frame seconds differ in length.
    """
    rate, drop = base.rate, base.drop
    second = first // rate.nominal - 1
    end = last // rate.nominal + 2
    labelled = _pace(max(1, end - second - 2), MOST_LABELS, (1, 2, 5))
    small = _pace(last - first + 1, MOST_MARKS, (1, 2, 5))
    seconds_apart = max(1, small // rate.nominal)
    for each in range(second - second % seconds_apart, end, seconds_apart):
        label = Timecode.at_second(each, rate, drop=drop)
        following = Timecode.at_second(each + 1, rate, drop=drop)
        is_labelled = each % labelled == 0
        yield from _within(view, position(label.frames), 2 if is_labelled else 1, str(label))
        if small < rate.nominal:
            half = label.frames + rate.nominal // 2
            for count in range(label.frames + small, following.frames, small):
                yield from _within(view, position(count), 1 if count == half else 0, None)


def _within(view: FrameRange, at: float, level: int, label: str | None) -> Iterator[Mark]:
    if view.first <= at <= view.last + 1:
        yield Mark(at, level, label if level == 2 else None)


def _count_marks(
    view: FrameRange, origin: int, write: Callable[[int], str], unit: int = 1
) -> Iterator[Mark]:
    """Mark whole frames counted from `origin`, labelling every so many units."""
    labelled = _pace(-(-view.length // unit), MOST_LABELS, (1, 2, 5)) * unit
    small = min(_pace(view.length, MOST_MARKS, (1, 2, 5)), labelled)
    small = small if labelled % small == 0 else labelled // (labelled // small)
    for count in range(-(-(view.first - origin) // small) * small, view.last + 2 - origin, small):
        level = 2 if count % labelled == 0 else 1 if count * 2 % labelled == 0 else 0
        yield from _within(view, count + origin, level, write(count))


def _second_marks(view: FrameRange, rate: Fraction, origin: int) -> Iterator[Mark]:
    """Mark tenths of seconds or whole ones, as the span allows, from the work range's first."""
    tenths = _pace(ceil(view.length / rate * 10), MOST_LABELS, (1, 2, 5))
    fifth = Fraction(tenths, 50) * rate
    for count in range(
        ceil((view.first - origin) / fifth), floor((view.last + 1 - origin) / fifth) + 1
    ):
        label = f"{decimal(count * fifth / rate, 1, trim=True)} s"
        yield from _within(view, float(origin + count * fifth), 0 if count % 5 else 2, label)


def _pace(span: int, most: int, units: tuple[int, ...]) -> int:
    """Return the smallest round step, a unit times a power of ten, that gives at most `most`."""
    power = 1
    while True:
        for unit in units:
            if span <= most * unit * power:
                return unit * power
        power *= 10
