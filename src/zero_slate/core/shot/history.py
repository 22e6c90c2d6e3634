"""Undo and redo over revisions that are only ever added to."""

from collections.abc import Iterable
from dataclasses import dataclass
from enum import StrEnum


class Action(StrEnum):
    """What made a revision."""

    EDIT = "edit"
    UNDO = "undo"
    REDO = "redo"


@dataclass(frozen=True, slots=True)
class Step:
    """A revision: its number, what made it, and for undo and redo whose content it has again."""

    number: int
    action: Action
    restores: int | None


@dataclass(frozen=True, slots=True)
class History:
    """The revisions whose content undo and redo would bring back; None where there is none."""

    undo: int | None
    redo: int | None


def history(steps: Iterable[Step]) -> History:
    """Work out where undo and redo lead; an edit after an undo ends what could be redone."""
    undo: list[int] = []
    redo: list[int] = []
    current: int | None = None
    there: set[int] = set()
    for step in steps:
        there.add(step.number)
        if step.action is Action.EDIT or step.restores is None:
            if current is not None:
                undo.append(current)
            redo.clear()
            current = step.number
            continue
        back, forth = (undo, redo) if step.action is Action.UNDO else (redo, undo)
        # What was kept no longer can't be gone back to.
        if back:
            back.pop()
        if current is not None:
            forth.append(current)
        current = step.restores
    return History(_last(undo, there), _last(redo, there))


def _last(numbers: list[int], there: set[int]) -> int | None:
    return numbers[-1] if numbers and numbers[-1] in there else None
