"""What lies in a folder: sequences, movies and stills, found by their names."""

import os
from collections.abc import Collection, Iterator, Sequence
from dataclasses import dataclass, replace
from hashlib import blake2b
from pathlib import Path

import fileseq

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.media.header import Media, MediaKind
from zero_slate.files.failures import FAILURES, damaged
from zero_slate.files.media import movies, pictures, sounds
from zero_slate.files.media.movies import UnreadableMovie
from zero_slate.files.media.names import (
    are_tiles,
    ends_in_code,
    frames_elsewhere,
    is_numbered,
    numbered_alone,
    shown_name,
)
from zero_slate.files.media.pictures import Progress, UnreadablePicture, read_sequence

# How much of a file is read to tell it from another, in bytes, and from how many places of it.
PIECE = 4096
FEW_PIECES, MANY_PIECES = 3, 33


@dataclass(slots=True)
class Found:
    """A sequence, movie, still or sound, not read yet. `files` are their names by frame number."""

    name: str
    folder: Path
    files: dict[int, str]
    movie: bool = False
    padding: int = 0
    other_paddings: tuple[int, ...] = ()
    duplicates: tuple[int, ...] = ()
    tiles: bool = False
    sound: bool = False

    def times(self) -> dict[int, float]:
        """Return when each file was written, in seconds since 1970, by its number."""
        root, found = str(self.folder), {}
        for number, name in self.files.items():
            try:
                found[number] = os.stat(f"{root}/{name}").st_mtime
            except OSError:
                continue
        return found

    def digest(self) -> str:
        """Return a short digest of size and time of every file; empty where one is gone.

        It tells that they were not changed.
        """
        return self._asked()[0]

    def contents(self) -> str:
        """Return a digest of every file's size and of parts of its bytes, whenever it was written.

        It is empty where one can't be read. Copied or restored files have the same.
        """
        whole = blake2b(digest_size=8)
        pieces = FEW_PIECES if len(self.files) > 1 else MANY_PIECES
        try:
            for name in self.files.values():
                with open(f"{self.folder}/{name}", "rb") as file:
                    size = os.fstat(file.fileno()).st_size
                    whole.update(f"{size};".encode())
                    last = max(0, size - PIECE)
                    for piece in range(pieces):
                        file.seek(last * piece // (pieces - 1))
                        whole.update(file.read(PIECE))
        except OSError:
            return ""
        return f"{len(self.files)}-{whole.hexdigest()}"

    def _asked(self) -> tuple[str, dict[str, int]]:
        """Return the digest, and what the system says of each file, by its name."""
        root, said = str(self.folder), []
        modes: dict[str, int] = {}
        gone = False
        for name in self.files.values():
            try:
                stat = os.stat(f"{root}/{name}")
            except OSError:
                gone = True
                continue
            modes[name] = stat.st_mode
            said.append(f"{stat.st_size},{stat.st_mtime_ns};")
        whole = blake2b("".join(said).encode(), digest_size=8).hexdigest()
        return "" if gone else f"{len(self.files)}-{whole}", modes

    def read(self, progress: Progress | None = None) -> Media:
        """Read the headers of all files. Raises UnreadablePicture or UnreadableMovie."""
        if self.sound:
            raise UnreadablePicture("it is a sound, and has no picture")
        try:
            stamp, modes = self._asked()
            return replace(self._read(progress, modes), stamp=stamp, contents=self.contents())
        except Refusal:
            raise
        except FAILURES as error:
            kind = UnreadableMovie if self.movie else UnreadablePicture
            raise kind(damaged(error)) from error

    def _read(self, progress: Progress | None, modes: dict[str, int]) -> Media:
        if self.movie:
            (file,) = self.files.values()
            return replace(movies.read_movie(self.folder / file), name=self.name)
        media = read_sequence(
            self.name,
            self.folder,
            self.files,
            padding=self.padding,
            other_paddings=self.other_paddings,
            duplicates=self.duplicates,
            progress=progress,
            modes=modes,
        )
        if self.tiles:
            return replace(media, kind=MediaKind.STILL, tiled=True)
        return media


def read_found(found: Found) -> Media:
    """Read the headers of all files: a function that can be sent elsewhere. Raises as `read`."""
    return found.read()


def find(names: list[str], folder: Path, codes: Collection[str] = ()) -> list[Found]:
    """Gather file names of one folder into sequences, movies and stills, in order of name.

    `codes` are those of shots, in lower case: a number that is part of one is no frame's.
    """
    found: list[Found] = []
    stills = []
    single = []
    for name in names:
        ending = "." + name.rpartition(".")[2].lower()
        if ending in sounds.EXTENSIONS:
            found.append(Found(shown_name(name), folder, {0: name}, sound=True))
        elif ending in movies.EXTENSIONS:
            found.append(Found(shown_name(name), folder, {0: name}, movie=True))
        elif ending not in pictures.EXTENSIONS:
            continue
        elif is_numbered(stem := name.rpartition(".")[0]) and not ends_in_code(stem, codes):
            stills.append(name)
        else:
            single.append(name)
    for each in _sequences(stills, folder):
        if len(each.files) > 1 or each.padding:
            found.append(each)
        else:
            single += each.files.values()
    found.extend(_singles(single, folder))
    return sorted(found, key=lambda each: each.name)


def _singles(names: Sequence[str], folder: Path) -> Iterator[Found]:
    """Gather what no number at its end continues: by frames elsewhere in its name, or alone."""
    taken: set[str] = set()
    for (before, after), files in frames_elsewhere(names).items():
        taken.update(files.values())
        widths = {len(name) - len(before) - len(after) for name in files.values()}
        padding = max(widths)
        name = shown_name(f"{before}{'#' * padding}{after}")
        others = tuple(sorted(widths - {padding}))
        yield Found(name, folder, files, padding=padding, other_paddings=others)
    for name in names:
        if name not in taken:
            yield Found(shown_name(name), folder, {0: name})


def _sequences(names: list[str], folder: Path) -> Iterator[Found]:
    """Gather numbered files; those that differ only in their padding belong together."""
    alike: dict[tuple[str, str], list[fileseq.FileSequence]] = {}
    for sequence in fileseq.findSequencesInList(names):
        if sequence.frameSet() is None:
            file = sequence.basename() + sequence.extension()
            yield Found(file, folder, {0: file})
        else:
            alike.setdefault((sequence.basename(), sequence.extension()), []).append(sequence)
    for (base, ending), sequences in alike.items():
        yield _one(base, ending, sequences, folder, (base + "-", ending) in alike)


def _one(
    base: str, ending: str, sequences: list[fileseq.FileSequence], folder: Path, taken: bool
) -> Found:
    fullest_first = sorted(sequences, key=len, reverse=True)
    # A dash before the digits is a separator, not a sign, unless there are numbers without it.
    dashed = not taken and all(max(sequence.frameSet()) < 0 for sequence in sequences)
    sign = -1 if dashed else 1
    files: dict[int, str] = {}
    duplicates = []
    for sequence in fullest_first:
        width = sequence.zfill()
        for number in sequence.frameSet():
            frame = sign * number
            if frame in files:
                duplicates.append(frame)
            else:
                files[frame] = f"{base}{str(number).zfill(width)}{ending}"
    padding, *others = (max(1, int(s.zfill()) - dashed) for s in fullest_first)
    base += "-" if dashed else ""
    if len(files) == 1 and not numbered_alone(base, padding):
        (file,) = files.values()
        return Found(shown_name(file), folder, {0: file})
    return Found(
        shown_name(f"{base}{'#' * padding}{ending}"),
        folder,
        files,
        False,
        padding,
        tuple(sorted({other for other in others if other != padding})),
        tuple(sorted(duplicates)),
        are_tiles(base, files),
    )
