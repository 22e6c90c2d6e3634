"""Keeping the last versions of setups, and those that are named or in use."""

import pytest

from tests.services.test_proof import typed
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.places.layout import FileKind
from zero_slate.services.runtime.workspace import NotFound
from zero_slate.services.shots.guards import Conflict
from zero_slate.web.slate import Slate


def numbers(slate: Slate, shot: int) -> list[int]:
    return [each.number for each in slate.keeping.list(shot).versions]


def test_the_last_and_those_in_use_are_kept(slate: Slate, production: int, shot: int) -> None:
    for number in range(2, 25):
        typed(slate, shot, title={"text": f"Title {number}"})
    slate.keeping.name(shot, 3, "for the edit")
    slate.versions.take(shot, FileKind.RENDER, "anim", "")
    plan = slate.keeping.plan(production, 10)
    assert plan.goes == 13
    assert numbers(slate, shot) == list(range(24, 0, -1))
    assert slate.keeping.keep(production, 10).goes == 13
    assert numbers(slate, shot) == [*range(24, 14, -1), 3]
    assert slate.shots.load(shot).content.setup.title == "Title 24"
    typed(slate, shot, title={"text": "Title 25"})
    # The one that a version was taken from stays, however far back it lies.
    for number in range(26, 40):
        typed(slate, shot, title={"text": f"Title {number}"})
    assert numbers(slate, shot) == [*range(39, 29, -1), 24, 3]
    with pytest.raises(NotFound, match="Version 7 wasn't kept"):
        slate.keeping.compare(shot, 7, 39)
    with pytest.raises(Conflict):
        slate.shots.save(shot, 7, {"title": {"text": "From an old tab"}}, {})
    slate.keeping.restore(shot, 39, 3)
    assert slate.shots.load(shot).content.setup.title == "Title 3"
    slate.keeping.keep(production, None)
    assert slate.keeping.list(shot).keeps is None


def test_undo_leads_as_far_back_as_versions_are_kept(
    slate: Slate, production: int, shot: int
) -> None:
    slate.keeping.keep(production, 10)
    for number in range(2, 16):
        typed(slate, shot, title={"text": f"Title {number}"})
    seen = []
    while (page := slate.shots.page(shot)).head.undo:
        slate.shots.undo(shot, page.head.version)
        seen.append(slate.shots.load(shot).content.setup.title)
    assert seen[0] == "Title 14"
    assert len(seen) >= 4
    # What was undone is done again as far as it is kept too, and nothing breaks off.
    while (page := slate.shots.page(shot)).head.redo:
        slate.shots.redo(shot, page.head.version)
    assert slate.shots.page(shot).sheet.groups


def test_how_many_are_kept_has_limits(slate: Slate, production: int) -> None:
    with pytest.raises(Refusal, match="10 to 10,000 are kept, or all") as refused:
        slate.keeping.keep(production, 1)
    assert refused.value.nearest == "10"
    with pytest.raises(NotFound):
        slate.keeping.keep(production + 1, 20)
