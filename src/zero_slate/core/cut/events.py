"""Cuts: one reading of the edit's list of shots."""

import re
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from fractions import Fraction
from functools import lru_cache
from itertools import chain
from math import ceil, floor
from typing import Annotated, Self
from zlib import crc32

from pydantic import PlainSerializer

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.base.safe_names import leaves_something, plain_letters, safe_code
from zero_slate.core.base.texts import one_line
from zero_slate.core.colour.grade import Cdl
from zero_slate.core.cut.source import SourceRun
from zero_slate.core.time.frames import FrameRange
from zero_slate.core.time.rate import FrameRate
from zero_slate.core.time.timecode import Timecode

_ENDING = re.compile(r"\.[A-Za-z][A-Za-z0-9]{1,4}$")
Speed = Annotated[Fraction, PlainSerializer(str, return_type=str, when_used="json")]


@dataclass(frozen=True, slots=True)
class CutEvent:
    """One shot's appearance in the edit.

    `source` and `record` count frames from midnight, each at its own rate. `speed` is against the
    source's own time: 1 as shot, 0 for a held frame, negative when it runs backwards. `cdl` is the
    grade that the list carries for it.
    """

    position: int
    code: str
    name: str
    reel: str
    track: str
    source: FrameRange
    source_rate: FrameRate
    source_drop: bool
    record: FrameRange
    record_rate: FrameRate
    record_drop: bool
    speed: Speed = Fraction(1)
    cdl: Cdl | None = None

    @property
    def length(self) -> int:
        """How many frames the edit shows."""
        return self.record.length

    @property
    def pace(self) -> Fraction:
        """Source frames a record frame: speed × source rate ÷ record rate."""
        if self.source_rate == self.record_rate:
            return self.speed
        return self.speed * self.source_rate.fraction / self.record_rate.fraction

    @property
    def run(self) -> SourceRun:
        """What of which source it shows, and which way."""
        backwards = self.speed < 0
        return SourceRun(self.reel, self.source, self.source_rate, self.source_drop, backwards)

    @property
    def source_in(self) -> Timecode:
        """The label of the first source frame shown."""
        return self.source_label(self.run.first_shown)

    def source_label(self, frame: int) -> Timecode:
        """Return the label of a source frame."""
        return Timecode.from_frames(frame, self.source_rate, drop=self.source_drop)

    def source_of(self, frames: FrameRange) -> FrameRange:
        """Return the source frames that frames of the record show, those beside the event too.

        `frames` are counted from the event's first, 0. All that any of them touches: frame k, at p
        source frames a record frame, from k·p to (k + 1)·p. A held frame is always itself.
        """
        pace = abs(self.pace)
        if not pace:
            return self.source
        first, past = floor(frames.first * pace), ceil((frames.last + 1) * pace)
        if self.speed < 0:
            return FrameRange(self.source.last - past + 1, self.source.last - first)
        return FrameRange(self.source.first + first, self.source.first + past - 1)

    @property
    def record_in(self) -> Timecode:
        """The label of the first frame in the edit."""
        return Timecode.from_frames(self.record.first, self.record_rate, drop=self.record_drop)


# Seconds between two stretches of source from which on they can't be of one run of the camera.
FAR_APART = 60
LONGEST_EXAMPLE = 64
# How many of a file's folders may name its shot: further up they name the job.
FOLDERS_LOOKED_AT = 2


@dataclass(frozen=True, slots=True)
class CodeRule:
    """How a shot's code is found in a clip's name: by an example of a code.

    Letters in the example stand for any letters, digits for any digits, everything else for
    itself: `FRO_0030` finds `GRA_0010` in `GRA_0010_plate_v002.exr`. The first piece of the name
    that looks like the example is the code; a name without one is the code itself, without its
    file ending. An empty example always takes the whole name. Either is made safe as a file name.
    """

    example: str = "AAA_0000"

    @classmethod
    def typed(cls, example: str) -> Self:
        """Take an example as it is typed. Raises Refusal for one that is too long."""
        try:
            return cls(one_line(example, "An example of a code", LONGEST_EXAMPLE, keeps=True))
        except Refusal as refusal:
            raise refusal.in_part("code_example") from None

    def find(self, *texts: str) -> str | None:
        """Return the code in the first of some texts that holds what looks like the example."""
        pattern = _pattern(self.example)
        if pattern is None:
            return None
        # An example is of one line: no code reaches from one text into the next.
        text = texts[0] if len(texts) == 1 else "\n".join(texts)
        found = pattern.search(text if text.isascii() else plain_letters(text))
        return safe_code(found[0]) if found else None

    def code(
        self,
        name: str,
        others: Iterable[str] = (),
        files: Sequence[str] = (),
        marks: Iterable[str] = (),
        reel: str = "",
    ) -> str:
        """Return the code that a clip's name holds, or else what comes with the clip.

        That is its other names, its files' names, the folders they lie in, the markers in what is
        used of it, and last, where nothing else names it, its reel.
        """
        found = self.find(name)
        reel = "" if name.strip() else reel
        if found is None:
            places = [_places(path) for path in files]
            heads = [each[:1] for each in places]
            tails = [each[1:] for each in places]
            found = self.find(*others, *chain(*heads, *tails), *marks, reel)
        if found is not None:
            return found
        name = name.strip() or reel
        whole = _ENDING.sub("", name)
        return safe_code(whole) if leaves_something(whole) else f"clip_{crc32(name.encode()):08x}"


def _places(path: str) -> list[str]:
    """Return a file's name and those of its nearest folders, which name the shot if any do."""
    return path.replace("\\", "/").split("/")[: -FOLDERS_LOOKED_AT - 2 : -1]


@lru_cache(maxsize=256)
def _pattern(example: str) -> re.Pattern[str] | None:
    pieces = []
    for run in re.findall(r"[A-Za-z]+|\d+|[^A-Za-z\d]+", example.strip()):
        if run[0].isascii() and run[0].isalpha():
            pieces.append("[A-Za-z]+")
        elif run[0].isdecimal():
            pieces.append(r"\d+")
        else:
            pieces.append(re.escape(run))
    if not pieces:
        return None
    # A piece that goes on with more letters or digits is another code, not this one cut short.
    return re.compile(r"(?<![A-Za-z\d])" + "".join(pieces) + r"(?![A-Za-z\d])")


def first_by_code(events: Iterable[CutEvent]) -> dict[str, CutEvent]:
    """Return each code's first event, in the order of the cut."""
    found: dict[str, CutEvent] = {}
    for event in events:
        found.setdefault(event.code, event)
    return found


def codes_that_repeat(events: Iterable[CutEvent]) -> dict[str, list[CutEvent]]:
    """Return the events of each code that stands more than once in a cut."""
    by_code: dict[str, list[CutEvent]] = {}
    for event in events:
        by_code.setdefault(event.code, []).append(event)
    return {code: found for code, found in by_code.items() if len(found) > 1}
