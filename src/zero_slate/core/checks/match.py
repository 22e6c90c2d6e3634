"""The match: every check there is, and what their findings come to."""

from collections.abc import Callable, Iterable, Mapping, Set
from dataclasses import dataclass
from functools import cached_property
from typing import Any

from zero_slate.core.base.figures import counted
from zero_slate.core.checks import (
    canvas,
    colour,
    depth,
    finish,
    media,
    picture,
    stand,
    storing,
    targets,
    time,
)
from zero_slate.core.checks.finding import STATE_WORDS, Finding, Severity, State
from zero_slate.core.settings.index import SETTINGS
from zero_slate.core.settings.models.edit_format import EditFormat
from zero_slate.core.settings.models.setup import Setup
from zero_slate.core.shot.context import ShotContext
from zero_slate.core.shot.state import Departure, Departures

Check = Callable[[ShotContext], Iterable[Finding]]

# In the order of the sheet's rows; a row shows its findings in this order.
CHECKS: tuple[Check, ...] = (
    canvas.size,
    canvas.pixel_aspect,
    canvas.even,
    canvas.scan,
    canvas.signal,
    picture.placing,
    picture.artwork,
    picture.working_scale,
    picture.region,
    picture.background,
    time.rate,
    time.timecode,
    time.count,
    time.handles,
    time.cut_range,
    time.work_range,
    time.clip_range,
    time.closing,
    time.start_timecode,
    colour.config,
    colour.working_space,
    depth.working_depth,
    depth.artwork_depth,
    storing.stored_as,
    colour.read_rules,
    colour.grade_space,
    colour.viewing,
    stand.camera,
    stand.focus,
    stand.order,
    stand.eyes,
    stand.views,
    stand.distances,
    finish.finish,
    finish.steadiness,
    finish.grain,
    targets.targets,
    media.of_every_element,
)


@dataclass(frozen=True)
class Match:
    """All findings of a shot, and the state of each of its settings."""

    findings: tuple[Finding, ...]
    states: Mapping[str, State]

    @cached_property
    def differing(self) -> int:
        """How many settings differ without a reason."""
        return sum(state is State.DIFFERS for state in self.states.values())

    @cached_property
    def departing(self) -> int:
        """How many settings differ for a reason."""
        return sum(state is State.REASON for state in self.states.values())

    @cached_property
    def state(self) -> State:
        """The state of the whole shot: its worst setting's."""
        if self.differing:
            return State.DIFFERS
        if self.departing:
            return State.REASON
        return State.UNKNOWN if State.UNKNOWN in self.states.values() else State.FOLLOWS

    @property
    def words(self) -> str:
        """The verdict: `3 differences from the edit`."""
        if self.differing:
            return f"{counted(self.differing, 'difference')} from the edit"
        if self.state is State.UNKNOWN:
            return "not in the cut"
        return STATE_WORDS[self.state]


def match(context: ShotContext, departures: Departures | None = None) -> Match:
    """Run every check and settle each setting's state."""
    findings = tuple(finding for check in CHECKS for finding in check(context))
    told = {f.setting for f in findings if f.severity is not Severity.NOTE}
    return Match(findings, _states(context, told, departures or {}))


def rate_warning(setup: Setup, edit: EditFormat, departures: Departures) -> str:
    """Say that a shot runs at another rate than the edit for no reason given; empty otherwise."""
    if setup.rate == edit.rate or excuses(departures.get("rate"), setup, "rate"):
        return ""
    drift, _ = time.drift_sentence(setup.rate, edit.rate, setup.work_range.length)
    return f"This shot runs at {setup.rate}, the edit at {edit.rate}. {drift.text}"


def written(setup: Setup, key: str) -> str:
    """Return a setting's value in one piece, as a departure keeps it."""
    value: Any = getattr(setup, key)
    return SETTINGS[key].kind.show(value)


def excuses(departure: Departure | None, setup: Setup, key: str) -> bool:
    """Return whether a written reason holds for the value that stands."""
    return departure is not None and departure.value == written(setup, key)


def _states(context: ShotContext, told: Set[str], departures: Departures) -> dict[str, State]:
    setup, required = context.setup, context.required.values
    states = {}
    for key in SETTINGS:
        differs = key in told
        if not differs and key in required:
            asked, mine = required[key], getattr(setup, key)
            differs = asked is not mine and asked != mine
        if differs:
            excused = excuses(departures.get(key), setup, key)
            states[key] = State.REASON if excused else State.DIFFERS
        elif context.event is None and key in ("cut_range", "work_range"):
            states[key] = State.UNKNOWN
        else:
            states[key] = State.FOLLOWS
    return states
