"""Who else is on a shot now, and on which row: kept in memory, as long as they say so."""

import threading
import time
from collections.abc import Callable
from dataclasses import dataclass

from zero_slate.core.people.profile import ProfileMark
from zero_slate.services.runtime.acting import acting
from zero_slate.services.runtime.workspace import NotFound, Workspace
from zero_slate.store.people import profile_of
from zero_slate.store.stamps import ShotStamp, shot_stamp
from zero_slate.store.tables import Person, SetupRevision

# A page says that it is there every second; one that said nothing for so long is gone.
STAYS = 6.0
MOST_PAGES = 1000


@dataclass(frozen=True, slots=True)
class Companion:
    """Somebody else who has a shot open, or the same person in another window."""

    name: str
    """Who it is."""
    initials: str
    """Their initials."""
    mark: ProfileMark
    """Their mark."""
    step: str
    """The step of the shot that they are at, as its address has it; empty for the sheet."""
    setting: str
    """The setting that they are on; empty where that is none."""
    same: bool
    """Whether it is the one who asks, in another window."""


@dataclass(frozen=True, slots=True)
class CompanyOnShot:
    """Who else is on a shot, and how new it is."""

    others: tuple[Companion, ...]
    """Everybody else, and other windows of the same person."""
    version: int
    """The shot's version that stands."""
    stamp: str
    """Changes with whatever the shot is judged by: its setup, its files, the edit, the cut."""


@dataclass(frozen=True, slots=True)
class _Page:
    shot: int
    person: int | None
    step: str
    setting: str
    at: float


class Company:
    """Who has which shot open."""

    def __init__(self, workspace: Workspace, clock: Callable[[], float] = time.monotonic):
        self.workspace = workspace
        self._clock = clock
        self._pages: dict[str, _Page] = {}
        self._lock = threading.Lock()

    def here(self, shot_id: int, page: str, step: str, setting: str) -> CompanyOnShot:
        """Note that a page has a shot open, and return who else has. Raises NotFound."""
        by = acting.get()
        mine = by.id if by else None
        with self._lock:
            self._forget()
            if page in self._pages or len(self._pages) < MOST_PAGES:
                self._pages[page] = _Page(shot_id, mine, step, setting, self._clock())
            others = [
                each for key, each in self._pages.items() if key != page and each.shot == shot_id
            ]
        with self.workspace.reading() as session:
            stamp = shot_stamp(session, shot_id)
            if stamp is None:
                raise NotFound(f"There is no shot numbered {shot_id}.")
            revision = session.get(SetupRevision, stamp.setup)
            people = {each.person for each in others}
            known = {
                person: profile_of(row)
                for person in people
                if person is not None and (row := session.get(Person, person))
            }
        return CompanyOnShot(
            tuple(
                Companion(
                    known[each.person].name,
                    known[each.person].initials,
                    known[each.person].mark,
                    each.step,
                    each.setting,
                    each.person == mine,
                )
                for each in others
                if each.person in known
            ),
            revision.number if revision else 0,
            _written(stamp),
        )

    def left(self, page: str) -> None:
        """Note that a page has gone."""
        with self._lock:
            self._pages.pop(page, None)

    def _forget(self) -> None:
        now = self._clock()
        for key in [key for key, each in self._pages.items() if now - each.at > STAYS]:
            del self._pages[key]


def _written(stamp: ShotStamp) -> str:
    parts = (stamp.setup, stamp.files, stamp.edit, stamp.cut, stamp.gone)
    return ".".join("-" if part is None else str(part) for part in parts)
