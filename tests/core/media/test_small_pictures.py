"""Small pictures laid out, views summed up, colours read as."""

from fractions import Fraction

import pytest

from tests.core.scenes import header
from zero_slate.core.canvas.fit import fit
from zero_slate.core.canvas.raster import Raster
from zero_slate.core.colour.config_names import ColourNames
from zero_slate.core.colour.read_as import FileSaid, read_as
from zero_slate.core.media.eyes import EyeMeasure, Sure, compared_headers, compared_pixels
from zero_slate.core.media.header import Media, MediaKind, Window
from zero_slate.core.media.small_picture import Box, small_picture_frame
from zero_slate.core.time.frames import FrameRange

HD = Raster(1920, 1080)


def test_bars_lie_inside_the_canvas() -> None:
    # 1998 × 1080 inside HD: bars of 21.08 px above and below.
    frame = small_picture_frame(fit(Raster(1998, 1080), HD), HD, 320)
    assert (frame.width, frame.height) == (320, 180)
    assert (frame.canvas.x, frame.canvas.y, frame.canvas.width, frame.canvas.height) == (0, 0, 1, 1)
    assert frame.picture.y * 1080 == pytest.approx(21.08, abs=0.01)


def test_what_is_cut_off_lies_outside_but_not_all_of_it() -> None:
    covered = small_picture_frame(fit(Raster(2048, 858), HD, "cover"), HD, 320)
    assert covered.canvas.x > 0
    assert covered.picture.x == 0
    far = small_picture_frame(fit(Raster(8000, 8000), HD, "pixel for pixel"), HD, 320)
    assert far.canvas.width == pytest.approx(1 / 1.5)
    assert far.picture.x < 0


def test_overscan_and_crops_are_laid_on_the_canvas() -> None:
    placed = fit(HD, HD)
    crop = header(window=Window(480, 270, 960, 540))
    frame = small_picture_frame(placed, HD, 320, crop)
    assert frame.window == Box(0.25, 0.25, 0.5, 0.5)
    over = header(window=Window(-96, -54, 2112, 1188))
    frame = small_picture_frame(placed, HD, 320, over)
    assert frame.window == Box(-0.05, -0.05, 1.1, 1.1)
    assert small_picture_frame(placed, HD, 320, header()).window is None


def test_pixels_of_another_shape_are_shown_as_seen() -> None:
    pal = Raster(720, 576, Fraction(16, 11))
    frame = small_picture_frame(fit(pal, pal), pal, 320)
    assert frame.height == round(320 * 576 / (720 * 16 / 11))


NAMES = ColourNames(
    "c", frozenset({"ACEScg", "lin_ap1", "lin_rec709", "sRGB - Texture", "srgb_texture"}), (), {}
)


@pytest.mark.parametrize(
    ("tag", "primaries", "sample", "space", "why"),
    [
        ("lin_ap1_scene", None, "half", "lin_ap1", "its tag"),
        (None, "BT.709", "half", "lin_rec709", "its primaries, BT.709"),
        (None, None, "float", "ACEScg", "no tag: the working space"),
        (None, None, "8-bit", "srgb_texture", "no tag: display codes"),
        ("sRGB", None, "8-bit", "srgb_texture", "its tag"),
        ("nobody's", None, "half", "ACEScg", "no tag: the working space"),
    ],
)
def test_files_are_read_as(
    tag: str | None, primaries: str | None, sample: str, space: str, why: str
) -> None:
    read = read_as(FileSaid(tag, primaries, None, sample), NAMES, "ACEScg")
    assert (read.space, read.why) == (space, why)


def measure(**said: float) -> EyeMeasure:
    usual = {"vertical": 0.0, "spread": 0.1, "rotation": 0.0, "brightness": 1.0, "across": -8.0,
             "order": 0.9, "places": 12}  # fmt: skip
    return EyeMeasure(1, **(usual | said))  # type: ignore[arg-type]


def test_two_views_are_summed_up_with_how_sure_it_is() -> None:
    found = {f.code: f for f in compared_pixels([measure(vertical=3.0)] * 3, ("left", "right"))}
    assert found["views.vertical"].text == "Right lies 3.0 px lower than left, give or take 0.1."
    assert found["views.vertical"].sure is Sure.SURE
    assert found["views.in-order"].sure is Sure.LIKELY
    unsure = compared_pixels([measure(vertical=9.0, spread=4.0, places=3)], ("left", "right"))
    assert unsure[0].sure is Sure.UNSURE
    swapped = compared_pixels([measure(order=-0.9)], ("left", "right"))
    assert "views.swapped" in [f.code for f in swapped]
    level = compared_pixels([measure()], ("left", "right"))
    assert not any(f.differs for f in level)


def test_headers_of_two_views_are_compared() -> None:
    left = Media("l", MediaKind.SEQUENCE, header(), (FrameRange(1, 10),), 4)
    right = Media("r", MediaKind.SEQUENCE, header(timecode="01:00:00:00"),
                  (FrameRange(1, 4), FrameRange(6, 9)), 4)  # fmt: skip
    codes = {f.code: f.text for f in compared_headers(left, right, ("left", "right"))}
    assert codes["views.missing"] == "r lacks 2 that the other has: 5, 10."
    assert "views.timecode" in codes
    assert list(compared_headers(left, left, ("left", "right"))) == []
