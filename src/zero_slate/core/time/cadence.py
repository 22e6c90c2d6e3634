"""One rate inside another: which source frame each project frame shows, and how often."""

from dataclasses import dataclass
from enum import StrEnum
from fractions import Fraction
from functools import cached_property

from zero_slate.core.time.rate import FrameRate

# A cadence that takes longer than this to come round is drawn only so far.
MOST_CELLS = 60
# How many project frames are gone through to name source frames; the counts are exact in any case.
LOOKED_THROUGH = 5000


class RateUse(StrEnum):
    """How frames of another rate are used."""

    FRAME = "frame for frame"
    TIME = "in real time"


def usual_use(own: FrameRate | None, rate: FrameRate) -> RateUse:
    """Return how frames of another rate are used unless a person says otherwise.

    24 in 24000/1001 is the same frames at another speed; 25 or 12 are other moments.
    """
    same = own is None or own.nominal == rate.nominal
    return RateUse.FRAME if same else RateUse.TIME


@dataclass(frozen=True)
class Fitted:
    """`frames` source frames at `own` rate, used at `rate`.

    `pace` is source frames a project frame: own ÷ rate in real time, 1 frame for frame. A retime
    of the cut list multiplies it; below 0 the source runs backwards.
    """

    frames: int
    own: FrameRate
    rate: FrameRate
    use: RateUse
    retime: Fraction = Fraction(1)

    @cached_property
    def pace(self) -> Fraction:
        """Source frames a project frame."""
        if self.use is RateUse.FRAME:
            return self.retime
        return self.own.fraction / self.rate.fraction * self.retime

    @property
    def speed(self) -> Fraction:
        """How fast it runs against its own time: rate ÷ own, frame for frame."""
        return self.pace * self.rate.fraction / self.own.fraction

    @property
    def exact(self) -> Fraction:
        """Its length in project frames, parts of a frame and all; a held frame has no end."""
        return self.frames / abs(self.pace) if self.pace else Fraction(0)

    @property
    def whole(self) -> int:
        """Whole project frames: ⌊n ÷ pace⌋."""
        return self.exact.__floor__()

    @property
    def left_over(self) -> Fraction:
        """What is left of a project frame at the end."""
        return self.exact - self.whole

    @property
    def seconds(self) -> Fraction:
        """How long the whole project frames last."""
        return self.rate.seconds(self.whole)

    @property
    def distinct(self) -> int:
        """How many source frames are shown at all."""
        if not self.whole:
            return 0
        step = abs(self.pace)
        return self.whole if step >= 1 else ((self.whole - 1) * step).__floor__() + 1

    @property
    def never(self) -> int:
        """How many source frames are dropped."""
        return self.frames - self.distinct

    @property
    def again(self) -> int:
        """How many project frames show a source frame that was shown already."""
        return self.whole - self.distinct

    def skipped(self, most: int) -> tuple[int, ...]:
        """Return the first source frames that are dropped, from 0, at most so many."""
        found: list[int] = []
        begins = 0
        over, under = abs(self.pace).numerator, self.pace.denominator
        for frame in range(min(self.whole, LOOKED_THROUGH)):
            ahead = frame * over // under
            found.extend(range(begins, min(ahead, begins + most)))
            begins = max(begins, ahead + 1)
            if len(found) >= most:
                break
        else:
            if self.whole <= LOOKED_THROUGH:
                found.extend(range(begins, min(self.frames, begins + most)))
        return tuple(self.way(ahead) for ahead in found[:most])

    def repeated(self, most: int) -> tuple[int, ...]:
        """Return the first source frames that are repeated, from 0, at most so many."""
        found: dict[int, None] = {}
        before = -1
        over, under = abs(self.pace).numerator, self.pace.denominator
        for frame in range(min(self.whole, LOOKED_THROUGH)):
            ahead = frame * over // under
            if ahead == before:
                found[self.way(ahead)] = None
                if len(found) >= most:
                    break
            before = ahead
        return tuple(found)

    def way(self, ahead: int) -> int:
        """Return the source frame that lies so many on, in the way that it runs."""
        return ahead if self.pace >= 0 else self.frames - 1 - ahead

    def shows(self, frame: int) -> int:
        """Return the source frame that project frame `frame` shows: ⌊i·a ÷ b⌋, both from 0."""
        return self.way((frame * abs(self.pace)).__floor__())


@dataclass(frozen=True, slots=True)
class CadenceCell:
    """One project frame of a strip: the source frames it shows, one or one a field, from 0.

    `again` says that it shows nothing new; `skipped` how many source frames are passed over just
    before it.
    """

    frame: int
    """The shot's frame, from 0."""
    sources: tuple[int, ...]
    """The source frames it shows, from 0: one, or one a field."""
    again: bool
    """Whether it shows nothing new."""
    skipped: int
    """How many source frames are passed over just before it."""


def strip(fitted: Fitted, *, fields: bool = False) -> tuple[CadenceCell, ...]:
    """Draw the cadence until it has come round, or as far as a strip reaches.

    With `fields`, each frame has two, and each shows the picture that stands at its middle:
    24000/1001 into 30000/1001 is A A, B B, B C, C D, D D, the 2:3 cadence.
    """
    count = min(max(1, period(fitted)) * 2, MOST_CELLS, max(1, fitted.whole))
    cells: list[CadenceCell] = []
    for frame in range(count):
        sources = field_sources(fitted, frame) if fields else (fitted.shows(frame),)
        last = cells[-1].sources[-1] if cells else None
        again = last is not None and all(source == last for source in sources)
        passed = 0 if last is None else max(0, abs(sources[0] - last) - 1)
        cells.append(CadenceCell(frame, sources, again, passed))
    return tuple(cells)


def field_sources(fitted: Fitted, frame: int) -> tuple[int, int]:
    """Return the source frames that a frame's first and second field show.

    What runs backwards runs so in its fields too.
    """
    first, second = (((2 * frame + field) * 2 + 1) * abs(fitted.pace) / 4 // 1 for field in (0, 1))
    return fitted.way(int(first)), fitted.way(int(second))


def period(fitted: Fitted) -> int:
    """Return after how many project frames the cadence comes round."""
    return abs(fitted.pace).denominator


def cadence_name(fitted: Fitted, *, fields: bool = False) -> str:
    """Name a cadence by how long each picture is held, in fields or in frames: `2:3`, `1:1:1:2`.

    Empty where source frames are passed over, or where it takes too long to come round.
    """
    step = abs(fitted.pace) / (2 if fields else 1)
    if not 0 < step <= 1 or step.numerator > 8 or step.denominator > MOST_CELLS:
        return ""
    half = Fraction(1, 2) if fields else Fraction(0)
    shown = [int((n + half) * step // 1) for n in range(step.denominator)]
    holds = [shown.count(source) for source in range(step.numerator)]
    if len(holds) == 1 and fields:
        holds *= 2  # a picture a frame is spoken of as 2:2
    return ":".join(map(str, holds))
