"""How two eyes are laid out: sizes, squeeze, and what coloured glasses leak."""

from fractions import Fraction

import pytest

from zero_slate.core.canvas.raster import Size
from zero_slate.core.stand.views import ViewLayout, crosstalk

HD = Size(1920, 1080)


@pytest.mark.parametrize(
    ("layout", "size", "aspect"),
    [
        (ViewLayout.TWO, "1920 × 1080", 1),
        (ViewLayout.BESIDE, "3840 × 1080", 1),
        (ViewLayout.BESIDE_HALF, "1920 × 1080", 2),
        (ViewLayout.CROSSED_HALF, "1920 × 1080", 2),
        (ViewLayout.ABOVE, "1920 × 2160", 1),
        (ViewLayout.ABOVE_HALF, "1920 × 1080", Fraction(1, 2)),
        (ViewLayout.LINES, "1920 × 1080", Fraction(1, 2)),
        (ViewLayout.RED_CYAN, "1920 × 1080", 1),
    ],
)
def test_each_layout_has_its_size(layout: ViewLayout, size: str, aspect: Fraction) -> None:
    assert str(layout.size(HD)) == size
    assert layout.pixel_aspect(Fraction(1)) == aspect


def test_what_is_halved_has_to_be_even() -> None:
    assert not ViewLayout.BESIDE_HALF.even(Size(1921, 1080))
    assert not ViewLayout.LINES.even(Size(1920, 1081))
    assert ViewLayout.BESIDE.even(Size(1921, 1081))


def test_glasses_leak_by_the_brightness_of_their_colours() -> None:
    # 2 % of cyan's 0.7874 over 90 % of red's 0.2126, and the other way round.
    leaks = crosstalk(ViewLayout.RED_CYAN)
    assert leaks is not None
    assert leaks.left == pytest.approx(0.02 * 0.7874 / (0.9 * 0.2126))
    assert leaks.right == pytest.approx(0.02 * 0.2126 / (0.9 * 0.7874))
    assert crosstalk(ViewLayout.BESIDE) is None
