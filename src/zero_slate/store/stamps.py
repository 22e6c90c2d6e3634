"""Stamps: what a snapshot of the database says of how new its parts are.

What is made from rows is kept under the stamp that was read in the same snapshot, so that it is
never newer or older than what its reader sees, whoever wrote: this server, another, or a person.
"""

from dataclasses import dataclass

from sqlalchemy import ScalarSelect, bindparam, func, select
from sqlalchemy.orm import Session

from zero_slate.store.gone import times_gone
from zero_slate.store.tables import Cut, EditRevision, SetupRevision, Shot, TableVersion


@dataclass(frozen=True, slots=True)
class ShotStamp:
    """The newest revision of a shot, the version of its elements, and its production's newest."""

    production: int
    setup: int
    files: int
    edit: int | None
    cut: int | None
    gone: int | None


Whole = tuple[int | None, int | None, int | None, int, int | None]


# Made once: every keystroke asks it.
_ONE_SHOT = select(
    Shot.production_id,
    select(func.max(SetupRevision.id)).where(SetupRevision.shot_id == Shot.id).scalar_subquery(),
    Shot.files,
    select(func.max(EditRevision.id))
    .where(EditRevision.production_id == Shot.production_id)
    .scalar_subquery(),
    select(func.max(Cut.id)).where(Cut.production_id == Shot.production_id).scalar_subquery(),
    times_gone(),
).where(Shot.id == bindparam("shot"))


def shot_stamp(session: Session, shot_id: int) -> ShotStamp | None:
    """Return the stamp of one shot; None where there is no such shot."""
    row = session.execute(_ONE_SHOT, {"shot": shot_id}).first()
    return ShotStamp(*row) if row else None


def shot_stamps(session: Session, production_id: int) -> dict[int, ShotStamp]:
    """Return the stamp of every shot of a production, by its id."""
    edit, cut, gone = session.execute(
        select(
            _newest(EditRevision, EditRevision.production_id == production_id),
            _newest(Cut, Cut.production_id == production_id),
            times_gone(),
        )
    ).one()
    rows = session.execute(
        select(Shot.id, func.max(SetupRevision.id), Shot.files)
        .join(SetupRevision, SetupRevision.shot_id == Shot.id)
        .where(Shot.production_id == production_id)
        .group_by(Shot.id)
    )
    return {
        shot_id: ShotStamp(production_id, setup, files, edit, cut, gone)
        for shot_id, setup, files in rows
    }


def whole_stamp(session: Session) -> Whole:
    """Return the newest of everything that shots are judged by, in the whole database."""
    row = session.execute(
        select(
            _newest(SetupRevision),
            _newest(EditRevision),
            _newest(Cut),
            select(TableVersion.version).where(TableVersion.name == "element").scalar_subquery(),
            times_gone(),
        )
    ).one()
    return row[0], row[1], row[2], row[3], row[4]


def formats_stamp(session: Session) -> int:
    """Return the version of the own formats."""
    return (
        session.scalar(select(TableVersion.version).where(TableVersion.name == "own_format")) or 0
    )


def _newest(
    table: type[SetupRevision | EditRevision | Cut], *where: object
) -> ScalarSelect[int | None]:
    return select(func.max(table.id)).where(*where).scalar_subquery()  # type: ignore[arg-type]
