"""Databases of an earlier version: what bringing one up does, and the copy that is kept."""

import os
import sqlite3
from contextlib import closing
from dataclasses import dataclass
from datetime import UTC, datetime
from functools import cache
from pathlib import Path

from alembic.config import Config as AlembicConfig
from alembic.script import ScriptDirectory

from zero_slate.core.base.refusal import Refusal


@dataclass(frozen=True, slots=True)
class DatabaseState:
    """What version a database is of; `steps` say what bringing it up does, the first first."""

    revision: str
    newest: str
    steps: tuple[str, ...]
    is_later: bool

    @property
    def words(self) -> str:
        """The same in sentences."""
        if self.is_later:
            return (
                f"It is version {self.revision}, which a later Zero Slate wrote; this one has "
                f"{self.newest}."
            )
        if not self.steps:
            return f"It is version {self.newest}, the newest."
        return (
            f"It is version {self.revision}; the next start brings it up to {self.newest}, and "
            f"keeps a copy of it as it is."
        )


@cache
def _known() -> tuple[tuple[str, str], ...]:
    """Return every revision there is with its words, the newest first; read from disk once."""
    config = AlembicConfig()
    config.set_main_option("script_location", "zero_slate:store/migrations")
    scripts = ScriptDirectory.from_config(config)
    return tuple((each.revision, each.doc) for each in scripts.walk_revisions())


def state_of(path: Path) -> DatabaseState:
    """Look at a database without changing anything of it. Raises Refusal where it is none."""
    try:
        with closing(sqlite3.connect(f"file:{path}?mode=ro", uri=True)) as connection:
            row = connection.execute("SELECT version_num FROM alembic_version").fetchone()
    except sqlite3.Error as error:
        raise Refusal(f"The database {path} can't be looked at: {error}.") from error
    return state(str(row[0]) if row else "")


def state(revision: str) -> DatabaseState:
    """Return what a revision is against the newest."""
    known = _known()
    names = [name for name, _ in known]
    newest = names[0]
    if revision and revision not in names:
        return DatabaseState(revision, newest, (), is_later=True)
    todo = known[: names.index(revision)] if revision else known
    steps = tuple(f"{name}: {words}" for name, words in reversed(todo))
    return DatabaseState(revision, newest, steps, is_later=False)


def keep_copy(path: Path, revision: str) -> Path:
    """Copy a database beside it, whole, under a name that says its version. Raises OSError."""
    now = datetime.now(UTC).strftime("%Y%m%dT%H%M%S")
    copy = path.with_name(f"{path.stem}.version-{revision}.{now}-{os.getpid()}.db")
    new = copy.with_suffix(".new")
    try:
        os.close(os.open(new, os.O_CREAT | os.O_EXCL | os.O_RDWR, 0o600))
        with (
            closing(sqlite3.connect(f"file:{path}?mode=ro", uri=True)) as old,
            closing(sqlite3.connect(new)) as into,
        ):
            old.backup(into)
        os.replace(new, copy)
    except sqlite3.Error as error:
        raise OSError(None, str(error)) from error
    finally:
        new.unlink(missing_ok=True)
    return copy
