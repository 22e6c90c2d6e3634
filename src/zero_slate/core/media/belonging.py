"""Which shot files belong to: by a code in their names, or in the folders that they lie in."""

import re
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from functools import lru_cache

from zero_slate.core.media.element import Role

_ALNUM = r"[^\W_]"
# What files are called by what they are, in words that any production uses.
_ROLES: tuple[tuple[Role, frozenset[str]], ...] = (
    (Role.PLATE, frozenset(("plate", "scan", "bgplate", "source", "raw"))),
    (Role.MATTE, frozenset(("matte", "mattes", "mask", "roto", "key"))),
    (Role.DATA, frozenset(("data", "depth", "normals", "position", "ids", "uv"))),
    (Role.REFERENCE, frozenset(("ref", "reference", "offline", "proxy", "dailies"))),
    (Role.BACKGROUND, frozenset(("bg", "background", "ground", "backdrop", "sky"))),
    (Role.ARTWORK, frozenset(("art", "artwork", "drawing", "drawings", "ink", "paint", "anim"))),
)
_WORD = re.compile(r"[A-Za-z]+")


@dataclass(frozen=True, slots=True)
class Belonging:
    """How surely files belong to a shot, 0 the surest, and why."""

    rank: int
    why: str


def belongs(code: str, folders: Sequence[str], name: str) -> Belonging | None:
    """Return how files of a name, in folders from their volume's root, belong to a shot's code.

    A code is found as a whole: `FRO_001` isn't in `FRO_0010`. The nearer to the file's own name it
    stands, the surer it is. None where it stands nowhere.
    """
    if not code:
        return None
    whole, begins = _patterns(code.casefold())
    low = name.casefold()
    if begins.match(low):
        return Belonging(0, f"its name begins with {code}")
    if whole.search(low):
        return Belonging(1, f"its name has {code} in it")
    for away, folder in enumerate(reversed(folders)):
        if folder.casefold() == code.casefold():
            return Belonging(2 + 2 * away, f"it lies in {_place(folders, away)}")
        if whole.search(folder.casefold()):
            return Belonging(3 + 2 * away, f"it lies in {_place(folders, away)}")
    return None


def best_of(
    codes: Iterable[str], folders: Sequence[str], name: str
) -> tuple[str, Belonging] | None:
    """Return the code that files belong to most surely, the longest of equals; None for none."""
    found = [(code, here) for code in codes if (here := belongs(code, folders, name)) is not None]
    return min(found, key=lambda each: (each[1].rank, -len(each[0])), default=None)


def likely_role(name: str, kind: str) -> Role:
    """Return what files are likely to be to a shot, by their name; without a hint a render."""
    if kind == "sound":
        return Role.SOUND
    words = {word.casefold() for word in _WORD.findall(name)}
    return next((role for role, names in _ROLES if words & names), Role.RENDER)


def _place(folders: Sequence[str], away: int) -> str:
    return "/".join(folders[: len(folders) - away])


@lru_cache(maxsize=4096)
def _patterns(code: str) -> tuple[re.Pattern[str], re.Pattern[str]]:
    escaped = re.escape(code)
    after = rf"(?!{_ALNUM})"
    return re.compile(rf"(?<!{_ALNUM}){escaped}{after}"), re.compile(rf"{escaped}{after}")
