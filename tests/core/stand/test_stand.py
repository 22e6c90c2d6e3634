"""The stand: lenses against the textbook, distances, who hides whom, and what is refused."""

from dataclasses import replace
from fractions import Fraction
from math import inf, isclose

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.core.scenes import SETUP, context_for, plate
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.checks.match import match
from zero_slate.core.media.element import Role
from zero_slate.core.presentation.drawings.stand import draw_stand
from zero_slate.core.presentation.meanings import MEANINGS
from zero_slate.core.settings.models.setup import Setup
from zero_slate.core.shot.context import ShotContext
from zero_slate.core.shot.staged import arc_minutes, staged
from zero_slate.core.stand.camera import BACKS, Camera
from zero_slate.core.stand.distances import Distances
from zero_slate.core.stand.eyes import Eyes, parallax, widest_apart
from zero_slate.core.stand.focus import Focus, sharp_range, softness

STILL = Camera.parse("50 mm on 36x24")
WIDE_OPEN = Focus.parse("f/2.8 at 3 m")


def test_the_published_figures_of_a_lens() -> None:
    # 50 mm on 36 mm at f/2.8, focused at 3 m: 0.12107 mm on the film for a point at 5 m.
    assert round(STILL.angle, 3) == 39.598
    assert round(softness(STILL, WIDE_OPEN, 5, 1920), 3) == 6.457
    found = sharp_range(STILL, WIDE_OPEN, 1920, pixels=0.03 / 36 * 1920)
    assert (round(found.near, 4), round(found.far, 4), round(found.hyperfocal, 3)) == (
        2.7295,
        3.3301,
        29.812,
    )


@pytest.mark.parametrize(
    ("focal", "stop", "hyperfocal"),
    # H = f² ÷ (N·c) + f with c = 0.03 mm, as tables of lenses print it, in metres.
    [
        (18, "4", 2.718), (24, "8", 2.424), (28, "2.8", 9.361), (35, "2", 20.452),
        (35, "5.6", 7.327), (50, "11", 7.626), (75, "4", 46.95), (85, "1.4", 172.109),
        (100, "8", 41.767), (200, "16", 83.533),
    ],
)  # fmt: skip
def test_ten_lenses(focal: int, stop: str, hyperfocal: float) -> None:
    camera = Camera.parse(f"{focal} mm")
    found = sharp_range(camera, Focus.parse(f"f/{stop} at 5 m"), 1920, pixels=0.03 / 36 * 1920)
    assert found.hyperfocal == pytest.approx(hyperfocal, abs=0.001)


@given(st.integers(10, 300), st.integers(1, 32), st.integers(1, 100), st.integers(640, 8192))
def test_limits_are_where_softness_is_a_pixel(
    focal: int, stop: int, metres: int, width: int
) -> None:
    camera, focus = Camera(Fraction(focal)), Focus(Fraction(metres), Fraction(stop))
    found = sharp_range(camera, focus, width)
    assert found.near < metres
    assert isclose(softness(camera, focus, found.near, width), 1, rel_tol=1e-6)
    if found.far != inf:
        assert isclose(softness(camera, focus, found.far, width), 1, rel_tol=1e-6)
    else:
        assert softness(camera, focus, inf, width) <= 1 + 1e-9
    assert softness(camera, focus, metres, width) == 0


@given(st.integers(1, 100), st.integers(0, 99), st.integers(1, 500), st.floats(0.01, 1e6))
def test_by_hand_nothing_is_softer_than_was_set(
    metres: int, share: int, most: int, distance: float
) -> None:
    focus = Focus(Fraction(metres), Fraction(0), Fraction(2 * metres * share, 100), most)
    assert 0 <= softness(STILL, focus, distance, 1920) <= most
    assert softness(STILL, focus, metres, 1920) == 0


CAMERAS = st.builds(
    Camera,
    st.decimals("1", "5000", places=3).map(Fraction),
    st.decimals("1", "400", places=2).map(Fraction),
    st.decimals("1", "400", places=2).map(Fraction),
)


@given(CAMERAS)
def test_cameras_read_back_as_they_are_written(camera: Camera) -> None:
    assert Camera.parse(str(camera)) == camera


def test_what_is_typed_is_read_and_what_cannot_be_is_refused() -> None:
    assert Camera.parse("none") == Camera()
    assert Camera.parse("35 mm on Academy").width == BACKS["academy"][0]
    assert str(Camera.parse("90 deg on 36 x 24 mm")) == "18 mm on 36x24"
    for text in ("f/2.8 at 3 m", "3 m, 0.5 m sharp, at most 12 px", "none"):
        assert str(Focus.parse(text)) == text
    assert str(Distances.parse("ground 12, keeper 400 cm , far 2 km")) == (
        "ground 12 m, keeper 4 m, far 2000 m"
    )
    for parse, text, why in (
        (Camera.parse, "0 mm", "shows nothing"),
        (Camera.parse, "9000 mm", "1 to 5000 mm"),
        (Camera.parse, "180 deg", "1 to 170°"),
        (Camera.parse, "50 mm on vellum", "not a film back"),
        (Camera.parse, "fifty", "not a camera"),
        (Focus.parse, "f/0 at 3 m", "0.5 to 256"),
        (Focus.parse, "f/2 at 0 m", "lies in the camera"),
        (Focus.parse, "f/2 at 9999999 m", "out of range"),
        (Focus.parse, "3 m, 9 m sharp, at most 12 px", "behind the camera"),
        (Focus.parse, "3 m, 1 m sharp, at most 900 px", "at most 500"),
        (Focus.parse, "soft", "not a focus"),
        (Distances.parse, "keeper", "not a distance"),
        (Distances.parse, "keeper 0 m", "0.01 m to 1,000,000 m"),
        (Distances.parse, "keeper 1 m, Keeper 2 m", "two distances"),
        (Distances.parse, ", ".join(f"e{n} 1 m" for n in range(61)), "60 is the most"),
    ):
        with pytest.raises(Refusal, match=why):
            parse(text)


def scene(**said: str) -> ShotContext:
    """A plate, and artwork over it, staged as is said."""
    kinds = {"camera": Camera, "focus": Focus, "eyes": Eyes, "distances": Distances}
    texts = {"camera": "50 mm", **said}
    values = {key: kinds[key].parse(text) for key, text in texts.items()}  # type: ignore[attr-defined]
    setup: Setup = SETUP.model_copy(update=values)
    back = replace(plate(), id=1, own_name="ground")
    front = replace(plate(), id=2, own_name="keeper", role=Role.ARTWORK)
    return context_for(setup, back, front)


def test_elements_are_as_soft_and_as_wide_as_their_distance_asks() -> None:
    context = scene(focus="f/2.8 at 3 m", distances="ground 12 m, keeper 3 m")
    ground, keeper = staged(context)
    assert (keeper.soft, keeper.fills) == (0, 1920)
    assert ground.fills == 7680
    assert ground.soft == pytest.approx(softness(STILL, WIDE_OPEN, 12, 1920))
    words = MEANINGS["distances"](context).text
    assert words.startswith("ground 12 m: 12.1 px soft, 7680 px fill the frame; keeper 3 m: sharp")
    # A pixel of 1080 lines is a minute of arc at three times their height.
    assert arc_minutes(1, 1080) == pytest.approx(1.061, abs=0.001)
    assert MEANINGS["camera"](context).text.startswith("39.6° across on 36 × 24 mm: 0.72 m wide")
    assert staged(scene(camera="none", distances="ground 12 m")) == ()


def test_the_edit_asks_for_no_camera() -> None:
    assert match(scene(focus="f/2.8 at 3 m")).states["camera"] == "follows"


def found(context: ShotContext) -> dict[str, str]:
    return {
        each.code: each.sentence.text
        for each in match(context).findings
        if each.code.startswith("stand.")
    }


def test_what_stands_against_the_stack_is_told() -> None:
    assert not found(context_for())
    assert not found(scene(distances="ground 12 m, keeper 3 m"))
    told = found(scene(distances="ground 2 m, keeper 3 m"))
    assert told["stand.order"].startswith("keeper, 3 m away, lies over ground, 2 m away")
    told = found(scene(distances="keeper 3 m, crow 1 m"))
    assert told["stand.unknown"] == "crow: no element is called so."
    assert told["stand.unplaced"] == "1 element without a distance: ground, as drawn."
    assert "stand.together" in found(scene(distances="ground 3 m, keeper 3 m"))
    told = found(scene(focus="f/2 at 0.05 m", distances="keeper 3 m"))
    assert "nothing there can be sharp" in told["stand.focus-in-camera"]
    assert "stand.no-camera" in found(scene(camera="none", distances="keeper 3 m"))


def test_the_published_parallax() -> None:
    # 65 mm, converging at 3 m, a point at infinity, 50 mm on 36 mm, a screen 10 m wide.
    eyes = Eyes.parse("65 mm at 3 m, screen 10 m from 12 m")
    seen = parallax(STILL, eyes, inf)
    assert round(seen.share * 100, 3) == 3.009
    assert round(seen.share * 1920, 2) == 57.78
    assert round(seen.on_screen * 1000, 1) == 300.9
    assert seen.turns_outward
    # On that screen 63 mm are 0.63 % of its width.
    most = widest_apart(STILL, eyes, 1e12)
    assert most == pytest.approx(65 * 0.63 / 3.0093, abs=0.001)
    assert parallax(STILL, eyes, 3).share == 0
    assert widest_apart(STILL, eyes, 3) is None
    assert parallax(STILL, Eyes.parse("65 mm parallel, screen 10 m from 12 m"), 2).share < 0


@given(
    st.integers(1, 500), st.integers(0, 50), st.floats(0.5, 1e5), st.integers(1, 100),
    st.integers(1, 100),
)  # fmt: skip
def test_so_far_apart_a_point_is_just_right(
    apart: int, converge: int, distance: float, screen: int, viewer: int
) -> None:
    eyes = Eyes(Fraction(apart), Fraction(converge), Fraction(screen), Fraction(viewer))
    assert Eyes.parse(str(eyes)) == eyes
    most = widest_apart(STILL, eyes, distance)
    seen = parallax(STILL, eyes, distance)
    if most is None:
        assert seen.share == 0
        return
    right = seen.is_comfortable and not seen.turns_outward
    assert right == (apart <= most * (1 + 1e-9))


def test_what_two_eyes_cannot_bring_together_is_told() -> None:
    context = scene(eyes="65 mm at 3 m, screen 10 m from 12 m", distances="ground 30 m, keeper 1 m")
    told = found(context)
    assert told["stand.outward"].startswith(
        "ground, 30 m away: 271 mm apart behind the screen, over 63"
    )
    assert told["stand.outward"].endswith("15.1 mm apart would be right.")
    assert "2.87° in front of the screen" in told["stand.comfort"]
    words = MEANINGS["eyes"](context).text
    assert words.startswith("ground 52.0 px behind, 2.71 %, 1.29°; keeper 115.6 px in front")
    assert "in the screen" in MEANINGS["eyes"](scene(
        eyes="65 mm at 3 m, screen 10 m from 12 m", distances="ground 3 m")).text  # fmt: skip
    drawing = draw_stand(context)
    assert drawing is not None
    assert any(each.label == "ground, for two eyes" for each in drawing.facts)


@pytest.mark.parametrize(
    ("text", "why"),
    [
        ("0 mm at 3 m, screen 10 m from 12 m", "A distance of 0 is none"),
        ("10000 mm at 3 m, screen 10 m from 12 m", "10000 mm apart are out of range"),
        ("65 mm at 0 m, screen 10 m from 12 m", "A distance of 0 is none"),
        ("65 mm at 3 m, screen 900 m from 12 m", "900 m wide are out of range"),
        ("65 mm", "is not a setting for two eyes"),
    ],
)
def test_eyes_that_cannot_be(text: str, why: str) -> None:
    with pytest.raises(Refusal, match=why) as refused:
        Eyes.parse(text)
    assert refused.value.nearest


def test_the_stand_is_drawn_whatever_is_set() -> None:
    assert draw_stand(context_for()) is None
    for focus in ("none", "f/2.8 at 3 m", "f/2 at 0.05 m", "3 m, 1 m sharp, at most 9 px"):
        for distances in ("", "ground 12 m", "ground 0.01 m, keeper 1000 km"):
            drawing = draw_stand(scene(focus=focus, distances=distances))
            assert drawing is not None
            assert len(drawing.distances) == len(drawing.softness)
            assert all(0 <= soft <= 10_000 for soft in drawing.softness)
            assert all(each.at <= drawing.farthest for each in drawing.sheets)
