"""The edit format: what the edit works to."""

from pydantic import model_validator

from zero_slate.core.settings.models.picture_and_time import PictureAndTime
from zero_slate.core.time.timecode import TimecodeKind, require_drop_frame


class EditFormat(PictureAndTime):
    """What the edit works to."""

    @model_validator(mode="after")
    def _timecode_exists(self) -> "EditFormat":
        require_drop_frame(self.rate, self.timecode is TimecodeKind.DROP)
        return self
