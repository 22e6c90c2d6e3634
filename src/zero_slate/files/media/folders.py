"""What lies in a folder: sequences, movies and stills, found by their names."""

import os
from collections.abc import Iterator
from dataclasses import dataclass
from pathlib import Path

import fileseq

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.media.header import Media
from zero_slate.files.failures import FAILURES, damaged
from zero_slate.files.media import movies, pictures
from zero_slate.files.media.movies import UnreadableMovie
from zero_slate.files.media.pictures import Progress, UnreadablePicture, read_sequence


@dataclass(slots=True)
class Found:
    """A sequence, a movie or a still, not read yet. `files` are their names by frame number."""

    name: str
    folder: Path
    files: dict[int, str]
    movie: bool = False
    padding: int = 0
    other_paddings: tuple[int, ...] = ()
    duplicates: tuple[int, ...] = ()

    def stamp(self) -> tuple[tuple[int, int], ...]:
        """Return size and time of every file: what tells that they were not changed."""
        stats = (os.stat(self.folder / name) for name in self.files.values())
        return tuple((stat.st_size, stat.st_mtime_ns) for stat in stats)

    def read(self, progress: Progress | None = None) -> Media:
        """Read the headers of all files. Raises UnreadablePicture or UnreadableMovie."""
        try:
            return self._read(progress)
        except Refusal:
            raise
        except FAILURES as error:
            kind = UnreadableMovie if self.movie else UnreadablePicture
            raise kind(damaged(error)) from error

    def _read(self, progress: Progress | None) -> Media:
        if self.movie:
            return movies.read_movie(self.folder / self.name)
        return read_sequence(
            self.name,
            self.folder,
            self.files,
            padding=self.padding,
            other_paddings=self.other_paddings,
            duplicates=self.duplicates,
            progress=progress,
        )


def find(names: list[str], folder: Path) -> list[Found]:
    """Gather file names of one folder into sequences, movies and stills, in order of name."""
    found: list[Found] = []
    stills = []
    for name in names:
        ending = "." + name.rpartition(".")[2].lower()
        if ending in movies.EXTENSIONS:
            found.append(Found(name, folder, {0: name}, movie=True))
        elif ending in pictures.EXTENSIONS:
            stills.append(name)
    found.extend(_sequences(stills, folder))
    return sorted(found, key=lambda each: each.name)


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
    return Found(
        f"{base}{'-' if dashed else ''}{'#' * padding}{ending}",
        folder,
        files,
        False,
        padding,
        tuple(sorted({other for other in others if other != padding})),
        tuple(sorted(duplicates)),
    )
