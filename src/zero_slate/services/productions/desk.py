"""The desk: productions, and recent shots."""

from dataclasses import dataclass

from sqlalchemy import func, select
from sqlalchemy.orm import Session

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.checks.finding import STATE_WORDS, State
from zero_slate.core.checks.match import rate_warning
from zero_slate.core.shot.face import shot_face
from zero_slate.services.productions.judged import (
    JudgedProduction,
    JudgedProductions,
    production_of,
)
from zero_slate.services.productions.pages import DeskPage, ProductionCard, RecentShot, Tally
from zero_slate.services.runtime.workspace import Workspace
from zero_slate.store.revisions import artists_of
from zero_slate.store.tables import Production, Shot

RECENT_SHOTS = 8
UNKNOWN_SHAPE = 16 / 9


@dataclass(frozen=True, slots=True)
class _Damaged:
    """A production whose edit format can't be read, and why."""

    production: Production
    why: str


class Desk:
    """The start page of an installation."""

    def __init__(self, workspace: Workspace, judged: JudgedProductions):
        self.workspace = workspace
        self.judged = judged

    def page(self) -> DeskPage:
        """Return productions, those worked on last first, and recent shots."""
        with self.workspace.reading() as session:
            touched = func.max(Shot.touched_at)
            ids = session.scalars(
                select(Production.id)
                .outerjoin(Shot, Shot.production_id == Production.id)
                .group_by(Production.id)
                .order_by(touched.desc(), Production.id.desc())
            ).all()
            every = {each: self._judged(session, each) for each in ids}
            recent = session.scalars(
                select(Shot).order_by(Shot.touched_at.desc(), Shot.id.desc()).limit(RECENT_SHOTS)
            ).all()
            artists = artists_of(session, [shot.id for shot in recent])
        return DeskPage(
            tuple(map(_card, every.values())),
            tuple(
                recent_shot(every[shot.production_id], shot, artists.get(shot.id, ""))
                for shot in recent
            ),
            self.workspace.who,
        )

    def _judged(self, session: Session, production_id: int) -> JudgedProduction | _Damaged:
        try:
            return self.judged.of(session, production_id)
        except Refusal as refusal:
            return _Damaged(production_of(session, production_id), str(refusal))


def _card(judged: JudgedProduction | _Damaged) -> ProductionCard:
    production = judged.production
    if isinstance(judged, _Damaged):
        return ProductionCard(
            production.id, production.title, production.kind, judged.why, None, Tally.of(()), 0
        )
    edit = judged.edit
    codes = dict.fromkeys(event.code for event in judged.events)
    states = [shot.found.state for shot in judged.shots.values()]
    states += [State.UNKNOWN for _ in judged.damaged]
    states += [
        State.NEW for code in codes if code not in judged.shots and code not in judged.damaged
    ]
    return ProductionCard(
        production.id,
        production.title,
        production.kind,
        f"{edit.canvas} · {edit.rate} · {edit.scan}",
        judged.cut.number if judged.cut else None,
        Tally.of(states),
        len(states),
    )


def recent_shot(judged: JudgedProduction | _Damaged, row: Shot, artist: str) -> RecentShot:
    """Return a shot as the desk shows it; one that can't be read says why."""
    shot = None if isinstance(judged, _Damaged) else judged.shots.get(row.code)
    if shot is None or isinstance(judged, _Damaged):
        why = judged.why if isinstance(judged, _Damaged) else judged.damaged[row.code].why
        return RecentShot(
            row.id,
            row.code,
            "",
            judged.production.id,
            judged.production.title,
            State.UNKNOWN,
            "can't be read",
            why,
            artist,
            row.touched_at,
            "",
            UNKNOWN_SHAPE,
            UNKNOWN_SHAPE,
            why,
            None,
        )
    setup, found = shot.content.setup, shot.found
    return RecentShot(
        shot.shot_id,
        setup.code,
        setup.title,
        judged.production.id,
        judged.production.title,
        found.state,
        STATE_WORDS[found.state],
        found.words,
        artist,
        row.touched_at,
        str(setup.canvas),
        float(setup.raster.display_aspect),
        float(judged.edit.raster.display_aspect),
        rate_warning(setup, judged.edit, shot.content.departures),
        shot_face(shot.context),
    )
