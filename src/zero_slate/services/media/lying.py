"""Where something lies that was dropped on a page: a browser says its name, and not its place."""

import time
import unicodedata
from collections import Counter
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass
from itertools import chain
from pathlib import Path

from sqlalchemy import select

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.media.belonging import best_of
from zero_slate.files.media.tree import ListedFolder, walk
from zero_slate.files.volume_files import Listing
from zero_slate.services.runtime.workspace import VolumeAway, Workspace
from zero_slate.store.tables import Shot

MOST_PLACES = 6
MOST_ENTRIES = 40
# How long all volumes are looked through, in seconds: a person waits for it.
LONGEST = 4.0


@dataclass(frozen=True, slots=True)
class LyingPlace:
    """A folder that what was dropped may be, or may lie in."""

    volume: str
    """The volume's name."""
    path: str
    """The folder below its root; empty for the root."""
    shot_id: int | None
    """The one shot whose code its path or its files have; None where there is none, or several."""
    code: str
    """That shot's code; empty without one."""


@dataclass(frozen=True, slots=True)
class Lying:
    """Where something lies."""

    places: tuple[LyingPlace, ...]
    """The folders that fit, in the order of the volumes."""
    whole: bool
    """Whether every folder was looked at: the time ends, or there are more that fit, where not."""
    away: tuple[str, ...]
    """The volumes that aren't there now, and weren't looked at."""


class WhereItLies:
    """Looks for things on the volumes by their names."""

    def __init__(self, workspace: Workspace, clock: Callable[[], float] = time.monotonic):
        self.workspace = workspace
        self.clock = clock

    def find(self, folder: str, entries: Sequence[str]) -> Lying:
        """Return the folders of a name with such entries, or without a name those with such files.

        Raises Refusal where nothing is named.
        """
        # What a system hides is no part of a volume.
        named = {_one_form(each) for each in entries if not each.startswith(".")}
        if not folder and not named:
            raise Refusal("Nothing is named: say a folder's name, or those of files.")
        called, end = _one_form(folder), self.clock() + LONGEST
        roots, away = self._roots()
        found, whole = list[tuple[str, ListedFolder]](), True
        for volume, root, each in ((v, r, each) for v, r in roots for each in walk(r, r)):
            whole = len(found) < MOST_PLACES and self.clock() <= end
            if not whole:
                break
            name = each.steps[-1] if each.steps else root.resolve().name
            if called and _one_form(name) != called:
                continue
            if _fits(each.listing, named, folders=bool(called)):
                found.append((volume, each))
        return Lying(self._placed(found, entries), whole, away)

    def _roots(self) -> tuple[list[tuple[str, Path]], tuple[str, ...]]:
        """Return the volumes with their roots, and those that aren't there now."""
        roots, away = [], []
        for volume in self.workspace.config.volumes:
            try:
                roots.append((volume, self.workspace.volume(volume)))
            except VolumeAway:
                away.append(volume)
        return roots, tuple(away)

    def _placed(
        self, found: Sequence[tuple[str, ListedFolder]], entries: Sequence[str]
    ) -> tuple[LyingPlace, ...]:
        """Return folders with the shot that each is of."""
        if not found:
            return ()
        with self.workspace.reading() as session:
            shots = session.execute(select(Shot.code, Shot.id)).all()
        # A code that shots of two productions have tells neither.
        many = Counter(code.casefold() for code, _ in shots)
        ids = {code: id for code, id in shots if many[code.casefold()] == 1}
        places = []
        for volume, each in found:
            code = _shot_in(ids, each, entries)
            places.append(LyingPlace(volume, "/".join(each.steps), ids.get(code), code))
        return tuple(places)


def _fits(listing: Listing, named: set[str], *, folders: bool) -> bool:
    """Return whether a folder has what is named: among `folders` too, where one is looked for."""
    missing = named.difference(map(_one_form, listing.files))
    if not folders:
        return not missing
    # A listing says no names of what it leaves out, as links that lead outside.
    return len(missing.difference(map(_one_form, listing.folders))) <= listing.left_out


def _shot_in(ids: Mapping[str, int], each: ListedFolder, entries: Sequence[str]) -> str:
    """Return the code that a folder's path has, or else the first name that has any; or none."""
    looks = chain([(each.steps, "")], (((), name) for name in entries))
    best = next(filter(None, (best_of(ids, folders, name) for folders, name in looks)), None)
    return best[0] if best else ""


def _one_form(name: str) -> str:
    """Return a name with its marks in one form: systems write them differently."""
    return unicodedata.normalize("NFC", name)
