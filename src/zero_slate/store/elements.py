"""Files linked to shots."""

from collections import defaultdict
from collections.abc import Iterable
from contextlib import suppress

from pydantic import TypeAdapter
from sqlalchemy import select
from sqlalchemy.orm import Session

from zero_slate.core.canvas.fit import FitMode
from zero_slate.core.media.element import Align, Element, Filling, Role
from zero_slate.core.media.header import Media
from zero_slate.core.media.sound import Sound, SoundElement, SoundTiming
from zero_slate.core.time.cadence import RateUse
from zero_slate.core.time.rate import FrameRate
from zero_slate.store.revisions import MOST_VARIABLES, batched
from zero_slate.store.tables import ElementRow
from zero_slate.store.unreadable import Unreadable, readable

MEDIA = TypeAdapter(Media)
SOUND = TypeAdapter(Sound)
# From back to front.
ORDER = (ElementRow.place, ElementRow.id)


def element_of(row: ElementRow) -> Element:
    """Return what a row holds. Raises Unreadable."""

    def read(media: str) -> Element:
        return Element(
            row.id,
            row.role,
            MEDIA.validate_json(media),
            Align(row.align),
            FrameRate.parse(row.own_rate) if row.own_rate else None,
            RateUse(row.use),
            row.base,
            FitMode(row.placing) if row.placing else None,
            row.line,
            row.name,
            row.is_on,
            _filling(row.before),
            _filling(row.between),
            _filling(row.after),
            row.offset,
            row.slip,
            row.view,
            row.view_of,
            row.folder,
            row.space,
            row.space_reason,
        )

    return readable(f"The {row.role} linked to this shot", read, row.media)


def _filling(how: str | None) -> Filling | None:
    return Filling(how) if how else None


def element_rows(session: Session, shot_id: int) -> list[ElementRow]:
    """Return the rows of one shot's elements, from back to front; sounds are no part of them."""
    rows = select(ElementRow).where(ElementRow.shot_id == shot_id, ElementRow.role != Role.SOUND)
    return list(session.scalars(rows.order_by(*ORDER)))


def sound_rows(session: Session, shot_id: int) -> list[ElementRow]:
    """Return the rows of one shot's sounds."""
    rows = select(ElementRow).where(ElementRow.shot_id == shot_id, ElementRow.role == Role.SOUND)
    return list(session.scalars(rows.order_by(*ORDER)))


def all_rows(session: Session, shot_id: int) -> list[ElementRow]:
    """Return the rows of one shot's elements, and of its sounds after them."""
    return [*element_rows(session, shot_id), *sound_rows(session, shot_id)]


def row_of_files(
    rows: Iterable[ElementRow], volume: str, folder: str, name: str
) -> ElementRow | None:
    """Return the row that files are linked by; None where they aren't."""
    for row in rows:
        if (row.volume, row.folder) == (volume, folder) and file_name(row) == name:
            return row
    return None


def sound_of(row: ElementRow) -> SoundElement:
    """Return the sound that a row holds. Raises Unreadable."""

    def read(media: str) -> SoundElement:
        sound = SOUND.validate_json(media)
        # How frames are used is, of a sound, how its samples are timed.
        return SoundElement(
            row.id, sound, row.name, row.is_on, row.offset, SoundTiming(row.use or "")
        )

    return readable("A sound linked to this shot", read, row.media)


def file_name(row: ElementRow) -> str:
    """Return the name of a row's files; empty where it can't be read."""
    with suppress(Unreadable):
        if row.role == Role.SOUND:
            return sound_of(row).sound.name
        return element_of(row).media.name
    return ""


def elements_of(rows: Iterable[ElementRow]) -> tuple[Element, ...]:
    """Return what rows hold, but for those that can't be read: their page says so of them."""
    found = []
    for row in rows:
        with suppress(Unreadable):
            found.append(element_of(row))
    return tuple(found)


def elements_of_shots(session: Session, shot_ids: list[int]) -> dict[int, tuple[Element, ...]]:
    """Return the elements of many shots at once, but for those that can't be read."""
    found: dict[int, list[Element]] = defaultdict(list)
    for ids in batched(shot_ids, MOST_VARIABLES):
        for row in session.scalars(
            select(ElementRow)
            .where(ElementRow.shot_id.in_(ids), ElementRow.role != Role.SOUND)
            .order_by(*ORDER)
        ):
            found[row.shot_id] += elements_of([row])
    return {shot_id: tuple(elements) for shot_id, elements in found.items()}
