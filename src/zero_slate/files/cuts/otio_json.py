"""OpenTimelineIO's open JSON as typed values: as much of it as a cut is read from.

The file is read straight into these, never by the library: damaged or hand-made JSON that it would
end the program over is refused here, and 2,000 events take no longer than its own parse. Attributes
and methods are named as the library's, so that one walk serves both.
"""

import json
import re
from collections.abc import Iterator
from typing import Any

import msgspec

from zero_slate.files.cuts.cut_list import CutRefusal

# The newest version of each object that a cut is read from, as OpenTimelineIO 0.18 has them.
VERSIONS = {
    "Timeline": 1,
    "SerializableCollection": 1,
    "Stack": 1,
    "Track": 1,
    "Clip": 2,
    "Gap": 1,
    "Transition": 1,
}
# What writers of before 2018 called them.
FORMER_NAMES = {
    "Sequence": "Track",
    "Filler": "Gap",
    "SerializeableCollection": "SerializableCollection",
}
TOO_DEEP = "The file nests deeper than any timeline: it can't be read."
_EXPECTED = re.compile(r"Expected `(.*?)`, got `(.*?)` - at `(.*)`")


class Time(msgspec.Struct):
    """A value at a rate: frames, mostly, though it may have parts of one."""

    value: float
    rate: float


class Range(msgspec.Struct):
    """A stretch of time."""

    start_time: Time
    duration: Time


class Effect(msgspec.Struct):
    """An effect on an item; retimes are read, others aren't."""

    OTIO_SCHEMA: str = ""
    name: str | None = None
    effect_name: str | None = None
    enabled: bool = True
    time_scalar: float = 1.0

    def schema_name(self) -> str:
        """Return what it is."""
        return self.OTIO_SCHEMA.partition(".")[0]


class Reference(msgspec.Struct):
    """Media that a clip is cut from: one file, or numbered ones in a folder."""

    name: str | None = None
    available_range: Range | None = None
    target_url: str | None = None
    target_url_base: str | None = None
    name_prefix: str | None = None


class Mark(msgspec.Struct):
    """A marker on an item: what it is called and says."""

    name: str | None = None
    # Whatever a writer made of it.
    comment: Any = None
    marked_range: Range | None = None


class Item(msgspec.Struct):
    """A timeline, or anything on it: its schema says which of the attributes it has."""

    OTIO_SCHEMA: str
    name: str | None = None
    source_range: Range | None = None
    enabled: bool = True
    effects: list[Effect] = []
    markers: list[Mark] = []
    children: list["Item"] = []
    # Anything at all: whoever looks for something in it must look whether it is there.
    metadata: Any = None
    kind: str = "Video"
    # A clip names its media, of which one is used; before its second version it had one.
    media_references: dict[str, Reference | None] = {}
    active_media_reference_key: str = "DEFAULT_MEDIA"
    only_media: Reference | None = msgspec.field(default=None, name="media_reference")
    # A transition reaches so far into its neighbours.
    in_offset: Time | None = None
    out_offset: Time | None = None
    # A timeline's own.
    tracks: "Item | None" = None
    global_start_time: Time | None = None

    def schema_name(self) -> str:
        """Return what it is, by the name in use today."""
        name = self.OTIO_SCHEMA.partition(".")[0]
        return FORMER_NAMES.get(name, name)

    @property
    def media_reference(self) -> Reference | None:
        """The media in use."""
        return self.only_media or self.media_references.get(self.active_media_reference_key)

    def trimmed_range(self) -> Range:
        """Return what is used of it: its own range, or all there is. Raises ValueError."""
        return self.source_range or self.available_range()

    def available_range(self) -> Range:
        """Return all there is of it, from 0 for what holds others. Raises ValueError."""
        match self.schema_name():
            case "Clip":
                media = self.media_reference
                if media is not None and media.available_range is not None:
                    return media.available_range
            case "Stack":
                lengths = [child.trimmed_range().duration for child in self.children]
                return _from_zero(max(lengths, key=_seconds, default=Time(0.0, 1.0)))
            case "Track":
                return _from_zero(self._length())
        raise ValueError(f"“{self.name or self.schema_name()}” has no range")

    def _length(self) -> Time:
        """Return how long a track is: a transition at an end reaches past what it joins."""
        parts = [
            child.trimmed_range().duration
            for child in self.children
            if child.schema_name() != "Transition"
        ]
        ends = self.children[:1], self.children[-1:]
        for children, offset in zip(ends, ("in_offset", "out_offset"), strict=True):
            parts += [
                reach
                for child in children
                if child.schema_name() == "Transition" and (reach := getattr(child, offset))
            ]
        if not parts:
            return Time(0.0, 1.0)
        rate = parts[0].rate
        return Time(
            sum((p.value if p.rate == rate else _seconds(p) * rate for p in parts), 0.0), rate
        )

    def __iter__(self) -> Iterator["Item"]:
        return iter(self.children)


_DECODER = msgspec.json.Decoder(Item)


def decode(text: str) -> Item:
    """Read JSON as what its outermost object is.

    Raises CutRefusal for what is no JSON, with its line; for JSON of another kind; for attributes
    of another type than the format's; and for objects of a later version than is known.
    """
    try:
        root = _DECODER.decode(text)
    except (msgspec.DecodeError, RecursionError):
        root = _leniently(text)
    _require_known(root)
    return root


def _leniently(text: str) -> Item:
    """Read what the quick reader refuses: say where it is damaged; NaN, as some write, is null."""
    try:
        said: Any = json.loads(text, parse_constant=lambda _: None)
        return msgspec.convert(said, Item)
    except json.JSONDecodeError as error:
        raise CutRefusal(
            f"the JSON breaks off or is damaged here ({error.msg.lower()}).", line=error.lineno
        ) from error
    except msgspec.ValidationError as error:
        raise _not_as_it_should_be(error) from error
    except ValueError as error:
        raise CutRefusal(f"The file holds a number that can't be: {error}.") from error
    except RecursionError as error:
        raise CutRefusal(TOO_DEEP) from error


def _not_as_it_should_be(error: msgspec.ValidationError) -> CutRefusal:
    found = _EXPECTED.fullmatch(str(error))
    if found:
        return CutRefusal(
            f"The OpenTimelineIO file isn't as the format has it: at {found[3].lstrip('$.')} "
            f"stands {found[2]}, where {found[1].removesuffix(' | null')} is expected."
        )
    if " - at `" in str(error):
        return CutRefusal(f"The OpenTimelineIO file isn't as the format has it: {error}.")
    return CutRefusal("The file is JSON, but nothing in it is an OpenTimelineIO timeline.")


def _require_known(root: Item) -> None:
    """Refuse objects of a later version: what they mean isn't known here."""
    waiting = [root]
    while waiting:
        item = waiting.pop()
        waiting += item.children
        if item.tracks is not None:
            waiting.append(item.tracks)
        name, _, number = item.OTIO_SCHEMA.partition(".")
        known = VERSIONS.get(FORMER_NAMES.get(name, name))
        later = re.fullmatch(r"[0-9]+", number) and (len(number) > 4 or int(number) > (known or 0))
        if known is not None and later:
            raise CutRefusal(
                f"“{item.name or name}” is a {name} of version {number}, written by a later "
                f"OpenTimelineIO: it is read up to version {known}."
            )


def _seconds(time: Time) -> float:
    return time.value / time.rate if time.rate else 0.0


def _from_zero(duration: Time) -> Range:
    return Range(Time(0.0, duration.rate), duration)
