"""OpenTimelineIO timelines, turned into events.

A timeline is what `otio_json` reads, or one that an adapter of the library has made: both have the
same attributes, and say by `schema_name` what they are.
"""

from typing import Any

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.cut.events import CodeRule
from zero_slate.core.time.rate import FrameRate
from zero_slate.files.cuts.cut_list import CutList, CutRefusal, RateNeeded
from zero_slate.files.cuts.otio_json import TOO_DEEP, decode
from zero_slate.files.cuts.timeline_walk import Clock, Walk, inside_of, picture_layers

_NO_SHOTS = "The cut list holds no shots: no clip lies on a picture track."


def read_otio(text: str, rate: FrameRate | None, drop: bool, rule: CodeRule) -> CutList:
    """Read OpenTimelineIO JSON: one timeline, at the rate it says itself.

    `rate` is the edit's, for one that doesn't say; `drop` says how the edit labels its frames,
    which the format doesn't keep. Raises CutRefusal.
    """
    root = decode(text)
    if root.schema_name() == "SerializableCollection":
        timelines = [each for each in root if each.schema_name() == "Timeline"]
        if len(timelines) != 1:
            raise CutRefusal(
                f"The file holds {len(timelines)} timelines; a cut is read from exactly one."
            )
        root = timelines[0]
    if root.schema_name() != "Timeline":
        raise CutRefusal(f"The file holds a {root.schema_name()}, not a timeline with a cut in it.")
    if root.tracks is None:
        raise CutRefusal(_NO_SHOTS)
    try:
        rate = _rate_of(root, rate)
        return read_timeline(root, rate, drop and rate.has_drop_frame, rule, form="OpenTimelineIO")
    except CutRefusal:
        raise
    except Refusal as refusal:
        raise CutRefusal(str(refusal), nearest=refusal.nearest) from refusal
    except RecursionError as error:
        raise CutRefusal(TOO_DEEP) from error


def read_timeline(
    timeline: Any, rate: FrameRate, drop: bool, rule: CodeRule, *, form: str
) -> CutList:
    """Gather the events of all picture tracks, in the order of the edit."""
    clock = Clock(rate)
    walk = Walk(clock, drop, rule)
    start = timeline.global_start_time
    at = clock.frames(start) if start is not None else 0
    events = walk.events(picture_layers(timeline.tracks), at)
    if not events:
        raise CutRefusal(_NO_SHOTS)
    return CutList(timeline.name or "", form, rate, drop, events, tuple(walk.notes))


def _rate_of(timeline: Any, given: FrameRate | None) -> FrameRate:
    """Return the rate of a timeline: that of its start, or else of its clips, where they agree."""
    start = timeline.global_start_time
    if start is not None:
        return FrameRate.from_float(start.rate)
    rates = dict.fromkeys(
        FrameRate.from_float(inside_of(item).duration.rate)
        for track in picture_layers(timeline.tracks)
        for item in track
        if item.schema_name() == "Clip"
    )
    if not rates:
        raise CutRefusal(_NO_SHOTS)
    if len(rates) == 1:
        return next(iter(rates))
    if given is not None:
        return given
    raise RateNeeded(
        f"The timeline doesn't say its rate, and its clips are at {' and '.join(map(str, rates))}. "
        "Give the rate of the edit.",
        nearest=str(next(iter(rates))),
    )
