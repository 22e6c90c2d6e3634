"""OpenTimelineIO timelines, turned into events.

A timeline is what `otio_json` reads, or one that an adapter of the library has made: both have the
same attributes, and say by `schema_name` what they are.
"""

from collections.abc import Iterator
from dataclasses import replace
from fractions import Fraction
from math import ceil
from typing import Any

from zero_slate.core.base.figures import round_half_up
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.cut.events import CodeRule, CutEvent
from zero_slate.core.time.frames import FrameRange
from zero_slate.core.time.rate import FrameRate
from zero_slate.files.cuts.cut_list import CutList, CutRefusal
from zero_slate.files.cuts.otio_json import TOO_DEEP, Item, decode

ONE = Fraction(1)
# What stands on a track and is shown; a stack or track within is one shot.
_SHOTS = ("Clip", "Stack", "Track")
_NO_SHOTS = "The cut list holds no shots: no clip lies on a picture track."


def read_otio(text: str, drop: bool, rule: CodeRule) -> CutList:
    """Read OpenTimelineIO JSON: one timeline, at the rate it says itself.

    `drop` says how the edit labels its frames, which the format doesn't keep. Raises CutRefusal.
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
    # What lies straight on the stack is a layer by itself: a track of one.
    root.tracks.children = [
        each
        if each.schema_name() == "Track"
        else Item("Track.1", each.name, children=[each], enabled=each.enabled)
        for each in root.tracks
    ]
    try:
        rate = _rate_of(root)
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
    notes: list[str] = []
    clock = _Clock(rate)
    tracks = _picture_tracks(timeline)
    events = [
        event
        for track in tracks
        for event in _track_events(track, _start(timeline, track, clock), clock, drop, rule, notes)
    ]
    if not events:
        raise CutRefusal(_NO_SHOTS)
    if len(tracks) > 1:
        events.sort(key=lambda event: (event.record.first, event.track))
        events = [replace(event, position=place) for place, event in enumerate(events, start=1)]
    return CutList(timeline.name or "", form, rate, drop, tuple(events), tuple(notes))


def _picture_tracks(timeline: Any) -> list[Any]:
    return [track for track in timeline.tracks if track.kind == "Video"]


def _rate_of(timeline: Any) -> FrameRate:
    start = timeline.global_start_time
    if start is not None:
        return FrameRate.from_float(start.rate)
    for track in _picture_tracks(timeline):
        for item in track:
            if item.schema_name() == "Clip":
                return FrameRate.from_float(_inside(item).duration.rate)
    raise CutRefusal(_NO_SHOTS)


def _inside(item: Any) -> Any:
    """Return what is used of an item: its own range, or all its media has."""
    try:
        return item.source_range or item.trimmed_range()
    except (AttributeError, ValueError) as error:
        raise CutRefusal(
            f"“{item.name or item.schema_name()}” says no source range, and its media doesn't say "
            "what it has."
        ) from error


class _Clock:
    """Turns the library's times, each at a rate of its own, into exact frames of the edit's."""

    def __init__(self, rate: FrameRate):
        self.rate = rate
        self._known: dict[float, FrameRate] = {}

    def rate_of(self, time: Any) -> FrameRate:
        """Return a time's own rate, exactly; the edit's own object where they are equal."""
        own: float = time.rate
        known = self._known.get(own)
        return known if known is not None else self._learn(own)

    def _learn(self, own: float) -> FrameRate:
        exact = FrameRate.from_float(own)
        self._known[own] = self.rate if exact == self.rate else exact
        return self._known[own]

    def frames(self, time: Any) -> int | Fraction:
        """Return a time as frames of the edit's rate: value × rate ÷ its own rate."""
        value: float = time.value
        own = self._known.get(time.rate) or self._learn(time.rate)
        if own is self.rate:
            return int(value) if value.is_integer() else Fraction(value)
        return Fraction(value) * self.rate.fraction / own.fraction

    def own_frames(self, time: Any) -> int | Fraction:
        """Return a time as frames of its own rate."""
        value: float = time.value
        return int(value) if value.is_integer() else Fraction(value)


def _start(timeline: Any, track: Any, clock: _Clock) -> int | Fraction:
    """Return the record frame that a track begins at.

    The EDL adapter leaves it in the track's own range, with its sign turned.
    """
    start = timeline.global_start_time
    if start is not None:
        return clock.frames(start)
    inside = track.source_range
    return -clock.frames(inside.start_time) if inside is not None else 0


def _track_events(
    track: Any,
    start: int | Fraction,
    clock: _Clock,
    drop: bool,
    rule: CodeRule,
    notes: list[str],
) -> Iterator[CutEvent]:
    """Yield a track's clips as events; a transition's frames belong to both of its sides."""
    rate = clock.rate
    at = start
    items = list(track)
    kinds = [item.schema_name() for item in items]
    transitions = {i for i, kind in enumerate(kinds) if kind == "Transition"}
    name = track.name or "V"
    place = 0
    for index, item in enumerate(items):
        if index in transitions:
            continue
        inside = _inside(item)
        length = clock.frames(inside.duration)
        if kinds[index] not in _SHOTS:
            if kinds[index] != "Gap":
                notes.append(f"“{item.name or kinds[index]}” is no shot, and is left out.")
            at += length
            continue
        media = getattr(item, "media_reference", None)
        reel = (media.name if media is not None else "") or ""
        title = item.name or reel or f"clip {index + 1}"
        if length <= 0:
            raise CutRefusal(f"“{title}” has a source range of no length.")
        before = _reach(items[index - 1].in_offset, clock) if index - 1 in transitions else 0
        after = _reach(items[index + 1].out_offset, clock) if index + 1 in transitions else 0
        record_in, record_length = at - before, length + before + after
        at += length
        if not item.enabled:
            continue
        place += 1
        speed = _speed(item.effects)
        begins = inside.start_time
        own = clock.rate_of(begins)
        first = clock.own_frames(begins)
        shown = record_length
        if own is not rate or speed is not ONE:
            shown = record_length * abs(speed) * own.fraction / rate.fraction
            first -= before * speed
        else:
            first -= before
        if record_in.denominator != 1 or first.denominator != 1:
            notes.append(f"“{title}” begins between two frames; the nearest is taken.")
        try:
            record_first, source_first = _nearest(record_in), _nearest(first)
            record = FrameRange(record_first, record_first + _nearest(record_length) - 1)
            source = FrameRange(source_first, source_first + max(1, ceil(shown)) - 1)
        except Refusal as refusal:
            raise CutRefusal(f"“{title}”: {refusal}") from refusal
        yield CutEvent(
            place,
            rule.code(title),
            title,
            reel,
            name,
            source,
            own,
            drop and own is rate,
            record,
            rate,
            drop,
            speed,
        )


def _reach(offset: Any, clock: _Clock) -> int | Fraction:
    return 0 if offset is None else clock.frames(offset)


def _nearest(value: int | Fraction) -> int:
    return value if isinstance(value, int) else round_half_up(value)


def _speed(effects: Any) -> Fraction:
    for effect in effects:
        kind = effect.schema_name()
        if kind == "FreezeFrame":
            return Fraction(0)
        if kind == "LinearTimeWarp":
            return Fraction(effect.time_scalar).limit_denominator(100_000)
    return ONE
