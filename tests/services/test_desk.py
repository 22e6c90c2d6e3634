"""The desk: shots of every production found, and what others changed since."""

from collections.abc import Iterator

import pytest

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.checks.finding import State
from zero_slate.services.productions.desk_shots import DeskOrder
from zero_slate.services.runtime.acting import Acting, acting
from zero_slate.web.slate import Slate


def codes(slate: Slate, **asked: object) -> list[str]:
    return [each.code for each in slate.desk_shots.find(**asked).shots]  # type: ignore[arg-type]


@pytest.fixture(autouse=True)
def nobody() -> Iterator[None]:
    """Let no test go on as somebody of the one before."""
    before = acting.set(None)
    yield
    acting.reset(before)


@pytest.fixture
def three(slate: Slate, production: int, shot: int) -> list[int]:
    """FRO_0030, which follows, and two more: FRO_0010 differs, FRO_0020 has a title."""
    first, second = slate.starting.begin(production, ["FRO_0010", "FRO_0020"], None).ids
    slate.shots.save(first, 1, {"canvas": {"width": "1998"}}, {})
    slate.shots.save(second, 1, {"title": {"text": "The keeper climbs"}}, {})
    return [shot, first, second]


def test_shots_are_found_by_code_words_state_artist_and_date(
    slate: Slate, three: list[int]
) -> None:
    assert set(codes(slate)) == {"FRO_0010", "FRO_0020", "FRO_0030"}
    assert codes(slate, text="fro10") == ["FRO_0010"]
    assert codes(slate, text="keeper climbs") == ["FRO_0020"]
    assert codes(slate, text="differs") == ["FRO_0010"]
    assert len(codes(slate, text="tester today")) == 3
    assert len(codes(slate, text=slate.workspace.now()[:10])) == 3
    assert codes(slate, text="a film fro nothing") == []
    page = slate.desk_shots.find(states=[State.DIFFERS])
    assert (page.total, [each.id for each in page.shots]) == (1, [three[1]])
    # The tally is of all that the words fit, so that the other states can be chosen.
    assert (page.tally.differs, page.tally.follows, page.tally.unknown) == (1, 1, 1)
    assert page.artists == ("tester",)


def test_shots_are_sorted_limited_and_asked_for_by_number(slate: Slate, three: list[int]) -> None:
    assert codes(slate, order=DeskOrder.CODE) == ["FRO_0010", "FRO_0020", "FRO_0030"]
    assert codes(slate, order=DeskOrder.STATE)[0] == "FRO_0010"
    for order in DeskOrder:
        assert len(codes(slate, order=order)) == 3
    page = slate.desk_shots.find(order=DeskOrder.CODE, limit=2)
    assert (page.total, len(page.shots)) == (3, 2)
    shot, first, _ = three
    assert codes(slate, ids=[first, 999, shot]) == ["FRO_0010", "FRO_0030"]


def test_what_is_found_follows_what_is_saved(slate: Slate, three: list[int]) -> None:
    assert codes(slate, text="lantern") == []
    acting.set(Acting(slate.people.make("Jo Ek")))
    slate.shots.save(three[0], 1, {"title": {"text": "Lantern out"}}, {})
    (found,) = slate.desk_shots.find(text="lantern jo").shots
    assert (found.code, found.artist) == ("FRO_0030", "Jo Ek")
    page = slate.desk_shots.find(artist="Jo Ek")
    assert [each.code for each in page.shots] == ["FRO_0030"]
    assert page.artists == ("Jo Ek", "tester")
    # The edit changes: so does how they agree.
    production = found.production_id
    wide = {"canvas": {"width": "2048"}}
    slate.edit_formats.change(production, 1, wide, False, frozenset())
    assert slate.desk_shots.find(states=[State.DIFFERS]).total == 3


def test_what_others_changed_since_is_told_and_nothing_of_ones_own(
    slate: Slate, three: list[int]
) -> None:
    assert slate.since.lines("2000-01-01T00:00:00Z") == ()
    acting.set(Acting(slate.people.make("Jo Ek")))
    lines = slate.since.lines("2000-01-01T00:00:00Z")
    texts = [line.text for line in lines]
    assert "Cut 01 was read from cut.edl" in texts
    assert any(text.endswith("FRO_0020 changed") for text in texts)
    assert {line.who for line in lines} == {"tester"}
    assert slate.since.lines("2999-01-01T00:00:00+02:00") == ()
    # One shot alone says what was changed, and leads to it.
    slate.shots.save(three[0], 1, {"rate": {"rate": "25"}}, {})
    acting.set(Acting(slate.people.make("Mira Voss")))
    (jo,) = [line for line in slate.since.lines("2000-01-01") if line.who == "Jo Ek"]
    assert jo.text.startswith("FRO_0030: Rate")
    assert jo.address == f"/s/{three[0]}"


def test_a_moment_that_is_none_is_refused_with_one_that_works(slate: Slate) -> None:
    with pytest.raises(Refusal, match="“last week” is not a moment") as refused:
        slate.since.lines("last week")
    assert refused.value.nearest is not None
    assert slate.since.lines(refused.value.nearest) == ()
