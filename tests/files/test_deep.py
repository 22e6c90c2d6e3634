"""Deep pictures: laid over one another as they are to be, and told as deep."""

from pathlib import Path

import numpy as np
import OpenImageIO as oiio
import pytest

from zero_slate.files.media.folders import find
from zero_slate.files.media.pictures import UnreadablePicture
from zero_slate.files.media.pixels.counting import count_channel
from zero_slate.files.media.pixels.layer_sheet import frame_layers
from zero_slate.files.media.pixels.reading import read_pixels

Sample = tuple[float, float, float]
# Premultiplied red, alpha, depth: of each pixel any number, in any order.
SCENE: list[list[Sample]] = [
    [],
    [(0.25, 0.5, 3.0)],
    [(0.2, 0.4, 2.0), (0.5, 0.5, 1.0)],
    [(0.1, 0.25, 9.0), (0.3, 0.5, 4.0), (0.05, 0.125, 1.5), (0.5, 1.0, 20.0)],
]


def write_deep(path: Path, width: int = 8, height: int = 70, compression: str = "zips") -> Path:
    spec = oiio.ImageSpec(width, height, 5, "float")
    spec.channelnames = ("R", "G", "B", "A", "Z")
    spec.deep = True
    spec.attribute("compression", compression)
    data = oiio.DeepData()
    data.init(spec)
    for pixel in range(width * height):
        samples = SCENE[pixel % len(SCENE)]
        data.set_samples(pixel, len(samples))
        for place, (red, alpha, depth) in enumerate(samples):
            for channel, value in enumerate((red, red / 2, 0.0, alpha, depth)):
                data.set_deep_value(pixel, channel, place, value)
    out = oiio.ImageOutput.create(str(path))
    assert out.open(str(path), spec), out.geterror()
    assert out.write_deep_image(data), out.geterror()
    out.close()
    return path


def over(samples: list[Sample]) -> tuple[float, float, float]:
    """Nearest first: what is behind shows through what alpha leaves."""
    red = alpha = 0.0
    for each in sorted(samples, key=lambda each: each[2]):
        red += each[0] * (1 - alpha)
        alpha += each[1] * (1 - alpha)
    return red, alpha, min((each[2] for each in samples), default=0.0)


@pytest.mark.parametrize("compression", ["none", "rle", "zips"])
def test_samples_are_laid_over_one_another_whatever_their_order(
    tmp_path: Path, compression: str
) -> None:
    path = write_deep(tmp_path / "deep.exr", compression=compression)
    for _ in range(2):
        found = read_pixels(str(path), 0, (0, 3, 4)).values
        assert found.shape == (70, 8, 3)
        for pixel, samples in enumerate(SCENE):
            assert found[37, pixel] == pytest.approx(over(samples), abs=1e-6)
    counted = count_channel(found[..., 0], 0, 0)
    assert (counted.nan, counted.infinite) == (0, 0)


def test_a_deep_picture_says_that_it_is(tmp_path: Path) -> None:
    for frame in (1001, 1002):
        write_deep(tmp_path / f"deep.{frame}.exr")
    (found,) = find(["deep.1001.exr", "deep.1002.exr"], tmp_path)
    media = found.read()
    assert media.odd == ()
    assert media.header.shown()["samples"] == "deep, 0 to 4 samples a pixel"
    layers = frame_layers(str(tmp_path / "deep.1001.exr"), 1001)
    assert [each.problem for each in layers] == [""] * len(layers)
    assert np.isfinite([each.statistics[0].mean for each in layers]).all()


def test_a_deep_picture_that_breaks_off_is_refused(tmp_path: Path) -> None:
    path = write_deep(tmp_path / "deep.exr")
    whole = path.read_bytes()
    for size in range(400, len(whole), len(whole) // 9):
        path.write_bytes(whole[:size])
        with pytest.raises(UnreadablePicture):
            read_pixels(str(path), 0, (0, 1, 2, 3, 4))
