"""How the core's values cross into JSON: the one place where Pydantic meets them."""

from collections.abc import Callable
from typing import Any, TypeVar

from pydantic import ConfigDict
from pydantic_core import CoreSchema, core_schema

T = TypeVar("T")

# For value classes made of plain fields: nothing unknown is let in, nothing is converted.
EXACT = ConfigDict(extra="forbid", strict=True)


def text_schema(
    kind: type[T],
    parse: Callable[[str], T],
    *,
    write: Callable[[T], str] = str,
    title: str,
    description: str,
    examples: list[str],
) -> CoreSchema:
    """Describe a value that is written as text in JSON and as itself in Python.

    `parse` raises ValueError for text that it refuses; `write` is its inverse.
    """
    from_text = core_schema.no_info_after_validator_function(parse, core_schema.str_schema())
    meta: dict[str, Any] = {
        "pydantic_js_updates": {"title": title, "description": description, "examples": examples}
    }
    return core_schema.json_or_python_schema(
        json_schema=from_text,
        python_schema=core_schema.union_schema([core_schema.is_instance_schema(kind), from_text]),
        serialization=core_schema.plain_serializer_function_ser_schema(
            write, return_schema=core_schema.str_schema(), when_used="json"
        ),
        metadata=meta,
    )
