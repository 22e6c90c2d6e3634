"""What the edit asks of one shot."""

from dataclasses import dataclass, replace
from fractions import Fraction
from typing import Any

from zero_slate.core.base.figures import round_half_up
from zero_slate.core.cut.events import CutEvent
from zero_slate.core.settings.index import EDIT_SETTINGS, is_unused
from zero_slate.core.settings.models.edit_format import EditFormat
from zero_slate.core.settings.models.setup import Setup
from zero_slate.core.shot.anchor import Anchor
from zero_slate.core.time.frames import MOST_HANDLES, CountAt, FrameCount, FrameRange, Handles
from zero_slate.core.time.rate import FrameRate
from zero_slate.core.time.retime import rescaled_length


@dataclass(frozen=True, slots=True)
class Required:
    """The value that the edit asks of each setting; a setting that it doesn't ask is left out."""

    values: dict[str, Any]

    @property
    def cut_range(self) -> FrameRange | None:
        """The frames the edit shows, in the shot's count; None without an event."""
        return self.values.get("cut_range")

    @property
    def work_range(self) -> FrameRange | None:
        """The cut range and the handles asked; None without an event."""
        return self.values.get("work_range")


def required_cut(length: int, edit: EditFormat, count: FrameCount, anchor: Anchor) -> FrameRange:
    """Return where a cut of `length` frames lies under a count.

    A clip whose beginning isn't known is taken to begin with the handle asked. Shot frame = number
    + (source frame − source frame at the count's moment). A count from a source that isn't known
    goes by the clip.
    """
    in_clip = count.number + (edit.handles.head if anchor.lead is None else anchor.lead)
    first = {
        CountAt.CUT: count.number + anchor.slip,
        CountAt.WORK: count.number + edit.handles.head + anchor.slip,
        CountAt.CLIP: in_clip,
        CountAt.FILE: anchor.file,
        CountAt.TIMECODE: anchor.timecode,
    }[count.at]
    return FrameRange.starting(in_clip if first is None else first, length)


def asks(edit: EditFormat, key: str) -> bool:
    """Return whether an edit asks for a setting: those seldom used only where it sets them."""
    return not is_unused(key, getattr(edit, key))


def left_alone(edit: EditFormat) -> dict[str, Any]:
    """Return the settings that an edit leaves as they are where nobody uses them."""
    return {key: getattr(edit, key) for key in EDIT_SETTINGS if not asks(edit, key)}


def required_of(edit: EditFormat, event: CutEvent | None, setup: Setup, anchor: Anchor) -> Required:
    """Gather what the edit asks.

    Ranges are given in the shot's own count, so that a shot counted otherwise differs in its
    count alone.
    """
    values: dict[str, Any] = {key: getattr(edit, key) for key in EDIT_SETTINGS if asks(edit, key)}
    if event is not None:
        way = asked_way(event, setup, edit.handles)
        if way.scale != 1:
            edit = edit.model_copy(update={"handles": scaled_handles(edit.handles, way.scale)})
            values["handles"] = edit.handles
            lead = anchor.lead
            if lead is not None:
                anchor = replace(anchor, lead=round_half_up(lead * way.scale))
        cut = required_cut(way.length, edit, setup.count, anchor)
        values["cut_range"] = cut
        values["work_range"] = cut.widened(edit.handles)
        values["code"] = event.code
        label = clip_label(event, setup.clip_range.first, cut.first, setup.rate)
        if setup.start_timecode and label:
            values["start_timecode"] = label
    return Required(values)


@dataclass(frozen=True, slots=True)
class AskedWay:
    """How long the edit's cut is in a shot's frames, and shot frames an edit frame.

    The scale is 1 where frames are counted one for one, whatever the rates.
    """

    length: int
    scale: Fraction


def asked_way(event: CutEvent, setup: Setup, handles: Handles) -> AskedWay:
    """Return how a shot at another rate than its edit is asked for: frame for frame, or in time.

    It is asked in the way that its own cut range is nearer to; frame for frame where they tie,
    and where in time the handles would be longer than any can be.
    """
    frames = AskedWay(event.length, Fraction(1))
    if setup.rate == event.record_rate:
        return frames
    scale = setup.rate.fraction / event.record_rate.fraction
    if max(handles.head, handles.tail) * scale > MOST_HANDLES:
        return frames
    in_time = AskedWay(rescaled_length(event.length, scale), scale)
    mine = setup.cut_range.length
    return min((frames, in_time), key=lambda way: abs(way.length - mine))


def scaled_handles(handles: Handles, scale: Fraction) -> Handles:
    """Return handles that last as long at another rate: `scale` new frames an old one."""
    return Handles(round_half_up(handles.head * scale), round_half_up(handles.tail * scale))


def clip_label(event: CutEvent, clip_first: int, cut_first: int, rate: FrameRate) -> str:
    """Return the source timecode at a clip's first frame, for a shot at `rate`.

    Of a retime it is the source frame that is shown there: the later frames don't count on from
    it. Empty where the source's labels don't exist at that rate.
    """
    if event.source_rate.nominal != rate.nominal:
        return ""
    if event.source_drop and not rate.has_drop_frame:
        return ""
    shown = event.source_of(FrameRange.starting(clip_first - cut_first, 1))
    return str(event.source_label(shown.last if event.speed < 0 else shown.first))
