"""Undo and redo, against a plain pair of stacks that forget nothing."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from zero_slate.core.shot.history import Action, History, Step, history


def steps(*done: tuple[str, int | None]) -> list[Step]:
    return [Step(number, Action(what), of) for number, (what, of) in enumerate(done, 1)]


@pytest.mark.parametrize(
    ("done", "undo", "redo"),
    [
        ((), None, None),
        ((("edit", None),), None, None),
        ((("edit", None), ("edit", None)), 1, None),
        ((("edit", None), ("edit", None), ("undo", 1)), None, 2),
        ((("edit", None), ("edit", None), ("undo", 1), ("redo", 2)), 1, None),
        # An edit after an undo ends what could be redone, and undo goes back to what was undone to.
        ((("edit", None), ("edit", None), ("undo", 1), ("edit", None)), 1, None),
        ((("edit", None), ("edit", None), ("edit", None), ("undo", 2), ("undo", 1)), None, 2),
    ],
)
def test_where_undo_and_redo_lead(
    done: tuple[tuple[str, int | None], ...], undo: int | None, redo: int | None
) -> None:
    assert history(steps(*done)) == History(undo, redo)


@given(st.lists(st.sampled_from(["edit", "undo", "redo"]), max_size=40))
def test_any_row_of_steps_leads_where_two_stacks_do(wanted: list[str]) -> None:
    made: list[Step] = []
    # What stands, by the content that was typed; revisions that restore have it again.
    content: dict[int, str] = {}
    past: list[str] = []
    future: list[str] = []
    current: str | None = None
    for what in ["edit", *wanted]:
        stands = history(made)
        of = {"edit": None, "undo": stands.undo, "redo": stands.redo}[what]
        if what != "edit" and of is None:
            continue
        number = len(made) + 1
        made.append(Step(number, Action(what), of))
        if what == "edit":
            if current is not None:
                past.append(current)
            future.clear()
            current = content[number] = f"typed {number}"
            continue
        assert of is not None
        back, forth = (past, future) if what == "undo" else (future, past)
        assert current is not None
        forth.append(current)
        current = content[number] = content[of]
        assert current == back.pop()
    stands = history(made)
    assert (content[stands.undo] if stands.undo else None) == (past[-1] if past else None)
    assert (content[stands.redo] if stands.redo else None) == (future[-1] if future else None)
