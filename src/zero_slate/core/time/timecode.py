"""Timecode labels (SMPTE ST 12-1, and ST 12-3 for rates above 30)."""

import re
from collections.abc import Iterable
from dataclasses import dataclass
from enum import StrEnum
from fractions import Fraction
from typing import Any, Self

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.base.texts import one_line, quoted
from zero_slate.core.time.rate import FrameRate

_LABEL = re.compile(r"(\d{1,2}):(\d{1,2}):(\d{1,2})([:;.,])(\d{1,3})")


class TimecodeKind(StrEnum):
    """Whether timecode leaves labels out to keep with the clock."""

    NON_DROP = "non-drop"
    DROP = "drop-frame"


class ClosingFrame(StrEnum):
    """Whether a delivery closes with a blank frame after the work range."""

    NONE = "none"
    BLANK = "one blank frame"

    @property
    def frames(self) -> int:
        """How many frames it adds to what is delivered."""
        return int(self is ClosingFrame.BLANK)


class TimecodeRefusal(Refusal):
    """A timecode label that can't be."""


@dataclass(frozen=True, slots=True)
class Timecode:
    """A label for a frame: how many frames into the day it is, at a rate, drop-frame or not.

    `frames` runs from 0 to one less than the frames of a day; labels wrap at midnight.
    """

    frames: int
    rate: FrameRate
    drop: bool = False

    def __post_init__(self) -> None:
        require_drop_frame(self.rate, self.drop)
        day = frames_in_a_day(self.rate, self.drop)
        if not 0 <= self.frames < day:
            raise TimecodeRefusal(
                f"Frame {self.frames} is outside a day of {day} frames at {self.rate}.",
                nearest=str(min(max(self.frames, 0), day - 1)),
            )

    @classmethod
    def from_frames(cls, frames: int, rate: FrameRate, *, drop: bool = False) -> Self:
        """Label a frame count; counts past midnight or below zero wrap within the day."""
        require_drop_frame(rate, drop)
        return cls(frames % frames_in_a_day(rate, drop), rate, drop)

    @classmethod
    def parse(cls, text: str, rate: FrameRate, *, drop: bool | None = None) -> Self:
        """Read `hh:mm:ss:ff`; a semicolon, full stop or comma before the frames means drop-frame.

        `drop` says which kind is expected where the text can't tell (a list in which every label
        is written with colons under a drop-frame heading).

        Raises TimecodeRefusal for text that is no label, a part past its limit and a label that
        drop-frame leaves out.
        """
        text = one_line(text, "A timecode")
        match = _LABEL.fullmatch(text)
        if not match:
            raise TimecodeRefusal(
                f"{quoted(text)} is not a timecode. Write hours, minutes, seconds and frames, "
                "as in 01:00:10:00.",
            )
        hours, minutes, secs, frames = (int(match[k]) for k in (1, 2, 3, 5))
        is_drop = match[4] != ":" if drop is None else drop
        require_drop_frame(rate, is_drop)
        last = rate.nominal - 1
        if hours > 23 or minutes > 59 or secs > 59 or frames > last:
            raise _past_limit(text, (hours, minutes, secs, frames), rate, is_drop)
        left_out = _left_out(rate) if is_drop else 0
        if frames < left_out and secs == 0 and minutes % 10:
            before = _write([hours, minutes - 1, 59, last], True, rate)
            after = _write([hours, minutes, 0, left_out], True, rate)
            raise TimecodeRefusal(
                f"{text} is left out by drop-frame timecode: {before} is followed by {after}.",
                nearest=after,
            )
        return cls(join(hours, minutes, secs, frames, rate, is_drop), rate, is_drop)

    @classmethod
    def at_second(cls, second: int, rate: FrameRate, *, drop: bool = False) -> Self:
        """Return the first label there is in a second of the day: 00:01:00;02 for second 60."""
        minutes, secs = divmod(second, 60)
        first = _left_out(rate) if drop and secs == 0 and minutes % 10 else 0
        return cls.from_frames(join(0, minutes, secs, first, rate, drop), rate, drop=drop)

    @property
    def seconds(self) -> Fraction:
        """The time since midnight that the label stands for: frames ÷ rate."""
        return self.rate.seconds(self.frames)

    def __add__(self, frames: int) -> "Timecode":
        return Timecode.from_frames(self.frames + frames, self.rate, drop=self.drop)

    def __str__(self) -> str:
        return labels((self.frames,), self.rate, drop=self.drop)[0]


def split(count: Any, rate: FrameRate, drop: bool) -> tuple[Any, Any, Any, Any]:
    """Split frame counts within a day into hours, minutes, seconds and frames.

    Counts are an int or a NumPy array of them, and so are the parts. Drop-frame counting after
    SMPTE ST 12-1: the labels that are left out are put back, ten minutes by ten minutes, before
    the count is split.
    """
    nominal = rate.nominal
    if drop:
        left_out = _left_out(rate)
        minute = nominal * 60
        tens, rest = divmod(count, minute * 10 - left_out * 9)
        later = rest >= minute
        minutes = later * (1 + (rest - minute) // (minute - left_out))
        count = count + left_out * (tens * 9 + minutes)
    secs, over = divmod(count, nominal)
    whole_minutes, secs = divmod(secs, 60)
    hours, minutes = divmod(whole_minutes, 60)
    return hours, minutes, secs, over


def join(hours: Any, minutes: Any, secs: Any, over: Any, rate: FrameRate, drop: bool) -> Any:
    """Count the frames before labels, the inverse of `split`; parts are ints or NumPy arrays."""
    whole_minutes = hours * 60 + minutes
    labelled = (whole_minutes * 60 + secs) * rate.nominal + over
    if not drop:
        return labelled
    return labelled - _left_out(rate) * (whole_minutes - whole_minutes // 10)


def labels(frames: Iterable[int], rate: FrameRate, *, drop: bool = False) -> list[str]:
    """Label many frame counts at once, each wrapped within the day."""
    day = frames_in_a_day(rate, drop)
    digits = max(2, len(str(rate.nominal - 1)))
    mark = ";" if drop else ":"
    written = []
    for count in frames:
        hours, minutes, secs, over = split(count % day, rate, drop)
        written.append(f"{hours:02d}:{minutes:02d}:{secs:02d}{mark}{over:0{digits}d}")
    return written


def frames_in_a_day(rate: FrameRate, drop: bool) -> int:
    """Return how many labels a day has: 2,589,408 in drop-frame at 30000/1001."""
    return 144 * (rate.nominal * 600 - (_left_out(rate) * 9 if drop else 0))


def require_drop_frame(rate: FrameRate, drop: bool) -> None:
    """Refuse drop-frame where SMPTE ST 12 has none."""
    if drop and not rate.has_drop_frame:
        raise TimecodeRefusal(
            f"Drop-frame timecode does not exist at {rate}: only at 30000/1001 and 60000/1001.",
            nearest="non-drop",
        )


def _past_limit(
    text: str, parts: tuple[int, int, int, int], rate: FrameRate, drop: bool
) -> TimecodeRefusal:
    limits = (23, 59, 59, rate.nominal - 1)
    names = ("hours", "minutes", "seconds", "frames")
    value, limit, name = next(
        each for each in zip(parts, limits, names, strict=True) if each[0] > each[1]
    )
    kept = [min(pair) for pair in zip(parts, limits, strict=True)]
    return TimecodeRefusal(
        f"{text} has {value} {name}: at {rate} they run from 0 to {limit}.",
        nearest=_write(kept, drop, rate),
    )


def _left_out(rate: FrameRate) -> int:
    return rate.nominal // 15


def _write(parts: list[int], drop: bool, rate: FrameRate) -> str:
    hours, minutes, secs, frames = parts
    digits = max(2, len(str(rate.nominal - 1)))
    return f"{hours:02d}:{minutes:02d}:{secs:02d}{';' if drop else ':'}{frames:0{digits}d}"
