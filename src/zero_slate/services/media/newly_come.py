"""Newer versions of linked files that came to a volume since a moment."""

import os
from collections.abc import Iterator
from contextlib import suppress
from dataclasses import dataclass
from datetime import UTC, datetime
from pathlib import Path

from sqlalchemy import select

from zero_slate.core.base.refusal import Refusal
from zero_slate.services.media.newer import NewerVersion, NewerVersions, folder_above
from zero_slate.services.runtime.workspace import Workspace
from zero_slate.store import elements
from zero_slate.store.tables import ElementRow, Production, Shot


@dataclass(frozen=True, slots=True)
class CameVersion:
    """A newer version that came, when, and whose its files are."""

    newer: NewerVersion
    production_id: int
    production: str
    at: datetime
    owner: str
    """The owner of its newest file by the system's name; empty where that is who runs this."""


class NewlyCome:
    """Looks for newer versions where a folder has changed since."""

    def __init__(self, workspace: Workspace, newer: NewerVersions):
        self.workspace = workspace
        self.newer = newer

    def since(self, moment: datetime) -> Iterator[CameVersion]:
        """Yield the newer versions whose files came after a moment.

        A version comes by an entry in the folder of its files, or in the one above. Only folders
        that changed since are listed: of each of the others its stamp is asked, once.
        """
        changed: dict[Path, bool] = {}

        def new(volume: str, folder: str) -> bool:
            place = self.workspace.place(volume, folder)
            if place not in changed:
                changed[place] = (_touched(place) or 0) > moment.timestamp()
            return changed[place]

        for row, code, production in self._rows():
            if not (new(row.volume, row.folder) or new(row.volume, folder_above(row.folder))):
                continue
            found = self.newer.newest_of(row, code)
            newest = self._newest_file(found) if found else None
            if found and newest and newest[0] > moment.timestamp():
                at = datetime.fromtimestamp(newest[0], UTC)
                yield CameVersion(found, production.id, production.title, at, _owner(newest[1]))

    def _newest_file(self, version: NewerVersion) -> tuple[float, Path] | None:
        place = self.workspace.place(version.volume, version.folder)
        try:
            found = self.newer.volumes.found(version.volume, version.folder, version.newest)
        except Refusal:
            # It went while it was looked for.
            return None
        files = (place / name for name in found.files.values())
        return max(((stamp, file) for file in files if (stamp := _touched(file))), default=None)

    def _rows(self) -> list[tuple[ElementRow, str, Production]]:
        with self.workspace.reading() as session:
            rows = session.execute(
                select(ElementRow, Shot.code, Production)
                .join(Shot, Shot.id == ElementRow.shot_id)
                .join(Production, Production.id == Shot.production_id)
                .order_by(Production.id, Shot.code, *elements.ORDER)
            )
            return [(row, code, production) for row, code, production in rows]


def _touched(place: Path) -> float | None:
    try:
        return place.stat().st_mtime
    except OSError:
        return None


def _owner(file: Path) -> str:
    with suppress(OSError, KeyError, NotImplementedError):
        if file.stat().st_uid != os.getuid():
            return file.owner()
    return ""
