"""What goes into an archive: rows, setups as files, and by choice the media on volumes."""

import json
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from pathlib import Path
from typing import Any

from sqlalchemy.orm import Session

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.base.safe_names import made_safe
from zero_slate.files.archives.manifest import MEDIA, ROWS, SETUPS, ArchiveManifest, FileMark
from zero_slate.files.archives.reading import odd_name
from zero_slate.files.archives.writing import Entry
from zero_slate.files.colour.configs import used_by
from zero_slate.files.setup_files import SetupDocument, write_document
from zero_slate.files.volume_files import why as why_not
from zero_slate.services.media.volumes import Volumes
from zero_slate.services.runtime.workspace import NotFound, Workspace
from zero_slate.store import revisions
from zero_slate.store.older_rows import newest_revision
from zero_slate.store.tables import Production, Shot
from zero_slate.store.transfer import Rows, colour_files, take_out
from zero_slate.store.unreadable import Unreadable


@dataclass(frozen=True, slots=True)
class Archived:
    """What an archive is of, with its rows."""

    production_id: int
    shot_id: int | None
    title: str
    codes: tuple[str, ...]
    rows: Rows
    seen: str
    """Changes with every change of what is archived."""

    @property
    def name(self) -> str:
        """What its file is called."""
        stem = self.codes[0] if self.shot_id is not None else self.title
        return f"{made_safe(stem).safe}.zip"

    @property
    def volumes(self) -> tuple[str, ...]:
        """The volumes that its rows speak of."""
        named = {row["volume"] for rows in self.rows.values() for row in rows if row.get("volume")}
        named |= {volume for volume, _ in colour_files(self.rows)}
        return tuple(sorted(named))

    def manifest(self, workspace: Workspace, marks: dict[str, FileMark]) -> ArchiveManifest:
        """Return what its archive says of itself."""
        return ArchiveManifest(
            database=newest_revision(),
            what="production" if self.shot_id is None else "shot",
            title=self.title,
            shots=self.codes,
            volumes=self.volumes,
            who=workspace.who,
            at=workspace.now(),
            numbers=(self.production_id, self.shot_id),
            files=marks,
        )


def archived(session: Session, production_id: int, code: str | None) -> Archived:
    """Return a production, or one of its shots, as it is archived. Raises NotFound."""
    production = session.get(Production, production_id)
    if production is None:
        raise NotFound(f"There is no production numbered {production_id}.")
    shot_id = None
    if code is not None:
        shot = session.query(Shot).filter_by(production_id=production_id, code=code).one_or_none()
        if shot is None:
            raise NotFound(f"There is no shot {code} in {production.title}.")
        shot_id = shot.id
    rows = take_out(session, production_id, shot_id)
    codes = tuple(row["code"] for row in rows["shot"])
    return Archived(production_id, shot_id, production.title, codes, rows, _seen(rows))


def _seen(rows: Rows) -> str:
    """Return what changes whenever something is added: the newest of what is only added to."""
    newest = [
        max((row["id"] for row in rows[table]), default=0)
        for table in ("setup_revision", "edit_revision", "cut", "element", "shot")
    ]
    return " ".join(map(str, newest))


def own_files(session: Session, of: Archived) -> Iterator[Entry]:
    """Yield what an archive holds of its own: its rows, and each shot's newest setup."""
    yield Entry(ROWS, json.dumps(of.rows, ensure_ascii=False, separators=(",", ":")).encode())
    for row in of.rows["shot"]:
        try:
            content = revisions.content_of(revisions.latest_setup(session, row["id"]))
        except (Unreadable, Refusal):
            continue  # it is among the rows all the same
        document = SetupDocument.of(content)
        yield Entry(f"{SETUPS}/{row['code']}.setup.json", write_document(document))


@dataclass(frozen=True, slots=True)
class MediaFiles:
    """The files that are linked: those that are there, and of what none could be found, and why."""

    entries: tuple[Entry, ...]
    bytes: int
    missing: tuple[str, ...]


def media_files(workspace: Workspace, volumes: Volumes, of: Archived) -> MediaFiles:
    """Return the files of all elements, and configs and looks on volumes, each once."""
    found: dict[str, Entry] = {}
    missing = []

    def take(volume: str, path: Path, inside: str) -> None:
        entry = Entry(f"{MEDIA}/{volume}/{inside}", path)
        if why := odd_name(entry.name):
            missing.append(f"{volume}:{inside} {why}")
        elif entry.name not in found:
            found[entry.name] = entry

    for row in of.rows["element"]:
        name, folder = _media_name(row), row["folder"].strip("/")
        try:
            there = volumes.found(row["volume"], row["folder"], name)
        except Refusal as refusal:
            missing.append(f"{row['volume']}:{folder}/{name}: {refusal}")
            continue
        for each in there.files.values():
            take(row["volume"], Path(there.folder, each), f"{folder}/{each}".lstrip("/"))
    for volume, inside in colour_files(of.rows):
        try:
            path, root = workspace.folder(volume, inside), workspace.volume(volume)
            take(volume, path, inside)
            for used in map(Path, used_by(str(path)) if path.suffix == ".ocio" else ()):
                if used.is_relative_to(root):
                    take(volume, used, str(used.relative_to(root)))
                else:
                    missing.append(f"{used.name}, which {volume}:{inside} uses, lies elsewhere")
        except Refusal as refusal:
            missing.append(f"{volume}:{inside}: {refusal}")
    sizes: dict[str, int] = {}
    for entry in found.values():
        try:
            sizes[entry.name] = entry.bytes
        except OSError as error:
            missing.append(f"{entry.name}: {why_not(error)}")
    names = sorted(sizes)
    return MediaFiles(tuple(found[each] for each in names), sum(sizes.values()), tuple(missing))


def _media_name(row: dict[str, Any]) -> str:
    try:
        return str(json.loads(row["media"])["name"])
    except (ValueError, KeyError, TypeError):
        return ""


def codes_words(codes: Sequence[str]) -> str:
    """Write some codes: the first of them, and how many more there are."""
    shown = ", ".join(codes[:4])
    return f"{shown} and {len(codes) - 4} more" if len(codes) > 4 else shown
