"""JSON, of any shape, read token by token so that any length of it can be.

Plain values are columns, named by where they stand: `frame` in an array of objects or in JSON
lines, `tracks[].keys[].frame` within others, `keys[][0]` in arrays of arrays. An object whose keys
are numbers has them as a column too. What holds plain values itself is a row.
"""

import json
import re
from collections.abc import Iterator
from dataclasses import dataclass, field
from typing import BinaryIO

from zero_slate.core.time.frame_remapping import FrameRemapper, is_number
from zero_slate.files.data.rows import CHUNK, SAMPLE, Chosen, DataRefusal, Layout, not_a_frame

# One token of JSON (RFC 8259), white space included.
_TOKEN = re.compile(rb'"(?:[^"\\]++|\\.)*+"|[{}\[\],:]|[^\s{}\[\],:"]+|\s+', re.DOTALL)
# A token this long is no data file's.
LONGEST = 1 << 20
MOST_COLUMNS = 10_000
# So many values of an array within an array are columns of their own; the rest share one.
MOST_PLACES = 16
BATCH = 1 << 15
_BOM = b"\xef\xbb\xbf"


def looks_like_json(start: bytes) -> bool:
    """Return whether the beginning of a file is JSON's."""
    return start.removeprefix(_BOM).lstrip()[:1] in (b"[", b"{")


def layout(source: BinaryIO) -> Layout:
    """Read the names and the first rows. Raises DataRefusal."""
    walk = _Walk()
    rows: list[dict[int, str]] = []
    for found in walk.steps(source):
        if found.row >= SAMPLE:
            break
        if found.column is None or found.row < 0:
            continue
        while len(rows) <= found.row:
            rows.append({})
        rows[found.row][found.column] = found.text
    if not rows:
        raise DataRefusal("The file has no rows: it holds no plain values.")
    columns = tuple(walk.names)
    form = "JSON lines" if walk.roots > 1 else "JSON"
    return Layout(
        form,
        columns,
        tuple(tuple(row.get(at, "") for at in range(len(columns))) for row in rows),
    )


def rewrite(source: BinaryIO, chosen: Chosen, moved: FrameRemapper) -> Iterator[tuple[bytes, int]]:
    """Write a file again with its frames moved; see Rewriter."""
    walk = _Walk(wanted=frozenset(chosen.places))
    # The first rows are read twice: what lacks in them is known by what others have.
    for found in walk.steps(source):
        if found.row >= SAMPLE:
            break
    pieces: list[bytes] = []
    taken = 0
    for found in walk.steps(source):
        token = found.token
        taken += len(token)
        if found.lacks is not None and not chosen.leaves:
            raise not_a_frame(f"Row {found.row + 1}", walk.names[found.lacks], "")
        if found.column is not None and found.column in walk.wanted:
            moved.row = found.row + 1
            names = tuple(walk.names) if not is_number(found.text) else ()
            new = chosen.moved(f"Row {found.row + 1}", names, found.column, found.text, moved)
            if new is not found.text:
                quote = b'"' if token[:1] == b'"' else b""
                token = quote + new.encode() + quote
        pieces.append(token)
        if len(pieces) > BATCH:
            yield b"".join(pieces), taken
            pieces, taken = [], 0
    yield b"".join(pieces), taken


@dataclass(slots=True)
class _Place:
    """Where in the shape of a file something stands; its column, once a plain value stood there."""

    name: str
    column: int | None = None
    within: dict[str, "_Place"] = field(default_factory=dict)
    # The columns that stand straight in it, of those that are wanted.
    wanted: set[int] = field(default_factory=set)


@dataclass(slots=True)
class _Open:
    """An object or array that is being read."""

    place: _Place
    is_object: bool
    # Whether an array's values are told apart by where they stand.
    by_place: bool
    number: int = 0
    key: str | None = None
    row: int = -1
    found: set[int] = field(default_factory=set)


@dataclass(slots=True)
class _Step:
    """A token, and what it is: a plain value's column, text and row, or a wanted one that lacks."""

    token: bytes
    column: int | None = None
    text: str = ""
    row: int = -1
    lacks: int | None = None


class _Walk:
    """Reads a file once; its columns are numbered as they are met, always the same."""

    def __init__(self, wanted: frozenset[int] = frozenset()):
        self.wanted = wanted
        self.names: list[str] = []
        self.roots = self._rows = 0
        self._open: list[_Open] = []
        self._root = _Place("")

    def steps(self, source: BinaryIO) -> Iterator[_Step]:
        """Yield each token, from the beginning. Raises DataRefusal for what is no JSON."""
        source.seek(0)
        self.roots = self._rows = 0
        self._open.clear()
        wants_value = True
        for token in _tokens(source):
            begin = token[:1]
            if begin.isspace() or token == _BOM:
                yield _Step(token)
            elif begin in b"{[":
                self._require(wants_value, token)
                self._enter(begin == b"{")
                wants_value = begin == b"["
                yield _Step(token)
            elif begin in b"}]":
                yield self._leave(token)
                wants_value = False
            elif begin == b",":
                self._require(bool(self._open) and not wants_value, token)
                wants_value = not self._open[-1].is_object
                yield _Step(token)
            elif begin == b":":
                self._require(bool(self._open) and self._open[-1].key is not None, token)
                wants_value = True
                yield _Step(token)
            elif self._open and self._open[-1].is_object and not wants_value:
                yield self._key(token)
            else:
                self._require(wants_value and bool(self._open), token)
                yield self._value(token)
                wants_value = False
            if not self._open:
                # Another value may follow on a line of its own.
                wants_value = True
        if self._open:
            raise DataRefusal(f"The file breaks off in row {self._rows or 1}. Nothing was written.")

    def _enter(self, is_object: bool) -> None:
        if not self._open:
            self.roots += 1
            place = self._root
            self._open.append(_Open(place, is_object, by_place=False))
            return
        inner = self._open[-1]
        by_place = not is_object and not inner.is_object
        self._open.append(_Open(self._here(), is_object, by_place))

    def _leave(self, token: bytes) -> _Step:
        if not self._open or self._open[-1].is_object != (token == b"}"):
            raise DataRefusal(f"The file is damaged: {_shown(token)} closes nothing.")
        left = self._open.pop()
        lacking = left.place.wanted - left.found
        if lacking and left.is_object:
            row = left.row if left.row >= 0 else self._rows
            return _Step(token, row=row, lacks=min(lacking))
        return _Step(token)

    def _key(self, token: bytes) -> _Step:
        inner = self._open[-1]
        if token[:1] != b'"':
            raise DataRefusal(f"The file is damaged: {_shown(token)} is not a key.")
        key = _string(token)
        if not is_number(key):
            inner.key = key
            return _Step(token)
        # Keys that are numbers stand for one another; they may be the frames themselves.
        inner.key = "{}"
        place = self._within(inner.place, "{} (key)")
        return self._column(token, place, key, inner)

    def _value(self, token: bytes) -> _Step:
        inner = self._open[-1]
        return self._column(token, self._here(), _text(token), inner)

    def _column(self, token: bytes, place: _Place, text: str, inner: _Open) -> _Step:
        if place.column is None:
            if len(self.names) >= MOST_COLUMNS:
                raise DataRefusal(
                    f"The file has more than {MOST_COLUMNS:,} kinds of values: its keys are no "
                    "columns."
                )
            place.column = len(self.names)
            self.names.append(place.name)
        if place.column in self.wanted:
            inner.place.wanted.add(place.column)
            inner.found.add(place.column)
        if inner.row < 0 or not (inner.is_object or inner.by_place):
            inner.row = self._rows
            self._rows += 1
        return _Step(token, place.column, text, inner.row)

    def _here(self) -> _Place:
        """Return where the next value of what is open stands."""
        inner = self._open[-1]
        if inner.is_object:
            key, inner.key = inner.key, None
            return self._within(inner.place, key or "")
        inner.number += 1
        segment = f"[{inner.number - 1}]" if inner.by_place else "[]"
        if inner.by_place and inner.number > MOST_PLACES:
            segment = f"[{MOST_PLACES}…]"
        return self._within(inner.place, segment)

    def _within(self, place: _Place, segment: str) -> _Place:
        found = place.within.get(segment)
        if found is None:
            # What lies in the outermost array is a row: it needs no name.
            outermost = place is self._root and segment == "[]"
            dot = "." if place.name and not segment.startswith("[") else ""
            found = _Place("" if outermost else f"{place.name}{dot}{segment}")
            place.within[segment] = found
        return found

    def _require(self, right: bool, token: bytes) -> None:
        if not right:
            raise DataRefusal(
                f"The file is damaged in row {self._rows + 1}: {_shown(token)} stands where it "
                "can't."
            )


def _tokens(source: BinaryIO) -> Iterator[bytes]:
    held = source.read(len(_BOM))
    if held == _BOM:
        yield held
        held = b""
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
