"""One of a few named values."""

from dataclasses import dataclass
from enum import StrEnum

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.base.texts import quoted
from zero_slate.core.settings.schema import Part, Texts
from zero_slate.core.time.entry.clock import Entry


@dataclass(frozen=True, slots=True)
class ChoiceKind:
    """One of a few named values."""

    label: str
    names: type[StrEnum]
    width: int = 12

    @property
    def parts(self) -> tuple[Part, ...]:
        """One field with its choices."""
        return (Part("choice", self.label, self.width, tuple(self.names)),)

    def read(self, texts: Texts, entry: Entry) -> StrEnum:
        """Return the choice that is named."""
        return read_choice(texts["choice"], self.names, self.parts[0])

    def texts(self, value: StrEnum) -> dict[str, str]:
        """Return the choice's name."""
        return {"choice": str(value)}

    def show(self, value: StrEnum) -> str:
        """Write the choice's name."""
        return str(value)


def read_choice(text: str, names: type[StrEnum], part: Part) -> StrEnum:
    """Return the member of `names` that the text names, or refuse it with the ones there are."""
    text = part.line(text)
    for name in names:
        if name == text:
            return name
    known = ", ".join(names)
    raise Refusal(
        f"{quoted(text)} is not a {part.label.lower()}. It takes {known}.",
        nearest=str(next(iter(names))),
        part=part.key,
    )
