"""What the edit asks of one shot."""

from dataclasses import dataclass
from typing import Any

from zero_slate.core.cut import CutEvent
from zero_slate.core.frames import CountAt, FrameCount, FrameRange
from zero_slate.core.setup import EDIT_SETTINGS, EditFormat


@dataclass(frozen=True, slots=True)
class Asked:
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


def asked_cut(length: int, edit: EditFormat, count: FrameCount, lead: int | None) -> FrameRange:
    """Return where a cut of `length` frames lies under a count.

    `lead` is how many frames the clip has before the cut, where that is known; a clip is
    otherwise taken to begin with the handle asked. Shot frame = number + (source frame − source
    frame at the count's moment).
    """
    before = {
        CountAt.CUT: 0,
        CountAt.WORK: edit.handles.head,
        CountAt.CLIP: edit.handles.head if lead is None else lead,
    }[count.at]
    return FrameRange.starting(count.number + before, length)


def asked_of(
    edit: EditFormat, event: CutEvent | None, count: FrameCount, lead: int | None
) -> Asked:
    """Gather what the edit asks.

    Ranges are given in the shot's own count, so that a shot counted otherwise differs in its
    count alone.
    """
    values: dict[str, Any] = {key: getattr(edit, key) for key in EDIT_SETTINGS}
    if event is not None:
        cut = asked_cut(event.length, edit, count, lead)
        values["cut_range"] = cut
        values["work_range"] = cut.widened(edit.handles)
        values["code"] = event.code
    return Asked(values)
