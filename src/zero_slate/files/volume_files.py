"""Files written whole or not at all, and folders that can't be left."""

import errno
import os
import tempfile
from collections.abc import Mapping
from pathlib import Path

from zero_slate.core.base.refusal import Refusal


class OutsideVolume(Refusal):
    """A path that leads out of its volume."""


class CannotWrite(Refusal):
    """A file that couldn't be written; nothing of it is left behind."""


class CannotRead(Refusal):
    """A file or folder that couldn't be read."""


def inside(root: Path, relative: str) -> Path:
    """Return the real path of something below a root.

    Symbolic links are followed, and refused like `..` where they lead outside. Raises
    OutsideVolume.
    """
    if "\0" in relative:
        raise OutsideVolume("A path can't hold a zero character.")
    real_root = root.resolve()
    path = (real_root / relative.lstrip("/\\")).resolve()
    if path != real_root and real_root not in path.parents:
        raise OutsideVolume(
            f"“{relative}” leads outside its volume; only what is below it is read."
        )
    return path


def list_folder(root: Path, folder: Path) -> tuple[list[str], list[str]]:
    """Return the names of the folders and files in a folder; what leads outside is left out.

    Raises CannotRead.
    """
    real_root = root.resolve()
    folders: list[str] = []
    files: list[str] = []
    try:
        with os.scandir(folder) as entries:
            for entry in entries:
                if entry.name.startswith("."):
                    continue
                if entry.is_symlink():
                    target = Path(entry.path).resolve()
                    if target != real_root and real_root not in target.parents:
                        continue
                if entry.is_dir():
                    folders.append(entry.name)
                elif entry.is_file():
                    files.append(entry.name)
    except OSError as error:
        raise CannotRead(f"The folder {folder.name} can't be read: {_why(error)}.") from error
    return sorted(folders), sorted(files)


def write_all(folder: Path, contents: Mapping[str, bytes]) -> list[Path]:
    """Write several files into a folder, all of them or none.

    Each goes to a temporary file on the same disk first; only when all are there do they take
    their names. Raises CannotWrite.
    """
    waiting: list[tuple[str, Path]] = []
    try:
        folder.mkdir(parents=True, exist_ok=True)
        for name, content in contents.items():
            handle, temporary = tempfile.mkstemp(dir=folder, prefix=".writing-")
            waiting.append((temporary, folder / name))
            with os.fdopen(handle, "wb") as file:
                file.write(content)
                file.flush()
                os.fsync(file.fileno())
                os.fchmod(file.fileno(), 0o644)
        for temporary, final in waiting:
            os.replace(temporary, final)
    except OSError as error:
        for temporary, _ in waiting:
            Path(temporary).unlink(missing_ok=True)
        needed = sum(map(len, contents.values()))
        raise CannotWrite(
            f"Nothing was written to {folder.name}: {_why(error)} ({needed:,} bytes are needed)."
        ) from error
    return [final for _, final in waiting]


def _why(error: OSError) -> str:
    return {
        errno.ENOSPC: "the disk is full",
        errno.EDQUOT: "the disk quota is used up",
        errno.EACCES: "it may not be opened by this user",
        errno.EPERM: "it may not be opened by this user",
        errno.EROFS: "the disk is read-only",
        errno.ENOENT: "it is not there",
        errno.ENOTDIR: "it is not a folder",
    }.get(error.errno or 0, (error.strerror or str(error)).lower())
