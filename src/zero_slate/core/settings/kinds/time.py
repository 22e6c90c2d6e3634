"""Rates, ranges, lengths, counts and labels."""

from dataclasses import dataclass

from zero_slate.core.base.figures import counted
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.settings.kinds.choice import read_choice
from zero_slate.core.settings.schema import Part, Texts
from zero_slate.core.time.entry.clock import Entry
from zero_slate.core.time.entry.lengths import read_length
from zero_slate.core.time.entry.moments import read_number, write_moment
from zero_slate.core.time.entry.ranges import read_ends
from zero_slate.core.time.frames import FURTHEST, CountAt, FrameCount, FrameRange, Handles
from zero_slate.core.time.rate import FrameRate, read_rate


@dataclass(frozen=True, slots=True)
class RateKind:
    """A frame rate."""

    parts = (Part("rate", "Rate", 10),)

    def read(self, texts: Texts, entry: Entry) -> FrameRate:
        """Return the rate; what is written as fields a second is said to be."""
        try:
            reading = read_rate(texts["rate"])
            if reading.interlaced:
                entry.say("two fields a frame")
            return reading.rate
        except Refusal as refusal:
            raise refusal.in_part("rate") from None

    def texts(self, value: FrameRate) -> dict[str, str]:
        """Return the exact ratio."""
        return {"rate": str(value)}

    def show(self, value: FrameRate) -> str:
        """Write the exact ratio."""
        return str(value)


@dataclass(frozen=True, slots=True)
class RangeKind:
    """First and last frame."""

    parts = (Part("first", "First frame", 5), Part("last", "Last frame", 5, before="–"))

    def read(self, texts: Texts, entry: Entry) -> FrameRange:
        """Return the range, typed in the grammar of `core.time.entry`."""
        try:
            return read_ends(texts["first"], texts["last"], entry)
        except Refusal as refusal:
            typed = entry.typed or ("first",)
            raise refusal if refusal.part else refusal.in_part(typed[-1]) from None

    def texts(self, value: FrameRange) -> dict[str, str]:
        """Return both ends as figures."""
        return {"first": write_moment(value.first), "last": write_moment(value.last)}

    def show(self, value: FrameRange) -> str:
        """Write as `1001–1108`."""
        return str(value)


@dataclass(frozen=True, slots=True)
class HandlesKind:
    """Frames before and after."""

    parts = (Part("head", "Head handle", 3), Part("tail", "Tail handle", 3, before="+"))

    def read(self, texts: Texts, entry: Entry) -> Handles:
        """Return the handles."""
        stands = self.texts(entry.stands) if isinstance(entry.stands, Handles) else {}
        lengths = {}
        for part in self.parts:
            known = int(stands.get(part.key, 0))
            try:
                lengths[part.key] = read_length(texts[part.key], entry.at(known))
            except Refusal as refusal:
                raise refusal.in_part(part.key) from None
        return Handles(lengths["head"], lengths["tail"])

    def texts(self, value: Handles) -> dict[str, str]:
        """Return both as figures."""
        return {"head": str(value.head), "tail": str(value.tail)}

    def show(self, value: Handles) -> str:
        """Write as `8 + 8`."""
        return str(value)


@dataclass(frozen=True, slots=True)
class LengthKind:
    """A number of frames, at least 1."""

    parts = (Part("length", "Usual length", 6),)

    def read(self, texts: Texts, entry: Entry) -> int:
        """Return the length."""
        try:
            frames = read_length(texts["length"], entry)
        except Refusal as refusal:
            raise refusal.in_part("length") from None
        if not 1 <= frames <= FURTHEST:
            raise Refusal(
                f"A usual length of {frames} frames is out of range: it takes 1 to {FURTHEST:,}.",
                nearest="1" if frames < 1 else str(FURTHEST),
                part="length",
            )
        return frames

    def texts(self, value: int) -> dict[str, str]:
        """Return the frames."""
        return {"length": str(value)}

    def show(self, value: int) -> str:
        """Write the frames."""
        return counted(value, "frame")


@dataclass(frozen=True, slots=True)
class CountKind:
    """A number, and the moment it stands at."""

    parts = (
        Part("number", "Count starts at", 5),
        Part("at", "Moment of the count", 8, tuple(CountAt), before="at"),
    )

    def read(self, texts: Texts, entry: Entry) -> FrameCount:
        """Return the count; its number may be a timecode, as frames since midnight."""
        try:
            moment = CountAt(read_choice(texts["at"], CountAt, self.parts[1]))
        except Refusal as refusal:
            if isinstance(entry.stands, FrameCount):
                refusal.nearest = str(entry.stands.at)
            raise
        if moment.from_source:
            return FrameCount(0, moment)
        if not texts["number"].strip():
            raise Refusal(
                f"Nothing is written. A count at the {moment} takes the number of its first frame.",
                nearest="1001",
                part="number",
            )
        stands = entry.stands.number if isinstance(entry.stands, FrameCount) else None
        try:
            return FrameCount(read_number(texts["number"], entry.at(stands)), moment)
        except Refusal as refusal:
            raise refusal.in_part("number") from None

    def texts(self, value: FrameCount) -> dict[str, str]:
        """Return the number and the moment."""
        number = "" if value.at.from_source else write_moment(value.number)
        return {"number": number, "at": str(value.at)}

    def show(self, value: FrameCount) -> str:
        """Write as `1001 at clip`, or by the source that it comes from."""
        return str(value)


@dataclass(frozen=True, slots=True)
class LabelKind:
    """A timecode label, or none."""

    parts = (Part("label", "Start timecode", 11),)

    def read(self, texts: Texts, entry: Entry) -> str:
        """Return the label as the standard writes it, or nothing."""
        text = texts["label"].strip()
        if not text:
            return ""
        try:
            return str(entry.clock.read_label(text))
        except Refusal as refusal:
            raise refusal.in_part("label") from None

    def texts(self, value: str) -> dict[str, str]:
        """Return the label."""
        return {"label": value}

    def show(self, value: str) -> str:
        """Write the label."""
        return value or "none"
