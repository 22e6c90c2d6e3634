"""Codes found in clip names."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from zero_slate.core.base.safe_names import require_code
from zero_slate.core.cut.events import CodeRule


@pytest.mark.parametrize(
    ("example", "name", "code"),
    [
        ("AAA_0000", "FRO_0030", "FRO_0030"),
        ("AAA_0000", "FRO_0030_plate_v002.exr", "FRO_0030"),
        ("FRO_0030", "cam1_GRA_0010.mov", "GRA_0010"),
        ("sq010sh020", "sq12sh340_comp", "sq12sh340"),
        ("AAA_0000", "FRO_0030A_plate", "FRO_0030A_plate"),
        ("AAA_0000", "title card.mov", "title_card"),
        ("AAA_0000", "../Shot 1/2 (é)", "Shot_1_2__e_"),
        ("AAA_0000", "***", "clip_7e4b1fda"),
        ("AAA_0000", "ÖL_0010", "OL_0010"),
        ("AAA_0000", "O\u0308L_0010_v1", "OL_0010"),
        ("", "FRO_0030_plate.exr", "FRO_0030_plate"),
        ("A-0", "HCR-1 x", "HCR-1"),
    ],
)
def test_a_code_is_what_looks_like_the_example(example: str, name: str, code: str) -> None:
    assert CodeRule(example).code(name) == code


@given(st.text(max_size=40), st.text(max_size=64))
def test_any_example_and_any_name_give_some_code(example: str, name: str) -> None:
    code = CodeRule(example).code(name)
    assert require_code(code) == code
