"""The frame rule: the same moments in every count that people use."""

from collections.abc import Callable, Iterator
from dataclasses import dataclass, replace
from fractions import Fraction
from functools import lru_cache
from math import ceil, floor

from zero_slate.core.base.figures import decimal
from zero_slate.core.media.element import Element, Role
from zero_slate.core.media.showing import ShownFrames, Shows, TimeKind, time_kind
from zero_slate.core.shot.context import ShotContext
from zero_slate.core.time.entry.clock import Clock, TimecodeAnchor
from zero_slate.core.time.film import FRAMES_PER_FOOT, FeetFrames
from zero_slate.core.time.frames import FrameRange, total
from zero_slate.core.time.rate import FrameRate
from zero_slate.core.time.timecode import Timecode, frames_in_a_day, split

# Room beside the bands, as a share of what they span.
MARGIN = Fraction(7, 100)
# How many labelled marks a scale has at most, and marks in all.
MOST_LABELS = 10
MOST_MARKS = 140
# A reading for each pixel of a wide screen is as fine as a hairline can be set.
MOST_READINGS = 1200
# How many elements have a band of their own.
MOST_ELEMENTS = 6


@dataclass(frozen=True, slots=True)
class RuleTick:
    """A mark on a scale, at a position in shot frames; level 2 is labelled, 1 long, 0 short."""

    at: float
    """Where it stands, in frames of the shot."""
    level: int
    """2 for one that is labelled, 1 for a long one, 0 for a short one."""
    label: str | None
    """What it reads; None where it isn't labelled."""


@dataclass(frozen=True, slots=True)
class Scale:
    """One count's marks, and its reading at every step of the rule."""

    key: str
    """Which count it is."""
    label: str
    """The count's name."""
    marks: tuple[RuleTick, ...]
    """Its marks in view."""
    readings: tuple[str, ...]
    """What it reads at every step of the rule."""


@dataclass(frozen=True, slots=True)
class Band:
    """A stretch of frames on the rule."""

    key: str
    """Which stretch it is."""
    label: str
    """Its name."""
    tone: str
    """`blue` for the edit's, `ink` for the shot's, `clip`, or `disk` for files."""
    runs: tuple[FrameRange, ...]
    """The frames in it."""
    missing: tuple[FrameRange, ...]
    """The frames missing in it."""
    note: str
    """What it comes to, in words."""
    fills: tuple[ShownFrames, ...] = ()
    """Of an element, what stands for frames of its own where it has none."""
    on: bool = True
    """Whether it is used."""


@dataclass(frozen=True, slots=True)
class RuleMark:
    """A key or marker of the shot."""

    frame: int
    """Its frame of the shot."""
    kind: str
    """`key` or `marker`."""
    name: str
    """A marker's name."""


@dataclass(frozen=True, slots=True)
class FrameRule:
    """The rule, or the part of it that is in view."""

    first: int
    """The first frame in view."""
    last: int
    """The last frame in view."""
    step: int
    """Readings stand at each so many frames."""
    home: int
    """The work range's first frame."""
    whole: FrameRange
    """All there is to see."""
    scales: tuple[Scale, ...]
    """The counts, from the top."""
    bands: tuple[Band, ...]
    """The stretches under them."""
    marks: tuple[RuleMark, ...]
    """The keys and markers in view."""
    snap_first: tuple[int, ...]
    """The frames that the first end holds on to as it is dragged."""
    snap_last: tuple[int, ...]
    """The frames that the last end holds on to as it is dragged."""
    locked: str | None
    """Who locked the work range; None where it isn't."""


def build_frame_rule(context: ShotContext, view: FrameRange | None = None) -> FrameRule:
    """Lay out the scales and bands of a shot: all of them, or those of a view."""
    setup = context.setup
    whole = _whole(context)
    # A view far off shows nothing, and one without end can't be laid out.
    far = FrameRange(whole.first - whole.length, whole.last + whole.length)
    shown = (view and view.overlap(far)) or whole
    step = -(-shown.length // MOST_READINGS)
    clock = context.clock
    scales = _scales(clock, setup.work_range.first, setup.scan.interlaced, shown, step)
    firsts, lasts = _snaps(context)
    marks = tuple(
        RuleMark(mark.frame, str(mark.kind), mark.name)
        for mark in context.marks
        if mark.frame in shown
    )
    return FrameRule(
        shown.first,
        shown.last,
        step,
        setup.work_range.first,
        whole,
        scales,
        _bands(context),
        marks,
        firsts,
        lasts,
        context.lock.who if context.lock else None,
    )


def build_stack_rule(context: ShotContext, view: FrameRange | None = None) -> FrameRule:
    """Lay out the shot's frames, the cut, and a band of every element, the foremost on top."""
    rule = build_frame_rule(context, view)
    lying = [element for element in context.elements if element.view_of is None]
    cut, work, *_ = rule.bands
    code = context.setup.code
    bands = [
        element_band(context, element, element.short_name(code)) for element in reversed(lying)
    ]
    scales = tuple(scale for scale in rule.scales if scale.key in ("shot", "edit"))
    return replace(rule, scales=scales, bands=(cut, work, *bands))


def _whole(context: ShotContext) -> FrameRange:
    setup = context.setup
    spans = [setup.work_range, setup.cut_range, setup.clip_range]
    spans += [placed.clip for placed in context.aligned.values()]
    # What lies far away from the shot's frames would leave them a speck; it is named, not drawn.
    near = setup.work_range.length * 4 + 200
    spans = [s for s in spans if abs(s.first - setup.work_range.first) < near]
    first, last = min(s.first for s in spans), max(s.last for s in spans)
    margin = max(4, ceil((last - first + 1) * MARGIN))
    return FrameRange(first - margin, last + margin)


def _snaps(context: ShotContext) -> tuple[tuple[int, ...], tuple[int, ...]]:
    setup = context.setup
    runs = [
        setup.cut_range,
        setup.cut_range.widened(setup.handles),
        setup.clip_range,
        *(placed.clip for placed in context.aligned.values()),
    ]
    if context.required.work_range:
        runs.append(context.required.work_range)
    return tuple(sorted({r.first for r in runs})), tuple(sorted({r.last for r in runs}))


def _bands(context: ShotContext) -> tuple[Band, ...]:
    setup = context.setup
    cut, work, clip = setup.cut_range, setup.work_range, setup.clip_range
    blank = " + 1 blank" if setup.closing.frames else ""
    bands = [
        Band("cut", f"cut · {cut.length}", "blue", (cut,), (), ""),
        Band("work", f"work · {work.length}{blank}", "ink", (work,), (), ""),
        Band("clip", f"clip · {clip.length}", "clip", (clip,), (), ""),
    ]
    lying = [element for element in context.elements if element.view_of is None]
    bands += [element_band(context, element) for element in lying[:MOST_ELEMENTS]]
    return tuple(bands)


def element_band(context: ShotContext, element: Element, name: str = "") -> Band:
    """Return the band of an element: its frames, and what shows for others of the work range."""
    work, plate = context.setup.work_range, element.role == Role.PLATE
    placed, shows = context.aligned[element.id], context.showing[element.id]
    one = time_kind(element.media, work) is TimeKind.ONE
    own: list[FrameRange] = []
    filled: list[ShownFrames] = []
    for each in shows.stretches(_whole(context)):
        inside = each.frames.overlap(work)
        if each.shows is Shows.OWN and not one:
            own.append(each.frames)
        elif each.shows is not Shows.NOTHING and inside:
            # One picture is held where it shows, its own frame among the others.
            how = Shows.HELD if each.shows is Shows.OWN else each.shows
            if one and filled and filled[-1].shows is how:
                inside = FrameRange(filled.pop().frames.first, inside.last)
            filled.append(ShownFrames(inside, how))
    holes = () if one or not element.on else placed.missing(work) if plate else shows.without(work)
    if time_kind(element.media, work) is TimeKind.SPARSE:
        holes = ()
    there = "" if one or name else f" · {total(placed.present)}"
    note = f"{total(holes)} missing" if holes else ""
    label = name or element.own_name or ("on disk" if plate else element.role)
    return Band(
        f"element-{element.id}",
        label + there,
        "disk",
        tuple(own),
        holes,
        note,
        tuple(filled),
        element.on,
    )


# Most keystrokes leave time alone: the scales of the shots in hand are kept.
@lru_cache(maxsize=64)
def _scales(
    clock: Clock, origin: int, fields: bool, view: FrameRange, step: int
) -> tuple[Scale, ...]:
    """Lay out every count; lengths, and `fields` where there are two a frame, from `origin`."""
    rate = clock.rate
    frames = range(view.first, view.last + 1, step)
    scales = [
        Scale("shot", "shot frame", tuple(_count_marks(view, 0, str)), tuple(map(str, frames)))
    ]
    for anchor in clock.anchors:
        scale = _timecode_scale(anchor, view, frames)
        scales.insert(0, scale) if anchor.name == "edit" else scales.append(scale)
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
    if fields:
        scales.append(
            Scale(
                "fields",
                "fields",
                tuple(_count_marks(view, origin, lambda n: str(2 * n))),
                _field_readings(clock, origin, frames),
            )
        )
    return tuple(scales)


def _field_readings(clock: Clock, origin: int, frames: range) -> tuple[str, ...]:
    """Read both fields of each frame: counted, and as the edit's timecode with the field's number.

    SMPTE ST 12-1 tells the two fields of a frame apart as the first and the second.
    """
    counted = [f"{2 * (n - origin)}, {2 * (n - origin) + 1}" for n in frames]
    if not clock.anchors:
        return tuple(counted)
    written = clock.anchors[0].labels(frames)
    return tuple(f"{both} · {label}.1, .2" for both, label in zip(counted, written, strict=True))


def _timecode_scale(anchor: TimecodeAnchor, view: FrameRange, frames: range) -> Scale:
    """Lay out the scale of a timecode that stands for the shot's frames."""
    at_start, start, ratio = anchor.label, anchor.frame, anchor.pace
    over, under = ratio.numerator, ratio.denominator

    def position(label: int) -> float:
        return start + (label - at_start.frames) * under / over

    ends = sorted(at_start.frames + (f - start) * ratio for f in (view.first, view.last + 1))
    marks = _timecode_marks(at_start, position, view, ceil(ends[0]), floor(ends[1]))
    return Scale(anchor.name, anchor.name, tuple(marks), tuple(anchor.labels(frames)))


def _timecode_marks(
    base: Timecode, position: Callable[[int], float], view: FrameRange, first: int, last: int
) -> Iterator[RuleTick]:
    """Mark seconds, labelled, and frames between them.

    Each second is asked for its first label, since drop-frame seconds differ in length.
    """
    rate, drop = base.rate, base.drop
    second = _second_of(first, rate, drop)
    end = _second_of(last, rate, drop) + 1
    labelled = _pace(max(1, end - second - 1), MOST_LABELS, (1, 2, 5))
    small = _pace(last - first + 1, MOST_MARKS, (1, 2, 5))
    seconds_apart = max(1, small // rate.nominal)
    for each in range(second - second % seconds_apart, end + 1, seconds_apart):
        begins = _first_of(each, rate, drop)
        is_labelled = each % labelled == 0
        label = str(Timecode.from_frames(begins, rate, drop=drop)) if is_labelled else None
        yield from _within(view, position(begins), 2 if is_labelled else 1, label)
        if small < rate.nominal:
            half = begins + rate.nominal // 2
            for count in range(begins + small, _first_of(each + 1, rate, drop), small):
                yield from _within(view, position(count), 1 if count == half else 0, None)


def _second_of(frames: int, rate: FrameRate, drop: bool) -> int:
    """Return the second of a day that a frame is labelled in, past midnight in the next one's."""
    days, count = divmod(frames, frames_in_a_day(rate, drop))
    hours, minutes, secs, _ = split(count, rate, drop)
    return int(((days * 24 + hours) * 60 + minutes) * 60 + secs)


def _first_of(second: int, rate: FrameRate, drop: bool) -> int:
    """Return the first frame that is labelled in a second, the inverse of `_second_of`."""
    days, of_day = divmod(second, 24 * 60 * 60)
    first = Timecode.at_second(of_day, rate, drop=drop).frames
    return days * frames_in_a_day(rate, drop) + first


def _within(view: FrameRange, at: float, level: int, label: str | None) -> Iterator[RuleTick]:
    if view.first <= at <= view.last + 1:
        yield RuleTick(at, level, label if level == 2 else None)


def _count_marks(
    view: FrameRange, origin: int, write: Callable[[int], str], unit: int = 1
) -> Iterator[RuleTick]:
    """Mark whole frames counted from `origin`, labelling every so many units."""
    labelled = _pace(-(-view.length // unit), MOST_LABELS, (1, 2, 5)) * unit
    small = min(_pace(view.length, MOST_MARKS, (1, 2, 5)), labelled)
    small = small if labelled % small == 0 else labelled // (labelled // small)
    for count in range(-(-(view.first - origin) // small) * small, view.last + 2 - origin, small):
        level = 2 if count % labelled == 0 else 1 if count * 2 % labelled == 0 else 0
        yield from _within(view, count + origin, level, write(count))


def _second_marks(view: FrameRange, rate: Fraction, origin: int) -> Iterator[RuleTick]:
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
