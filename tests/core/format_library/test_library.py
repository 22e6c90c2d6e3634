"""The format library: what ships, finding formats, own ones."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.canvas.raster import Size
from zero_slate.core.canvas.signals import facts_of
from zero_slate.core.format_library.format import Family, Format
from zero_slate.core.format_library.search import by_family, search
from zero_slate.core.format_library.shipped import SHIPPED
from zero_slate.core.settings.index import EDIT_SETTINGS
from zero_slate.core.settings.own_format import FORMAT_SETTINGS, own_from, read_own
from zero_slate.files.format_files import read_formats, write_formats
from zero_slate.files.setup_files import DocumentRefusal

BY_NAME = {each.name: each for each in SHIPPED}


def names(text: str) -> set[str]:
    return {each.name for each in search(SHIPPED, text)}


def test_every_family_ships_and_every_name_is_its_own() -> None:
    assert set(by_family(SHIPPED)) == set(Family) - {Family.OWN}
    assert len({each.name.casefold() for each in SHIPPED}) == len(SHIPPED)
    for each in SHIPPED:
        assert each.purpose
        facts = facts_of(each.signal) if each.signal else None
        if facts is not None:
            assert facts.rate == each.rate


@pytest.mark.parametrize(
    ("name", "size", "shown"),
    [
        # SMPTE ST 428-1 containers, ITU-R BT.601 rasters, 35 mm scans at 2:1.
        ("D-cinema 2K flat 1.85 24p", "1998 × 1080", "1998 × 1080, 1.85"),
        ("D-cinema 4K scope 2.39 24p", "4096 × 1716", "4096 × 1716, 2.39"),
        ("SD 576 16:9 50i", "720 × 576", "720 × 576 at 16:11, 1.82"),
        ("SD 486 4:3 59.94i", "720 × 486", "720 × 486 at 10:11, 1.35"),
        ("Scan 2K anamorphic", "1828 × 1556", "1828 × 1556 at 2:1, 2.35"),
        ("Upright phone 9:16", "1080 × 1920", "1080 × 1920, 0.56"),
        ("HD 1080 thin raster 25p", "1440 × 1080", "1440 × 1080 at 4:3, 1.78"),
    ],
)
def test_shipped_sizes_are_the_standards(name: str, size: str, shown: str) -> None:
    each = BY_NAME[name]
    assert (str(each.canvas), each.shown) == (size, shown)


@pytest.mark.parametrize(
    ("text", "found", "not_found"),
    [
        ("1.85", "D-cinema 2K flat 1.85 24p", "D-cinema 2K container 24p"),
        ("vertical", "Upright phone 9:16", "Square 1:1"),
        ("vertical", "Preview 270 × 480", "Preview 480 × 270"),
        ("25i", "HD 1080 50i", "HD 1080 25p"),
        ("50i", "SD 576 4:3 50i", "HD 1080 50p"),
        ("scope 4k", "D-cinema 4K scope 2.39 24p", "D-cinema 2K scope 2.39 24p"),
        ("1998x1080", "D-cinema 2K flat 1.85 24p", "D-cinema 2K container 24p"),
        ("2.35", "Scan 4K anamorphic", "D-cinema 2K scope 2.39 24p"),
        ("23.976", "UHD 2160 23.98p", "UHD 2160 24p"),
        ("16:11", "SD 576 16:9 25p", "SD 576 4:3 50i"),
        ("2160", "UHD 2160 25p", "HD 1080 25p"),
        ("INTERLACED", "HD 1080 59.94i", "HD 1080 59.94p"),
    ],
)
def test_formats_are_found_by_words_and_figures(text: str, found: str, not_found: str) -> None:
    assert found in names(text)
    assert not_found not in names(text)


@given(st.text(max_size=20))
def test_any_search_finds_some_of_what_there_is(text: str) -> None:
    found = search(SHIPPED, text)
    assert all(each in SHIPPED for each in found)
    assert search(found, text) == found
    assert search(SHIPPED, text.upper()) == found or not text.isascii()


def typed_of(each: Format) -> dict[str, dict[str, str]]:
    typed = {}
    for key in FORMAT_SETTINGS:
        value = each.values.get(key)
        kind = EDIT_SETTINGS[key].kind
        typed[key] = kind.texts(value) if value is not None else {kind.parts[0].key: ""}
    return typed


@pytest.mark.parametrize("each", SHIPPED, ids=lambda each: each.name)
def test_any_format_can_be_typed_as_an_own_one(each: Format) -> None:
    made = read_own(f"My {each.name}", each.purpose, typed_of(each), [])
    assert made.values == each.values
    assert made.own


@pytest.mark.parametrize("name", ["HD 1080 25p", "hd 1080 25P"])
def test_a_shipped_formats_name_is_refused_with_a_free_one(name: str) -> None:
    with pytest.raises(Refusal, match="a shipped format's name") as refused:
        read_own(name, "", typed_of(SHIPPED[0]), [f"{name} own"])
    assert refused.value.nearest == f"{name} own 2"
    assert refused.value.part == "name"


@pytest.mark.parametrize(
    ("typed", "part"),
    [
        ({"canvas": {"width": "90000", "height": "90000"}}, "width"),
        ({"pixel_aspect": {"ratio": "1:0"}}, "pixel_aspect"),
        ({"rate": {"rate": "25i"}}, "rate"),
        ({"scan": {"choice": "sideways"}}, "scan"),
    ],
)
def test_an_own_format_that_cant_be_names_its_part(typed, part: str) -> None:
    with pytest.raises(Refusal) as refused:
        read_own("Mine", "", {**typed_of(SHIPPED[0]), **typed}, [])
    assert refused.value.part == part


def test_an_own_format_begins_from_the_one_in_hand() -> None:
    made = own_from(BY_NAME["Square 1:1"], [])
    assert (made.name, made.canvas) == ("Square 1:1 own", Size(1080, 1080))
    assert own_from(BY_NAME["Square 1:1"], [made.name]).name == "Square 1:1 own 2"


def test_a_file_of_formats_reads_back_and_a_broken_entry_costs_only_itself() -> None:
    own = [own_from(each, []) for each in SHIPPED[:4]]
    content = write_formats(own)
    assert read_formats(content) == (own, [])
    damaged = content.replace(b'"width": 1920', b'"width": 90000', 2).replace(
        b'"pixel_aspect": "1:1"', b'"pixel_aspect": "1:0"', 1
    )
    good, broken = read_formats(damaged)
    assert good == own[2:]
    assert [each.place for each in broken] == [1, 2]
    assert broken[0].name == own[0].name
    assert any("over 32,768" in each.why for each in broken)


@pytest.mark.parametrize(
    "content", [b"", b"{", b"[]", b'{"kind": "zero-slate/setup", "formats": []}', b"\xff\xfe"]
)
def test_what_is_no_file_of_formats_is_refused(content: bytes) -> None:
    with pytest.raises(DocumentRefusal):
        read_formats(content)


@pytest.mark.parametrize("text", ["1080 × 1920", "1080x1920", "1080 x 1920", "1080×1920"])
def test_a_size_is_found_as_it_is_printed(text: str) -> None:
    assert {str(each.canvas) for each in search(SHIPPED, text)} == {"1080 × 1920"}
