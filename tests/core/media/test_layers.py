"""Channels gathered into layers, and what their values are."""

import pytest

from tests.core.scenes import header
from zero_slate.core.media.header import Channel, Part
from zero_slate.core.media.layers import LayerKind, kind_by_values, layers_of, picture_layer
from zero_slate.core.media.statistics import ChannelStatistics, all_joined, value_words


def of(*names: str, views: tuple[str, ...] = (), kind: str = "half") -> list[tuple[str, str, str]]:
    channels = tuple(
        Channel(*name.split(":")) if ":" in name else Channel(name, kind) for name in names
    )
    said = header(channels=channels, views=views)
    return [(layer.key, str(layer.kind), "".join(c.name[-1] for c in layer.channels))
            for layer in layers_of(said)]  # fmt: skip


def test_the_picture_comes_first_and_alpha_stands_alone_as_well() -> None:
    assert of("A", "B", "G", "R", "Z") == [
        ("RGBA", "colour", "RGBA"),
        ("alpha", "alpha", "A"),
        ("depth", "depth", "Z"),
    ]
    assert of("Y") == [("Y", "colour", "Y")]
    assert of("Y", "U", "V", kind="8-bit") == [("YUV", "colour", "YUV")]


@pytest.mark.parametrize(
    ("name", "kind"),
    [
        ("N", "normals"), ("normal", "normals"), ("P", "position"), ("worldPosition", "position"),
        ("motionVector", "motion"), ("depth", "depth"), ("objectID", "ids"), ("roto.mask", "matte"),
        ("specular", "colour"), ("direct_diffuse", "colour"), ("pond", "colour"),
    ],
)  # fmt: skip
def test_layers_are_told_by_name(name: str, kind: str) -> None:
    assert of(f"{name}.X", f"{name}.Y", f"{name}.Z") == [(name, kind, "XYZ")]


def test_whole_numbers_are_ids_and_one_channel_is_no_colour() -> None:
    assert of("things.I:32-bit integer") == [("things", "ids", "I")]
    assert of("ao.V") == [("ao", "data", "V")]


def test_values_tell_directions_from_colour() -> None:
    (layer,) = layers_of(header(channels=tuple(Channel(f"pass1.{c}", "half") for c in "RGB")))
    assert layer.kind is LayerKind.COLOUR
    assert kind_by_values(layer, -1.0, 1.0) is LayerKind.NORMALS
    assert kind_by_values(layer, -80.0, 300.0) is LayerKind.DATA
    assert kind_by_values(layer, -0.01, 40.0) is LayerKind.COLOUR


def test_views_are_told_by_the_word_before_the_channel() -> None:
    # As *OpenEXR: Technical Introduction* names channels of files with several views.
    found = of(
        "R", "G", "B", "right.R", "right.G", "right.B", "spec.left.R", "spec.left.G", "spec.left.B",
        views=("left", "right"),
    )  # fmt: skip
    assert [key for key, *_ in found] == ["left/RGB", "right/RGB", "left/spec"]


def test_parts_name_their_layers_and_views() -> None:
    rgb = tuple(Channel(c, "half") for c in "RGB")
    parts = (Part("rgba.left", "left", rgb), Part("rgba.right", "right", rgb),
             Part("depth.left", "left", (Channel("Z", "float"),)))  # fmt: skip
    said = header(channels=rgb, parts=parts, views=("left", "right"))
    layers = layers_of(said)
    assert [(each.key, each.part) for each in layers] == [
        ("left/RGB", 0), ("right/RGB", 1), ("left/depth", 2)]  # fmt: skip
    assert layers[2].kind is LayerKind.DEPTH
    looked_at = picture_layer(said, "right")
    assert looked_at is not None
    assert looked_at.part == 1


def test_layers_of_one_name_are_told_apart() -> None:
    rgb = tuple(Channel(c, "half") for c in "RGB")
    said = header(channels=rgb, parts=(Part("", "", rgb), Part("", "", rgb)))
    assert [each.key for each in layers_of(said)] == ["RGB", "RGB 2"]


def test_statistics_of_several_frames_join() -> None:
    one = ChannelStatistics(10, 4, 0.0, 2.0, 1.0, nan=2)
    other = ChannelStatistics(10, 10, 0.0, 0.0, 0.0)
    both = all_joined([one, other])
    assert (both.pixels, both.zero, both.least, both.greatest, both.nan) == (20, 14, 0.0, 2.0, 2)
    assert both.mean == pytest.approx(8 / 18)
    assert (one.empty, other.empty, both.empty) == (False, True, False)


@pytest.mark.parametrize(
    ("value", "words"),
    [
        (0, "0"),
        (14.203, "14.2"),
        (-3, "−3"),
        (0.5, "0.5"),
        (1234.5, "1235"),
        (2e7, "2.00e7"),
        (-3e-5, "−3.00e−5"),
    ],
)
def test_values_are_written_shortly(value: float, words: str) -> None:
    assert value_words(value) == words
