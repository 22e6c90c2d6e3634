"""A recut taken into a shot: its content as the new cut asks for it, and what it lacks for that."""

from dataclasses import dataclass
from math import ceil, floor

from zero_slate.core.base.figures import counted
from zero_slate.core.cut.comparison import RecutShot, covered
from zero_slate.core.shot.change import change
from zero_slate.core.shot.context import ShotContext
from zero_slate.core.shot.state import Content
from zero_slate.core.time.frames import FrameRange


@dataclass(frozen=True, slots=True)
class Lacking:
    """How many of the frames that a recut asks for aren't there."""

    head: int = 0
    tail: int = 0
    holes: int = 0

    @property
    def frames(self) -> int:
        """All of them."""
        return self.head + self.tail + self.holes

    def __str__(self) -> str:
        return " and ".join(
            f"{counted(number, 'frame')} {where}"
            for number, where in (
                (self.head, "at the head"),
                (self.tail, "at the tail"),
                (self.holes, "inside"),
            )
            if number
        )


def recut(content: Content, context: ShotContext, shot: RecutShot) -> Content:
    """Return a shot's content with what the recut asks: ranges, clip, label and code.

    `context` is the content's, with the event of the new cut. A clip grows where it doesn't hold
    the new work range; one that was the work range and holds the new one stays so. A comp keeps
    its code. A locked work range changes with the rest: who
    stores the answer asks for the lock.
    """
    required = context.required
    if required.cut_range is None or required.work_range is None:
        return content
    values: dict[str, object] = {"cut_range": required.cut_range, "work_range": required.work_range}
    clip = content.setup.clip_range
    if not clip.holds(required.work_range):
        values["clip_range"] = FrameRange(
            min(clip.first, required.work_range.first), max(clip.last, required.work_range.last)
        )
    if shot.renamed and not content.events:
        values["code"] = shot.code
    unlocked = content.model_copy(update={"lock": None})
    return change(unlocked, values, context.anchor).model_copy(update={"lock": content.lock})


def lacking(content: Content, context: ShotContext, shot: RecutShot) -> Lacking:
    """Return which frames of the work range that a recut asks for the clip and the plate lack."""
    required = context.required.work_range
    if required is None:
        return Lacking()
    plate = context.plate
    event, former = shot.event, shot.former
    if event is not None and event.speed != 1:
        # A retime is covered by source frames, however many frames they fill.
        has = content.setup.clip_range.length * abs(former.pace if former else event.pace)
        there = floor(has) if plate is None else plate.media.count
        return Lacking(tail=max(0, ceil(required.length * abs(event.pace)) - there))
    if plate is None:
        return Lacking(*covered(required, content.setup.clip_range, ()))
    placed = context.aligned[plate.id]
    return Lacking(*covered(required, placed.clip, placed.missing(required)))
