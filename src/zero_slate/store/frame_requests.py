"""What was answered to frames that are asked for: that they came, or that they aren't needed.

Which frames are asked for stands in the versions of the shots. A request that was made before it
did stands here alone, unanswered.
"""

from collections.abc import Sequence

from sqlalchemy import delete, select
from sqlalchemy.orm import Session

from zero_slate.store.tables import FrameRequest, Shot


def requests_of(session: Session, production_id: int) -> Sequence[tuple[FrameRequest, str]]:
    """Return a production's rows with the code of their shot, the unanswered ones first."""
    rows = session.execute(
        select(FrameRequest, Shot.code)
        .join(Shot, Shot.id == FrameRequest.shot_id)
        .where(FrameRequest.production_id == production_id)
        .order_by(FrameRequest.got_at.is_not(None), Shot.code, FrameRequest.id)
    )
    return [(row[0], row[1]) for row in rows]


def answer_to(session: Session, shot_id: int, cut: int) -> FrameRequest | None:
    """Return what was answered to a shot's frames since a cut; None where nothing was."""
    return session.scalars(
        select(FrameRequest).where(FrameRequest.shot_id == shot_id, FrameRequest.cut == cut)
    ).first()


def answered(session: Session, production_id: int) -> set[tuple[int, int]]:
    """Return the shots, each with the cut, whose frames came or aren't needed."""
    rows = session.execute(
        select(FrameRequest.shot_id, FrameRequest.cut).where(
            FrameRequest.production_id == production_id, FrameRequest.got_at.is_not(None)
        )
    )
    return {(shot_id, cut) for shot_id, cut in rows}


def drop_open(session: Session, shot_id: int) -> None:
    """Take away what stands unanswered of a shot."""
    session.execute(
        delete(FrameRequest).where(FrameRequest.shot_id == shot_id, FrameRequest.got_at.is_(None))
    )
