"""How the core's values cross into JSON: the one place where Pydantic meets them."""

from collections.abc import Callable
from fractions import Fraction
from functools import lru_cache
from typing import Annotated, Any, ClassVar, Self, TypeVar

from pydantic import (
    BeforeValidator,
    ConfigDict,
    GetCoreSchemaHandler,
    PlainSerializer,
    WithJsonSchema,
)
from pydantic_core import CoreSchema, core_schema

T = TypeVar("T")

# For value classes made of plain fields: nothing unknown is let in, nothing is converted.
STRICT = ConfigDict(extra="forbid", strict=True)


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
    # Thousands of stored values are few different ones: equal texts become one value.
    known = lru_cache(maxsize=4096)(parse)
    from_text = core_schema.no_info_after_validator_function(known, core_schema.str_schema())
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


def _ratio(value: object) -> Fraction:
    if isinstance(value, Fraction):
        return value
    if isinstance(value, str):
        return Fraction(value)
    raise ValueError(f"{value!r} is not a ratio written as text")


# Any ratio, as text: `-7/2`.
ExactRatio = Annotated[
    Fraction,
    BeforeValidator(_ratio),
    PlainSerializer(str, return_type=str, when_used="json"),
    WithJsonSchema({"type": "string", "pattern": r"^-?\d+(/\d+)?$"}),
]


class TextValue:
    """A value whose `parse` takes back what `str` writes; JSON holds that text.

    `about` says what it is and `examples` how it is written, for the published schemas.
    """

    __slots__ = ()

    about: ClassVar[str]
    examples: ClassVar[tuple[str, ...]]

    @classmethod
    def parse(cls, text: str) -> Self:
        """Return the value that a text stands for, or raise Refusal."""
        raise NotImplementedError

    @classmethod
    def __get_pydantic_core_schema__(cls, _: Any, __: GetCoreSchemaHandler) -> CoreSchema:
        """Cross into JSON as text."""
        return text_schema(
            cls, cls.parse, title=cls.__name__, description=cls.about, examples=list(cls.examples)
        )
