"""Every version of a setup: listed, compared, named, brought back and taken away again."""

import pytest
from sqlalchemy import update

from zero_slate.core.base.refusal import Refusal
from zero_slate.services.runtime.workspace import NotFound
from zero_slate.services.shots.guards import Conflict
from zero_slate.store.tables import SetupRevision
from zero_slate.store.unreadable import Unreadable
from zero_slate.web.slate import Slate


def typed(slate: Slate, shot: int, **texts: dict[str, str]) -> int:
    base = slate.shots.load(shot).head.version
    return slate.shots.save(shot, base, texts, {}).head.version


def test_versions_are_listed_compared_and_brought_back(slate: Slate, shot: int) -> None:
    typed(slate, shot, title={"text": "One"})
    typed(slate, shot, title={"text": "Two"}, canvas={"width": "2048", "height": "858"})
    page = slate.keeping.list(shot)
    assert (page.all, [each.number for each in page.versions]) == (3, [3, 2, 1])
    assert page.versions[0].who == "tester"
    changes = slate.keeping.compare(shot, 3, 1).changes
    assert [(each.label, each.before, each.after) for each in changes] == [
        ("Size", "2048 × 858", "1920 × 1080"),
        ("Title", "Two", ""),
    ]
    with pytest.raises(Conflict):
        slate.keeping.restore(shot, 2, 1)
    slate.keeping.restore(shot, 3, 2)
    loaded = slate.shots.load(shot)
    assert loaded.content.setup.title == "One"
    assert loaded.head.what.startswith("v002 again: ")
    slate.shots.undo(shot, 4)
    assert slate.shots.load(shot).content.setup.title == "Two"
    with pytest.raises(Refusal, match="is what stands"):
        slate.keeping.restore(shot, 5, 3)
    with pytest.raises(NotFound, match="no version 9"):
        slate.keeping.compare(shot, 9, 1)


def test_versions_are_named(slate: Slate, shot: int) -> None:
    typed(slate, shot, title={"text": "One"})
    slate.keeping.name(shot, 1, " as delivered ")
    assert slate.keeping.list(shot).versions[1].name == "as delivered"
    with pytest.raises(Refusal, match="v001 is called") as refused:
        slate.keeping.name(shot, 2, "as delivered")
    assert refused.value.nearest == "as delivered 2"
    slate.keeping.name(shot, 1, "")
    assert slate.keeping.list(shot).versions[1].name == ""
    with pytest.raises(NotFound):
        slate.keeping.name(shot, 7, "x")


def test_a_version_that_cant_be_read_is_told(slate: Slate, shot: int) -> None:
    typed(slate, shot, title={"text": "One"})
    with slate.workspace.writing() as session:
        session.execute(
            update(SetupRevision)
            .where(SetupRevision.shot_id == shot, SetupRevision.number == 1)
            .values(content="{}")
        )
    assert slate.keeping.list(shot).all == 2
    with pytest.raises(Unreadable, match="Version 1 can't be read"):
        slate.keeping.compare(shot, 1, 2)
    with pytest.raises(Unreadable):
        slate.keeping.restore(shot, 2, 1)
