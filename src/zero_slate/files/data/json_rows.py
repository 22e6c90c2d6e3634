"""JSON: an array of objects, read token by token so that any length of it can be."""

import json
import re
from collections.abc import Iterator
from typing import BinaryIO

from zero_slate.core.time.frame_remapping import FrameRemapper, is_number
from zero_slate.files.data.rows import CHUNK, SAMPLE, DataRefusal, Layout, not_a_frame

# One token of JSON (RFC 8259), white space included.
_TOKEN = re.compile(rb'"(?:[^"\\]++|\\.)*+"|[{}\[\],:]|[^\s{}\[\],:"]+|\s+', re.DOTALL)
# A token this long is no data file's.
LONGEST = 1 << 20
MOST_COLUMNS = 10_000
_ARRAY_OF_OBJECTS = "A data file in JSON is an array of objects: [{…}, {…}]."


def looks_like_json(start: bytes) -> bool:
    """Return whether the beginning of a file is JSON's."""
    return start.removeprefix(b"\xef\xbb\xbf").lstrip()[:1] in (b"[", b"{")


def layout(source: BinaryIO) -> Layout:
    """Read the names and the first rows of an array of objects. Raises DataRefusal."""
    names: dict[str, None] = {}
    rows: list[dict[str, str]] = []
    for _, _, key, text, row in _walk(source):
        if row >= SAMPLE:
            break
        if key is None or text is None:
            continue
        while len(rows) <= row:
            rows.append({})
        names.setdefault(key)
        if len(names) > MOST_COLUMNS:
            raise DataRefusal(f"Row {row + 1} has more than {MOST_COLUMNS:,} values.")
        rows[row][key] = text
    if not rows:
        raise DataRefusal(f"The file has no rows. {_ARRAY_OF_OBJECTS}")
    columns = tuple(names)
    return Layout(
        "JSON", columns, tuple(tuple(row.get(name, "") for name in columns) for row in rows)
    )


def rewrite(
    source: BinaryIO, columns: tuple[int, ...], moved: FrameRemapper
) -> Iterator[tuple[bytes, int]]:
    """Write an array of objects again with its frames moved; see Rewriter."""
    names = layout(source).columns
    wanted = {names[place] for place in columns}
    pieces: list[bytes] = []
    taken = 0
    found = 0
    row = -1
    for token, starts_row, key, text, at in _walk(source):
        if starts_row:
            if row >= 0 and found < len(wanted):
                raise _lacks(row, names, columns)
            row, found = at, 0
        taken += len(token)
        if key in wanted and text is not None:
            if not is_number(text):
                raise not_a_frame(f"Row {at + 1}", key or "", text)
            found += 1
            quote = b'"' if token.startswith(b'"') else b""
            token = quote + moved.text(text).encode() + quote
        pieces.append(token)
        if len(pieces) > 1 << 15:
            yield b"".join(pieces), taken
            pieces, taken = [], 0
    if row >= 0 and found < len(wanted):
        raise _lacks(row, names, columns)
    yield b"".join(pieces), taken


def _lacks(row: int, names: tuple[str, ...], columns: tuple[int, ...]) -> DataRefusal:
    return not_a_frame(f"Row {row + 1}", names[columns[0]], "")


def _walk(source: BinaryIO) -> Iterator[tuple[bytes, bool, str | None, str | None, int]]:
    """Yield each token: whether it opens a row, the key whose plain value it is, and its row.

    A value that is an array or object itself is passed over whole.
    """
    source.seek(0)
    depth, row = 0, -1
    key: str | None = None
    wants_value = False
    for token in _tokens(source):
        plain = not token[:1].isspace()
        if not plain:
            yield token, False, None, None, row
            continue
        if depth == 0 and token != b"[":
            raise DataRefusal(f"The file begins with {_shown(token)}. {_ARRAY_OF_OBJECTS}")
        if depth == 1 and token not in (b"{", b",", b"]"):
            raise DataRefusal(f"Row {row + 2} is {_shown(token)}. {_ARRAY_OF_OBJECTS}")
        opens = depth == 1 and token == b"{"
        said: tuple[str | None, str | None] = (None, None)
        if depth == 2 and wants_value:
            if token not in (b"{", b"["):
                said = (key, _text(token))
            wants_value = False
        elif depth == 2 and token == b":":
            wants_value = True
        elif depth == 2 and token[:1] == b'"':
            key = _string(token)
        if token in (b"{", b"["):
            depth += 1
        elif token in (b"}", b"]"):
            depth -= 1
        row += opens
        yield token, opens, *said, row
    if depth:
        raise DataRefusal(f"The file breaks off in row {row + 1}. Nothing was written.")


def _tokens(source: BinaryIO) -> Iterator[bytes]:
    held = source.read(3).removeprefix(b"\xef\xbb\xbf")
    while True:
        chunk = source.read(CHUNK)
        held += chunk
        place = 0
        for found in _TOKEN.finditer(held):
            # A number or name at the very end may go on in the next chunk.
            if found.start() != place or (chunk and found.end() == len(held)):
                break
            yield found[0]
            place = found.end()
        held = held[place:]
        if not chunk:
            break
        if len(held) > LONGEST:
            raise DataRefusal("A text in the file never ends. Nothing was written.")
    if held:
        raise DataRefusal(f"The file breaks off at {_shown(held)}. Nothing was written.")


def _string(token: bytes) -> str:
    """Return a text of the file; half a character that is escaped there is shown as one unknown."""
    try:
        said = str(json.loads(token))
    except ValueError as error:
        raise DataRefusal(f"The text {_shown(token)} is damaged. Nothing was written.") from error
    return said.encode("utf-8", "surrogatepass").decode("utf-8", "replace")


def _text(token: bytes) -> str:
    if token[:1] == b'"':
        return _string(token)
    return token.decode("utf-8", "replace")


def _shown(token: bytes) -> str:
    text = token[:24].decode("utf-8", "replace")
    return f"“{text}{'…' if len(token) > 24 else ''}”"
