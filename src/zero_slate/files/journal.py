"""A journal of what is being written to volumes, so that what breaks off is cleared away later.

Each piece of writing is a file that its writer holds locked; a file that nobody holds is of a
writer that ended before it was done.
"""

import fcntl
import json
import os
import secrets
from collections.abc import Iterator
from contextlib import contextmanager, suppress
from pathlib import Path

from zero_slate.files.volume_files import clear_writing


class Journal:
    """The journal of an installation, in a folder of its own."""

    def __init__(self, folder: Path):
        self.folder = folder

    @contextmanager
    def writing(self, target: Path) -> Iterator[str]:
        """Note that something is being written to a folder; yield the token that it goes under."""
        self.folder.mkdir(mode=0o700, parents=True, exist_ok=True)
        token = secrets.token_hex(8)
        path = self.folder / f"{token}.json"
        with path.open("x") as file:
            fcntl.flock(file, fcntl.LOCK_EX)
            json.dump({"folder": str(target), "token": token}, file)
            file.flush()
            os.fsync(file.fileno())
            try:
                yield token
            finally:
                path.unlink(missing_ok=True)

    def clear(self) -> int:
        """Clear away what writers left that are no more; return how many there were."""
        cleared = 0
        for path in self.folder.glob("*.json"):
            with suppress(OSError), path.open() as file:
                try:
                    fcntl.flock(file, fcntl.LOCK_EX | fcntl.LOCK_NB)
                except BlockingIOError:
                    continue
                with suppress(ValueError, KeyError, TypeError):
                    said = json.load(file)
                    clear_writing(Path(said["folder"]), str(said["token"]))
                path.unlink(missing_ok=True)
                cleared += 1
        return cleared
