"""Storing a change of several shots as one, so that it can be taken back as one."""

from collections.abc import Mapping, Sequence

from sqlalchemy import insert, update
from sqlalchemy.orm import Session

from zero_slate.core.shot.history import Action
from zero_slate.core.shot.state import Content
from zero_slate.services.productions.judged import JudgedShot
from zero_slate.services.runtime.workspace import Workspace
from zero_slate.services.shots.differences import what_changed
from zero_slate.services.shots.showing import is_stored
from zero_slate.store import revisions
from zero_slate.store.batches import add_batch
from zero_slate.store.tables import SetupRevision, Shot


def store_batch(
    workspace: Workspace,
    session: Session,
    production_id: int,
    label: str,
    made: Sequence[tuple[JudgedShot, Content]],
    edit_number: int | None = None,
    said: str = "",
) -> int:
    """Store new contents of some shots as one change; return its number.

    `edit_number` is the version of the edit format that was made with it; `said` begins the words
    of each shot's version, the label where it is empty.
    """
    now, who = workspace.now(), workspace.who
    batch = add_batch(session, production_id, label, who, now, edit_number)
    rows = [
        {
            "shot_id": known.shot_id,
            "number": known.version + 1,
            "content": revisions.write_content(after),
            "action": str(Action.EDIT),
            "restores": None,
            "what": f"{said or label}: {what_changed(known.content, after)}",
            "who": who,
            "at": now,
            "batch_id": batch.id,
        }
        for known, after in made
    ]
    add_versions(session, rows, now)
    return batch.id


def add_versions(session: Session, rows: Sequence[Mapping[str, object]], now: str) -> None:
    """Store a version of each of many shots, and move them up on the desk."""
    if not rows:
        return
    session.execute(insert(SetupRevision), list(map(dict, rows)))
    session.execute(update(Shot), [{"id": row["shot_id"], "touched_at": now} for row in rows])
    is_stored(session, (int(str(row["shot_id"])) for row in rows))
