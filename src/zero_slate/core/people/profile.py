"""Who somebody is: the name changes are told by, initials for file names, and a mark."""

import re
import unicodedata
from collections.abc import Iterable
from dataclasses import dataclass
from enum import StrEnum

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.base.texts import one_line

LONGEST_NAME = 60
LONGEST_DISCIPLINE = 40
MOST_INITIALS = 4

DISCIPLINES = (
    "Layout",
    "Animation",
    "Clean-up",
    "Background painting",
    "Compositing",
    "Editing",
    "Supervision",
    "Production",
)
"""Disciplines that are offered; another may be typed."""


class ProfileMark(StrEnum):
    """How a profile is told apart at a glance: by the pattern of a disc, never by a colour."""

    PLAIN = "plain"
    FILLED = "filled"
    HALF = "half"
    QUARTERS = "quarters"
    UPRIGHT = "upright lines"
    ACROSS = "lines across"
    SLANTED = "slanted lines"
    DOTS = "dots"
    CROSS = "cross"
    RINGS = "rings"


@dataclass(frozen=True, slots=True)
class Profile:
    """Somebody who works here."""

    name: str
    """The name that changes are told by."""
    initials: str
    """One to four letters or digits, for file names."""
    discipline: str = ""
    """What they do, in a few words; may be empty."""
    mark: ProfileMark = ProfileMark.PLAIN
    """The pattern that tells them apart."""


def read_profile(
    name: str, initials: str, discipline: str, mark: ProfileMark, others: Iterable[Profile]
) -> Profile:
    """Read who somebody is as it is typed; initials that are left out are taken from the name.

    Raises Refusal, with the part (`name`, `initials`, `discipline`) and the nearest that works: for
    a name that one of the `others` has, whatever its capitals, and for what a file name can't hold.
    """
    others = tuple(others)
    try:
        called = one_line(name, "The name", LONGEST_NAME, keeps=True)
    except Refusal as refusal:
        raise refusal.in_part("name") from None
    if not called:
        raise Refusal("Type a name: changes are told by it.", part="name")
    taken = {each.name.casefold() for each in others}
    if called.casefold() in taken:
        raise Refusal(
            f"Somebody here is called “{called}” already.",
            nearest=free_name(called, others),
            part="name",
        )
    try:
        does = one_line(discipline, "The discipline", LONGEST_DISCIPLINE, keeps=True)
    except Refusal as refusal:
        raise refusal.in_part("discipline") from None
    return Profile(called, _read_initials(initials, called), does, mark)


def _read_initials(typed: str, name: str) -> str:
    said = typed.strip()
    if not said:
        return initials_of(name)
    if not re.fullmatch(rf"[A-Za-z0-9]{{1,{MOST_INITIALS}}}", said):
        raise Refusal(
            f"Initials go into file names: one to {MOST_INITIALS} letters A to Z or digits; "
            f"“{said[:20]}” isn't that.",
            nearest=re.sub(r"[^A-Za-z0-9]", "", said)[:MOST_INITIALS] or initials_of(name),
            part="initials",
        )
    return said


def initials_of(name: str) -> str:
    """Return the first letters of a name's words that can be in any file name; `x` without any."""
    words = re.split(r"[^A-Za-z0-9]+", _plain(name))
    return "".join(word[0] for word in words if word)[:MOST_INITIALS].upper() or "x"


def free_name(name: str, others: Iterable[Profile]) -> str:
    """Return a name that nobody has: with the next number behind it where somebody has it."""
    taken = {each.name.casefold() for each in others}
    number, stem = 2, re.sub(r" \d{1,4}$", "", name)[: LONGEST_NAME - 5].rstrip()
    said = name
    while said.casefold() in taken:
        said, number = f"{stem} {number}", number + 1
    return said


def unused_mark(others: Iterable[Profile]) -> ProfileMark:
    """Return the mark that the fewest have, the first of several."""
    used = [each.mark for each in others]
    return min(ProfileMark, key=used.count)


def _plain(name: str) -> str:
    apart = unicodedata.normalize("NFKD", name)
    return "".join(char for char in apart if not unicodedata.combining(char))
