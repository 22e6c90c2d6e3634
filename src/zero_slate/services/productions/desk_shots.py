"""Shots of every production, found on the desk by code, words, state, artist or date."""

from collections import defaultdict
from collections.abc import Iterable
from dataclasses import dataclass
from datetime import date, timedelta
from enum import StrEnum

from sqlalchemy import select
from sqlalchemy.orm import Session

from zero_slate.core.base.ranking import Findable, ranked
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.checks.finding import State
from zero_slate.services.productions.desk import recent_shot
from zero_slate.services.productions.judged import JudgedProductions, JudgedShot
from zero_slate.services.productions.pages import RecentShot, Tally
from zero_slate.services.runtime.kept import Kept
from zero_slate.services.runtime.workspace import Workspace
from zero_slate.store.revisions import artists_of
from zero_slate.store.stamps import whole_stamp
from zero_slate.store.tables import Shot

SHOWN = 120
MOST_SHOWN = 2_000


class DeskOrder(StrEnum):
    """How shots on the desk are sorted."""

    TOUCHED = "touched"
    CODE = "code"
    PRODUCTION = "production"
    STATE = "state"
    ARTIST = "artist"


@dataclass(frozen=True, slots=True)
class DeskShots:
    """Shots that were asked for."""

    total: int
    """How many there are in all."""
    tally: Tally
    """How many of those that the words fit are in each state, whichever states are asked for."""
    artists: tuple[str, ...]
    """Everybody who saved one of them last."""
    shots: tuple[RecentShot, ...]
    """Those that are shown, in their order."""


@dataclass(frozen=True, slots=True)
class _Known:
    """A shot as it is found, as long as what it was made of stands."""

    judged: JudgedShot | None
    made_of: tuple[object, ...]
    item: Findable[RecentShot]


# Those that ask for something first.
_STATES = {
    state: place
    for place, state in enumerate(
        (State.DIFFERS, State.UNKNOWN, State.NEW, State.REASON, State.FOLLOWS)
    )
}


class FindingShots:
    """The shots of an installation, as the desk finds them."""

    def __init__(self, workspace: Workspace, judged: JudgedProductions):
        self.workspace = workspace
        self.judged = judged
        self._kept: Kept[int, dict[int, _Known]] = Kept(1)

    def find(
        self,
        text: str = "",
        states: Iterable[State] = (),
        artist: str = "",
        order: DeskOrder | None = None,
        ids: Iterable[int] | None = None,
        limit: int = SHOWN,
    ) -> DeskShots:
        """Return the shots that every word fits, or those of some numbers in that order.

        Without an order, those that words fit best come first, and without words those that were
        touched last.
        """
        with self.workspace.reading() as session:
            known = self._every(session)
        if ids is not None:
            found = [known[each].item.what for each in ids if each in known]
        elif text.strip():
            found = ranked((each.item for each in known.values()), text, len(known))
        else:
            found = [each.item.what for each in known.values()]
            order = order or DeskOrder.TOUCHED
        tally = Tally.of(shot.state for shot in found)
        artists = tuple(sorted({shot.artist for shot in found if shot.artist}, key=str.casefold))
        wanted = frozenset(states)
        found = [
            shot
            for shot in found
            if (not wanted or shot.state in wanted) and (not artist or shot.artist == artist)
        ]
        if order is not None:
            found = _sorted(found, order)
        return DeskShots(len(found), tally, artists, tuple(found[:limit]))

    def _every(self, session: Session) -> dict[int, _Known]:
        today = date.fromisoformat(self.workspace.now()[:10])
        stamp = (whole_stamp(session), today)
        kept = self._kept.get(0, stamp)
        if kept is not None:
            return kept
        before = self._kept.last(0) or {}
        artists = artists_of(session)
        made: dict[int, _Known] = {}
        rows = defaultdict(list)
        for row in session.scalars(select(Shot)).all():
            rows[row.production_id].append(row)
        for production_id, shots in rows.items():
            try:
                judged = self.judged.of(session, production_id)
            except Refusal:
                # A production whose format can't be read says so on its card.
                continue
            for row in shots:
                shot = judged.shots.get(row.code)
                artist = artists.get(row.id, "")
                made_of = (judged.edit_revision.id, row.touched_at, artist, today)
                known = before.get(row.id)
                if known is None or known.judged is not shot or known.made_of != made_of:
                    line = recent_shot(judged, row, artist)
                    item = Findable(line, line.code, _about(line, today))
                    known = _Known(shot, made_of, item)
                made[row.id] = known
        return self._kept.put(0, stamp, made)


def _about(shot: RecentShot, today: date) -> str:
    """Return the words that a shot is found by besides its code."""
    day = date.fromisoformat(shot.touched_at[:10])
    when = {today: "today", today - timedelta(days=1): "yesterday"}.get(day, "")
    dated = f"{shot.touched_at[:10]} {day:%A} {day.day} {day:%B} {day.year} {when}"
    return f"{shot.title} {shot.production} {shot.word} {shot.artist} {shot.canvas} {dated}"


def _sorted(shots: list[RecentShot], order: DeskOrder) -> list[RecentShot]:
    if order is DeskOrder.TOUCHED:
        return sorted(shots, key=lambda shot: (shot.touched_at, shot.id), reverse=True)
    if order is DeskOrder.STATE:
        return sorted(shots, key=lambda shot: (_STATES[shot.state], shot.code.casefold()))
    if order is DeskOrder.PRODUCTION:
        return sorted(shots, key=lambda shot: (shot.production.casefold(), shot.code.casefold()))
    if order is DeskOrder.ARTIST:
        return sorted(shots, key=lambda shot: (shot.artist.casefold(), shot.code.casefold()))
    return sorted(shots, key=lambda shot: shot.code.casefold())
