"""What the pages of a shot show."""

from dataclasses import dataclass

from zero_slate.core.presentation.drawings.sheet import Drawings
from zero_slate.core.presentation.frame_rule import FrameRule
from zero_slate.core.presentation.sheet import Sheet
from zero_slate.core.shot.brief import Brief, fill, tokens, unknown_tokens
from zero_slate.core.shot.state import Content, WorkRangeLock
from zero_slate.core.time.marks import FrameMark


@dataclass(frozen=True, slots=True)
class ShotHead:
    """What stands at the top of every page of a shot."""

    id: int
    """The shot's number."""
    code: str
    """The shot's code."""
    title: str
    """The shot's title."""
    subtitle: str
    """Where it lies in the cut, in words."""
    production_id: int
    """The number of its production."""
    production: str
    """The title of its production."""
    cut_number: int | None
    """The number of the cut it is in; None where it is in none."""
    version: int
    """Its version that stands."""
    saved_at: str
    """When that was saved, as an ISO 8601 moment in UTC."""
    saved_by: str
    """Who saved it."""
    what: str
    """What was changed in it, in words."""
    undo: int | None
    """The version that undoing goes back to; None where there is none."""
    redo: int | None
    """The version that redoing goes on to; None where there is none."""
    warning: str
    """Why it can't be read in full; empty where it can."""


@dataclass(frozen=True, slots=True)
class TextPiece:
    """A stretch of a brief's text; `live` where it is a figure put in for a token."""

    text: str
    """The text."""
    live: bool
    """Whether it is a figure put in for a token."""


@dataclass(frozen=True, slots=True)
class BriefShown:
    """A brief as it is read: its tokens filled with what the shot has now."""

    brief: Brief
    """The brief as it was written."""
    pieces: tuple[TextPiece, ...]
    """The note with figures put in."""
    items: tuple[tuple[TextPiece, ...], ...]
    """Each line of the checklist with figures put in."""
    tokens: dict[str, str]
    """What each token stands for now, by its name."""
    unknown: tuple[str, ...]
    """The words in braces that are no token."""


@dataclass(frozen=True, slots=True)
class ShotPage:
    """A shot as the sheet shows it."""

    head: ShotHead
    """What stands at the top."""
    sheet: Sheet
    """The settings."""
    drawings: Drawings
    """The drawings that were asked for."""
    rule: FrameRule
    """The frame rule."""
    brief: BriefShown
    """The brief."""
    lock: WorkRangeLock | None
    """The lock on the work range; None where it is open."""
    marks: tuple[FrameMark, ...]
    """The keys and markers."""
    color_config: str
    """The colour configuration that it is reckoned with, in words."""


def brief_shown(content: Content) -> BriefShown:
    """Return a content's brief with its tokens filled."""
    brief, known = content.brief, tokens(content.setup)

    def pieces(text: str) -> tuple[TextPiece, ...]:
        return tuple(TextPiece(*piece) for piece in fill(text, known))

    every = "\n".join((brief.text, *(item.text for item in brief.items)))
    return BriefShown(
        brief,
        pieces(brief.text),
        tuple(pieces(item.text) for item in brief.items),
        known,
        unknown_tokens(every, known),
    )
