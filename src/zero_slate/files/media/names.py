"""What the number in a file's name is: a frame, a version, a tile, a day, or part of the name."""

import re
from collections.abc import Collection, Iterable
from itertools import pairwise

# `comp_v003`: versions of one thing, not its frames.
_VERSION = re.compile(r"(?:^|[^A-Za-z])[vV]\d+$")
_DAY = r"(?:19|20)\d\d(?:0[1-9]|1[0-2])(?:0[1-9]|[12]\d|3[01])"
# What cameras and telephones name their pictures by: the day, the time of day, both.
_MOMENT = re.compile(rf"(?:^|\D){_DAY}(?:[_-]?\d{{6,9}})?(?:[^\d].*)?$")
_RUN = re.compile(r"(?<!\d)\d{3,}(?!\d)")
_DIGITS = re.compile(r"(\d+)$")
# Frame numbers have at most eight digits.
_LONGEST = 8
# Alone, a number of so few digits tells one thing from another.
_FEW = 3
_UDIM_FIRST, _UDIM_LAST = 1001, 1999
_UDIM_ROW = 10


def is_numbered(stem: str) -> bool:
    """Return whether the number at the end of a name, its ending apart, can be a frame's."""
    found = _DIGITS.search(stem)
    if found is None or len(found[1]) > _LONGEST:
        return False
    return not _VERSION.search(stem) and not _MOMENT.search(stem)


def ends_in_code(stem: str, codes: Collection[str]) -> bool:
    """Return whether the number at the end of a name is part of a shot's code: `bg_HID_0040`.

    `codes` are in lower case.
    """
    low = stem.casefold()
    return any(low[at:] in codes for at in range(len(low)) if at == 0 or not low[at - 1].isalnum())


def frames_elsewhere(names: Iterable[str]) -> dict[tuple[str, str], dict[int, str]]:
    """Return names whose frames stand in front or in the middle, by what stands around them.

    All else of them is alike, and most follow one another: what goes up in tens is no frames.
    """
    around: dict[tuple[str, str], dict[int, str]] = {}
    for name in names:
        for run in _RUN.finditer(name):
            if len(run[0]) > _LONGEST or _VERSION.search(name[: run.end()]):
                continue
            key = name[: run.start()], name[run.end() :]
            around.setdefault(key, {}).setdefault(int(run[0]), name)
    fullest = sorted(around.items(), key=lambda each: -len(each[1]))
    taken: set[str] = set()
    found = {}
    for key, files in fullest:
        left = {number: name for number, name in sorted(files.items()) if name not in taken}
        steps = [later - number for number, later in pairwise(left)]
        if len(left) > 1 and sum(step == 1 for step in steps) * 2 >= len(steps):
            found[key] = left
            taken.update(left.values())
    return found


def numbered_alone(base: str, digits: int) -> bool:
    """Return whether a file that no other continues is a frame all the same.

    `base` is what stands before its number of so many digits: `plate.1001` is one, `sky2` isn't.
    """
    return base[-1:] in (".", "") or (digits >= _FEW and not base[-1:].isalpha())


def are_tiles(base: str, numbers: Iterable[int]) -> bool:
    """Return whether numbers are those of texture tiles, in rows of ten from 1001 (UDIM).

    Told by their name, or by several rows that break off and go on with the next ten: one might
    be frames that are missing.
    """
    found = sorted(numbers)
    if not found or found[0] < _UDIM_FIRST or found[-1] > _UDIM_LAST:
        return False
    if "udim" in base.lower():
        return True
    torn = [b for a, b in pairwise(found) if b - a > 1]
    return len(torn) > 1 and all((b - _UDIM_FIRST) % _UDIM_ROW == 0 for b in torn)


def shown_name(name: str) -> str:
    """Return a file's name as it can be shown: bytes of it that aren't UTF-8 as Latin-1."""
    return "".join(
        chr(ord(char) - 0xDC00) if 0xDC80 <= ord(char) <= 0xDCFF else char for char in name
    )
