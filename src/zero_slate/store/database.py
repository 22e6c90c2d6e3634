"""The database: one SQLite file in WAL mode, brought up to date by its migrations."""

import sqlite3
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from typing import Any

from alembic import command
from alembic.config import Config as AlembicConfig
from sqlalchemy import Engine, create_engine, event
from sqlalchemy.exc import OperationalError
from sqlalchemy.orm import Session, sessionmaker

from zero_slate.core.base.refusal import Refusal


class StoreRefusal(Refusal):
    """A change that couldn't be stored; nothing of it was."""


class Database:
    """Opens sessions on a database file, made and migrated as needed."""

    def __init__(self, path: Path):
        path.parent.mkdir(parents=True, exist_ok=True)
        self.engine = _engine(path)
        _migrate(self.engine)
        self._sessions = sessionmaker(self.engine, expire_on_commit=False)

    @contextmanager
    def reading(self) -> Iterator[Session]:
        """Open a session that sees one state of the database and changes nothing."""
        with self._sessions() as session:
            yield session

    @contextmanager
    def writing(self) -> Iterator[Session]:
        """Open a session whose changes are on disk when it ends, or not made at all.

        It takes the database's write lock at once, so that what it reads first is still true when
        it writes. Raises StoreRefusal where the disk is full or the lock can't be had.
        """
        try:
            with self._sessions() as session:
                session.info["writing"] = True
                session.connection(execution_options={"writing": True})
                yield session
                session.commit()
        except OperationalError as error:
            raise StoreRefusal(f"Nothing was saved: {_why(error)}.") from error

    def copy(self, target: Path) -> None:
        """Copy the database as it stands to another file, which is replaced."""
        target.unlink(missing_ok=True)
        with self.engine.connect() as connection:
            into = sqlite3.connect(target)
            try:
                connection.connection.driver_connection.backup(into)  # type: ignore[union-attr]
            finally:
                into.close()

    def close(self) -> None:
        """Close every connection."""
        self.engine.dispose()


def _engine(path: Path) -> Engine:
    engine = create_engine(f"sqlite:///{path}", connect_args={"timeout": 10})

    @event.listens_for(engine, "connect")
    def _connect(connection: Any, _: Any) -> None:
        # The driver's own transactions begin too late; SQLAlchemy's begin event does it instead.
        connection.isolation_level = None
        for pragma in ("journal_mode=WAL", "synchronous=FULL", "foreign_keys=ON"):
            connection.execute(f"PRAGMA {pragma}")

    @event.listens_for(engine, "begin")
    def _begin(connection: Any) -> None:
        writing = connection.get_execution_options().get("writing", False)
        connection.exec_driver_sql("BEGIN IMMEDIATE" if writing else "BEGIN")

    return engine


def _migrate(engine: Engine) -> None:
    config = AlembicConfig()
    config.set_main_option("script_location", "zero_slate:store/migrations")
    # Another server may be starting on the same home: whoever is second finds it done.
    with engine.connect().execution_options(writing=True) as connection, connection.begin():
        config.attributes["connection"] = connection
        command.upgrade(config, "head")


def _why(error: OperationalError) -> str:
    said = str(error.orig)
    if "full" in said:
        return "the disk is full"
    if "locked" in said:
        return "another program holds the database; try again"
    return said
