"""What earlier releases stored and couldn't open again: found at start, once, and mended."""

from collections.abc import Callable, Iterator

from sqlalchemy import select
from sqlalchemy.orm import Session

from zero_slate.core.base.refusal import Refusal
from zero_slate.logs import fail, say
from zero_slate.services.productions.judged import JudgedProductions
from zero_slate.services.recovery.recovering import Recovery
from zero_slate.services.runtime.workspace import Workspace
from zero_slate.store import revisions
from zero_slate.store.tables import Production, TableVersion
from zero_slate.store.unreadable import Unreadable

# Rises when a release mends what it didn't mend before: every home is then looked through again.
HEALED = 1
_NAME = "healed"


def heal(workspace: Workspace, judged: JudgedProductions, recovery: Recovery) -> int:
    """Look through a home that wasn't yet, and bring back what can be opened; say how much it was.

    The database is copied first, beside itself, where there is anything to mend.
    """
    with workspace.reading() as session:
        if _healed(session) >= HEALED:
            return 0
        productions = list(session.scalars(select(Production.id)))
    mended = 0
    for production_id in productions:
        for mend, number in _damaged(workspace, judged, recovery, production_id):
            if not mended:
                workspace.database.copy(workspace.config.home / f"before-mending-{HEALED}.sqlite")
            try:
                mend(number)
                mended += 1
            except Refusal as refusal:
                fail("what is damaged couldn't be mended", refusal, number=number)
    with workspace.writing() as session:
        session.merge(TableVersion(name=_NAME, version=HEALED))
    if mended:
        say("mended what couldn't be opened", count=mended)
    return mended


def _healed(session: Session) -> int:
    row = session.get(TableVersion, _NAME)
    return row.version if row else 0


def _damaged(
    workspace: Workspace, judged: JudgedProductions, recovery: Recovery, production_id: int
) -> Iterator[tuple[Callable[[int], None], int]]:
    """Yield what is to be mended of a production: its edit format first, then its shots."""
    with workspace.reading() as session:
        row = revisions.latest_edit(session, production_id)
        try:
            revisions.edit_format_of(row)
        except Unreadable:
            yield recovery.edit_format, production_id
    with workspace.reading() as session:
        for shot in judged.of(session, production_id).damaged.values():
            if shot.shot_id is not None:
                yield recovery.shot, shot.shot_id
