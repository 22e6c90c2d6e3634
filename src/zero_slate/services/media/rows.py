"""The rows of a shot's elements, as services ask for and change them."""

from sqlalchemy.orm import Session

from zero_slate.services.runtime.workspace import NotFound, Workspace
from zero_slate.store import element_steps
from zero_slate.store.tables import ElementRow


def row_named(session: Session, shot_id: int, element_id: int) -> ElementRow:
    """Return the row of one of a shot's elements or sounds. Raises NotFound."""
    row = session.get(ElementRow, element_id)
    if row is None or row.shot_id != shot_id:
        raise NotFound(f"This shot has no element numbered {element_id}.")
    return row


def remember(workspace: Workspace, session: Session, shot_id: int, what: str) -> None:
    """Keep what a shot's elements are before a change, so that undo takes it back."""
    element_steps.remember(session, shot_id, what, workspace.who, workspace.now())
