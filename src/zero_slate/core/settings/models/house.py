"""The house setup: what new work starts with on this installation."""

from typing import Annotated

from pydantic import Field, model_validator

from zero_slate.core.settings.kinds.time import (
    LengthKind,
)
from zero_slate.core.settings.models.drawn import Drawn
from zero_slate.core.settings.models.picture_and_time import PictureAndTime
from zero_slate.core.settings.schema import Setting
from zero_slate.core.time.frames import FURTHEST
from zero_slate.core.time.timecode import TimecodeKind, require_drop_frame


class HouseSetup(PictureAndTime, Drawn):
    """What a new production or shot starts with on this installation.

    `length` is how many frames a shot that isn't in a cut begins with.
    """

    length: Annotated[
        int,
        Field(ge=1, le=FURTHEST),
        Setting(
            "time",
            "Usual length",
            "Frames of a new shot that isn't in a cut: 1 to 99,999,999. Takes 96, 4s, 6+12, 48x2.",
            LengthKind(),
            "ranges",
        ),
    ] = 96

    @model_validator(mode="after")
    def _timecode_exists(self) -> "HouseSetup":
        require_drop_frame(self.rate, self.timecode is TimecodeKind.DROP)
        return self
