"""Time against the edit: rate, timecode, count, handles, ranges."""

from collections.abc import Iterator

from zero_slate.core.base.figures import counted, decimal, ordinal, round_half_up, seconds
from zero_slate.core.checks.finding import Finding, Sentence, Severity
from zero_slate.core.checks.suggestion import use
from zero_slate.core.cut.events import CutEvent
from zero_slate.core.media.header import MediaKind
from zero_slate.core.shot.context import ShotContext
from zero_slate.core.time.frames import FrameRange
from zero_slate.core.time.rate import FrameRate
from zero_slate.core.time.timecode import Timecode, TimecodeKind


def drift_sentence(
    mine: FrameRate, required: FrameRate, frames: int
) -> tuple[Sentence, dict[str, str | int]]:
    """Say how two rates part: a frame every 1 ÷ |a − b| s, and n·(1 − b ÷ a) over n frames."""
    every = mine.seconds_to_drift_a_frame(required)
    assert every is not None, "rates that are equal don't drift"
    ahead = mine.fraction > required.fraction
    gained = frames * (1 - required.fraction / mine.fraction)
    apart = required.seconds(1) * gained
    way = "ahead" if ahead else "behind"
    step = f"{decimal(every, 1)} s" if every >= 1 else seconds(every)
    summed = f"{decimal(abs(gained), 2)} frames"
    over = "one frame" if frames == 1 else f"{frames} frames"
    sentence = Sentence(
        f"Runs one frame {way} every {step}; over this shot's {over} {summed} "
        f"({seconds(abs(apart))}).",
        (step, summed),
    )
    return sentence, {
        "seconds_a_frame": str(every),
        "frames_apart": str(gained),
        "seconds_apart": str(apart),
    }


def rate(context: ShotContext) -> Iterator[Finding]:
    """Find a rate that isn't the edit's (`rate.differs`)."""
    mine, required = context.setup.rate, context.edit.rate
    if mine != required:
        sentence, figures = drift_sentence(mine, required, context.setup.work_range.length)
        if context.event is not None and context.event.record_rate != mine:
            ways = _both_ways(context.setup.cut_range.length, mine, context.event)
            sentence = Sentence(f"{sentence.text} {ways}", sentence.strong)
        yield Finding(
            "rate.differs", Severity.WARN, "rate", sentence, figures, use("rate", required)
        )


def _both_ways(frames: int, mine: FrameRate, event: CutEvent) -> str:
    """Say what a cut of so many frames is in the edit: one for one, and in real time."""
    rate = event.record_rate
    short = frames - event.length
    by_frames = f"{counted(abs(short), 'frame')} {'over' if short > 0 else 'short'}"
    apart = mine.seconds(frames) - rate.seconds(event.length)
    drifts = abs(apart) * rate.fraction * 2 >= 1
    by_time = f"{seconds(abs(apart))} {'over' if apart > 0 else 'short'}" if drifts else "no drift"
    # One in so many of the shot's frames is shown twice, or not at all.
    which = mine.fraction / abs(rate.fraction - mine.fraction)
    about = "" if which.denominator == 1 else "about "
    becomes = "is repeated" if mine.fraction < rate.fraction else "is dropped"
    return (
        f"Frame for frame: {by_frames if short else 'as long as the edit asks'}; in real time: "
        f"{by_time}, {about}every {ordinal(round_half_up(which))} {becomes}."
    )


def timecode(context: ShotContext) -> Iterator[Finding]:
    """Find drop-frame where there is none, or another kind than the edit's."""
    mine, required = context.setup.timecode, context.edit.timecode
    if mine is TimecodeKind.DROP and not context.setup.rate.has_drop_frame:
        yield Finding(
            "timecode.impossible",
            Severity.STOP,
            "timecode",
            Sentence(
                f"Drop-frame does not exist at {context.setup.rate}: only at 30000/1001 and "
                "60000/1001.",
                ("does not exist",),
            ),
            {},
            use("timecode", TimecodeKind.NON_DROP),
        )
    elif mine is not required:
        # Labels are left out at 54 of an hour's 60 minutes.
        hour = max(context.setup.rate.nominal, context.edit.rate.nominal) // 15 * 54
        labels = f"{hour} labels an hour"
        yield Finding(
            "timecode.differs",
            Severity.WARN,
            "timecode",
            Sentence(
                f"{str(mine).capitalize()} labels where the edit has {required}: {labels} apart.",
                (labels,),
            ),
            {"labels_an_hour": hour},
            use("timecode", required),
        )


def count(context: ShotContext) -> Iterator[Finding]:
    """Find frames numbered otherwise than the edit asks, and numbers that no file can have."""
    mine, required = context.setup.count, context.edit.count
    lowest = context.setup.work_range.first
    if lowest < 0:
        below = f"{counted(min(-lowest, context.setup.work_range.length), 'frame')} below 0"
        yield Finding(
            "count.negative",
            Severity.STOP,
            "count",
            Sentence(
                f"The work range begins at {lowest}: file names can't carry {below}.", (below,)
            ),
            {"first": lowest},
            None if mine == required else use("count", required),
        )
    if mine == required:
        return
    if required.at.from_source or mine.at.from_source:
        figure = f"{mine}" if mine.at.from_source else f"at the {mine.at}"
        said = f"Counted {figure}; the edit asks {required}."
        figures: dict[str, str | int] = {}
    elif mine.at is required.at:
        apart = mine.number - required.number
        way = "higher" if apart > 0 else "lower"
        figure = f"{abs(apart)} {way}"
        said = (
            f"Every frame is numbered {figure} than the edit asks: its {required.number} is "
            f"{mine.number} here."
        )
        figures = {"apart": apart}
    else:
        figure = f"at the {mine.at}"
        said = f"Counted {figure}, the edit asks {required.number} at the {required.at}."
        figures = {}
    yield Finding(
        "count.differs",
        Severity.WARN,
        "count",
        Sentence(said, (figure,)),
        figures,
        use("count", required),
    )


def handles(context: ShotContext) -> Iterator[Finding]:
    """Find handles that aren't those asked (`handles.differs`)."""
    mine, required = context.setup.handles, context.required.values["handles"]
    if mine == required:
        return
    said = _ends(mine.head - required.head, mine.tail - required.tail)
    yield Finding(
        "handles.differ",
        Severity.WARN,
        "handles",
        Sentence(f"{said[0].upper()}{said[1:]} than the edit asks.", (said,)),
        {"head": mine.head - required.head, "tail": mine.tail - required.tail},
        use("handles", required),
    )


def _ends(head: int, tail: int) -> str:
    return " and ".join(
        f"{abs(number)} {'more' if number > 0 else 'fewer'} at the {end}"
        for number, end in ((head, "head"), (tail, "tail"))
        if number
    )


def cut_range(context: ShotContext) -> Iterator[Finding]:
    """Find a cut range that isn't the edit's (`cut.differs`)."""
    required = context.required.cut_range
    mine = context.setup.cut_range
    if required is None or mine == required:
        return
    yield Finding(
        "cut.differs",
        Severity.WARN,
        "cut_range",
        Sentence(*_range_words(mine, required, "the edit shows")),
        _range_figures(mine, required),
        use("cut_range", required),
    )


def work_range(context: ShotContext) -> Iterator[Finding]:
    """Find a work range that doesn't hold the whole cut, or isn't what is asked."""
    mine, cut, required = (
        context.setup.work_range,
        context.setup.cut_range,
        context.required.work_range,
    )
    if not mine.holds(cut):
        head, tail = max(0, mine.first - cut.first), max(0, cut.last - mine.last)
        outside = min(head + tail, cut.length)
        said = f"{counted(outside, 'frame')} of the cut"
        widened = FrameRange(min(mine.first, cut.first), max(mine.last, cut.last))
        yield Finding(
            "range.cut-outside",
            Severity.STOP,
            "work_range",
            Sentence(
                f"{said} lie outside the work range."
                if outside > 1
                else f"{said} lies outside the work range.",
                (said,),
            ),
            {"frames": outside},
            use("work_range", required or widened),
        )
    elif required is not None and mine != required:
        yield Finding(
            "range.differs",
            Severity.WARN,
            "work_range",
            Sentence(*_range_words(mine, required, "cut and handles ask")),
            _range_figures(mine, required),
            use("work_range", required),
        )


def clip_range(context: ShotContext) -> Iterator[Finding]:
    """Find a work range outside its clip, and a clip that isn't what is on disk."""
    clip, work = context.setup.clip_range, context.setup.work_range
    if not clip.holds(work):
        head, tail = max(0, clip.first - work.first), max(0, work.last - clip.last)
        outside = min(head + tail, work.length)
        said = f"{counted(outside, 'frame')} of the work range"
        yield Finding(
            "range.work-outside",
            Severity.STOP,
            "clip_range",
            Sentence(f"{said} {'lies' if outside == 1 else 'lie'} outside the clip.", (said,)),
            {"frames": outside, "head": head, "tail": tail},
            use("clip_range", FrameRange(min(clip.first, work.first), max(clip.last, work.last))),
        )
    if context.plate is None or context.plate.media.kind is MediaKind.STILL:
        return
    there = context.aligned[context.plate.id].clip
    if there != clip and there.holds(work):
        yield Finding(
            "clip.on-disk",
            Severity.NOTE,
            "clip_range",
            Sentence(f"On disk the clip has {there}, {counted(there.length, 'frame')}."),
            {"first": there.first, "last": there.last},
            use("clip_range", there),
        )


def closing(context: ShotContext) -> Iterator[Finding]:
    """Find a delivery that is a blank frame longer or shorter than the edit asks."""
    mine, required = context.setup.closing, context.edit.closing
    if mine is not required:
        said = "1 frame longer" if mine.frames else "1 frame shorter"
        yield Finding(
            "closing.differs",
            Severity.WARN,
            "closing",
            Sentence(f"The delivery is {said} than the edit asks.", (said,)),
            {"frames": mine.frames - required.frames},
            use("closing", required),
        )


def start_timecode(context: ShotContext) -> Iterator[Finding]:
    """Find a start timecode that can't be at the rate, or isn't the source's."""
    mine, required = context.setup.start_timecode, context.required.values.get("start_timecode")
    label = context.setup.start_label
    if mine and label is None:
        yield Finding(
            "start.impossible",
            Severity.STOP,
            "start_timecode",
            Sentence(f"{mine} is not a label at {context.setup.rate}.", (mine,)),
            {"label": mine},
            use("start_timecode", required or ""),
        )
    elif label is not None and required and mine != required:
        source = Timecode.parse(required, context.event.source_rate) if context.event else label
        apart = label.frames - source.frames
        said = f"{counted(abs(apart), 'frame')} {'late' if apart > 0 else 'early'}"
        yield Finding(
            "start.differs",
            Severity.WARN,
            "start_timecode",
            Sentence(f"{said[0].upper()}{said[1:]}: the source begins at {required}.", (said,))
            if apart
            else Sentence(f"Written in another way than the source's {required}.", (required,)),
            {"frames": apart},
            use("start_timecode", required),
        )


def _range_figures(mine: FrameRange, required: FrameRange) -> dict[str, str | int]:
    return {
        "head": required.first - mine.first,
        "tail": mine.last - required.last,
        "length": mine.length - required.length,
    }


def _range_words(
    mine: FrameRange, required: FrameRange, source: str
) -> tuple[str, tuple[str, ...]]:
    """Say how a range differs: frames short or over at each end, or the same frames moved."""
    head, tail = required.first - mine.first, mine.last - required.last
    if head == -tail:
        moved = f"{counted(abs(head), 'frame')} {'early' if head > 0 else 'late'}"
        return f"{counted(mine.length, 'frame')} as asked, but {moved}: {source} {required}.", (
            moved,
        )
    figures = tuple(
        f"{abs(n)} {'short' if n < 0 else 'over'} at the {end}"
        for n, end in ((head, "head"), (tail, "tail"))
        if n
    )
    return (
        f"{counted(mine.length, 'frame')}, {' and '.join(figures)}: {source} {required}.",
        figures,
    )
