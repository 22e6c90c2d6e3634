"""The house setup, and what people said of doubtful matches."""

from sqlalchemy import select
from sqlalchemy.orm import Session

from zero_slate.core.settings.models.house import HouseSetup
from zero_slate.store.tables import HouseRevision, MatchAnswer


def latest_house(session: Session) -> tuple[int, HouseSetup]:
    """Return the house setup that stands and its number; the shipped one is number 0."""
    row = session.scalars(
        select(HouseRevision).order_by(HouseRevision.number.desc()).limit(1)
    ).first()
    if row is None:
        return 0, HouseSetup()
    return row.number, HouseSetup.model_validate_json(row.content)


def answers_of(session: Session, cut_id: int) -> dict[tuple[str, str], bool]:
    """Return what was said of a cut's doubtful matches, by the codes of both shots."""
    rows = session.scalars(select(MatchAnswer).where(MatchAnswer.cut_id == cut_id))
    return {(row.code, row.former): row.same for row in rows}
