"""A shot set up from its event in the cut."""

from typing import Any

from zero_slate.core.cut.events import CutEvent
from zero_slate.core.settings.index import DRAWN_SETTINGS, EDIT_SETTINGS
from zero_slate.core.settings.models.edit_format import EditFormat
from zero_slate.core.settings.models.house import HouseSetup
from zero_slate.core.settings.models.setup import Setup
from zero_slate.core.shot.anchor import Anchor, ClipSource
from zero_slate.core.shot.required import clip_label, required_cut

SHIPPED = HouseSetup()


def setup_from_event(
    edit: EditFormat, event: CutEvent, title: str = "", house: HouseSetup = SHIPPED
) -> Setup:
    """Return the setup that follows the edit in everything, and the house where it asks nothing."""
    cut = required_cut(event.length, edit, edit.count, Anchor(timecode=event.source.first))
    work = cut.widened(edit.handles)
    return Setup(
        code=event.code,
        title=title,
        cut_range=cut,
        work_range=work,
        clip_range=work,
        start_timecode=clip_label(event, work.first, cut.first, edit.rate),
        **values_of(edit, house),
    )


def values_of(edit: EditFormat, house: HouseSetup) -> dict[str, Any]:
    """Return what a new shot begins with: what the edit asks, and else what the house says."""
    return {key: getattr(edit, key) for key in EDIT_SETTINGS} | {
        key: getattr(house, key) for key in DRAWN_SETTINGS
    }


def clip_source(edit: EditFormat, event: CutEvent) -> ClipSource:
    """Return where a shot's clip begins when it is set up."""
    return ClipSource.of(event, edit.handles.head)
