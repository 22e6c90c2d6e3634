"""How a picture is drawn: working scale, overscan, region, guides, background, where it lands."""

from dataclasses import replace
from fractions import Fraction

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.core.scenes import EDIT, SETUP, context_for, header, plate
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.canvas.fit import FitMode
from zero_slate.core.canvas.guides import Guides, Mask, field_size, read_shape, safe_size
from zero_slate.core.canvas.overscan import Overscan
from zero_slate.core.canvas.raster import LONGEST_SIDE, MOST_PIXELS, Raster, RasterRefusal, Size
from zero_slate.core.canvas.region import Region
from zero_slate.core.canvas.shape import even_near, sized
from zero_slate.core.canvas.signals import Signal, facts_of
from zero_slate.core.canvas.working_scale import WorkingScale, work_at
from zero_slate.core.checks.finding import Finding, Severity
from zero_slate.core.checks.match import match
from zero_slate.core.colour.background import Background, DisplayColour
from zero_slate.core.colour.srgb import decoded
from zero_slate.core.media.element import Element
from zero_slate.core.media.placement import place_picture, placement_words
from zero_slate.core.time.frames import FrameRange

F = Fraction
HD = Raster(1920, 1080)


def artwork(size: Size, **about: object) -> Element:
    linked = plate(FrameRange(1001, 1108), header=header(size=size))
    return replace(linked, id=2, role="artwork", **about)  # type: ignore[arg-type]


def found(code: str, at) -> Finding:
    return next(each for each in match(at).findings if each.code == code)


def codes(at) -> set[str]:
    return {each.code for each in match(at).findings}


@pytest.mark.parametrize(
    ("text", "scale"),
    [
        ("full", F(1)),
        ("half", F(1, 2)),
        ("a third", F(1, 3)),
        ("quarter", F(1, 4)),
        ("2/3", F(2, 3)),
        ("0.5", F(1, 2)),
        ("37.5 %", F(3, 8)),
    ],
)
def test_a_working_scale_is_read_as_people_write_it(text: str, scale: Fraction) -> None:
    assert WorkingScale.parse(text).fraction == scale


@pytest.mark.parametrize(
    ("text", "nearest"),
    [
        ("0", "1/64"),
        ("5", "4"),
        ("1/0", "1/2"),
        ("0.333333", "1/3"),
        ("small", "1"),
        ("", "1"),
        ("-1", "1"),
    ],
)
def test_a_working_scale_that_cant_be_names_the_nearest(text: str, nearest: str) -> None:
    with pytest.raises(Refusal) as refused:
        WorkingScale.parse(text)
    assert refused.value.nearest == nearest


@pytest.mark.parametrize(
    ("canvas", "scale", "size", "exact", "near"),
    [
        (Size(1920, 1080), F(1, 2), "960 × 540", True, [F(1, 2)]),
        (Size(1920, 1080), F(1, 3), "640 × 360", True, [F(1, 3)]),
        # A common factor of 54: a quarter falls between 13/54 and 14/54.
        (Size(1998, 1080), F(1, 4), "500 × 270", False, [F(13, 54), F(14, 54)]),
        (Size(2048, 858), F(1, 2), "1024 × 429", True, [F(1, 2)]),
        # A common factor of 2: below a half there is nothing.
        (Size(2048, 858), F(1, 4), "512 × 215", False, [F(1, 2)]),
    ],
)
def test_a_scale_is_exact_where_both_sides_are_whole(canvas, scale, size, exact, near) -> None:
    worked = work_at(canvas, WorkingScale(scale))
    assert str(worked.size) == size
    assert worked.exact is exact
    assert [each.fraction for each in worked.exact_scales] == near


@given(
    st.integers(1, 8192), st.integers(1, 8192), st.fractions(F(1, 64), F(4), max_denominator=32_768)
)
def test_scales_said_to_be_exact_are(width: int, height: int, scale: Fraction) -> None:
    try:
        worked = work_at(Size(width, height), WorkingScale(scale))
    except RasterRefusal:
        # Four times a side of more than 4096, or of both, is past what a canvas takes.
        across, down = width * scale + F(1, 2), height * scale + F(1, 2)
        assert max(across, down) > LONGEST_SIDE or across * down > MOST_PIXELS
        return
    assert abs(worked.size.width - worked.across) <= F(1, 2) or worked.size.width == 1
    for near in worked.exact_scales:
        assert (near.fraction * width).denominator == (near.fraction * height).denominator == 1


def test_the_delivered_size_is_what_stays_whatever_is_drawn() -> None:
    setup = SETUP.model_copy(
        update={"overscan": Overscan.parse("10 %"), "working_scale": WorkingScale(F(1, 2))}
    )
    sizes = setup.picture_sizes
    assert sizes.delivered == Size(1920, 1080)
    assert sizes.edges == (96, 54)
    assert sizes.drawn == Size(2112, 1188)
    assert sizes.worked.size == Size(1056, 594)
    assert sizes.saved == F(3, 4)


@pytest.mark.parametrize(
    ("text", "size", "written"),
    [
        ("64", "2048 × 1208", "64 px"),
        ("64x36 px", "2048 × 1152", "64x36 px"),
        ("10 %", "2112 × 1188", "10 %"),
        ("12.5x0 %", "2160 × 1080", "12.5x0 %"),
        ("none", "1920 × 1080", "0"),
    ],
)
def test_overscan_is_beyond_each_edge(text: str, size: str, written: str) -> None:
    overscan = Overscan.parse(text)
    assert str(overscan.around(Size(1920, 1080))) == size
    assert str(overscan) == written
    assert Overscan.parse(written) == overscan


@pytest.mark.parametrize(
    ("text", "nearest"), [("9000", "8192 px"), ("300 %", "200 %"), ("1.5", "2 px"), ("wide", "0")]
)
def test_an_overscan_that_cant_be_names_the_nearest(text: str, nearest: str) -> None:
    with pytest.raises(Refusal) as refused:
        Overscan.parse(text)
    assert refused.value.nearest == nearest


def test_a_region_is_cut_to_the_canvas_only_when_asked() -> None:
    region = Region.parse("960x540 at 1200,700")
    context = context_for(SETUP.model_copy(update={"region": region}))
    outside = found("region.outside", context)
    assert outside.severity is Severity.STOP
    assert outside.change is not None
    assert str(outside.change.values["region"]) == "720x380 at 1200,700"
    assert context.setup.region == region
    with pytest.raises(Refusal):
        Region.parse("0x540")


@pytest.mark.parametrize(
    ("mask", "canvas", "kept"),
    [
        ("1.85", HD, (1920, 1037)),
        ("2.39", HD, (1920, 803)),
        ("4:5", HD, (864, 1080)),
        ("9:16", HD, (607, 1080)),
        ("1:1", HD, (1080, 1080)),
        # Anamorphic: 1828 × 2 is seen 3656 wide; 2.39 of it keeps 1529 lines.
        ("2.39", Raster(1828, 1556, F(2)), (1828, 1529)),
        ("2.35", Raster(1828, 1556, F(2)), (1828, 1555)),
    ],
)
def test_a_mask_keeps_the_largest_of_its_shape(mask: str, canvas: Raster, kept) -> None:
    assert Mask(mask).kept(canvas) == kept


def test_guides_are_read_in_any_order_and_written_in_one() -> None:
    guides = Guides.parse("1.85, thirds, action, center, 9:16, thirds")
    assert str(guides) == "action, thirds, centre, 1.85, 9:16"
    assert Guides.parse("none") == Guides((), ())
    with pytest.raises(Refusal, match="“safe” is not a guide") as refused:
        Guides.parse("safe, 1.85")
    assert refused.value.nearest == "1.85"
    with pytest.raises(Refusal, match=r"0\.1 to 10"):
        Guides.parse("100:1")


def test_safe_areas_are_the_standards() -> None:
    # SMPTE ST 2046-1 and EBU R 95 (3.5 % and 5 % margins) on 1920 × 1080.
    assert safe_size(HD, "action") == safe_size(HD, "r95 action") == "1785.6 × 1004.4"
    assert safe_size(HD, "title") == safe_size(HD, "r95 graphics") == "1728 × 972"


def test_twelve_fields_fill_the_width_in_the_charts_shape() -> None:
    # 12 by 8.75 inches, the academy aperture's 0.864 by 0.630: on 1920 a field is 160 by 116.67.
    assert field_size(HD) == (160, F(350, 3))
    width, height = field_size(Raster(1828, 1332))
    assert 12 * width == 1828
    assert float(12 * height) == pytest.approx(1332, abs=2)


@pytest.mark.parametrize(
    ("text", "written"),
    [
        ("#808080", "#808080"),
        ("FFF", "#ffffff"),
        ("128 64, 0", "#804000"),
        ("50 %", "#808080"),
        ("white", "#ffffff"),
    ],
)
def test_a_colour_is_read_as_people_write_it(text: str, written: str) -> None:
    assert str(DisplayColour.parse(text)) == written


@pytest.mark.parametrize(
    ("text", "nearest"), [("blurple", "#808080"), ("300 0 0", "255 0 0"), ("120 %", "#808080")]
)
def test_what_is_no_colour_is_told(text: str, nearest: str) -> None:
    with pytest.raises(Refusal) as refused:
        DisplayColour.parse(text)
    assert refused.value.nearest == nearest


def test_linear_light_and_contrast_are_the_published_ones() -> None:
    # IEC 61966-2-1: code 128 is 0.21586 linear; WCAG 2.2: white on black is 21 : 1.
    assert decoded(128 / 255) == pytest.approx(0.21586, abs=5e-6)
    white, black = DisplayColour(255, 255, 255), DisplayColour(0, 0, 0)
    assert white.contrast(black) == pytest.approx(21)
    assert DisplayColour.parse("#767676").contrast(white) == pytest.approx(4.54, abs=0.005)


def test_line_work_that_hardly_stands_out_is_told_and_offered_another() -> None:
    dull = Background(DisplayColour.parse("#202020"))
    context = context_for(SETUP.model_copy(update={"background": dull}))
    told = found("background.contrast", context)
    assert told.change is not None
    assert str(told.change.values["background"]) == "#202020 #ffffff alpha"
    put_right = context_for(context.setup.model_copy(update=dict(told.change.values)))
    assert "background.contrast" not in codes(put_right)


@pytest.mark.parametrize(
    ("side", "shape", "pixels", "by_height", "size", "said"),
    [
        (1920, "16:9", F(1), False, "1920 × 1080", False),
        (2048, "2.39", F(1), False, "2048 × 857", True),
        (1080, "1.85", F(1), True, "1998 × 1080", False),
        (1828, "2.35", F(2), False, "1828 × 1556", True),
    ],
)
def test_a_side_and_a_shape_make_a_size(side, shape, pixels, by_height, size, said) -> None:
    made = sized(side, read_shape(shape), pixels, by_height=by_height)
    assert str(made.size) == size
    assert bool(made.said) is said


def test_an_odd_canvas_names_the_nearest_that_work() -> None:
    context = context_for(SETUP.model_copy(update={"canvas": Size(1919, 1081)}))
    odd = found("canvas.odd", context)
    assert "1918 × 1080 or 1920 × 1082" in odd.sentence.text
    assert even_near(1) == (2,)
    assert even_near(4) == (4,)
    assert odd.change is not None
    assert "canvas.odd" not in codes(
        context_for(context.setup.model_copy(update=dict(odd.change.values)))
    )


def test_painted_artwork_that_is_enlarged_on_the_way_out_stops_and_line_work_doesnt() -> None:
    half = SETUP.model_copy(update={"working_scale": WorkingScale(F(1, 2))})
    painted = artwork(Size(960, 540))
    context = context_for(half, painted)
    stop = found("working.enlarged", context)
    assert stop.severity is Severity.STOP
    assert "up to 2×" in stop.sentence.text
    assert painted.media.name in stop.sentence.text
    assert "media.size" not in codes(context)
    assert "working.enlarged" not in codes(context_for(half, artwork(Size(960, 540), line=True)))


def test_an_inexact_scale_names_the_nearest_exact_ones() -> None:
    quarter = SETUP.model_copy(
        update={"canvas": Size(1998, 1080), "working_scale": WorkingScale(F(1, 4))}
    )
    told = found("working.inexact", context_for(quarter)).sentence.text
    assert "499.5 × 270" in told
    assert "13/54 or 7/27" in told


def test_a_size_past_the_limits_stops_and_offers_none() -> None:
    huge = SETUP.model_copy(
        update={"canvas": Size(16384, 16384), "overscan": Overscan.parse("100")}
    )
    told = found("working.too-large", context_for(huge))
    assert told.setting == "overscan"
    assert "over 268,435,456" in told.sentence.text


def test_a_picture_of_the_overscans_shape_lands_on_the_overscan() -> None:
    setup = SETUP.model_copy(update={"overscan": Overscan.parse("64x36")})
    placed_picture = place_picture(
        artwork(Size(2048, 1152)), setup.raster, setup.placing, setup.overscan
    )
    assert (placed_picture.placed.x, placed_picture.placed.y) == (-64, -36)
    assert placed_picture.placed.scale == 1
    assert not placed_picture.enlarged
    context = context_for(setup, artwork(Size(2048, 1152)))
    assert not codes(context) & {"placing.cut", "media.size"}


@pytest.mark.parametrize(
    ("size", "how", "words"),
    [
        (Size(1920, 1080), None, "at its own size"),
        (Size(1998, 1080), None, "shrunk 0.961×, bars of 21.08 px above and below"),
        (Size(1998, 1080), FitMode.COVER, "at its own size, cut off by 39 px left and right"),
        (Size(960, 540), None, "enlarged 2×"),
        (
            Size(2048, 858),
            FitMode.PIXELS,
            "at its own size, cut off by 64 px left and right, bars of 111 px above and below",
        ),
    ],
)
def test_what_a_picture_becomes_is_said_in_figures(size: Size, how, words: str) -> None:
    said = placement_words(
        place_picture(artwork(size, placing=how), SETUP.raster, SETUP.placing, SETUP.overscan),
        SETUP.raster,
    )
    assert said == words


def test_an_elements_own_placement_wins_over_the_shots() -> None:
    cover = SETUP.model_copy(update={"placing": FitMode.COVER})
    assert "placing.cut" in codes(context_for(cover, artwork(Size(1998, 1080))))
    mine = artwork(Size(1998, 1080), placing=FitMode.INSIDE)
    assert "placing.cut" not in codes(context_for(cover, mine))


@pytest.mark.parametrize("signal", [each for each in Signal if each is not Signal.NONE])
def test_every_signal_is_of_a_standard(signal: Signal) -> None:
    facts = facts_of(signal)
    assert facts is not None
    assert facts.scan.interlaced == signal.endswith("i")
    assert 23 < facts.rate.fraction <= 60
    if facts.scan.interlaced:
        assert facts.rate.fraction <= 30


def test_a_signal_at_another_rate_is_told_by_how_much() -> None:
    context = context_for(SETUP.model_copy(update={"signal": Signal.HD_25}))
    assert "1.043× as fast" in found("signal.rate", context).sentence.text
    assert "signal.differs" in codes(context)
    required = context_for(context.setup, edit=EDIT.model_copy(update={"signal": Signal.HD_25}))
    assert "signal.differs" not in codes(required)
