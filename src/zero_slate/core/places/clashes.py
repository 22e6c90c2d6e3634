"""Clashes: two kinds, or two shots, that would write one file or one folder."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from functools import lru_cache

from zero_slate.core.places.layout import FileKind, FilesLayout, Named, usual_discipline
from zero_slate.core.places.path_rule import PathRule
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


@dataclass(frozen=True, slots=True)
class _Built:
    """All that one kind of file makes: its files and folders by their paths without capitals."""

    files: dict[str, tuple[str, str]]
    """What each is, in words, and its path."""
    folders: dict[str, tuple[str, str]]
    """What needs each, in words, and its path."""
    spelled: frozenset[str]
    """The folders' paths as they are written."""
    own: tuple[Clash, ...]
    """What of it would be written twice."""


def clashes(layout: FilesLayout, production: str, codes: Sequence[str]) -> Iterator[Clash]:
    """Yield what would be written twice, over all kinds, disciplines and shots.

    Letters' case doesn't tell names apart: on two of the common systems it doesn't. What kinds
    make whose rules stay as they were isn't built again.
    """
    shots = tuple(codes)
    every = [
        _built(
            kind,
            rule,
            layout.volume_of(kind),
            layout.disciplines
            if Piece.DISCIPLINE in rule.pieces
            else (usual_discipline(layout, kind),),
            production,
            shots,
        )
        for kind, rule in layout.paths.items()
    ]
    for each in every:
        yield from each.own
    for number, one in enumerate(every):
        for other in every[number + 1 :]:
            for key in sorted(one.files.keys() & other.files.keys()):
                yield _same_file(one.files[key], other.files[key])
    yield from _folders(every)


def _folders(every: Sequence[_Built]) -> Iterator[Clash]:
    """Yield folders that only capitals tell apart, and files where another needs a folder."""
    keys: set[str] = set().union(*(each.folders for each in every))
    spelled: set[str] = set().union(*(each.spelled for each in every))
    # Only where there is something to tell are they looked at one by one.
    alike = len(keys) == len(spelled)
    if alike and all(keys.isdisjoint(each.files) for each in every):
        return
    folders: dict[str, tuple[str, str]] = {}
    told: set[str] = set()
    for each in every:
        for key, needed in each.folders.items():
            known = folders.setdefault(key, needed)
            if known[1] != needed[1] and key not in told:
                told.add(key)
                yield _same_folder(known, needed)
    for each in every:
        for key in sorted(each.files.keys() & keys):
            what, path = each.files[key]
            needs = folders[key][0]
            yield Clash(path, what, needs, f"{what} would lie where {needs} needs a folder.")


@lru_cache(maxsize=64)
def _built(
    kind: FileKind,
    rule: PathRule,
    volume: str,
    disciplines: tuple[str, ...],
    production: str,
    codes: tuple[str, ...],
) -> _Built:
    """Build the files and folders of a kind for all shots."""
    files: dict[str, tuple[str, str]] = {}
    folders: dict[str, tuple[str, str]] = {}
    own: list[Clash] = []
    by_discipline = Piece.DISCIPLINE in rule.pieces
    values = Named(production, "").values(kind)
    if kind.is_frames:
        # Endings may come to be the same by what files are stored as.
        values[Piece.ENDING] = "exr"
    for code in codes:
        values[Piece.SHOT], values[Piece.SEQUENCE] = code, sequence_of(code)
        for discipline in disciplines:
            values[Piece.DISCIPLINE] = discipline
            of = f" of {discipline}" if by_discipline else ""
            what = f"{kind.label}{of}, {code}"
            path = rule.build(values)
            path = f"{volume}:{path}" if volume else path
            former = files.setdefault(path.casefold(), (what, path))
            if former[0] != what:
                own.append(_same_file(former, (what, path)))
            folder = path.rpartition("/")[0]
            while folder:
                known = folders.setdefault(folder.casefold(), (what, folder))
                if known[1] != folder:
                    own.append(_same_folder(known, (what, folder)))
                elif known[0] != what:
                    break  # as are all above it
                folder = folder.rpartition("/")[0]
    spelled = frozenset(path for _, path in folders.values())
    return _Built(files, folders, spelled, tuple(own))


def _same_file(one: tuple[str, str], other: tuple[str, str]) -> Clash:
    return Clash(other[1], one[0], other[0], f"{one[0]} and {other[0]} would be one file.")


def _same_folder(one: tuple[str, str], other: tuple[str, str]) -> Clash:
    words = f"{one[1]} and {other[1]} are one folder where capitals aren't told apart."
    return Clash(other[1], one[0], other[0], words)
