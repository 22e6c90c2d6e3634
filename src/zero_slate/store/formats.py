"""Own formats."""

from pydantic import TypeAdapter
from sqlalchemy import select
from sqlalchemy.orm import Session

from zero_slate.core.format_library.format import Format
from zero_slate.store.tables import OwnFormat
from zero_slate.store.unreadable import Unreadable, readable

FORMAT = TypeAdapter(Format)


def read_stored(session: Session) -> tuple[dict[int, Format], tuple[str, ...]]:
    """Return every own format that can be read, by its id, by name; and why others can't be."""
    found: dict[int, Format] = {}
    damaged = []
    for row in session.scalars(select(OwnFormat).order_by(OwnFormat.name)):
        try:
            found[row.id] = readable(f"“{row.name}”", FORMAT.validate_json, row.content)
        except Unreadable as error:
            damaged.append(str(error))
    return found, tuple(damaged)


def own_formats(session: Session) -> dict[int, Format]:
    """Return every own format that can be read, by its id, by name."""
    return read_stored(session)[0]
