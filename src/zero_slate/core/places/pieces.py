"""The pieces that paths are put together from, and what each may hold.

A name that is put together has to be taken apart again: all pieces but the production, the
sequence and the shot hold letters and digits alone, so that the marks between them tell them apart.
"""

import re
from enum import StrEnum
from functools import lru_cache

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.base.safe_names import made_safe, plain_letters

LONGEST_PLAIN = 32
VERSION_DIGITS = 3
FRAME_DIGITS = 4


class Piece(StrEnum):
    """A piece of a path."""

    PRODUCTION = "production"
    SEQUENCE = "sequence"
    SHOT = "shot"
    DISCIPLINE = "discipline"
    ARTIST = "artist"
    ELEMENT = "element"
    VERSION = "version"
    FRAME = "frame"
    ENDING = "ending"

    @property
    def is_code(self) -> bool:
        """Whether it may hold `_`, `-` and `.` too, as shots' codes do."""
        return self in (Piece.PRODUCTION, Piece.SEQUENCE, Piece.SHOT)

    @property
    def about(self) -> str:
        """What it stands for."""
        return {
            "production": "the production's title as a safe name",
            "sequence": "the shot's code without its last number",
            "shot": "the shot's code",
            "discipline": "what is done, as anim or comp",
            "artist": "who does it",
            "element": "the element's name",
            "version": f"v and at least {VERSION_DIGITS} digits",
            "frame": f"the frame's number, at least {FRAME_DIGITS} digits",
            "ending": "the file's ending, as exr",
        }[self]

    @property
    def pattern(self) -> str:
        """What it may hold, as a regular expression."""
        if self.is_code:
            return r"[A-Za-z0-9](?:[A-Za-z0-9_.-]*[A-Za-z0-9_-])?"
        return {
            "version": rf"v\d{{{VERSION_DIGITS},}}",
            "frame": rf"-?\d{{{FRAME_DIGITS},}}",
            "ending": "[a-z0-9]+",
        }.get(self, "[A-Za-z0-9]+")


def require_plain(text: str, what: str) -> str:
    """Return a text that a piece of letters and digits can hold. Raises Refusal."""
    if text and len(text) <= LONGEST_PLAIN and text.isascii() and text.isalnum():
        return text
    raise Refusal(
        f"“{text}” can't be {what}: it takes 1 to {LONGEST_PLAIN} letters and digits, so that the "
        "marks around it tell it apart in a name.",
        nearest=plain(text) or None,
    )


def plain(text: str) -> str:
    """Return the letters and digits of a text, at most as many as a piece takes."""
    return re.sub(r"[^A-Za-z0-9]", "", plain_letters(text))[:LONGEST_PLAIN]


@lru_cache(maxsize=8192)
def sequence_of(code: str) -> str:
    """Return the sequence of a shot: its code without the last number, and the marks before it.

    A code that is nothing else is in the sequence `main`.
    """
    before = re.sub(r"[_.-]*[A-Za-z]{0,2}\d+[A-Za-z]?$", "", code)
    return made_safe(before).safe if before else "main"


def version_name(number: int) -> str:
    """Return a version as it stands in a name: `v003`."""
    return f"v{number:0{VERSION_DIGITS}d}"


def frame_name(number: int) -> str:
    """Return a frame as it stands in a name: `1001`, `-0012`."""
    return f"{'-' if number < 0 else ''}{abs(number):0{FRAME_DIGITS}d}"
