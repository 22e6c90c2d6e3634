"""All that a revision of a shot holds."""

from collections.abc import Mapping
from dataclasses import dataclass
from typing import ClassVar

from pydantic import BaseModel, ConfigDict, Field, StrictStr

from zero_slate.core.base.serialization import STRICT
from zero_slate.core.canvas.resize import ArtworkFrame
from zero_slate.core.colour.grade import Grade
from zero_slate.core.colour.identity import ColourIdentity
from zero_slate.core.format_library.format import Format
from zero_slate.core.settings.models.setup import Setup
from zero_slate.core.shot.anchor import ClipSource
from zero_slate.core.shot.brief import Brief
from zero_slate.core.shot.wanted import Wanted
from zero_slate.core.time.marks import FrameMark


@dataclass(frozen=True, slots=True)
class Departure:
    """The words that say why a setting differs, and the value they were written for.

    A reason excuses that value only: set to another, the setting differs again.
    """

    value: StrictStr
    reason: StrictStr

    __pydantic_config__: ClassVar[ConfigDict] = STRICT


Departures = Mapping[str, Departure]


@dataclass(frozen=True, slots=True)
class WorkRangeLock:
    """A closed lock on the work range: by whom, and when."""

    who: StrictStr
    """Who locked it."""
    at: StrictStr
    """When, as an ISO 8601 moment in UTC."""

    __pydantic_config__: ClassVar[ConfigDict] = STRICT


class Content(BaseModel):
    """A shot's setup, why it departs from the edit, and what goes with it.

    `shift` is how far changes of the count have raised the frame numbers so far; `source` is where
    the clip began when it was counted; `events` are the codes of a comp's adjoining events.
    `artwork` is where artwork lies that was drawn before the canvas was changed; `format` is the
    format that was chosen, as it was then. `grade` is the shot's own, which takes the place of its
    cut's. `colours` are the files it was seen by as it was stored; None where none are a part of
    that. `wanted` are the frames it needs since a recut, which weren't there then.
    """

    model_config = ConfigDict(frozen=True)

    setup: Setup
    departures: dict[str, Departure] = Field(default_factory=dict)
    marks: tuple[FrameMark, ...] = ()
    brief: Brief = Brief()
    lock: WorkRangeLock | None = None
    source: ClipSource | None = None
    shift: int = 0
    events: tuple[str, ...] = ()
    artwork: ArtworkFrame | None = None
    format: Format | None = None
    grade: Grade | None = None
    wanted: Wanted | None = None
    colours: ColourIdentity | None = None
