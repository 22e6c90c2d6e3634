"""Values of the canvas as they are written: what each text is read as, and why another isn't."""

from collections.abc import Callable
from fractions import Fraction

import pytest
from hypothesis import given
from hypothesis import strategies as st

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.canvas.guides import (
    PLAIN,
    Guides,
    Mask,
    field_size,
    read_shape,
    safe_size,
)
from zero_slate.core.canvas.overscan import Overscan
from zero_slate.core.canvas.raster import Raster, Size
from zero_slate.core.canvas.region import Region
from zero_slate.core.canvas.scan import ScanMode
from zero_slate.core.canvas.shape import even_near, sized
from zero_slate.core.canvas.signals import Signal, facts_of
from zero_slate.core.canvas.working_scale import WorkingScale, work_at

HD = Raster(1920, 1080)
PAL = Raster(720, 576, Fraction(12, 11))
NINE_MASKS = "1, 1.1, 1.2, 1.3, 1.4, 1.5, 1.6, 1.7, 1.8"


@pytest.mark.parametrize(
    ("parse", "text", "written"),
    [
        (Region.parse, "", "all"),
        (Region.parse, "None", "all"),
        (Region.parse, " WHOLE ", "all"),
        (Region.parse, "960x540", "960x540 at 0,0"),
        (Region.parse, "960 × 540 @ 480 270", "960x540 at 480,270"),
        (Region.parse, "1*1+32768,0", "1x1 at 32768,0"),
        (Overscan.parse, "", "0"),
        (Overscan.parse, "NONE", "0"),
        (Overscan.parse, "0 %", "0 %"),
        (Overscan.parse, "64", "64 px"),
        (Overscan.parse, "8192x0 pixels", "8192x0 px"),
        (Overscan.parse, "10x5.5%", "10x5.5 %"),
        (Overscan.parse, "200 %", "200 %"),
        (Guides.parse, "", "none"),
        (Guides.parse, "none", "none"),
        (Guides.parse, "9/16; Center, title, 9 : 16", "title, centre, 9:16"),
        (Guides.parse, "2.39, action, action", "action, 2.39"),
        (
            Guides.parse,
            "1, 1.1, 1.2, 1.3, 1.4, 1.5, 1.6, 1.7",
            "1, 1.1, 1.2, 1.3, 1.4, 1.5, 1.6, 1.7",
        ),
        (WorkingScale.parse, "a Half", "1/2"),
        (WorkingScale.parse, "double", "2"),
        (WorkingScale.parse, "66.5 %", "133/200"),
        (WorkingScale.parse, "1/64", "1/64"),
        (WorkingScale.parse, "4", "4"),
        (WorkingScale.parse, "8191/32768", "8191/32768"),
        (read_shape, "0.1", "1/10"),
        (read_shape, "10:1", "10"),
        (read_shape, " 2.39 ", "239/100"),
        (read_shape, "4/5", "4/5"),
    ],
)
def test_what_is_written_is_read(parse: Callable[[str], object], text: str, written: str) -> None:
    assert str(parse(text)) == written


@pytest.mark.parametrize(
    ("parse", "text", "message", "nearest"),
    [
        (
            Region.parse,
            "middle",
            "“middle” is not a region. Write its size and its upper left corner, as in 960x540 at "
            "480,270, or all.",
            "all",
        ),
        (
            Region.parse,
            "0x540",
            "A region of 0 × 540 holds no pixel: it takes at least 1 × 1, or all.",
            "all",
        ),
        (
            Region.parse,
            "40000x540 at 480,270",
            "A region's width of 40000 is out of range: it takes 1 to 32768.",
            "32768x540 at 480,270",
        ),
        (
            Region.parse,
            "960x540 at 480,99999",
            "A region's upper edge of 99999 is out of range: it takes 0 to 32768.",
            "960x540 at 480,32768",
        ),
        (
            Overscan.parse,
            "some",
            "“some” is not an overscan. Write pixels beyond each edge, as in 64 or 64x36 px, or "
            "per cent of the size, as in 10 %.",
            "0",
        ),
        (
            Overscan.parse,
            "8193",
            "An overscan of 8193 px is out of range: it takes 0 to 8192 px.",
            "8192 px",
        ),
        (
            Overscan.parse,
            "200.125 %",
            "An overscan of 200.13 % is out of range: it takes 0 to 200 %.",
            "200 %",
        ),
        (
            Overscan.parse,
            "64x36.0625",
            "An overscan of 36.063 px isn't whole: it takes whole pixels.",
            "37 px",
        ),
        (
            Guides.parse,
            NINE_MASKS,
            "9 masks can't be told apart: at most 8 are shown.",
            NINE_MASKS.removesuffix(", 1.8"),
        ),
        (
            Guides.parse,
            f"title, {NINE_MASKS}",
            "9 masks can't be told apart: at most 8 are shown.",
            f"title, {NINE_MASKS}".removesuffix(", 1.8"),
        ),
        (
            Guides.parse,
            "action, frame, 9/16",
            "“frame” is not a guide. There are action, title, r95 action, r95 graphics, fields, "
            "thirds, centre, and shapes to mask for, as in 1.85 or 9:16, with commas between them.",
            "action, 9:16",
        ),
        (
            Guides.parse,
            "frame",
            "“frame” is not a guide. There are action, title, r95 action, r95 graphics, fields, "
            "thirds, centre, and shapes to mask for, as in 1.85 or 9:16, with commas between them.",
            "none",
        ),
        (
            Guides.parse,
            "centre, 20",
            "A shape of 20 is out of range: it takes 0.1 to 10.",
            "centre, 10",
        ),
        (
            WorkingScale.parse,
            "a bit",
            "“a bit” is not a working scale. Write full, half, third, quarter, or a fraction, as "
            "in 2/3, 0.5 or 50 %.",
            "1",
        ),
        (WorkingScale.parse, "1/0", "“1/0” divides by 0. Write 1/2, say.", "1/2"),
        (
            WorkingScale.parse,
            "1/65",
            "A working scale of 0.0154 is out of range: it takes 1/64 to 4.",
            "1/64",
        ),
        (
            WorkingScale.parse,
            "4.5",
            "A working scale of 4.5 is out of range: it takes 1/64 to 4.",
            "4",
        ),
        (
            WorkingScale.parse,
            "16385/32771",
            "A working scale of 16385/32771 is finer than any canvas has pixels.",
            "1/2",
        ),
        (
            read_shape,
            "wide",
            "“wide” is not a shape. Write width over height, as in 2.39 or 16:9.",
            "16:9",
        ),
        (read_shape, "0.05", "A shape of 0.05 is out of range: it takes 0.1 to 10.", "0.1"),
        (read_shape, "16:0", "A shape of 16:0 is out of range: it takes 0.1 to 10.", "0.1"),
        (read_shape, "10.5", "A shape of 10.5 is out of range: it takes 0.1 to 10.", "10"),
    ],
)
def test_what_cannot_be_is_refused_with_the_nearest_that_works(
    parse: Callable[[str], object], text: str, message: str, nearest: str
) -> None:
    with pytest.raises(Refusal) as refused:
        parse(text)
    assert str(refused.value) == message
    assert refused.value.nearest == nearest
    parse(nearest)


@pytest.mark.parametrize(
    ("overscan", "edges"),
    [("64x36", (64, 36)), ("200 %", (2000, 1001)), ("0.1 %", (1, 1)), ("10x5 %", (100, 26))],
)
def test_overscan_reaches_whole_pixels_beyond_each_edge(
    overscan: str, edges: tuple[int, int]
) -> None:
    # Per cent are of the whole size, half of them on each side, up to whole pixels.
    assert Overscan.parse(overscan).edges(Size(2000, 1001)) == edges


def test_a_region_is_as_large_as_it_says_or_as_the_canvas() -> None:
    canvas = Size(1920, 1080)
    assert Region().size(canvas) == canvas
    assert Region(960, 540, 480, 270).size(canvas) == Size(960, 540)


@pytest.mark.parametrize(
    ("region", "kept"),
    [
        ("all", "all"),
        ("960x540 at 480,270", "960x540 at 480,270"),
        ("2000x2000 at 0,0", "1920x1080 at 0,0"),
        ("960x540 at 1919,1079", "1x1 at 1919,1079"),
        ("960x540 at 1920,0", "all"),
        ("960x540 at 0,1080", "all"),
    ],
)
def test_a_region_keeps_what_lies_on_the_canvas(region: str, kept: str) -> None:
    assert str(Region.parse(region).inside(Size(1920, 1080))) == kept


@given(st.integers(1, 4000), st.integers(1, 4000), st.integers(0, 4000), st.integers(0, 4000))
def test_the_part_on_a_canvas_never_leaves_it(width: int, height: int, x: int, y: int) -> None:
    kept = Region(width, height, x, y).inside(Size(1920, 1080))
    assert Region.parse(str(kept)) == kept
    assert kept.x + kept.width <= 1920
    assert kept.y + kept.height <= 1080


@pytest.mark.parametrize(
    ("written", "canvas", "kept"),
    [
        # 9:16 of HD: 1080 · 9 ÷ 16 = 607.5 columns, of which 607 are whole.
        ("9:16", HD, (607, 1080)),
        ("16:9", HD, (1920, 1080)),
        # 2.39 of HD: 1920 ÷ 2.39 = 803.3 lines.
        ("2.39", HD, (1920, 803)),
        # 1:1 in pixels of 12:11: 576 ÷ (12 ÷ 11) = 528 columns look as wide as 576 lines are tall.
        ("1", PAL, (528, 576)),
        # 16:9 on the same: 720 · 12 ÷ 11 ÷ (16 ÷ 9) = 441.8 lines.
        ("16:9", PAL, (720, 441)),
        ("10", Raster(5, 5), (5, 1)),
        ("0.1", Raster(5, 5), (1, 5)),
    ],
)
def test_a_mask_keeps_whole_pixels(written: str, canvas: Raster, kept: tuple[int, int]) -> None:
    assert Mask(written).kept(canvas) == kept


def test_safe_areas_are_written_to_a_tenth_of_a_pixel() -> None:
    # SMPTE ST 2046-1: 93 % of 1920 × 1080 is 1785.6 × 1004.4, 90 % is 1728 × 972.
    assert safe_size(HD, "action") == "1785.6 × 1004.4"
    assert safe_size(HD, "title") == "1728 × 972"
    assert safe_size(Raster(1998, 1085), "r95 action") == "1858.1 × 1009.1"


def test_twelve_fields_fill_the_width_in_square_inches_as_seen() -> None:
    width, height = field_size(HD)
    assert (width, height) == (160, Fraction(350, 3))
    # In pixels wider than they are tall, a field of the same shape takes more lines.
    across, down = field_size(PAL)
    assert across == 60
    assert down == 60 * Fraction(12, 11) * Fraction(35, 48)


@pytest.mark.parametrize(
    ("side", "shape", "aspect", "by_height", "size", "said"),
    [
        (1920, "16:9", 1, False, "1920 × 1080", ""),
        (1080, "16:9", 1, True, "1920 × 1080", ""),
        (1998, "1.85", 1, False, "1998 × 1080", ""),
        (1920, "2.39", 1, False, "1920 × 803", "exact height 803.35; shape 2.3910"),
        (576, "4:3", Fraction(12, 11), True, "704 × 576", ""),
        (720, "4:3", Fraction(12, 11), False, "720 × 589", "exact height 589.09; shape 1.3335"),
        (1001, "1.25", Fraction(2), True, "626 × 1001", "exact width 625.63; shape 1.2507"),
        (3, "0.7", 1, True, "2 × 3", "exact width 2.1; shape 0.6667"),
        (2, "10", 1, False, "2 × 1", "exact height 0.2; shape 2.0000"),
    ],
)
def test_a_canvas_from_one_side_and_its_shape(
    side: int, shape: str, aspect: Fraction, by_height: bool, size: str, said: str
) -> None:
    made = sized(side, read_shape(shape), Fraction(aspect), by_height=by_height)
    assert (str(made.size), made.said) == (size, said)


@pytest.mark.parametrize(
    ("side", "even"), [(1, (2,)), (2, (2,)), (3, (2, 4)), (803, (802, 804)), (1080, (1080,))]
)
def test_the_even_sides_near(side: int, even: tuple[int, ...]) -> None:
    assert even_near(side) == even


@pytest.mark.parametrize(
    ("signal", "size", "rate", "scan", "standard"),
    [
        (Signal.SD_525, (720, 486), "30000/1001", ScanMode.LOWER_FIRST, "BT.601"),
        (Signal.SD_625, (720, 576), "25", ScanMode.UPPER_FIRST, "BT.601"),
        (Signal.HD_59I, (1920, 1080), "30000/1001", ScanMode.UPPER_FIRST, "ST 274"),
        (Signal.HD_25S, (1920, 1080), "25", ScanMode.PROGRESSIVE, "ST 274"),
        (Signal.HD_720_59, (1280, 720), "60000/1001", ScanMode.PROGRESSIVE, "ST 296"),
        (Signal.CINEMA_24, (2048, 1080), "24", ScanMode.PROGRESSIVE, "ST 2048-2"),
        (Signal.UHD_23, (3840, 2160), "24000/1001", ScanMode.PROGRESSIVE, "ST 2036-1"),
    ],
)
def test_a_signal_carries_what_its_standard_says(
    signal: Signal, size: tuple[int, int], rate: str, scan: ScanMode, standard: str
) -> None:
    facts = facts_of(signal)
    assert facts is not None
    assert (facts.raster.width, facts.raster.height) == size
    assert facts.rate.fraction == Fraction(rate)
    assert facts.scan is scan
    assert standard in facts.standard


def test_every_signal_has_a_picture_but_none() -> None:
    assert [signal for signal in Signal if facts_of(signal) is None] == [Signal.NONE]


def test_the_scales_near_that_give_whole_pixels() -> None:
    # gcd(1920, 1080) = 120: exact scales are multiples of 1/120.
    worked = work_at(Size(1920, 1080), WorkingScale(Fraction(1, 7)))
    assert [str(scale) for scale in worked.exact_scales] == ["17/120", "3/20"]
    # Past the limits there is none: 4 is the largest, 1/64 the smallest.
    largest = work_at(Size(1920, 1080), WorkingScale(Fraction(4)))
    assert [str(scale) for scale in largest.exact_scales] == ["4"]
    smallest = work_at(Size(64, 128), WorkingScale(Fraction(1, 64)))
    assert [str(scale) for scale in smallest.exact_scales] == ["1/64"]
    assert smallest.size == Size(1, 2)
    assert work_at(Size(16, 16), WorkingScale(Fraction(1, 64))).size == Size(1, 1)


def test_guides_hold_what_they_name() -> None:
    guides = Guides.parse("thirds, 1.85")
    assert "thirds" in guides
    assert [name for name in PLAIN if name in guides] == ["thirds"]
