"""What a shot's elements were before each change, kept so that it can be taken back."""

import json
from typing import Any

from sqlalchemy import delete, func, insert, select
from sqlalchemy.orm import Session

from zero_slate.store.tables import ElementRow, ElementStep

# So many changes of a shot's elements can be taken back.
MOST_STEPS = 50
_COLUMNS = tuple(column.name for column in ElementRow.__table__.columns)


def remember(session: Session, shot_id: int, what: str, who: str, at: str) -> None:
    """Keep what a shot's elements are, before a change that is described."""
    rows = session.execute(select(ElementRow.__table__).where(ElementRow.shot_id == shot_id))
    held = json.dumps([dict(zip(_COLUMNS, row, strict=True)) for row in rows])
    session.add(ElementStep(shot_id=shot_id, what=what, rows=held, who=who, at=at))
    session.flush()
    steps = list(
        session.scalars(
            select(ElementStep.id)
            .where(ElementStep.shot_id == shot_id)
            .order_by(ElementStep.id.desc())
            .offset(MOST_STEPS)
        )
    )
    if steps:
        session.execute(delete(ElementStep).where(ElementStep.id.in_(steps)))


def last_step(session: Session, shot_id: int) -> ElementStep | None:
    """Return the last change of a shot's elements that wasn't taken back."""
    steps = select(ElementStep).where(ElementStep.shot_id == shot_id)
    return session.scalar(steps.order_by(ElementStep.id.desc()).limit(1))


def take_back(session: Session, step: ElementStep) -> None:
    """Let a shot's elements be what they were before a change, and forget it."""
    session.execute(delete(ElementRow).where(ElementRow.shot_id == step.shot_id))
    session.expire_all()
    if rows := json.loads(step.rows):
        session.execute(insert(ElementRow), _numbered(session, rows))
    session.delete(step)


def _numbered(session: Session, rows: list[dict[str, Any]]) -> list[dict[str, Any]]:
    """Return rows with other numbers for those that an element of another shot has by now."""
    had = [row["id"] for row in rows]
    taken = set(session.scalars(select(ElementRow.id).where(ElementRow.id.in_(had))))
    if not taken:
        return rows
    highest = max([session.scalar(select(func.max(ElementRow.id))) or 0, *had])
    new = {each: highest + place for place, each in enumerate(sorted(taken), start=1)}
    return [
        {
            **row,
            "id": new.get(row["id"], row["id"]),
            "view_of": new.get(row["view_of"], row["view_of"]),
        }
        for row in rows
    ]
