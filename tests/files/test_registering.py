"""How far two views are apart, on pictures whose shift and turn are known."""

import numpy as np
import pytest
from numpy.typing import NDArray
from scipy.ndimage import gaussian_filter, map_coordinates

from zero_slate.core.media.eyes import EyeMeasure, EyePart, Sure, compared_pixels
from zero_slate.files.media.pixels.registering import Registration, register

HEIGHT, WIDTH, MARGIN = 270, 480, 100
Picture = NDArray[np.float64]


def texture(softness: float, seed: int = 1) -> Picture:
    """A picture of cloudy spots, larger than it is seen, so that nothing comes in at an edge."""
    noise = np.random.default_rng(seed).standard_normal((HEIGHT + 2 * MARGIN, WIDTH + 2 * MARGIN))
    soft = gaussian_filter(noise, softness)
    return soft / soft.std() * 0.1 + 0.5


def seen(made: Picture, down: float = 0, right: float | Picture = 0, turn: float = 0) -> Picture:
    """What is seen of it when it lies lower, further right, and turned clockwise."""
    y, x = np.mgrid[:HEIGHT, :WIDTH].astype(float)
    y, x = y - down - (HEIGHT - 1) / 2, x - right - (WIDTH - 1) / 2
    angle = np.radians(turn)
    back_x = x * np.cos(angle) + y * np.sin(angle) + (WIDTH - 1) / 2 + MARGIN
    back_y = -x * np.sin(angle) + y * np.cos(angle) + (HEIGHT - 1) / 2 + MARGIN
    picture: Picture = map_coordinates(made, [back_y, back_x], order=3, mode="nearest")
    return picture


def apart(first: Picture, second: Picture) -> Registration:
    level = [np.sqrt(np.clip(each, 0, 16)) for each in (first, second)]
    return register(level[0] - level[0].mean(), level[1] - level[1].mean())


@pytest.mark.parametrize(
    ("softness", "down", "turn", "light"),
    [
        # What is soft, and as far apart as a pair that is to be put right.
        (3, 3, 0.2, 1.04),
        (8, 3, 0.2, 1.04),
        (18, 3, 0.2, 0.96),
        (6, 0.3, 0, 1),
        (6, -2, 1, 1),
        (6, 2, 3, 1),
        (6, 1, -5, 1),
        (6, 20, 0, 1),
    ],
)
def test_shift_and_turn_are_measured(
    softness: float, down: float, turn: float, light: float
) -> None:
    made = texture(softness)
    found = apart(seen(made), seen(made, down, 0, turn) * light)
    assert len(found.parts) >= 18
    assert found.level == pytest.approx(down, abs=0.1)
    assert found.turn == pytest.approx(turn, abs=0.04)
    # Once the turn is taken out, single parts hardly differ.
    assert found.spread < 0.1


def test_parts_lie_apart_by_their_depth() -> None:
    made = texture(5)
    bands = np.where(np.arange(HEIGHT) < HEIGHT / 2, -30.0, 30.0)[:, None] * np.ones((1, WIDTH))
    found = apart(seen(made), seen(made, 2, bands))
    above = [part.right for part in found.parts if part.y < HEIGHT / 2]
    below = [part.right for part in found.parts if part.y > HEIGHT / 2]
    assert np.median(above) == pytest.approx(-30, abs=0.2)
    assert np.median(below) == pytest.approx(30, abs=0.2)
    assert found.level == pytest.approx(2, abs=0.1)


def test_grain_of_its_own_in_each_view_is_seen_through() -> None:
    made, chance = texture(6), np.random.default_rng(5)
    grain = [chance.standard_normal((HEIGHT, WIDTH)) * 0.05 for _ in range(2)]
    found = apart(seen(made) + grain[0], seen(made, 3) + grain[1])
    assert len(found.parts) >= 12
    assert found.level == pytest.approx(3, abs=0.2)


RAMP = np.linspace(0.2, 0.7, HEIGHT)[:, None] * np.ones((1, WIDTH))


@pytest.mark.parametrize(
    ("first", "second", "most"),
    [
        # A ramp that lies 4 lines lower, upright and level: nothing tells it from a brighter one.
        (RAMP, RAMP + 4 * 0.5 / HEIGHT, "along"),
        (np.full((HEIGHT, WIDTH), 0.5), np.full((HEIGHT, WIDTH), 0.5), "plain"),
        (seen(texture(6, 1)), seen(texture(6, 2)), "elsewhere"),
    ],
    ids=["ramp", "flat", "another picture"],
)
def test_what_cannot_be_told_says_why(first: Picture, second: Picture, most: str) -> None:
    found = apart(first, second)
    assert not found.tells
    reasons = {"plain": found.plain, "along": found.along, "elsewhere": found.elsewhere}
    assert max(reasons, key=lambda reason: reasons[reason]) == most


def measure(vertical: float, spread: float, **said: object) -> EyeMeasure:
    known = {"rotation": 0.0, "brightness": 1.0, "across": 1.0, "order": 0.0, "places": 18}
    parts = (EyePart(0.2, 0.2, -3.0, vertical), EyePart(0.8, 0.8, 4.5, vertical))
    return EyeMeasure(1, vertical, spread, **{**known, "parts": parts, **said})  # type: ignore[arg-type]


@pytest.mark.parametrize(
    ("vertical", "spread", "differs", "words"),
    [
        (0.3, 0.02, False, "Right lies 0.3 px lower than left, give or take 0.1: too little to be"),
        (-3.0, 0.04, True, "Right lies 3.0 px higher than left, give or take 0.1."),
        (0.3, 0.4, False, "Both lie level, give or take 0.4 px."),
    ],
)
def test_a_little_is_told_as_little(
    vertical: float, spread: float, differs: bool, words: str
) -> None:
    told, *rest = compared_pixels([measure(vertical, spread)], ("left", "right"))
    assert (told.differs, told.text.startswith(words)) == (differs, True)
    assert any("from −3.0 to 4.5 px" in each.text for each in rest)


def test_half_of_the_picture_nowhere_makes_it_likely_at_most() -> None:
    told, *_ = compared_pixels([measure(3, 0.02, places=8, elsewhere=12)], ("left", "right"))
    assert told.sure is Sure.LIKELY
