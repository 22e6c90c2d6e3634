"""Files linked to shots."""

from collections import defaultdict

from pydantic import TypeAdapter
from sqlalchemy import select
from sqlalchemy.orm import Session

from zero_slate.core.canvas.fit import FitMode
from zero_slate.core.media.element import Align, Element
from zero_slate.core.media.header import Media
from zero_slate.core.time.cadence import RateUse
from zero_slate.core.time.rate import FrameRate
from zero_slate.store.revisions import MOST_VARIABLES, batched
from zero_slate.store.tables import ElementRow

MEDIA = TypeAdapter(Media)


def element_of(row: ElementRow) -> Element:
    """Return what a row holds."""
    return Element(
        row.id,
        row.role,
        MEDIA.validate_json(row.media),
        Align(row.align),
        FrameRate.parse(row.own_rate) if row.own_rate else None,
        RateUse(row.use),
        row.base,
        FitMode(row.placing) if row.placing else None,
        row.line,
    )


def element_rows(session: Session, shot_id: int) -> list[ElementRow]:
    """Return the rows of one shot's elements."""
    return list(
        session.scalars(
            select(ElementRow).where(ElementRow.shot_id == shot_id).order_by(ElementRow.id)
        )
    )


def elements_of_shots(session: Session, shot_ids: list[int]) -> dict[int, tuple[Element, ...]]:
    """Return the elements of many shots at once."""
    found: dict[int, list[Element]] = defaultdict(list)
    for ids in batched(shot_ids, MOST_VARIABLES):
        for row in session.scalars(
            select(ElementRow).where(ElementRow.shot_id.in_(ids)).order_by(ElementRow.id)
        ):
            found[row.shot_id].append(element_of(row))
    return {shot_id: tuple(elements) for shot_id, elements in found.items()}
