"""Own formats."""

from pydantic import TypeAdapter
from sqlalchemy import select
from sqlalchemy.orm import Session

from zero_slate.core.format_library.format import Format
from zero_slate.store.tables import OwnFormat

FORMAT = TypeAdapter(Format)


def own_formats(session: Session) -> dict[int, Format]:
    """Return every own format by its id, by name."""
    rows = session.scalars(select(OwnFormat).order_by(OwnFormat.name))
    return {row.id: FORMAT.validate_json(row.content) for row in rows}
