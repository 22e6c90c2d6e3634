"""The bin: what was deleted, each as an archive of its own, until it is emptied."""

import os
import secrets
from contextlib import suppress
from dataclasses import dataclass
from pathlib import Path

from zero_slate.core.base.figures import counted
from zero_slate.core.base.refusal import Refusal
from zero_slate.files.archives.broken_off import throw_away
from zero_slate.files.archives.manifest import ArchiveManifest, NoArchive
from zero_slate.files.archives.reading import Archive, require_sound
from zero_slate.files.archives.writing import write_archive
from zero_slate.files.left_behind import clear_left_behind
from zero_slate.services.archives.bringing_back import BringingBack, Returned, Returning
from zero_slate.services.archives.contents import Archived, archived, own_files
from zero_slate.services.archives.putting_away import holds_words
from zero_slate.services.runtime.workspace import NotFound, Workspace
from zero_slate.services.shots.guards import Conflict
from zero_slate.store.tables import Production
from zero_slate.store.transfer import delete_rows


@dataclass(frozen=True, slots=True)
class DeletionPlan:
    """What deleting takes away, and what stays."""

    what: str
    """What is deleted."""
    goes: tuple[str, ...]
    """What goes into the bin, in words."""
    stays: tuple[str, ...]
    """What stays on disk, in words."""
    seen: str
    """What is shown: to be handed back, so that nothing newer is deleted unseen."""


@dataclass(frozen=True, slots=True)
class BinItem:
    """Something in the bin."""

    key: str
    """What it goes by."""
    what: str
    """What it is, in words."""
    holds: str
    """What is in it, in words."""
    who: str
    """Who deleted it."""
    at: str
    """When, as an ISO 8601 moment in UTC."""
    trouble: str
    """Why it can't be read; empty where it can."""


class Bin:
    """Deletes productions and shots, and undoes that."""

    def __init__(self, workspace: Workspace, returning: BringingBack):
        self.workspace = workspace
        self.returning = returning
        self.folder = workspace.config.home / "bin"
        clear_left_behind(self.folder, "*.part*")

    def plan(self, production_id: int, code: str | None) -> DeletionPlan:
        """Say what deleting takes away. Raises NotFound."""
        with self.workspace.reading() as session:
            of = archived(session, production_id, code)
        stays = [
            f"every file on {name}: linked files, folders, and what was handed off"
            for name in of.volumes
        ]
        return DeletionPlan(
            _what(of), holds_words(of), tuple(stays) or ("nothing was linked from a volume",),
            of.seen,
        )  # fmt: skip

    def delete(self, production_id: int, code: str | None, seen: str) -> str:
        """Put a production or a shot into the bin; return what it goes by there.

        It is written and read again before anything is deleted. Raises NotFound, CannotArchive,
        and Conflict where it has changed since it was `seen`.
        """
        self.folder.mkdir(mode=0o700, exist_ok=True)
        key = secrets.token_hex(8)
        target = self._path(key)
        try:
            with self.workspace.writing() as session:
                of = archived(session, production_id, code)
                if of.seen != seen:
                    raise Conflict(
                        f"{_what(of)} was changed meanwhile: nothing was deleted. Look at it again."
                    )
                write_archive(
                    target,
                    list(own_files(session, of)),
                    lambda marks: of.manifest(self.workspace, marks),
                    lambda _: None,
                    lambda part: require_sound(part, lambda _: None),
                )
                delete_rows(session, production_id, of.shot_id)
        except BaseException:
            with suppress(OSError):
                target.unlink(missing_ok=True)
                throw_away(target)
            raise
        return key

    def items(self) -> tuple[BinItem, ...]:
        """Return what is in the bin, the newest first."""
        with suppress(OSError):
            found = [self._item(each) for each in self.folder.glob("[0-9a-f]*.zip")]
            return tuple(sorted(found, key=lambda each: each.at, reverse=True))
        return ()

    def take_out(self, key: str) -> Returned:
        """Undo a deletion. Raises NotFound, NoArchive, and Refusal where its name is taken."""
        path = self._there(key)
        with Archive(path) as archive:
            manifest = archive.manifest
            rows = self.returning.rows_of(archive)
            with self.workspace.writing() as session:
                into = None
                if manifest.what == "shot":
                    into = manifest.numbers[0]
                    if session.get(Production, into) is None:
                        raise NotFound(
                            f"{manifest.title} isn't there: take that out of the bin first."
                        )
                how = Returning({}, into=into)
                production, shots = self.returning.put_rows(
                    session, manifest, rows, how, numbers=True
                )
        path.unlink(missing_ok=True)
        shot = shots[0] if manifest.what == "shot" else None
        words = f"{counted(len(shots), 'shot')} taken out of the bin"
        return Returned(production, shot, 0, 0, (), 0, words)

    def empty(self, key: str | None = None) -> int:
        """Take one thing or all out of the bin for good; return how many those were.

        Raises NotFound, and Refusal where the disk doesn't let them go.
        """
        paths = [self._there(key)] if key else list(self.folder.glob("[0-9a-f]*.zip"))
        for path in paths:
            try:
                os.unlink(path)
            except FileNotFoundError:
                continue
            except OSError as error:
                raise Refusal(f"It can't be taken out of the bin: {error.strerror}.") from error
        return len(paths)

    def _item(self, path: Path) -> BinItem:
        try:
            with Archive(path) as archive:
                manifest = archive.manifest
        except NoArchive as refusal:
            return BinItem(path.stem, path.name, "", "", "", str(refusal))
        return BinItem(
            path.stem,
            _named(manifest),
            counted(len(manifest.shots), "shot") if manifest.what == "production" else "",
            manifest.who,
            manifest.at,
            "",
        )

    def _path(self, key: str) -> Path:
        return self.folder / f"{key}.zip"

    def _there(self, key: str) -> Path:
        if not (key.isascii() and key.isalnum()) or not os.path.isfile(self._path(key)):
            raise NotFound("That isn't in the bin any more.")
        return self._path(key)


def _what(of: Archived) -> str:
    return of.title if of.shot_id is None else f"{of.codes[0]} of {of.title}"


def _named(manifest: ArchiveManifest) -> str:
    if manifest.what == "production" or not manifest.shots:
        return manifest.title
    return f"{manifest.shots[0]} of {manifest.title}"
