"""Whatever is typed or set, the reckoning answers: with values, problems and figures that hold."""

import dataclasses
from fractions import Fraction

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.core.scenes import EVENT, NAMES, SETUP, config_with, header, plate
from tests.files.test_round_trips import EDITS, SETUPS
from tests.properties import examples
from zero_slate.core.checks.finding import Severity, State
from zero_slate.core.checks.match import match, written
from zero_slate.core.media.element import Align
from zero_slate.core.presentation.cut_table import cut_row
from zero_slate.core.presentation.drawings.bars import draw_ranges, draw_rates
from zero_slate.core.presentation.drawings.canvas import draw_canvas
from zero_slate.core.presentation.frame_rule import MOST_READINGS, build_frame_rule
from zero_slate.core.presentation.sheet import build_sheet
from zero_slate.core.settings.index import EDIT_SETTINGS, SETTINGS
from zero_slate.core.settings.models.edit_format import EditFormat
from zero_slate.core.settings.models.setup import Setup
from zero_slate.core.settings.reading import Reading, read_typed
from zero_slate.core.settings.schema import GROUPS
from zero_slate.core.shot.anchor import Anchor
from zero_slate.core.shot.change import apply, follow
from zero_slate.core.shot.context import ShotContext, clock_of
from zero_slate.core.shot.required import left_alone, required_of
from zero_slate.core.shot.state import Content, Departure
from zero_slate.core.time.frames import FrameRange, Handles
from zero_slate.core.time.timecode import labels

PLATES = st.builds(
    lambda first, length, align: plate(FrameRange.starting(first, length), align=align),
    st.integers(0, 5000),
    st.integers(1, 3000),
    st.sampled_from(list(Align)),
)
SITUATIONS = st.builds(
    lambda setup, edit, linked, in_cut: ShotContext(
        setup, edit, EVENT if in_cut else None, (linked,) if linked else (), config_with(NAMES)
    ),
    SETUPS,
    EDITS,
    PLATES | st.none(),
    st.booleans(),
)
TYPED = st.dictionaries(
    st.sampled_from([(key, p.key) for key, s in SETTINGS.items() for p in s.kind.parts]),
    st.text(max_size=12) | st.from_regex(r"-?[0-9./:;i x]{1,9}", fullmatch=True),
    max_size=6,
)


def texts(typed: dict[tuple[str, str], str]) -> dict[str, dict[str, str]]:
    by_setting: dict[str, dict[str, str]] = {}
    for (key, part), text in typed.items():
        by_setting.setdefault(key, {})[part] = text
    return by_setting


@examples(150)
@given(SITUATIONS)
def test_any_shot_is_judged_and_laid_out(context: ShotContext) -> None:
    found = match(context)
    for finding in found.findings:
        assert finding.setting in SETTINGS
        assert all(figure in finding.sentence.text for figure in finding.sentence.strong)
        assert finding.severity is Severity.NOTE or found.states[finding.setting] is State.DIFFERS
    sheet = build_sheet(context, found, {}, {}, Reading({}, {}))
    assert [group.key for group in sheet.groups] == list(GROUPS)
    assert {row.key for group in sheet.groups for row in group.rows} == set(SETTINGS)
    assert all(row.messages for group in sheet.groups for row in group.rows)
    assert sheet.differing == sum(
        row.state is State.DIFFERS for group in sheet.groups for row in group.rows
    )
    line = cut_row(context, found, {})
    assert line.state is found.state
    for drawing in (draw_ranges(context), draw_rates(context)):
        assert all(drawing.first <= s.start <= s.end for t in drawing.tracks for s in t.spans)
    canvas = draw_canvas(context)
    assert canvas.canvas.width <= canvas.edit.width * (1 + 1e-9)
    assert canvas.canvas.height <= canvas.edit.height * (1 + 1e-9)


@examples(60)
@given(SITUATIONS)
def test_any_rule_reads_every_scale_at_every_step(context: ShotContext) -> None:
    rule = build_frame_rule(context)
    steps = range(rule.first, rule.last + 1, rule.step)
    assert len(steps) <= MOST_READINGS
    for scale in rule.scales:
        assert len(scale.readings) == len(steps)
        assert all(rule.first <= mark.at <= rule.last + 1 for mark in scale.marks)
        assert all((mark.level == 2) == (mark.label is not None) for mark in scale.marks)
    edit = next((scale for scale in rule.scales if scale.key == "edit"), None)
    if edit is not None:
        # Frame by frame against the ratio of the two rates, exactly.
        ratio = EVENT.record_rate.fraction / context.setup.rate.fraction
        start = context.setup.cut_range.first
        counts = [EVENT.record.first + (frame - start) * ratio // 1 for frame in steps]
        assert list(edit.readings) == labels(map(int, counts), EVENT.record_rate)


@examples(200)
@given(SETUPS, TYPED)
def test_whatever_is_typed_is_understood_or_told(
    setup: Setup, typed: dict[tuple[str, str], str]
) -> None:
    said = texts(typed)
    reading = read_typed(setup, said, SETTINGS, clock_of(setup, EVENT))
    assert not set(reading.values) & set(reading.problems)
    for key, problem in reading.problems.items():
        parts = {part.key for part in SETTINGS[key].kind.parts}
        assert problem.part in parts
        assert problem.message.endswith(".")
        # What is offered instead can be taken.
        if problem.nearest:
            known = SETTINGS[key].kind.texts(getattr(setup, key))
            again = read_typed(
                setup, {key: {**known, **problem.nearest}}, SETTINGS, clock_of(setup, EVENT)
            )
            assert key not in again.problems
    after = apply(setup, reading.values)
    for key, value in reading.values.items():
        assert getattr(after, key) == value


@given(SETUPS, EDITS, EDITS)
def test_following_twice_is_following_once(
    setup: Setup, before: EditFormat, after: EditFormat
) -> None:
    made = follow(Content(setup=setup), before, after, EVENT, Anchor())
    assert follow(made, after, after, EVENT, Anchor()) == made
    once = made.setup
    # Handles are asked in the shot's own rate, so that they last as long as the edit's.
    was, now = (
        {**left_alone(edit), **required_of(edit, EVENT, setup, Anchor()).values}
        for edit in (before, after)
    )
    for key in EDIT_SETTINGS:
        if key != "handles":
            assert (was[key], now[key]) == (getattr(before, key), getattr(after, key))
        if getattr(setup, key) == was[key]:
            assert getattr(once, key) == now[key]
        else:
            assert getattr(once, key) == getattr(setup, key)


@examples(60)
@given(SITUATIONS)
def test_a_reason_for_each_difference_leaves_none(context: ShotContext) -> None:
    differing = [key for key, state in match(context).states.items() if state is State.DIFFERS]
    reasons = {key: Departure(written(context.setup, key), "because") for key in differing}
    again = match(context, reasons)
    assert again.differing == 0
    assert again.departing == len(differing)


@examples(60)
@given(SITUATIONS)
def test_taking_every_offer_on_a_shots_own_values_makes_it_follow(context: ShotContext) -> None:
    """Corrections don't fight: once all are taken, no setting differs from what is asked."""
    alone = dataclasses.replace(context, elements=(), config=None)
    setup = context.setup
    for _ in range(6):
        found = match(dataclasses.replace(alone, setup=setup))
        changes = [f.change.values for f in found.findings if f.change is not None]
        for values in changes:
            setup = apply(setup, values)
        if not changes:
            break
    final = match(dataclasses.replace(alone, setup=setup))
    # A shot's code is its own; it is matched by it. Numbers below 0 may be the edit's own doing.
    own = {"code"} | ({"count"} if setup.work_range.first < 0 else set())
    assert {k for k, s in final.states.items() if s is State.DIFFERS} <= own


def test_a_plate_at_another_rate_is_told_with_its_speed() -> None:
    fast = plate(header=header(rate=dataclasses.replace(EVENT.source_rate, fraction=Fraction(30))))
    at = ShotContext(SETUP, EditFormat(rate=EVENT.record_rate), EVENT, (fast,))
    (told,) = [f for f in match(at).findings if f.code == "media.rate"]
    assert "states 30: frame for frame it runs 0.799× as fast" in told.sentence.text


@given(st.integers(0, 200), st.integers(0, 200), st.integers(1, 500))
def test_widening_and_handles(head: int, tail: int, length: int) -> None:
    cut = FrameRange.starting(1001, length)
    work = cut.widened(Handles(head, tail))
    assert work.length == length + head + tail
    assert work.overlap(cut) == cut
    assert work.moved(5).moved(-5) == work


@pytest.mark.parametrize(
    ("key", "part"), [(key, part.key) for key, s in SETTINGS.items() for part in s.kind.parts]
)
@pytest.mark.parametrize("text", ["\x1b", "a\nb", "x" * 500])
def test_what_no_field_holds_is_told_of_the_field_it_was_typed_in(
    key: str, part: str, text: str
) -> None:
    reading = read_typed(SETUP, {key: {part: text}}, SETTINGS, clock_of(SETUP, EVENT))
    assert reading.problems[key].part == part
