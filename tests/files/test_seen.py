"""What is seen is what it is: one identity of all that a picture is seen by, and alpha in it."""

import os
from pathlib import Path

import numpy as np
import OpenImageIO as oiio
import PyOpenColorIO as ocio
import pytest
from numpy.typing import NDArray

from zero_slate.core.canvas.raster import Size
from zero_slate.core.colour.config_place import USUAL
from zero_slate.files.colour import configs
from zero_slate.files.colour.chain import BrokenView, ViewedThrough, why_not_seen
from zero_slate.files.colour.grade_files import UnreadableGrade, read_grades, require_look
from zero_slate.files.colour.probes import probe
from zero_slate.files.colour.shaders import view_shader
from zero_slate.files.media.pixels.composing import ComposedLayer, ComposeRequest
from zero_slate.files.media.pixels.frames import FrameRequest, read_frame
from zero_slate.files.media.pixels.light_copies import CopyRequest, make_copy
from zero_slate.files.media.pixels.made.pictures import made_codes
from zero_slate.files.media.pixels.outside import outside_shares
from zero_slate.files.media.pixels.reading import read_pixels
from zero_slate.files.media.pixels.seen_frame import Adjusted, looked_at
from zero_slate.files.media.pixels.viewing import seen

CONFIG = """ocio_profile_version: 2
search_path: luts:more
roles: {default: light, scene_linear: light, data: light}
file_rules:
  - !<Rule> {name: Scans, colorspace: film, pattern: "*scan*", extension: "dp[xX]"}
  - !<Rule> {name: By role, colorspace: scene_linear, regex: ".*/roles/.*"}
  - !<Rule> {name: ColorSpaceNamePathSearch}
  - !<Rule> {name: Default, colorspace: default}
displays:
  screen:
    - !<View> {name: film, colorspace: film}
    - !<View> {name: plain, colorspace: light}
inactive_colorspaces: [hidden]
colorspaces:
  - !<ColorSpace> {name: light}
  - !<ColorSpace> {name: hidden}
  - !<ColorSpace> {name: film, from_scene_reference: !<FileTransform> {src: film.cube}}
"""


def cube(path: Path, factor: float) -> None:
    """Write a table that multiplies, and gives it another time than it had."""
    former = path.stat().st_mtime_ns if path.exists() else 0
    lines = [f"{factor * n} {factor * n} {factor * n}" for n in (0, 1)]
    path.write_text("LUT_1D_SIZE 2\n" + "\n".join(lines) + "\n")
    os.utime(path, ns=(former + 10**9, former + 10**9))


@pytest.fixture
def show(tmp_path: Path) -> Path:
    (tmp_path / "luts").mkdir()
    cube(tmp_path / "luts/film.cube", 0.5)
    file = tmp_path / "show.ocio"
    file.write_text(CONFIG)
    return file


def by_film(show: Path) -> ViewedThrough:
    return ViewedThrough(
        str(show), "light", "screen", "film", "light", stamp=configs.stamp_of(str(show))
    )


def grey_through(show: Path) -> float:
    return float(seen(np.full((1, 1, 3), 0.5, np.float32), by_film(show))[0, 0, 1])


def test_a_table_beside_a_config_is_a_part_of_what_it_is(show: Path) -> None:
    before, mark = by_film(show), configs.version_and_fingerprint(str(show))[1]
    shader, grey = view_shader(before), probe(str(show), "light", "screen", "film")
    assert grey_through(show) == pytest.approx(0.25)
    cube(show.parent / "luts/film.cube", 0.8)
    after = by_film(show)
    assert after != before
    assert grey_through(show) == pytest.approx(0.4)
    assert configs.version_and_fingerprint(str(show))[1] != mark
    assert view_shader(after).key != shader.key
    now = probe(str(show), "light", "screen", "film")
    assert grey is not None
    assert now is not None
    assert now.grey == pytest.approx(grey.grey * 1.6, abs=1e-4)


def test_one_config_on_two_disks_has_one_fingerprint(show: Path, tmp_path: Path) -> None:
    other = tmp_path / "other"
    (other / "luts").mkdir(parents=True)
    (other / "show.ocio").write_text(CONFIG)
    cube(other / "luts/film.cube", 0.5)
    marks = {configs.version_and_fingerprint(str(each)) for each in (show, other / "show.ocio")}
    assert len(marks) == 1


def test_a_table_that_comes_to_lie_in_front_of_another_is_told(show: Path) -> None:
    table = show.parent / "luts/film.cube"
    table.rename(show.parent / "kept.cube")
    gone = by_film(show)
    assert why_not_seen(gone) == "the file film.cube isn't there"
    (show.parent / "more").mkdir()
    cube(show.parent / "more/film.cube", 0.2)
    assert grey_through(show) == pytest.approx(0.1)
    assert why_not_seen(by_film(show)) == ""
    (show.parent / "kept.cube").rename(table)
    assert grey_through(show) == pytest.approx(0.25)


def test_what_cant_be_seen_is_never_seen_as_something_else(show: Path) -> None:
    (show.parent / "luts/film.cube").unlink()
    picture = str(show.parent / "a.exr")
    write(picture, np.full((2, 2, 3), 0.5, np.float32), "half")
    request = FrameRequest(picture, 0, (0, 1, 2))
    for tried in (
        lambda: seen(np.zeros((1, 1, 3), np.float32), by_film(show)),
        lambda: outside_shares(request, by_film(show)),
        lambda: looked_at(np.zeros((1, 1, 3), np.float32), by_film(show), Adjusted()),
    ):
        with pytest.raises(BrokenView, match=r"film\.cube isn't there"):
            tried()


@pytest.mark.parametrize(
    "path",
    ["a/scan/x.dpx", "a/SCAN/x.dpx", "a/scan/x.DPX", "a/scan/x.exr", "a/roles/x.exr", "film/x.exr",
     "a/film_x.exr", "hidden/x.exr", "FILM/x.exr", "scene_linear/x.exr", "data/x.tif", "x.exr",
     "a/light_film.exr", "film/light.exr"],
)  # fmt: skip
def test_a_configs_own_rules_are_asked_of_the_library(show: Path, path: str) -> None:
    read = ocio.Config.CreateFromFile(str(show))
    space, rule = read.getColorSpaceFromFilepath(path)
    found = configs.read_names(str(show)).by_path(path)
    if rule == read.getFileRules().getNumEntries() - 1:
        assert found is None
    else:
        assert found == (space, read.getFileRules().getName(rule))


def write(path: str, values: NDArray[np.float32], kind: str, straight: bool = False) -> None:
    rows, columns, channels = values.shape
    spec = oiio.ImageSpec(columns, rows, channels, kind)
    if straight:
        spec.attribute("oiio:UnassociatedAlpha", 1)
    out = oiio.ImageOutput.create(path)
    assert out.open(path, spec)
    assert out.write_image(values)
    out.close()


SRGB = ViewedThrough(
    f"ocio://{USUAL}", "sRGB Encoded Rec.709 (sRGB)", "sRGB - Display", "Un-tone-mapped", "ACEScg"
)


def srgb(light: NDArray[np.float64]) -> NDArray[np.float64]:
    """Encode light as IEC 61966-2-1 does."""
    return np.where(light <= 0.0031308, 12.92 * light, 1.055 * light ** (1 / 2.4) - 0.055)


@pytest.mark.parametrize("ending", ["png", "tif", "tga", "webp"])
@pytest.mark.parametrize("alpha", [5, 64, 128, 254])
def test_colour_beside_its_alpha_is_seen_as_the_stack_has_it(
    tmp_path: Path, ending: str, alpha: int
) -> None:
    picture = str(tmp_path / f"a.{ending}")
    codes = np.array([180, 90, 30, alpha], np.float32) / 255
    write(picture, np.tile(codes, (4, 4, 1)), "uint8", straight=True)
    pixels = read_pixels(picture, 0, (0, 1, 2, 3))
    stored = pixels.values[1, 1].astype(int)
    assert pixels.straight
    assert np.abs(stored - (180, 90, 30, alpha)).max() <= (1 if ending == "webp" else 0)
    # Light covers a black ground by its alpha, and is encoded then.
    share = stored[:3] / 255
    light = np.where(share <= 0.04045, share / 12.92, ((share + 0.055) / 1.055) ** 2.4)
    right = srgb(light * alpha / 255) * 255
    request = FrameRequest(picture, 0, (0, 1, 2, 3))
    frame = read_frame(request)
    assert frame.straight
    alone = looked_at(pixels.covering.astype(np.float32), SRGB, Adjusted())[1, 1] * 255
    assert alone == pytest.approx(right, abs=0.3)
    stack = ComposeRequest(0, 0, Size(4, 4), (ComposedLayer(request, SRGB, 0, 0, 4, 4),))
    through = ViewedThrough(SRGB.config, "scene_linear", SRGB.display, SRGB.view, "ACEScg")
    assert made_codes(stack, through)[1, 1] * 255 == pytest.approx(right, abs=0.6)


def test_a_light_copy_shows_what_its_picture_does(tmp_path: Path) -> None:
    from fractions import Fraction

    from zero_slate.core.media.light_copy import CopyKind

    picture, copy = str(tmp_path / "a.tif"), str(tmp_path / "copy.jpg")
    codes = np.array([180, 90, 30, 128], np.float32) / 255
    write(picture, np.tile(codes, (32, 32, 1)), "uint8", straight=True)
    request = FrameRequest(picture, 0, (0, 1, 2, 3))
    make_copy(CopyRequest(request, copy, Fraction(1, 2), "box", CopyKind.JPEG, SRGB))
    shown = read_pixels(copy, 0, (0, 1, 2)).values[8, 8].astype(int)
    alone = looked_at(read_pixels(picture, 0, (0, 1, 2, 3)).covering, SRGB, Adjusted())[1, 1] * 255
    assert np.abs(shown - alone).max() < 4


BAD = {
    "power.cc": ("<ColorCorrection id='a'><SOPNode><Slope>1 1 1</Slope><Offset>0 0 0</Offset>"
                 "<Power>0 1 1</Power></SOPNode></ColorCorrection>", "power of 0 is out of range"),
    "slope.cc": ("<ColorCorrection id='a'><SOPNode><Slope>-1 1 1</Slope><Offset>0 0 0</Offset>"
                 "<Power>1 1 1</Power></SOPNode></ColorCorrection>", "slope of -1 is out of range"),
    "twice.ccc": ("<ColorCorrectionCollection xmlns='urn:ASC:CDL:v1.2'>"
                  + "<ColorCorrection id='a'><SOPNode><Slope>1 1 1</Slope><Offset>0 0 0</Offset>"
                    "<Power>1 1 1</Power></SOPNode></ColorCorrection>" * 2
                  + "</ColorCorrectionCollection>", "id a twice"),
    "none.cc": ("nothing", "no colour decisions"),
    "short.cube": ("LUT_3D_SIZE 2\n0 0 0\n", "Found 1, expected 8"),
    "array.clf": ("<ProcessList id='x'/>", "line 1"),
}  # fmt: skip


@pytest.mark.parametrize("name", BAD)
def test_a_bad_grade_says_what_is_bad_and_nothing_of_the_server(tmp_path: Path, name: str) -> None:
    text, words = BAD[name]
    file = tmp_path / name
    file.write_text(text)
    with pytest.raises(UnreadableGrade) as refused:
        read_grades(file) if file.suffix in (".cc", ".ccc") else require_look(file)
    said = str(refused.value)
    assert words in said
    assert str(tmp_path) not in said
    assert not {"ASC CDL XML", "iridas", "resolve", "failed with", "CDLOpData"} & {
        word for word in ("ASC CDL XML", "iridas", "resolve", "failed with", "CDLOpData")
        if word.lower() in said.lower()
    }  # fmt: skip
