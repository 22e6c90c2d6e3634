"""The same moments under every count, as they are stored and as they are being typed."""

from dataclasses import dataclass

from zero_slate.core.base.figures import counted
from zero_slate.core.presentation.drawings.fact import Fact
from zero_slate.core.settings.models.setup import Setup
from zero_slate.core.shot.context import ShotContext


@dataclass(frozen=True, slots=True)
class Moment:
    """One moment: its number as stored, its number now, and what it is in other counts."""

    name: str
    """Which moment it is."""
    was: str
    """Its number as stored."""
    now: str
    """Its number as it is typed now."""
    counts: tuple[str, ...]
    """The same moment in each of the other counts."""


@dataclass(frozen=True, slots=True)
class MomentsDrawing:
    """Numbers side by side; `columns` names the other counts."""

    title: str
    """What the drawing shows."""
    corner: str
    """The figure at its corner."""
    columns: tuple[str, ...]
    """The names of the other counts."""
    moments: tuple[Moment, ...]
    """First and last frames, slates and the like."""
    renumbered: bool
    """Whether the numbers typed aren't those stored."""
    facts: tuple[Fact, ...]
    """The figures that belong to it."""


def draw_moments(context: ShotContext, stored: Setup, raised: int) -> MomentsDrawing:
    """Lay out the ends of every range; `raised` is what typing adds to the numbers stored."""
    setup = context.setup
    clip, work, cut = setup.clip_range, setup.work_range, setup.cut_range
    ends = (
        ("clip begins", clip.first),
        ("work begins", work.first),
        ("cut begins", cut.first),
        ("cut ends", cut.last),
        ("work ends", work.last),
        ("clip ends", clip.last),
    )
    anchors = context.clock.anchors
    file = None if context.anchor.file is None else context.anchor.file - cut.first
    columns = (*(("file",) if file is not None else ()), *(anchor.name for anchor in anchors))
    moments = tuple(
        Moment(
            name,
            str(frame - raised),
            str(frame),
            (
                *((str(frame + file),) if file is not None else ()),
                *(anchor.labels((frame,))[0] for anchor in anchors),
            ),
        )
        for name, frame in ends
    )
    before = stored.cut_range.first
    return MomentsDrawing(
        "The same moments, counted",
        str(setup.count),
        columns,
        moments,
        raised != 0,
        (
            Fact("Cut begins, stored", str(before), False),
            Fact("Numbers move by", counted(raised, "frame"), raised != 0),
        ),
    )
