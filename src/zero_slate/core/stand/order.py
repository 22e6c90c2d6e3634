"""Which element lies over which: by the stack, by distance, or by true distance."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from enum import StrEnum
from fractions import Fraction
from itertools import pairwise
from math import ceil, floor

import numpy as np

from zero_slate.core.stand.moves import Move, vertices
from zero_slate.core.time.frames import FrameRange


class DrawOrder(StrEnum):
    """What lies over what."""

    STACK = "stack"
    DISTANCE = "distance"
    TRUE = "true distance"


@dataclass(frozen=True, slots=True)
class Line:
    """How far an element is at each moment: its move less the camera's, times a factor.

    The factor is 1 along the view. To a pivot beside its middle it is √(1 + x² + y²), x and y being
    the pivot's offsets a metre away; it stays, since a pivot stays where it is in the picture.
    """

    move: Move
    travel: Move
    factor: Fraction = Fraction(1)

    def at(self, frame: int) -> Fraction:
        """Return the metres at a frame."""
        return (self.move.at(frame) - self.travel.at(frame)) * self.factor


def against_stack(lines: Sequence[Line], work: FrameRange) -> tuple[tuple[int, int], ...]:
    """Return the pairs (above, below) of a stack of which at some frame the upper is farther."""
    if len(lines) < 2:
        return ()
    moves = [move for line in lines for move in (line.move, line.travel)]
    frames = np.array(vertices(moves, work.first, work.last), np.float64)
    # Distances go evenly between the frames, so that two of them swap nowhere else unseen.
    metres = np.array(
        [(line.move.over(frames) - line.travel.over(frames)) * float(line.factor) for line in lines]
    )
    ahead = metres[None, :, :] - metres[:, None, :]
    farther = (ahead > 1e-9 * np.maximum(1, np.abs(metres[None, :, :]))).any(axis=2)
    below, above = np.nonzero(np.triu(farther, 1))
    return tuple((int(one), int(other)) for one, other in zip(above, below, strict=True))


def frames_farther(one: Line, other: Line, work: FrameRange) -> tuple[FrameRange, ...]:
    """Return the frames of a range at which `one` is farther away than `other`, exactly."""
    moves = (one.move, one.travel, other.move, other.travel)
    frames = vertices(moves, work.first, work.last)
    ahead = [one.at(frame) - other.at(frame) for frame in frames]
    runs = [FrameRange(frames[0], frames[0])] if ahead[0] > 0 else []
    for (first, start), (last, end) in pairwise(zip(frames, ahead, strict=True)):
        runs.extend(_between(first, start, last, end))
    return tuple(_joined(runs))


def _between(first: int, start: Fraction, last: int, end: Fraction) -> Iterator[FrameRange]:
    """Yield the frames of a piece at which what goes evenly from `start` to `end` is over 0."""
    if start > 0 and end > 0:
        yield FrameRange(first, last)
    elif start > 0 or end > 0:
        crossing = first + (last - first) * start / (start - end)
        run = (first, ceil(crossing) - 1) if start > 0 else (floor(crossing) + 1, last)
        if run[1] >= run[0]:
            yield FrameRange(*run)


def _joined(runs: Sequence[FrameRange]) -> Iterator[FrameRange]:
    held: FrameRange | None = None
    for run in runs:
        if held is not None and run.first <= held.last + 1:
            held = FrameRange(held.first, max(held.last, run.last))
            continue
        if held is not None:
            yield held
        held = run
    if held is not None:
        yield held
