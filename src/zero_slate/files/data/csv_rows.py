"""CSV: rows of fields between separators (RFC 4180, and its common relatives).

Separators are commas, semicolons, tabs, bars, or spaces. Lines that begin with `#`, `//` or `%` are
comments, which stay; the last one before the rows may be their heading.
"""

import re
from collections import Counter
from collections.abc import Iterator
from dataclasses import dataclass
from typing import BinaryIO

from zero_slate.core.time.frame_remapping import FrameRemapper, is_number
from zero_slate.files.data.rows import CHUNK, SAMPLE, Chosen, DataRefusal, Layout

SEPARATORS = (b",", b";", b"\t", b"|")
SPACES = b" "
LONGEST_ROW = 1 << 20
_BOM = b"\xef\xbb\xbf"
_COMMENTS = (b"#", b"//", b"%")
_LINE_END = re.compile(rb"\r\n|\n|\r")
_GAP = re.compile(rb"[ \t]+")
# What follows a mark that ends a field.
_NEXT_FIELD = re.compile(rb" *(?:[,;\t|\r\n]|\Z)")
# How many rows are written at a time.
BATCH = 4096
# How many of the first rows agree on what parts them.
_AGREE = 3 / 4


@dataclass(frozen=True, slots=True)
class _Shape:
    """How a file is written: what parts its fields, and the line that its heading is."""

    separator: bytes
    heading: int | None
    columns: tuple[str, ...]


def looks_like_csv(start: bytes) -> bool:
    """Return whether the beginning of a file can be CSV: text with lines."""
    return b"\0" not in start and bool(start.strip())


def layout(source: BinaryIO) -> Layout:
    """Read a CSV file's columns and first rows. Raises DataRefusal."""
    shape, rows = _look(source)
    form = "Columns between spaces" if shape.separator == SPACES else "CSV"
    if shape.heading is None:
        form += " without a heading"
    return Layout(form, shape.columns, tuple(rows[:SAMPLE]))


def rewrite(source: BinaryIO, chosen: Chosen, moved: FrameRemapper) -> Iterator[tuple[bytes, int]]:
    """Write a CSV file again with its frames moved; see Rewriter."""
    shape, _ = _look(source)
    source.seek(0)
    pieces: list[bytes] = []
    taken = 0
    for line, record in _records(source):
        taken += len(record)
        bare = _bare(record)
        if line == shape.heading or not bare.strip() or _is_comment(bare, shape.separator):
            pieces.append(record)
        else:
            pieces.append(_moved(line, record, bare, shape, chosen, moved))
        if len(pieces) >= BATCH:
            yield b"".join(pieces), taken
            pieces, taken = [], 0
    yield b"".join(pieces), taken


def _look(source: BinaryIO) -> tuple[_Shape, list[tuple[str, ...]]]:
    """Read the first rows, and how they are written."""
    source.seek(0)
    comments: list[tuple[int, bytes]] = []
    records: list[tuple[int, bytes]] = []
    for line, record in _records(source):
        bare = _bare(record)
        if not bare.strip(b" \t"):
            continue
        (comments if _is_comment(bare) else records).append((line, bare))
        if len(records) > SAMPLE:
            break
    if not records:
        raise DataRefusal("The file has no rows.")
    separator = _separator([bare for _, bare in records])
    rows = [tuple(_plain(f) for f in _fields(bare, separator)) for _, bare in records]
    first = rows[0]
    if not any(is_number(text) for text in first):
        return _Shape(separator, records[0][0], first), rows[1:]
    for line, bare in reversed(comments):
        names = tuple(_plain(f) for f in _fields(bare.lstrip(b" \t#/%"), separator))
        if line < records[0][0] and len(names) == len(first):
            return _Shape(separator, line, names), rows
    columns = tuple(f"column {place + 1}" for place in range(len(first)))
    return _Shape(separator, None, columns), rows


def _is_comment(bare: bytes, separator: bytes = b"") -> bool:
    start = bare.lstrip(b" \t")
    if not start.startswith(_COMMENTS):
        return False
    # A heading may call its first column “#”.
    return start[1:2] not in SEPARATORS or start[1:2] == separator == SPACES


def _moved(
    line: int, record: bytes, bare: bytes, shape: _Shape, chosen: Chosen, moved: FrameRemapper
) -> bytes:
    fields, gaps = _parts(bare, shape.separator)
    moved.row = line
    for place in chosen.places:
        field = fields[place] if place < len(fields) else b""
        before, text, after = _parted(field)
        old = text.decode("latin-1")
        new = chosen.moved(f"Line {line}", shape.columns, place, old, moved)
        if new is old:
            continue
        if gaps is not None:
            gaps[place] = _aligned(gaps[place], len(new) - len(old), place == 0)
        elif before.isspace():
            before = _aligned(before, len(new) - len(old), True)
        fields[place] = before + new.encode() + after
    start = len(record) - len(record.removeprefix(_BOM))
    ending = record[start + len(bare) :]
    if gaps is None:
        whole = shape.separator.join(fields)
    else:
        whole = b"".join(gap + field for gap, field in zip(gaps, [*fields, b""], strict=True))
    return record[:start] + whole + ending


def _aligned(gap: bytes, longer: int, alone: bool) -> bytes:
    """Return the space before a number that grew: columns that are set to the right stay so."""
    if not gap.isspace() or b"\t" in gap or (len(gap) < 2 and not alone):
        return gap
    return b" " * max(0 if alone else 1, len(gap) - longer)


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
    size, open_quote, begins = 0, False, 1
    for number, line in enumerate(_lines(source), start=1):
        size += len(line)
        if size > LONGEST_ROW:
            raise DataRefusal(
                f"Line {begins}: a quotation mark opens here and never closes."
                if open_quote
                else f"Line {begins} has more than {LONGEST_ROW:,} bytes, which no row has."
            )
        held.append(line)
        # What a comment says of inches and quotations opens none.
        if open_quote or not line.removeprefix(_BOM).lstrip().startswith(_COMMENTS):
            open_quote = _is_open_after(line.removeprefix(_BOM), open_quote)
        if not open_quote:
            yield begins, held[0] if len(held) == 1 else b"".join(held)
            held, size, begins = [], 0, number + 1
    if held:
        raise DataRefusal(f"Line {begins}: a quotation mark opens here and never closes.")


def _lines(source: BinaryIO) -> Iterator[bytes]:
    """Yield lines with their ends: LF, CR LF, or CR alone, as old systems write it."""
    rest = b""
    while chunk := source.read(CHUNK):
        rest += chunk
        # A CR at the end may have its LF in what comes next.
        whole = rest[:-1] if rest.endswith(b"\r") else rest
        at = 0
        for end in _LINE_END.finditer(whole):
            yield whole[at : end.end()]
            at = end.end()
        rest = rest[at:]
        if len(rest) > LONGEST_ROW:
            break
    if rest:
        yield from (line for line in rest.splitlines(keepends=True))


def _is_open_after(line: bytes, is_open: bool) -> bool:
    """Return whether a quotation is open at a line's end.

    A mark opens one only where a field begins: within it, as after a figure, it is inches.
    """
    if b'"' not in line:
        return is_open
    at, begins = 0, True
    while at < len(line):
        char = line[at : at + 1]
        if is_open and char == b'"':
            if line[at + 1 : at + 2] == b'"':
                at += 1
            elif _NEXT_FIELD.match(line, at + 1):
                is_open = False
        elif not is_open:
            if char == b'"' and begins:
                is_open = True
            begins = char in SEPARATORS or (begins and char in b" \t" and not is_open)
        at += 1
    return is_open


def _fields(bare: bytes, separator: bytes) -> list[bytes]:
    """Split a record into its fields, quotation marks and all."""
    return _parts(bare, separator)[0]


def _parts(bare: bytes, separator: bytes) -> tuple[list[bytes], list[bytes] | None]:
    """Split a record into its fields; between spaces, with the space before each and at the end."""
    if separator != SPACES and b'"' not in bare:
        return bare.split(separator), None
    pattern = b'(["]|[ \t]+)' if separator == SPACES else b'(["' + re.escape(separator) + b"])"
    fields: list[bytes] = []
    gaps: list[bytes] = [b""]
    held: list[bytes] = []
    quoted = begun = False
    pieces = [piece for piece in re.split(pattern, bare) if piece]

    def parts(piece: bytes) -> bool:
        return piece == separator if separator != SPACES else _GAP.fullmatch(piece) is not None

    for at, piece in enumerate(pieces):
        if parts(piece) and not quoted:
            if held or separator != SPACES:
                fields.append(b"".join(held))
                gaps.append(piece)
            else:
                gaps[-1] += piece
            held, begun = [], False
            continue
        if piece == b'"':
            # A mark within a field is inches; one that isn't followed by the next field, a letter.
            after = [each for each in pieces[at + 1 : at + 3] if each.strip(b" \t") or parts(each)]
            ends = not after or parts(after[0]) or after[0] == b'"'
            quoted = not ends if quoted else not begun
        begun = begun or bool(piece.strip(b" \t"))
        held.append(piece)
    if separator != SPACES:
        return [*fields, b"".join(held)], None
    if held:
        fields.append(b"".join(held))
        gaps.append(b"")
    return fields, gaps


def _plain(field: bytes) -> str:
    try:
        text = field.decode().strip()
    except UnicodeDecodeError:
        # Old systems write Latin-1, which every byte belongs to.
        text = field.decode("latin-1").strip()
    if len(text) > 1 and text[0] == text[-1] == '"':
        text = text[1:-1].replace('""', '"').strip()
    return text


def _separator(records: list[bytes]) -> bytes:
    """Return what parts fields: what stands equally often in the first rows, or in most of them."""
    best, most = b",", (0.0, 1)
    for separator in (*SEPARATORS, SPACES):
        counts = Counter(len(_fields(record, separator)) for record in records)
        fields, agreeing = max(counts.items(), key=lambda each: (each[1], each[0]))
        share = agreeing / len(records)
        # Spaces part words in any text: they are looked at only where nothing else parts.
        if separator == SPACES and most[0] >= _AGREE:
            break
        if fields > 1 and share >= _AGREE and (share, fields) > most:
            best, most = separator, (share, fields)
    return best
