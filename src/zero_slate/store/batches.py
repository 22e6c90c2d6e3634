"""Changes of several shots, as they are stored."""

from sqlalchemy.orm import Session

from zero_slate.store.tables import Batch


def add_batch(
    session: Session,
    production_id: int,
    what: str,
    who: str,
    at: str,
    edit_number: int | None = None,
) -> Batch:
    """Store a change that versions of shots are then stored under; it has its number.

    `edit_number` is the version of the edit format that was made with it.
    """
    batch = Batch(production_id=production_id, edit_number=edit_number, what=what, who=who, at=at)
    session.add(batch)
    session.flush()
    return batch
