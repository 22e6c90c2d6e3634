"""What pictures are looked at through."""

from dataclasses import dataclass
from typing import ClassVar

from pydantic import ConfigDict, StrictStr

from zero_slate.core.base.serialization import STRICT


@dataclass(frozen=True, slots=True)
class Viewing:
    """A display and one of its view transforms, by their names in the colour config."""

    display: StrictStr
    view: StrictStr

    __pydantic_config__: ClassVar[ConfigDict] = STRICT
