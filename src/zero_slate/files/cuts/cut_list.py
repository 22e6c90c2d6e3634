"""What reading a cut list gives, and how one is refused."""

from dataclasses import dataclass

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.cut.events import CutEvent
from zero_slate.core.time.rate import FrameRate


class CutRefusal(Refusal):
    """A cut list that can't be read: what is wrong, and on which line where lines count."""

    def __init__(self, message: str, *, line: int | None = None, nearest: str | None = None):
        super().__init__(f"Line {line}: {message}" if line else message, nearest=nearest)
        self.line = line


class RateNeeded(CutRefusal):
    """A list that doesn't say its rate, read without one."""


@dataclass(frozen=True, slots=True)
class CutList:
    """A cut list as read. `notes` are things worth knowing that don't stop it."""

    title: str
    form: str
    rate: FrameRate
    drop: bool
    events: tuple[CutEvent, ...]
    notes: tuple[str, ...]
