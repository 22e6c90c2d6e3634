"""Texts as people and programs hand them over: of a bounded length, and of characters that show.

Every grammar begins here: no pattern ever looks at a text that is longer than what it could take.
"""

import unicodedata
from collections.abc import Mapping

from zero_slate.core.base.refusal import Refusal

# One value of a setting, as it is written; the longest that any of them needs is far below.
LONGEST_VALUE = 200
# What every reader of JSON keeps exact (RFC 8259, section 6).
LARGEST_NUMBER = 2**53 - 1
_LINES = "\n\r\t"
# Control characters, halves of a character alone, and ends of line and paragraph.
_UNSHOWN = frozenset(("Cc", "Cs", "Zl", "Zp"))


def one_line(text: str, what: str, longest: int = LONGEST_VALUE, *, keeps: bool = False) -> str:
    """Return a text without white space around it, as a value of one line; `what` is its name.

    Where it `keeps` a text as it is, what is cut off at the limit is the nearest that works.
    Raises Refusal for one that is too long, and for characters that don't show.
    """
    return _checked(text.strip(), what, longest, keeps, "")


def require_shown(value: object, place: str = "") -> None:
    """Refuse characters that don't show, and numbers too large, anywhere in what JSON holds.

    Raises Refusal, which names the `place`. Ends of lines and tabs are let through.
    """
    if isinstance(value, str):
        if not value.isprintable():
            _checked(value, place or "A text", len(value), True, _LINES)
    elif isinstance(value, Mapping):
        for key, each in value.items():
            require_shown(key, place)
            require_shown(each, f"{place}.{key}" if place else str(key))
    elif isinstance(value, list | tuple):
        for each in value:
            require_shown(each, place)
    elif isinstance(value, int) and abs(value) > LARGEST_NUMBER:
        raise Refusal(
            f"{place or 'A number'} is past {LARGEST_NUMBER:,}, the largest number that is taken.",
            nearest=str(LARGEST_NUMBER if value > 0 else -LARGEST_NUMBER),
        )


def quoted(text: str, longest: int = 60) -> str:
    """Return a text in quotation marks, to be shown in a sentence: cut off where it is long."""
    text = text.strip()
    return f"“{text}”" if len(text) <= longest else f"“{text[:longest]}…”"


def _checked(text: str, what: str, longest: int, keeps: bool, besides: str) -> str:
    if len(text) > longest:
        raise Refusal(
            f"{what} takes at most {longest} characters; this has {len(text):,}.",
            nearest=_shown(text[: 2 * longest], besides)[:longest].strip() if keeps else None,
        )
    # What is printable has none of them, and nearly every text is.
    if text.isprintable():
        return text
    odd = next((char for char in text if _odd(char, besides)), None)
    if odd is not None:
        raise Refusal(
            f"{what} can't hold the character U+{ord(odd):04X}, which doesn't show.",
            nearest=(_shown(text, besides).strip() or None) if keeps else None,
        )
    return text


def _odd(char: str, besides: str) -> bool:
    return char not in besides and unicodedata.category(char) in _UNSHOWN


def _shown(text: str, besides: str) -> str:
    return "".join(char for char in text if not _odd(char, besides))
