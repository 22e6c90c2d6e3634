"""The house setup: what a new shot starts with on this installation."""

from typing import Annotated

from pydantic import BaseModel, ConfigDict, Field

from zero_slate.core.frames import FURTHEST


class HouseSetup(BaseModel):
    """`length` is how many frames a shot that isn't in a cut begins with."""

    model_config = ConfigDict(frozen=True, extra="forbid")

    length: Annotated[int, Field(ge=1, le=FURTHEST)] = 96
