"""The house setup, and what people said of doubtful matches."""

from contextlib import suppress

from pydantic import TypeAdapter
from sqlalchemy import select
from sqlalchemy.orm import Session

from zero_slate.core.settings.models.house import HouseSetup
from zero_slate.store.tables import HouseRevision, MatchAnswer
from zero_slate.store.unreadable import Unreadable, readable
from zero_slate.store.written import written

_HOUSE = TypeAdapter(HouseSetup)


def latest_house(session: Session) -> tuple[int, HouseSetup]:
    """Return the house setup that stands and its number; the shipped one is number 0.

    In place of one that can't be read stands the newest before it that can.
    """
    latest: int | None = None
    for row in session.scalars(select(HouseRevision).order_by(HouseRevision.number.desc())):
        latest = row.number if latest is None else latest
        with suppress(Unreadable):
            return latest, readable("The house setup", _HOUSE.validate_json, row.content)
    return latest or 0, HouseSetup()


def write_house(setup: HouseSetup) -> str:
    """Return a house setup as it is stored: read back, it is this one. Raises NotKept."""
    return written(_HOUSE, setup)


def answers_of(session: Session, cut_id: int) -> dict[tuple[str, str], bool]:
    """Return what was said of a cut's doubtful matches, by the codes of both shots."""
    rows = session.scalars(select(MatchAnswer).where(MatchAnswer.cut_id == cut_id))
    return {(row.code, row.former): row.same for row in rows}
