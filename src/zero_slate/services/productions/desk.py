"""The desk: productions, and recent shots."""

from sqlalchemy import func, select

from zero_slate.core.checks.finding import STATE_WORDS, State
from zero_slate.core.checks.match import rate_warning
from zero_slate.services.productions.judged import JudgedProduction, JudgedProductions
from zero_slate.services.productions.pages import DeskPage, ProductionCard, RecentShot, Tally
from zero_slate.services.runtime.workspace import Workspace
from zero_slate.store.tables import Production, Shot

RECENT_SHOTS = 8


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
            every = {each: self.judged.of(session, each) for each in ids}
            recent = session.scalars(
                select(Shot).order_by(Shot.touched_at.desc(), Shot.id.desc()).limit(RECENT_SHOTS)
            ).all()
        return DeskPage(
            tuple(map(_card, every.values())),
            tuple(_recent(every[shot.production_id], shot) for shot in recent),
            self.workspace.who,
        )


def _card(judged: JudgedProduction) -> ProductionCard:
    production, edit = judged.production, judged.edit
    codes = dict.fromkeys(event.code for event in judged.events)
    states = [shot.found.state for shot in judged.shots.values()]
    states += [State.NEW for code in codes if code not in judged.shots]
    return ProductionCard(
        production.id,
        production.title,
        production.kind,
        f"{edit.canvas} · {edit.rate} · {edit.scan}",
        judged.cut.number if judged.cut else None,
        Tally.of(states),
        len(states),
    )


def _recent(judged: JudgedProduction, row: Shot) -> RecentShot:
    shot = judged.shots[row.code]
    setup, found = shot.content.setup, shot.found
    return RecentShot(
        shot.shot_id,
        setup.code,
        setup.title,
        judged.production.title,
        found.state,
        STATE_WORDS[found.state],
        found.words,
        row.touched_at,
        str(setup.canvas),
        float(setup.raster.display_aspect),
        float(judged.edit.raster.display_aspect),
        rate_warning(setup, judged.edit, shot.content.departures),
    )
