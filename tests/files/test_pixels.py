"""Pixels read, shrunk, counted, shown: of files as they should be, and of those that aren't."""

import io
import os
import struct
from collections.abc import Callable
from pathlib import Path

import numpy as np
import OpenImageIO as oiio
import pytest
from hypothesis import given
from hypothesis import strategies as st
from PIL import Image

from tests.makers import write_movie, write_picture
from zero_slate.core.media.eyes import compared_pixels
from zero_slate.core.media.header import Window
from zero_slate.core.media.layers import LayerKind, layers_of
from zero_slate.core.media.small_picture import Box, SmallPictureFrame
from zero_slate.demo.drawing import draw_eye
from zero_slate.demo.layered import write_flare
from zero_slate.demo.sound import write_bell
from zero_slate.demo.story import LANTERN
from zero_slate.files.colour.chain import ViewedThrough
from zero_slate.files.media.movies import UnreadableMovie
from zero_slate.files.media.pictures import UnreadablePicture, read_picture
from zero_slate.files.media.pixels.counting import count_channel
from zero_slate.files.media.pixels.eyes import EyeFile, EyePair, measure_eyes
from zero_slate.files.media.pixels.layer_sheet import (
    LayerSheetRequest,
    frame_layers,
    layer_sheet,
)
from zero_slate.files.media.pixels.reading import read_pixels
from zero_slate.files.media.pixels.shrinking import shrunk
from zero_slate.files.media.pixels.small import PictureRequest, small_picture
from zero_slate.files.media.sounds import UnreadableSound, read_sound, read_waveform

WHOLE = Box(0, 0, 1, 1)
SHOTS = LANTERN.shots


def save(path: Path, pixels: np.ndarray, names: list[str] | None = None, **said: object) -> Path:
    """Write an EXR of rows × columns × channels; `window` is x, y, width, height of its format."""
    height, width, channels = pixels.shape
    form = {"float16": "half", "float32": "float", "uint8": "uint8"}[str(pixels.dtype)]
    spec = oiio.ImageSpec(width, height, channels, form)
    if names:
        spec.channelnames = names
    if "window" in said:
        x, y, full_width, full_height = said.pop("window")  # type: ignore[misc]
        spec.x, spec.y, spec.full_x, spec.full_y = x, y, 0, 0
        spec.full_width, spec.full_height = full_width, full_height
    for key, value in said.items():
        spec.attribute(key, value)
    output = oiio.ImageOutput.create(str(path))
    assert output.open(str(path), spec), output.geterror()
    output.write_image(pixels)
    output.close()
    return path


def request(path: Path, **how: object) -> PictureRequest:
    frame = SmallPictureFrame(64, 36, WHOLE, WHOLE)
    usual = {"movie_frame": None, "part": 0, "channels": (0, 1, 2), "kind": LayerKind.COLOUR,
             "bounds": None, "frame": frame, "through": None}  # fmt: skip
    return PictureRequest(str(path), **(usual | how))  # type: ignore[arg-type]


def opened(content: bytes) -> np.ndarray:
    return np.asarray(Image.open(io.BytesIO(content)).convert("RGBA")).astype(int)


# --- pixels as they are


@given(
    st.sampled_from(["float16", "float32"]),
    st.lists(
        st.one_of(st.floats(width=16, allow_nan=True, allow_infinity=True), st.just(0.0)),
        min_size=1,
        max_size=40,
    ),
)
def test_counting_agrees_with_the_plain_way(kind: str, values: list[float]) -> None:
    plane = np.array(values, dtype=kind).reshape(1, -1)
    said = count_channel(plane)
    wide = plane.astype(np.float64)
    good = wide[np.isfinite(wide)]
    assert said.pixels == plane.size
    assert said.nan == int(np.isnan(wide).sum())
    assert said.infinite == int(np.isinf(wide).sum())
    assert said.zero == int((wide == 0).sum())
    if good.size:
        assert (said.least, said.greatest) == (good.min(), good.max())
        assert said.mean == pytest.approx(good.mean(), rel=1e-6, abs=1e-6)
    else:
        assert said.least is None
    assert (said.bad is not None) == bool(said.nan or said.infinite)


def test_what_is_no_number_is_located() -> None:
    plane = np.zeros((20, 30), dtype=np.float16)
    plane[4, 7] = np.nan
    plane[9, 12] = np.inf
    assert count_channel(plane, 100, 50).bad == Window(107, 54, 6, 6)


def test_codes_are_shares_of_the_greatest() -> None:
    said = count_channel(np.array([[0, 255, 51]], dtype=np.uint8))
    assert (said.least, said.greatest, said.mean) == (0.0, 1.0, pytest.approx(0.4))


@given(st.integers(1, 90), st.integers(1, 90), st.integers(1, 40), st.integers(1, 40))
def test_a_shrunk_picture_keeps_its_level(rows: int, columns: int, wide: int, high: int) -> None:
    flat = np.full((rows, columns, 2), 0.25, dtype=np.float16)
    small = shrunk(flat, wide, high)
    assert small.shape == (high, wide, 2)
    assert np.allclose(small, 0.25, atol=1e-3)


def test_a_picture_is_laid_where_its_window_lies(tmp_path: Path) -> None:
    light = np.full((18, 32, 3), 0.5, dtype=np.float16)
    file = save(tmp_path / "a.exr", light, window=(16, 9, 64, 36))
    seen = opened(small_picture(request(file)))
    assert seen[18, 32, 3] == 255
    assert seen[2, 2, 3] == 0
    assert seen[18, 32, 0] == pytest.approx(128, abs=3)


def test_what_is_cut_off_is_faint_and_bars_are_bare(tmp_path: Path) -> None:
    file = save(tmp_path / "a.exr", np.ones((36, 64, 3), dtype=np.float16))
    # The canvas is the middle half of the small picture, the file fills all across, half down.
    frame = SmallPictureFrame(64, 36, Box(0.25, 0, 0.5, 1), Box(0, 0.25, 1, 0.5))
    seen = opened(small_picture(request(file, frame=frame)))
    assert seen[18, 32, 3] == 255
    assert 60 < seen[18, 4, 3] < 120
    assert seen[2, 32, 3] == 0


def test_colour_is_seen_through_the_view(tmp_path: Path) -> None:
    grey = save(tmp_path / "a.exr", np.full((36, 64, 3), 0.18, dtype=np.float16))
    through = ViewedThrough(
        "ocio://cg-config-v2.2.0_aces-v1.3_ocio-v2.4", "ACEScg", "sRGB - Display", "Un-tone-mapped"
    )
    seen = opened(small_picture(request(grey, through=through)))
    # 0.18 linear is 0.46136 in sRGB (IEC 61966-2-1).
    assert seen[18, 32, 1] == pytest.approx(0.46136 * 255, abs=2)


def test_light_behind_little_cover_is_seen_as_it_is(tmp_path: Path) -> None:
    pixels = np.zeros((36, 64, 4), dtype=np.float16)
    pixels[:, :, 0], pixels[:, :, 3] = 0.25, 0.5
    file = save(tmp_path / "a.exr", pixels, ["R", "G", "B", "A"])
    seen = opened(small_picture(request(file, channels=(0, 1, 2, 3))))
    assert seen[18, 32, 3] == pytest.approx(128, abs=2)
    assert seen[18, 32, 0] == pytest.approx(128, abs=4)


def test_a_movie_frame_is_seen(tmp_path: Path) -> None:
    file = write_movie(tmp_path / "a.mov", codec="libx264", pixels="yuv420p")
    assert opened(small_picture(request(file, movie_frame=9))).shape == (36, 64, 4)
    with pytest.raises(UnreadableMovie):
        small_picture(request(tmp_path / "none.mov", movie_frame=0))


def test_layers_are_laid_out_with_their_figures(tmp_path: Path) -> None:
    shot = SHOTS[0]
    write_flare(tmp_path, "flare", shot.scene, LANTERN.frame_rate, range(1039, 1041))
    file = tmp_path / "flare.1039.exr"
    layers = layers_of(read_picture(file))
    sheet = layer_sheet(LayerSheetRequest(str(file), 1039, False, layers, 64))
    found = {each.layer.name: each for each in sheet}
    assert {name: str(seen.kind) for name, seen in found.items()} == {
        "RGBA": "colour", "alpha": "alpha", "depth": "depth", "N": "normals", "P": "position",
        "motion": "motion", "ids": "ids", "fire": "colour", "scatter": "colour",
    }  # fmt: skip
    assert all(c.empty for name in ("fire", "scatter") for c in found[name].statistics)
    assert found["ids"].statistics[0].greatest == 9
    assert (found["N"].statistics[2].least, found["N"].statistics[2].greatest) == (0.0, 1.0)
    assert all(Image.open(io.BytesIO(s.picture)).size == (64, 36) for s in found.values())


def test_a_broken_part_leaves_the_others(tmp_path: Path) -> None:
    file = tmp_path / "parts.exr"
    specs = [oiio.ImageSpec(64, 64, 3, "half") for _ in range(2)]
    for spec, name in zip(specs, ("beauty", "second"), strict=True):
        spec.attribute("oiio:subimagename", name)
        spec.attribute("compression", "none")
    output = oiio.ImageOutput.create(str(file))
    assert output.open(str(file), specs)
    output.write_image(np.full((64, 64, 3), 0.5, dtype=np.float16))
    assert output.open(str(file), specs[1], "AppendSubimage")
    output.write_image(np.full((64, 64, 3), 0.25, dtype=np.float16))
    output.close()
    layers = layers_of(read_picture(file))
    assert [layer.part for layer in layers] == [0, 1]
    # The second part's chunks lie at the end: cut some off, and only that one can't be read.
    content = file.read_bytes()
    file.write_bytes(content[: len(content) - 2000])
    seen = layer_sheet(LayerSheetRequest(str(file), 1, False, layers, 16))
    assert [bool(each.problem) for each in seen] == [False, True]


def test_two_eyes_are_measured(tmp_path: Path) -> None:
    scene = SHOTS[1].scene
    for eye, shifts, light in (("left", (4, 10, 0), 1.0), ("right", (-4, -14, 3), 0.93)):
        picture = draw_eye(scene, 960, 540, 0.3, *shifts) * np.float32(light)
        save(tmp_path / f"{eye}.exr", picture.astype(np.float16))
    left, right = (EyeFile(str(tmp_path / f"{eye}.exr"), 0, (0, 1, 2)) for eye in ("left", "right"))
    found = measure_eyes(EyePair(1, left, right))
    assert found.vertical == pytest.approx(3, abs=0.3)
    assert found.rotation == pytest.approx(0, abs=0.05)
    assert found.brightness == pytest.approx(0.93, abs=0.01)
    first, *_ = compared_pixels([found], ("left", "right"))
    assert first.code == "views.vertical"
    same = measure_eyes(EyePair(1, left, left))
    assert (same.vertical, same.across, same.brightness) == (0, 0, 1)
    plain = save(tmp_path / "plain.exr", np.full((540, 960, 3), 0.5, dtype=np.float16))
    blank = EyeFile(str(plain), 0, (0, 1, 2))
    with pytest.raises(UnreadablePicture, match="too plain"):
        measure_eyes(EyePair(1, blank, blank))


# --- files that nobody expects


def exr_claiming(path: Path, side: int) -> Path:
    """Write an EXR whose windows claim another size than it has pixels for."""
    write_picture(path, (64, 36))
    content = bytearray(path.read_bytes())
    for name in (b"dataWindow\0box2i\0", b"displayWindow\0box2i\0"):
        at = content.index(name) + len(name) + 4
        struct.pack_into("<4i", content, at, 0, 0, side - 1, side - 1)
    path.write_bytes(bytes(content))
    return path


def hostile(folder: Path) -> dict[str, Path]:
    """Make files that a reader of pixels has to say something of, and never die over."""
    rng = np.random.default_rng(1)
    made = {name: folder / f"{name}.exr" for name in ("empty", "text", "zeros", "folder", "link")}
    made["empty"].write_bytes(b"")
    made["text"].write_text("no picture at all\n" * 50)
    made["zeros"].write_bytes(bytes(4096))
    made["folder"].mkdir()
    made["link"].symlink_to(made["link"])
    made["pipe"] = folder / "pipe.exr"
    os.mkfifo(made["pipe"])
    made["claims"] = exr_claiming(folder / "claims.exr", 100_000)
    made["claims-less"] = exr_claiming(folder / "claims-less.exr", 30_000)
    whole = write_picture(folder / "whole.exr", (256, 144)).read_bytes()
    for name, content in {
        "half": whole[: len(whole) // 2],
        "header-only": whole[:400],
        "magic-only": whole[:4],
        "noise": whole[:600] + rng.bytes(len(whole) - 600),
        "long": whole + rng.bytes(5000),
        "shuffled-offsets": whole[:420] + bytes(reversed(whole[420:560])) + whole[560:],
    }.items():
        made[name] = folder / f"{name}.exr"
        made[name].write_bytes(content)
    png = write_picture(folder / "a.png", form="uint8", rate=None).read_bytes()
    pngs = {"png-cut": png[: len(png) // 2], "png-crc": png[:60] + b"\xff" + png[61:]}
    for name, content in pngs.items():
        made[name] = folder / f"{name}.png"
        made[name].write_bytes(content)
    made["png-as-exr"] = folder / "png-as-exr.exr"
    made["png-as-exr"].write_bytes(png)
    tiff = write_picture(folder / "a.tif", form="uint16", rate=None).read_bytes()
    made["tif-cut"] = folder / "tif-cut.tif"
    made["tif-cut"].write_bytes(tiff[: len(tiff) // 3])
    dpx = write_picture(folder / "a.dpx", form="uint16", rate=None).read_bytes()
    made["dpx-cut"] = folder / "dpx-cut.dpx"
    made["dpx-cut"].write_bytes(dpx[:2100])
    nothing = np.full((36, 64, 3), np.nan, dtype=np.float16)
    made["all-nan"] = save(folder / "all-nan.exr", nothing)
    made["infinite"] = save(folder / "infinite.exr", np.full((36, 64, 3), np.inf, dtype=np.float16))
    made["one-pixel"] = save(folder / "one-pixel.exr", np.ones((1, 1, 3), dtype=np.float16))
    made["tall"] = save(folder / "tall.exr", np.ones((4000, 1, 3), dtype=np.float16))
    made["away"] = save(
        folder / "away.exr", np.ones((4, 4, 3), dtype=np.float16), window=(90_000, 90_000, 64, 36)
    )
    return made


# What of them is a picture all the same, if an odd one; and what may be read as far as it goes.
FINE = {"long", "png-as-exr", "all-nan", "infinite", "one-pixel", "tall", "away"}
AS_FAR_AS_IT_GOES = {"half", "noise", "shuffled-offsets", "png-crc"}


def said_of(look: Callable[[Path], object], file: Path) -> str:
    """Return why a file can't be looked at; empty where it can. Nothing else may be raised."""
    try:
        look(file)
    except UnreadablePicture as refusal:
        return str(refusal) or "nothing is said"
    return ""


def test_nothing_odd_does_more_than_say_so(tmp_path: Path) -> None:
    looks: tuple[Callable[[Path], object], ...] = (
        lambda path: small_picture(request(path)),
        lambda path: frame_layers(str(path), 1),
    )
    for name, file in hostile(tmp_path).items():
        for look in looks:
            why = said_of(look, file)
            if name not in AS_FAR_AS_IT_GOES:
                assert bool(why) != (name in FINE), f"{name}: {why}"
            assert str(file) not in why


def test_a_claim_of_too_many_pixels_is_told_by_its_figures(tmp_path: Path) -> None:
    with pytest.raises(UnreadablePicture, match=r"claims a \d+ MB image from a \d+ byte file"):
        read_pixels(str(exr_claiming(tmp_path / "a.exr", 100_000)), 0, (0, 1, 2))


def test_a_file_of_fewer_channels_than_before_is_told(tmp_path: Path) -> None:
    file = write_picture(tmp_path / "a.exr", channels=3)
    with pytest.raises(UnreadablePicture, match="it has 3 channels, and not the 24"):
        read_pixels(str(file), 0, tuple(range(24)))
    with pytest.raises(UnreadablePicture, match="part 3 isn't there"):
        read_pixels(str(file), 2, (0,))


@pytest.mark.parametrize(
    ("content", "why"),
    [
        (b"", "the file is empty"),
        (b"RIFF" + bytes(40), "no sound that can be read"),
        (b"no sound" * 100, "no sound that can be read"),
    ],
)
def test_what_is_no_sound_is_told(tmp_path: Path, content: bytes, why: str) -> None:
    file = tmp_path / "a.wav"
    file.write_bytes(content)
    with pytest.raises(UnreadableSound, match=why):
        read_sound(file)


def test_a_sound_says_its_length_and_time_reference(tmp_path: Path) -> None:
    write_bell(tmp_path / "bell.wav", 1.5, (0.5,), 48000 * 3600)
    said = read_sound(tmp_path / "bell.wav")
    assert (said.samples, said.sample_rate, said.channels) == (72_000, 48_000, 2)
    assert said.time_reference == 48000 * 3600
    outline = np.frombuffer(read_waveform(str(tmp_path / "bell.wav")), np.int8).reshape(-1, 2)
    assert len(outline) == 150
    assert np.abs(outline[:45]).max() < 10 < np.abs(outline[52:70]).max()
    movie = write_movie(tmp_path / "silent.mov")
    with pytest.raises(UnreadableSound, match="no sound in it"):
        read_sound(movie)


def test_a_sound_that_breaks_off_is_drawn_as_far_as_it_goes(tmp_path: Path) -> None:
    write_bell(tmp_path / "bell.wav", 2, (0.5,), 0)
    content = (tmp_path / "bell.wav").read_bytes()
    (tmp_path / "cut.wav").write_bytes(content[: len(content) // 2])
    assert len(read_waveform(str(tmp_path / "cut.wav"))) // 2 == pytest.approx(100, abs=3)
