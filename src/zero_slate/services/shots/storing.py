"""Storing a shot's versions: each one is added, and none is changed."""

from collections.abc import Iterable, Mapping

from sqlalchemy.orm import Session

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.settings.locks import lock_refusal
from zero_slate.core.shot.history import Action
from zero_slate.core.shot.state import Content
from zero_slate.services.runtime.workspace import Workspace
from zero_slate.services.shots.chains import identity_of
from zero_slate.services.shots.differences import what_changed
from zero_slate.services.shots.guards import code_like, require_free_code
from zero_slate.services.shots.loading import Loaded
from zero_slate.services.shots.showing import is_stored
from zero_slate.store import revisions
from zero_slate.store.gone import next_id
from zero_slate.store.tables import SetupRevision, Shot
from zero_slate.store.thinning import thin_out


def store_first(
    workspace: Workspace, session: Session, production_id: int, content: Content, what: str
) -> int:
    """Store a new shot with its first version; return its id."""
    now = workspace.now()
    shot = Shot(
        id=next_id(session, Shot),
        production_id=production_id,
        code=content.setup.code,
        touched_at=now,
    )
    session.add(shot)
    session.flush()
    session.add(_revision(workspace, shot.id, 1, content, Action.EDIT, None, what, now))
    is_stored(session, [shot.id])
    return shot.id


def store_change(
    workspace: Workspace,
    session: Session,
    loaded: Loaded,
    after: Content,
    said: str = "",
    batch: int | None = None,
) -> None:
    """Store a changed content, as a part of a change of several shots if there is one.

    `said` begins the words of its version. Raises Refusal.
    """
    if after == loaded.content:
        return
    refused = lock_refusal(loaded.content.setup, after.setup, workspace.locks)
    if refused:
        raise refused
    require_free_code(session, loaded, after.setup)
    what = said + what_changed(loaded.content, after)
    store_next(workspace, session, loaded, after, Action.EDIT, None, what, batch)


def store_next(
    workspace: Workspace,
    session: Session,
    loaded: Loaded,
    content: Content,
    action: Action,
    restores: int | None,
    what: str,
    batch: int | None = None,
) -> None:
    """Store a shot's next version; `restores` is the one that undo or redo brings back."""
    now = workspace.now()
    number = loaded.head.version + 1
    session.add(
        _revision(workspace, loaded.head.id, number, content, action, restores, what, now, batch)
    )
    shot = session.get_one(Shot, loaded.head.id)
    shot.touched_at = now
    shot.code = content.setup.code
    session.flush()
    thin_out(session, shot.id)
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


def give_codes(session: Session, codes: Mapping[int, str]) -> None:
    """Give shots their codes, by their ids: also where they change places.

    None of them can take a code before the other has given it up. Raises Refusal for one that a
    shot beside them has.
    """
    park_codes(session, codes)
    for shot_id, code in codes.items():
        shot = session.get_one(Shot, shot_id)
        taken = code_like(session, shot.production_id, code)
        if taken is not None and taken[0] != shot_id:
            raise Refusal(f"{code} is another shot by now: rename it first.", part="code")
        shot.code = code
        session.flush()


def park_codes(session: Session, shot_ids: Iterable[int]) -> None:
    """Take the codes away from shots that are about to get others."""
    for shot_id in shot_ids:
        # No code that could be typed begins so.
        session.get_one(Shot, shot_id).code = f"~{shot_id}"
    session.flush()


def _revision(
    workspace: Workspace,
    shot_id: int,
    number: int,
    content: Content,
    action: Action,
    restores: int | None,
    what: str,
    now: str,
    batch: int | None = None,
) -> SetupRevision:
    content = content.model_copy(update={"colours": identity_of(workspace, content)})
    return SetupRevision(
        shot_id=shot_id,
        number=number,
        content=revisions.write_content(content),
        action=str(action),
        restores=restores,
        what=what,
        who=workspace.who,
        at=now,
        batch_id=batch,
    )
