"""Bringing an archive back: looked at first, volumes named anew, and nothing replaced."""

import json
import secrets
from collections.abc import Mapping
from dataclasses import dataclass
from pathlib import Path

from sqlalchemy import func, select
from sqlalchemy.orm import Session

from zero_slate.core.base.figures import counted, gigabytes
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.base.safe_names import require_code
from zero_slate.core.base.texts import one_line, require_shown
from zero_slate.files.archives.manifest import MEDIA, ArchiveManifest, NoArchive
from zero_slate.files.archives.reading import Archive, DamagedFile, in_volume, put_out
from zero_slate.files.volume_files import WRITING, opened, why
from zero_slate.services.runtime.jobs import Job, Jobs
from zero_slate.services.runtime.workspace import NotFound, VolumeAway, Workspace
from zero_slate.store.older_rows import brought_up, newest_revision
from zero_slate.store.tables import Production, Shot
from zero_slate.store.transfer import Into, Rows, put_in, require_rows

RETURN_JOB = "bringing back"
LONGEST_TITLE = 120
MOST_TOLD = 20
UNIT = 10**6


@dataclass(frozen=True, slots=True)
class ArchiveVolume:
    """A volume that an archive speaks of."""

    name: str
    """Its name in the archive."""
    files: int
    """How many files of media are in the archive that lay on it."""
    words: str
    """The same in words."""
    here: str
    """The volume of this installation that has the same name; empty where none has."""


@dataclass(frozen=True, slots=True)
class ArchiveShot:
    """A shot of an archive that is to go into a production."""

    code: str
    """Its code."""
    free: str
    """The nearest code that is free, where its own is taken; empty where it isn't."""


@dataclass(frozen=True, slots=True)
class ProductionName:
    """A production by its title."""

    id: int
    """Its number."""
    title: str
    """Its title."""


@dataclass(frozen=True, slots=True)
class ArchivePage:
    """An archive that was looked at; nothing is brought back yet."""

    what: str
    """`production` or `shot`."""
    title: str
    """The production's title."""
    free_title: str
    """The nearest title that is free, where a production here has the same; empty otherwise."""
    productions: tuple[ProductionName, ...]
    """The productions here that a shot could go to."""
    into: int | None
    """The one that has the same title; None where none has."""
    who: str
    """Who put it away."""
    at: str
    """When, as it says."""
    shots: tuple[ArchiveShot, ...]
    """Its shots, with codes that are free in the production of the same title."""
    volumes: tuple[ArchiveVolume, ...]
    """The volumes that it speaks of."""
    media: str
    """The media in it, in words; empty where there is none."""
    besides: int
    """How many files are in it that it doesn't name: they stay out."""
    older: str
    """What is brought up as it comes back; empty where it is of this version."""


@dataclass(frozen=True, slots=True)
class Returning:
    """How an archive is brought back.

    `volumes` are names here by those in the archive, `title` a new production's title, and `codes`
    other codes for shots that are taken. A shot goes to the production `into`, or makes its own.
    """

    volumes: Mapping[str, str]
    title: str = ""
    into: int | None = None
    codes: Mapping[str, str] | None = None
    with_media: bool = True


@dataclass(frozen=True, slots=True)
class Returned:
    """What bringing back came to."""

    production: int
    """The production's number."""
    shot: int | None
    """The shot's number, where it was one."""
    written: int
    """How many files of media were written."""
    same: int
    """How many stood there already, the very same."""
    left: tuple[str, ...]
    """Files that weren't written, and why: some of them."""
    all_left: int
    """How many there are."""
    words: str
    """The same in words."""


class BringingBack:
    """Reads archives."""

    def __init__(self, workspace: Workspace, jobs: Jobs):
        self.workspace = workspace
        self.jobs = jobs

    def page(self, path: Path) -> ArchivePage:
        """Look at an archive. Raises NoArchive."""
        with Archive(path) as archive:
            manifest = archive.manifest
            rows = self.rows_of(archive)
            besides = archive.besides
        media = _media(manifest)
        with self.workspace.reading() as session:
            titles = dict(session.execute(select(Production.id, Production.title)).all())
            into = next((each for each, title in titles.items() if title == manifest.title), None)
            is_shot = manifest.what == "shot"
            shots = tuple(
                ArchiveShot(
                    row["code"], _free_code(session, into if is_shot else None, row["code"])
                )
                for row in rows["shot"]
            )
        size = sum(manifest.files[name].bytes for name in media)
        return ArchivePage(
            manifest.what,
            manifest.title,
            _free_title(manifest.title, set(titles.values())),
            tuple(ProductionName(number, title) for number, title in titles.items()),
            into,
            manifest.who,
            manifest.at,
            shots,
            tuple(self._volume(each, manifest) for each in _volumes(manifest)),
            f"{counted(len(media), 'file')} of media, {gigabytes(size)}" if media else "",
            besides,
            self._older(manifest),
        )

    def start(self, path: Path, how: Returning, arrival: int = 0) -> Job[Returned]:
        """Begin to bring an archive back. Raises NoArchive, NotFound, VolumeAway and Refusal."""
        with Archive(path) as archive:
            manifest = archive.manifest
            self._require(manifest, how)
            rows = self.rows_of(archive)
            with self.workspace.reading() as session:
                _require_free(session, manifest, rows, how)
        media = _media(manifest) if how.with_media else []
        size = sum(manifest.files[name].bytes for name in media)

        def work(job: Job[Returned]) -> None:
            with Archive(path) as archive:
                job.add(self.bring(archive, how, job))

        what = f"Bringing {manifest.title} back"
        return self.jobs.start(RETURN_JOB, arrival, what, max(1, -(-size // UNIT)), work)

    def job(self, arrival: int, number: int) -> Job[Returned]:
        """Return a bringing back by its number. Raises NotFound."""
        return self.jobs.get(RETURN_JOB, arrival, number)

    def bring(self, archive: Archive, how: Returning, job: Job[Returned] | None = None) -> Returned:
        """Bring an archive back: its media first, then all rows at once. Raises NoArchive.

        What is broken off is gone on with when it is begun again: files that stand there already
        are held against their hashes.
        """
        manifest = archive.manifest
        rows = self.rows_of(archive)
        written = same = done = 0
        left: list[str] = []
        for name in _media(manifest) if how.with_media else ():
            try:
                new = self._put_out(archive, name, how)
                written, same = written + new, same + (not new)
            except FileExistsError:
                left.append(f"{name}: another file stands there, which is left as it is")
            except OSError as error:
                left.append(f"{name}: {why(error)}")
            except (DamagedFile, VolumeAway) as refusal:
                left.append(f"{name}: {refusal}")
            done += manifest.files[name].bytes
            if job is not None:
                job.step(done // UNIT)
        with self.workspace.writing() as session:
            production, shots = self.put_rows(session, manifest, rows, how)
        shot = shots[0] if manifest.what == "shot" and shots else None
        said = f"{counted(len(shots), 'shot')} brought back"
        if written or same or left:
            said += f", {counted(written, 'file')} written, {same} there already"
        if left:
            said += f", {len(left)} left out"
        return Returned(production, shot, written, same, tuple(left[:MOST_TOLD]), len(left), said)

    def put_rows(
        self,
        session: Session,
        manifest: ArchiveManifest,
        rows: Rows,
        how: Returning,
        *,
        numbers: bool = False,
    ) -> tuple[int, list[int]]:
        """Put an archive's rows into the database. Raises Refusal."""
        _require_free(session, manifest, rows, how)
        into = Into(
            lambda name: how.volumes.get(name) or name,
            how.into,
            (how.title or manifest.title) if how.into is None else "",
            dict(how.codes or {}),
            numbers,
        )
        return put_in(session, rows, into)

    def rows_of(self, archive: Archive) -> Rows:
        """Return an archive's rows as this version has them. Raises NoArchive and others."""
        try:
            said = json.loads(archive.rows())
        except (ValueError, RecursionError) as error:
            raise NoArchive("Its rows can't be read: they are no JSON.") from error
        try:
            require_shown({"title": archive.manifest.title, "who": archive.manifest.who})
        except Refusal as refusal:
            raise NoArchive(f"Its {refusal}") from refusal
        if not isinstance(said, dict):
            raise NoArchive("Its rows are no tables.")
        rows = require_rows(brought_up(said, archive.manifest.database))
        if archive.manifest.what == "shot" and len(rows["shot"]) != 1:
            raise NoArchive(f"It says it is a shot, and holds {len(rows['shot'])}.")
        for row in rows["shot"]:
            try:
                require_code(row["code"])
            except Refusal as refusal:
                raise NoArchive(f"A shot in it can't be called so: {refusal}") from refusal
        return rows

    def _require(self, manifest: ArchiveManifest, how: Returning) -> None:
        if how.title:
            one_line(how.title, "A production's title", LONGEST_TITLE)
        for code in (how.codes or {}).values():
            require_code(code)
        for name in _volumes(manifest):
            known = name if name in self.workspace.config.volumes else ""
            here = how.volumes.get(name, "") or known
            has_media = any(in_volume(each)[0] == name for each in _media(manifest))
            if here:
                self.workspace.volume(here)
            elif has_media and how.with_media:
                raise Refusal(
                    f"Which volume takes the files that lay on {name}? Choose one, or bring it "
                    "back without media.",
                    part="volumes",
                )

    def _put_out(self, archive: Archive, name: str, how: Returning) -> bool:
        volume, folder, final = in_volume(name)
        root = self.workspace.volume(how.volumes.get(volume) or volume)
        token = f"{WRITING}{secrets.token_hex(4)}"
        with opened(root, folder, make=True) as at:
            return put_out(archive, name, at, final, token)

    def _volume(self, name: str, manifest: ArchiveManifest) -> ArchiveVolume:
        mine = [each for each in _media(manifest) if in_volume(each)[0] == name]
        size = sum(manifest.files[each].bytes for each in mine)
        words = f"{counted(len(mine), 'file')}, {gigabytes(size)}" if mine else "only named"
        here = name if name in self.workspace.config.volumes else ""
        return ArchiveVolume(name, len(mine), words, here)

    def _older(self, manifest: ArchiveManifest) -> str:
        now = newest_revision()
        if manifest.database == now:
            return ""
        return (
            f"It was written by an earlier Zero Slate (database {manifest.database}); what comes "
            f"back is brought up to {now}, and the archive itself stays as it is."
        )


def _require_free(session: Session, manifest: ArchiveManifest, rows: Rows, how: Returning) -> None:
    """Refuse a title or codes that are taken. Raises NotFound for a production that isn't there."""
    if how.into is None:
        title = how.title or manifest.title
        taken = set(session.scalars(select(Production.title)))
        if title in taken:
            raise Refusal(
                f"There is a production “{title}” already.",
                nearest=_free_title(title, taken),
                part="title",
            )
        return
    if session.get(Production, how.into) is None:
        raise NotFound(f"There is no production numbered {how.into}.")
    for row in rows["shot"]:
        code = (how.codes or {}).get(row["code"]) or str(row["code"])
        if free := _free_code(session, how.into, code):
            raise Refusal(
                f"There is a shot {code} in that production already.", nearest=free, part="codes"
            )


def _media(manifest: ArchiveManifest) -> list[str]:
    return [name for name in manifest.files if name.startswith(f"{MEDIA}/") and name.count("/") > 1]


def _volumes(manifest: ArchiveManifest) -> list[str]:
    named = dict.fromkeys(manifest.volumes)
    named |= dict.fromkeys(in_volume(each)[0] for each in _media(manifest))
    return list(named)


def _free_title(title: str, taken: set[str]) -> str:
    """Return the nearest title that is free; empty where it is itself."""
    if title not in taken:
        return ""
    number = 2
    while f"{title} {number}" in taken:
        number += 1
    return f"{title} {number}"[:LONGEST_TITLE]


def _free_code(session: Session, production_id: int | None, code: str) -> str:
    """Return the nearest code that is free in a production; empty where it is itself."""
    if production_id is None:
        return ""
    taken = set(
        session.scalars(select(func.lower(Shot.code)).where(Shot.production_id == production_id))
    )
    if code.lower() not in taken:
        return ""
    number = 2
    while f"{code}_{number}".lower() in taken:
        number += 1
    return f"{code}_{number}"
