"""Own formats."""

from contextlib import suppress

from pydantic import TypeAdapter
from sqlalchemy import select
from sqlalchemy.orm import Session

from zero_slate.core.format_library.format import Format
from zero_slate.store.tables import OwnFormat
from zero_slate.store.unreadable import Unreadable, readable

FORMAT = TypeAdapter(Format)


def damaged_formats(session: Session) -> tuple[str, ...]:
    """Return why own formats can't be read, each by its name; nothing for those that can."""
    found = []
    for row in session.scalars(select(OwnFormat).order_by(OwnFormat.name)):
        try:
            readable(f"“{row.name}”", FORMAT.validate_json, row.content)
        except Unreadable as error:
            found.append(str(error))
    return tuple(found)


def own_formats(session: Session) -> dict[int, Format]:
    """Return every own format that can be read, by its id, by name."""
    found = {}
    for row in session.scalars(select(OwnFormat).order_by(OwnFormat.name)):
        with suppress(Unreadable):
            found[row.id] = readable(row.name, FORMAT.validate_json, row.content)
    return found
