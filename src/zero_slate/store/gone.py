"""What is left of rows that were deleted: that they were, and that their numbers aren't given anew.

What is kept in memory is keyed on numbers, and pages that stand open hold some: a shot must never
get the number of another that is gone.
"""

from sqlalchemy import ScalarSelect, func, select
from sqlalchemy.orm import Session

from zero_slate.store.tables import Base, Production, Shot, TableVersion

_GONE = "gone"
_NUMBERED: tuple[type[Production] | type[Shot], ...] = (Production, Shot)


def times_gone() -> ScalarSelect[int | None]:
    """Return the expression of how often rows were deleted."""
    return select(TableVersion.version).where(TableVersion.name == _GONE).scalar_subquery()


def note_gone(session: Session) -> None:
    """Note, before productions or shots are deleted, that they are."""
    _raise(session, _GONE, (_version(session, _GONE) or 0) + 1)
    for table in _NUMBERED:
        _raise(session, _ids(table), next_id(session, table) - 1)


def next_id(session: Session, table: type[Production] | type[Shot]) -> int:
    """Return a number that no production or shot has or had."""
    highest = session.scalar(select(func.max(table.id))) or 0
    return max(highest, _version(session, _ids(table)) or 0) + 1


def _ids(table: type[Base]) -> str:
    return f"{table.__tablename__} ids"


def _version(session: Session, name: str) -> int | None:
    return session.scalar(select(TableVersion.version).where(TableVersion.name == name))


def _raise(session: Session, name: str, version: int) -> None:
    session.merge(TableVersion(name=name, version=version))
    session.flush()
