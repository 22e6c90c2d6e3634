"""The database: one SQLite file in WAL mode, which is watched for being there."""

import os
import sqlite3
import threading
from collections.abc import Callable, Iterator
from contextlib import contextmanager, suppress
from pathlib import Path

from sqlalchemy.exc import DatabaseError, OperationalError
from sqlalchemy.orm import Session, sessionmaker

from zero_slate.core.base.refusal import Refusal
from zero_slate.store.opening import OWNER_ONLY_FILE, open_engine
from zero_slate.store.refusals import StoreAway, StoreRefusal
from zero_slate.store.turns import Turns


class Database:
    """Opens sessions on a database file, made and migrated as needed. Raises Refusal."""

    def __init__(self, path: Path):
        self.path = path
        self.reopened: list[Callable[[], None]] = []
        """What is done where another file stands in the place of the one that was opened."""
        self._turns = Turns()
        self._opening = threading.Lock()
        self._open()

    def _open(self) -> None:
        self.engine = open_engine(self.path)
        self._file = _file(self.path)
        self._sessions = sessionmaker(self.engine, expire_on_commit=False)

    @contextmanager
    def reading(self) -> Iterator[Session]:
        """Open a session that sees one state of the database and changes nothing.

        Raises StoreAway where the database is gone, or held by another program.
        """
        self._require_here()
        try:
            with self._sessions() as session:
                yield session
        except DatabaseError as error:
            raise _away(error, "Nothing can be read") from error

    @contextmanager
    def writing(self) -> Iterator[Session]:
        """Open a session whose changes are on disk when it ends, or not made at all.

        It takes the database's write lock at once, so that what it reads first is still true when
        it writes; whoever comes meanwhile waits for a turn. Raises StoreRefusal where the disk is
        full, and StoreAway where the lock can't be had or the database is gone.
        """
        with self._turns.mine():
            self._require_here()
            try:
                with self._sessions() as session:
                    session.info["writing"] = True
                    session.connection(execution_options={"writing": True})
                    yield session
                    session.flush()
                    self._require_same("Nothing was saved")
                    session.commit()
                self._require_same("What was just saved may be lost")
            except DatabaseError as error:
                raise _away(error, "Nothing was saved") from error

    def copy(self, target: Path) -> None:
        """Copy the database as it stands to another file, which is replaced."""
        target.unlink(missing_ok=True)
        os.close(os.open(target, os.O_CREAT | os.O_EXCL | os.O_RDWR, OWNER_ONLY_FILE))
        with self.engine.connect() as connection:
            into = sqlite3.connect(target)
            try:
                connection.connection.driver_connection.backup(into)  # type: ignore[union-attr]
            finally:
                into.close()

    def close(self) -> None:
        """Close every connection."""
        self.engine.dispose()

    def _require_here(self) -> None:
        """Refuse to go on where the file is gone; go on with another that stands in its place."""
        now = _file(self.path)
        if now == self._file:
            return
        if now is None:
            raise StoreAway(_gone(self.path, "Nothing is read or saved"))
        with self._opening:
            if _file(self.path) == self._file:
                return
            with suppress(DatabaseError):
                self.engine.dispose()
            try:
                self._open()
            except Refusal as refusal:
                raise StoreAway(str(refusal)) from refusal
            for each in self.reopened:
                each()

    def _require_same(self, what: str) -> None:
        if _file(self.path) != self._file:
            raise StoreAway(_gone(self.path, what))


def _file(path: Path) -> tuple[int, int] | None:
    try:
        now = os.stat(path)
    except OSError:
        return None
    return now.st_dev, now.st_ino


def _gone(path: Path, what: str) -> str:
    return (
        f"{what}: the database {path} isn't there any more. Put it back, and all goes on; or start "
        "Zero Slate again to begin with a new one."
    )


def _away(error: DatabaseError, what: str) -> Exception:
    """Return a database's failure in words; a rule of its tables that was broken is no failure."""
    if not isinstance(error, OperationalError) and type(error) is not DatabaseError:
        return error
    said = str(error.orig)
    if "locked" in said or "busy" in said:
        return StoreAway(f"{what}: another program holds the database; try again.")
    if "full" in said:
        return StoreRefusal(f"{what}: the disk is full.")
    if "unable to open" in said:
        return StoreAway(f"{what}: the database isn't there any more.")
    return StoreRefusal(f"{what}: {said}.")
