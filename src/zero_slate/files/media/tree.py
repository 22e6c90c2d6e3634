"""Every folder below a root, each listed once."""

from collections.abc import Iterator
from dataclasses import dataclass
from pathlib import Path

from zero_slate.files.volume_files import CannotRead, Listing, list_folder

# Folders lie no deeper, in any production that can still be worked in.
DEEPEST = 32


@dataclass(frozen=True, slots=True)
class ListedFolder:
    """A folder below a volume's root, and what is in it; `problem` where it can't be listed."""

    path: Path
    steps: tuple[str, ...]
    listing: Listing
    problem: str = ""


def walk(root: Path, start: Path) -> Iterator[ListedFolder]:
    """Yield every folder from `start` down, in order of name, that lies below a volume's `root`.

    A folder that links lead to more than once, or in a circle, is listed once. One that can't be
    read is told as such, and the others go on.
    """
    real_root = root.resolve()
    waiting = [start.resolve()]
    seen: set[Path] = set()
    while waiting:
        folder = waiting.pop()
        try:
            real = folder.resolve()
        except (OSError, RuntimeError):
            continue
        if real in seen or (real != real_root and real_root not in real.parents):
            continue
        seen.add(real)
        steps = real.relative_to(real_root).parts
        if len(steps) > DEEPEST:
            continue
        try:
            listing = list_folder(root, real)
        except CannotRead as refusal:
            yield ListedFolder(real, steps, Listing([], [], 0), str(refusal))
            continue
        yield ListedFolder(real, steps, listing)
        waiting.extend(real / name for name in reversed(listing.folders))
