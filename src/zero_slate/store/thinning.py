"""Versions of setups that aren't kept: all but the newest, the named, and those in use."""

from collections.abc import Iterable
from typing import Any

from sqlalchemy import Select, and_, delete, exists, func, select
from sqlalchemy.orm import Session

from zero_slate.store.tables import (
    HandedOff,
    Production,
    SetupRevision,
    Shot,
    TakenVersion,
    VersionName,
)


def to_go(keeps: int, shot_ids: Iterable[int] | Select[Any]) -> Select[Any]:
    """Return the numbers of revisions of some shots that go where so many are kept.

    Named ones stay, and those that a version was taken or handed off from.
    """
    newest = (
        select(SetupRevision.shot_id, func.max(SetupRevision.number).label("number"))
        .group_by(SetupRevision.shot_id)
        .subquery()
    )

    def used(table: Any, number: Any) -> Any:
        return exists().where(
            and_(table.shot_id == SetupRevision.shot_id, number == SetupRevision.number)
        )

    return (
        select(SetupRevision.id)
        .join(newest, newest.c.shot_id == SetupRevision.shot_id)
        .where(
            SetupRevision.shot_id.in_(shot_ids),
            SetupRevision.number <= newest.c.number - keeps,
            ~used(VersionName, VersionName.number),
            ~used(TakenVersion, TakenVersion.setup_version),
            ~used(HandedOff, HandedOff.version),
        )
    )


def thin_out(session: Session, shot_id: int) -> None:
    """Let go of what a shot's production doesn't keep."""
    keeps = session.scalar(
        select(Production.keeps)
        .join(Shot, Shot.production_id == Production.id)
        .where(Shot.id == shot_id)
    )
    if keeps is not None:
        _let_go(session, to_go(keeps, [shot_id]))


def thin_out_all(session: Session, production_id: int, keeps: int) -> int:
    """Let go of what a production doesn't keep any more; return how many versions went."""
    shots = select(Shot.id).where(Shot.production_id == production_id)
    return _let_go(session, to_go(keeps, shots))


def _let_go(session: Session, which: Select[Any]) -> int:
    gone = session.scalars(
        delete(SetupRevision)
        .where(SetupRevision.id.in_(which.scalar_subquery()))
        .returning(SetupRevision.id)
        .execution_options(synchronize_session=False)
    )
    return len(gone.all())
