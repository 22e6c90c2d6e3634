"""What stands beside a shot's settings: its lock, marks and brief, and changes seen first."""

from collections.abc import Sequence
from dataclasses import dataclass

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.checks.match import match
from zero_slate.core.presentation.sheet import SheetRow, build_sheet
from zero_slate.core.settings.index import SETTINGS
from zero_slate.core.settings.reading import Reading, Typed, read_typed
from zero_slate.core.shot.brief import Brief
from zero_slate.core.shot.state import Content, WorkRangeLock
from zero_slate.core.shot.time_change import TimeChangeImpact, time_change_impact
from zero_slate.core.time.entry.clock import Entry
from zero_slate.core.time.entry.moments import read_moment
from zero_slate.core.time.marks import FrameMark, MarkKind, in_order
from zero_slate.core.time.retime import RetimeMode
from zero_slate.services.runtime.workspace import Workspace
from zero_slate.services.shots.differences import ChangedSetting, differences
from zero_slate.services.shots.loading import Loaded
from zero_slate.services.shots.pages import ShotPage
from zero_slate.services.shots.sheets import Shots
from zero_slate.services.shots.typed_sheet import require_sound

# The settings that the page of a change lets be typed.
CHANGED_HERE = ("rate", "count", "clip_range", "work_range", "cut_range", "handles", "scan")


@dataclass(frozen=True, slots=True)
class TimeChangePage:
    """A change of time before it is made: fields, both ways of making it, and what differs."""

    rows: tuple[SheetRow, ...]
    """The settings of time, as rows of a sheet."""
    keep: RetimeMode
    """What the change keeps: frame numbers or moments."""
    impact: TimeChangeImpact | None
    """What it would move; None where nothing is changed."""
    changes: tuple[ChangedSetting, ...]
    """The settings that would change."""
    problem: str | None
    """Why the change can't be made; None where it can."""
    version: int
    """The shot's version that it was reckoned from."""


@dataclass(frozen=True, slots=True)
class TypedMark:
    """A key or marker as it was typed: its frame in any way that the grammar takes."""

    frame: str
    """The frame, as a number, a timecode or otherwise."""
    kind: MarkKind
    """`key` or `marker`."""
    name: str = ""
    """A marker's name."""


class Retiming:
    """Changes of a shot's time."""

    def __init__(self, workspace: Workspace, shots: Shots):
        self.workspace = workspace
        self.shots = shots

    def page(self, shot_id: int, typed: Typed, keep: RetimeMode) -> TimeChangePage:
        """Say what a change would do. Nothing is stored."""
        loaded = self.shots.load(shot_id)
        content = loaded.content
        reading = _read(loaded, typed)
        told = None
        problem = None
        after = content
        try:
            after, told = time_change_impact(content, reading.values, keep, loaded.stored.anchor)
        except Refusal as refusal:
            problem = str(refusal)
        context = loaded.context(self.workspace, after)
        # Fields show what is typed or stored, not what follows from it.
        before = loaded.context(self.workspace)
        found = match(context, content.departures)
        sheet = build_sheet(before, found, content.departures, typed, reading)
        rows = {row.key: row for group in sheet.groups for row in group.rows}
        changes = differences(content, after)
        changed = bool(reading.values) and told is not None
        return TimeChangePage(
            tuple(rows[key] for key in CHANGED_HERE),
            keep,
            told if changed else None,
            tuple(change for change in changes if change.key != "marks") if changed else (),
            problem,
            loaded.head.version,
        )

    def make(self, shot_id: int, base: int, typed: Typed, keep: RetimeMode) -> ShotPage:
        """Make a change as one new version, which one undo takes back. Raises Refusal."""

        def how(loaded: Loaded) -> Content:
            reading = _read(loaded, typed)
            require_sound(reading)
            return time_change_impact(loaded.content, reading.values, keep, loaded.stored.anchor)[0]

        return self.shots.amend(shot_id, base, how)

    def lock(self, shot_id: int, base: int, closed: bool) -> ShotPage:
        """Close the lock on the work range, or open it."""
        lock = WorkRangeLock(self.workspace.who, self.workspace.now()) if closed else None

        def how(loaded: Loaded) -> Content:
            if closed and loaded.content.lock is not None:
                return loaded.content
            return loaded.content.model_copy(update={"lock": lock})

        return self.shots.amend(shot_id, base, how)

    def set_marks(self, shot_id: int, base: int, marks: Sequence[TypedMark]) -> ShotPage:
        """Store a shot's keys and markers in place of those it had. Raises Refusal."""

        def how(loaded: Loaded) -> Content:
            kept = []
            for mark in marks:
                entry = Entry(loaded.stored.clock, loaded.content.setup.cut_range.first)
                kept.append(FrameMark(read_moment(mark.frame, entry), mark.kind, mark.name.strip()))
            return loaded.content.model_copy(update={"marks": in_order(tuple(kept))})

        return self.shots.amend(shot_id, base, how)

    def set_brief(self, shot_id: int, base: int, brief: Brief) -> ShotPage:
        """Store a shot's brief."""
        return self.shots.amend(
            shot_id, base, lambda loaded: loaded.content.model_copy(update={"brief": brief})
        )


def _read(loaded: Loaded, typed: Typed) -> Reading:
    unknown = set(typed) - set(CHANGED_HERE)
    if unknown:
        raise Refusal(f"A change of time has no field {', '.join(sorted(unknown))}.")
    return read_typed(loaded.content.setup, typed, SETTINGS, loaded.stored.clock)
