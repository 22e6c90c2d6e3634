"""What of a stored text can still be read, where the text as a whole can't."""

import json
from collections.abc import Mapping
from typing import TypeVar

from pydantic import TypeAdapter, ValidationError

T = TypeVar("T")
# Each round takes every value out that can't be read; a value may spoil one that it stands with.
MOST_ROUNDS = 8


def salvage(kind: TypeAdapter[T], text: str, instead: Mapping[str, object]) -> T | None:
    """Read a stored text, with `instead` for those of its values that can't be read.

    A value that `instead` doesn't have is left out. None where no more than that can be made of
    the text, too.
    """
    try:
        found: object = json.loads(text)
    except (ValueError, RecursionError):
        found = {}
    for _ in range(MOST_ROUNDS):
        try:
            return kind.validate_json(json.dumps(found))
        except ValidationError as error:
            if not _replace(found, [tuple(each["loc"]) for each in error.errors()], instead):
                return None
        except (ValueError, LookupError, TypeError, ArithmeticError):
            return None
    return None


def _replace(
    found: object, places: list[tuple[int | str, ...]], instead: Mapping[str, object]
) -> bool:
    """Put something readable at the places; say whether anything was changed."""
    changed = False
    for place in places:
        whole, key = _parent(found, place)
        if whole is None or key is None:
            continue
        known = instead.get(key)
        if known is not None and whole.get(key) != known:
            whole[key] = known
            changed = True
        elif key in whole:
            del whole[key]
            changed = True
    return changed


def _parent(
    found: object, place: tuple[int | str, ...]
) -> tuple[dict[str, object] | None, str | None]:
    """Return the setting that a place lies in, by what holds it: the first key below the models."""
    at: object = found
    holder: tuple[dict[str, object] | None, str | None] = (None, None)
    for step in place[:2]:
        if not isinstance(at, dict) or not isinstance(step, str):
            break
        holder = (at, step)
        at = at.get(step)
        if step != "setup":
            break
    return holder
