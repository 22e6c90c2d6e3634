"""Where files go, as it is stored: revisions, layouts of one's own, versions that were taken."""

from contextlib import suppress

from pydantic import TypeAdapter
from sqlalchemy import select
from sqlalchemy.orm import Session

from zero_slate.core.places.layout import FilesLayout
from zero_slate.core.places.room import Speed
from zero_slate.core.places.shipped import USUAL_LAYOUT
from zero_slate.store.tables import LayoutRevision, OwnLayout, TakenVersion
from zero_slate.store.unreadable import Unreadable, readable

LAYOUT = TypeAdapter(FilesLayout)
SPEED = TypeAdapter(Speed)


def latest_layout(
    session: Session, production_id: int
) -> tuple[LayoutRevision | None, FilesLayout]:
    """Return the layout that stands with its row; the usual one and None where none was chosen.

    In place of one that can't be read stands the newest before it that can.
    """
    newest: LayoutRevision | None = None
    rows = session.scalars(
        select(LayoutRevision)
        .where(LayoutRevision.production_id == production_id)
        .order_by(LayoutRevision.number.desc())
    )
    for row in rows:
        newest = newest or row
        with suppress(Unreadable):
            return newest, layout_in(row)
    return newest, USUAL_LAYOUT


def layout_in(row: LayoutRevision) -> FilesLayout:
    """Return the layout of a revision. Raises Unreadable."""
    return readable(f"Layout {row.number}", LAYOUT.validate_json, row.content)


def own_layouts(session: Session) -> dict[int, FilesLayout]:
    """Return the layouts that were kept, by number, without those that can't be read."""
    found = {}
    for row in session.scalars(select(OwnLayout).order_by(OwnLayout.name)):
        with suppress(Unreadable):
            found[row.id] = readable(row.name, LAYOUT.validate_json, row.content)
    return found


def taken_versions(session: Session, shot_id: int) -> list[TakenVersion]:
    """Return the versions that were taken of a shot, the newest first."""
    return list(
        session.scalars(
            select(TakenVersion)
            .where(TakenVersion.shot_id == shot_id)
            .order_by(TakenVersion.kind, TakenVersion.discipline, TakenVersion.number.desc())
        )
    )
