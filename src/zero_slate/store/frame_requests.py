"""Frames to ask for, as they are stored."""

from collections.abc import Sequence

from sqlalchemy import delete, select
from sqlalchemy.orm import Session

from zero_slate.store.tables import FrameRequest, Shot


def requests_of(session: Session, production_id: int) -> Sequence[tuple[FrameRequest, str]]:
    """Return a production's requests with the code of their shot, the open ones first."""
    rows = session.execute(
        select(FrameRequest, Shot.code)
        .join(Shot, Shot.id == FrameRequest.shot_id)
        .where(FrameRequest.production_id == production_id)
        .order_by(FrameRequest.got_at.is_not(None), Shot.code, FrameRequest.id)
    )
    return [(row[0], row[1]) for row in rows]


def open_request(session: Session, shot_id: int) -> FrameRequest | None:
    """Return what is still to be asked for of a shot; None where nothing is."""
    return session.scalars(
        select(FrameRequest)
        .where(FrameRequest.shot_id == shot_id, FrameRequest.got_at.is_(None))
        .order_by(FrameRequest.id.desc())
    ).first()


def shots_asked(session: Session, production_id: int, cut: int) -> set[int]:
    """Return the shots of which something was asked for since a cut, whether it came or not."""
    rows = select(FrameRequest.shot_id).where(
        FrameRequest.production_id == production_id, FrameRequest.cut >= cut
    )
    return set(session.scalars(rows))


def drop_open(session: Session, shot_id: int) -> None:
    """Take away what is still to be asked for of a shot."""
    session.execute(
        delete(FrameRequest).where(FrameRequest.shot_id == shot_id, FrameRequest.got_at.is_(None))
    )
