"""What differs between two contents of a shot, for people."""

from dataclasses import dataclass

from zero_slate.core.settings.index import SETTINGS
from zero_slate.core.shot.change import changed
from zero_slate.core.shot.state import Content


@dataclass(frozen=True, slots=True)
class ChangedSetting:
    """One setting before and after."""

    key: str
    """The setting's key."""
    label: str
    """The setting's name."""
    before: str
    """Its value before, in words."""
    after: str
    """Its value after, in words."""


def differences(before: Content, after: Content) -> tuple[ChangedSetting, ...]:
    """Return what differs between two contents, values and reasons, for people."""
    told = [
        ChangedSetting(key, SETTINGS[key].label, *values)
        for key, values in changed(before.setup, after.setup).items()
    ]
    for key in SETTINGS:
        old, new = before.departures.get(key), after.departures.get(key)
        if old != new:
            words = (old.reason if old else "none", new.reason if new else "none")
            told.append(ChangedSetting(key, f"Reason for {SETTINGS[key].label.lower()}", *words))
    if before.format != after.format:
        names = (
            before.format.name if before.format else "none",
            after.format.name if after.format else "none",
        )
        told.append(ChangedSetting("format", "Format", *names))
    if before.grade != after.grade:
        was, now = (each.grade.words if each.grade else "as the cut" for each in (before, after))
        told.append(ChangedSetting("grade", "Grade", was, now))
    if before.artwork != after.artwork:
        told.append(ChangedSetting("artwork", "Artwork", "", "laid on the new canvas"))
    if before.lock != after.lock:
        words = (_lock_words(before), _lock_words(after))
        told.append(ChangedSetting("work_range", "Work range", *words))
    if before.brief != after.brief:
        told.append(ChangedSetting("brief", "Brief", "", "written anew"))
    moved = after.shift - before.shift
    if (before.wanted and before.wanted.moved(moved)) != after.wanted:
        words = (str(before.wanted or ""), str(after.wanted or "none"))
        told.append(ChangedSetting("wanted", "Frames needed", *words))
    if tuple(mark.at(mark.frame + moved) for mark in before.marks) != after.marks:
        words = (_mark_words(before), _mark_words(after))
        told.append(ChangedSetting("marks", "Keys and markers", *words))
    return tuple(told)


def _lock_words(content: Content) -> str:
    return "locked" if content.lock else "open"


def _mark_words(content: Content) -> str:
    frames = ", ".join(str(mark.frame) for mark in content.marks[:6])
    return (frames or "none") + (" …" if len(content.marks) > 6 else "")


def what_changed(before: Content, after: Content) -> str:
    """Say in one line what differs between two contents."""
    parts = [f"{c.label} {c.before} → {c.after}" for c in differences(before, after)]
    return "; ".join(parts) or "nothing changed"
