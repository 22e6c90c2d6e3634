"""Typed changes: what is understood, what is refused, what moves along."""

from fractions import Fraction

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.core.scenes import CLOCK, EDIT, EVENT, SETUP, context_for
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.canvas.raster import Size
from zero_slate.core.checks.match import match
from zero_slate.core.presentation.sheet import build_sheet
from zero_slate.core.settings.index import SETTINGS
from zero_slate.core.settings.models.setup import Setup
from zero_slate.core.settings.reading import Reading, apply_to_edit, read_typed
from zero_slate.core.shot.anchor import Anchor
from zero_slate.core.shot.change import apply, changed, follow
from zero_slate.core.shot.from_event import setup_from_event
from zero_slate.core.shot.history import Action, History, Step, history
from zero_slate.core.shot.state import Content
from zero_slate.core.time.entry.clock import Entry
from zero_slate.core.time.frames import CountAt, FrameCount, FrameRange, Handles
from zero_slate.core.time.rate import FrameRate
from zero_slate.core.time.timecode import TimecodeKind


def test_a_part_that_is_not_typed_keeps_its_value() -> None:
    reading = read_typed(SETUP, {"canvas": {"width": "1998"}}, SETTINGS, CLOCK)
    assert reading.values == {"canvas": Size(1998, 1080)}
    assert reading.problems == {}


@pytest.mark.parametrize(
    ("key", "parts", "part", "words", "nearest"),
    [
        (
            "canvas",
            {"width": "90000"},
            "width",
            "over 32,768",
            {"width": "32768", "height": "393"},
        ),
        ("canvas", {"height": "0"}, "height", "up to 32,768", {"height": "1"}),
        ("canvas", {"width": "wide"}, "width", "not a whole number", {}),
        ("canvas", {"width": ""}, "width", "Nothing is written", {}),
        ("pixel_aspect", {"ratio": "1:0"}, "ratio", "1:16", {"ratio": "1:1"}),
        ("rate", {"rate": "25i"}, "rate", "two ways", {"rate": "50i"}),
        ("rate", {"rate": "0"}, "rate", "0.01 to 1000", {"rate": "0.01"}),
        (
            "work_range",
            {"first": "1200"},
            "last",
            "back to front",
            {"first": "1108", "last": "1200"},
        ),
        ("handles", {"tail": "-9"}, "tail", "0 to 10,000", {"tail": "0"}),
        ("scan", {"choice": "sideways"}, "choice", "progressive", {"choice": "progressive"}),
        ("code", {"code": "FRO/30"}, "code", "not safe", {"code": "FRO_30"}),
        ("code", {"code": ""}, "code", "needs a code", {"code": "SHOT_0010"}),
        ("working_space", {"name": " "}, "name", "1 to 120", {}),
        ("title", {"text": "x" * 121}, "text", "at most 120", {"text": "x" * 120}),
    ],
)
def test_what_cannot_be_taken_names_field_limit_and_nearest(
    key: str, parts: dict[str, str], part: str, words: str, nearest: dict[str, str]
) -> None:
    reading = read_typed(SETUP, {key: parts}, SETTINGS, CLOCK)
    problem = reading.problems[key]
    assert reading.values == {}
    assert problem.part == part
    assert words in problem.message
    if key == "canvas" and "height" in problem.nearest and len(problem.nearest) == 2:
        Size(int(problem.nearest["width"]), int(problem.nearest["height"]))
    else:
        assert problem.nearest == nearest


@pytest.mark.parametrize("key", SETTINGS)
def test_every_setting_reads_back_what_it_writes(key: str) -> None:
    kind = SETTINGS[key].kind
    value = getattr(SETUP, key)
    texts = kind.texts(value)
    assert kind.read(texts, Entry(CLOCK, value, tuple(texts))) == value
    assert set(texts) == {part.key for part in kind.parts if not part.loose}
    assert SETTINGS[key].help.endswith(".")


def test_a_new_count_renumbers_the_ranges() -> None:
    after = apply(SETUP, {"count": FrameCount(1)})
    assert (after.cut_range, after.work_range) == (FrameRange(9, 100), FrameRange(1, 108))
    # Only the count differs from what the edit asks.
    assert [f.code for f in match(context_for(after)).findings] == ["count.differs"]


def test_the_same_number_at_another_moment_renumbers_too() -> None:
    after = apply(SETUP, {"count": FrameCount(1001, CountAt.CUT)})
    assert after.cut_range == FrameRange(1001, 1092)
    assert after.work_range == FrameRange(993, 1100)


def test_a_snug_work_range_stays_the_cut_and_its_handles() -> None:
    assert apply(SETUP, {"handles": Handles(4, 0)}).work_range == FrameRange(1005, 1100)
    longer = apply(SETUP, {"cut_range": FrameRange(1009, 1110)})
    assert longer.work_range == FrameRange(1001, 1118)
    loose = SETUP.model_copy(update={"work_range": FrameRange(990, 1108)})
    assert apply(loose, {"handles": Handles(4, 0)}).work_range == FrameRange(990, 1108)


@pytest.mark.parametrize("at", [CountAt.WORK, CountAt.CLIP, CountAt.CUT])
def test_a_count_typed_with_longer_handles_stands_where_it_says(at: CountAt) -> None:
    """1 at work, with 30 frames of handle where 8 were: the work range begins at 1."""
    after = apply(SETUP, {"count": FrameCount(1, at), "handles": Handles(30, 8)})
    runs = {CountAt.WORK: after.work_range, CountAt.CLIP: after.clip_range}
    assert runs.get(at, after.cut_range).first == 1
    assert after.cut_range.first - after.work_range.first == 30


@given(st.integers(-5000, 5000), st.sampled_from(list(CountAt)))
def test_counting_there_and_back_is_the_identity(number: int, at: CountAt) -> None:
    there = apply(SETUP, {"count": FrameCount(number, at)})
    assert there.work_range.length == SETUP.work_range.length
    assert apply(there, {"count": SETUP.count}) == SETUP


def test_shots_follow_a_changed_edit_where_they_followed_it() -> None:
    after = EDIT.model_copy(update={"canvas": Size(2048, 1080), "handles": Handles(12, 12)})
    moved = follow(Content(setup=SETUP), EDIT, after, EVENT, Anchor()).setup
    assert moved.canvas == Size(2048, 1080)
    # The clip still counts from 1001, so that four more frames before the cut move it on.
    assert (moved.work_range, moved.cut_range) == (FrameRange(1001, 1116), FrameRange(1013, 1104))
    assert match(context_for(moved, edit=after)).findings == ()
    own = SETUP.model_copy(update={"canvas": Size(640, 360)})
    kept = Content(setup=own)
    assert follow(kept, EDIT, after, EVENT, Anchor()).setup.canvas == Size(640, 360)
    assert follow(kept, EDIT, EDIT, EVENT, Anchor()) is kept


def test_an_edit_at_24_has_no_drop_frame() -> None:
    with pytest.raises(Refusal, match="does not exist at 24000/1001"):
        apply_to_edit(EDIT, {"timecode": TimecodeKind.DROP})
    ntsc = {"timecode": TimecodeKind.DROP, "rate": FrameRate(Fraction(30000, 1001))}
    assert apply_to_edit(EDIT, ntsc).drops


def test_a_setup_is_exact_in_json() -> None:
    setup = setup_from_event(EDIT, EVENT, "Crow reads the frost")
    assert Setup.model_validate_json(setup.model_dump_json()) == setup
    assert changed(SETUP, setup) == {}


def test_the_sheet_keeps_what_is_typed_wrong() -> None:
    typed = {"canvas": {"width": "19x"}}
    reading = read_typed(SETUP, typed, SETTINGS, CLOCK)
    context = context_for()
    sheet = build_sheet(context, match(context), {}, typed, reading)
    row = next(row for group in sheet.groups for row in group.rows if row.key == "canvas")
    assert [field.text for field in row.fields] == ["19x", "1080", ""]
    assert row.problem is not None
    assert row.required == "1920 × 1080"


def test_an_offer_is_worded_as_what_will_happen() -> None:
    context = context_for(SETUP.model_copy(update={"canvas": Size(1998, 1080)}))
    sheet = build_sheet(context, match(context), {}, {}, Reading({}, {}))
    (said,) = sheet.groups[0].rows[0].messages
    assert said.fix is not None
    assert said.fix.label == "Use 1920 × 1080"
    assert said.fix.texts == {"canvas": {"width": "1920", "height": "1080"}}
    assert sheet.verdict == "1 difference from the edit"
    assert sheet.groups[0].note == "1 difference"


E, U, R = Action.EDIT, Action.UNDO, Action.REDO


@pytest.mark.parametrize(
    ("steps", "undo", "redo"),
    [
        ([(1, E, None)], None, None),
        ([(1, E, None), (2, E, None)], 1, None),
        ([(1, E, None), (2, E, None), (3, U, 1)], None, 2),
        ([(1, E, None), (2, E, None), (3, U, 1), (4, R, 2)], 1, None),
        ([(1, E, None), (2, E, None), (3, U, 1), (4, E, None)], 1, None),
        ([(1, E, None), (2, E, None), (3, E, None), (4, U, 2), (5, U, 1)], None, 2),
    ],
)
def test_undo_and_redo_lead_where_one_expects(
    steps: list[tuple[int, Action, int | None]], undo: int | None, redo: int | None
) -> None:
    assert history([Step(*step) for step in steps]) == History(undo, redo)


@given(st.lists(st.sampled_from("eur"), max_size=40))
def test_undo_and_redo_are_those_of_an_editor(acts: list[str]) -> None:
    """Against a plain undo stack over contents."""
    steps, done, undone = [Step(1, E, None)], [1], []
    for act in acts:
        number = len(steps) + 1
        if act == "e":
            steps.append(Step(number, E, None))
            done.append(number)
            undone.clear()
        elif act == "u" and len(done) > 1:
            undone.append(done.pop())
            steps.append(Step(number, U, done[-1]))
        elif act == "r" and undone:
            done.append(undone.pop())
            steps.append(Step(number, R, done[-1]))
    expected = History(done[-2] if len(done) > 1 else None, undone[-1] if undone else None)
    assert history(steps) == expected


@pytest.mark.parametrize(
    ("typed", "size", "understood"),
    [
        ({"shape": "2.39"}, "1920 × 803", "1920 × 803 · exact height 803.35; shape 2.3910"),
        ({"height": "800", "shape": "16:9"}, "1422 × 800", "1422 × 800 · exact width 1422.22"),
        ({"width": "2048", "shape": "16:9"}, "2048 × 1152", "2048 × 1152"),
    ],
)
def test_a_shape_sets_the_side_that_is_not_typed(typed, size: str, understood: str) -> None:
    reading = read_typed(SETUP, {"canvas": typed}, SETTINGS, CLOCK)
    assert str(reading.values["canvas"]) == size
    assert reading.understood["canvas"].startswith(understood)


def test_a_shape_is_reckoned_with_the_pixels_typed_in_the_same_go() -> None:
    typed = {"canvas": {"width": "1440", "shape": "16:9"}, "pixel_aspect": {"ratio": "4:3"}}
    reading = read_typed(SETUP, typed, SETTINGS, CLOCK)
    assert str(reading.values["canvas"]) == "1440 × 1080"


def test_a_shape_and_two_sides_that_disagree_are_refused() -> None:
    typed = {"canvas": {"width": "2000", "height": "900", "shape": "16:9"}}
    problem = read_typed(SETUP, typed, SETTINGS, CLOCK).problems["canvas"]
    assert problem.part == "shape"
    assert problem.nearest == {"width": "2000", "height": "1125", "shape": ""}
