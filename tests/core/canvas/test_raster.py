"""Rasters and placement, against the worked figures."""

from fractions import Fraction

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.core.scenes import SETUP, context_for
from zero_slate.core.base.ratio import (
    COMMON_PIXEL_ASPECTS,
    RatioRefusal,
    parse_pixel_aspect,
    pixel_aspect_from_float,
)
from zero_slate.core.canvas.fit import FitMode, fit
from zero_slate.core.canvas.guides import Guides
from zero_slate.core.canvas.overscan import Overscan
from zero_slate.core.canvas.raster import Raster, RasterRefusal, Size, largest_of_shape
from zero_slate.core.canvas.region import Region
from zero_slate.core.presentation.drawings.canvas import CanvasDrawing, Rect, draw_canvas

F = Fraction
HD = Raster(1920, 1080)
SIDES = st.integers(1, 8192)
ASPECTS = st.sampled_from(COMMON_PIXEL_ASPECTS)
RASTERS = st.builds(Raster, SIDES, SIDES, ASPECTS)


@pytest.mark.parametrize(
    ("source", "target", "how", "scale", "placed", "offset"),
    [
        (Raster(1998, 1080), HD, "inside", F(320, 333), "1920 × 1037.84", (0, "21.08")),
        (Raster(2048, 858), HD, "inside", F(15, 16), "1920 × 804.38", (0, "137.81")),
        (Raster(1440, 1080, F(4, 3)), HD, "inside", F(1), "1920 × 1080.00", (0, "0.00")),
        (Raster(720, 576, F(16, 11)), HD, "inside", F(11, 6), "1920 × 1056.00", (0, "12.00")),
        (Raster(720, 576, F(12, 11)), HD, "cover", F(22, 9), "1920 × 1408.00", (0, "-164.00")),
        (
            Raster(1828, 1556, F(2)),
            Raster(2048, 858),
            "inside",
            F(429, 778),
            "2015.97 × 858.00",
            ("16.02", 0),
        ),
        (HD, Raster(720, 576, F(16, 11)), "inside", F(8, 15), "704 × 576.00", (8, "0.00")),
    ],
)
def test_placement_is_as_worked_out(source, target, how, scale, placed, offset) -> None:
    found = fit(source, target, how)
    width, height = placed.split(" × ")
    assert found.scale == scale
    assert f"{float(found.width):.2f}".removesuffix(".00") == width
    assert f"{float(found.height):.2f}" == height
    assert float(f"{float(found.x):.2f}") == float(offset[0])
    assert float(f"{float(found.y):.2f}") == float(offset[1])


@pytest.mark.parametrize(
    ("raster", "shown", "aspect"),
    [
        (Raster(1440, 1080, F(4, 3)), "1920.00", "1.78"),
        (Raster(720, 576, F(12, 11)), "785.45", "1.36"),
        (Raster(720, 576, F(16, 11)), "1047.27", "1.82"),
        (Raster(1828, 1556, F(2)), "3656.00", "2.35"),
    ],
)
def test_shown_size_is_width_times_pixel_aspect(raster: Raster, shown: str, aspect: str) -> None:
    assert f"{float(raster.shown_width):.2f}" == shown
    assert f"{float(raster.display_aspect):.2f}" == aspect


@given(RASTERS, RASTERS)
def test_inside_never_cuts_and_cover_leaves_nothing_bare(source: Raster, target: Raster) -> None:
    inside, cover = fit(source, target), fit(source, target, "cover")
    assert inside.x >= 0
    assert inside.y >= 0
    assert inside.seen == 1
    assert cover.x <= 0
    assert cover.y <= 0
    assert 0 < cover.seen <= 1
    for placed in (inside, cover):
        shown = placed.width * target.pixel_aspect / placed.height
        assert shown == source.display_aspect


@given(RASTERS, RASTERS)
def test_by_width_and_by_height_are_the_two_that_inside_and_cover_choose_from(
    source: Raster, target: Raster
) -> None:
    wide, tall = fit(source, target, "by width"), fit(source, target, "by height")
    assert wide.width == target.width
    assert tall.height == target.height
    inside, cover = fit(source, target), fit(source, target, "cover")
    assert {wide.scale, tall.scale} == {inside.scale, cover.scale}
    assert fit(source, target, FitMode.INSIDE) == inside


@given(RASTERS, RASTERS)
def test_pixel_for_pixel_leaves_pixels_alone(source: Raster, target: Raster) -> None:
    placed = fit(source, target, "pixel for pixel")
    assert (placed.width, placed.height) == (source.width, source.height)
    assert (placed.x * 2 + source.width, placed.y * 2 + source.height) == (
        target.width,
        target.height,
    )
    assert placed.stretch == target.pixel_aspect / source.pixel_aspect


@given(RASTERS, RASTERS, st.sampled_from(list(FitMode)))
def test_what_is_seen_is_a_share(source: Raster, target: Raster, how) -> None:
    placed = fit(source, target, how)
    assert 0 < placed.seen <= 1
    if how == "inside":
        assert placed.seen == 1


@given(RASTERS, RASTERS)
def test_there_and_back_is_the_identity(source: Raster, target: Raster) -> None:
    assert fit(source, target, "inside").scale * fit(target, source, "cover").scale == 1


@pytest.mark.parametrize(
    ("size", "words", "nearest"),
    [
        ((90_000, 90_000), "over 32,768", "16384 × 16384"),
        ((90_000, 45_000), "over 32,768", "23170 × 11585"),
        ((32_768, 32_768), "268,435,456", "16384 × 16384"),
        ((0, 1080), "up to 32,768", "1"),
        ((-5, 10), "up to 32,768", "1"),
    ],
)
def test_a_canvas_past_a_limit_is_refused_with_what_fits(size, words: str, nearest: str) -> None:
    with pytest.raises(RasterRefusal, match=words) as refused:
        Size(*size)
    assert refused.value.nearest == nearest


@given(st.integers(1, 10**6), st.integers(1, 10**6))
def test_what_is_offered_fits(width: int, height: int) -> None:
    Size(*largest_of_shape(width, height))


@pytest.mark.parametrize("text", ["0", "1:0", "0:1", "17:1", "square", ""])
def test_what_is_no_pixel_aspect_is_refused(text: str) -> None:
    with pytest.raises(RatioRefusal):
        parse_pixel_aspect(text)


@pytest.mark.parametrize("aspect", COMMON_PIXEL_ASPECTS)
def test_a_headers_float_is_the_common_ratio(aspect: Fraction) -> None:
    assert pixel_aspect_from_float(float(f"{float(aspect):.6f}")) == aspect


def drawn(raster: Raster, **about: object) -> CanvasDrawing:
    setup = SETUP.model_copy(
        update={"canvas": raster.size, "pixel_aspect": raster.pixel_aspect, **about}
    )
    return draw_canvas(context_for(setup))


def test_the_drawing_has_the_bars_and_the_safe_areas() -> None:
    drawing = drawn(Raster(1998, 1080))
    assert len(drawing.bars) == 2
    assert drawing.bars[0].height == pytest.approx(21.081, abs=0.001)
    areas = {guide.name: guide.rect for guide in drawing.guides}
    # SMPTE ST 2046-1: action 93 %, title 90 % of width and height.
    assert (areas["action"].width, areas["action"].height) == pytest.approx((1785.6, 1004.4))
    assert (areas["title"].width, areas["title"].height) == pytest.approx((1728, 972))
    assert drawing.across_canvas == "1998 × 0.961 = 1920"
    assert drawing.squeeze == 1


def test_a_circle_is_squeezed_where_pixels_are_read_otherwise() -> None:
    assert drawn(Raster(720, 576, F(16, 11))).squeeze == pytest.approx(11 / 16)


def test_the_drawing_has_overscan_region_and_masks_where_they_lie() -> None:
    drawing = drawn(
        HD,
        overscan=Overscan.parse("10 %"),
        region=Region.parse("960x540 at 480,270"),
        guides=Guides.parse("9:16"),
    )
    assert drawing.overscan == Rect(-96, -54, 2112, 1188)
    assert drawing.region == Rect(480, 270, 960, 540)
    # 1080 × 9 ÷ 16 is 607.5: 607 whole pixels are kept, in the middle.
    assert drawing.guides[0].rect == Rect(656.5, 0, 607, 1080)


@pytest.mark.parametrize(
    ("shape", "largest"),
    [
        ((90_000, 1080), (32_768, 393)),
        ((1080, 90_000), (393, 32_750)),
        ((16, 9), (16, 9)),
    ],
)
def test_the_largest_of_a_shape(shape: tuple[int, int], largest: tuple[int, int]) -> None:
    assert largest_of_shape(*shape) == largest


@given(st.integers(1, 200_000), st.integers(1, 200_000))
def test_the_largest_of_any_shape_is_a_size_that_is_taken(width: int, height: int) -> None:
    wide, tall = largest_of_shape(width, height)
    assert Size(wide, tall).pixels == wide * tall
    assert wide <= width
