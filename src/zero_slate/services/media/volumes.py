"""The volumes: what a folder holds, by its file names, and reading one thing of it."""

import time
from dataclasses import dataclass
from pathlib import Path

from zero_slate.core.media.header import Media
from zero_slate.files.media.folders import Found, find, read_found
from zero_slate.files.volume_files import Listing, list_folder
from zero_slate.services.media.lines import kind_of
from zero_slate.services.runtime.executor import Work
from zero_slate.services.runtime.kept import Kept
from zero_slate.services.runtime.workspace import NotFound, Workspace
from zero_slate.store.cuts import known_codes
from zero_slate.store.stamps import whole_stamp

KEPT_HEADERS = 64
KEPT_FOLDERS = 256
# A folder that was changed within two seconds may be again, within the same tick of its clock.
SETTLED = 2 * 10**9


@dataclass(frozen=True, slots=True)
class FolderEntry:
    """Something found in a folder, not read yet."""

    name: str
    """Its name, a sequence's with its frames."""
    kind: str
    """`sequence`, `movie` or `still`."""
    files: int
    """How many files there are."""


@dataclass(frozen=True, slots=True)
class FolderPage:
    """What lies in a folder of a volume."""

    volume: str
    """The name of the volume."""
    path: str
    """The folder in it, from its root; empty for the root."""
    parents: tuple[str, ...]
    """The paths of the folders above it, from the root."""
    folders: tuple[str, ...]
    """The names of the folders in it."""
    found: tuple[FolderEntry, ...]
    """The sequences, movies and stills in it."""
    other_files: int
    """How many files in it are none of these."""
    left_out: int
    """How many links that lead outside, pipes and devices are left out."""


class Volumes:
    """Looks into the folders of the volumes; `work` reads headers where it isn't done here."""

    def __init__(self, workspace: Workspace, work: Work | None = None):
        self.workspace = workspace
        self.work = work
        self._read: Kept[tuple[str, str, str], Media] = Kept(KEPT_HEADERS)
        self._looked: Kept[Path, tuple[Listing, list[Found]]] = Kept(KEPT_FOLDERS)
        self._codes: Kept[int, frozenset[str]] = Kept(1)
        self._contents: Kept[tuple[Path, str], str] = Kept(KEPT_FOLDERS)

    def names(self) -> tuple[str, ...]:
        """Return the names of the volumes there are."""
        return tuple(self.workspace.config.volumes)

    def folder(self, volume: str, path: str) -> FolderPage:
        """List a folder by its file names. Raises NotFound, OutsideVolume or CannotRead."""
        folder, listing, found = self.look(volume, path)
        steps = folder.relative_to(self.workspace.volume(volume).resolve()).parts
        return FolderPage(
            volume,
            "/".join(steps),
            steps,
            tuple(listing.folders),
            tuple(FolderEntry(f.name, kind_of(f), len(f.files)) for f in found),
            len(listing.files) - sum(len(each.files) for each in found),
            listing.left_out,
        )

    def found(self, volume: str, path: str, name: str) -> Found:
        """Return a sequence, movie or still by its name, not read yet. Raises NotFound."""
        folder, _, found = self.look(volume, path)
        chosen = next((each for each in found if each.name == name), None)
        if chosen is None:
            # It was linked before its number was known to be part of a code.
            names = [file for each in found for file in each.files.values()]
            chosen = next((e for e in find(names, folder) if e.name == name), None)
        if chosen is None:
            raise NotFound(f"There is no {name} in {path or volume}.")
        return chosen

    def contents(self, found: Found, stamp: str) -> str:
        """Return what tells files found from others, whenever they were written; once a stamp."""
        key = found.folder, found.name
        kept = self._contents.get(key, stamp) if stamp else None
        return kept or self._contents.put(key, stamp, found.contents())

    def read(self, volume: str, path: str, name: str, known: Media | None = None) -> Media:
        """Read the headers of a sequence, movie or still; again only where files have changed.

        `known` is what was read of them before. Raises NotFound, UnreadablePicture or
        UnreadableMovie.
        """
        found = self.found(volume, path, name)
        stamp = found.digest()
        if known is not None and stamp and known.stamp == stamp:
            return known
        kept = self._read.get((volume, path, name), stamp) if stamp else None
        return kept or self._read.put((volume, path, name), stamp, self._headers(found))

    def _headers(self, found: Found) -> Media:
        return self.work.submit(read_found, found).result() if self.work else found.read()

    def look(self, volume: str, path: str) -> tuple[Path, Listing, list[Found]]:
        """Return a folder, what its entries are, and what is found in it.

        A folder is listed again where an entry came, went or was renamed since.
        """
        folder = self.workspace.folder(volume, path)
        codes, changed = self._known_codes(), _stamp(folder)
        stamp = changed, codes
        kept = self._looked.get(folder, stamp) if changed else None
        if kept is not None:
            return folder, *kept
        listing = list_folder(self.workspace.volume(volume), folder)
        looked = listing, find(listing.files, folder, codes)
        return folder, *(self._looked.put(folder, stamp, looked) if changed else looked)

    def find(self, names: list[str], folder: Path) -> list[Found]:
        """Gather a folder's file names: a number that is part of a shot's code is no frame's."""
        return find(names, folder, self._known_codes())

    def _known_codes(self) -> frozenset[str]:
        """Return the codes of all shots, set up or in a cut, in lower case."""
        with self.workspace.reading() as session:
            stamp = whole_stamp(session)
            kept = self._codes.get(0, stamp)
            return kept if kept is not None else self._codes.put(0, stamp, known_codes(session))


def _stamp(folder: Path) -> int | None:
    """Return when a folder's entries changed last; None where they may be changing just now."""
    try:
        changed = folder.stat().st_mtime_ns
    except OSError:
        return None
    return changed if changed < time.time_ns() - SETTLED else None
