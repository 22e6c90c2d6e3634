"""A shot as one line of the cut: what differs, in few words, and its bars."""

from dataclasses import dataclass

from zero_slate.core.checks.finding import STATE_WORDS, Finding, Severity, State
from zero_slate.core.checks.match import Match
from zero_slate.core.checks.media import MEDIA_CODES
from zero_slate.core.settings.index import SETTINGS
from zero_slate.core.shot.context import ShotContext
from zero_slate.core.shot.face import Face, shot_face
from zero_slate.core.shot.state import Departures
from zero_slate.core.time.frames import FrameRange

# Which settings each column of the cut speaks of.
COLUMNS = {
    "canvas": ("canvas", "pixel_aspect", "scan"),
    "rate": ("rate", "timecode", "start_timecode"),
    "range": ("count", "handles", "cut_range", "work_range", "clip_range", "closing"),
    "colour": (
        "color_config",
        "working_space",
        "working_depth",
        "artwork_depth",
        "video_depth",
        "stored_as",
        "read_rules",
        "grade_space",
        "viewing",
    ),
}


@dataclass(frozen=True, slots=True)
class CutCell:
    """What differs in one column; an empty text means that it follows."""

    text: str
    """What the shot has where it differs; empty where it follows."""
    state: State
    """How it stands to the edit."""


@dataclass(frozen=True, slots=True)
class CutBars:
    """A shot's frames at the scale of the cut, counted from its work range's first."""

    work: FrameRange
    """The work range."""
    cut: FrameRange
    """The frames that the cut shows."""
    disk: tuple[FrameRange, ...]
    """The runs of frames that are rendered."""
    missing: tuple[FrameRange, ...]
    """The runs of frames of the work range that are missing among those rendered."""


@dataclass(frozen=True, slots=True)
class CutRow:
    """A shot's line: its state, its cells by column, why it differs and its bars."""

    state: State
    """How the whole shot stands to the edit."""
    word: str
    """The state in a word."""
    cells: dict[str, CutCell]
    """What differs, by the key of its column."""
    why: str
    """Why it differs, in one sentence; empty where it doesn't."""
    bars: CutBars
    """The shot's ranges, to be drawn."""
    picture: Face | None
    """The picture that it is known by; None where it has none."""


def cut_row(context: ShotContext, found: Match, departures: Departures) -> CutRow:
    """Sum a shot up."""
    by_setting: dict[str, list[Finding]] = {}
    for finding in found.findings:
        if finding.severity is Severity.NOTE:
            continue
        by_setting.setdefault(finding.setting, []).append(finding)
    cells = {name: _cell(keys, context, found, by_setting) for name, keys in COLUMNS.items()}
    reasons = [
        departures[key].reason
        for key in SETTINGS
        if found.states[key] is State.REASON and key in departures
    ]
    return CutRow(
        found.state,
        STATE_WORDS[found.state],
        cells,
        "; ".join(dict.fromkeys(reasons)),
        _bars(context),
        shot_face(context),
    )


def _cell(
    keys: tuple[str, ...], context: ShotContext, found: Match, by_setting: dict[str, list[Finding]]
) -> CutCell:
    worst = State.FOLLOWS
    words = []
    for key in keys:
        state = found.states[key]
        if state not in (State.DIFFERS, State.REASON):
            continue
        worst = State.DIFFERS if State.DIFFERS in (worst, state) else state
        value = getattr(context.setup, key)
        required = context.required.values.get(key)
        if required is not None and required != value and key not in ("cut_range", "work_range"):
            words.append(SETTINGS[key].kind.show(value))
        else:
            words.extend(_said(context, finding) for finding in by_setting.get(key, []))
    return CutCell(", ".join(dict.fromkeys(words)), worst)


def _said(context: ShotContext, finding: Finding) -> str:
    """Return what a finding comes to; another value of files is told from the shot's own."""
    said = "; ".join(finding.sentence.strong[:2])
    if finding.setting not in MEDIA_CODES:
        return said
    role = next((e.role for e in context.elements if e.id == finding.element), "")
    return f"{role}: {said}" if role else said


def _bars(context: ShotContext) -> CutBars:
    work = context.setup.work_range
    home = -work.first
    plate = context.plate
    disk: tuple[FrameRange, ...] = ()
    missing: tuple[FrameRange, ...] = ()
    if plate is not None:
        placed = context.aligned[plate.id]
        near = work.widened(context.setup.handles)
        disk = tuple(
            shown.moved(home) for run in placed.present if (shown := run.overlap(near)) is not None
        )
        missing = tuple(hole.moved(home) for hole in placed.missing(work))
    return CutBars(work.moved(home), context.setup.cut_range.moved(home), disk, missing)
