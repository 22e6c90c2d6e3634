"""Values as they are stored: JSON text that is read back, and compared, before it is kept."""

from typing import TypeVar

from pydantic import TypeAdapter

from zero_slate.core.base.refusal import Refusal

T = TypeVar("T")


class NotKept(Refusal):
    """A value that would not be read again as what it is."""


def written(kind: TypeAdapter[T], value: T) -> str:
    """Return a value of a kind as JSON text. Raises NotKept where it isn't read as the same."""
    try:
        text = kind.dump_json(value).decode()
        again: object = kind.validate_json(text)
    except ValueError as error:
        raise NotKept(
            f"Nothing was saved: it couldn't be opened again as it is ({_first_line(error)})."
        ) from error
    if again != value:
        raise NotKept("Nothing was saved: it would be another value when it is opened again.")
    return text


def _first_line(error: ValueError) -> str:
    return " ".join(str(error).split())[:200]
