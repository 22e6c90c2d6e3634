"""Hints: what a setting would come to with another value, in a shot's own figures."""

import pytest

from zero_slate.core.people.action_notes import NOTES
from zero_slate.core.people.actions import ACTIONS
from zero_slate.core.settings.index import SETTINGS
from zero_slate.services.runtime.workspace import NotFound
from zero_slate.web.slate import Slate


def test_an_example_is_reckoned_on_the_shot_itself(slate: Slate, shot: int) -> None:
    said = slate.hints.of(shot, "handles")
    # The edit asks 8 + 8; the example takes a value that the shot doesn't have.
    assert said.what == SETTINGS["handles"].help
    assert said.example == "Set to 12 + 8: 4 more at the head than the edit asks."
    assert said.elsewhere.startswith("Work range")
    slate.shots.save(shot, 1, {"handles": {"head": "12"}}, {})
    assert slate.hints.of(shot, "handles").example.startswith("Set to 8 + 8:")


def test_a_rate_says_how_far_it_would_run_apart(slate: Slate, shot: int) -> None:
    # 92 frames of the cut and 16 of handles: 108 at 24000/1001 are 4.5045 s, at 25 they are 4.32 s.
    page = slate.shots.page(shot, {"rate": {"rate": "25"}})
    row = next(r for g in page.sheet.groups for r in g.rows if r.key == "rate")
    said = slate.hints.of(shot, "rate")
    assert said.example.startswith("Set to 25: ")
    assert row.messages[0].text in said.example


@pytest.mark.parametrize("key", sorted(SETTINGS))
def test_every_setting_has_a_hint_that_changes_nothing(slate: Slate, shot: int, key: str) -> None:
    before = slate.shots.page(shot)
    said = slate.hints.of(shot, key)
    assert (said.label, said.what) == (SETTINGS[key].label, SETTINGS[key].help)
    assert bool(said.example) == bool(said.elsewhere)
    assert slate.shots.page(shot) == before


def test_most_settings_have_an_example(slate: Slate, shot: int) -> None:
    without = [key for key in SETTINGS if not slate.hints.of(shot, key).example]
    # A text of one's own means nothing else, and distances are told by a shot's own elements.
    assert without == ["distances", "title", "subtitle"]


def test_there_is_no_hint_on_what_there_isnt(slate: Slate, shot: int) -> None:
    with pytest.raises(NotFound, match="no setting “depth”"):
        slate.hints.of(shot, "depth")
    with pytest.raises(NotFound):
        slate.hints.of(shot + 1, "rate")


def test_every_action_says_what_it_changes() -> None:
    assert set(NOTES) == {each.name for each in ACTIONS if not each.fixed}
