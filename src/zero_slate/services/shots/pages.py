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
    code: str
    title: str
    subtitle: str
    production_id: int
    production: str
    cut_number: int | None
    version: int
    saved_at: str
    saved_by: str
    what: str
    undo: int | None
    redo: int | None
    warning: str


@dataclass(frozen=True, slots=True)
class TextPiece:
    """A stretch of a brief's text; `live` where it is a figure put in for a token."""

    text: str
    live: bool


@dataclass(frozen=True, slots=True)
class BriefShown:
    """A brief as it is read: its tokens filled with what the shot has now."""

    brief: Brief
    pieces: tuple[TextPiece, ...]
    items: tuple[tuple[TextPiece, ...], ...]
    tokens: dict[str, str]
    unknown: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class ShotPage:
    """A shot as the sheet shows it."""

    head: ShotHead
    sheet: Sheet
    drawings: Drawings
    rule: FrameRule
    brief: BriefShown
    lock: WorkRangeLock | None
    marks: tuple[FrameMark, ...]
    color_config: str


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
