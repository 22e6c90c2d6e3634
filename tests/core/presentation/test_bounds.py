"""Every drawing has a bound, whatever is typed, and says when it shows less."""

from dataclasses import asdict
from fractions import Fraction

import pytest
from pydantic import TypeAdapter

from tests.core.scenes import EDIT, SETUP, context_for
from zero_slate.core.presentation.drawings.bars import MOST_SPANS, draw_rates
from zero_slate.core.presentation.drawings.sheet import Drawings, draw_sheet
from zero_slate.core.presentation.frame_rule import MOST_READINGS, build_frame_rule
from zero_slate.core.time.cadence import Fitted, RateUse, cadence_name
from zero_slate.core.time.frames import FrameRange
from zero_slate.core.time.rate import FrameRate

SLOW, FAST = FrameRate(Fraction(1, 100)), FrameRate(Fraction(1000))
LARGEST = 400_000


@pytest.mark.parametrize(("edit", "mine"), [(SLOW, FAST), (FAST, SLOW), (FAST, FAST)])
def test_rates_far_apart_are_drawn_in_bounds(edit: FrameRate, mine: FrameRate) -> None:
    setup = SETUP.model_copy(update={"rate": mine})
    context = context_for(setup, edit=EDIT.model_copy(update={"rate": edit}))
    drawn = draw_rates(context)
    assert max(len(track.spans) for track in drawn.tracks) <= MOST_SPANS + 1
    # Six frames of the slow edit are ten minutes: less of them is drawn, and that is said.
    assert ("last" in drawn.corner) == (edit is SLOW)
    whole = TypeAdapter(Drawings).dump_json(draw_sheet(context, setup))
    assert len(whole) < LARGEST


def test_a_long_shots_rule_is_read_as_far_as_a_screen_shows() -> None:
    long = FrameRange(1, 9_000_000)
    ranges = {"cut_range": long, "work_range": long, "clip_range": long}
    rule = build_frame_rule(context_for(SETUP.model_copy(update=ranges)))
    assert all(len(scale.readings) <= MOST_READINGS for scale in rule.scales)
    assert rule.step > 1
    assert len(str(asdict(rule))) < LARGEST


def test_a_cadence_that_takes_too_long_to_come_round_has_no_name() -> None:
    slow = Fitted(10**6, SLOW, FAST, RateUse.TIME)
    assert cadence_name(slow) == ""
    passed = Fitted(10**6, FAST, SLOW, RateUse.TIME)
    assert passed.skipped(4) == (1, 2, 3, 4)
