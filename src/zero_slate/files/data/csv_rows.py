"""CSV: rows of fields between separators (RFC 4180, and its common relatives)."""

import re
from collections.abc import Iterator
from typing import BinaryIO

from zero_slate.core.time.frame_remapping import FrameRemapper, is_number
from zero_slate.files.data.rows import SAMPLE, DataRefusal, Layout, not_a_frame

SEPARATORS = (b",", b";", b"\t", b"|")
LONGEST_ROW = 1 << 20
_BOM = b"\xef\xbb\xbf"
# How many rows are written at a time.
BATCH = 4096


def looks_like_csv(start: bytes) -> bool:
    """Return whether the beginning of a file can be CSV: text with lines."""
    return b"\0" not in start and bool(start.strip())


def layout(source: BinaryIO) -> Layout:
    """Read a CSV file's columns and first rows. Raises DataRefusal."""
    source.seek(0)
    separator = _separator(source)
    rows = []
    for _, record in _records(source):
        if record.strip(b"\r\n \t" + _BOM):
            rows.append(tuple(_plain(f) for f in _fields(_bare(record), separator)))
        if len(rows) > SAMPLE:
            break
    if not rows:
        raise DataRefusal("The file has no rows.")
    first = rows[0]
    if any(is_number(text) for text in first):
        names = tuple(f"column {place + 1}" for place in range(len(first)))
        return Layout("CSV without a heading", names, tuple(rows[:SAMPLE]))
    return Layout("CSV", first, tuple(rows[1 : SAMPLE + 1]))


def rewrite(
    source: BinaryIO, columns: tuple[int, ...], moved: FrameRemapper
) -> Iterator[tuple[bytes, int]]:
    """Write a CSV file again with its frames moved; see Rewriter."""
    about = layout(source)
    source.seek(0)
    separator = _separator(source)
    heading = about.form == "CSV"
    pieces: list[bytes] = []
    taken = 0
    for line, record in _records(source):
        taken += len(record)
        bare = _bare(record)
        if heading and bare.strip():
            heading = False
            pieces.append(record)
        elif not bare.strip():
            pieces.append(record)
        else:
            pieces.append(_moved(line, record, bare, separator, columns, about, moved))
        if len(pieces) >= BATCH:
            yield b"".join(pieces), taken
            pieces, taken = [], 0
    yield b"".join(pieces), taken


def _moved(
    line: int,
    record: bytes,
    bare: bytes,
    separator: bytes,
    columns: tuple[int, ...],
    about: Layout,
    moved: FrameRemapper,
) -> bytes:
    fields = _fields(bare, separator)
    for place in columns:
        field = fields[place] if place < len(fields) else b""
        before, text, after = _parted(field)
        number = text.decode("latin-1")
        if not is_number(number):
            raise not_a_frame(f"Line {line}", about.columns[place], number)
        fields[place] = before + moved.text(number).encode() + after
    start = len(record) - len(record.removeprefix(_BOM))
    ending = record[start + len(bare) :]
    return record[:start] + separator.join(fields) + ending


def _parted(field: bytes) -> tuple[bytes, bytes, bytes]:
    """Part a field into what stands before its text, the text, and what stands after it."""
    inner = field.strip()
    if inner.startswith(b'"'):
        inner = inner[1:].lstrip()
    if inner.endswith(b'"'):
        inner = inner[:-1].rstrip()
    at = field.find(inner) if inner else len(field)
    return field[:at], inner, field[at + len(inner) :]


def _bare(record: bytes) -> bytes:
    return record.removeprefix(_BOM).rstrip(b"\r\n")


def _records(source: BinaryIO) -> Iterator[tuple[int, bytes]]:
    """Yield each record with the number of its first line; one in quotes may hold line breaks."""
    held: list[bytes] = []
    size, open_quote, begins, number = 0, False, 1, 0
    while line := source.readline(LONGEST_ROW + 1):
        number += 1
        size += len(line)
        if size > LONGEST_ROW:
            raise DataRefusal(
                f"Line {begins}: a quotation mark opens here and never closes."
                if open_quote
                else f"Line {begins} has more than {LONGEST_ROW:,} bytes, which no row has."
            )
        held.append(line)
        open_quote ^= bool(line.count(b'"') % 2)
        if not open_quote:
            yield begins, held[0] if len(held) == 1 else b"".join(held)
            held, size, begins = [], 0, number + 1
    if held:
        raise DataRefusal(f"Line {begins}: a quotation mark opens here and never closes.")


def _fields(bare: bytes, separator: bytes) -> list[bytes]:
    """Split a record into its fields, quotation marks and all."""
    if b'"' not in bare:
        return bare.split(separator)
    fields: list[bytes] = []
    held: list[bytes] = []
    quoted = False
    for piece in re.split(b'(["' + re.escape(separator) + b"])", bare):
        if piece == separator and not quoted:
            fields.append(b"".join(held))
            held = []
            continue
        if piece == b'"':
            quoted = not quoted
        held.append(piece)
    return [*fields, b"".join(held)]


def _plain(field: bytes) -> str:
    text = field.decode("utf-8", "replace").strip()
    if len(text) > 1 and text[0] == text[-1] == '"':
        text = text[1:-1].replace('""', '"').strip()
    return text


def _separator(source: BinaryIO) -> bytes:
    """Return what separates fields: what stands equally often in the first rows."""
    source.seek(0)
    records = [_bare(r) for (_, r), _ in zip(_records(source), range(SAMPLE), strict=False)]
    records = [record for record in records if record.strip()]
    source.seek(0)
    best, most = b",", 0
    for separator in SEPARATORS:
        counts = {len(_fields(record, separator)) for record in records}
        if len(counts) == 1 and (count := counts.pop()) > max(most, 1):
            best, most = separator, count
    return best
