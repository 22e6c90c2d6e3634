"""What several parts of the API take and give."""

from typing import Annotated

from fastapi import Query
from pydantic import BaseModel, ConfigDict, Field, model_validator

from zero_slate.core.base.texts import LARGEST_NUMBER, require_shown
from zero_slate.services.changes.effects import MOST_SHOWN, SHOWN, Window

# A sheet has some thirty settings of a few fields each; a field takes one line.
Texts = Annotated[
    dict[str, dict[str, Annotated[str, Field(max_length=4096)]]],
    Field(
        max_length=64,
        description="Texts as they stand in the fields, by setting and part; what isn't typed "
        "keeps its value.",
    ),
]
# A whole number as JSON holds one: `true` is none.
Whole = Annotated[int, Field(strict=True, ge=-LARGEST_NUMBER, le=LARGEST_NUMBER)]
# True or false, and nothing that could be taken for one.
Flag = Annotated[bool, Field(strict=True)]
ShotIds = Annotated[list[Whole], Field(max_length=10_000)]
Keys = Annotated[list[str], Field(max_length=64)]


class ApiModel(BaseModel):
    """What a request or an answer holds."""

    model_config = ConfigDict(use_attribute_docstrings=True)

    @model_validator(mode="before")
    @classmethod
    def _shown(cls, data: object) -> object:
        # What is typed in fields is refused by its field, and stays there.
        if isinstance(data, dict):
            require_shown({key: each for key, each in data.items() if key != "typed"})
        return data


class OnVersion(ApiModel):
    """The version that a change is made on."""

    base: Whole
    """The number of the version that was looked at: another since is a conflict."""


class CreatedId(ApiModel):
    """The number of what was made."""

    id: int
    """Its number, to find it by."""


def window(
    offset: Annotated[int, Query(ge=0, description="How many to pass over.")] = 0,
    limit: Annotated[
        int, Query(ge=0, le=MOST_SHOWN, description="How many to give at the most.")
    ] = SHOWN,
) -> Window:
    """Return which part of a long list is asked for."""
    return Window(offset, limit)
