"""Folders of a volume that can't be left, and files written into them whole or not at all."""

import errno
import os
import secrets
import stat
from collections.abc import Callable, Iterable, Iterator, Mapping
from contextlib import contextmanager, suppress
from dataclasses import dataclass
from pathlib import Path

from zero_slate.core.base.refusal import Refusal

# What is being written begins with this, until it takes its name.
WRITING = ".writing-"
_FOLDER = os.O_RDONLY | os.O_DIRECTORY | os.O_NOFOLLOW | os.O_CLOEXEC


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
    try:
        path = (real_root / relative.lstrip("/\\")).resolve()
    except (OSError, RuntimeError) as error:  # a name that is too long; links in a circle
        raise OutsideVolume(f"“{relative[:80]}” leads nowhere.") from error
    if path != real_root and real_root not in path.parents:
        raise OutsideVolume(
            f"“{relative}” leads outside its volume; only what is below it is read."
        )
    return path


@dataclass(frozen=True, slots=True)
class Listing:
    """The names of the folders and files in a folder, and how many things are left out.

    Left out is what leads outside the volume, and what is neither, as a pipe or a device: nothing
    may ever open it.
    """

    folders: list[str]
    files: list[str]
    left_out: int


def list_folder(root: Path, folder: Path) -> Listing:
    """Return what is in a folder of a volume; names with a dot first are hidden, and no part of it.

    Raises CannotRead.
    """
    real_root = root.resolve()
    folders: list[str] = []
    files: list[str] = []
    left_out = 0
    try:
        with os.scandir(folder) as entries:
            for entry in entries:
                if entry.name.startswith("."):
                    continue
                if _leads_outside(entry, real_root):
                    left_out += 1
                elif _is(entry.is_dir):
                    folders.append(entry.name)
                elif _is(entry.is_file):
                    files.append(entry.name)
                else:
                    left_out += 1
    except OSError as error:
        raise CannotRead(f"The folder {folder.name} can't be read: {why(error)}.") from error
    return Listing(sorted(folders), sorted(files), left_out)


def _leads_outside(entry: os.DirEntry[str], real_root: Path) -> bool:
    if not entry.is_symlink():
        return False
    try:
        target = Path(entry.path).resolve()
    except (OSError, RuntimeError):  # links in a circle
        return True
    return target != real_root and real_root not in target.parents


def _is(ask: Callable[[], bool]) -> bool:
    try:
        return ask()
    except OSError:
        return False


@contextmanager
def opened(root: Path, relative: str, *, make: bool = False) -> Iterator[int]:
    """Open a folder of a volume, step by step from its root; yield its descriptor.

    Each step is opened in the folder before it and follows no link, so that nothing that is put in
    its way meanwhile leads elsewhere. Folders that aren't there are made where `make` says so.
    Raises OutsideVolume, and OSError for what isn't there or may not be opened.
    """
    path = inside(root, relative)
    real_root = root.resolve()
    at = os.open(real_root, _FOLDER)
    try:
        for name in path.relative_to(real_root).parts:
            if make:
                with suppress(FileExistsError):
                    os.mkdir(name, dir_fd=at)
            try:
                step = os.open(name, _FOLDER, dir_fd=at)
            except OSError as error:
                if error.errno in (errno.ELOOP, errno.ENOTDIR) and _is_link(name, at):
                    raise _led_away(relative) from error
                raise
            os.close(at)
            at = step
        yield at
    finally:
        os.close(at)


def look_there(
    root: Path, relative: str, names: Iterable[str], most: int
) -> dict[str, bytes | None]:
    """Return which of some names stand in a folder, and what they hold.

    None is held by what isn't a plain file of at most so many bytes, or can't be read. Raises
    OutsideVolume.
    """
    there: dict[str, bytes | None] = {}
    with suppress(OSError), opened(root, relative) as folder:
        for name in names:
            with suppress(OSError):
                os.stat(name, dir_fd=folder, follow_symlinks=False)
                there[name] = None
                flags = os.O_RDONLY | os.O_NOFOLLOW | os.O_NONBLOCK | os.O_CLOEXEC
                with os.fdopen(os.open(name, flags, dir_fd=folder), "rb") as file:
                    about = os.fstat(file.fileno())
                    if stat.S_ISREG(about.st_mode) and about.st_size <= most:
                        there[name] = file.read(most)
    return there


def write_all(root: Path, relative: str, contents: Mapping[str, bytes], token: str = "") -> None:
    """Write several files into a folder of a volume, which is made where it isn't there.

    Each goes to a temporary file in that folder first, whose name begins with `WRITING` and the
    `token`; only when all are there do they take their names, in their order. Files that stand
    there are replaced, all of them or none. Raises OutsideVolume and CannotWrite.
    """
    token = token or secrets.token_hex(8)
    waiting: list[tuple[str, str]] = []
    try:
        with opened(root, relative, make=True) as folder:
            try:
                for number, (name, content) in enumerate(contents.items()):
                    temporary = f"{WRITING}{token}-{number}"
                    waiting.append((temporary, name))
                    _write(folder, temporary, content)
                _require_there(root, relative, folder)
                _take_names(folder, waiting, token)
                os.fsync(folder)
            finally:
                for temporary, _ in waiting:
                    with suppress(OSError):
                        os.unlink(temporary, dir_fd=folder)
            _require_there(root, relative, folder)
    except OSError as error:
        needed = sum(map(len, contents.values()))
        raise CannotWrite(
            f"Nothing was written to {relative or root.name}: {why(error)} ({needed:,} bytes are "
            "needed)."
        ) from error


def take_name(folder: int, temporary: str, final: str) -> None:
    """Give a file of a folder its name. Raises FileExistsError where something has it, OSError."""
    places = {"src_dir_fd": folder, "dst_dir_fd": folder}
    try:
        os.link(temporary, final, **places, follow_symlinks=False)
    except FileExistsError:
        raise
    except OSError:  # a disk that knows no links
        if is_there(folder, final):
            raise FileExistsError(errno.EEXIST, os.strerror(errno.EEXIST), final) from None
        os.replace(temporary, final, **places)
    else:
        os.unlink(temporary, dir_fd=folder)


def is_there(folder: int, name: str) -> bool:
    """Return whether anything has a name in a folder. Raises OSError."""
    try:
        os.stat(name, dir_fd=folder, follow_symlinks=False)
    except FileNotFoundError:
        return False
    return True


def _take_names(folder: int, waiting: list[tuple[str, str]], token: str) -> None:
    """Give files their names, all or none. Raises CannotWrite and OSError."""
    places = {"src_dir_fd": folder, "dst_dir_fd": folder}
    former: dict[str, str] = {}
    done: list[str] = []
    try:
        for number, (_, final) in enumerate(waiting):
            if is_there(folder, final):
                former[final] = f"{WRITING}{token}-former-{number}"
                _keep(folder, final, former[final])
        try:
            for temporary, final in waiting:
                if final in former:
                    os.replace(temporary, final, **places)
                else:
                    take_name(folder, temporary, final)
                done.append(final)
        except OSError:
            for final in done:
                if final in former:
                    os.replace(former.pop(final), final, **places)
                else:
                    os.unlink(final, dir_fd=folder)
            raise
    finally:
        for kept in former.values():
            with suppress(OSError):
                os.unlink(kept, dir_fd=folder)


def _keep(folder: int, name: str, kept: str) -> None:
    """Keep a file, or a link, under a second name, to be put back.

    Raises CannotWrite for what is neither.
    """
    flags = os.O_RDONLY | os.O_NOFOLLOW | os.O_NONBLOCK | os.O_CLOEXEC
    about = os.stat(name, dir_fd=folder, follow_symlinks=False)
    if not stat.S_ISREG(about.st_mode) and not stat.S_ISLNK(about.st_mode):
        what = "a folder" if stat.S_ISDIR(about.st_mode) else "no plain file"
        raise CannotWrite(f"Nothing was written: {name} is {what} there, and can't be replaced.")
    try:
        os.link(name, kept, src_dir_fd=folder, dst_dir_fd=folder, follow_symlinks=False)
    except OSError:  # a disk that knows no links
        if stat.S_ISLNK(about.st_mode):
            os.symlink(os.readlink(name, dir_fd=folder), kept, dir_fd=folder)
            return
        with os.fdopen(os.open(name, flags, dir_fd=folder), "rb") as file:
            _write(folder, kept, file.read())


def clear_writing(folder: Path, token: str) -> None:
    """Take away what was left behind under a token where writing broke off."""
    with suppress(OSError):
        at = os.open(folder, _FOLDER)
        try:
            for name in os.listdir(at):
                if name.startswith(f"{WRITING}{token}-"):
                    os.unlink(name, dir_fd=at)
        finally:
            os.close(at)


def why(error: OSError) -> str:
    """Return why the system didn't do something, in words."""
    return {
        errno.ENOSPC: "the disk is full",
        errno.EDQUOT: "the disk quota is used up",
        errno.EACCES: "it may not be opened by this user",
        errno.EPERM: "it may not be opened by this user",
        errno.EROFS: "the disk is read-only",
        errno.ENOENT: "it is not there",
        errno.ENOTDIR: "it is not a folder",
        errno.ENAMETOOLONG: "its name is too long",
        errno.EEXIST: "something of its name came to stand there meanwhile",
    }.get(error.errno or 0, (error.strerror or str(error)).lower())


def _write(folder: int, name: str, content: bytes) -> None:
    flags = os.O_WRONLY | os.O_CREAT | os.O_EXCL | os.O_NOFOLLOW | os.O_CLOEXEC
    with os.fdopen(os.open(name, flags, 0o600, dir_fd=folder), "wb") as file:
        file.write(content)
        file.flush()
        os.fsync(file.fileno())
        os.fchmod(file.fileno(), 0o644)


def _require_there(root: Path, relative: str, folder: int) -> None:
    """Refuse a folder that was moved away while it was open, so that its path leads elsewhere."""
    here = os.fstat(folder)
    now = os.stat(inside(root, relative))
    if (now.st_dev, now.st_ino) != (here.st_dev, here.st_ino):
        raise _led_away(relative)


def _is_link(name: str, folder: int) -> bool:
    return stat.S_ISLNK(os.stat(name, dir_fd=folder, follow_symlinks=False).st_mode)


def _led_away(relative: str) -> OutsideVolume:
    return OutsideVolume(
        f"“{relative}” was put elsewhere while it was written to: look where it leads, and hand "
        "off again."
    )
