"""Frames that a shot's version needs and that weren't there when it was made: what to ask for."""

from dataclasses import dataclass, replace
from typing import ClassVar

from pydantic import ConfigDict, StrictBool, StrictInt, StrictStr

from zero_slate.core.base.figures import counted
from zero_slate.core.base.serialization import STRICT
from zero_slate.core.cut.source import SourceRun, is_one_reel
from zero_slate.core.time.frames import FrameRange, gaps, ranges_words, total
from zero_slate.core.time.rate import FrameRate
from zero_slate.core.time.timecode import Timecode


@dataclass(frozen=True, slots=True)
class Lacking:
    """How many of the frames that a recut asks for aren't there; `anew` are all of a new plate.

    `of_source` says that they are frames of the source, of which the shot shows others in number.
    """

    head: StrictInt = 0
    tail: StrictInt = 0
    holes: StrictInt = 0
    anew: StrictInt = 0
    of_source: StrictBool = False

    __pydantic_config__: ClassVar[ConfigDict] = STRICT

    @property
    def frames(self) -> int:
        """All of them."""
        return self.head + self.tail + self.holes + self.anew

    def __str__(self) -> str:
        ends = ((self.head, "at the head"), (self.tail, "at the tail"), (self.holes, "inside"))
        said = [f"{counted(number, 'frame')} {where}" for number, where in ends if number]
        if self.anew:
            said = [f"the new plate, {counted(self.anew, 'frame')}"]
        return " and ".join(said) + (" of the source" if self.of_source and said else "")


@dataclass(frozen=True, slots=True)
class Wanted:
    """Frames to ask for since a cut: in the shot's count, and in that of their source.

    Either is empty where it isn't known. `plate` is what was linked as the plate when they were
    asked for, which doesn't hold them.
    """

    cut: StrictInt
    lacks: Lacking
    reel: StrictStr
    shot_frames: tuple[FrameRange, ...]
    source: tuple[FrameRange, ...]
    rate: FrameRate
    drop: StrictBool = False
    plate: StrictStr = ""

    __pydantic_config__: ClassVar[ConfigDict] = ConfigDict(extra="forbid")

    @property
    def words(self) -> str:
        """Which they are, in words."""
        return str(self.lacks)

    @property
    def shot_words(self) -> str:
        """Which they are in the shot's count."""
        return ", ".join(run.short for run in self.shot_frames)

    @property
    def source_words(self) -> str:
        """Which they are by source timecode: `in–out (n frames)`, both included."""
        return ", ".join(
            f"{self._label(run.first)}–{self._label(run.last)} ({counted(run.length, 'frame')})"
            for run in self.source
        )

    def moved(self, frames: int) -> "Wanted":
        """Return it in a count whose numbers are so much higher."""
        if not frames:
            return self
        return replace(self, shot_frames=tuple(run.moved(frames) for run in self.shot_frames))

    def within(self, other: "Wanted") -> bool:
        """Return whether all of it is asked for by another as well."""
        if self.source and other.source:
            asked = self.of_reel(SourceRun(other.reel, other.source[0], other.rate, other.drop))
            return bool(asked) and not any(gaps(run, other.source) for run in asked)
        if self.shot_frames and other.shot_frames:
            return not any(gaps(run, other.shot_frames) for run in self.shot_frames)
        return self.lacks == other.lacks

    def of_reel(self, run: SourceRun) -> tuple[FrameRange, ...]:
        """Return those of its source frames that are of a run's reel, on the run's day."""
        if self.rate != run.rate or not is_one_reel(self.reel, run.reel):
            return ()
        return tuple(map(run.beside, self.source))

    def _label(self, frame: int) -> Timecode:
        return Timecode.from_frames(frame, self.rate, drop=self.drop)

    def __str__(self) -> str:
        return f"{counted(total(self.shot_frames or self.source), 'frame')}: {self._runs}"

    @property
    def _runs(self) -> str:
        return ranges_words(self.shot_frames) if self.shot_frames else self.source_words
