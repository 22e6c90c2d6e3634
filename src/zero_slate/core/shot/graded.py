"""The grade that a shot is seen with: its own, or else its cut's."""

from zero_slate.core.colour.grade import Grade
from zero_slate.core.cut.events import CutEvent
from zero_slate.core.shot.state import Content


def grade_of(content: Content, event: CutEvent | None) -> Grade | None:
    """Return a shot's grade; None where neither it nor its cut has one."""
    if content.grade is not None:
        return content.grade
    if event is not None and event.cdl is not None:
        return Grade(event.cdl, "", "from the cut")
    return None
