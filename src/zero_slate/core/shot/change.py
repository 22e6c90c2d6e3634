"""Changes to a setup as they are typed, and what moves along with them."""

from collections.abc import Mapping
from typing import Any

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.cut.events import CutEvent
from zero_slate.core.settings.index import SETTINGS
from zero_slate.core.settings.models.edit_format import EditFormat
from zero_slate.core.settings.models.picture_and_time import PictureAndTime
from zero_slate.core.settings.models.setup import Setup
from zero_slate.core.settings.schema import Setting
from zero_slate.core.shot.anchor import Anchor
from zero_slate.core.shot.required import Required, left_alone, required_of
from zero_slate.core.shot.state import Content
from zero_slate.core.time.frames import CountAt, FrameCount

UNKNOWN = Anchor()


def change(content: Content, values: Mapping[str, Any], anchor: Anchor = UNKNOWN) -> Content:
    """Return a shot's content with new values of its setup, and with what follows from them.

    A new count renumbers its marks with its ranges. On another canvas artwork is placed anew;
    keeping it where it was is the proposal's matter. Raises Refusal where a lock holds.
    """
    refused = held(content, values)
    if refused:
        raise refused
    setup = apply(content.setup, values, anchor, locked=content.lock is not None)
    moved = _raised(content.setup, setup, values, anchor, locked=content.lock is not None)
    marks = tuple(mark.at(mark.frame + moved) for mark in content.marks)
    update: dict[str, Any] = {"setup": setup, "shift": content.shift + moved, "marks": marks}
    if content.wanted is not None:
        update["wanted"] = content.wanted.moved(moved)
    if setup.raster != content.setup.raster:
        update["artwork"] = None
    return content.model_copy(update=update)


def held(content: Content, values: Mapping[str, Any]) -> Refusal | None:
    """Return why a lock keeps values from being taken; None where it doesn't."""
    if content.lock is None or "work_range" not in values:
        return None
    return Refusal(
        f"The work range is locked at {content.setup.work_range} by {content.lock.who}: open the "
        "lock to change it.",
        part="first",
    )


def apply(
    setup: Setup, values: Mapping[str, Any], anchor: Anchor = UNKNOWN, *, locked: bool = False
) -> Setup:
    """Return the setup with new values, and with what follows from them.

    - A new count renumbers the ranges: new = old + difference.
    - A work range that is the cut plus its handles stays so when either changes, unless locked.
    - A clip range that is the work range stays so.
    - A clip that begins earlier or later takes its start timecode along.
    A range given in `values` itself is taken as given.
    """
    after = setup.model_copy(update={k: v for k, v in values.items() if k not in _RANGES})
    snug = _is_snug(setup, locked=locked)
    moved = _raised(setup, after, values, anchor, locked=locked)
    cut = values.get("cut_range", setup.cut_range.moved(moved))
    work = values.get("work_range")
    if work is None:
        work = cut.widened(after.handles) if snug else setup.work_range.moved(moved)
    clip = values.get("clip_range")
    if clip is None:
        clip = work if setup.clip_range == setup.work_range else setup.clip_range.moved(moved)
    ranges = {"cut_range": cut, "work_range": work, "clip_range": clip}
    later = clip.first - moved - setup.clip_range.first
    label = after.start_label
    if later and label is not None and "start_timecode" not in values:
        ranges["start_timecode"] = str(label + later)
    return after.model_copy(update=ranges)


_RANGES = ("cut_range", "work_range", "clip_range")


def _is_snug(setup: Setup, *, locked: bool) -> bool:
    """Return whether the work range is the cut and its handles, and stays so."""
    return not locked and setup.work_range == setup.cut_range.widened(setup.handles)


def _raised(
    setup: Setup, after: Setup, values: Mapping[str, Any], anchor: Anchor, *, locked: bool
) -> int:
    """Return by how much new values raise the numbers of the same frames."""
    follows = _is_snug(setup, locked=locked) and "work_range" not in values
    return renumbered(setup, after.count, anchor, after.handles.head if follows else None)


def renumbered(setup: Setup, count: FrameCount, anchor: Anchor, head: int | None = None) -> int:
    """Return by how much a new count raises the numbers of the same frames.

    `head` is how many frames the work range has before the cut from now on, where that changes
    with it. A count from a source that isn't known leaves them as they are.
    """
    if count == setup.count:
        return 0
    cut = setup.cut_range.first
    now = cut - setup.work_range.first
    head = now if head is None else head
    longer = head - now if count.at in (CountAt.WORK, CountAt.CLIP) else 0
    if count.at is CountAt.CLIP and setup.clip_range != setup.work_range:
        longer = 0
    if count.at is setup.count.at:
        return count.number - setup.count.number + longer
    ahead = anchor.lead if anchor.lead is not None else cut - setup.clip_range.first + longer
    first = {
        CountAt.CUT: count.number + anchor.slip,
        CountAt.WORK: count.number + head + anchor.slip,
        CountAt.CLIP: count.number + ahead,
        CountAt.FILE: anchor.file,
        CountAt.TIMECODE: anchor.timecode,
    }[count.at]
    return 0 if first is None else first - cut


def follow(
    content: Content,
    before: EditFormat,
    after: EditFormat,
    event: CutEvent | None,
    anchor: Anchor,
    required: Required | None = None,
) -> Content:
    """Return the content with what a changed edit asks wherever it had what was asked before.

    Ranges are compared in the shot's own count, which follows first. A locked work range stays.
    `asked` is what the former edit asks, where that was worked out already.
    """
    setup = content.setup
    count = after.count if setup.count == before.count else setup.count
    asked = required or required_of(before, event, setup, anchor)
    now = required_of(after, event, setup.model_copy(update={"count": count}), anchor)
    old, new = ({**left_alone(edit), **its.values} for edit, its in ((before, asked), (after, now)))
    values = {
        key: new[key]
        for key in old
        if old[key] != new[key]
        and getattr(setup, key) == old[key]
        and not (key == "work_range" and content.lock)
    }
    return change(content, values, anchor) if values else content


def changed(
    before: PictureAndTime, after: PictureAndTime, settings: Mapping[str, Setting] = SETTINGS
) -> dict[str, tuple[str, str]]:
    """Return each setting that two setups differ in, with both values written out.

    Either may be an edit format: `settings` are then those that both have.
    """
    return {
        key: (setting.kind.show(getattr(before, key)), setting.kind.show(getattr(after, key)))
        for key, setting in settings.items()
        if getattr(before, key) != getattr(after, key)
    }
