"""Formats, changes of one shot and of several, levels, locks, and starting from something."""

import json
from pathlib import Path

import pytest
from fastapi.testclient import TestClient

from tests.makers import write_sequence
from zero_slate.config import CONFIG_NAME, Config
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.canvas.raster import Size
from zero_slate.core.checks.finding import State
from zero_slate.services.changes.sources import FilePlace, Source
from zero_slate.services.runtime.workspace import NotFound
from zero_slate.web.app import create_app
from zero_slate.web.slate import Slate

NONE: frozenset[str] = frozenset()


def setup_of(slate: Slate, shot: int):
    return slate.shots.load(shot).content.setup


@pytest.fixture
def two(slate: Slate, production: int, shot: int) -> tuple[int, int]:
    """FRO_0030 and FRO_0010, both set up."""
    return shot, slate.new_shots.set_up_from_event(production, "FRO_0010")


def test_a_format_says_what_comes_along_and_lets_each_be_kept(slate: Slate, shot: int) -> None:
    source = Source(format="HD 1080 50i")
    page = slate.changing.page(shot, source, NONE, None)
    rows = {row.key: (row.before, row.after) for row in page.proposal.rows if row.chosen}
    assert rows == {
        "rate": ("24000/1001", "25"),
        "scan": ("progressive", "upper field first"),
        "signal": ("none", "1080 / 50i"),
    }
    assert page.proposal.state_after is State.DIFFERS
    assert any("combs" in told.text or "comb" in told.text for told in page.proposal.appear)
    slate.changing.take(shot, 1, source, frozenset(["rate"]), None)
    setup = setup_of(slate, shot)
    assert (str(setup.rate), setup.scan, setup.signal) == (
        "24000/1001",
        "upper field first",
        "1080 / 50i",
    )
    loaded = slate.shots.load(shot)
    assert loaded.content.format is not None
    assert loaded.head.what.startswith("Format HD 1080 50i: Scan progressive → upper field first")
    slate.shots.undo(shot, 2)
    assert slate.shots.load(shot).content.format is None


def test_own_formats_are_kept_changed_and_deleted_and_shots_keep_their_values(
    slate: Slate, shot: int
) -> None:
    made = slate.library.begin("Square 1:1")
    assert made.id is not None
    typed = {**made.texts, "canvas": {"width": "1000", "height": "1000"}}
    changed = slate.library.save("Tile", "For the wall", typed, made.id)
    assert (changed.name, changed.line) == ("Tile", "1000 × 1000 · 30 · progressive")
    slate.changing.take(shot, 1, Source(format="Tile"), NONE, None)
    gone = slate.library.remove(made.id)
    assert setup_of(slate, shot).canvas == Size(1000, 1000)
    with pytest.raises(NotFound, match="no format “Tile”"):
        slate.changing.page(shot, Source(format="Tile"), NONE, None)
    again = slate.library.save(gone.name, gone.purpose, gone.texts)
    assert again.name == "Tile"
    with pytest.raises(Refusal, match="another own format's name"):
        slate.library.save("tile", "", gone.texts)


def test_a_file_of_formats_is_taken_but_for_what_is_broken(slate: Slate) -> None:
    slate.library.begin("Square 1:1")
    document = json.loads(slate.library.document())
    square = document["formats"][0]
    document["formats"] += [
        {**square, "name": "Wall"},
        {**square, "name": "HD 1080 25p"},
        {**square, "name": "Zero", "pixel_aspect": "1:0"},
        {"name": "Nothing"},
    ]
    taken = slate.library.take(json.dumps(document).encode())
    assert (taken.taken, taken.same) == (("Wall",), ("Square 1:1 own",))
    assert {each.name for each in taken.broken} == {"HD 1080 25p", "Zero", "Nothing"}
    assert slate.library.page("wall").found == 1


def test_another_shots_groups_are_copied_without_what_is_its_own(
    slate: Slate, two: tuple[int, int]
) -> None:
    one, other = two
    typed = {
        "canvas": {"width": "2048"},
        "overscan": {"text": "10 %"},
        "title": {"text": "Mine"},
        "handles": {"head": "4", "tail": "4"},
    }
    slate.shots.save(one, 1, typed, {})
    source = Source(shot=one, groups=("canvas", "picture", "shot"))
    slate.changing.take(other, 1, source, NONE, None)
    setup = setup_of(slate, other)
    assert (str(setup.canvas), str(setup.overscan)) == ("2048 × 1080", "10 %")
    assert (setup.title, setup.code, str(setup.handles)) == ("", "FRO_0010", "8 + 8")
    with pytest.raises(NotFound, match="isn't there any more"):
        slate.changing.page(other, Source(shot=999, groups=("canvas",)), NONE, None)
    with pytest.raises(Refusal, match="choose of canvas"):
        slate.changing.page(other, Source(shot=one, groups=("everything",)), NONE, None)


def test_a_files_header_says_size_rate_and_what_it_doesnt(
    slate: Slate, shot: int, config: Config
) -> None:
    place = FilePlace("media", "plates/FRO_0030", "FRO_0030_plate.####.exr")
    names = [e.name for e in slate.volumes.folder("media", "plates/FRO_0030").found]
    source = Source(file=FilePlace(place.volume, place.path, names[0]))
    page = slate.changing.page(shot, source, NONE, None)
    rows = {row.key: row for row in page.proposal.rows}
    assert rows["canvas"].after == "64 × 36"
    assert rows["scan"].note == "its header doesn't say"
    assert page.proposal.canvas is not None


def test_rows_say_where_they_come_from_since_when_and_by_whom(
    slate: Slate, shot: int, production: int
) -> None:
    def of(key: str):
        return slate.provenances.of(shot, key)

    assert [(r.name, r.stands) for r in of("canvas").entries] == [
        ("House setup", False),
        ("Edit format", True),
    ]
    assert of("canvas").entries[1].who == "tester"
    assert of("placing").entries[0].stands
    assert of("placing").entries[0].since is None
    slate.changing.take(shot, 1, Source(format="D-cinema 2K flat 1.85 24p"), NONE, None)
    assert [r.name for r in of("canvas").entries if r.stands] == ["D-cinema 2K flat 1.85 24p"]
    slate.shots.save(shot, 2, {"canvas": {"width": "2000"}}, {})
    own = of("canvas")
    assert [r.name for r in own.entries if r.stands] == ["This shot"]
    assert own.follow == "Follow the format D-cinema 2K flat 1.85 24p again"
    slate.changing.take(shot, 3, Source(follow=("canvas",)), NONE, None)
    assert str(setup_of(slate, shot).canvas) == "1998 × 1080"


def test_the_house_setup_begins_productions_and_shots_and_goes_back_to_the_shipped(
    slate: Slate, shot: int
) -> None:
    slate.shots.save(shot, 1, {"overscan": {"text": "64"}, "canvas": {"width": "2048"}}, {})
    wanted = slate.house.page(shot_id=shot)
    assert {each.key for each in wanted.changes} >= {"overscan", "canvas", "rate"}
    slate.house.change(0, {}, shot_id=shot, leave=frozenset(["rate"]))
    made = slate.productions.start("Another", "", {})
    (hand,) = slate.starting.begin(made, ["NEW_0010"], None).ids
    setup = setup_of(slate, hand)
    assert (str(setup.canvas), str(setup.overscan), str(setup.rate)) == (
        "2048 × 1080",
        "64 px",
        "24",
    )
    apart = slate.house.page().apart
    assert {each.key for each in apart} == {"overscan", "canvas"}
    assert slate.house.change(1, {}, shipped=True).apart == ()
    assert {each.key for each in slate.house.undo(2).apart} == {"overscan", "canvas"}
    with pytest.raises(Refusal, match="changed meanwhile"):
        slate.house.change(1, {}, shipped=True)


def test_several_shots_are_changed_and_taken_back_as_one(
    slate: Slate, two: tuple[int, int], production: int
) -> None:
    source = Source(typed={"overscan": {"text": "10 %"}, "handles": {"head": "+2"}})
    page = slate.batches.page(production, source, list(two), NONE)
    assert {each.code for each in page.touched} == {"FRO_0010", "FRO_0030"}
    assert all("Overscan 0 → 10 %" in each.changes for each in page.touched)
    made = slate.batches.take(production, source, list(two), NONE)
    assert [str(setup_of(slate, each).handles) for each in two] == ["10 + 8", "10 + 8"]
    slate.shots.save(two[0], 2, {"title": {"text": "Since"}}, {})
    undone = slate.batches.undo(made)
    assert (undone.shots, undone.kept) == (1, ("FRO_0030",))
    assert str(setup_of(slate, two[1]).handles) == "8 + 8"
    assert str(setup_of(slate, two[0]).handles) == "10 + 8"
    with pytest.raises(Refusal, match="taken back already"):
        slate.batches.undo(made)
    # Each shot's own undo goes on from there.
    assert slate.shots.load(two[1]).history.redo is not None


def test_an_edit_format_and_its_shots_are_one_change(
    slate: Slate, two: tuple[int, int], production: int
) -> None:
    typed = {"canvas": {"width": "1998"}}
    made = slate.edit_formats.change(production, 1, typed, True, frozenset([two[1]]))
    assert made is not None
    assert [str(setup_of(slate, each).canvas) for each in two] == ["1998 × 1080", "1920 × 1080"]
    (line, *_) = slate.batches.latest(production)
    assert (line.shots, line.undone_at) == (1, None)
    slate.batches.undo(made)
    assert str(setup_of(slate, two[0]).canvas) == "1920 × 1080"
    assert slate.cut_pages.page(production).cells[0].value == "1920 × 1080"
    assert slate.shots.load(two[0]).stored.edit.canvas == Size(1920, 1080)


def test_shots_that_share_a_setup_are_changed_once_and_may_be_left_out(
    slate: Slate, two: tuple[int, int], production: int
) -> None:
    slate.shared_setups.share(production, "Night", list(two))
    (shared,) = slate.shared_setups.shared(production)
    assert shared.codes == ("FRO_0010", "FRO_0030")
    with pytest.raises(Refusal, match="two or more"):
        slate.shared_setups.share(production, "Alone", [two[0]])
    slate.shared_setups.unshare(production, [two[0]])
    assert slate.shared_setups.shared(production)[0].shots == (two[1],)
    slate.shared_setups.unshare(production, [two[1]])
    assert slate.shared_setups.shared(production) == ()


def test_several_shots_start_at_once_or_none(slate: Slate, production: int) -> None:
    begun = slate.starting.begin(production, ["FRO_0010", "Été 5"], Source(format="Upright 4:5"))
    assert begun.renamed == (
        "“Été 5” becomes Ete_5: letters with marks become plain ones, space can't stand in a file "
        "name everywhere and becomes _.",
    )
    setups = [setup_of(slate, each) for each in begun.ids]
    assert {str(setup.canvas) for setup in setups} == {"1080 × 1350"}
    assert [setup.cut_range.length for setup in setups] == [122, 96]
    with pytest.raises(Refusal, match="one name where capitals"):
        slate.starting.begin(production, ["NEW_0010", "ETE_5"], None)
    assert slate.cut_pages.page(production).tally.new == 1
    with pytest.raises(Refusal, match="1 to 500"):
        slate.starting.begin(production, [" "], None)


def test_a_shot_by_hand_starts_from_a_plates_header(
    slate: Slate, production: int, config: Config
) -> None:
    write_sequence(config.volumes["media"] / "new", "plate", range(1, 41))
    (entry,) = slate.volumes.folder("media", "new").found
    source = Source(file=FilePlace("media", "new", entry.name))
    (made,) = slate.starting.begin(production, ["NEW_0010"], source).ids
    setup = setup_of(slate, made)
    assert (str(setup.canvas), setup.cut_range.length) == ("64 × 36", 40)


@pytest.fixture
def locked(tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> Slate:
    """An installation whose file locks the rate, and whose environment locks the space."""
    home = tmp_path / "home"
    home.mkdir()
    (home / CONFIG_NAME).write_text(
        '[locked]\nrate = "25"\n[locked.canvas]\nwidth = 2048\nheight = 1080\n'
    )
    monkeypatch.setenv("ZERO_SLATE_HOME", str(home))
    monkeypatch.setenv("ZERO_SLATE_LOCKED", '{"working_space": "Linear Rec.709 (sRGB)"}')
    with TestClient(create_app(Config(home=home)), base_url="http://localhost") as client:
        yield client.app.state.slate  # type: ignore[attr-defined]


def test_a_facilitys_locks_hold_everywhere_and_say_by_what(locked: Slate) -> None:
    production = locked.productions.start("A film", "", {})
    page = locked.edit_formats.preview(production, {"rate": {"rate": "24"}}, along=True)
    rate = next(row for row in page.rows if row.key == "rate")
    assert rate.problem is not None
    assert rate.problem.message == "Rate is locked at 25 by zero-slate.toml."
    with pytest.raises(Refusal, match="Rate is locked at 25"):
        locked.edit_formats.change(production, 1, {"rate": {"rate": "24"}}, True, NONE)
    (shot,) = locked.starting.begin(production, ["FRO_0030"], None).ids
    setup = setup_of(locked, shot)
    assert (str(setup.canvas), setup.working_space) == ("2048 × 1080", "Linear Rec.709 (sRGB)")
    sheet = locked.shots.page(shot, {"canvas": {"width": "1920"}}).sheet
    row = next(r for group in sheet.groups for r in group.rows if r.key == "canvas")
    assert row.locked is not None
    assert row.problem is not None
    assert row.problem.nearest == {"width": "2048", "height": "1080"}
    with pytest.raises(Refusal, match="locked"):
        locked.shots.save(shot, 1, {"canvas": {"width": "1920"}}, {})
    space = next(r for group in sheet.groups for r in group.rows if r.key == "working_space")
    assert space.locked is not None
    assert "ZERO_SLATE_LOCKED" in space.locked.label
    source = Source(format="HD 1080 24p")
    proposal = locked.changing.page(shot, source, frozenset(), None).proposal
    notes = {row.key: row.note for row in proposal.rows}
    assert "doesn't come along: Rate is locked at 25" in notes["rate"]


@pytest.mark.parametrize(
    ("file", "environment", "words"),
    [
        ('rate = "24"\ntimecode = "drop-frame"', "{}", "contradict each other"),
        ('rate = "24"', '{"rate": "25"}', "contradict each other"),
        ('rate = "sideways"', "{}", "a value that can't be"),
        ('colour = "red"', "{}", "isn't a setting"),
        ('canvas = "1920"', "{}", "width = …, height = …"),
    ],
)
def test_locks_that_cannot_be_stop_the_start_and_say_where(
    tmp_path: Path, monkeypatch: pytest.MonkeyPatch, file: str, environment: str, words: str
) -> None:
    (tmp_path / CONFIG_NAME).write_text(f"[locked]\n{file}\n")
    monkeypatch.setenv("ZERO_SLATE_HOME", str(tmp_path))
    monkeypatch.setenv("ZERO_SLATE_LOCKED", environment)
    with pytest.raises(Refusal, match=words):
        create_app(Config())


def test_the_quick_line_is_applied_as_one_change(slate: Slate, shot: int) -> None:
    page = slate.quick.page(shot, "1998x1080 1.85 24 1001-1110 half", {})
    assert page.sound
    slate.shots.save(shot, 1, page.texts, {})
    setup = setup_of(slate, shot)
    assert (str(setup.canvas), str(setup.rate), str(setup.working_scale)) == (
        "1998 × 1080",
        "24",
        "1/2",
    )
    slate.shots.undo(shot, 2)
    assert str(setup_of(slate, shot).canvas) == "1920 × 1080"


def test_elements_have_placements_of_their_own(slate: Slate, shot: int) -> None:
    (entry,) = slate.volumes.folder("media", "plates/FRO_0030").found
    linked = slate.elements.link(shot, "media", "plates/FRO_0030", entry.name, None)
    slate.elements.change(shot, linked.id, {"placing": "pixel for pixel", "line_work": True})
    (line,) = slate.elements.linked(shot)
    assert (line.placing, line.line_work) == ("pixel for pixel", True)
    assert line.becomes == "at its own size, bars of 928 px left and right, 522 px above and below"
    # Read again, it keeps them.
    slate.elements.link(shot, "media", "plates/FRO_0030", entry.name, None)
    assert slate.elements.linked(shot)[0].line_work
