"""What is said of focus: in figures that people read, and one thing in a sentence."""

import re
from fractions import Fraction

import pytest

from tests.core.scenes import SETUP, context_for
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.finish.grain import Grain
from zero_slate.core.presentation.stand_words import focus
from zero_slate.core.stand.camera import Camera
from zero_slate.core.stand.distances import Distances
from zero_slate.core.stand.focus import Focus
from zero_slate.core.stand.moves import about_metres

CAMERAS = ("35 mm on 36 × 24 mm", "12 mm on 24.89 × 18.66 mm", "200 mm on 13.2 × 8.8 mm")


@pytest.mark.parametrize(
    "said", ["f/2.8 at 3 m", "f2.8 at 3 m", "T2.8 at 3 m", "f/2,8 at 3 m", "t/2.8, 3 m"]
)
def test_an_f_number_is_read_as_lenses_are_marked(said: str) -> None:
    assert str(Focus.parse(said)) == "f/2.8 at 3 m"


@pytest.mark.parametrize(
    ("metres", "words"),
    [(3.051, "3.05 m"), (1520.4, "1,520 m"), (0.3004, "0.3 m"), (0.0042, "4.2 mm"),
     (98.76, "98.8 m"),
     (123456.0, "123,000 m")],
)  # fmt: skip
def test_a_distance_is_written_as_people_read_it(metres: float, words: str) -> None:
    assert about_metres(metres) == words


@pytest.mark.parametrize("camera", CAMERAS)
@pytest.mark.parametrize("stop", ["1.4", "5.6", "22"])
@pytest.mark.parametrize("at", ["0.3", "3", "40", "900"])
def test_what_is_sharp_is_said_without_powers_of_ten(camera: str, stop: str, at: str) -> None:
    setup = SETUP.model_copy(
        update={"camera": Camera.parse(camera), "focus": Focus.parse(f"f/{stop} at {at} m")}
    )
    said = focus(context_for(setup)).text
    assert not re.search(r"e[+-]\d", said), said
    assert "on all behind" not in said
    same = re.search(r"from (\S+ m) to (\S+ m)", said)
    assert same is None or same[1] != same[2], said


def test_distances_are_parted_by_either_sign() -> None:
    found = Distances.parse("keeper 2 m; flare 1.8 m")
    assert [(each.name, each.move.metres) for each in found] == [
        ("keeper", (Fraction(2),)), ("flare", (Fraction(9, 5),)),
    ]  # fmt: skip


@pytest.mark.parametrize("said", ["60 %", "100 %", "600 % at 2 px"])
def test_grain_that_is_too_strong_is_out_of_range(said: str) -> None:
    with pytest.raises(Refusal, match="out of range") as refused:
        Grain.parse(said)
    assert Grain.parse(str(refused.value.nearest)).amount == 50
