"""Where colour configs lie, and what a grade does by the ASC's formula."""

import pytest

from tests.core.scenes import EDIT, NAMES, SETUP, config_with, context_for
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.checks.match import match
from zero_slate.core.colour.config_place import BUILT_IN, DEFAULT_CONFIG, ConfigPlace
from zero_slate.core.colour.grade import Cdl
from zero_slate.core.presentation.meanings import MEANINGS


@pytest.mark.parametrize(
    ("text", "place"),
    [
        (BUILT_IN[0], ConfigPlace(BUILT_IN[0])),
        (f"ocio://{BUILT_IN[0]}", ConfigPlace(BUILT_IN[0])),
        ("plates:colour/show.ocio", ConfigPlace("colour/show.ocio", "plates")),
        ("/usr/share/show.ocio", ConfigPlace("/usr/share/show.ocio")),
    ],
)
def test_a_place_reads_back_as_it_is_written(text: str, place: ConfigPlace) -> None:
    assert ConfigPlace.parse(text) == place
    assert ConfigPlace.parse(str(place)) == place


@pytest.mark.parametrize("text", ["", "show.ocio", "a b", ":x.ocio", "plates:", "x" * 500])
def test_what_is_no_place_is_refused(text: str) -> None:
    with pytest.raises(Refusal):
        ConfigPlace.parse(text)


def test_nobody_types_a_file_outside_the_volumes() -> None:
    with pytest.raises(Refusal, match="outside the volumes"):
        ConfigPlace.typed("/etc/passwd")


def test_a_grade_is_the_ascs_formula() -> None:
    grey = Cdl((1.2,) * 3, (-0.02,) * 3, (0.9,) * 3)
    assert grey.of(0.18, 0.18, 0.18)[1] == pytest.approx(0.23069, abs=5e-6)
    assert Cdl(saturation=0).of(1, 0, 0) == pytest.approx((0.2126,) * 3)
    assert Cdl(offset=(-1, 0, 0)).of(0.5, 0.5, 0.5)[0] == 0
    assert Cdl().changes_nothing
    assert grey.words == "slope 1.2 1.2 1.2, offset -0.02 -0.02 -0.02, power 0.9 0.9 0.9"
    assert Cdl.parse(str(grey)) == grey


@pytest.mark.parametrize(
    "said",
    [
        {"slope": (-1, 1, 1)},
        {"power": (0, 1, 1)},
        {"saturation": -0.1},
        {"offset": (float("nan"), 0, 0)},
    ],
)
def test_a_grade_that_cant_be_is_refused(said: dict[str, object]) -> None:
    with pytest.raises(Refusal):
        Cdl(**said)  # type: ignore[arg-type]


def test_a_config_that_cant_be_read_stops_and_offers_the_nearest() -> None:
    broken = config_with(None, name="show.ocio", problem="It can't be read.", nearest=BUILT_IN[2])
    found = {f.code: f for f in match(context_for(SETUP, config=broken)).findings}
    finding = found["colour.config-unreadable"]
    assert finding.change is not None
    assert finding.change.values == {"color_config": ConfigPlace(BUILT_IN[2])}
    said = MEANINGS["color_config"](context_for(SETUP, config=broken)).text
    assert said == "What it offers isn't known until it can be read."


def test_a_config_that_is_held_or_differs_is_told() -> None:
    other = SETUP.model_copy(update={"color_config": ConfigPlace(BUILT_IN[0])})
    held = config_with(NAMES, held="the environment (OCIO)")
    codes = {f.code for f in match(context_for(other, config=held)).findings}
    assert "colour.config-held" in codes
    (finding,) = (
        f
        for f in match(context_for(other, config=config_with(NAMES))).findings
        if f.setting == "color_config"
    )
    assert finding.code == "colour.config-differs"
    assert finding.change is not None
    assert finding.change.values == {"color_config": EDIT.color_config}
    assert EDIT.color_config == DEFAULT_CONFIG
    said = MEANINGS["color_config"](context_for(SETUP, config=held)).text
    assert said.startswith("Built in, held by the environment (OCIO), version 2.4: 2 colour spaces")
