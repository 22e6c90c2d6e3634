"""A walk over a timeline: what each of its shots shows, at exact frames of the edit.

A stack or track within a track is one shot where its name holds a code, or nothing in it does;
else the shots in it are the cut's.
"""

from collections.abc import Iterable, Iterator
from dataclasses import dataclass, replace
from fractions import Fraction
from itertools import pairwise
from math import ceil
from typing import Any

from zero_slate.core.base.figures import round_half_up
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.colour.grade import Cdl, Three
from zero_slate.core.cut.events import CodeRule, CutEvent
from zero_slate.core.time.frames import FrameRange
from zero_slate.core.time.rate import FrameRate
from zero_slate.files.cuts.cut_list import CutRefusal

_SOP = {"slope": (1, 1, 1), "offset": (0, 0, 0), "power": (1, 1, 1)}
ONE = Fraction(1)
_NESTED = ("Stack", "Track")
# What is said of an effect that may change time, in whatever words its maker has.
_TIME_WORDS = ("time", "speed", "warp", "freeze", "retime")

Frames = int | Fraction


def picture_layers(stack: Iterable[Any]) -> list[Any]:
    """Return the picture tracks of a stack; what lies straight on it is a track of one."""
    layers = [each if each.schema_name() == "Track" else _Alone(each) for each in stack]
    return [layer for layer in layers if layer.kind == "Video"]


def inside_of(item: Any) -> Any:
    """Return what is used of an item: its own range, or all its media has. Raises CutRefusal."""
    try:
        return item.source_range or item.trimmed_range()
    except (AttributeError, ValueError) as error:
        raise CutRefusal(
            f"“{item.name or item.schema_name()}” says no source range, and its media doesn't say "
            "what it has."
        ) from error


class Clock:
    """Turns a timeline's times, each at a rate of its own, into exact frames of the edit's."""

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

    def frames(self, time: Any) -> Frames:
        """Return a time as frames of the edit's rate: value × rate ÷ its own rate."""
        value: float = time.value
        own = self._known.get(time.rate) or self._learn(time.rate)
        if own is self.rate:
            return int(value) if value.is_integer() else Fraction(value)
        return Fraction(value) * self.rate.fraction / own.fraction

    def own_frames(self, time: Any) -> Frames:
        """Return a time as frames of its own rate."""
        value: float = time.value
        return int(value) if value.is_integer() else Fraction(value)


@dataclass(frozen=True, slots=True)
class Window:
    """What is seen of a track: from its own frame `start` on, at record frame `at`.

    It shows `length` of its own frames, None for all, `speed` of them a record frame.
    """

    at: Frames
    start: Frames = 0
    length: Frames | None = None
    speed: Fraction = ONE

    def record(self, own: Frames) -> Frames:
        """Return the record frame that shows one of the track's own."""
        return self.at + (own - self.start) / self.speed

    def cut(self, first: Frames, length: Frames) -> tuple[Frames, Frames]:
        """Return how much of a stretch lies before what is seen, and how much behind."""
        assert self.length is not None
        end = self.start + self.length
        return max(0, self.start - first), max(0, first + length - end)


class Walk:
    """Gathers the shots of a timeline; `notes` are what is worth knowing of it."""

    def __init__(self, clock: Clock, drop: bool, rule: CodeRule):
        self.clock = clock
        self.drop = drop
        self.rule = rule
        self.notes: list[str] = []

    def events(self, tracks: list[Any], at: Frames) -> tuple[CutEvent, ...]:
        """Return the shots of picture tracks that begin at a record frame, in order."""
        found = [
            event for track in tracks for event in self._track(track, track.name or "V", Window(at))
        ]
        nested = any(a.position >= b.position for a, b in pairwise(found))
        if len(tracks) > 1 or nested:
            found.sort(key=lambda event: (event.record.first, event.track))
            found = [replace(event, position=place) for place, event in enumerate(found, start=1)]
        return tuple(found)

    def _track(self, track: Any, name: str, window: Window) -> Iterator[CutEvent]:
        """Yield a track's shots as events; a transition's frames belong to both of its sides."""
        clock = self.clock
        own_time: Frames = 0
        items = list(track)
        kinds = [item.schema_name() for item in items]
        transitions = {i for i, kind in enumerate(kinds) if kind == "Transition"}
        place = 0
        for index, item in enumerate(items):
            if index in transitions:
                continue
            kind = kinds[index]
            inside = inside_of(item)
            length = clock.frames(inside.duration)
            if kind != "Clip" and kind not in _NESTED:
                if kind != "Gap":
                    self.notes.append(f"“{item.name or kind}” is not a shot, and is left out.")
                own_time += length
                continue
            title = _title(item, index)
            if length <= 0:
                raise CutRefusal(f"“{title}” has a source range of no length.")
            before: Frames = 0
            after: Frames = 0
            if transitions:
                before = self._reach(items, index - 1, "in_offset", transitions)
                after = self._reach(items, index + 1, "out_offset", transitions)
            first, whole = own_time - before, length + before + after
            own_time += length
            if not item.enabled:
                continue
            if window.length is not None:
                head, tail = window.cut(first, whole)
                if head + tail >= whole:
                    continue
                first, whole = first + head, whole - head - tail
                before, after = before - head, after - tail
            speed = self._speed(item.effects, title) if item.effects else ONE
            shown = _Shown(title, name, inside, before, after, speed)
            record = (first + window.at, whole)
            if window.start or window.speed is not ONE:
                record = window.record(first), whole / window.speed
            if kind in _NESTED and self._holds_shots(item):
                yield from self._nested(item, shown, record, window.speed)
                continue
            place += 1
            yield self._event(place, item, shown, record, window.speed)

    def _reach(self, items: list[Any], index: int, side: str, transitions: set[int]) -> Frames:
        if index not in transitions:
            return 0
        offset = getattr(items[index], side)
        return 0 if offset is None else self.clock.frames(offset)

    def _speed(self, effects: Iterable[Any], title: str) -> Fraction:
        """Return the product of an item's time effects; a freeze is 0."""
        speed = ONE
        for effect in effects:
            kind = effect.schema_name()
            if not getattr(effect, "enabled", True):
                continue
            if kind == "FreezeFrame":
                speed = Fraction(0)
            elif kind == "LinearTimeWarp":
                speed *= Fraction(effect.time_scalar).limit_denominator(100_000)
            else:
                called = getattr(effect, "effect_name", "") or effect.name or kind
                said = f"{kind} {called}".lower()
                if any(word in said for word in _TIME_WORDS):
                    self.notes.append(
                        f"“{title}” has a time effect that isn't read, “{called}”: its source "
                        "range may be another."
                    )
        return speed

    def _holds_shots(self, item: Any) -> bool:
        """Return whether the shots within a nested item are the cut's, and not the item itself."""
        return self.rule.find(item.name or "") is None and any(
            self.rule.find(clip.name or "") for clip in _clips(item)
        )

    def _nested(
        self, item: Any, shown: "_Shown", record: tuple[Frames, Frames], speed: Fraction
    ) -> Iterator[CutEvent]:
        """Yield the shots within a stack or track, cut to what is seen of it."""
        if shown.speed <= 0:
            self.notes.append(
                f"“{shown.title}” runs backwards or is held as a whole, with the shots in it: it "
                "is read as one shot."
            )
            yield self._event(1, item, shown, record, speed)
            return
        start = self.clock.frames(shown.inside.start_time) - shown.before * shown.speed
        seen = record[1] * speed * shown.speed
        window = Window(record[0], start, seen, speed * shown.speed)
        tracks = [item] if item.schema_name() == "Track" else picture_layers(item)
        for number, track in enumerate(tracks, start=1):
            name = shown.track if number == 1 else f"{shown.track}.{number}"
            yield from self._track(track, name, window)

    def _event(
        self,
        place: int,
        item: Any,
        shown: "_Shown",
        record: tuple[Frames, Frames],
        outer: Fraction,
    ) -> CutEvent:
        """Return one shot as an event; `outer` is the speed of what it lies in."""
        rate, title = self.clock.rate, shown.title
        begins = shown.inside.start_time
        own = self.clock.rate_of(begins)
        first = self.clock.own_frames(begins)
        speed = shown.speed
        # What runs backwards begins at its right end: what comes later lies further left.
        reach = shown.after if speed < 0 else shown.before
        used: Frames = record[1]
        if own is not rate or speed is not ONE or outer is not ONE:
            pace = abs(speed) * own.fraction / rate.fraction
            speed = speed * outer
            used = record[1] * pace * outer
            first -= reach * pace
        else:
            first -= reach
        if record[0].denominator != 1 or first.denominator != 1:
            self.notes.append(f"“{title}” begins between two frames; the nearest is taken.")
        try:
            record_first, source_first = _nearest(record[0]), _nearest(first)
            recorded = FrameRange(record_first, record_first + max(1, _nearest(record[1])) - 1)
            source = FrameRange(source_first, source_first + max(1, ceil(used)) - 1)
        except Refusal as refusal:
            raise CutRefusal(f"“{title}”: {refusal}") from refusal
        reel = _reel(item)
        return CutEvent(
            place,
            self._code(item, reel, title),
            title,
            reel,
            shown.track,
            source,
            own,
            self.drop and own is rate,
            recorded,
            rate,
            self.drop,
            speed,
            self._grade(item, title),
        )

    def _grade(self, item: Any, title: str) -> Cdl | None:
        """Return the grade in a clip's metadata, as the EDL adapter writes it there."""
        said = _grade_in(getattr(item, "metadata", None))
        if not said:
            return None
        try:
            sop = said.get("asc_sop") or {}
            slope, offset, power = (_three(sop.get(key, plain)) for key, plain in _SOP.items())
            cdl = Cdl(slope, offset, power, float(said.get("asc_sat", 1)))
        except (Refusal, TypeError, ValueError, AttributeError) as error:
            self.notes.append(f"The grade of “{title}” is left out: {error}.".replace("..", "."))
            return None
        return None if cdl.changes_nothing else cdl

    def _code(self, item: Any, reel: str, title: str) -> str:
        # Nearly every clip's name has it: nothing else is looked at then.
        found = self.rule.find(item.name) if item.name else None
        if found is not None:
            return found
        url = _url(item)
        marks = [
            text
            for mark in item.markers
            if _is_used(mark, item)
            for text in (mark.name, _comment(mark))
            if text
        ]
        named = self.rule.code(item.name or "", (), [url] if url else [], marks, reel)
        return named if item.name or reel else self.rule.code(title)


@dataclass(slots=True)
class _Shown:
    """What a track shows of an item: so many frames before and after its own range, at a speed."""

    title: str
    track: str
    inside: Any
    before: Frames
    after: Frames
    speed: Fraction


def _three(values: Any) -> Three:
    red, green, blue = map(float, values)
    return red, green, blue


def _grade_in(metadata: Any) -> Any:
    """Return what a clip's metadata holds as its grade; None where it holds none."""
    try:
        return metadata.get("cdl")
    except AttributeError:
        return None


def _title(item: Any, index: int) -> str:
    if item.name:
        return str(item.name)
    media = getattr(item, "media_reference", None)
    return (media.name if media is not None else "") or f"clip {index + 1}"


def _reel(item: Any) -> str:
    """Return what an item's source is called: its media's name, or else its file's."""
    media = getattr(item, "media_reference", None)
    named = (media.name if media is not None else "") or ""
    return named or _url(item).replace("\\", "/").rstrip("/").rpartition("/")[2]


def _url(item: Any) -> str:
    """Return where an item's media lies: a file, or a folder and how its frames' names begin."""
    media = getattr(item, "media_reference", None)
    url = getattr(media, "target_url", None)
    parts = (getattr(media, name, None) or "" for name in ("target_url_base", "name_prefix"))
    return url or "".join(parts)


def _is_used(mark: Any, item: Any) -> bool:
    """Return whether a marker lies in what is used of its item; one without a place may."""
    marked, used = getattr(mark, "marked_range", None), item.source_range
    if marked is None or used is None or not (marked.start_time.rate and used.duration.rate):
        return True
    at, start = (_seconds(each.start_time) for each in (marked, used))
    return start <= at < start + _seconds(used.duration)


def _seconds(time: Any) -> Fraction:
    return Fraction(time.value) / Fraction(time.rate)


def _comment(mark: Any) -> str:
    comment = getattr(mark, "comment", "")
    return comment if isinstance(comment, str) else ""


def _clips(item: Any) -> Iterator[Any]:
    """Yield the clips within, however deep."""
    waiting = [item]
    while waiting:
        for child in waiting.pop():
            kind = child.schema_name()
            if kind in _NESTED:
                waiting.append(child)
            elif kind == "Clip":
                yield child


class _Alone:
    """An item that lies straight on a stack, as a track of one."""

    kind = "Video"

    def __init__(self, item: Any):
        self.item = item
        self.name = item.name

    def __iter__(self) -> Iterator[Any]:
        return iter((self.item,))


def _nearest(value: Frames) -> int:
    return value if isinstance(value, int) else round_half_up(value)
