"""Where a production's files go: a rule for the path of each kind, and folders besides."""

from collections.abc import Iterator, Mapping
from dataclasses import dataclass, replace
from enum import StrEnum
from itertools import takewhile
from typing import ClassVar

from pydantic import ConfigDict

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.base.safe_names import LONGEST_NAME, is_reserved, made_safe
from zero_slate.core.base.serialization import STRICT
from zero_slate.core.media.storage import Storage, StoredAs
from zero_slate.core.places.path_rule import PathRule, Step
from zero_slate.core.places.pieces import (
    Piece,
    frame_name,
    plain,
    require_plain,
    sequence_of,
    version_name,
)

_LATER = frozenset((Piece.VERSION, Piece.ARTIST, Piece.ELEMENT, Piece.FRAME))
MOST_DISCIPLINES = 24
MOST_FOLDERS = 60


class FileKind(StrEnum):
    """A kind of file that a shot has."""

    SETUP = "setup"
    PLATE = "plate"
    ARTWORK = "artwork"
    RENDER = "render"
    COMP = "comp"
    LIGHT = "light"
    DATA = "data"
    SHEET = "sheet"
    HANDOFF = "handoff"

    @property
    def label(self) -> str:
        """What it is called."""
        return {
            "setup": "Setup",
            "plate": "Plate copies",
            "artwork": "Artwork",
            "render": "Renders",
            "comp": "Comps",
            "light": "Light copies",
            "data": "Data",
            "sheet": "Sheets",
            "handoff": "Hand off",
        }[self]

    @property
    def ending(self) -> str:
        """The ending that its files usually have."""
        return {
            "setup": "json",
            "artwork": "png",
            "light": "jpg",
            "data": "csv",
            "sheet": "pdf",
            "handoff": "zip",
        }.get(self, "exr")

    @property
    def is_stored(self) -> bool:
        """Whether its files are stored as the setup says."""
        return self in (FileKind.RENDER, FileKind.COMP)

    @property
    def is_frames(self) -> bool:
        """Whether there is a file for each frame."""
        return self in (FileKind.PLATE, FileKind.ARTWORK, FileKind.RENDER, FileKind.COMP,
                        FileKind.LIGHT)  # fmt: skip


@dataclass(frozen=True, slots=True)
class FilesLayout:
    """Where files go: the volume and the folder that they lie below, a path for each kind.

    `elsewhere` names the volume of kinds that lie on another one. `folders` are made besides those
    that the paths need. `disciplines` are what is done in the production.
    """

    name: str
    paths: Mapping[FileKind, PathRule]
    folders: tuple[PathRule, ...] = ()
    disciplines: tuple[str, ...] = ("anim", "comp")
    volume: str = ""
    folder: str = ""
    elsewhere: Mapping[FileKind, str] | None = None

    __pydantic_config__: ClassVar[ConfigDict] = STRICT

    def __post_init__(self) -> None:
        if not self.name.strip() or len(self.name) > 60:
            raise Refusal("A layout's name takes 1 to 60 characters.", part="name")
        missing = [each.label for each in FileKind if each not in self.paths]
        if missing:
            raise Refusal(f"There is no path for {missing[0]}.", part="paths")
        for kind, rule in self.paths.items():
            _require_path(kind, rule)
        self._require_folders()
        if not 0 < len(self.disciplines) <= MOST_DISCIPLINES:
            raise Refusal(
                f"There are {len(self.disciplines)} disciplines; a production has 1 to "
                f"{MOST_DISCIPLINES}.",
                part="disciplines",
            )
        for each in self.disciplines:
            require_plain(each, "a discipline")
            if is_reserved(each):
                raise Refusal(
                    f"{each} is a device on some systems, and no discipline.",
                    nearest=f"{each}1",
                    part="disciplines",
                )
        if len({each.casefold() for each in self.disciplines}) < len(self.disciplines):
            raise Refusal("A discipline appears twice.", part="disciplines")

    def _require_folders(self) -> None:
        if len(self.folders) > MOST_FOLDERS:
            raise Refusal(
                f"There are {len(self.folders)} folders besides; it takes {MOST_FOLDERS}.",
                part="folders",
            )
        seen: set[str] = set()
        for rule in self.folders:
            if rule.pieces & {Piece.FRAME, Piece.VERSION, Piece.ENDING, Piece.ARTIST}:
                raise Refusal(
                    f"{rule} can't be made beforehand: a folder takes no frame, version, artist or "
                    "ending.",
                    part="folders",
                )
            if str(rule).casefold() in seen:
                raise Refusal(f"The folder {rule} appears twice: take one away.", part="folders")
            seen.add(str(rule).casefold())

    def volume_of(self, kind: FileKind) -> str:
        """Return the volume that a kind of file lies on; empty where none is chosen."""
        return (self.elsewhere or {}).get(kind, "") or self.volume

    def below(self, path: str) -> str:
        """Return a path below the layout's folder as one below its volume."""
        return f"{self.folder.strip('/')}/{path}" if self.folder.strip("/") else path

    @property
    def template(self) -> "FilesLayout":
        """The same for another production: without where it lies."""
        return replace(self, volume="", folder="", elsewhere=None)


def _with_frame(rule: PathRule) -> str:
    """Return a rule with the frame before its ending."""
    text = str(rule)
    if rule.steps[-1][-1] is Piece.ENDING:
        return text[: -len("<ending>")] + "<frame>.<ending>"
    return f"{text}.<frame>.<ending>"


def _require_path(kind: FileKind, rule: PathRule) -> None:
    part = f"paths.{kind}"
    last = rule.steps[-1]
    if kind.is_frames and Piece.FRAME not in last:
        raise Refusal(
            f"{kind.label}: all frames would be one file, since <frame> isn't in its name.",
            nearest=_with_frame(rule),
            part=part,
        )
    if not kind.is_frames and Piece.FRAME in last:
        raise Refusal(f"{kind.label} is one file and has no <frame>.", part=part)
    end = last[-1]
    if end is not Piece.ENDING and not (type(end) is str and "." in end):
        raise Refusal(
            f"{kind.label}: put .<ending> at the end of its name.",
            nearest=f"{rule}.<ending>",
            part=part,
        )


@dataclass(frozen=True, slots=True)
class Named:
    """What the paths of a shot are built from."""

    production: str
    code: str
    artist: str = "artist"
    element: str = "plate"
    discipline: str = ""
    version: int = 1
    frame: int = 1001
    stored: Storage = StoredAs().storage

    def values(self, kind: FileKind) -> dict[Piece, str]:
        """Return the value of each piece for a kind of file."""
        return {
            Piece.PRODUCTION: made_safe(self.production).safe,
            Piece.SEQUENCE: sequence_of(self.code),
            Piece.SHOT: self.code,
            Piece.DISCIPLINE: self.discipline,
            Piece.ARTIST: plain(self.artist) or "artist",
            Piece.ELEMENT: plain(self.element) or "plate",
            Piece.VERSION: version_name(self.version),
            Piece.FRAME: frame_name(self.frame),
            Piece.ENDING: self.stored.ending if kind.is_stored else kind.ending,
        }


def usual_discipline(layout: FilesLayout, kind: FileKind) -> str:
    """Return the discipline that a kind of file is shown for: its own name, or else the first."""
    own = next((each for each in layout.disciplines if each.casefold() == kind.value), None)
    return own or layout.disciplines[0]


def path_of(layout: FilesLayout, kind: FileKind, named: Named) -> str:
    """Return the path of a file of a kind, below the layout's folder."""
    if not named.discipline:
        named = replace(named, discipline=usual_discipline(layout, kind))
    return rule_of(layout, kind, named.stored).build(named.values(kind))


def rule_of(layout: FilesLayout, kind: FileKind, stored: Storage) -> PathRule:
    """Return the rule of a kind's path, as frames that are stored so go by it."""
    rule = layout.paths[kind]
    return rule.without_frame if kind.is_stored and stored.movie else rule


class FolderPlan:
    """The folders that a layout needs and that can be made beforehand, worked out once.

    Those that are made with a version, by an artist or for an element aren't among them.
    """

    def __init__(self, layout: FilesLayout):
        self.layout = layout
        self._cuts = tuple(self._all_cuts())

    def _all_cuts(self) -> Iterator[tuple[PathRule, FileKind | None, str]]:
        """Yield each folder's rule, the kind whose files lie in it, and its volume."""
        layout = self.layout
        rules: list[tuple[PathRule, FileKind | None]] = [
            (PathRule(rule.folders), kind) for kind, rule in layout.paths.items() if rule.folders
        ]
        rules += [(rule, None) for rule in layout.folders]
        for rule, kind in rules:
            steps = tuple(takewhile(_is_known, rule.steps))
            volume = layout.volume_of(kind) if kind else layout.volume
            for count in range(1, len(steps) + 1):
                cut = PathRule(steps[:count])
                yield cut, kind if count == len(steps) else None, volume

    def of(self, named: Named) -> Iterator[tuple[str, str, FileKind | None]]:
        """Yield the folders of a shot: volume, path, and the kind whose files lie in it, if any do.

        Folders above come before those in them; one that several kinds need comes several times.
        """
        values = named.values(FileKind.SETUP)
        for cut, kind, volume in self._cuts:
            if Piece.DISCIPLINE not in cut.pieces:
                yield volume, cut.build(values), kind
                continue
            for discipline in self.layout.disciplines:
                values[Piece.DISCIPLINE] = discipline
                yield volume, cut.build(values), kind


def _is_known(step: Step) -> bool:
    """Return whether a step of a path can be built before any work is done."""
    return not _LATER.intersection(part for part in step if isinstance(part, Piece))


def unusual(path: str) -> str:
    """Say what a common system refuses of a path that was built; empty where nothing is."""
    for name in path.split("/"):
        if is_reserved(name):
            return f"{name} is a device on some systems, and no file or folder."
        if len(name.encode()) > LONGEST_NAME:
            return f"{name[:40]}… has {len(name.encode())} bytes; the common systems take 255."
    return ""
