"""Colour configs read, and the chain that pixels are seen through."""

import base64
from pathlib import Path

import numpy as np
import PyOpenColorIO as ocio
import pytest

from zero_slate.core.colour.config_place import BUILT_IN, USUAL
from zero_slate.core.colour.depth import SampleDepth
from zero_slate.core.colour.grade import Cdl
from zero_slate.files.colour import configs
from zero_slate.files.colour.chain import Look, ViewedThrough, to_linear, whole
from zero_slate.files.colour.probes import probe
from zero_slate.files.colour.shaders import view_shader

CONFIG = f"ocio://{USUAL}"
SDR = ViewedThrough(CONFIG, "ACEScg", "sRGB - Display", "ACES 1.0 - SDR Video", "ACEScg")


def test_the_built_in_configs_are_those_the_library_has() -> None:
    has = {name for name, *_ in ocio.BuiltinConfigRegistry().getBuiltinConfigs()}
    assert set(BUILT_IN) <= has
    for name in BUILT_IN:
        assert configs.read_names(f"ocio://{name}").displays


def test_a_configs_names_and_what_it_shows() -> None:
    names = configs.read_names(CONFIG)
    assert {"ACEScg", "lin_ap1", "scene_linear"} <= names.spaces
    assert "Un-tone-mapped" in names.views["sRGB - Display"]
    # 0.18 linear is 0.46136 in sRGB (IEC 61966-2-1).
    plain = probe(CONFIG, "Linear Rec.709 (sRGB)", "sRGB - Display", "Un-tone-mapped")
    assert plain is not None
    assert plain.grey == pytest.approx(0.46136, abs=2e-4)
    assert plain.white == pytest.approx(1, abs=1e-3)
    # 18 % grey is light: through a display of gamma 2.4 it is 0.18 ^ (1 ÷ 2.4), whatever the
    # working space writes it as.
    for space in ("ACEScg", "Gamma 2.4 Encoded Rec.709", "sRGB Encoded Rec.709 (sRGB)"):
        found = probe(CONFIG, space, "Rec.1886 Rec.709 - Display", "Un-tone-mapped")
        assert found is not None
        assert round(found.grey, 3) == 0.489
    assert probe(CONFIG, "no such", "sRGB - Display", "Raw") is None


def test_a_config_file_is_told_apart_and_read_anew(tmp_path: Path) -> None:
    file = tmp_path / "show.ocio"
    config = ocio.Config.CreateFromFile(CONFIG)
    file.write_text(config.serialize())
    version, mark = configs.version_and_fingerprint(str(file))
    assert (version, mark) == configs.version_and_fingerprint(CONFIG)
    made = ocio.Config.CreateRaw()
    made.addColorSpace(ocio.ColorSpace(name="another"))
    file.write_text(made.serialize())
    assert configs.version_and_fingerprint(str(file))[1] != mark
    assert "another" in configs.read_names(str(file)).spaces


CIRCLE = """ocio_profile_version: 2
roles: {default: a, scene_linear: a}
file_rules: [!<Rule> {name: Default, colorspace: default}]
displays: {screen: [!<View> {name: plain, colorspace: a}]}
looks: [!<Look> {name: round, process_space: a, transform: !<LookTransform> {src: a, dst: a,
  looks: round}}]
colorspaces:
  - !<ColorSpace> {name: a}
"""
LUT = """ocio_profile_version: 2
search_path: luts
roles: {default: a, scene_linear: a}
file_rules: [!<Rule> {name: Default, colorspace: default}]
displays: {screen: [!<View> {name: plain, colorspace: b}]}
colorspaces:
  - !<ColorSpace> {name: a}
  - !<ColorSpace> {name: b, from_scene_reference: !<FileTransform> {src: gone.cube}}
"""


@pytest.mark.parametrize(
    "text", ["", "no config", "ocio_profile_version: 99\n", "ocio_profile_version: 2\n", "\x00" * 9]
)
def test_what_is_no_config_says_why(tmp_path: Path, text: str) -> None:
    file = tmp_path / "show.ocio"
    file.write_text(text)
    with pytest.raises(configs.UnreadableConfig) as refused:
        configs.read_names(str(file))
    assert str(refused.value)


@pytest.mark.parametrize("text", [CIRCLE, LUT])
def test_a_view_that_fails_is_one_views_matter(tmp_path: Path, text: str) -> None:
    file = tmp_path / "show.ocio"
    file.write_text(text)
    try:
        names = configs.read_names(str(file))
    except configs.UnreadableConfig:
        return
    assert "screen" in names.views
    through = ViewedThrough(str(file), "a", "screen", "plain")
    if "LookTransform" not in text:
        (view,) = view_shader(through).views
        assert view.part is None
        assert "gone.cube" in view.problem
    assert probe(str(file), "a", "screen", "no such") is None


def test_a_chain_by_way_of_linear_light_is_the_librarys_own() -> None:
    """From sRGB by linear light to a display is what the library makes of it at once."""
    config = ocio.Config.CreateFromFile(CONFIG)
    through = ViewedThrough(
        CONFIG, "sRGB Encoded Rec.709 (sRGB)", SDR.display, SDR.view, SDR.working
    )
    at_once = config.getProcessor(
        ocio.DisplayViewTransform(src=through.space, display=through.display, view=through.view)
    ).getDefaultCPUProcessor()
    colours = np.random.default_rng(5).random((40, 3)).astype(np.float32)
    mine, its = colours.copy(), colours.copy()
    whole(through).getDefaultCPUProcessor().applyRGB(mine)
    at_once.applyRGB(its)
    assert np.abs(mine - its).max() < 1e-4


def test_a_grade_in_a_chain_is_the_ascs() -> None:
    cdl = Cdl((1.2, 1, 1), (-0.02, 0.01, 0), (0.9, 1, 1.1), 0.8)
    graded = ViewedThrough(
        CONFIG, "ACEScg", SDR.display, SDR.view, "ACEScg", (Look("ACEScg", cdl),)
    )
    linear = ocio.Config.CreateFromFile(CONFIG).getProcessor(to_linear(graded))
    found = linear.getDefaultCPUProcessor().applyRGB([0.18, 0.3, 0.05])
    assert found == pytest.approx(cdl.of(0.18, 0.3, 0.05), abs=1e-5)


@pytest.mark.parametrize("name", [USUAL, "studio-config-v4.0.0_aces-v2.0_ocio-v2.5"])
def test_a_shader_has_its_three_parts_and_their_tables(name: str) -> None:
    address = f"ocio://{name}"
    display, views = next(iter(configs.read_names(address).views.items()))
    made = view_shader(ViewedThrough(address, "ACEScg", display, views[0], "ACEScct"), views)
    assert [each.view for each in made.views] == list(views)
    for part in (made.to_linear, made.to_working, *(each.part for each in made.views)):
        assert part is not None
        assert f"vec4 {part.function}(vec4" in part.source
        for table in part.tables:
            count = table.width * table.height * max(1, table.depth) * table.channels
            assert len(base64.b64decode(table.values)) == 4 * count
            assert table.sampler in part.source
    other = view_shader(ViewedThrough(address, "ACEScg", display, views[-1], "ACEScct"))
    assert other.key != made.key


def test_a_ramp_bands_wherever_any_step_that_a_type_holds_is_over_a_code() -> None:
    """Every code tried again here, one by one, by the library's own processor."""
    found = probe(CONFIG, "ACEScg", SDR.display, SDR.view)
    assert found is not None
    ramp = found.ramp(SampleDepth.INT8)
    assert ramp is not None
    config = ocio.Config.CreateFromFile(CONFIG)
    view = ocio.DisplayViewTransform(src="ACEScg", display=SDR.display, view=SDR.view)
    processor = config.getProcessor(view).getDefaultCPUProcessor()
    share = np.arange(256) / 255
    light = np.where(share <= 0.04045, share / 12.92, ((share + 0.055) / 1.055) ** 2.4)
    codes = [processor.applyRGB([float(each)] * 3)[1] * 255 for each in light]
    coarse = [n for n in range(1, 255) if codes[n + 1] - codes[n] > 1.005]
    stops = [float(np.log2(light[n] / 0.18)) for n in (coarse[0], coarse[-1])]
    assert ramp.bands == pytest.approx(tuple(stops), abs=0.006)
    assert max(step for _, step in ramp.codes) == pytest.approx(
        float(np.diff(codes).max()), abs=1e-3
    )
    # What is shown as it is stored has steps of a code, and bands nowhere.
    plain = probe(CONFIG, "ACEScg", SDR.display, "Un-tone-mapped")
    assert plain is not None
    assert all(each.bands is None for each in plain.ramps)
