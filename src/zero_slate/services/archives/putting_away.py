"""Putting a production or a shot away: seen first, written, checked, and going on after a stop."""

import os
import shutil
from dataclasses import dataclass
from pathlib import Path

from zero_slate.core.base.figures import counted, gigabytes
from zero_slate.core.base.refusal import Refusal
from zero_slate.files.archives.broken_off import throw_away, unfinished
from zero_slate.files.archives.manifest import NoArchive
from zero_slate.files.archives.reading import require_sound
from zero_slate.files.archives.writing import CannotArchive, Entry, total_bytes, write_archive
from zero_slate.files.volume_files import opened
from zero_slate.services.archives.contents import (
    Archived,
    MediaFiles,
    archived,
    codes_words,
    media_files,
    own_files,
)
from zero_slate.services.media.volumes import Volumes
from zero_slate.services.runtime.jobs import Job, Jobs
from zero_slate.services.runtime.workspace import Workspace

ARCHIVE_JOB = "archive"
MOST_MISSING = 20
# Progress is told in MB: figures that a person and JSON can hold.
UNIT = 10**6


@dataclass(frozen=True, slots=True)
class ArchivePlan:
    """What an archive would hold, and where it would lie."""

    what: str
    """What it is of, in words."""
    name: str
    """The file's name."""
    holds: tuple[str, ...]
    """What is in it besides media, in words."""
    media: str
    """The media that can go along, in words."""
    media_bytes: int
    """How many bytes that is."""
    missing: tuple[str, ...]
    """Linked files that aren't there: some of them, and why."""
    there: bool
    """Whether a file of that name stands there already."""
    unfinished: int | None
    """How many files are written of one that was broken off; None where none was."""
    free: str
    """What is free on the volume, where that is less than it needs; empty otherwise."""


@dataclass(frozen=True, slots=True)
class MadeArchive:
    """An archive that was written, and checked by reading all of it again."""

    path: str
    """Where it lies: volume and path."""
    files: int
    """How many files are in it."""
    bytes: int
    """How many bytes they have."""
    words: str
    """The same in words."""


class PuttingAway:
    """Writes archives."""

    def __init__(self, workspace: Workspace, volumes: Volumes, jobs: Jobs):
        self.workspace = workspace
        self.volumes = volumes
        self.jobs = jobs

    def plan(self, production_id: int, code: str | None, volume: str, folder: str) -> ArchivePlan:
        """Say what would be written. Raises NotFound, and OutsideVolume for the folder."""
        with self.workspace.reading() as session:
            of = archived(session, production_id, code)
        media = media_files(self.workspace, self.volumes, of)
        there, broken, free = False, None, ""
        if volume:
            target = self.workspace.folder(volume, folder) / of.name
            there, broken = os.path.lexists(target), unfinished(target)
            left = _free(target)
            if left is not None and left < media.bytes:
                free = f"{gigabytes(left)} are free on {volume}: media doesn't fit."
        return ArchivePlan(
            of.title if code is None else f"{code} of {of.title}",
            of.name,
            holds_words(of),
            _media_words(media),
            media.bytes,
            media.missing[:MOST_MISSING],
            there,
            broken,
            free,
        )

    def start(
        self, production_id: int, code: str | None, volume: str, folder: str, with_media: bool
    ) -> Job[MadeArchive]:
        """Begin to write an archive, or to go on with one that was broken off.

        Raises NotFound, VolumeAway, OutsideVolume, and Refusal where a file stands there.
        """
        root = self.workspace.volume(volume)
        with self.workspace.reading() as session:
            of = archived(session, production_id, code)
            entries = list(own_files(session, of))
        target = self.workspace.folder(volume, folder) / of.name
        if os.path.lexists(target):
            raise Refusal(f"{of.name} stands there already: choose another folder.", part="folder")
        if with_media:
            entries[:0] = media_files(self.workspace, self.volumes, of).entries
        size = total_bytes(entries)

        def work(job: Job[MadeArchive]) -> None:
            with opened(root, folder, make=True) as at:
                self._write(job, of, target, entries, _units(size), at)
            place = f"{volume}:{folder.strip('/')}/{of.name}".replace(":/", ":")
            words = f"{counted(len(entries) + 1, 'file')}, {gigabytes(size)}, all read again"
            job.add(MadeArchive(place, len(entries) + 1, size, words))

        # Written once, and read once to be checked.
        what = f"Putting {code or of.title} away"
        return self.jobs.start(ARCHIVE_JOB, production_id, what, 2 * _units(size), work)

    def job(self, production_id: int, number: int) -> Job[MadeArchive]:
        """Return the writing of an archive by its number. Raises NotFound."""
        return self.jobs.get(ARCHIVE_JOB, production_id, number)

    def throw_away(self, production_id: int, code: str | None, volume: str, folder: str) -> None:
        """Take away what is written of an archive that was broken off. Raises Refusal."""
        with self.workspace.reading() as session:
            name = archived(session, production_id, code).name
        try:
            throw_away(self.workspace.folder(volume, folder) / name)
        except OSError as error:
            raise CannotArchive(f"It can't be taken away: {error.strerror}.") from error

    def _write(
        self,
        job: Job[MadeArchive],
        of: Archived,
        target: Path,
        entries: list[Entry],
        units: int,
        folder: int,
    ) -> None:
        def check(part: Path) -> None:
            try:
                require_sound(part, lambda done: job.step(units + done // UNIT))
            except NoArchive as refusal:
                throw_away(target)
                raise CannotArchive(str(refusal)) from refusal

        write_archive(
            target,
            entries,
            lambda marks: of.manifest(self.workspace, marks),
            lambda done: job.step(done // UNIT),
            check,
            folder,
        )


def holds_words(of: Archived) -> tuple[str, ...]:
    """Say what goes with a production or a shot, without its media."""
    rows = of.rows
    said = [
        f"{counted(len(of.codes), 'shot')}: {codes_words(of.codes)}" if of.codes else "no shots",
        counted(len(rows["setup_revision"]), "version of setups", "versions of setups"),
        counted(len(rows["element"]), "linked element"),
    ]
    if of.shot_id is None:
        said += [
            counted(len(rows["edit_revision"]), "version of the edit format",
                    "versions of the edit format"),
            f"{counted(len(rows['cut']), 'cut')} with {counted(len(rows['event']), 'event')}",
            counted(len(rows["layout_revision"]), "version of where files go",
                    "versions of where files go"),
        ]  # fmt: skip
    for table, one in (
        ("taken_version", "version taken"),
        ("frame_request", "frame request"),
        ("handed_off", "hand off"),
        ("own_format", "format of the library"),
    ):
        if rows[table]:
            many = {"version taken": "versions taken", "format of the library":
                    "formats of the library"}.get(one)  # fmt: skip
            said.append(counted(len(rows[table]), one, many))
    return tuple(said)


def _media_words(media: MediaFiles) -> str:
    if not media.entries:
        return "no linked files that are there"
    return f"{counted(len(media.entries), 'linked file')}, {gigabytes(media.bytes)}"


def _free(target: Path) -> int | None:
    for folder in target.parents:
        try:
            return shutil.disk_usage(folder).free
        except OSError:
            continue
    return None


def _units(size: int) -> int:
    return max(1, -(-size // UNIT))
