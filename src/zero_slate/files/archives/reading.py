"""Reading an archive that somebody handed over: nothing in it is trusted before it is checked."""

import hashlib
import os
import stat
import zipfile
import zlib
from collections.abc import Callable, Iterator
from contextlib import suppress
from pathlib import Path, PurePosixPath
from types import TracebackType
from typing import Self

from zero_slate.files.archives.manifest import (
    MANIFEST,
    ROWS,
    ArchiveManifest,
    NoArchive,
    read_manifest,
)
from zero_slate.files.archives.writing import CHUNK
from zero_slate.files.plain_files import no_plain_file

MOST_ENTRIES = 500_000
LONGEST_NAME = 1000
LARGEST_MANIFEST = 200 * 2**20
LARGEST_ROWS = 2**30
_BROKEN = (zipfile.BadZipFile, zlib.error, EOFError, NotImplementedError, RuntimeError, ValueError)
_METHODS = (zipfile.ZIP_STORED, zipfile.ZIP_DEFLATED)


class DamagedFile(NoArchive):
    """A file of an archive that isn't what its manifest says."""


class Archive:
    """An archive that is open to be read. Raises NoArchive where it is none."""

    def __init__(self, path: Path):
        self.path = path
        if (odd := no_plain_file(path)) is not None:
            raise NoArchive(f"{path.name} can't be opened: {odd}.")
        try:
            self._zip = zipfile.ZipFile(path)
        except (OSError, *_BROKEN) as error:
            raise NoArchive(
                f"{path.name} is not a ZIP file, or isn't whole ({_said(error)})."
            ) from error
        try:
            self._infos = self._checked_names()
            self.manifest: ArchiveManifest = read_manifest(self._whole(MANIFEST, LARGEST_MANIFEST))
            self._check_against_manifest()
        except BaseException:
            self._zip.close()
            raise

    def __enter__(self) -> Self:
        return self

    def __exit__(
        self, kind: type[BaseException] | None, error: BaseException | None, _: TracebackType | None
    ) -> None:
        self._zip.close()

    @property
    def besides(self) -> int:
        """How many files are in it that its manifest doesn't name: they are never read."""
        return len(self._infos) - len(self.manifest.files) - 1

    def rows(self) -> bytes:
        """Return its rows. Raises NoArchive."""
        if ROWS not in self.manifest.files:
            raise NoArchive(f"It has no {ROWS}.")
        if self.manifest.files[ROWS].bytes > LARGEST_ROWS:
            raise NoArchive(f"Its {ROWS} is over {LARGEST_ROWS:,} bytes.")
        return b"".join(self.chunks(ROWS))

    def chunks(self, name: str) -> Iterator[bytes]:
        """Yield a file's content; raises DamagedFile at its end where it isn't what it should."""
        mark, hashed, size = self.manifest.files[name], hashlib.sha256(), 0
        try:
            with self._zip.open(self._infos[name]) as file:
                # What unpacks to more than it says is never read on.
                while chunk := file.read(CHUNK):
                    size += len(chunk)
                    if size > mark.bytes:
                        break
                    hashed.update(chunk)
                    yield chunk
        except (OSError, *_BROKEN) as error:
            raise DamagedFile(f"{name} is damaged ({_said(error)}).") from error
        if size != mark.bytes:
            more = "more" if size > mark.bytes else "fewer"
            raise DamagedFile(f"{name} has {more} bytes than the {mark.bytes:,} it should.")
        if hashed.hexdigest() != mark.sha256:
            raise DamagedFile(f"{name} was changed: its SHA-256 isn't what the manifest says.")

    def verify(self, step: Callable[[int], None]) -> list[str]:
        """Read all of it; return what is damaged, in words. `step` is told bytes so far."""
        done, wrong = 0, []
        for name, mark in self.manifest.files.items():
            try:
                for chunk in self.chunks(name):
                    done += len(chunk)
                    step(done)
            except DamagedFile as error:
                wrong.append(str(error))
                done += mark.bytes
        return wrong

    def _checked_names(self) -> dict[str, zipfile.ZipInfo]:
        every = self._zip.infolist()
        if len(every) > MOST_ENTRIES:
            raise NoArchive(f"It holds {len(every):,} files; {MOST_ENTRIES:,} are taken.")
        found: dict[str, zipfile.ZipInfo] = {}
        for info in every:
            name = info.filename
            if (why := odd_name(name)) or (why := _odd_entry(info)):
                raise NoArchive(f"“{name[:80]}” in it {why}.")
            if name in found:
                raise NoArchive(f"“{name[:80]}” is in it twice.")
            found[name] = info
        return found

    def _whole(self, name: str, most: int) -> bytes:
        info = self._infos.get(name)
        if info is None:
            raise NoArchive(f"It has no {name}: it isn't an archive of Zero Slate.")
        try:
            with self._zip.open(info) as file:
                content = file.read(most + 1)
        except (OSError, *_BROKEN) as error:
            raise NoArchive(f"Its {name} is damaged ({_said(error)}).") from error
        if len(content) > most:
            raise NoArchive(f"Its {name} is over {most:,} bytes.")
        return content

    def _check_against_manifest(self) -> None:
        missing = [name for name in self.manifest.files if name not in self._infos]
        if missing:
            more = f" and {len(missing) - 1} more" if len(missing) > 1 else ""
            raise NoArchive(f"{missing[0][:80]}{more} should be in it and isn't.")


def require_sound(path: Path, step: Callable[[int], None]) -> None:
    """Read all of an archive that was written just now. Raises DamagedFile for what is damaged."""
    with Archive(path) as archive:
        if wrong := archive.verify(step):
            raise DamagedFile(f"Read again, it isn't what was written: {wrong[0]}")


def odd_name(name: str) -> str:
    """Return what is wrong with a name in an archive; empty where nothing is."""
    steps = name.split("/")
    if not name or len(name) > LONGEST_NAME:
        return "has a name that is too long"
    if name.startswith("/") or "\\" in name or "\0" in name or ":" in steps[0]:
        return "would lie outside of the folder that it is taken out to"
    if any(step in ("", ".", "..") for step in steps):
        return "would climb out of the folder that it is taken out to"
    return "has a name that doesn't show" if not name.isprintable() else ""


def _odd_entry(info: zipfile.ZipInfo) -> str:
    if stat.S_ISLNK(info.external_attr >> 16):
        return "is a link, which might lead anywhere"
    if info.flag_bits & 1:
        return "is encrypted"
    if info.compress_type not in _METHODS:
        return "is packed in a way that isn't taken"
    return ""


def _said(error: BaseException) -> str:
    return str(error)[:120].rstrip(".") or type(error).__name__


def put_out(archive: Archive, name: str, folder: int, final: str, token: str) -> bool:
    """Put a file of an archive into a folder that is open, under a name that nothing has yet.

    Returns False where the very same file stands there already. Raises FileExistsError where
    another does, DamagedFile where it isn't what the manifest says, and OSError.
    """
    mark = archive.manifest.files[name]
    if (there := _hash_there(folder, final)) is not None:
        if there == mark.sha256:
            return False
        raise FileExistsError
    temporary = f"{token}-{final}"[:200]
    flags = os.O_WRONLY | os.O_CREAT | os.O_EXCL | os.O_NOFOLLOW | os.O_CLOEXEC
    try:
        with os.fdopen(os.open(temporary, flags, 0o644, dir_fd=folder), "wb", 0) as file:
            for chunk in archive.chunks(name):
                file.write(chunk)
        _take_name(folder, temporary, final)
    finally:
        with suppress(OSError):
            os.unlink(temporary, dir_fd=folder)
    return True


def _take_name(folder: int, temporary: str, final: str) -> None:
    """Give a file its name; a link takes none that is taken, whoever was faster."""
    try:
        os.link(temporary, final, src_dir_fd=folder, dst_dir_fd=folder, follow_symlinks=False)
    except FileExistsError:
        raise
    except OSError:  # a disk that knows no links
        if _hash_there(folder, final) is not None:
            raise FileExistsError from None
        os.replace(temporary, final, src_dir_fd=folder, dst_dir_fd=folder)


def _hash_there(folder: int, name: str) -> str | None:
    """Return the hash of a file that stands in a folder; None where nothing does."""
    flags = os.O_RDONLY | os.O_NOFOLLOW | os.O_NONBLOCK | os.O_CLOEXEC
    try:
        at = os.open(name, flags, dir_fd=folder)
    except FileNotFoundError:
        return None
    except OSError:
        return ""
    with os.fdopen(at, "rb", buffering=0) as file:
        if not stat.S_ISREG(os.fstat(file.fileno()).st_mode):
            return ""
        return hashlib.file_digest(file, "sha256").hexdigest()


def in_volume(name: str) -> tuple[str, str, str]:
    """Return the volume, the folder and the file name of a file of media in an archive."""
    path = PurePosixPath(name)
    return path.parts[1], "/".join(path.parts[2:-1]), path.name
