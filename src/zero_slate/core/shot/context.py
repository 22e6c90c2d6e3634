"""Everything that a shot is judged by, in one value."""

from collections.abc import Callable
from dataclasses import dataclass, field
from fractions import Fraction
from functools import cached_property, wraps
from typing import Any, TypeVar

from zero_slate.core.canvas.resize import ArtworkFrame
from zero_slate.core.colour.config_names import ColourNames, ConfigInUse, Probe
from zero_slate.core.colour.grade import Grade
from zero_slate.core.colour.not_seen import ALL_SEEN, NotSeen
from zero_slate.core.cut.events import CutEvent
from zero_slate.core.media.alignment import AlignedMedia, lead, place
from zero_slate.core.media.element import Element, Role
from zero_slate.core.media.placement import PlacedPicture, place_picture
from zero_slate.core.media.showing import Showing, showing
from zero_slate.core.settings.models.edit_format import EditFormat
from zero_slate.core.settings.models.setup import Setup
from zero_slate.core.shot.anchor import Anchor, ClipSource, anchor_of
from zero_slate.core.shot.graded import grade_of
from zero_slate.core.shot.required import Required, required_of
from zero_slate.core.shot.state import Content, WorkRangeLock
from zero_slate.core.shot.wanted import Wanted
from zero_slate.core.time.cadence import Fitted
from zero_slate.core.time.entry.clock import Clock, TimecodeAnchor
from zero_slate.core.time.marks import FrameMark

T = TypeVar("T")


@dataclass(frozen=True)
class ShotContext:
    """A setup, the edit it belongs to, the files linked to it and the colour config in use.

    `event` is None for a shot that isn't in the cut; `config` is None where no colour config
    is asked, and `probe` where it couldn't be read; `background` is its colour in the working
    space. `source`, `shift`, `marks`, `lock`, `artwork` and `wanted` are those of its content;
    `grade` is its own or its cut's, and `unseen` what of all this was tried and can't be seen.
    """

    setup: Setup
    edit: EditFormat
    event: CutEvent | None = None
    elements: tuple[Element, ...] = ()
    config: ConfigInUse | None = None
    probe: Probe | None = None
    source: ClipSource | None = None
    shift: int = 0
    marks: tuple[FrameMark, ...] = ()
    lock: WorkRangeLock | None = None
    artwork: ArtworkFrame | None = None
    background: tuple[float, float, float] | None = None
    grade: Grade | None = None
    wanted: Wanted | None = None
    unseen: NotSeen = ALL_SEEN
    reckoned: dict[Callable[..., Any], Any] = field(
        default_factory=dict, init=False, compare=False, repr=False
    )

    @classmethod
    def of(
        cls,
        content: Content,
        edit: EditFormat,
        event: CutEvent | None,
        elements: tuple[Element, ...],
        config: ConfigInUse | None = None,
        probe: Probe | None = None,
        background: tuple[float, float, float] | None = None,
        unseen: NotSeen = ALL_SEEN,
    ) -> "ShotContext":
        """Return what a shot's content is judged by."""
        return cls(
            content.setup,
            edit,
            event,
            elements,
            config,
            probe,
            content.source,
            content.shift,
            content.marks,
            content.lock,
            content.artwork,
            background,
            grade_of(content, event),
            content.wanted,
            unseen,
        )

    def with_content(self, content: Content) -> "ShotContext":
        """Return this context with another content: what it is judged by stays, colours apart."""
        setup, mine = content.setup, self.setup
        config = self.config if setup.color_config == mine.color_config else None
        probed = setup.viewing == mine.viewing and setup.working_space == mine.working_space
        probe = self.probe if probed and config is not None else None
        return ShotContext.of(content, self.edit, self.event, self.elements, config, probe)

    @property
    def names(self) -> ColourNames | None:
        """The names of the colour config; None where it isn't known, or can't be read."""
        return self.config.names if self.config else None

    @cached_property
    def plate(self) -> Element | None:
        """The element that the clip range comes from."""
        return next((e for e in self.elements if e.role == Role.PLATE), None)

    @cached_property
    def anchor(self) -> Anchor:
        """Where the cut lies in the counts that come from the source."""
        return anchor_of(self.setup, self.event, self.source, self.plate, self.shift)

    @cached_property
    def required(self) -> Required:
        """What the edit asks of this shot."""
        return required_of(self.edit, self.event, self.setup, self.anchor)

    @cached_property
    def clock(self) -> Clock:
        """What typed time is read by: its rate, and the timecodes that stand for its frames."""
        return clock_of(self.setup, self.event)

    @cached_property
    def placed_pictures(self) -> tuple[PlacedPicture, ...]:
        """Where each element's picture lands on the canvas."""
        return tuple(map(self.place_picture, self.elements))

    def place_picture(self, element: Element) -> PlacedPicture:
        """Return where an element's picture lands on the canvas."""
        setup = self.setup
        return place_picture(element, setup.raster, setup.placing, setup.overscan, self.artwork)

    def fitted(self, element: Element) -> Fitted | None:
        """Return how an element's frames fall among the shot's; None where they lie one to one."""
        own = element.rate or self.setup.rate
        plate = element.role == Role.PLATE
        retime = self.event.speed if plate and self.event is not None else Fraction(1)
        if own == self.setup.rate and retime == 1:
            return None
        return Fitted(element.media.count, own, self.setup.rate, element.use, retime)

    def leads_by(self, element: Element) -> int | None:
        """Return how many frames an element has before the cut, by timecode, where it is known."""
        return lead(element.media, self.event)

    @cached_property
    def aligned(self) -> dict[int, AlignedMedia]:
        """Where each element's files lie, by the element's id."""
        # Files stay at their moments, whatever the shot's own cut range is set to.
        cut = self.required.cut_range or self.setup.cut_range
        work, rate = self.setup.work_range, self.setup.rate
        return {e.id: place(e, rate, cut, work, self.event, self.shift) for e in self.elements}

    @cached_property
    def showing(self) -> dict[int, Showing]:
        """What each element shows at the shot's frames, by the element's id."""
        work = self.setup.work_range
        return {e.id: showing(e, self.aligned[e.id], work) for e in self.elements}


def once(reckon: Callable[[ShotContext], T]) -> Callable[[ShotContext], T]:
    """Reckon something of a context once, however often it is asked for."""

    @wraps(reckon)
    def reckoned(context: ShotContext) -> T:
        known = context.reckoned
        if reckon not in known:
            known[reckon] = reckon(context)
        came: T = known[reckon]
        return came

    return reckoned


def clock_of(setup: Setup, event: CutEvent | None) -> Clock:
    """Return what typed time is read by in a shot."""
    anchors = []
    first = setup.cut_range.first
    if event is not None:
        a_frame = event.record_rate.fraction / setup.rate.fraction
        anchors.append(TimecodeAnchor("edit", event.record_in, first, a_frame))
        if event.pace:
            anchors.append(TimecodeAnchor("source", event.source_in, first, event.pace * a_frame))
    elif setup.start_label is not None:
        anchors.append(TimecodeAnchor("source", setup.start_label, setup.clip_range.first))
    return Clock(setup.rate, setup.drops, tuple(anchors))
