"""Frames for the proof: whole, in part, broken off; put together; their noise."""

import os
import warnings
from pathlib import Path

import numpy as np
import pytest
from scipy.ndimage import gaussian_filter

from tests.files.test_pixels import save
from tests.makers import write_movie
from zero_slate.core.canvas.raster import Size
from zero_slate.core.colour.config_place import USUAL
from zero_slate.core.media.header import Window
from zero_slate.files.colour.chain import ViewedThrough
from zero_slate.files.media.pictures import UnreadablePicture
from zero_slate.files.media.pixels.composing import ComposedLayer, ComposeRequest, compose
from zero_slate.files.media.pixels.frames import Frame, FrameRequest, read_frame
from zero_slate.files.media.pixels.noise import NoiseRequest, measure_noise, noise_of
from zero_slate.files.media.pixels.seen_frame import Adjusted, looked_at, seen_frame

KINDS = {"half": np.float16, "float": np.float32, "uint8": np.uint8, "uint16": np.uint16}
LIGHT = ViewedThrough(f"ocio://{USUAL}", "ACEScg", "sRGB - Display", "Un-tone-mapped", "ACEScg")


def values(frame: Frame) -> np.ndarray:
    content = frame.content
    if isinstance(content, str):
        data = Path(content).read_bytes()
        os.unlink(content)
    else:
        data = content
    return np.frombuffer(data, KINDS[frame.sample]).reshape(frame.height, frame.width, -1)


def noise(rows: int, columns: int, kind: type = np.float16) -> np.ndarray:
    made = np.random.default_rng(11).random((rows, columns, 3))
    return made.astype(kind)


@pytest.mark.parametrize(("kind", "sample"), [(np.float16, "half"), (np.float32, "float")])
def test_pixels_come_as_they_are_stored(tmp_path: Path, kind: type, sample: str) -> None:
    stored = noise(20, 30, kind)
    file = save(tmp_path / "a.exr", stored, window=(-4, 2, 24, 30))
    frame = read_frame(FrameRequest(str(file), 0, (0, 1, 2)))
    assert (frame.sample, frame.x, frame.y, frame.format) == (sample, -4, 2, Size(24, 30))
    assert (frame.rows, frame.reduced) == (20, 1)
    assert np.array_equal(values(frame), stored)


def test_a_part_is_cut_out_where_it_lies_in_the_format(tmp_path: Path) -> None:
    stored = noise(20, 30)
    file = save(tmp_path / "a.exr", stored, window=(-4, 2, 24, 30))
    frame = read_frame(FrameRequest(str(file), 0, (0, 1, 2), window=Window(0, 4, 8, 6)))
    assert (frame.x, frame.y, frame.width, frame.height) == (0, 4, 8, 6)
    assert np.array_equal(values(frame), stored[2:8, 4:12])
    beyond = read_frame(FrameRequest(str(file), 0, (0, 1, 2), window=Window(500, 500, 8, 6)))
    assert (beyond.width, beyond.height) == (1, 1)


def test_what_is_too_wide_for_a_texture_is_reduced(tmp_path: Path) -> None:
    stored = noise(8, 200, np.float32)
    file = save(tmp_path / "a.exr", stored)
    frame = read_frame(FrameRequest(str(file), 0, (0, 1, 2), longest=64))
    assert (frame.width, frame.height, frame.reduced) == (50, 2, 4)
    mean = stored.reshape(2, 4, 50, 4, 3).mean(axis=(1, 3))
    assert np.allclose(values(frame), mean, atol=1e-6)


def test_a_large_frame_is_left_in_a_folder_and_a_full_one_is_no_matter(tmp_path: Path) -> None:
    stored = noise(200, 300)
    file = save(tmp_path / "a.exr", stored)
    frame = read_frame(FrameRequest(str(file), 0, (0, 1, 2), handover=str(tmp_path)))
    assert isinstance(frame.content, str)
    assert np.array_equal(values(frame), stored)
    gone = read_frame(FrameRequest(str(file), 0, (0, 1, 2), handover=str(tmp_path / "gone")))
    assert isinstance(gone.content, bytes)


def test_of_a_frame_that_breaks_off_what_is_there_is_read(tmp_path: Path) -> None:
    stored = noise(256, 120)
    file = save(tmp_path / "a.exr", stored, compression="zips")
    content = file.read_bytes()
    file.write_bytes(content[: len(content) * 6 // 10])
    frame = read_frame(FrameRequest(str(file), 0, (0, 1, 2)))
    assert 0 < frame.rows < 256
    assert frame.problem
    found = values(frame)
    assert np.array_equal(found[: frame.rows], stored[: frame.rows])
    assert not found[frame.rows :].any()
    file.write_bytes(content[:400])
    with pytest.raises(UnreadablePicture):
        read_frame(FrameRequest(str(file), 0, (0, 1, 2)))


def test_a_movies_frame_is_eight_bit(tmp_path: Path) -> None:
    write_movie(tmp_path / "a.mov", frames=3, size=(64, 48))
    frame = read_frame(FrameRequest(str(tmp_path / "a.mov"), 0, (0, 1, 2), movie_frame=1))
    assert (frame.sample, frame.width, frame.height, frame.channels) == ("uint8", 64, 48, 3)


# --- put together


def layer(path: Path, channels: int, x: float, y: float, w: float, h: float) -> ComposedLayer:
    request = FrameRequest(str(path), 0, tuple(range(channels)))
    return ComposedLayer(request, LIGHT, x, y, w, h)


def flat(path: Path, colour: tuple[float, ...], side: int = 16) -> Path:
    pixels = np.empty((side, side, len(colour)), np.float32)
    pixels[:] = colour
    return save(path, pixels, list("RGBA")[: len(colour)])


def test_pictures_are_laid_over_by_their_alpha(tmp_path: Path) -> None:
    """Over: what is above, and what is below as far as its alpha leaves it (Porter, Duff 1984)."""
    back = layer(flat(tmp_path / "b.exr", (0.4, 0.2, 0.1)), 3, 0, 0, 16, 16)
    front = layer(flat(tmp_path / "f.exr", (0.25, 0.0, 0.5, 0.5), 8), 4, 4, 4, 8, 8)
    made = values(compose(ComposeRequest(0, 0, Size(16, 16), (back, front))))
    assert made[0, 0] == pytest.approx((0.4, 0.2, 0.1, 1), abs=1e-3)
    assert made[8, 8] == pytest.approx((0.45, 0.1, 0.55, 1), abs=1e-3)


def test_a_picture_is_placed_with_overscan_and_at_another_size(tmp_path: Path) -> None:
    white = flat(tmp_path / "w.exr", (1.0, 1.0, 1.0))
    request = ComposeRequest(-4, -2, Size(24, 20), (layer(white, 3, 0, 0, 8, 8),))
    made = values(compose(request))[:, :, 3].astype(float)
    assert made[2:10, 4:12] == pytest.approx(np.ones((8, 8)), abs=1e-3)
    assert made.sum() == pytest.approx(64, abs=0.1)
    half = ComposeRequest(0, 0, Size(24, 20), (layer(white, 3, 2.5, 1.5, 16, 16),))
    edge = values(compose(half))[:, :, 3].astype(float)
    assert edge.sum() == pytest.approx(256, abs=4)
    assert edge[8, 2] == pytest.approx(0.5, abs=0.1)


# --- looked at


def test_a_stop_is_twice_the_light_before_the_view() -> None:
    grey = np.full((1, 1, 3), 0.09, np.float32)
    (codes,) = looked_at(grey.copy(), LIGHT, Adjusted(exposure=1))[0]
    assert codes[1] == pytest.approx(0.46136, abs=5e-4)
    plain = looked_at(np.full((1, 1, 3), 0.25, np.float32), None, Adjusted(gamma=2))
    assert plain[0, 0] == pytest.approx((0.5,) * 3)
    red = np.array([[[1.0, 0.5, 0.0]]], np.float32)
    assert looked_at(red, None, Adjusted(channel="green"))[0, 0] == pytest.approx((0.5,) * 3)
    assert looked_at(red, None, Adjusted(saturation=0))[0, 0] == pytest.approx((0.5702,) * 3)
    alpha = np.array([[[1.0, 1.0, 1.0, 0.25]]], np.float32)
    assert looked_at(alpha, None, Adjusted(channel="alpha"))[0, 0] == pytest.approx((0.25,) * 3)


def test_a_frame_is_made_for_browsers_that_cant(tmp_path: Path) -> None:
    file = save(tmp_path / "a.exr", noise(90, 160))
    made = seen_frame(FrameRequest(str(file), 0, (0, 1, 2)), LIGHT, Adjusted(), 80)
    assert made.startswith(b"\x89PNG")


# --- noise


def grained(sigma: float, soft: float, seed: int, colour: bool = True) -> np.ndarray:
    """Return a ramp with noise of a channel's own, made soft and then as strong as is said."""
    rng = np.random.default_rng(seed)
    raw = rng.normal(0, 1, (256, 640, 3 if colour else 1))
    if soft:
        raw = gaussian_filter(raw, (soft, soft, 0))
    ramp = np.linspace(0.05, 0.9, 640)[None, :, None]
    return (ramp + raw / raw.std(axis=(0, 1)) * sigma).astype(np.float32)


@pytest.mark.parametrize("sigma", [0.002, 0.01, 0.02])
@pytest.mark.parametrize("soft", [0.0, 0.7, 1.5])
def test_noise_is_measured_by_channel_from_two_frames_or_one(sigma: float, soft: float) -> None:
    one, other = grained(sigma, soft, 3), grained(sigma, soft, 4)
    two, alone = noise_of(one, other), noise_of(one)
    assert (two.frames, alone.frames) == (2, 1)
    for table, near in ((two, 0.06), (alone, 0.15)):
        assert len(table.measures) == 5
        assert [m.level for m in table.measures] == sorted(m.level for m in table.measures)
        for measure in table.measures:
            assert len(measure.sigmas) == 3
            assert measure.sigmas == pytest.approx((sigma,) * 3, rel=near)
            # A bell of σ has a width at half its height of 2.355 σ.
            assert measure.width == pytest.approx(max(0.5, 2.355 * soft), rel=0.15, abs=0.1)


def test_each_channel_has_its_own_noise() -> None:
    sigmas = (0.01, 0.004, 0.02)
    frames = [
        np.concatenate([grained(each, 0, seed + n, False) for n, each in enumerate(sigmas)], 2)
        for seed in (5, 9)
    ]
    for measure in noise_of(*frames).measures:
        assert measure.sigmas == pytest.approx(sigmas, rel=0.06)


def test_noise_that_rises_with_the_light_is_told_by_brightness() -> None:
    rng = np.random.default_rng(4)
    level = np.repeat(np.linspace(0.1, 0.9, 5, dtype=np.float32), 64)[None, :].repeat(256, 0)
    picture = level + rng.normal(0, 1, level.shape).astype(np.float32) * 0.01 * level
    found = noise_of(picture.astype(np.float32)[:, :, None])
    for measure, at in zip(found.measures, (0.1, 0.3, 0.5, 0.7, 0.9), strict=True):
        assert measure.sigmas[0] == pytest.approx(0.01 * at, rel=0.2)


def test_a_picture_too_small_to_be_measured_has_no_noise() -> None:
    with warnings.catch_warnings():
        warnings.simplefilter("error")
        assert noise_of(np.zeros((8, 8, 1), np.float32)).measures == ()


def test_a_plate_on_twos_is_measured_by_a_frame_that_differs(tmp_path: Path) -> None:
    one, other = grained(0.01, 0, 3).astype(np.float16), grained(0.01, 0, 4).astype(np.float16)
    files = [str(save(tmp_path / f"{n}.exr", each)) for n, each in enumerate((other, one, one))]
    last, this, following = (FrameRequest(each, 0, (0, 1, 2)) for each in files)
    assert measure_noise(NoiseRequest(this, (following, last))).frames == 2
    assert measure_noise(NoiseRequest(this, (following,))).frames == 1
    (tmp_path / "0.exr").write_bytes(b"broken")
    assert measure_noise(NoiseRequest(this, (last,))).frames == 1
