"""Time against the edit: rate, timecode, count, handles, ranges."""

from collections.abc import Iterator

from zero_slate.core.base.figures import counted, decimal, seconds
from zero_slate.core.checks.finding import Finding, Sentence, Severity
from zero_slate.core.checks.suggestion import use
from zero_slate.core.media.element import MediaKind
from zero_slate.core.shot.context import Situation
from zero_slate.core.time.frames import FrameRange
from zero_slate.core.time.rate import FrameRate
from zero_slate.core.time.timecode import Timecode, TimecodeKind


def drift_sentence(
    mine: FrameRate, asked: FrameRate, frames: int
) -> tuple[Sentence, dict[str, str | int]]:
    """Say how two rates part: a frame every 1 ÷ |a − b| s, and n·(1 − b ÷ a) over n frames."""
    every = mine.seconds_to_drift_a_frame(asked)
    assert every is not None, "rates that are equal don't drift"
    ahead = mine.fraction > asked.fraction
    gained = frames * (1 - asked.fraction / mine.fraction)
    apart = asked.seconds(1) * gained
    way = "ahead" if ahead else "behind"
    step = f"{decimal(every, 1)} s"
    summed = f"{decimal(abs(gained), 2)} frames"
    sentence = Sentence(
        f"Runs one frame {way} every {step}; over this shot's {frames} frames {summed} "
        f"({seconds(abs(apart))}).",
        (step, summed),
    )
    return sentence, {
        "seconds_a_frame": str(every),
        "frames_apart": str(gained),
        "seconds_apart": str(apart),
    }


def rate(at: Situation) -> Iterator[Finding]:
    """Find a rate that isn't the edit's (`rate.differs`)."""
    mine, asked = at.setup.rate, at.edit.rate
    if mine != asked:
        sentence, figures = drift_sentence(mine, asked, at.setup.work_range.length)
        yield Finding("rate.differs", Severity.WARN, "rate", sentence, figures, use("rate", asked))


def timecode(at: Situation) -> Iterator[Finding]:
    """Find drop-frame where there is none, or another kind than the edit's."""
    mine, asked = at.setup.timecode, at.edit.timecode
    if mine is TimecodeKind.DROP and not at.setup.rate.has_drop_frame:
        yield Finding(
            "timecode.impossible",
            Severity.STOP,
            "timecode",
            Sentence(
                f"Drop-frame does not exist at {at.setup.rate}: only at 30000/1001 and 60000/1001.",
                ("does not exist",),
            ),
            {},
            use("timecode", TimecodeKind.NON_DROP),
        )
    elif mine is not asked:
        # Labels are left out at 54 of an hour's 60 minutes.
        hour = max(at.setup.rate.nominal, at.edit.rate.nominal) // 15 * 54
        labels = f"{hour} labels an hour"
        yield Finding(
            "timecode.differs",
            Severity.WARN,
            "timecode",
            Sentence(
                f"{str(mine).capitalize()} labels where the edit has {asked}: {labels} apart.",
                (labels,),
            ),
            {"labels_an_hour": hour},
            use("timecode", asked),
        )


def count(at: Situation) -> Iterator[Finding]:
    """Find frames numbered otherwise than the edit asks, and numbers that no file can have."""
    mine, asked = at.setup.count, at.edit.count
    lowest = at.setup.work_range.first
    if lowest < 0:
        below = f"{counted(min(-lowest, at.setup.work_range.length), 'frame')} below 0"
        yield Finding(
            "count.negative",
            Severity.STOP,
            "count",
            Sentence(
                f"The work range begins at {lowest}: file names can't carry {below}.", (below,)
            ),
            {"first": lowest},
            None if mine == asked else use("count", asked),
        )
    if mine == asked:
        return
    if asked.at.from_source or mine.at.from_source:
        figure = f"{mine}" if mine.at.from_source else f"at the {mine.at}"
        said = f"Counted {figure}; the edit asks {asked}."
        figures: dict[str, str | int] = {}
    elif mine.at is asked.at:
        apart = mine.number - asked.number
        way = "higher" if apart > 0 else "lower"
        figure = f"{abs(apart)} {way}"
        said = (
            f"Every frame is numbered {figure} than the edit asks: its {asked.number} is "
            f"{mine.number} here."
        )
        figures = {"apart": apart}
    else:
        figure = f"at the {mine.at}"
        said = f"Counted {figure}, the edit asks {asked.number} at the {asked.at}."
        figures = {}
    yield Finding(
        "count.differs",
        Severity.WARN,
        "count",
        Sentence(said, (figure,)),
        figures,
        use("count", asked),
    )


def handles(at: Situation) -> Iterator[Finding]:
    """Find handles that aren't those asked (`handles.differs`)."""
    mine, asked = at.setup.handles, at.edit.handles
    if mine == asked:
        return
    said = _ends(mine.head - asked.head, mine.tail - asked.tail)
    yield Finding(
        "handles.differ",
        Severity.WARN,
        "handles",
        Sentence(f"{said[0].upper()}{said[1:]} than the edit asks.", (said,)),
        {"head": mine.head - asked.head, "tail": mine.tail - asked.tail},
        use("handles", asked),
    )


def _ends(head: int, tail: int) -> str:
    return " and ".join(
        f"{abs(number)} {'more' if number > 0 else 'fewer'} at the {end}"
        for number, end in ((head, "head"), (tail, "tail"))
        if number
    )


def cut_range(at: Situation) -> Iterator[Finding]:
    """Find a cut range that isn't the edit's (`cut.differs`)."""
    asked = at.asked.cut_range
    mine = at.setup.cut_range
    if asked is None or mine == asked:
        return
    yield Finding(
        "cut.differs",
        Severity.WARN,
        "cut_range",
        Sentence(*_range_words(mine, asked, "the edit shows")),
        _range_figures(mine, asked),
        use("cut_range", asked),
    )


def work_range(at: Situation) -> Iterator[Finding]:
    """Find a work range that doesn't hold the whole cut, or isn't what is asked."""
    mine, cut, asked = at.setup.work_range, at.setup.cut_range, at.asked.work_range
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
            use("work_range", asked or widened),
        )
    elif asked is not None and mine != asked:
        yield Finding(
            "range.differs",
            Severity.WARN,
            "work_range",
            Sentence(*_range_words(mine, asked, "cut and handles ask")),
            _range_figures(mine, asked),
            use("work_range", asked),
        )


def clip_range(at: Situation) -> Iterator[Finding]:
    """Find a work range outside its clip, and a clip that isn't what is on disk."""
    clip, work = at.setup.clip_range, at.setup.work_range
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
    if at.plate is None or at.plate.media.kind is MediaKind.STILL:
        return
    there = at.placed[at.plate.id].clip
    if there != clip and there.holds(work):
        yield Finding(
            "clip.on-disk",
            Severity.NOTE,
            "clip_range",
            Sentence(f"On disk the clip has {there}, {counted(there.length, 'frame')}."),
            {"first": there.first, "last": there.last},
            use("clip_range", there),
        )


def closing(at: Situation) -> Iterator[Finding]:
    """Find a delivery that is a blank frame longer or shorter than the edit asks."""
    mine, asked = at.setup.closing, at.edit.closing
    if mine is not asked:
        said = "1 frame longer" if mine.frames else "1 frame shorter"
        yield Finding(
            "closing.differs",
            Severity.WARN,
            "closing",
            Sentence(f"The delivery is {said} than the edit asks.", (said,)),
            {"frames": mine.frames - asked.frames},
            use("closing", asked),
        )


def start_timecode(at: Situation) -> Iterator[Finding]:
    """Find a start timecode that can't be at the rate, or isn't the source's."""
    mine, asked = at.setup.start_timecode, at.asked.values.get("start_timecode")
    label = at.setup.start_label
    if mine and label is None:
        yield Finding(
            "start.impossible",
            Severity.STOP,
            "start_timecode",
            Sentence(f"{mine} is no label at {at.setup.rate}.", (mine,)),
            {"label": mine},
            use("start_timecode", asked or ""),
        )
    elif label is not None and asked and mine != asked:
        source = Timecode.parse(asked, at.event.source_rate) if at.event else label
        apart = label.frames - source.frames
        said = f"{counted(abs(apart), 'frame')} {'late' if apart > 0 else 'early'}"
        yield Finding(
            "start.differs",
            Severity.WARN,
            "start_timecode",
            Sentence(f"{said[0].upper()}{said[1:]}: the source begins at {asked}.", (said,))
            if apart
            else Sentence(f"Written in another way than the source's {asked}.", (asked,)),
            {"frames": apart},
            use("start_timecode", asked),
        )


def _range_figures(mine: FrameRange, asked: FrameRange) -> dict[str, str | int]:
    return {
        "head": asked.first - mine.first,
        "tail": mine.last - asked.last,
        "length": mine.length - asked.length,
    }


def _range_words(mine: FrameRange, asked: FrameRange, source: str) -> tuple[str, tuple[str, ...]]:
    """Say how a range differs: frames short or over at each end, or the same frames moved."""
    head, tail = asked.first - mine.first, mine.last - asked.last
    if head == -tail:
        moved = f"{counted(abs(head), 'frame')} {'early' if head > 0 else 'late'}"
        return f"{counted(mine.length, 'frame')} as asked, but {moved}: {source} {asked}.", (moved,)
    figures = tuple(
        f"{abs(n)} {'short' if n < 0 else 'over'} at the {end}"
        for n, end in ((head, "head"), (tail, "tail"))
        if n
    )
    return f"{counted(mine.length, 'frame')}, {' and '.join(figures)}: {source} {asked}.", figures
