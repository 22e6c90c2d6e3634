"""A text being read from left to right, which can say where it went wrong."""

import re

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.base.texts import one_line


class EntryRefusal(Refusal):
    """A text that can't be read as time: what of it, where, and what would work."""


class Scanner:
    """A text, and how far it is read."""

    def __init__(self, text: str):
        self.text = one_line(text, "What is typed").replace("−", "-")
        self.place = 0

    @property
    def rest(self) -> str:
        """What isn't read yet."""
        return self.text[self.place :].lstrip()

    @property
    def done(self) -> bool:
        """Whether all of it is read."""
        return not self.rest

    def take(self, pattern: re.Pattern[str]) -> re.Match[str] | None:
        """Read a piece, past spaces; None where it doesn't stand here."""
        spaces = len(self.text) - self.place - len(self.rest)
        found = pattern.match(self.text, self.place + spaces)
        if found:
            self.place = found.end()
        return found

    def refuse(self, works: str, nearest: str | None = None) -> EntryRefusal:
        """Say which piece isn't understood, where it stands, and what would work."""
        if not self.text:
            return EntryRefusal(f"Nothing is written. {works}", nearest=nearest)
        if self.done:
            return EntryRefusal(f"“{self.text}” breaks off. {works}", nearest=nearest)
        piece = self.rest.split()[0][:12]
        where = len(self.text) - len(self.rest) + 1
        what = f"“{piece}” is" if piece == self.text else f"“{piece}”, at place {where} of"
        said = f"{what} not understood" if piece == self.text else f"{what} “{self.text}”, is not"
        end = "." if piece == self.text else " understood."
        return EntryRefusal(f"{said}{end} {works}", nearest=nearest)
