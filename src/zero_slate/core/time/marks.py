"""Keys and markers: single frames of a shot that something stands at."""

from dataclasses import dataclass
from enum import StrEnum
from typing import ClassVar

from pydantic import ConfigDict, StrictInt, StrictStr

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.time.frames import require_frame

LONGEST_NAME = 60
MOST_MARKS = 5000


class MarkKind(StrEnum):
    """What stands at a frame."""

    KEY = "key"
    MARKER = "marker"


@dataclass(frozen=True, slots=True, order=True)
class FrameMark:
    """A key of the animation or a marker with its name, at a frame of the shot."""

    frame: StrictInt
    """The frame of the shot."""
    kind: MarkKind = MarkKind.MARKER
    """`key` or `marker`."""
    name: StrictStr = ""
    """A marker's name."""

    __pydantic_config__: ClassVar[ConfigDict] = ConfigDict(extra="forbid")

    def __post_init__(self) -> None:
        require_frame(self.frame, "frame")
        if len(self.name) > LONGEST_NAME:
            raise Refusal(
                f"The mark's name has {len(self.name)} characters and takes at most "
                f"{LONGEST_NAME}.",
                nearest=self.name[:LONGEST_NAME],
                part="name",
            )

    def at(self, frame: int) -> "FrameMark":
        """Return the same mark at another frame."""
        return FrameMark(frame, self.kind, self.name)


def in_order(marks: tuple[FrameMark, ...]) -> tuple[FrameMark, ...]:
    """Return marks by frame, each once. Raises Refusal where there are too many to keep."""
    kept = tuple(sorted(set(marks)))
    if len(kept) > MOST_MARKS:
        raise Refusal(f"A shot keeps at most {MOST_MARKS} keys and markers; these are {len(kept)}.")
    return kept
