"""What an element shows at each frame of a shot: its own frames, held ones, repeated ones, none."""

from collections import Counter
from collections.abc import Iterator
from dataclasses import dataclass
from enum import StrEnum
from itertools import pairwise

from zero_slate.core.media.alignment import AlignedMedia
from zero_slate.core.media.element import Element, Filling
from zero_slate.core.media.header import Media, MediaKind
from zero_slate.core.time.frames import FrameRange

# A moving element of fewer frames than this share of the work range is there for a moment only.
SPARSE_SHARE = 8
# Numbers that rise by one step in so many of ten cases are drawings held for that step.
STEADY = 8


class TimeKind(StrEnum):
    """How an element fills time."""

    ONE = "one picture"
    MOVING = "moving"
    SPARSE = "sparse"


class Shows(StrEnum):
    """What stands at a frame: a frame of its own, or what fills in for it."""

    OWN = "own"
    HELD = Filling.HELD.value
    REPEATED = Filling.REPEATED.value
    BACK = Filling.BACK.value
    NOTHING = Filling.NOTHING.value


@dataclass(frozen=True, slots=True)
class ShownFrames:
    """Frames of the shot at which an element shows the same kind of thing."""

    frames: FrameRange
    """The frames of the shot."""
    shows: Shows
    """`own` for frames of its own, or what fills in for them."""


def time_kind(media: Media, work: FrameRange) -> TimeKind:
    """Tell one picture, a moving element and one that is there for a few frames apart."""
    if media.kind is MediaKind.STILL:
        return TimeKind.ONE
    short = media.count * SPARSE_SHARE < work.length and hold_of(media) == 1
    return TimeKind.SPARSE if short else TimeKind.MOVING


def hold_of(media: Media) -> int:
    """Return for how many frames one file stands by its numbers: 2 for 1001, 1003, 1005."""
    numbers = [run.first for run in media.present]
    if any(run.length > 1 for run in media.present) or len(numbers) < 3:
        return 1
    steps = Counter(b - a for a, b in pairwise(numbers))
    (step, often), *_ = steps.most_common(1)
    return step if often * 10 >= STEADY * (len(numbers) - 1) else 1


@dataclass(frozen=True, slots=True)
class Showing:
    """How an element fills a shot's frames.

    Before and after its `window`, the frames from its first to its last, and in its gaps, it is
    filled as said.
    """

    media: Media
    aligned: AlignedMedia
    slip: int
    before: Filling
    between: Filling
    after: Filling

    @property
    def window(self) -> FrameRange:
        """The shot's frames between its first and its last."""
        return self.aligned.clip

    def source(self, frame: int) -> int | None:
        """Return the number of the file that shows at a frame of the shot; None for nothing."""
        window = self.window
        at: int | None = frame
        for rise in (0, self.slip):
            if at is None:
                return None
            at += rise
            if at not in window:
                at = _filled(at, window, self.before if at < window.first else self.after)
        if at is None:
            return None
        if not any(at in run for run in self.aligned.present):
            before = max(run for run in self.aligned.present if run.last < at)
            at = _filled(at, before, self.between)
        return None if at is None else self.aligned.number(at, self.media.first)

    def stretches(self, view: FrameRange) -> tuple[ShownFrames, ...]:
        """Return what shows over a range of the shot's frames, without holes and in order."""
        found: list[ShownFrames] = []
        for frames, shows in self._all(view):
            part = frames.overlap(view)
            if part is None:
                continue
            if found and found[-1].shows is shows:
                part = FrameRange(found.pop().frames.first, part.last)
            found.append(ShownFrames(part, shows))
        return tuple(found)

    def _all(self, view: FrameRange) -> Iterator[tuple[FrameRange, Shows]]:
        window = self.window
        before, after = Shows(self.before), Shows(self.after)
        if view.first < window.first:
            yield FrameRange(view.first, window.first - 1), before
        at, seen = window.first, False
        for run in self.aligned.present:
            # What is slipped shows later frames of it in the same place.
            own = run.moved(-self.slip).overlap(window)
            if own is None:
                continue
            if own.first > at:
                yield FrameRange(at, own.first - 1), Shows(self.between) if seen else before
            yield own, Shows.OWN
            at, seen = own.last + 1, True
        if at <= window.last:
            yield FrameRange(at, window.last), after if seen or self.slip > 0 else before
        if view.last > window.last:
            yield FrameRange(window.last + 1, view.last), after

    def own(self, wanted: FrameRange) -> FrameRange | None:
        """Return the frames of a range from the first to the last that show its own; or None."""
        found = [each.frames for each in self.stretches(wanted) if each.shows is Shows.OWN]
        return FrameRange(found[0].first, found[-1].last) if found else None

    def without(self, wanted: FrameRange) -> tuple[FrameRange, ...]:
        """Return the frames of a range at which nothing shows."""
        return tuple(each.frames for each in self.stretches(wanted) if each.shows is Shows.NOTHING)


def showing(element: Element, aligned: AlignedMedia, work: FrameRange) -> Showing:
    """Return how an element fills a shot's frames: as it is set, or as is usual for its kind."""
    media = element.media
    before, between, after = usual_fillings(media, work)
    return Showing(
        media,
        aligned,
        element.slip,
        element.before or before,
        element.between or between,
        element.after or after,
    )


def usual_fillings(media: Media, work: FrameRange) -> tuple[Filling, Filling, Filling]:
    """Return what usually shows before, between and after the frames of an element of its kind.

    One picture is held over the whole shot; drawings on twos are held until the next one; anything
    else shows nothing where it has no frame.
    """
    if time_kind(media, work) is TimeKind.ONE:
        return Filling.HELD, Filling.HELD, Filling.HELD
    held = hold_of(media) > 1
    between = Filling.HELD if held else Filling.NOTHING
    return Filling.NOTHING, between, between


def _filled(frame: int, own: FrameRange, how: Filling) -> int | None:
    """Return the frame of a range that stands for one outside it; None for nothing."""
    if how is Filling.NOTHING:
        return None
    if how is Filling.HELD:
        return own.first if frame < own.first else own.last
    if how is Filling.REPEATED or own.length == 1:
        return own.first + (frame - own.first) % own.length
    # The ends aren't shown twice: 1 2 3 2 1 2 3.
    turn = (frame - own.first) % (2 * own.length - 2)
    return own.first + min(turn, 2 * own.length - 2 - turn)
