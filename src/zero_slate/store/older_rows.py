"""Rows of an earlier version of the database, brought up by what brings up databases."""

import tempfile
from pathlib import Path
from typing import Any

from sqlalchemy import MetaData, insert, select
from sqlalchemy.exc import SQLAlchemyError

from zero_slate.core.base.refusal import Refusal
from zero_slate.store.earlier import state
from zero_slate.store.opening import migrate, new_engine
from zero_slate.store.transfer import TABLES, NotThoseRows, table_of


class LaterVersion(Refusal):
    """What a later Zero Slate wrote."""


def newest_revision() -> str:
    """Return the revision of the database that this version works with."""
    return state("").newest


def brought_up(rows: dict[str, Any], revision: str) -> dict[str, Any]:
    """Return rows as they would be had their database been brought up.

    They are put into a database of their own revision, which is migrated. Raises LaterVersion for
    a revision that isn't known, and NotThoseRows for rows that it couldn't hold.
    """
    if revision == newest_revision():
        return rows
    if not revision or state(revision).is_later:
        raise LaterVersion(
            f"It was written by a later Zero Slate (database {revision[:20]}; this one has "
            f"{newest_revision()}): bring it back with that one."
        )
    with tempfile.TemporaryDirectory(prefix="zero-slate-") as folder:
        engine = new_engine(Path(folder) / "rows.db", revision)
        try:
            then = MetaData()
            then.reflect(engine)
            with engine.begin() as connection:
                connection.exec_driver_sql("PRAGMA defer_foreign_keys=ON")
                for name, mine in rows.items():
                    if name not in then.tables or not isinstance(mine, list):
                        raise NotThoseRows(f"Its rows are of a table “{name[:40]}”.")
                    if mine:
                        connection.execute(insert(then.tables[name]), mine)
            migrate(engine)
            with engine.connect() as connection:
                return {
                    table.name: [dict(row._mapping) for row in connection.execute(select(table))]
                    for table in map(table_of, TABLES)
                }
        except (SQLAlchemyError, TypeError, ValueError, KeyError) as error:
            raise NotThoseRows("Its rows aren't those of the version that it is of.") from error
        finally:
            engine.dispose()
