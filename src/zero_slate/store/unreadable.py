"""Rows that can't be read any more: a fault of one row stays one."""

from collections.abc import Callable
from typing import TypeVar

from zero_slate.core.base.refusal import Refusal

T = TypeVar("T")

# What reading stored values, and reckoning with those that nobody foresaw, may raise.
FAILURES = (ValueError, LookupError, TypeError, ArithmeticError, RecursionError, AssertionError)


class Unreadable(Refusal):
    """A stored value that can't be read. `why` says what is wrong with it, without its name."""

    def __init__(self, what: str, why: str):
        super().__init__(f"{what} can't be read: {why}.")
        self.why = why


def readable(what: str, read: Callable[[str], T], text: str) -> T:
    """Read a stored text. Raises Unreadable, which says `what` it is."""
    try:
        return read(text)
    except FAILURES as error:
        raise Unreadable(what, reason(error)) from error


def reason(error: BaseException) -> str:
    """Return what is wrong, in a line."""
    lines = [line.strip() for line in str(error).splitlines() if line.strip()]
    # Of a validation's lines the first counts the faults, the next two name the first of them.
    said = " ".join(lines)
    if len(lines) > 2:
        field = lines[1].removeprefix("setup.").replace("_", " ").split(".")[0]
        said = f"{field}: {lines[2].removeprefix('Value error, ')}"
    return said.partition(" [type=")[0].rstrip(".")[:200] or type(error).__name__
