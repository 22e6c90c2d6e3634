"""Finishes, steadiness and grain: what is typed is read back, and what can't be is refused."""

from dataclasses import replace
from fractions import Fraction

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.core.scenes import EDIT, SETUP, context_for, header, plate
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.checks.match import match
from zero_slate.core.finish.compression import Attempt, decibels, greatest, least_rate
from zero_slate.core.finish.finish import Finish, Texture, Treatment
from zero_slate.core.finish.grain import EVEN, Grain
from zero_slate.core.finish.measured import MeasuredGrain, grain_like
from zero_slate.core.finish.steadiness import Steadiness, flicker_words
from zero_slate.core.media.element import Role
from zero_slate.core.media.header import Channel, MediaKind
from zero_slate.core.presentation.meanings import MEANINGS
from zero_slate.core.presentation.sheet import build_sheet
from zero_slate.core.settings.reading import Reading
from zero_slate.core.shot.context import ShotContext

TREATMENTS = st.one_of(
    st.just(Treatment()),
    st.just(Treatment(left_out=True)),
    st.builds(
        Treatment, st.sampled_from(Texture), st.just(False), st.integers(1, 100),
        st.integers(2, 512), st.booleans(),
    ),
)  # fmt: skip
GRAINS = st.builds(
    Grain,
    st.decimals("0.01", "50", places=2).map(Fraction),
    st.decimals("0.5", "16", places=2).map(Fraction),
    st.tuples(*[st.integers(0, 200)] * 5),
    st.booleans(),
    st.integers(0, 2**31 - 1),
)


@given(st.builds(Finish, TREATMENTS, TREATMENTS, TREATMENTS, st.integers(0, 2**31 - 1)))
def test_finishes_are_read_back_as_they_are_written(finish: Finish) -> None:
    again = Finish.parse(str(finish))
    # A seed means nothing where nothing has a texture.
    assert again == (finish if finish.textured else replace(finish, seed=1))


@given(GRAINS)
def test_grain_is_read_back_as_it_is_written(grain: Grain) -> None:
    assert Grain.parse(str(grain)) == grain


@given(st.integers(-1, 1000))
def test_steadiness_is_read_back_as_it_is_written(frames: int) -> None:
    assert Steadiness.parse(str(Steadiness(frames))) == Steadiness(frames)


@pytest.mark.parametrize(
    ("parse", "text", "why", "nearest"),
    [
        (Finish.parse, "fills marble", "not a finish", "fills wash 60 % at 24 px"),
        (Finish.parse, "fills wash 0 %", "1 to 100 %", "fills wash 1 % at 24 px"),
        (Finish.parse, "fills wash at 1 px", "2 to 512 px", "fills wash 60 % at 2 px"),
        (Finish.parse, "fills wash, fills chalk", "said twice", None),
        (Finish.parse, "wash, seed 9999999999", "not a seed", "seed 1"),
        (Steadiness.parse, "every 0 frames", "1 to 1000", "held"),
        (Steadiness.parse, "wobbly", "not a steadiness", "held"),
        (Grain.parse, "60 % at 1 px", "up to 50 %", "50 % at 1 px"),
        (Grain.parse, "3 % at 40 px", "0.5 to 16 px", "3 % at 16 px"),
        (Grain.parse, "3 % at 1 px by 1 2 3 4 300", "0 to 200 %", "3 % at 1.5 px"),
        (Grain.parse, "3 % at 1 px, blue", "not part of grain", "3 % at 1.5 px"),
        (Grain.parse, "coarse", "not grain", "3 % at 1.5 px"),
    ],
)
def test_what_cannot_be_is_refused_with_the_nearest(
    parse: object, text: str, why: str, nearest: str | None
) -> None:
    with pytest.raises(Refusal, match=why) as refused:
        parse(text)  # type: ignore[operator]
    assert refused.value.nearest == nearest


def test_a_texture_alone_is_laid_on_fills() -> None:
    assert str(Finish.parse("wash")) == "fills wash 60 % at 24 px"


def test_textures_change_by_the_shot_the_drawing_or_the_frame() -> None:
    assert [Steadiness().turn(frame, 1001, 7) for frame in (1001, 1050)] == [0, 0]
    assert [Steadiness(2).turn(frame, 1001, 7) for frame in (1001, 1002, 1003)] == [0, 0, 1]
    assert Steadiness(-1).turn(1050, 1001, 7) == 7
    assert Steadiness(2).changes(Fraction(24), Fraction(12)) == 12
    assert Steadiness(-1).changes(Fraction(24), Fraction(8)) == 8
    assert "fuses" in flicker_words(Fraction(60))
    assert "strong flicker" in flicker_words(Fraction(8))
    assert "seen as flicker" in flicker_words(Fraction(24))
    assert "one by one" in flicker_words(Fraction(2))


def test_grain_like_a_plates_takes_neighbours_where_it_has_nothing() -> None:
    measured = MeasuredGrain((0.01, 0.04, None, 0.02, None), 1.5, 0.2, 2)
    grain = grain_like(measured, Fraction(2))
    assert grain is not None
    assert str(grain) == "4 % at 3 px by 25 100 100 50 50, colour"
    assert grain_like(MeasuredGrain((None,) * 5, 1.0, 1.0, 1), Fraction(1)) is None


def test_what_survives_is_the_strongest_and_the_lowest_rate() -> None:
    tried = (
        Attempt(1, 8, 0.3), Attempt(0.5, 8, 0.2), Attempt(2, 8, 0.6), Attempt(1, 16, 0.55),
        Attempt(1, 32, 0.9),
    )  # fmt: skip
    best = greatest(tried, 8)
    assert best is not None
    assert best.strength == 2
    assert least_rate(tried) == 16
    assert greatest(tried[:2], 8) is None
    # A mean square error of a hundredth is 20 dB.
    assert decibels(0.01) == pytest.approx(20)


def scene(role: Role = Role.ARTWORK, alpha: bool = True, **said: object) -> ShotContext:
    element = replace(plate(), id=1, own_name="keeper", role=role)
    names = "RGBA" if alpha else "RGB"
    header = replace(element.media.header, channels=tuple(Channel(each, "half") for each in names))
    media = replace(element.media, header=header)
    setup = SETUP.model_copy(update=said)
    return context_for(setup, replace(element, media=media))


def test_a_finish_without_alpha_is_told() -> None:
    codes = [
        finding.code
        for alpha in (True, False)
        for finding in match(scene(alpha=alpha, finish=Finish.parse("wash"))).findings
        if finding.setting == "finish"
    ]
    assert codes == ["finish.no-alpha"]
    assert "no texture" in MEANINGS["steadiness"](scene()).text.lower()
    changing = scene(finish=Finish.parse("chalk"), steadiness=Steadiness(2))
    assert "11.99 changes a second" in MEANINGS["steadiness"](changing).text
    alone = match(scene(steadiness=Steadiness(2))).findings
    assert "finish.nothing-to-change" in [finding.code for finding in alone]


def test_what_nobody_uses_is_in_nobodys_way() -> None:
    def unused(context: ShotContext) -> list[str]:
        sheet = build_sheet(context, match(context), {}, {}, Reading({}, {}))
        return [group.key for group in sheet.groups if group.unused]

    assert unused(scene()) == ["stand", "finish", "targets"]
    assert unused(scene(grain=Grain(Fraction(3)))) == ["stand", "targets"]
    # What the edit asks for is in use, also where the shot has left it alone: that differs.
    asking = replace(scene(), edit=EDIT.model_copy(update={"grain": Grain(Fraction(3))}))
    assert unused(asking) == ["stand", "targets"]
    assert match(asking).states["grain"] == "differs"


@pytest.mark.parametrize(
    ("kind", "form", "codes"),
    [
        (MediaKind.SEQUENCE, "8-bit", {"grain.display-referred"}),
        (MediaKind.STILL, "8-bit", {"grain.display-referred", "grain.still"}),
        (MediaKind.STILL, "half", {"grain.still"}),
        (MediaKind.SEQUENCE, "half", set()),
    ],
)
def test_grain_is_told_of_codes_and_of_stills(kind: MediaKind, form: str, codes: set) -> None:
    element = plate(kind=kind, header=header(channels=(Channel("R", form),)))
    setup = SETUP.model_copy(update={"grain": Grain.parse("4 % at 1.5 px")})
    found = {finding.code for finding in match(context_for(setup, element)).findings}
    assert {code for code in found if code.startswith("grain.")} == codes


def test_grain_by_brightness() -> None:
    grain = Grain.parse("4 % at 1.5 px by 40 100 80 60 20")
    assert grain.deviations == pytest.approx((0.016, 0.04, 0.032, 0.024, 0.008))
    assert Grain.parse("4 %").by == EVEN
    assert "10.2 at 30 %" in MEANINGS["grain"](scene(grain=grain)).text
