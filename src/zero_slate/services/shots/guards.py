"""What keeps a version from being stored: a newer one, or a code that is taken."""

from sqlalchemy import func, select
from sqlalchemy.orm import Session

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.settings.models.setup import Setup
from zero_slate.services.shots.differences import ChangedSetting, differences
from zero_slate.services.shots.loading import Loaded
from zero_slate.store import revisions
from zero_slate.store.tables import Shot


class Conflict(Refusal):
    """A change made on an older version than the one that stands. `changes` says what is new."""

    def __init__(self, message: str, changes: tuple["ChangedSetting", ...] = ()):
        super().__init__(message)
        self.changes = changes


def require_version(session: Session, loaded: Loaded, base: int) -> None:
    """Refuse a change that was made on another version than the one that stands."""
    if base == loaded.head.version:
        return
    if base > loaded.head.version or base < 1:
        raise Refusal(f"There is no version {base}; the latest is {loaded.head.version}.")
    known = revisions.is_kept(session, loaded.head.id, base)
    then = loaded.content
    if known:
        then = revisions.content_of(revisions.setup_number(session, loaded.head.id, base))
    raise Conflict(
        f"Version {loaded.head.version} was saved by {loaded.head.saved_by} meanwhile; nothing of "
        "yours was stored.",
        differences(then, loaded.content),
    )


def require_free_code(session: Session, loaded: Loaded, setup: Setup) -> None:
    """Refuse a code that another shot of the production has."""
    if setup.code == loaded.head.code:
        return
    taken = code_like(session, loaded.head.production_id, setup.code)
    if taken is not None and taken[0] != loaded.head.id:
        like = "" if taken[1] == setup.code else ", capitals apart"
        raise Refusal(
            f"{setup.code} is another shot of {loaded.head.production}{like}: two shots can't "
            "share a code.",
            part="code",
        )


def code_like(session: Session, production_id: int, code: str) -> tuple[int, str] | None:
    """Return the shot whose code is the same name on a system that doesn't tell capitals."""
    rows = session.execute(
        select(Shot.id, Shot.code).where(
            Shot.production_id == production_id, func.lower(Shot.code) == code.lower()
        )
    ).all()
    return next(((row[0], row[1]) for row in rows), None)


def require_new_code(session: Session, production_id: int, code: str) -> None:
    """Refuse a new shot's code where a shot has it, or one that differs in capitals alone."""
    taken = code_like(session, production_id, code)
    if taken is not None:
        raise Refusal(
            f"{code} is set up already; open it instead."
            if taken[1] == code
            else f"{code} and {taken[1]} are one name where capitals aren't told apart: choose "
            "another code.",
            part="code",
        )
