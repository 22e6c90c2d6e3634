"""Writing an archive: beside its name until it is whole, and going on where it was broken off.

What is written so far lies in `NAME.part`, and in `NAME.part.log` a line for each file that is in
it whole: an archive that was stopped, or whose writer was killed, goes on after the last of them.
"""

import hashlib
import json
import os
import time
import zipfile
from collections.abc import Callable, Iterator, Mapping, Sequence
from contextlib import nullcontext, suppress
from dataclasses import asdict, dataclass
from functools import partial
from pathlib import Path

from zero_slate.core.base.refusal import Refusal
from zero_slate.files.archives.broken_off import PART, BrokenOff, NotOurs, begun, folder_of
from zero_slate.files.archives.manifest import MANIFEST, ArchiveManifest, FileMark

CHUNK = 2**20
Step = Callable[[int], None]


class CannotArchive(Refusal):
    """An archive that couldn't be written: why, and what is left."""


@dataclass(frozen=True, slots=True)
class Entry:
    """A file that goes into an archive: its name there, and its content or where it lies."""

    name: str
    content: bytes | Path

    @property
    def bytes(self) -> int:
        """How many bytes it has. Raises OSError."""
        if isinstance(self.content, bytes):
            return len(self.content)
        return self.content.stat().st_size


@dataclass(frozen=True, slots=True)
class _Line:
    """A file that is in the archive whole."""

    name: str
    stamp: str
    offset: int
    end: int
    bytes: int
    packed: int
    crc: int
    sha256: str
    method: int


def write_archive(
    target: Path,
    entries: Sequence[Entry],
    manifest: Callable[[dict[str, FileMark]], ArchiveManifest],
    step: Step,
    check: Callable[[Path], None],
    folder: int | None = None,
) -> None:
    """Write an archive, which takes its name when it is whole; `step` is told bytes so far.

    Before it does, `check` looks at what was written. `folder` is a descriptor of the folder that
    it lies in, where that is open already. Raises CannotArchive, and what `step` and `check` raise:
    then what is written so far stays, to go on from.
    """
    if os.path.lexists(target):
        raise CannotArchive(f"{target.name} stands there already: nothing is overwritten.")
    try:
        with (
            folder_of(target) if folder is None else nullcontext(folder) as at,
            begun(at, target.name) as so_far,
        ):
            known = _known(so_far, entries)
            file, end = so_far.part, known[-1].end if known else 0
            file.truncate(end)
            file.seek(end)
            with zipfile.ZipFile(file, "w", allowZip64=True) as archive:
                for line in known:
                    info = _info(line)
                    archive.filelist.append(info)
                    archive.NameToInfo[info.filename] = info
                marks = {
                    line.name: FileMark(bytes=line.bytes, sha256=line.sha256) for line in known
                }
                done = sum(line.bytes for line in known)
                for entry in entries[len(known) :]:
                    line = _add(archive, entry, partial(_told, step, done))
                    marks[line.name] = FileMark(bytes=line.bytes, sha256=line.sha256)
                    so_far.add(json.dumps(asdict(line)))
                    done += line.bytes
                written = manifest(marks).write()
                archive.writestr(_named(MANIFEST, zipfile.ZIP_DEFLATED), written)
            file.flush()
            os.fsync(file.fileno())
            check(target.with_name(target.name + PART))
            so_far.take_name()
    except NotOurs as refusal:
        raise CannotArchive(str(refusal)) from refusal
    except OSError as error:
        said = (error.strerror or str(error)).lower()
        raise CannotArchive(
            f"The archive couldn't be written whole: {said}. What is written so far stays beside "
            "it, to go on from."
        ) from error


def _known(so_far: BrokenOff, entries: Sequence[Entry]) -> list[_Line]:
    """Return the files that are in an archive whole and haven't changed since.

    What was written after the first that has doesn't count.
    """
    found: list[_Line] = []
    with suppress(OSError, ValueError, TypeError, KeyError):
        size = os.fstat(so_far.part.fileno()).st_size
        for text, entry in zip(so_far.lines(), entries, strict=False):
            line = _Line(**json.loads(text))
            if line.name != entry.name or line.stamp != _stamp(entry) or line.end > size:
                break
            found.append(line)
    so_far.restart([json.dumps(asdict(line)) for line in found])
    return found


def _stamp(entry: Entry) -> str:
    if isinstance(entry.content, bytes):
        return hashlib.sha256(entry.content).hexdigest()
    about = entry.content.stat()
    return f"{about.st_size} {about.st_mtime_ns}"


def _told(step: Step, so_far: int, more: int) -> None:
    step(so_far + more)


def _add(archive: zipfile.ZipFile, entry: Entry, step: Step) -> _Line:
    stamp, hashed, done = _stamp(entry), hashlib.sha256(), 0
    packed = isinstance(entry.content, bytes)
    info = _named(entry.name, zipfile.ZIP_DEFLATED if packed else zipfile.ZIP_STORED)
    info.file_size = entry.bytes
    with archive.open(info, "w", force_zip64=entry.bytes >= 2**31) as into:
        for chunk in _chunks(entry.content):
            into.write(chunk)
            hashed.update(chunk)
            done += len(chunk)
            step(done)
    if not isinstance(entry.content, bytes) and _stamp(entry) != stamp:
        raise CannotArchive(f"{entry.content.name} was changed while it was read: begin again.")
    end = archive.fp.tell() if archive.fp else 0
    return _Line(
        info.filename,
        stamp,
        info.header_offset,
        end,
        done,
        info.compress_size,
        info.CRC,
        hashed.hexdigest(),
        info.compress_type,
    )


def _chunks(content: bytes | Path) -> Iterator[bytes]:
    if isinstance(content, bytes):
        for at in range(0, len(content), CHUNK):
            yield content[at : at + CHUNK]
        return
    flags = os.O_RDONLY | os.O_NONBLOCK | os.O_CLOEXEC
    with os.fdopen(os.open(content, flags), "rb", buffering=0) as file:
        while chunk := file.read(CHUNK):
            yield chunk


def _named(name: str, method: int) -> zipfile.ZipInfo:
    info = zipfile.ZipInfo(name, time.gmtime()[:6])
    info.compress_type = method
    info.external_attr = 0o644 << 16
    return info


def _info(line: _Line) -> zipfile.ZipInfo:
    """Return what the directory of an archive says of a file that is in it already."""
    info = _named(line.name, line.method)
    info.header_offset, info.CRC = line.offset, line.crc
    info.compress_size, info.file_size = line.packed, line.bytes
    return info


def total_bytes(entries: Sequence[Entry] | Mapping[str, FileMark]) -> int:
    """Return how many bytes all files have. Raises OSError."""
    every = entries.values() if isinstance(entries, Mapping) else entries
    return sum(each.bytes for each in every)
