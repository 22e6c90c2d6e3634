"""The folders of a production as a tree, each told as there, to be made, or in the way."""

from collections.abc import Callable, Iterable
from dataclasses import dataclass
from enum import StrEnum

from zero_slate.core.places.layout import FileKind


class FolderState(StrEnum):
    """What stands where a folder is to be."""

    THERE = "there"
    TO_MAKE = "to make"
    IN_THE_WAY = "in the way"
    UNKNOWN = "not known"


@dataclass(frozen=True, slots=True)
class TreeFolder:
    """A folder of the tree."""

    path: str
    """Its path below the layout's folder."""
    name: str
    """Its name."""
    depth: int
    """How many folders it lies in."""
    volume: str
    """The volume that it lies on."""
    state: str
    """`there`, `to make`, `in the way`, or `not known` where its volume is away."""
    kind: str
    """What lies in it, in words; empty for a folder of folders."""


def tree_of(
    folders: Iterable[tuple[str, str, FileKind | None]], state_of: Callable[[str, str], FolderState]
) -> tuple[TreeFolder, ...]:
    """Lay out folders, as volume, path and the kind of files they are for, in the tree's order.

    `state_of` tells what stands at a path of a volume.
    """
    found = sorted(folders, key=lambda each: (each[0], each[1].casefold().split("/")))
    return tuple(
        TreeFolder(
            path,
            path.rpartition("/")[2],
            path.count("/"),
            volume,
            str(state_of(volume, path)),
            kind.label if kind else "",
        )
        for volume, path, kind in found
    )
