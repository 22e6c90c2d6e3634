"""What time is read by: a rate, how labels are counted, and what stands in the field."""

from collections.abc import Iterable
from dataclasses import dataclass, field
from fractions import Fraction

from zero_slate.core.time.rate import FrameRate
from zero_slate.core.time.timecode import Timecode, labels


@dataclass(frozen=True, slots=True)
class TimecodeAnchor:
    """A timecode that stands for a shot frame: `label` is frame `frame`, `pace` labels a frame."""

    name: str
    label: Timecode
    frame: int
    pace: Fraction = Fraction(1)

    def frame_of(self, label: Timecode) -> int:
        """Return the shot frame that shows a label."""
        return self.frame + (label.frames - self.label.frames) * self.pace.denominator // (
            self.pace.numerator
        )

    def labels(self, frames: Iterable[int]) -> list[str]:
        """Return what the timecode reads at shot frames."""
        over, under = self.pace.numerator, self.pace.denominator
        # Backwards it is the mirror of forwards: ⌊i · |pace|⌋ frames down.
        way = 1 if over > 0 else -1
        counts = (
            self.label.frames + way * ((frame - self.frame) * over * way // under)
            for frame in frames
        )
        return labels(counts, self.label.rate, drop=self.label.drop)


@dataclass(frozen=True, slots=True)
class Clock:
    """A rate, whether its labels drop, and the timecodes that stand for shot frames."""

    rate: FrameRate
    drop: bool = False
    anchors: tuple[TimecodeAnchor, ...] = ()

    def read_label(self, text: str) -> Timecode:
        """Read a label at this rate, in either spelling where labels drop. Raises Refusal."""
        return Timecode.parse(text, self.rate, drop=True if self.drop else None)


@dataclass(slots=True)
class Entry:
    """A field being read: its clock, what stands there now, and what is worth saying.

    `stands` is what a relative text counts from; `typed` are the parts of the setting that were
    typed; `pixel_aspect` is that of the canvas. Readers add to `said` what a person should see
    before the value is taken.
    """

    clock: Clock
    stands: object = None
    typed: tuple[str, ...] = ()
    said: list[str] = field(default_factory=list)
    pixel_aspect: Fraction = Fraction(1)

    def at(self, stands: object) -> "Entry":
        """Return the same entry for a part that something else stands in."""
        return Entry(self.clock, stands, self.typed, self.said)

    def say(self, *words: str) -> None:
        """Note what was understood."""
        self.said.extend(word for word in words if word not in self.said)


def nearest_anchor(
    anchors: Iterable[TimecodeAnchor], label_text: str, drop: bool | None
) -> tuple[TimecodeAnchor, Timecode]:
    """Return the anchor that a label lies closest to in time, with the label at its rate.

    Raises TimecodeRefusal where the label can't be at any of them, and ValueError without anchors.
    """
    best: tuple[Fraction, TimecodeAnchor, Timecode] | None = None
    refused: Exception | None = None
    for anchor in anchors:
        try:
            label = Timecode.parse(
                label_text, anchor.label.rate, drop=drop or anchor.label.drop or None
            )
        except ValueError as error:
            refused = refused or error
            continue
        away = abs(label.seconds - anchor.label.seconds)
        if best is None or away < best[0]:
            best = (away, anchor, label)
    if best is None:
        raise refused or ValueError("there is no timecode to read by")
    return best[1], best[2]
