"""What lies in a folder: sequences, movies and stills, found by their names."""

import os
from collections.abc import Iterator
from dataclasses import dataclass
from pathlib import Path

import fileseq

from zero_slate.core.media import Media
from zero_slate.formats.media import movies, pictures
from zero_slate.formats.media.pictures import Progress, read_sequence


@dataclass(slots=True)
class Found:
    """A sequence, a movie or a still, not read yet. `files` are by frame number."""

    name: str
    folder: Path
    files: dict[int, Path]
    movie: bool = False
    padding: int = 0
    other_paddings: tuple[int, ...] = ()
    duplicates: tuple[int, ...] = ()

    def read(self, progress: Progress | None = None) -> Media:
        """Read the headers of all files. Raises UnreadablePicture or UnreadableMovie."""
        if self.movie:
            return movies.read_movie(next(iter(self.files.values())))
        return read_sequence(
            self.name,
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
        ending = os.path.splitext(name)[1].lower()
        if ending in movies.EXTENSIONS:
            found.append(Found(name, folder, {0: folder / name}, movie=True))
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
            yield Found(file, folder, {0: folder / file})
        else:
            alike.setdefault((sequence.basename(), sequence.extension()), []).append(sequence)
    for (base, ending), sequences in alike.items():
        yield _one(base, ending, sequences, folder, (base + "-", ending) in alike)


def _one(
    base: str, ending: str, sequences: list[fileseq.FileSequence], folder: Path, taken: bool
) -> Found:
    numbers = [n for sequence in sequences for n in sequence.frameSet()]
    # A dash before the digits is a separator, not a sign, unless there are numbers without it.
    dashed = all(n < 0 or sequences[0].zfill() == 0 for n in numbers) and not taken
    stem = base + "-" if dashed else base
    files: dict[int, Path] = {}
    duplicates = []
    by_size = sorted(sequences, key=lambda sequence: -len(sequence))
    for sequence in by_size:
        for number in sequence.frameSet():
            own = f"{base}{_digits(number, sequence.zfill())}{ending}"
            frame = -number if dashed else number
            if frame in files:
                duplicates.append(frame)
            else:
                files[frame] = folder / own
    paddings = [_padding(sequence, dashed) for sequence in by_size]
    padding = paddings[0]
    others = tuple(sorted({p for p in paddings[1:] if p != padding}))
    hashes = "#" * max(1, padding)
    return Found(
        f"{stem}{hashes}{ending}", folder, files, False, padding, others, tuple(sorted(duplicates))
    )


def _padding(sequence: fileseq.FileSequence, dashed: bool) -> int:
    return max(1, int(sequence.zfill()) - (1 if dashed else 0))


def _digits(number: int, width: int) -> str:
    return str(number).zfill(width)
