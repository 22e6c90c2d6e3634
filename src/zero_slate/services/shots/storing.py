"""Storing a shot's versions: each one is added, and none is changed."""

from sqlalchemy.orm import Session

from zero_slate.core.settings.locks import lock_refusal
from zero_slate.core.shot.history import Action
from zero_slate.core.shot.state import Content
from zero_slate.services.runtime.workspace import Workspace
from zero_slate.services.shots.differences import what_changed
from zero_slate.services.shots.guards import require_free_code
from zero_slate.services.shots.loading import Loaded
from zero_slate.services.shots.showing import is_stored
from zero_slate.store import revisions
from zero_slate.store.tables import SetupRevision, Shot


def store_first(
    workspace: Workspace, session: Session, production_id: int, content: Content, what: str
) -> int:
    """Store a new shot with its first version; return its id."""
    now = workspace.now()
    shot = Shot(production_id=production_id, code=content.setup.code, touched_at=now)
    session.add(shot)
    session.flush()
    session.add(_revision(workspace, shot.id, 1, content, Action.EDIT, None, what, now))
    is_stored(session, [shot.id])
    return shot.id


def store_change(
    workspace: Workspace, session: Session, loaded: Loaded, after: Content, said: str = ""
) -> None:
    """Store a changed content; `said` begins the words of its version. Raises Refusal."""
    if after == loaded.content:
        return
    refused = lock_refusal(loaded.content.setup, after.setup, workspace.locks)
    if refused:
        raise refused
    require_free_code(session, loaded, after.setup)
    what = said + what_changed(loaded.content, after)
    store_next(workspace, session, loaded, after, Action.EDIT, None, what)


def store_next(
    workspace: Workspace,
    session: Session,
    loaded: Loaded,
    content: Content,
    action: Action,
    restores: int | None,
    what: str,
) -> None:
    """Store a shot's next version; `restores` is the one that undo or redo brings back."""
    now = workspace.now()
    number = loaded.head.version + 1
    session.add(_revision(workspace, loaded.head.id, number, content, action, restores, what, now))
    shot = session.get_one(Shot, loaded.head.id)
    shot.touched_at = now
    shot.code = content.setup.code
    is_stored(session, [shot.id])


def store_restored(
    workspace: Workspace,
    session: Session,
    shot: Shot,
    broken: SetupRevision,
    content: Content,
    source: str,
) -> None:
    """Store what can be opened in place of a version that can't be; `source` says what it is."""
    now = workspace.now()
    what = f"{source}: v{broken.number:03d} couldn't be opened"
    number = broken.number + 1
    session.add(_revision(workspace, shot.id, number, content, Action.EDIT, None, what, now))
    shot.touched_at, shot.code = now, content.setup.code
    is_stored(session, [shot.id])


def _revision(
    workspace: Workspace,
    shot_id: int,
    number: int,
    content: Content,
    action: Action,
    restores: int | None,
    what: str,
    now: str,
) -> SetupRevision:
    return SetupRevision(
        shot_id=shot_id,
        number=number,
        content=revisions.write_content(content),
        action=str(action),
        restores=restores,
        what=what,
        who=workspace.who,
        at=now,
    )
