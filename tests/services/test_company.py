"""Who else is on a shot, and how new it is."""

import pytest

from zero_slate.services.people.company import STAYS, Company
from zero_slate.services.runtime.acting import Acting, acting
from zero_slate.services.runtime.workspace import NotFound
from zero_slate.web.slate import Slate


def somebody(slate: Slate, name: str) -> int:
    made = slate.people.make(name)
    acting.set(Acting(made))
    return made


def test_two_people_see_each_other_until_one_has_gone(slate: Slate, shot: int) -> None:
    now = 0.0
    company = Company(slate.workspace, lambda: now)
    somebody(slate, "Mira Voss")
    assert company.here(shot, "a", "", "rate").others == ()
    jo = somebody(slate, "Jo Ek")
    (other,) = company.here(shot, "b", "elements", "").others
    assert (other.name, other.initials, other.step, other.setting, other.same) == (
        "Mira Voss",
        "MV",
        "",
        "rate",
        False,
    )
    # The same person in another window is told so.
    (other, same) = company.here(shot, "c", "", "").others
    assert (other.name, same.name, same.same) == ("Mira Voss", "Jo Ek", True)
    company.left("b")
    assert [each.name for each in company.here(shot, "c", "", "").others] == ["Mira Voss"]
    now = STAYS + 1
    assert company.here(shot, "c", "", "").others == ()
    acting.set(Acting(jo))


def test_others_shots_and_people_who_are_nobody_are_left_out(slate: Slate, shot: int) -> None:
    company = Company(slate.workspace)
    acting.set(None)
    company.here(shot, "a", "", "")
    acting.set(Acting(99))
    company.here(shot, "b", "", "")
    somebody(slate, "Jo Ek")
    assert company.here(shot, "c", "", "").others == ()
    with pytest.raises(NotFound):
        company.here(shot + 1, "c", "", "")


def test_the_stamp_changes_with_whatever_the_shot_is_judged_by(
    slate: Slate, production: int, shot: int
) -> None:
    def stamp() -> tuple[int, str]:
        came = slate.company.here(shot, "a", "", "")
        return came.version, came.stamp

    before = stamp()
    assert stamp() == before
    slate.shots.save(shot, 1, {"canvas": {"width": "1280"}}, {})
    after = stamp()
    assert (after[0], after[1] != before[1]) == (2, True)
    slate.edit_formats.change(production, 1, {"rate": {"rate": "25"}}, False, frozenset())
    assert stamp()[0] == 2
    assert stamp()[1] != after[1]
