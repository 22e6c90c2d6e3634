"""What people do with a shot's time: lock it, change it, put data right, take a recut."""

import io
import sqlite3
import time
from pathlib import Path

import pytest
from alembic import command
from alembic.config import Config as AlembicConfig

from tests.makers import edl, event
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.checks.finding import State
from zero_slate.core.cut.comparison import CutChange
from zero_slate.core.shot.brief import Brief, BriefItem, Emphasis
from zero_slate.core.time.cadence import RateUse
from zero_slate.core.time.frames import FrameRange
from zero_slate.core.time.marks import MarkKind
from zero_slate.core.time.retime import RetimeMode
from zero_slate.services.changes.time_change import TypedMark
from zero_slate.services.data_files.pages import OldColumns, Renumbering
from zero_slate.services.runtime.jobs import Job
from zero_slate.services.runtime.workspace import NotFound
from zero_slate.services.shots.guards import Conflict
from zero_slate.services.shots.making import TypedSpan
from zero_slate.store.database import Database
from zero_slate.store.elements import element_rows
from zero_slate.web.slate import Slate

FORMAT = {"rate": {"rate": "24000/1001"}}
CUT = edl(
    event(1, "04:12:30:08", "01:00:00:00", 122, "FRO_0010_plate"),
    event(2, "04:31:09:09", "01:00:05:02", 92, "FRO_0030_plate"),
    event(3, "04:40:00:00", "01:00:08:22", 50, "FRO_0040_plate"),
)
LATER = edl(
    event(1, "04:12:30:08", "01:00:00:00", 122, "FRO_0010_plate"),
    event(2, "04:31:09:05", "01:00:05:02", 102, "FRO_0030_plate"),
    event(3, "04:40:01:06", "01:00:09:08", 50, "FRO_0045_plate"),
    event(4, "05:00:00:00", "01:00:11:10", 40, "FRO_0060_plate"),
)


@pytest.fixture
def production(slate: Slate) -> int:
    made = slate.productions.start("A film", "", FORMAT, "FRO_0030")
    slate.cuts.take(made, CUT, "c01.edl", "23.976", None)
    return made


@pytest.fixture
def shot(slate: Slate, production: int) -> int:
    return slate.new_shots.set_up_from_event(production, "FRO_0030")


def row(page, key):  # type: ignore[no-untyped-def]
    return next(r for group in page.sheet.groups for r in group.rows if r.key == key)


def finished(slate: Slate, job: Job) -> Job:
    for _ in range(200):
        if job.state != "running":
            return job
        time.sleep(0.02)
    raise AssertionError("the work never ended")


def test_a_lock_holds_against_typing_and_says_who(slate: Slate, shot: int) -> None:
    page = slate.retiming.lock(shot, 1, closed=True)
    assert page.lock is not None
    assert page.rule.locked == "tester"
    typed = slate.shots.page(shot, {"work_range": {"first": "-8"}})
    problem = row(typed, "work_range").problem
    assert "locked at 1001–1108 by tester" in problem.message
    assert row(typed, "work_range").fields[0].text == "-8"
    with pytest.raises(Refusal, match="locked"):
        slate.shots.save(shot, 2, {"work_range": {"last": "1110"}}, {})
    # Everything else goes on, and undo opens what locking closed.
    slate.shots.save(shot, 2, {"handles": {"head": "4"}}, {})
    assert slate.shots.load(shot).content.setup.work_range == FrameRange(1001, 1108)
    slate.retiming.lock(shot, 3, closed=False)
    slate.shots.save(shot, 4, {"work_range": {"first": "+4"}}, {})
    assert slate.shots.load(shot).content.setup.work_range == FrameRange(1005, 1108)


def test_what_was_understood_is_shown_before_it_is_taken(slate: Slate, shot: int) -> None:
    typed = slate.shots.page(shot, {"work_range": {"first": "1001+4s"}, "rate": {"rate": "23.98"}})
    assert row(typed, "work_range").understood == ("1001–1096 · 4 s is 95.90 frames at 24000/1001")
    assert row(typed, "rate").understood == "24000/1001"
    assert row(slate.shots.page(shot, {"canvas": {"width": "1998"}}), "canvas").understood is None


def test_a_change_is_seen_made_and_undone(slate: Slate, shot: int) -> None:
    marks = [TypedMark("1013", MarkKind.KEY), TypedMark("01:00:06:00", MarkKind.MARKER, "look")]
    slate.retiming.set_marks(shot, 1, marks)
    typed = {"rate": {"rate": "12000/1001"}}
    seen = slate.retiming.page(shot, typed, RetimeMode.TIMING)
    assert seen.impact is not None
    assert [(line.before, line.after) for line in seen.impact.lines[3:]] == [
        ("1013", "1007"),
        ("1031", "1016"),
    ]
    assert slate.shots.load(shot).head.version == 2
    made = slate.retiming.make(shot, 2, typed, RetimeMode.TIMING)
    assert [mark.frame for mark in made.marks] == [1007, 1016]
    assert slate.shots.load(shot).content.setup.work_range == FrameRange(1001, 1054)
    assert made.head.warning.startswith("This shot runs at 12000/1001, the edit at 24000/1001.")
    back = slate.shots.undo(shot, 3)
    assert [mark.frame for mark in back.marks] == [1013, 1031]
    assert back.head.warning == ""
    with pytest.raises(Conflict):
        slate.retiming.make(shot, 2, typed, RetimeMode.TIMING)
    with pytest.raises(Refusal, match="no field canvas"):
        slate.retiming.page(shot, {"canvas": {"width": "5"}}, RetimeMode.TIMING)


def test_nothing_typed_changes_nothing(slate: Slate, shot: int) -> None:
    seen = slate.retiming.page(shot, {}, RetimeMode.NUMBERS)
    assert (seen.impact, seen.changes) == (None, ())
    wrong = slate.retiming.page(shot, {"work_range": {"first": "1100-1001"}}, RetimeMode.NUMBERS)
    problem = next(r for r in wrong.rows if r.key == "work_range").problem
    assert problem is not None
    assert problem.nearest == {"first": "1001", "last": "1100"}


def test_a_warning_goes_once_there_is_a_reason(slate: Slate, shot: int) -> None:
    told = slate.shots.save(shot, 1, {"rate": {"rate": "24"}}, {})
    assert "one frame ahead every 41.7 s" in told.head.warning
    assert slate.shots.save(shot, 2, {}, {"rate": "drawn by hand"}).head.warning == ""


def test_a_brief_is_always_the_shots_own(slate: Slate, shot: int) -> None:
    brief = Brief(
        "Draw {work range}, {length}. {nothing}",
        (BriefItem("check {rate}"),),
        emphasis=Emphasis.BOXED,
    )
    page = slate.retiming.set_brief(shot, 1, brief)
    words = "".join(piece.text for piece in page.brief.pieces)
    assert words == "Draw 1001–1108, 108 frames. {nothing}"
    assert page.brief.unknown == ("nothing",)
    assert [piece.live for piece in page.brief.items[0]] == [False, True]
    after = slate.shots.save(shot, 2, {"closing": {"choice": "one blank frame"}}, {})
    assert "109 frames" in [piece.text for piece in after.brief.pieces]
    with pytest.raises(Refusal, match="at most 2000"):
        slate.retiming.set_brief(shot, 3, Brief("x" * 2001))


def test_a_data_file_is_put_right_by_a_former_count(slate: Slate, shot: int) -> None:
    slate.shots.save(shot, 1, {"count": {"number": "1"}}, {})
    slate.shots.save(shot, 2, {"count": {"number": "1001"}}, {})
    page = slate.data.give(shot, "../track.csv", io.BytesIO(b"frame,x\n1,0.5\n108,0.25\n"))
    assert (page.file_name, page.frames) == ("track.csv", (0,))
    (former,) = page.formers
    assert (former.version, former.number, former.now) == (2, 1, 1001)
    seen = slate.data.preview(shot, page.id, OldColumns([0]), "1", former.rate, "1001")
    assert seen.after == (("1001", "0.5"), ("1108", "0.25"))
    with pytest.raises(NotFound, match="not renumbered yet"):
        slate.data.written(shot, page.id)
    job = finished(
        slate, slate.data.renumber(shot, page.id, OldColumns([0]), "1", former.rate, "1001")
    )
    (told,) = job.results
    assert isinstance(told, Renumbering)
    assert (told.numbers, told.merged, told.rounding) == (2, 0, "none")
    name, path = slate.data.written(shot, page.id)
    assert (name, path.read_bytes()) == ("track.csv", b"frame,x\n1001,0.5\n1108,0.25\n")
    kept = slate.data.take_keys(shot, page.id, 3, OldColumns([0]))
    assert [mark.frame for mark in kept.marks] == [1001, 1108]


def test_a_data_file_that_cannot_be_put_right_writes_nothing(slate: Slate, shot: int) -> None:
    with pytest.raises(Refusal, match="empty"):
        slate.data.give(shot, "a.csv", io.BytesIO(b""))
    page = slate.data.give(shot, "a.csv", io.BytesIO(b"name,x\na,0.5\nb,0.4\n"))
    assert page.frames == ()
    with pytest.raises(Refusal, match="Choose one of: name, x"):
        slate.data.preview(shot, page.id, OldColumns([]), "1", "", "")
    job = finished(slate, slate.data.renumber(shot, page.id, OldColumns([0]), "1", "", ""))
    assert job.state == "failed"
    assert "Line 2: the column “name” holds “a”" in job.message
    for text, words in (("x", "not understood"), ("", "Nothing is written")):
        with pytest.raises(Refusal, match=words):
            slate.data.preview(shot, page.id, OldColumns([1]), text, "", "")
    with pytest.raises(NotFound, match="give it again"):
        slate.data.page(shot, 99)


def test_what_renumbering_does_is_told_with_its_rows(slate: Slate, shot: int) -> None:
    slate.shots.save(shot, 1, {"rate": {"rate": "12"}}, {})
    rows = b"frame,hold,x\n1,4,a\n2,3,b\n3,1,c\n4,2,d\n40,2,e\n41,2,f\ntotal,14,\n"
    page = slate.data.give(shot, "xsheet.csv", io.BytesIO(rows))
    assert (page.frames, page.lengths) == ((), (1,))
    assert page.question.startswith("“frame” holds “total” in row 7 of the first.")
    seen = slate.data.preview(shot, page.id, OldColumns([0]), "1", "24", "1")
    assert "Line 8: the column “frame” holds “total”" in seen.problem
    assert "Lengths in hold are not rescaled." in seen.sentence
    seen = slate.data.preview(shot, page.id, OldColumns([0], [1], True), "1", "24", "1")
    assert [row[:2] for row in seen.after[:3]] == [("1", "2"), ("2", "2"), ("2", "1")]
    assert (seen.problem, seen.left) == ("", 1)
    assert seen.merges == (
        "2 and 3 are both 2 now (rows 3 and 4).",
        "40 and 41 are both 21 now (rows 6 and 7).",
    )
    assert [(jump.row, jump.before, jump.after) for jump in seen.jumps] == [(6, "4 → 40", "3 → 21")]
    job = finished(
        slate, slate.data.renumber(shot, page.id, OldColumns([0], [1], True), "1", "24", "1")
    )
    (told,) = job.results
    assert isinstance(told, Renumbering)
    assert (told.merges, told.left) == (seen.merges, 1)
    kept = slate.data.take_keys(shot, page.id, 2, OldColumns([0], leaves=True))
    assert len(kept.marks) == 4


def test_holes_that_a_higher_rate_leaves_are_told(slate: Slate, shot: int) -> None:
    slate.shots.save(shot, 1, {"rate": {"rate": "48"}}, {})
    page = slate.data.give(shot, "a.csv", io.BytesIO(b"frame,x\n1,a\n2,b\n3,c\n"))
    seen = slate.data.preview(shot, page.id, OldColumns([0]), "1", "24", "1")
    assert seen.holes == (
        "Nothing stands between 1 and 3 now (row 2).",
        "Nothing stands between 3 and 5 now (row 3).",
    )


def test_putting_a_long_file_right_can_be_stopped(slate: Slate, shot: int) -> None:
    rows = b"".join(b"%d,0.5\n" % frame for frame in range(400_000))
    page = slate.data.give(shot, "long.csv", io.BytesIO(b"frame,x\n" + rows))
    job = slate.data.renumber(shot, page.id, OldColumns([0]), "1", "", "")
    job.stop()
    assert finished(slate, job).state == "stopped"


def test_a_recut_is_laid_out_and_taken_shot_by_shot(
    slate: Slate, production: int, shot: int
) -> None:
    other = slate.new_shots.set_up_from_event(production, "FRO_0040")
    slate.new_shots.set_up_from_event(production, "FRO_0010")
    with pytest.raises(NotFound, match="Read a second cut"):
        slate.recuts.page(production)
    slate.cuts.take(production, LATER, "c02.edl", "23.976", None)
    page = slate.recuts.page(production)
    fates = {line.code: line.change for line in page.lines}
    assert fates == {
        "FRO_0010": CutChange.UNCHANGED,
        "FRO_0030": CutChange.LONGER,
        "FRO_0045": CutChange.NEW,
        "FRO_0060": CutChange.NEW,
        "FRO_0040": CutChange.GONE,
    }
    line = next(line for line in page.lines if line.code == "FRO_0030")
    assert (line.head, line.tail, line.work_before, line.work_after) == (
        4, 6, "1001–1108", "997–1114",
    )  # fmt: skip
    assert line.ask == "ask for 4 frames at the head and 6 frames at the tail"

    # A doubtful match is put to the person before anything is taken of it.
    doubtful = next(line for line in page.lines if line.code == "FRO_0045")
    assert doubtful.uncertain is not None
    assert doubtful.uncertain.former == "FRO_0040"
    told = slate.recuts.take(production, ["FRO_0045"])
    assert told.left == {"FRO_0045": "it may be FRO_0040: say so first"}
    slate.recuts.answer(production, "FRO_0045", "FRO_0040", same=True)

    slate.retiming.lock(shot, 1, closed=True)
    told = slate.recuts.take(production, None)
    assert told.taken == ("FRO_0045",)
    assert told.left == {"FRO_0030": "its work range is locked by tester"}
    renamed = slate.shots.load(other)
    assert renamed.head.code == "FRO_0045"
    assert renamed.content.setup.cut_range == FrameRange(1039, 1088)
    slate.retiming.lock(shot, 2, closed=False)
    assert slate.recuts.take(production, ["FRO_0030"]).taken == ("FRO_0030",)
    setup = slate.shots.load(shot).content.setup
    assert (setup.cut_range, setup.work_range) == (FrameRange(1005, 1106), FrameRange(997, 1114))
    assert slate.shots.page(shot).sheet.state is State.FOLLOWS
    assert next(x for x in slate.recuts.page(production).lines if x.code == "FRO_0030").taken
    # It is one version, which one undo takes back; the former cut is still there.
    assert slate.shots.undo(shot, 4).head.version == 5
    assert slate.recuts.page(production, 1).before == 1
    assert slate.recuts.take(production, ["FRO_0060"]).made == ("FRO_0060",)
    with pytest.raises(Refusal, match="no cut 2 before cut 2"):
        slate.recuts.page(production, 2)


def test_a_recut_at_another_rate_is_refused_with_both(slate: Slate, production: int) -> None:
    with pytest.raises(Refusal, match="at 25 and the edit format of this production at 24000/1001"):
        slate.cuts.take(production, CUT, "c02.edl", "25", None)


def test_a_comp_follows_the_union_of_its_events(slate: Slate, production: int) -> None:
    comp = slate.new_shots.set_up_comp(production, "FRO_comp", ("FRO_0030", "FRO_0040"))
    setup = slate.shots.load(comp).content.setup
    assert setup.cut_range == FrameRange(1009, 1150)
    assert slate.shots.page(comp).sheet.state is State.FOLLOWS
    with pytest.raises(Refusal, match="92 frames lie between them"):
        slate.new_shots.set_up_comp(production, "FRO_x", ("FRO_0010", "FRO_0040"))
    with pytest.raises(NotFound, match="FRO_9 is not in the latest cut"):
        slate.new_shots.set_up_comp(production, "FRO_x", ("FRO_0010", "FRO_9"))
    longer = CUT.replace(b"01:00:11:00", b"01:00:11:06").replace(b"04:40:02:02", b"04:40:02:08")
    slate.cuts.take(production, longer, "c02.edl", "23.976", None)
    line = next(x for x in slate.recuts.page(production).lines if x.code == "FRO_comp")
    assert (line.change, line.tail) == (CutChange.LONGER, 6)
    assert slate.recuts.take(production, ["FRO_comp"]).taken == ("FRO_comp",)
    assert slate.shots.load(comp).content.setup.cut_range == FrameRange(1009, 1156)


@pytest.mark.parametrize(
    ("span", "cut", "start"),
    [
        (TypedSpan(), FrameRange(1009, 1104), ""),
        (TypedSpan(length="4.5s"), FrameRange(1009, 1116), ""),
        (TypedSpan("01:00:00:08", "01:00:04:07"), FrameRange(1009, 1104), "01:00:00:00"),
        (TypedSpan(out="01:00:04:07", length="96"), FrameRange(1009, 1104), "01:00:00:00"),
    ],
)
def test_a_shot_by_hand_is_as_long_as_it_is_said(
    slate: Slate, production: int, span: TypedSpan, cut: FrameRange, start: str
) -> None:
    made = slate.new_shots.set_up_by_hand(production, "HAND_0010", "By hand", span)
    setup = slate.shots.load(made).content.setup
    assert (setup.cut_range, setup.start_timecode) == (cut, start)


@pytest.mark.parametrize(
    ("span", "words"),
    [
        (TypedSpan("01:00:04:00", "01:00:00:00"), "comes before in"),
        (TypedSpan("01:00:00:00", "01:00:04:00", "12"), "make 97 frames, and the length says 12"),
        (TypedSpan(length="0"), "at least 1"),
        (TypedSpan(into="25:00:00:00"), "25 hours"),
    ],
)
def test_what_no_shot_can_be(slate: Slate, production: int, span: TypedSpan, words: str) -> None:
    with pytest.raises(Refusal, match=words):
        slate.new_shots.set_up_by_hand(production, "HAND_0010", "", span)


def test_the_house_setup_has_a_usual_length(slate: Slate, production: int) -> None:
    assert (slate.house.page().number, slate.house.page().length) == (0, 96)
    assert slate.house.change(0, {"length": {"length": "25x2"}}).length == 50
    made = slate.new_shots.set_up_by_hand(production, "HAND_0010", "", TypedSpan())
    assert slate.shots.load(made).content.setup.cut_range.length == 50
    with pytest.raises(Refusal, match="takes 1 to"):
        slate.house.change(1, {"length": {"length": "0"}})


def test_elements_have_rates_of_their_own(slate: Slate, shot: int, tmp_path: Path) -> None:
    from tests.makers import write_sequence
    from zero_slate.core.media.element import Role

    folder = tmp_path / "volume" / "art"
    write_sequence(folder, "art", range(1, 55), rate=None)
    slate.workspace.config.volumes["there"] = tmp_path / "volume"
    made = slate.elements.link(shot, "there", "art", "art.####.exr", None, Role.ARTWORK)
    slate.elements.change(shot, made.id, {"rate": "12000/1001", "use": RateUse.TIME})
    (linked,) = slate.elements.linked(shot)
    assert (linked.role, linked.own_rate) == ("artwork", "12000/1001")
    assert linked.line.cadence is not None
    assert linked.line.cadence.comes_round == 2
    again = slate.elements.link(shot, "there", "art", "art.####.exr", None, Role.ARTWORK)
    assert again.own_rate is not None
    assert len(slate.elements.linked(shot)) == 1
    with pytest.raises(Refusal, match="is not a rate"):
        slate.elements.change(shot, again.id, {"rate": "slow", "use": RateUse.TIME})
    with pytest.raises(NotFound):
        slate.elements.change(shot, 999, {"rate": "", "use": RateUse.TIME})


def test_files_laid_by_number_stay_when_the_count_changes(
    slate: Slate, shot: int, tmp_path: Path
) -> None:
    from tests.makers import write_sequence
    from zero_slate.core.media.element import Align

    write_sequence(tmp_path / "volume" / "p", "p", range(1001, 1109))
    slate.workspace.config.volumes["there"] = tmp_path / "volume"
    slate.elements.link(shot, "there", "p", "p.####.exr", Align.NUMBER)
    slate.shots.save(shot, 1, {"count": {"number": "1"}}, {})
    context = slate.shots.load(shot).stored
    assert context.aligned[context.plate.id].clip == FrameRange(1, 108)  # type: ignore[union-attr]
    by_file = slate.shots.save(shot, 2, {"count": {"at": "file"}}, {})
    assert row(by_file, "work_range").fields[0].text == "1001"
    assert row(by_file, "count").fields[0].text == ""


def test_shots_of_before_are_read_with_what_is_new(slate: Slate, shot: int) -> None:
    """A revision written before there were clip ranges and marks: its clip is its work range."""
    with sqlite3.connect(slate.workspace.config.database) as connection:
        connection.execute(
            "UPDATE setup_revision SET content = json_remove(content, '$.setup.clip_range', "
            "'$.setup.closing', '$.setup.start_timecode', '$.marks', '$.brief', '$.lock', "
            "'$.source', '$.shift', '$.events')"
        )
    content = slate.shots.load(shot).content
    assert content.setup.clip_range == content.setup.work_range
    assert slate.shots.page(shot).sheet.state is State.FOLLOWS


def test_a_database_of_before_is_brought_up_to_date(tmp_path: Path) -> None:
    """What was linked before elements had rates of their own is used frame for frame, as it was."""
    database = Database(tmp_path / "old.db")
    config = AlembicConfig()
    config.set_main_option("script_location", "zero_slate:store/migrations")
    with database.engine.begin() as connection:
        config.attributes["connection"] = connection
        command.downgrade(config, "0001")
        connection.exec_driver_sql(
            "INSERT INTO production (id, title, kind, code_example, created_at) "
            "VALUES (1, 'A', '', 'A_1', '')"
        )
        connection.exec_driver_sql(
            "INSERT INTO shot (id, production_id, code, touched_at) VALUES (1, 1, 'A_1', '')"
        )
        connection.exec_driver_sql(
            "INSERT INTO element (shot_id, role, volume, folder, align, media, who, at) "
            "VALUES (1, 'plate', 'v', 'f', 'number', '{}', '', '')"
        )
    database.close()
    again = Database(tmp_path / "old.db")
    with again.reading() as session:
        (row,) = element_rows(session, 1)
    assert (row.use, row.own_rate, row.base) == (RateUse.FRAME, None, 0)
    again.close()
