"""Opening a database file: made where there is none, brought up to date, or refused in words."""

import os
import stat
import threading
from pathlib import Path
from typing import Any

from alembic import command
from alembic.config import Config as AlembicConfig
from alembic.runtime.migration import MigrationContext
from alembic.util import CommandError
from sqlalchemy import Engine, create_engine, event
from sqlalchemy.exc import DatabaseError, OperationalError
from sqlalchemy.pool import NullPool

from zero_slate.core.base.refusal import Refusal
from zero_slate.logs import say
from zero_slate.store.earlier import keep_copy, state

OWNER_ONLY_FILE, OWNER_ONLY_FOLDER = 0o600, 0o700
# How long a session waits for another program that holds the database, in seconds.
TO_READ, TO_WRITE, TO_START = 5, 90, 10

_MIGRATING = threading.Lock()


def open_engine(path: Path) -> Engine:
    """Return what connects to a database, which is made where there is none.

    The file and its folder are for their owner only. Raises Refusal, in one sentence that says
    what to do, where the file can't be used.
    """
    try:
        make_private(path.parent)
        if not path.exists():
            _make(path)
        if path.stat().st_size == 0:
            raise Refusal(
                f"The database {path} is empty (0 bytes), which it never is by itself. Put back a "
                "copy of it, or delete it to begin anew."
            )
        os.chmod(path, OWNER_ONLY_FILE)
    except OSError as error:
        said = (error.strerror or str(error)).lower()
        raise Refusal(
            f"The database {path} can't be opened: {said}. Put that right, or set ZERO_SLATE_HOME "
            "to "
            "another folder."
        ) from error
    engine = _engine(path)
    try:
        _check(engine)
        _keep_earlier(engine, path)
        migrate(engine)
    except (DatabaseError, CommandError) as error:
        engine.dispose()
        raise Refusal(_why_not(path, error)) from error
    return engine


def _keep_earlier(engine: Engine, path: Path) -> None:
    """Keep a copy of a database of an earlier version, before it is brought up."""
    with engine.connect() as connection:
        revision = MigrationContext.configure(connection).get_current_revision()
    if revision is None:
        return
    found = state(revision)
    if found.is_later or not found.steps:
        return
    try:
        copy = keep_copy(path, revision)
    except OSError as error:
        said = (error.strerror or str(error)).lower()
        raise Refusal(
            f"The database {path} is of an earlier version, and no copy of it could be kept before "
            f"it is brought up: {said}. Nothing was changed."
        ) from error
    say("database", earlier=revision, brought_up_to=found.newest, copy=str(copy))


def make_private(folder: Path) -> None:
    """Make a folder for its owner only; one that others share by design stays as it is."""
    folder.mkdir(mode=OWNER_ONLY_FOLDER, parents=True, exist_ok=True)
    now = folder.stat()
    if now.st_mode & 0o077 and now.st_uid == os.geteuid() and not now.st_mode & stat.S_ISVTX:
        folder.chmod(OWNER_ONLY_FOLDER)


def _make(path: Path) -> None:
    """Make a new database beside its place, whole; it gets its name only then."""
    new = path.with_name(f"{path.name}.new-{os.getpid()}")
    new.unlink(missing_ok=True)
    os.close(os.open(new, os.O_CREAT | os.O_EXCL | os.O_RDWR, OWNER_ONLY_FILE))
    try:
        engine = _engine(new, poolclass=NullPool)
        migrate(engine)
        engine.dispose()
        # Another server may have begun on the same home: the first to be done has made it.
        if not path.exists():
            try:
                os.link(new, path)
            except FileExistsError:
                pass
            except OSError:  # a disk that knows no links
                os.replace(new, path)
    finally:
        for part in ("", "-wal", "-shm"):
            Path(f"{new}{part}").unlink(missing_ok=True)


def _engine(path: Path, **how: Any) -> Engine:
    # In this mode the driver never makes a file: a database that is gone stays gone.
    address = f"sqlite:///file:{_quoted(path)}?mode=rw&uri=true"
    engine = create_engine(address, connect_args={"timeout": TO_START}, **how)

    @event.listens_for(engine, "connect")
    def _connect(connection: Any, _: Any) -> None:
        # The driver's own transactions begin too late; SQLAlchemy's begin event does it instead.
        connection.isolation_level = None
        for pragma in ("journal_mode=WAL", "synchronous=FULL", "foreign_keys=ON"):
            connection.execute(f"PRAGMA {pragma}")

    @event.listens_for(engine, "begin")
    def _begin(connection: Any) -> None:
        options = connection.get_execution_options()
        writing = options.get("writing", False)
        patience = options.get("patience", TO_WRITE if writing else TO_READ)
        if connection.info.get("patience") != patience:
            connection.exec_driver_sql(f"PRAGMA busy_timeout={patience * 1000}")
            connection.info["patience"] = patience
        connection.exec_driver_sql("BEGIN IMMEDIATE" if writing else "BEGIN")

    return engine


def _quoted(path: Path) -> str:
    return str(path.absolute()).replace("%", "%25").replace("?", "%3f").replace("#", "%23")


def _check(engine: Engine) -> None:
    with engine.connect() as connection:
        said = connection.exec_driver_sql("PRAGMA quick_check(1)").scalar()
        if said != "ok":
            raise DatabaseError(f"{said}", None, Exception(said))


def new_engine(path: Path, revision: str) -> Engine:
    """Make a database of an earlier version, where there is none yet. Raises what Alembic does."""
    os.close(os.open(path, os.O_CREAT | os.O_EXCL | os.O_RDWR, OWNER_ONLY_FILE))
    engine = _engine(path, poolclass=NullPool)
    migrate(engine, revision)
    return engine


def migrate(engine: Engine, revision: str = "head") -> None:
    """Bring a database up to date, or to a revision. Raises what Alembic and SQLAlchemy raise."""
    config = AlembicConfig()
    config.set_main_option("script_location", "zero_slate:store/migrations")
    # Alembic's context is one for the whole process.
    with _MIGRATING:
        _upgrade(engine, config, revision)


def _upgrade(engine: Engine, config: AlembicConfig, revision: str) -> None:
    # Another server may be starting on the same home: whoever is second finds it done.
    options = {"writing": True, "patience": TO_START}
    with engine.connect().execution_options(**options) as connection, connection.begin():
        config.attributes["connection"] = connection
        command.upgrade(config, revision)


def _why_not(path: Path, error: DatabaseError | CommandError) -> str:
    if isinstance(error, CommandError):
        return (
            f"The database {path} was written by a later Zero Slate: start that one, or set "
            "ZERO_SLATE_HOME to another folder."
        )
    said = str(error.orig)
    if isinstance(error, OperationalError) and "locked" in said:
        return f"The database {path} is held by another program: close that one, and start again."
    if isinstance(error, OperationalError):
        return (
            f"The database {path} can't be opened: {said}. Put that right, or set ZERO_SLATE_HOME "
            "to "
            "another folder."
        )
    return (
        f"The database {path} is damaged ({said[:80]}): put back a copy of it, or move it away to "
        "begin anew."
    )
