"""Since when a value stands: the oldest revision of an unbroken run that has it."""

from collections.abc import Iterable
from typing import Any

from sqlalchemy import func, select
from sqlalchemy.orm import Session

from zero_slate.store.tables import EditRevision, HouseRevision, SetupRevision

# When, and by whom.
Since = tuple[str, str]
# Most values are as old as what they are in, and many are new: rows are asked for as they are read.
_AT_ONCE = 50


def setup_since(session: Session, shot_id: int, path: str) -> Since | None:
    """Return since when a shot has what stands at a JSON path of its content."""
    table = SetupRevision
    return _since(
        session.execute(
            select(table.at, table.who, func.json_extract(table.content, path))
            .where(table.shot_id == shot_id)
            .order_by(table.number.desc())
            .execution_options(yield_per=_AT_ONCE)
        )
    )


def edit_since(session: Session, production_id: int, key: str) -> Since | None:
    """Return since when a production's edit format has its value of a setting."""
    table = EditRevision
    return _since(
        session.execute(
            select(table.at, table.who, func.json_extract(table.content, f"$.{key}"))
            .where(table.production_id == production_id)
            .order_by(table.number.desc())
            .execution_options(yield_per=_AT_ONCE)
        )
    )


def house_since(session: Session, key: str) -> Since | None:
    """Return since when the house setup has its value of a setting; None where as shipped."""
    table = HouseRevision
    return _since(
        session.execute(
            select(table.at, table.who, func.json_extract(table.content, f"$.{key}"))
            .order_by(table.number.desc())
            .execution_options(yield_per=_AT_ONCE)
        )
    )


def _since(rows: Iterable[Any]) -> Since | None:
    """Return when and by whom the newest value came to be.

    A revision of before there was the setting says nothing of it, and had what is usual.
    """
    found: Since | None = None
    newest: object = None
    for at, who, value in rows:
        if found is not None and value is not None and value != newest:
            break
        newest = value if newest is None else newest
        found = at, who
    return found
