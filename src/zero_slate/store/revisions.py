"""Revisions of setups and edit formats."""

from functools import lru_cache

from sqlalchemy import func, select
from sqlalchemy.orm import Session

from zero_slate.core.settings.models.edit_format import EditFormat
from zero_slate.core.shot.history import Action, Step
from zero_slate.core.shot.state import Content
from zero_slate.store.tables import EditRevision, SetupRevision, Shot


def content_of(row: SetupRevision) -> Content:
    """Return a revision's content."""
    return _content(row.content)


@lru_cache(maxsize=8192)
def _content(text: str) -> Content:
    """Read a content once: it can't be changed, and a production's are read again and again."""
    return Content.model_validate_json(text)


def latest_setup(session: Session, shot_id: int) -> SetupRevision:
    """Return the revision that stands."""
    return session.scalars(
        select(SetupRevision)
        .where(SetupRevision.shot_id == shot_id)
        .order_by(SetupRevision.number.desc())
        .limit(1)
    ).one()


def setup_number(session: Session, shot_id: int, number: int) -> SetupRevision:
    """Return one revision by its number."""
    return session.scalars(
        select(SetupRevision).where(
            SetupRevision.shot_id == shot_id, SetupRevision.number == number
        )
    ).one()


def latest_setups(session: Session, shot_ids: list[int]) -> dict[int, SetupRevision]:
    """Return the revision that stands for each of many shots."""
    newest = (
        select(SetupRevision.shot_id, func.max(SetupRevision.number).label("number"))
        .group_by(SetupRevision.shot_id)
        .subquery()
    )
    rows = session.scalars(
        select(SetupRevision).join(
            newest,
            (SetupRevision.shot_id == newest.c.shot_id) & (SetupRevision.number == newest.c.number),
        )
    )
    wanted = set(shot_ids)
    return {row.shot_id: row for row in rows if row.shot_id in wanted}


def contents_of(session: Session, production_id: int) -> dict[int, Content]:
    """Return what stands of every shot of a production, by its id."""
    ids = list(session.scalars(select(Shot.id).where(Shot.production_id == production_id)))
    return {shot_id: content_of(row) for shot_id, row in latest_setups(session, ids).items()}


def setups_of(session: Session, shot_id: int) -> list[SetupRevision]:
    """Return every revision of a shot's setup, the newest first."""
    return list(
        session.scalars(
            select(SetupRevision)
            .where(SetupRevision.shot_id == shot_id)
            .order_by(SetupRevision.number.desc())
        )
    )


def steps_of(session: Session, shot_id: int) -> list[Step]:
    """Return what undo and redo are worked out from."""
    rows = session.execute(
        select(SetupRevision.number, SetupRevision.action, SetupRevision.restores)
        .where(SetupRevision.shot_id == shot_id)
        .order_by(SetupRevision.number)
    )
    return [Step(number, Action(action), restores) for number, action, restores in rows]


def latest_edit(session: Session, production_id: int) -> EditRevision:
    """Return a production's edit format as it stands."""
    return session.scalars(
        select(EditRevision)
        .where(EditRevision.production_id == production_id)
        .order_by(EditRevision.number.desc())
        .limit(1)
    ).one()


def edit_format_of(row: EditRevision) -> EditFormat:
    """Return an edit revision's content."""
    return EditFormat.model_validate_json(row.content)


def edits_of(session: Session, production_id: int) -> list[EditRevision]:
    """Return every revision of a production's edit format, the newest first."""
    return list(
        session.scalars(
            select(EditRevision)
            .where(EditRevision.production_id == production_id)
            .order_by(EditRevision.number.desc())
        )
    )


def setups_numbered(session: Session, wanted: list[tuple[int, int]]) -> dict[int, SetupRevision]:
    """Return one revision of each of many shots, by shot id and number."""
    numbers = dict(wanted)
    rows = session.scalars(
        select(SetupRevision).where(SetupRevision.number.in_(set(numbers.values())))
    )
    return {row.shot_id: row for row in rows if numbers.get(row.shot_id) == row.number}


def revisions_in_batch(session: Session, batch_id: int) -> int:
    """Return how many shots one change gave a new version."""
    found = session.scalar(
        select(func.count()).select_from(SetupRevision).where(SetupRevision.batch_id == batch_id)
    )
    return found or 0
