"""Shots, versions, edits and productions side by side."""

from collections.abc import Sequence
from dataclasses import dataclass

from sqlalchemy.orm import Session

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.checks.finding import STATE_WORDS, State
from zero_slate.core.checks.match import match
from zero_slate.core.presentation.beside import (
    MOST_SIDES,
    BesideBand,
    BesideMoments,
    BesideRow,
    SideKind,
    SideOf,
    SideRanges,
    SideValues,
    bands_of,
    beside_rows,
    moments_of,
    read_side,
)
from zero_slate.core.settings.index import EDIT_SETTINGS, SETTINGS
from zero_slate.core.shot.context import ShotContext
from zero_slate.services.productions.judged import JudgedProductions
from zero_slate.services.runtime.workspace import NotFound, Workspace
from zero_slate.services.shots.loading import load_shot
from zero_slate.store import revisions


@dataclass(frozen=True, slots=True)
class BesideSide:
    """What stands at one side."""

    of: str
    """What it is asked for by, as `s4`."""
    kind: SideKind
    """What it is."""
    label: str
    """What it is called."""
    about: str
    """What else there is to say of it."""
    state: State
    """How it stands to its edit; of an edit or a format itself, that it follows."""
    verdict: str
    """The same in words."""
    shot_id: int | None
    """The shot that a value can be taken into; None for an older version, and for an edit."""
    picture_of: int | None
    """The shot whose pictures it has; None where it has none of its own."""
    width: float
    """How wide its canvas is as it is seen, in lines of it."""
    height: int
    """How high its canvas is, in lines."""
    canvas: str
    """Its canvas in words."""
    bands: tuple[BesideBand, ...]
    """Its ranges, from the first frame of its cut."""


@dataclass(frozen=True, slots=True)
class BesidePage:
    """Sides, and what isn't the same at them."""

    sides: tuple[BesideSide, ...]
    """The sides, as they were asked for."""
    rows: tuple[BesideRow, ...]
    """Every setting that isn't the same at all of them."""
    same: int
    """How many settings are."""
    moments: BesideMoments
    """Which frame each shows when."""


class Beside:
    """Lays out what is to be seen side by side."""

    def __init__(self, workspace: Workspace, judged: JudgedProductions):
        self.workspace = workspace
        self.judged = judged

    def page(self, asked: Sequence[str]) -> BesidePage:
        """Lay sides out. Raises NotFound, and Refusal for what can't stand at a side."""
        if len(asked) > MOST_SIDES:
            raise Refusal(f"{len(asked)} sides were asked for; {MOST_SIDES} is the most.")
        with self.workspace.reading() as session:
            made = [self._side(session, text, read_side(text)) for text in asked]
        values = [each for _, each in made]
        rows, same = beside_rows(values)
        moments = moments_of([each.ranges for each in values])
        return BesidePage(tuple(side for side, _ in made), rows, same, moments)

    def _side(self, session: Session, text: str, of: SideOf) -> tuple[BesideSide, SideValues]:
        if of.kind is SideKind.PRODUCTION:
            return self._production(session, text, of.id)
        loaded = load_shot(session, of.id)
        content = loaded.content
        if of.version is not None:
            if not revisions.is_kept(session, of.id, of.version):
                raise NotFound(f"{loaded.head.code} has no version {of.version} any more.")
            content = revisions.content_of(revisions.setup_number(session, of.id, of.version))
        context = loaded.context(self.workspace, content)
        if of.kind is SideKind.EDIT:
            return _asked(text, loaded.head.code, context)
        found, setup = match(context, content.departures), content.setup
        version = loaded.head.version if of.version is None else of.version
        values = SideValues(
            {key: getattr(setup, key) for key in SETTINGS},
            setup.raster,
            SideRanges(setup.rate, setup.cut_range, setup.work_range, setup.clip_range),
        )
        older = version != loaded.head.version
        side = _drawn(
            text,
            SideKind.SHOT,
            setup.code,
            f"v{version:03d}, {loaded.head.production}" if older else loaded.head.production,
            found.state,
            found.words,
            values,
            None if older else of.id,
            of.id,
        )
        return side, values

    def _production(
        self, session: Session, text: str, production_id: int
    ) -> tuple[BesideSide, SideValues]:
        judged = self.judged.of(session, production_id)
        edit = judged.edit
        values = SideValues({key: getattr(edit, key) for key in EDIT_SETTINGS}, edit.raster, None)
        about = f"edit format, version {judged.edit_revision.number}"
        title = judged.production.title
        words = STATE_WORDS[State.FOLLOWS]
        side = _drawn(
            text, SideKind.PRODUCTION, title, about, State.FOLLOWS, words, values, None, None
        )
        return side, values


def _asked(text: str, code: str, context: ShotContext) -> tuple[BesideSide, SideValues]:
    required = context.required
    cut, work = required.cut_range, required.work_range
    ranges = None
    if cut is not None and work is not None:
        ranges = SideRanges(context.edit.rate, cut, work, None)
    values = SideValues(required.values, context.edit.raster, ranges)
    side = _drawn(
        text,
        SideKind.EDIT,
        "Edit",
        f"what it asks of {code}",
        State.FOLLOWS,
        "",
        values,
        None,
        None,
    )
    return side, values


def _drawn(
    text: str,
    kind: SideKind,
    label: str,
    about: str,
    state: State,
    verdict: str,
    values: SideValues,
    shot_id: int | None,
    picture_of: int | None,
) -> BesideSide:
    raster = values.raster
    return BesideSide(
        text,
        kind,
        label,
        about,
        state,
        verdict,
        shot_id,
        picture_of,
        float(raster.shown_width),
        raster.height,
        str(raster.size),
        bands_of(values.ranges),
    )
