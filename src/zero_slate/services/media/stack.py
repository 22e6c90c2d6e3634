"""The stack of a shot: its elements over one another, and what shows when."""

from dataclasses import dataclass

from zero_slate.core.base.figures import counted
from zero_slate.core.checks.stack import uncovered
from zero_slate.core.presentation.frame_rule import FrameRule, build_stack_rule
from zero_slate.core.time.frames import FrameRange, ranges_words, total
from zero_slate.services.media.elements import Elements
from zero_slate.services.media.linked import LinkedElement
from zero_slate.services.media.sounds import LinkedSound, Sounds


@dataclass(frozen=True, slots=True)
class StackPage:
    """A shot's elements from back to front, and the rule that their bands lie on."""

    elements: tuple[LinkedElement, ...]
    """The elements, from back to front."""
    rule: FrameRule
    """The shot's frames, with a band of every element, the foremost on top."""
    frame: int
    """The frame in the middle of the cut."""
    sounds: tuple[LinkedSound, ...]
    """The shot's sounds."""
    undo: str | None
    """The last change of the elements, which undo takes back; None where there is none."""
    uncovered: str
    """The frames of the work range at which nothing shows, in words; empty where there are none."""


class Stacks:
    """Lays out stacks."""

    def __init__(self, elements: Elements, sounds: Sounds):
        self.elements = elements
        self.sounds = sounds

    def page(self, shot_id: int, view: FrameRange | None = None) -> StackPage:
        """Return a shot's stack; `view` is the part of the rule looked at. Raises NotFound."""
        context = self.elements.shots.load(shot_id).stored
        empty, cut = uncovered(context), context.setup.cut_range
        words = ""
        if empty:
            words = f"Nothing shows on {counted(total(empty), 'frame')}: {ranges_words(empty)}."
        return StackPage(
            self.elements.linked(shot_id),
            build_stack_rule(context, view),
            (cut.first + cut.last) // 2,
            self.sounds.linked(shot_id),
            self.elements.last_change(shot_id),
            words,
        )
