"""What is done to an element's light: softened, finished, grained, laid out for two eyes."""

import hashlib

import numpy as np
import pytest
from numpy.typing import NDArray

from tests.files.test_pixels import save
from zero_slate.core.canvas.raster import Size
from zero_slate.core.finish.finish import Finish, Texture
from zero_slate.core.finish.grain import Grain
from zero_slate.core.stand.views import ViewLayout
from zero_slate.files.media.pixels.composing import ComposedLayer, ComposeRequest, composed
from zero_slate.files.media.pixels.frames import FrameRequest
from zero_slate.files.media.pixels.made import matching
from zero_slate.files.media.pixels.parts import differing
from zero_slate.files.media.pixels.treatments.finishing import Laid, finished, parts_of
from zero_slate.files.media.pixels.treatments.graining import (
    Grained,
    grained,
    noise,
    to_codes,
    to_light,
)
from zero_slate.files.media.pixels.treatments.softening import disc, softened
from zero_slate.files.media.pixels.treatments.textures import PIXEL, places, texture
from zero_slate.files.media.pixels.treatments.two_eyes import laid_out

Light = NDArray[np.float32]

# Whole numbers throughout: the same on any machine, now and later.
DRAWN = {
    "wash": "3a002278480dcd7a",
    "hatch": "fbeb2f99661f03f0",
    "stipple": "c03317adc23d829b",
    "dry brush": "237b7e453eb5d899",
    "linocut": "7b1b7179da17f10b",
    "woven paper": "7491d051c46e9f8d",
    "chalk": "e9001e782173cc05",
}


@pytest.mark.parametrize("kind", list(Texture))
def test_a_seed_gives_the_same_texture_anywhere(kind: Texture) -> None:
    values = texture(kind, places(0, 96, PIXEL), places(0, 64, PIXEL), 24, 7)
    assert values.dtype == np.int32
    assert (values.min(), values.max()) >= (0, 0)
    assert values.max() <= 65535
    assert hashlib.sha256(values.tobytes()).hexdigest()[:16] == DRAWN[str(kind)]
    other = texture(kind, places(0, 96, PIXEL), places(0, 64, PIXEL), 24, 8)
    assert (values != other).mean() > (0.01 if kind is Texture.STIPPLE else 0.2)


@pytest.mark.parametrize("kind", list(Texture))
def test_a_texture_lies_on_the_canvas_wherever_it_is_drawn_from(kind: Texture) -> None:
    whole = texture(kind, places(0, 200, PIXEL), places(0, 120, PIXEL), 24, 3)
    part = texture(kind, places(50, 60, PIXEL), places(40, 30, PIXEL), 24, 3)
    assert np.array_equal(whole[40:70, 50:110], part)
    # Drawn at half the size it is the same texture, seen coarser.
    half = texture(kind, places(0, 100, 2 * PIXEL), places(0, 60, 2 * PIXEL), 48, 3)
    finer = texture(kind, places(0, 200, PIXEL), places(0, 120, PIXEL), 48, 3)
    mean = finer.reshape(60, 2, 100, 2).mean(axis=(1, 3))
    assert np.corrcoef(half.ravel(), mean.ravel())[0, 1] > 0.9


def canvas(rows: int = 60, columns: int = 90) -> Light:
    """A fill with a thin dark line across it, and nothing around."""
    light = np.zeros((rows, columns, 4), np.float32)
    light[10:50, 10:80] = (0.3, 0.4, 0.5, 1)
    light[29:32, 10:80, :3] = 0.01
    return light


def test_fills_lines_and_edges_are_told_apart() -> None:
    parts = parts_of(canvas())
    assert parts.lines[30, 40] == 1
    assert parts.fills[20, 40] == 1
    assert parts.edges[10, 40] == 1
    total = parts.fills + parts.lines + parts.edges
    assert np.array_equal(total, (canvas()[:, :, 3] > 0).astype(np.float32))


def test_each_part_is_treated_its_own_way() -> None:
    light = canvas()
    out = finished(light, Laid(Finish.parse("lines left out")), 0, 0)
    assert out[30, 40].tolist() == [0, 0, 0, 0]
    assert np.array_equal(out[20, 40], light[20, 40])
    thinned = finished(light, Laid(Finish.parse("fills woven paper 80 % at 8 px held")), 0, 0)
    inner = np.s_[15:27, 20:70]
    assert thinned[inner][:, :, 3].min() < 0.5
    # Held: the colour under the cover stays what it was.
    colour = thinned[inner][:, :, :3] / thinned[inner][:, :, 3:]
    assert np.allclose(colour, light[inner][:, :, :3], atol=1e-5)
    covered = finished(light, Laid(Finish.parse("fills woven paper 80 % at 8 px")), 0, 0)
    assert np.array_equal(covered[:, :, 3], light[:, :, 3])
    assert np.abs(covered[inner] - light[inner]).max() > 0.05
    assert np.array_equal(covered[30, 40], light[30, 40])
    assert light.tobytes() == canvas().tobytes()


def test_another_turn_is_another_texture_and_nothing_stays_nothing() -> None:
    finish = Finish.parse("wash")
    one, other = (finished(canvas(), Laid(finish, turn), 0, 0) for turn in (0, 1))
    assert not np.array_equal(one, other)
    empty = np.zeros((8, 8, 4), np.float32)
    assert np.array_equal(finished(empty, Laid(finish), 0, 0), empty)


def test_a_point_becomes_a_disc_through_its_alpha() -> None:
    light = np.zeros((41, 41, 4), np.float32)
    light[20, 20] = 1
    out = softened(light, 9.0)
    made = out[:, :, 3]
    assert made.sum() == pytest.approx(1, rel=1e-3)
    assert made[20, 20] == pytest.approx(1 / (np.pi * 4.5**2), rel=0.05)
    assert made[20, 20 + 6] == 0
    assert np.allclose(out[:, :, 0], made)
    assert disc(9.0).sum() == pytest.approx(1)
    # What is even stays even, to its edges.
    flat = np.full((30, 50, 4), 0.25, np.float32)
    assert np.allclose(softened(flat, 12.0), flat, atol=1e-5)
    assert softened(flat, 0.2) is flat
    assert not softened(np.zeros((9, 9, 4), np.float32), 5.0).any()


@pytest.mark.parametrize("size", [0.5, 1.5, 4.0])
def test_noise_has_its_size_and_strength(size: float) -> None:
    made = noise(400, 400, size, 3, 1001, 0)
    assert made.std() == pytest.approx(1, abs=0.03)
    assert made.mean() == pytest.approx(0, abs=0.05)
    assert np.array_equal(made, noise(400, 400, size, 3, 1001, 0))
    assert not np.array_equal(made, noise(400, 400, size, 3, 1002, 0))
    alike = float((made[:, 1:] * made[:, :-1]).mean())
    if size >= 1.5:
        # exp(−1 ÷ 4σ²) for a bell of σ = size ÷ 2.355.
        assert alike == pytest.approx(np.exp(-1 / (4 * (size / 2.3548) ** 2)), abs=0.05)
    else:
        assert abs(alike) < 0.03


def test_noise_is_drawn_from_whole_numbers() -> None:
    made = noise(16, 16, 0.5, 1, 1, 0)
    digest = hashlib.sha256((made * 4096).astype(np.int32).tobytes()).hexdigest()[:16]
    assert digest == "0d5aeeb1f62ed0de"


def greys(columns: int = 480, rows: int = 320) -> Light:
    codes = np.repeat(np.linspace(0.1, 0.9, 5), columns // 5)
    light = np.ones((rows, columns, 4), np.float32)
    light[:, :, :3] = to_light(codes.astype(np.float32))[None, :, None]
    return light


@pytest.mark.parametrize("text", ["4 % at 1.5 px", "3 % at 2.5 px by 40 100 80 60 20, colour"])
@pytest.mark.parametrize("by_difference", [True, False])
def test_what_is_measured_is_what_was_laid_on(text: str, by_difference: bool) -> None:
    grain = Grain.parse(text)
    frames = [to_codes(grained(greys(), Grained(grain, frame))[:, :, :3]) for frame in (1, 2)]
    parts = differing(*frames, 0.02, 0.98) if by_difference else matching._flat(frames[0])
    found = matching.measured(parts, 2)
    for measured, laid in zip(found.deviations, grain.deviations, strict=True):
        assert measured == pytest.approx(laid, rel=0.08 if by_difference else 0.3)
    assert found.size == pytest.approx(float(grain.size), abs=0.2)
    assert (found.alike < 0.5) == grain.colour


def test_codes_and_light_are_each_others_inverse() -> None:
    codes = np.linspace(-0.2, 1.4, 50).astype(np.float32)
    assert np.allclose(to_codes(to_light(codes)), codes, atol=1e-5)
    assert float(to_codes(np.float32([0.18]))[0]) == pytest.approx(0.46136, abs=1e-4)


def eyes() -> tuple[Light, Light]:
    left, right = (np.zeros((4, 6, 4), np.float32) for _ in range(2))
    left[:, :, 0], right[:, :, 1] = 1, 1
    left[:, :, 3] = right[:, :, 3] = 1
    return left, right


@pytest.mark.parametrize(
    ("layout", "shape", "first", "last"),
    [
        (ViewLayout.TWO, (4, 12), "left", "right"),
        (ViewLayout.BESIDE, (4, 12), "left", "right"),
        (ViewLayout.BESIDE_HALF, (4, 6), "left", "right"),
        (ViewLayout.CROSSED, (4, 12), "right", "left"),
        (ViewLayout.CROSSED_HALF, (4, 6), "right", "left"),
        (ViewLayout.ABOVE, (8, 6), "left", "right"),
        (ViewLayout.ABOVE_HALF, (4, 6), "left", "right"),
        (ViewLayout.LINES, (4, 6), "left", "right"),
    ],
)
def test_two_eyes_are_laid_out(
    layout: ViewLayout, shape: tuple[int, int], first: str, last: str
) -> None:
    made = laid_out(*eyes(), layout)
    assert made.shape[:2] == shape
    names = {0: "left", 1: "right"}
    assert names[int(made[0, 0, :2].argmax())] == first
    assert names[int(made[-1, -1, :2].argmax())] == last


def test_glasses_take_their_colours_from_their_eye() -> None:
    made = laid_out(*eyes(), ViewLayout.RED_CYAN)
    assert made[0, 0].tolist() == [1, 1, 0, 1]
    assert laid_out(*eyes(), ViewLayout.GREEN_MAGENTA)[0, 0].tolist() == [0, 0, 0, 1]


def layer(path: str, **said: object) -> ComposedLayer:
    request = FrameRequest(path, 0, (0, 1, 2, 3))
    return ComposedLayer(request, None, 0, 0, 64, 36, **said)  # type: ignore[arg-type]


def request(*layers: ComposedLayer, **said: object) -> ComposeRequest:
    return ComposeRequest(0, 0, Size(64, 36), layers, **said)  # type: ignore[arg-type]


@pytest.fixture
def dot(tmp_path: object) -> str:
    pixels = np.zeros((36, 64, 4), np.float16)
    pixels[16:20, 30:34] = 1
    path = tmp_path / "dot.exr"  # type: ignore[operator]
    save(path, pixels, list("RGBA"))
    return str(path)


def middle(light: Light) -> float:
    """Return the column that light has its middle in."""
    columns = light[:, :, 3].sum(axis=0)
    return float((columns * np.arange(len(columns))).sum() / columns.sum())


def test_each_eye_sees_an_element_beside_where_it_is(dot: str) -> None:
    apart = layer(dot, apart=6.0)
    left, right = (composed(request(apart, eye=eye)) for eye in ("left", "right"))
    assert middle(right) - middle(left) == pytest.approx(6)
    assert middle(composed(request(apart))) == pytest.approx(31.5)
    # A pair that was made as one is seen by its own eye only.
    mine = layer(dot, of_eye="left")
    assert composed(request(mine, eye="left")).any()
    assert not composed(request(mine, eye="right")).any()
    both = composed(request(apart, eye="both", views=ViewLayout.BESIDE))
    assert both.shape == (36, 128, 4)


def test_a_stack_made_small_is_the_stack_seen_small(dot: str) -> None:
    whole = composed(request(layer(dot, soft=6.0)))
    small = composed(request(layer(dot, soft=6.0), reduced=2))
    assert small.shape == (18, 32, 4)
    mean = whole.reshape(18, 2, 32, 2, 4).mean(axis=(1, 3))
    assert np.abs(small - mean).max() < 0.08
    # What is kept of a file isn't spoiled by what is done to it.
    assert np.array_equal(whole, composed(request(layer(dot, soft=6.0))))


def test_a_part_of_a_canvas_is_that_part(dot: str) -> None:
    whole = composed(request(layer(dot)))
    part = ComposeRequest(20, 10, Size(20, 14), (layer(dot),))
    assert np.array_equal(composed(part), whole[10:24, 20:40])
