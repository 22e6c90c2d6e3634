"""Productions: the desk, the cut, and the edit format with what changing it touches."""

import pytest

from tests.conftest import CUT, FORMAT
from tests.makers import edl, event
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.checks.finding import State
from zero_slate.files.cuts.cut_list import CutRefusal
from zero_slate.files.setup_files import read_edit_format
from zero_slate.services.productions.edit_formats import edit_document
from zero_slate.services.runtime.workspace import NotFound
from zero_slate.web.slate import Slate


def test_the_desk_counts_states(slate: Slate, shot: int) -> None:
    slate.shots.save(shot, 1, {"rate": {"rate": "24"}}, {})
    desk = slate.desk.page()
    (card,) = desk.productions
    assert (card.tally.differs, card.tally.new, card.shots, card.cut_number) == (1, 1, 2, 1)
    (recent,) = desk.recent
    assert (recent.code, recent.verdict) == ("FRO_0030", "1 difference from the edit")


def test_the_cut_lists_shots_in_order(slate: Slate, shot: int, production: int) -> None:
    page = slate.cut_pages.page(production)
    assert [(line.code, line.state) for line in page.lines] == [
        ("FRO_0010", State.NEW),
        ("FRO_0030", State.FOLLOWS),
    ]
    assert (page.frames, page.length) == (214, "8.93 s")
    assert page.lines[1].edit_in == "01:00:05:02"
    assert {cell.key: cell.value for cell in page.cells}["rate"] == "24000/1001"
    with pytest.raises(NotFound):
        slate.cut_pages.page(99)


def test_a_new_shot_and_one_that_is_gone(slate: Slate, shot: int, production: int) -> None:
    other = edl(event(1, "05:00:00:00", "01:00:00:00", 40, "GRA_0010"))
    slate.cuts.take(production, other, "cut_02.edl", "23.976", None)
    lines = {line.code: line for line in slate.cut_pages.page(production).lines}
    assert lines["GRA_0010"].note == "new in cut 02"
    assert lines["FRO_0030"].state is State.UNKNOWN
    assert lines["FRO_0030"].note == "not in this cut"


def test_a_code_that_stands_twice_is_told(slate: Slate, production: int) -> None:
    twice = edl(
        event(1, "05:00:00:00", "01:00:00:00", 40, "GRA_0010_a"),
        event(2, "05:00:00:00", "01:00:01:16", 40, "GRA_0010_b"),
    )
    preview = slate.cuts.preview(production, twice, "23.976", None)
    assert preview.notes == ("GRA_0010 appears 2 times in the cut: events 1, 2",)
    slate.cuts.take(production, twice, "cut_02.edl", "23.976", None)
    lines = slate.cut_pages.page(production).lines
    assert [line.note for line in lines] == ["also at 01:00:01:16"]


def test_the_code_rule_can_be_changed(slate: Slate, production: int) -> None:
    preview = slate.cuts.preview(production, CUT, "23.976", "AAA_0000_plate")
    assert preview.events[0].code == "FRO_0010_plate"
    assert preview.next_number == 2
    slate.cuts.take(production, CUT, "cut_02.edl", "23.976", "AAA_0000_plate")
    assert slate.cut_pages.page(production).code_example == "AAA_0000_plate"


def test_a_cut_at_another_rate_is_refused_with_both(slate: Slate, production: int) -> None:
    with pytest.raises(CutRefusal, match=r"at 25 and the edit format .* at 24000/1001"):
        slate.cuts.take(production, CUT, "cut.edl", "25", None)
    page = slate.cut_pages.page(production)
    assert page.cut is not None
    assert page.cut.number == 1


def test_a_change_of_the_edit_format_is_shown_before_it_is_made(
    slate: Slate, shot: int, production: int
) -> None:
    typed = {"canvas": {"width": "2048"}, "handles": {"head": "12"}}
    page = slate.edit_formats.preview(production, typed, along=False, out=frozenset())
    assert page.changes == ("Size 1920 × 1080 → 2048 × 1080", "Handles 8 + 8 → 12 + 8")
    (touched,) = page.touched
    assert (touched.code, touched.before, touched.after) == (
        "FRO_0030",
        State.FOLLOWS,
        State.DIFFERS,
    )
    assert any("1.78 in 1.90" in text for text in touched.appear)
    with_it = slate.edit_formats.preview(production, typed, along=True, out=frozenset())
    assert with_it.touched[0].after is State.FOLLOWS
    assert slate.cut_pages.page(production).edit_version == 1


def test_shots_come_along_and_can_each_go_back(slate: Slate, shot: int, production: int) -> None:
    typed = {"canvas": {"width": "2048"}, "handles": {"head": "12", "tail": "12"}}
    slate.edit_formats.change(production, 1, typed, along=True, out=frozenset())
    page = slate.shots.page(shot)
    assert page.sheet.state is State.FOLLOWS
    assert page.head.what.startswith("Along with the edit format: Size")
    assert slate.shots.undo(shot, 2).sheet.state is State.DIFFERS
    with pytest.raises(Refusal, match="meanwhile"):
        slate.edit_formats.change(production, 1, typed, along=True, out=frozenset())


def test_an_edit_format_that_cannot_be(slate: Slate, production: int) -> None:
    drop = {"timecode": {"choice": "drop-frame"}}
    page = slate.edit_formats.preview(production, drop, along=False, out=frozenset())
    assert page.problem is not None
    assert "does not exist at 24000/1001" in page.problem
    with pytest.raises(Refusal, match="does not exist"):
        slate.edit_formats.change(production, 1, drop, along=False, out=frozenset())
    with pytest.raises(Refusal, match="Rate: “25i”"):
        slate.productions.start("Another", "", {"rate": {"rate": "25i"}})
    with pytest.raises(Refusal, match="1 to 120 characters"):
        slate.productions.start("  ", "", FORMAT)


def test_the_edit_format_as_a_file(slate: Slate, production: int) -> None:
    assert str(read_edit_format(edit_document(slate.workspace, production)).rate) == "24000/1001"
