"""Codes, lines of text, and values that are one short text."""

from dataclasses import dataclass

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.base.safe_names import require_code
from zero_slate.core.base.serialization import TextValue
from zero_slate.core.base.texts import one_line
from zero_slate.core.settings.schema import Part, Texts
from zero_slate.core.time.entry.clock import Entry


@dataclass(frozen=True, slots=True)
class CodeKind:
    """A code that is safe in file names."""

    parts = (Part("code", "Code", 18),)

    def read(self, texts: Texts, entry: Entry) -> str:
        """Return the code; letters, digits, `_`, `-` and `.` are safe everywhere."""
        return require_code(texts["code"].strip())

    def texts(self, value: str) -> dict[str, str]:
        """Return the code."""
        return {"code": value}

    def show(self, value: str) -> str:
        """Write the code."""
        return value


@dataclass(frozen=True, slots=True)
class TextKind:
    """A line of free text."""

    label: str

    @property
    def parts(self) -> tuple[Part, ...]:
        """One long field."""
        return (Part("text", self.label, 30),)

    def read(self, texts: Texts, entry: Entry) -> str:
        """Return the text without white space around it."""
        try:
            return one_line(texts["text"], self.label, LONGEST_TEXT, keeps=True)
        except Refusal as refusal:
            raise refusal.in_part("text") from None

    def texts(self, value: str) -> dict[str, str]:
        """Return the text."""
        return {"text": value}

    def show(self, value: str) -> str:
        """Write the text."""
        return value


@dataclass(frozen=True, slots=True)
class ShortKind:
    """A value that is written as one short text of its own grammar."""

    label: str
    value: type[TextValue]
    width: int
    offers: tuple[str, ...] = ()

    @property
    def parts(self) -> tuple[Part, ...]:
        """One field."""
        return (Part("text", self.label, self.width, offers=self.offers),)

    def read(self, texts: Texts, entry: Entry) -> TextValue:
        """Return the value that the text stands for."""
        try:
            return self.value.parse(texts["text"])
        except Refusal as refusal:
            if refusal.nearest is not None and not self._takes(refusal.nearest):
                refusal.nearest = None
            raise refusal.in_part("text") from None

    def _takes(self, text: str) -> bool:
        """Return whether a text can be taken: only then is it offered."""
        try:
            self.value.parse(text)
        except Refusal:
            return False
        return True

    def texts(self, value: TextValue) -> dict[str, str]:
        """Return the text."""
        return {"text": str(value)}

    def show(self, value: TextValue) -> str:
        """Write the text."""
        return str(value)


LONGEST_TEXT = 120
