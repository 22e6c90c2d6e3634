"""How light copies are asked for: written, read, refused."""

from fractions import Fraction

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.core.scenes import SETUP, context_for, header, plate
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.canvas.raster import Size
from zero_slate.core.media.light_copy import FILTERS, FRACTIONS, CopyKind, LightCopies
from zero_slate.core.presentation.meanings import MEANINGS

COPIES = st.builds(
    LightCopies,
    st.sampled_from(FRACTIONS),
    st.sampled_from(FILTERS),
    st.sampled_from(list(CopyKind)),
    st.integers(0, 65_536),
    st.booleans(),
    st.booleans(),
    st.booleans(),
)


@given(COPIES)
def test_they_read_back_as_they_are_written(copies: LightCopies) -> None:
    assert LightCopies.parse(str(copies)) == copies


def test_what_is_left_out_is_as_is_usual() -> None:
    assert LightCopies.parse("1/4 jpeg") == LightCopies(Fraction(1, 4), kind=CopyKind.JPEG)
    assert LightCopies.parse("") == LightCopies()
    assert not LightCopies.parse("none").are_made


@pytest.mark.parametrize(
    ("text", "words"),
    [
        ("1/7", "not 1/7"),
        ("1/2 1/4", "isn't known"),
        ("sharp", "no filter"),
        ("from 999999", "over 65,536"),
        ("1/2 !", "isn't known"),
    ],
)
def test_what_cant_be_is_refused(text: str, words: str) -> None:
    with pytest.raises(Refusal, match=words):
        LightCopies.parse(text)


def test_pictures_from_a_width_on_get_them() -> None:
    setup = SETUP.model_copy(update={"light_copies": LightCopies.parse("1/2 from 1900")})
    said = MEANINGS["light_copies"](context_for(setup, plate())).text
    assert said == "1/2, OpenEXR, half float, DWA, of plate: 4 times fewer pixels to read."
    small = plate(header=header(size=Size(1000, 500)))
    assert "of pictures from 1900" in MEANINGS["light_copies"](context_for(setup, small)).text
