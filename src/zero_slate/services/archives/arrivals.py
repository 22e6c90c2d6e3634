"""Archives that arrived to be brought back: lying on a volume, or sent by a browser."""

import os
import shutil
from contextlib import suppress
from itertools import count
from pathlib import Path
from typing import BinaryIO

from zero_slate.core.base.refusal import Refusal
from zero_slate.files.volume_files import inside, list_folder
from zero_slate.services.archives.bringing_back import (
    ArchivePage,
    BringingBack,
    Returned,
    Returning,
)
from zero_slate.services.runtime.jobs import Job
from zero_slate.services.runtime.workspace import NotFound, Workspace

KEPT = 50


class Arrivals:
    """What arrived since the server began."""

    def __init__(self, workspace: Workspace, returning: BringingBack):
        self.workspace = workspace
        self.returning = returning
        self.folder = workspace.config.home / "arrived"
        self._paths: dict[int, Path] = {}
        self._numbers = count(1)

    def on_volume(self, volume: str, path: str) -> int:
        """Take an archive that lies on a volume; return its number. Raises NotFound and others."""
        where = inside(self.workspace.volume(volume), path)
        if not os.path.lexists(where):
            raise NotFound(f"There is no {path} on {volume}.")
        return self._take(where)

    def in_folder(self, volume: str, folder: str) -> tuple[str, ...]:
        """Return the names of the ZIP files in a folder of a volume. Raises Refusal."""
        where = self.workspace.folder(volume, folder)
        files = list_folder(self.workspace.volume(volume), where).files
        return tuple(name for name in files if name.lower().endswith(".zip"))

    def sent(self, file: BinaryIO) -> int:
        """Take an archive that is sent; return its number. Raises Refusal where it has no room."""
        number = next(self._numbers)
        path = self.folder / f"{number}.zip"
        try:
            self.folder.mkdir(mode=0o700, exist_ok=True)
            with path.open("wb") as into:
                shutil.copyfileobj(file, into, 2**20)
        except OSError as error:
            with suppress(OSError):
                path.unlink(missing_ok=True)
            said = (error.strerror or str(error)).lower()
            raise Refusal(f"The archive couldn't be taken in: {said}.") from error
        return self._take(path, number)

    def page(self, arrival_id: int) -> ArchivePage:
        """Look at an archive. Raises NotFound and NoArchive."""
        return self.returning.page(self._path(arrival_id))

    def start(self, arrival_id: int, how: Returning) -> Job[Returned]:
        """Begin to bring an archive back. Raises NotFound, NoArchive and others."""
        return self.returning.start(self._path(arrival_id), how, arrival_id)

    def clear(self) -> None:
        """Take away what was sent."""
        shutil.rmtree(self.folder, ignore_errors=True)

    def _take(self, path: Path, number: int | None = None) -> int:
        number = next(self._numbers) if number is None else number
        self._paths[number] = path
        for old in list(self._paths)[:-KEPT]:
            self._forget(old)
        return number

    def _forget(self, number: int) -> None:
        path = self._paths.pop(number)
        if path.parent == self.folder:
            with suppress(OSError):
                path.unlink(missing_ok=True)

    def _path(self, arrival_id: int) -> Path:
        path = self._paths.get(arrival_id)
        if path is None or not path.exists():
            raise NotFound("That archive isn't there any more: open it again.")
        return path
