"""What stands on the printed sheet of a shot."""

from dataclasses import dataclass

from zero_slate.core.presentation.drawings.canvas import CanvasDrawing
from zero_slate.core.presentation.frame_rule import FrameRule
from zero_slate.core.presentation.sheet import Sheet


@dataclass(frozen=True, slots=True)
class PrintedItem:
    """A line of the brief's checklist, its figures filled in."""

    text: str
    done: bool


@dataclass(frozen=True, slots=True)
class PrintedSheet:
    """A shot on one page. `saved` says which version of it this is, when and by whom."""

    code: str
    title: str
    subtitle: str
    production: str
    verdict: str
    saved: str
    at: str
    sheet: Sheet
    canvas: CanvasDrawing
    rule: FrameRule
    brief: str
    items: tuple[PrintedItem, ...]
