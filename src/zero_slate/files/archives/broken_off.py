"""What is written so far of an archive, and the log beside it: never another's file.

Both are made new, or are those that were made together before: the log's first line says which
file it belongs to. What else stands under their names isn't opened for writing.
"""

import json
import os
import stat
from collections.abc import Iterator
from contextlib import contextmanager, suppress
from dataclasses import dataclass
from pathlib import Path
from typing import BinaryIO

from zero_slate.core.base.refusal import Refusal
from zero_slate.files.volume_files import is_there, take_name

PART, LOG = ".part", ".part.log"
_OPEN = os.O_RDWR | os.O_NOFOLLOW | os.O_NONBLOCK | os.O_CLOEXEC


class NotOurs(Refusal):
    """Something stands where an archive would be written, and isn't one that was broken off."""


@dataclass(frozen=True, slots=True)
class BrokenOff:
    """The two files, open to be read and written, and the folder that they lie in."""

    folder: int
    name: str
    part: BinaryIO
    log: BinaryIO

    def lines(self) -> list[bytes]:
        """Return the lines of the log, one for each file that is in the archive whole."""
        self.log.seek(0)
        return self.log.read().splitlines()[1:]

    def restart(self, lines: list[str]) -> None:
        """Write the log anew: whose it is, and the lines that count."""
        self.log.seek(0)
        self.log.truncate()
        self.add(json.dumps(_identity(self.part)))
        for line in lines:
            self.add(line)

    def add(self, line: str) -> None:
        """Add a line to the log, at once."""
        self.log.write(line.encode() + b"\n")
        self.log.flush()

    def take_name(self) -> None:
        """Give the archive its name. Raises NotOurs where something has it by now, and OSError."""
        there = os.stat(self.name + PART, dir_fd=self.folder, follow_symlinks=False)
        if [there.st_dev, there.st_ino] != _identity(self.part):
            raise NotOurs(f"{self.name}{PART} was put elsewhere while it was written: begin again.")
        try:
            take_name(self.folder, self.name + PART, self.name)
        except FileExistsError as error:
            raise NotOurs(f"{self.name} stands there by now: nothing is overwritten.") from error
        os.unlink(self.name + LOG, dir_fd=self.folder)
        os.fsync(self.folder)


@contextmanager
def begun(folder: int, name: str) -> Iterator[BrokenOff]:
    """Open what was broken off, or begin. Raises NotOurs and OSError."""
    found = _ours(folder, name)
    if found is None:
        for ending in (PART, LOG):
            if is_there(folder, name + ending):
                raise NotOurs(
                    f"{name}{ending} stands there, and isn't what was broken off here: nothing is "
                    "written over it. Take it away, or choose another folder."
                )
        part, log = (
            os.fdopen(os.open(name + ending, _OPEN | os.O_CREAT | os.O_EXCL, 0o644, dir_fd=folder),
                      "r+b") for ending in (PART, LOG)
        )  # fmt: skip
        found = BrokenOff(folder, name, part, log)
        found.restart([])
    with found.part, found.log:
        yield found


@contextmanager
def folder_of(target: Path) -> Iterator[int]:
    """Open the folder that an archive lies in, by its real path. Raises OSError."""
    at = os.open(target.parent, os.O_RDONLY | os.O_DIRECTORY | os.O_NOFOLLOW | os.O_CLOEXEC)
    try:
        yield at
    finally:
        os.close(at)


def unfinished(target: Path) -> int | None:
    """Return how many files of an archive are written that was broken off; None where none is."""
    with suppress(OSError), folder_of(target) as folder:
        found = _ours(folder, target.name)
        if found is not None:
            with found.part, found.log:
                return len(found.lines())
    return None


def throw_away(target: Path) -> None:
    """Take away what is written so far of an archive that was broken off. Raises OSError.

    What isn't that stays.
    """
    with folder_of(target) as folder:
        found = _ours(folder, target.name)
        if found is not None:
            with found.part, found.log:
                for ending in (PART, LOG):
                    os.unlink(target.name + ending, dir_fd=folder)


def _ours(folder: int, name: str) -> BrokenOff | None:
    """Return the two files where they belong together; None where they aren't there, or don't."""
    opened: list[BinaryIO] = []
    try:
        for ending in (PART, LOG):
            opened.append(os.fdopen(os.open(name + ending, _OPEN, dir_fd=folder), "r+b"))
        part, log = opened
        plain = all(_is_plain(each) for each in opened)
        if plain and json.loads(log.readline(200)) == _identity(part):
            return BrokenOff(folder, name, part, log)
    except (OSError, ValueError):
        pass
    for each in opened:
        each.close()
    return None


def _is_plain(file: BinaryIO) -> bool:
    about = os.fstat(file.fileno())
    return stat.S_ISREG(about.st_mode) and about.st_nlink == 1


def _identity(file: BinaryIO) -> list[int]:
    about = os.fstat(file.fileno())
    return [about.st_dev, about.st_ino]
