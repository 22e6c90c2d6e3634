"""Where something lies that was dropped on a page: a browser says its name, and not its place."""

import re
import time
import unicodedata
from collections import defaultdict
from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass

from sqlalchemy import select

from zero_slate.core.base.refusal import Refusal
from zero_slate.files.media.tree import walk
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
        shots, places, away = _ShotsByCode(self._codes()), list[LyingPlace](), list[str]()
        for volume in self.workspace.config.volumes:
            try:
                root = self.workspace.volume(volume)
            except VolumeAway:
                away.append(volume)
                continue
            for each in walk(root, root):
                if len(places) == MOST_PLACES or self.clock() > end:
                    return Lying(tuple(places), False, tuple(away))
                name = each.steps[-1] if each.steps else root.resolve().name
                if called and _one_form(name) != called:
                    continue
                if _fits(each.listing, named, folders=bool(called)):
                    shot_id, code = shots.of(each.steps, entries)
                    places.append(LyingPlace(volume, "/".join(each.steps), shot_id, code))
        return Lying(tuple(places), True, tuple(away))

    def _codes(self) -> list[tuple[int, str]]:
        with self.workspace.reading() as session:
            return [(id, code) for id, code in session.execute(select(Shot.id, Shot.code))]


def _fits(listing: Listing, named: set[str], *, folders: bool) -> bool:
    """Return whether a folder has what is named: among `folders` too, where one is looked for."""
    missing = named.difference(map(_one_form, listing.files))
    if not folders:
        return not missing
    # A listing says no names of what it leaves out, as links that lead outside.
    return len(missing.difference(map(_one_form, listing.folders))) <= listing.left_out


class _ShotsByCode:
    """The shots, by the codes that paths and names of files have."""

    def __init__(self, codes: Iterable[tuple[int, str]]):
        self.ids: dict[str, list[tuple[int, str]]] = defaultdict(list)
        for id, code in codes:
            self.ids[code.casefold()].append((id, code))

    def of(self, steps: Iterable[str], entries: Sequence[str]) -> tuple[int | None, str]:
        """Return the one shot whose code stands whole in a path, or in the names, and the code."""
        for text in ("/".join(steps), "/".join(entries)):
            found = [
                shots[0]
                for code, shots in self.ids.items()
                if len(shots) == 1 and _stands_in(code, text.casefold())
            ]
            if found:
                id, code = max(found, key=lambda each: len(each[1]))
                return id, code
        return None, ""


def _stands_in(code: str, text: str) -> bool:
    """Return whether a code stands in a text with no letter or digit beside it."""
    if code not in text:
        return False
    return re.search(rf"(?<![a-z0-9]){re.escape(code)}(?![a-z0-9])", text) is not None


def _one_form(name: str) -> str:
    """Return a name with its marks in one form: systems write them differently."""
    return unicodedata.normalize("NFC", name)
