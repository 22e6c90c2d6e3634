"""Bit depth: what samples hold, by the standards' figures; where ramps band; what is lost."""

import pytest

from tests.core.scenes import NAMES, SETUP, config_with, context_for, header, plate
from zero_slate.core.checks.finding import Severity
from zero_slate.core.checks.match import match
from zero_slate.core.colour.config_names import Probe
from zero_slate.core.colour.depth import (
    RampSteps,
    SampleDepth,
    VideoDepth,
    holds,
    next_above,
    video_holds,
)
from zero_slate.core.colour.srgb import decoded, encoded
from zero_slate.core.media.header import Channel
from zero_slate.core.presentation.drawings.depth import draw_depth
from zero_slate.core.presentation.meanings import MEANINGS


def test_codes_and_light_are_the_standards() -> None:
    """IEC 61966-2-1: code 128 of 255 is 0.21586 linear, and 0.18 linear is 0.46136."""
    assert decoded(128 / 255) == pytest.approx(0.21586, abs=5e-6)
    assert encoded(0.18) == pytest.approx(0.46136, abs=5e-6)


@pytest.mark.parametrize(
    ("depth", "steps", "greatest"),
    [("8-bit", 44, 1.0), ("10-bit", 177, 1.0), ("half", 1024, 65504.0), ("float", 2**23, 3.4e38)],
)
def test_what_samples_hold(depth: str, steps: int, greatest: float) -> None:
    found = holds(SampleDepth(depth))
    assert found.steps == steps
    assert found.greatest == pytest.approx(greatest, rel=0.01)


def test_video_has_narrow_range() -> None:
    """ITU-R BT.709: 8 bits from 16 to 235, 10 bits from 64 to 940."""
    assert video_holds(VideoDepth.INT8).darkest == pytest.approx((1 / 219) ** 2.4)
    assert video_holds(VideoDepth.INT10).darkest == pytest.approx((1 / 876) ** 2.4)
    assert video_holds(VideoDepth.INT10).steps > 3 * video_holds(VideoDepth.INT8).steps


@pytest.mark.parametrize("depth", list(SampleDepth))
def test_the_next_step_is_above_and_the_last_is_the_last(depth: SampleDepth) -> None:
    for light in (0.0, 0.001, 0.18, 0.5):
        assert next_above(depth, light) > light
    # IEEE 754: from 1 the next half is 1 + 2⁻¹⁰.
    if depth is SampleDepth.HALF:
        assert next_above(depth, 1.0) == 1 + 2**-10
    elif not depth.floating:
        assert next_above(depth, 1.0) == 1.0


def probe(codes: float) -> Probe:
    steps = ((-1.0, codes), (0.0, codes / 4))
    bands = (-1.0, -1.0) if codes > 1 else None
    return Probe(0.4, 0.8, (), (), tuple(RampSteps(each, steps, bands) for each in SampleDepth))


def test_a_step_over_a_display_code_is_seen_as_a_band() -> None:
    coarse = context_for(SETUP, probe=probe(2.0))
    assert "a ramp bands from −1.00 to −1.00 stops" in MEANINGS["working_depth"](coarse).text
    assert "no ramp bands" in MEANINGS["artwork_depth"](context_for(SETUP, probe=probe(1.0))).text
    drawing = draw_depth(coarse)
    assert [curve.name for curve in drawing.curves] == [
        "half · working", "16-bit · artwork", "10-bit · video",
    ]  # fmt: skip
    assert any(fact.differs for fact in drawing.facts)


def test_frames_are_weighed_in_all() -> None:
    said = MEANINGS["working_depth"](context_for(SETUP)).text
    # 1920 × 1080 × 4 × 2 bytes, over the 108 frames of the work range.
    assert "16.6 MB a frame as RGBA, 1.79 GB in all" in said
    assert "isn't known" in said
    assert MEANINGS["video_depth"](context_for(SETUP)).text.startswith("877 codes")


def test_an_element_that_holds_more_than_it_is_worked_in_is_told() -> None:
    setup = SETUP.model_copy(update={"working_depth": SampleDepth.INT8})
    half = plate(header=header(channels=(Channel("R", "half"),)))
    found = {f.code: f for f in match(context_for(setup, half, config=config_with(NAMES))).findings}
    finding = found["depth.element-loses"]
    assert finding.sentence.text.endswith(
        "8-bit keeps 44 of its 1,024 steps a stop at grey and nothing over 1.0."
    )
    assert finding.change is not None
    assert finding.change.values == {"working_depth": SampleDepth.HALF}
    # Steps that no display tells apart aren't missed.
    fine = plate(header=header(channels=(Channel("R", "16-bit"),)))
    codes = {f.code for f in match(context_for(SETUP, fine)).findings}
    assert "depth.element-loses" not in codes


def test_half_holds_all_but_the_brightest_of_a_float_picture() -> None:
    """Half reaches 65,504 (IEEE 754 binary16): what lies over it is seldom in a picture."""
    float_picture = plate(header=header(channels=(Channel("R", "float"),)))
    found = {f.code: f for f in match(context_for(SETUP, float_picture)).findings}
    told = found["depth.element-loses"]
    assert told.severity is Severity.NOTE
    assert told.sentence.text.endswith("float, half keeps nothing over 65,504.")
