"""TIFF files: whether every strip and tile of theirs is there (TIFF 6.0, and its 64-bit form)."""

import os
import struct
from pathlib import Path
from typing import BinaryIO

_STRIPS, _STRIP_BYTES, _TILES, _TILE_BYTES = 273, 279, 324, 325
# Sizes of the types that offsets and lengths are written in: short, long, and of 64 bits.
_TYPES = {3: "H", 4: "I", 16: "Q"}
_MOST_ENTRIES, _MOST_VALUES, _MOST_PAGES = 4096, 1 << 20, 1000


def tiff_breaks_off(path: str) -> str | None:
    """Return why a TIFF isn't whole, or None where it is."""
    size = os.path.getsize(path)
    with Path(path).open("rb") as file:
        needed = _furthest(file, size)
    if needed > size:
        return f"the file breaks off: {size:,} of {needed:,} bytes are there"
    return None


def _furthest(file: BinaryIO, size: int) -> int:
    """Return where the last of its pixels ends, by its directories. Raises struct.error."""
    head = file.read(16)
    order = "<" if head[:2] == b"II" else ">"
    big = struct.unpack_from(f"{order}H", head, 2)[0] == 43
    at: int = struct.unpack_from(f"{order}{'Q' if big else 'I'}", head, 8 if big else 4)[0]
    furthest, pages = 0, 0
    while at and pages < _MOST_PAGES:
        if at >= size:
            return max(furthest, at + 2)
        tags, at = _directory(file, order, big, at)
        pages += 1
        for offsets, lengths in ((_STRIPS, _STRIP_BYTES), (_TILES, _TILE_BYTES)):
            ends = zip(tags.get(offsets, ()), tags.get(lengths, ()), strict=False)
            furthest = max([furthest, *(start + length for start, length in ends)])
    return furthest


def _directory(
    file: BinaryIO, order: str, big: bool, at: int
) -> tuple[dict[int, tuple[int, ...]], int]:
    """Read the tags of one directory that tell where pixels lie, and where the next one is."""
    word, count_size, entry_size = ("Q", 8, 20) if big else ("I", 2, 12)
    file.seek(at)
    count = struct.unpack(f"{order}{'Q' if big else 'H'}", file.read(count_size))[0]
    if count > _MOST_ENTRIES:
        raise struct.error("more entries than any directory has")
    entries = file.read(count * entry_size)
    rest = file.read(8 if big else 4)
    tags: dict[int, tuple[int, ...]] = {}
    for index in range(count):
        tag, kind = struct.unpack_from(f"{order}HH", entries, index * entry_size)
        if tag not in (_STRIPS, _STRIP_BYTES, _TILES, _TILE_BYTES) or kind not in _TYPES:
            continue
        values = struct.unpack_from(f"{order}{word}", entries, index * entry_size + 4)[0]
        place = index * entry_size + (12 if big else 8)
        tags[tag] = _values(
            file,
            order,
            word,
            _TYPES[kind],
            min(values, _MOST_VALUES),
            entries[place : place + (8 if big else 4)],
        )
    return tags, struct.unpack(f"{order}{word}", rest)[0]


def _values(
    file: BinaryIO, order: str, word: str, kind: str, count: int, field: bytes
) -> tuple[int, ...]:
    """Read an entry's values: they stand in its field where they fit, or where it points."""
    form = f"{order}{count}{kind}"
    length = struct.calcsize(form)
    if length > len(field):
        file.seek(struct.unpack(f"{order}{word}", field)[0])
        field = file.read(length)
    return struct.unpack_from(form, field)
