"""Cuts and their events."""

from collections.abc import Iterable
from contextlib import suppress
from fractions import Fraction
from functools import lru_cache

from sqlalchemy import func, select, union
from sqlalchemy.orm import Session

from zero_slate.core.colour.grade import Cdl
from zero_slate.core.cut.events import CutEvent
from zero_slate.core.time.frames import FrameRange
from zero_slate.core.time.rate import FrameRate
from zero_slate.store.tables import Cut, Event, Shot
from zero_slate.store.unreadable import reason


def latest_cut(session: Session, production_id: int) -> Cut | None:
    """Return the cut that was read last."""
    return session.scalars(
        select(Cut).where(Cut.production_id == production_id).order_by(Cut.number.desc()).limit(1)
    ).first()


def cut_number(session: Session, production_id: int, number: int) -> Cut | None:
    """Return a cut by its number."""
    return session.scalars(
        select(Cut).where(Cut.production_id == production_id, Cut.number == number)
    ).first()


def next_cut_number(session: Session, production_id: int) -> int:
    """Return the number that the next cut gets."""
    last = session.scalar(select(func.max(Cut.number)).where(Cut.production_id == production_id))
    return (last or 0) + 1


def add_events(session: Session, cut_id: int, events: Iterable[CutEvent]) -> None:
    """Store a cut's events, all at once."""
    events = list(events)
    # A cut has a few rates and speeds, each one object: it is written out once.
    exact = {id(x): x for e in events for x in (e.source_rate, e.record_rate, e.speed)}
    text = {key: str(value) for key, value in exact.items()}
    rows = [
        (
            cut_id, e.position, e.code, e.name, e.reel, e.track,
            e.source.first, e.source.last, text[id(e.source_rate)], e.source_drop,
            e.record.first, e.record.last, text[id(e.record_rate)], e.record_drop,
            text[id(e.speed)], str(e.cdl) if e.cdl else "",
        )
        for e in events
    ]  # fmt: skip
    columns = [column.name for column in Event.__table__.columns]
    marks = ", ".join("?" * len(columns))
    session.connection().exec_driver_sql(
        f"INSERT INTO event ({', '.join(columns)}) VALUES ({marks})", rows
    )


def events_of(session: Session, cut_id: int) -> list[CutEvent]:
    """Return a cut's events in order, but for those that can't be read."""
    rows = session.scalars(select(Event).where(Event.cut_id == cut_id).order_by(Event.position))
    return _events(rows)


def unreadable_events(session: Session, cut_id: int) -> dict[str, str]:
    """Return why events of a cut can't be read, by their code."""
    found = {}
    for row in session.scalars(select(Event).where(Event.cut_id == cut_id)):
        try:
            _event(row)
        except (ValueError, TypeError, ArithmeticError) as error:
            found[str(row.code)] = reason(error)
    return found


def count_events(session: Session, cut_id: int) -> int:
    """Return how many events a cut has, those that can't be read too."""
    return session.scalar(select(func.count()).where(Event.cut_id == cut_id)) or 0


def events_named(session: Session, cut_id: int, codes: Iterable[str]) -> list[CutEvent]:
    """Return the events of some codes in a cut, in order."""
    rows = session.scalars(
        select(Event)
        .where(Event.cut_id == cut_id, Event.code.in_(list(codes)))
        .order_by(Event.position)
    )
    return _events(rows)


def _events(rows: Iterable[Event]) -> list[CutEvent]:
    found = []
    for row in rows:
        with suppress(ValueError, TypeError, ArithmeticError):
            found.append(_event(row))
    return found


@lru_cache(maxsize=256)
def _rate(text: str) -> FrameRate:
    return FrameRate.parse(text)


def _event(row: Event) -> CutEvent:
    return CutEvent(
        row.position,
        row.code,
        row.name,
        row.reel,
        row.track,
        FrameRange(row.source_first, row.source_last),
        _rate(row.source_rate),
        row.source_drop,
        FrameRange(row.record_first, row.record_last),
        _rate(row.record_rate),
        row.record_drop,
        Fraction(row.speed),
        Cdl.parse(row.cdl) if row.cdl else None,
    )


def known_codes(session: Session) -> frozenset[str]:
    """Return the codes of all shots, set up or in any cut, in lower case."""
    codes = session.scalars(union(select(Shot.code), select(Event.code)))
    return frozenset(str(code).casefold() for code in codes)
