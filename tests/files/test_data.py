"""Data files written again: every byte that is no frame number stays."""

import io
import json
import re
from fractions import Fraction

import pytest
from hypothesis import given
from hypothesis import strategies as st

from zero_slate.core.time.frame_remapping import FrameRemapper
from zero_slate.core.time.rate import FrameRate
from zero_slate.core.time.retime import Rescale
from zero_slate.files.data.reading import read_layout
from zero_slate.files.data.rows import Chosen, DataRefusal

RATE = FrameRate(Fraction(24))


def rewritten(content: bytes, *columns: int, by: int = 1000) -> bytes:
    source = io.BytesIO(content)
    _, rewrite = read_layout(source)
    pieces = list(rewrite(source, Chosen(columns), FrameRemapper(Rescale(0, by, RATE, RATE))))
    assert sum(taken for _, taken in pieces) == len(content)
    return b"".join(piece for piece, _ in pieces)


@pytest.mark.parametrize(
    ("content", "written"),
    [
        (b"frame,x\n1,2.50\n2,2.75\n", b"frame,x\n1001,2.50\n1002,2.75\n"),
        (b"frame;x\r\n1 ; 2,5\r\n", b"frame;x\r\n1001 ; 2,5\r\n"),
        (b'frame\tnote\n"7"\t"a ""b"", c"\n', b'frame\tnote\n"1007"\t"a ""b"", c"\n'),
        (b"\xef\xbb\xbfframe,x\n1,2", b"\xef\xbb\xbfframe,x\n1001,2"),
        (b"1,a\n2,b\n\n3,c\n", b"1001,a\n1002,b\n\n1003,c\n"),
        (b'frame,note\n1,"two\nlines"\n2,x\n', b'frame,note\n1001,"two\nlines"\n1002,x\n'),
        (b"frame,x\n1.50,\xe9\n", b"frame,x\n1001.50,\xe9\n"),
        (b"frame;x\n1,5;2,5\n", b"frame;x\n1001,5;2,5\n"),
        (b'# made 3 " wide\nframe,x\n#1,1\n1,2\n', b'# made 3 " wide\nframe,x\n#1,1\n1001,2\n'),
        (b"# frame x y\n   1 0.5 3\n  12 0.5 4\n", b"# frame x y\n1001 0.5 3\n1012 0.5 4\n"),
        (b"1  0.5\n2\t0.5\n", b"1001  0.5\n1002\t0.5\n"),
        (b"frame,x\n0001,a\n0012,b\n", b"frame,x\n1001,a\n1012,b\n"),
        (b"#,x\n1,a\n", b"#,x\n1001,a\n"),
        # Lines that end with CR alone, and with all three.
        (b"frame,x\r1,2.5\r2,3\r", b"frame,x\r1001,2.5\r1002,3\r"),
        (b"frame,x\r\n1,a\r2,b\n3,c", b"frame,x\r\n1001,a\r1002,b\n1003,c"),
        # Inches, feet and inches, and a mark between letters open no quotation.
        (b'frame,size\n1,3" wide\n2,4\n', b'frame,size\n1001,3" wide\n1002,4\n'),
        (b"frame;size\n1;5'6\"\n2;4\n", b"frame;size\n1001;5'6\"\n1002;4\n"),
        (
            b'frame,note\n1,"3"" by\n4"" wide"\n2,x\n',
            b'frame,note\n1001,"3"" by\n4"" wide"\n1002,x\n',
        ),
        (b"frame,x\n1,a\n2,b\n3,c\nsum,\n", None),
    ],
)
def test_csv_keeps_every_other_byte(content: bytes, written: bytes | None) -> None:
    if written is None:
        with pytest.raises(DataRefusal, match="leave such rows as they are"):
            rewritten(content, 0)
    else:
        assert rewritten(content, 0) == written


def test_rows_without_a_number_stay_where_they_are_left() -> None:
    source = io.BytesIO(b"frame,x\n1,a\n,b\nsum,c\n2\n")
    _, rewrite = read_layout(source)
    moved = FrameRemapper(Rescale(0, 10, RATE, RATE))
    written = b"".join(piece for piece, _ in rewrite(source, Chosen((0,), leaves=True), moved))
    assert written == b"frame,x\n11,a\n,b\nsum,c\n12\n"
    assert moved.left == 2


@pytest.mark.parametrize(
    ("content", "columns", "place", "written"),
    [
        (
            b'\xef\xbb\xbf{"keys": [{"frame": 1, "v": 2}], "name": "x"}',
            ("keys[].frame", "keys[].v", "name"),
            0,
            b'\xef\xbb\xbf{"keys": [{"frame": 1001, "v": 2}], "name": "x"}',
        ),
        (
            b'{"tracks": [{"n": "a", "points": [[1, 0.5], [2, 0.6]]}]}',
            ("tracks[].n", "tracks[].points[][0]", "tracks[].points[][1]"),
            1,
            b'{"tracks": [{"n": "a", "points": [[1001, 0.5], [1002, 0.6]]}]}',
        ),
        (
            b'{"frame": 1, "x": 2}\n{"frame": 2, "x": 3}\n',
            ("frame", "x"),
            0,
            b'{"frame": 1001, "x": 2}\n{"frame": 1002, "x": 3}\n',
        ),
        (
            b'{"1": {"x": 5}, "2": {"x": 6}}',
            ("{} (key)", "{}.x"),
            0,
            b'{"1001": {"x": 5}, "1002": {"x": 6}}',
        ),
        (b'{"frames": [1, 2, 3]}', ("frames[]",), 0, b'{"frames": [1001, 1002, 1003]}'),
        (b"[1, 2]", ("",), 0, b"[1001, 1002]"),
    ],
)
def test_json_of_any_shape_keeps_every_other_byte(
    content: bytes, columns: tuple[str, ...], place: int, written: bytes
) -> None:
    assert read_layout(io.BytesIO(content))[0].columns == columns
    assert rewritten(content, place) == written


def test_several_columns_of_frames_move_together() -> None:
    assert rewritten(b"drawing,in,out\n1,1,3\n", 1, 2) == b"drawing,in,out\n1,1001,1003\n"


def test_json_keeps_every_other_byte() -> None:
    content = b'[\n {"frame": 1, "at" : [1, {"frame": 5}], "n":"x\\"y"},\n\t{"frame":"2"} ]\n'
    written = content.replace(b'{"frame": 1,', b'{"frame": 1001,').replace(b'"2"', b'"1002"')
    assert rewritten(content, 0) == written


@pytest.mark.parametrize(
    ("content", "words"),
    [
        (b"", "empty"),
        (b"\0\1\2frame", "not text"),
        (b"frame,x\n1,2\nlate,3\n", "Line 3: the column “frame” holds “late”"),
        (b"frame,x\n1,2\n,3\n", "Line 3: the column “frame” holds nothing"),
        (b'frame,x\n1,"2\n', "never closes"),
        (b"[]", "no rows"),
        (b'[{"x": 2}, {"frame": 1}, {"x": 3, "frame": 4}]', None),
        (b'{"frame" 1}', "is not a key"),
        (b"[1 2]", "stands where it can't"),
        (b'{"frame": 1}}', "closes nothing"),
        (b"{frame: 1}", "is not a key"),
        (b'[{"frame": 1}, {"x": 2}]', "Row 2: the column “frame” holds nothing"),
        (b'[{"frame": 1}, {"frame": true}]', "Row 2: the column “frame” holds “true”"),
        (b'[{"frame": 1}, {"fra', "breaks off"),
        (b'[{"frame": 1}', "breaks off"),
    ],
)
def test_what_cannot_be_put_right_is_told(content: bytes, words: str | None) -> None:
    with pytest.raises(DataRefusal) as refused:
        rewritten(content, 0 if words else 1)
    assert (words or "Row 1: the column “frame” holds nothing") in str(refused.value)


CELLS = st.text(
    st.characters(codec="utf-8", exclude_characters='\r\n",', exclude_categories=["Cs", "Cc"]),
    max_size=8,
)


@given(st.lists(st.tuples(st.integers(0, 99999), CELLS, CELLS), min_size=1, max_size=30))
def test_any_csv_changes_in_its_frames_alone(rows: list[tuple[int, str, str]]) -> None:
    lines = ["frame,a,b", *(f"{frame},x{a},y{b}" for frame, a, b in rows)]
    moved = ["frame,a,b", *(f"{frame + 1000},x{a},y{b}" for frame, a, b in rows)]
    assert rewritten("\n".join(lines).encode(), 0) == "\n".join(moved).encode()


@given(
    st.lists(st.tuples(st.integers(-999, 99999), st.text(max_size=8)), min_size=1, max_size=20),
    st.sampled_from([None, 1, 2]),
)
def test_any_json_changes_in_its_frames_alone(
    rows: list[tuple[int, str]], indent: int | None
) -> None:
    def made(by: int) -> bytes:
        said = [{"note": text, "frame": frame + by} for frame, text in rows]
        return json.dumps(said, indent=indent).encode()

    assert rewritten(made(0), 1) == made(1000)


def test_columns_and_first_rows_are_shown() -> None:
    layout, _ = read_layout(io.BytesIO(b'[{"frame": 1, "x": "a"}, {"y": null, "frame": 2}]'))
    assert (layout.form, layout.columns) == ("JSON", ("frame", "x", "y"))
    assert layout.rows == (("1", "a", ""), ("2", "", "null"))
    layout, _ = read_layout(io.BytesIO(b"3,4\n5,6\n"))
    assert (layout.form, layout.columns) == ("CSV without a heading", ("column 1", "column 2"))


@pytest.mark.parametrize(
    ("content", "said"),
    [
        (b'[{"fr\xffame": 1}]', "is damaged"),
        (b'[{"frame": "\\q"}]', "is damaged"),
        (b'[{"a": "' + b"x" * (1 << 21) + b'"}]', "never ends"),
        (b"frame\n" + b"1" * (1 << 21), "Line 2 has more than 1,048,576 bytes"),
        (b"[{" + b",".join(b'"k%d": 1' % n for n in range(10_001)) + b"}]", "more than 10,000"),
    ],
)
def test_texts_that_are_damaged_or_endless_are_refused(content: bytes, said: str) -> None:
    with pytest.raises(DataRefusal, match=re.escape(said)):
        read_layout(io.BytesIO(content))


def test_half_a_character_is_shown_as_an_unknown_one() -> None:
    layout, _ = read_layout(io.BytesIO(b'[{"a\\ud800b": "\\udfff"}]'))
    assert layout.columns == ("a\ufffd\ufffd\ufffdb",)
    assert "".join(layout.rows[0]).encode()


@pytest.mark.parametrize("encoding", ["utf-16-le", "utf-16-be"])
@pytest.mark.parametrize(
    ("text", "expected"),
    [
        ("frame,größe\r\n1,2½\r\n2,3\r\n", "frame,größe\r\n1001,2½\r\n1002,3\r\n"),
        ('[{"frame": 1, "x": "é"}, {"frame": 2}]', '[{"frame": 1001, "x": "é"}, {"frame": 1002}]'),
    ],
)
def test_letters_of_two_bytes_stay_so(encoding: str, text: str, expected: str) -> None:
    mark = "\ufeff".encode(encoding)
    assert rewritten(mark + text.encode(encoding), 0) == mark + expected.encode(encoding)
    with pytest.raises(DataRefusal, match="says that it is UTF-16"):
        rewritten(mark + text.encode(encoding) + b"x", 0)


def test_headings_in_latin_1_are_read() -> None:
    found, _ = read_layout(io.BytesIO("frame,größe\n1,\xe9\n2,b\n".encode("latin-1")))
    assert found.columns == ("frame", "größe")
    assert found.rows[0] == ("1", "é")
