"""Codes of shots: short names that are safe as file names on every common system."""

import re

from zero_slate.core.refusal import Refusal

LONGEST_CODE = 64
EXAMPLE_CODE = "SHOT_0010"
_MARKS = "_-."
_SAFE_CODE = re.compile(rf"[A-Za-z0-9][A-Za-z0-9_.-]{{0,{LONGEST_CODE - 1}}}")


def safe_code(text: str) -> str:
    """Return the code nearest to a text; one that is safe already is returned as it is.

    Characters other than ASCII letters, digits, `_`, `-` and `.` become `_`; marks before the
    first letter or digit go, and so does what is past 64 characters.
    """
    if _SAFE_CODE.fullmatch(text):
        return text
    made = "".join(char if _safe(char) else "_" for char in text.strip())
    return made.lstrip(_MARKS)[:LONGEST_CODE] or EXAMPLE_CODE


def require_code(text: str) -> str:
    """Return the code, or refuse one that isn't safe as a file name."""
    if text and safe_code(text) == text:
        return text
    if not text:
        said = "A shot needs a code"
    elif len(text) > LONGEST_CODE:
        said = f"The code has {len(text)} characters"
    else:
        said = f"“{text}” is not safe as a file name"
    raise Refusal(
        f"{said}. A code takes 1 to {LONGEST_CODE} letters, digits, “_”, “-” and “.”, and begins "
        "with a letter or digit.",
        nearest=safe_code(text),
        part="code",
    )


def _safe(char: str) -> bool:
    return char in _MARKS or (char.isascii() and char.isalnum())
