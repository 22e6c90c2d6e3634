"""Versions on disk: what a path's rule finds there, taken apart into its pieces."""

import os
import stat
from collections.abc import Iterator, Mapping
from contextlib import suppress
from itertools import islice
from pathlib import Path

from zero_slate.core.places.path_rule import PathRule
from zero_slate.core.places.pieces import Piece

# A folder of more entries than this holds frames, and no versions.
MOST_ENTRIES = 100_000
MOST_FOUND = 10_000


def versions_on_disk(
    root: Path, rule: PathRule, known: Mapping[Piece, str]
) -> Iterator[dict[Piece, str]]:
    """Yield the pieces of each version below a folder that fits what is known of it.

    The rule is followed as far as the step that holds the version. What can't be listed holds none.
    """
    at = next((n for n, step in enumerate(rule.steps) if Piece.VERSION in step), None)
    if at is not None:
        known = {piece: value for piece, value in known.items() if piece is not Piece.VERSION}
        yield from islice(_found(root, rule, known, "", 0, at), MOST_FOUND)


def _found(
    root: Path, rule: PathRule, known: Mapping[Piece, str], path: str, step: int, last: int
) -> Iterator[dict[Piece, str]]:
    so_far = PathRule(rule.steps[: step + 1])
    if step < last and so_far.pieces <= known.keys():
        yield from _found(root, rule, known, so_far.build(known), step + 1, last)
        return
    for name in _names(root / path):
        here = f"{path}/{name}" if path else name
        read = so_far.read(here)
        if read is None or any(known.get(piece, value) != value for piece, value in read.items()):
            continue
        if step == last:
            yield read
        else:
            yield from _found(root, rule, {**known, **read}, here, step + 1, last)


def _names(folder: Path) -> list[str]:
    with suppress(OSError), os.scandir(folder) as entries:
        return sorted(entry.name for entry in islice(entries, MOST_ENTRIES))
    return []


def stands_at(path: str) -> str:
    """Return what stands at a path: `folder`, `file`, or empty for nothing."""
    try:
        mode = os.stat(path).st_mode
    except OSError:
        # A link that leads nowhere stands in the way all the same.
        return "file" if os.path.lexists(path) else ""
    return "folder" if stat.S_ISDIR(mode) else "file"
