"""Clashes: two kinds, or two shots, that would write one file or one folder."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from zero_slate.core.places.layout import FilesLayout, usual_discipline
from zero_slate.core.places.pieces import Piece, sequence_of


@dataclass(frozen=True, slots=True)
class Clash:
    """Two things that would be one on disk."""

    path: str
    """The path that both have, below the layout's folder."""
    one: str
    """What the first is."""
    other: str
    """What the second is."""
    words: str
    """What it comes to, in a sentence."""


def clashes(layout: FilesLayout, production: str, codes: Sequence[str]) -> Iterator[Clash]:
    """Yield what would be written twice, over all kinds, disciplines and shots.

    Letters' case doesn't tell names apart: on two of the common systems it doesn't.
    """
    files: dict[str, tuple[str, str]] = {}
    folders: dict[str, tuple[str, str]] = {}
    told: set[str] = set()
    for code in codes:
        for what, path in _paths(layout, production, code):
            key = path.casefold()
            former = files.setdefault(key, (what, path))
            if former[0] != what and key not in told:
                told.add(key)
                yield Clash(path, former[0], what, f"{former[0]} and {what} would be one file.")
            folder = path.rpartition("/")[0]
            while folder:
                known = folders.setdefault(folder.casefold(), (what, folder))
                if known == (what, folder):
                    pass
                elif known[1] == folder:
                    break  # as are all above it
                elif folder.casefold() not in told:
                    told.add(folder.casefold())
                    yield Clash(
                        folder,
                        known[0],
                        what,
                        f"{known[1]} and {folder} are one folder where capitals aren't told apart.",
                    )
                folder = folder.rpartition("/")[0]
    for key, (what, path) in files.items():
        if key in folders:
            other = folders[key][0]
            yield Clash(path, what, other, f"{what} would lie where {other} needs a folder.")


def _paths(layout: FilesLayout, production: str, code: str) -> Iterator[tuple[str, str]]:
    """Yield each kind of file of a shot, in words, with its path on its volume."""
    for kind, rule in layout.paths.items():
        volume = layout.volume_of(kind)
        values = {
            Piece.PRODUCTION: production,
            Piece.SEQUENCE: sequence_of(code),
            Piece.SHOT: code,
            Piece.ARTIST: "artist",
            Piece.ELEMENT: "plate",
            Piece.VERSION: "v001",
            Piece.FRAME: "1001",
            # Endings may come to be the same by what files are stored as.
            Piece.ENDING: "exr" if kind.is_frames else kind.ending,
        }
        by_discipline = Piece.DISCIPLINE in rule.pieces
        for each in layout.disciplines if by_discipline else (usual_discipline(layout, kind),):
            values[Piece.DISCIPLINE] = each
            of = f" of {each}" if by_discipline else ""
            path = rule.build(values)
            yield f"{kind.label}{of}, {code}", f"{volume}:{path}" if volume else path
