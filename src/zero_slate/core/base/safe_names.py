"""Names: how a shot's code becomes safe names of files and folders, and what it prints as.

The rule, in order:

1. White space around the code goes.
2. Letters with marks become the plain letter (`É` is `E`, `ß` is `ss`); any other character but
   ASCII letters, digits, `_`, `-` and `.` becomes `_`.
3. Marks before the first letter or digit go, and dots and spaces at the end, which one of the
   common systems drops by itself.
4. A name that a common system reserves for a device (`CON`, `NUL`, `COM1` …), with or without an
   ending, gets `_` behind it.
5. What is past 64 characters goes.

Two codes that differ in capitals alone are one name on two of the common systems: they collide.
"""

import re
import unicodedata
from collections.abc import Iterable, Sequence
from dataclasses import dataclass

from zero_slate.core.base.refusal import Refusal

LONGEST_CODE = 64
EXAMPLE_CODE = "SHOT_0010"
# What a common system takes of one name, and of a whole path without a longer-path switch.
LONGEST_NAME = 255
LONGEST_PATH = 259
_MARKS = "_-."
# What none of the rule's steps but the one about devices would change: nearly every code.
_PLAIN = re.compile(rf"[A-Za-z0-9](?:[A-Za-z0-9_.-]{{0,{LONGEST_CODE - 2}}}[A-Za-z0-9_-])?")
_KEPT = re.compile(r"[A-Za-z0-9]")
_UNSAFE = re.compile(r"[^A-Za-z0-9_.-]")
RESERVED = frozenset(
    ["CON", "PRN", "AUX", "NUL"]
    + [f"{port}{number}" for port in ("COM", "LPT") for number in range(10)]
)
_LETTERS = str.maketrans(
    {"ß": "ss", "æ": "ae", "Æ": "AE", "ø": "o", "Ø": "O", "œ": "oe", "Œ": "OE", "ł": "l"}
    | {"Ł": "L", "đ": "d", "Đ": "D", "þ": "th", "ð": "d"}
)


@dataclass(frozen=True, slots=True)
class SafeName:
    """A code as it was written, the safe name it becomes, and what was changed and why."""

    written: str
    safe: str
    changes: tuple[str, ...]

    @property
    def words(self) -> str:
        """What was changed, in a sentence; empty where nothing was."""
        if not self.changes:
            return ""
        return f"“{self.written}” becomes {self.safe}: {', '.join(self.changes)}."


def made_safe(text: str) -> SafeName:
    """Return the safe name of a code, by the rule at the top of this module.

    A name that is safe already is returned as it is.
    """
    if _PLAIN.fullmatch(text) and not is_reserved(text):
        return SafeName(text, text, ())
    changes: list[str] = []

    def step(before: str, after: str, why: str) -> str:
        if before != after:
            changes.append(why)
        return after

    name = step(text, text.strip(), "space around it goes")
    name = step(name, plain_letters(name), "letters with marks become plain ones")
    odd = sorted(set(_UNSAFE.findall(name)))
    shown = " ".join("space" if char.isspace() else char for char in odd[:5])
    name = step(
        name,
        _UNSAFE.sub("_", name),
        f"{shown} can't stand in a file name everywhere and becomes _",
    )
    name = step(name, name.lstrip(_MARKS), "a name begins with a letter or digit")
    name = step(name, name.rstrip("."), "a dot at the end is dropped on some systems")
    name = step(name, name[:LONGEST_CODE], f"a code has at most {LONGEST_CODE} characters")
    name = name.rstrip(".")
    if is_reserved(name):
        stem, dot, ending = name.partition(".")
        apart = f"{stem}_{dot}{ending}"[:LONGEST_CODE]
        name = step(name, apart, f"{stem} is a device on some systems")
    return SafeName(text, name or EXAMPLE_CODE, tuple(changes))


def safe_code(text: str) -> str:
    """Return the code nearest to a text; one that is safe already is returned as it is."""
    return made_safe(text).safe


def stored_code(text: str) -> str:
    """Return a code as it is stored: also one from before the rule refused dots at its end."""
    if re.fullmatch(rf"[A-Za-z0-9][A-Za-z0-9_.-]{{0,{LONGEST_CODE - 1}}}", text):
        return text
    return require_code(text)


def require_code(text: str) -> str:
    """Return the code, or refuse one that isn't safe as a file name, with what isn't."""
    made = made_safe(text)
    if text and made.safe == text:
        return text
    if not text:
        said = "A shot needs a code"
    elif len(text) > LONGEST_CODE:
        said = f"The code has {len(text)} characters"
    else:
        said = f"“{text}” is not safe as a file name ({', '.join(made.changes)})"
    raise Refusal(
        f"{said}. A code takes 1 to {LONGEST_CODE} letters, digits, “_”, “-” and “.”, and begins "
        "with a letter or digit.",
        nearest=made.safe,
        part="code",
    )


def is_reserved(name: str) -> bool:
    """Return whether a common system keeps a name for a device, whatever its ending."""
    return name.partition(".")[0].upper() in RESERVED


def leaves_something(text: str) -> bool:
    """Return whether a text has a letter or digit that its safe name keeps."""
    return _KEPT.search(plain_letters(text)) is not None


def plain_letters(text: str) -> str:
    """Return a text with letters with marks as plain ones: `É` is `E`, `ß` is `ss`."""
    if text.isascii():
        return text
    parted = unicodedata.normalize("NFKD", text.translate(_LETTERS))
    return "".join(char for char in parted if not unicodedata.combining(char))


def require_apart(names: Sequence[str], known: Iterable[str]) -> None:
    """Refuse names of which two, or one and a known one, are the same on a common system."""
    taken = {each.casefold(): each for each in known}
    for name in names:
        other = taken.get(name.casefold())
        if other is not None:
            same = (
                "is set up already"
                if other == name
                else (f"and {other} are one name where capitals aren't told apart")
            )
            raise Refusal(f"{name} {same}: choose another code.", part="code")
        taken[name.casefold()] = name


def printed_title(code: str, title: str) -> str:
    """Return what is printed as title: its own, or else the code with its marks as spaces."""
    return title or re.sub(r"[_.]+", " ", code).strip()


def too_long(paths: Iterable[str], root: str) -> str:
    """Say which of the paths below a root is too long for a common system; empty where none is."""
    for path in paths:
        whole = f"{root.rstrip('/')}/{path}"
        part = max(path.split("/"), key=len)
        if len(part.encode()) > LONGEST_NAME:
            return (
                f"The name {part[:40]}… has {len(part.encode())} bytes; the common systems take "
                f"{LONGEST_NAME}."
            )
        if len(whole) > LONGEST_PATH:
            return (
                f"The path to {path[-40:]} has {len(whole)} characters; one common system takes "
                f"{LONGEST_PATH}. Choose a shorter folder or code."
            )
    return ""
