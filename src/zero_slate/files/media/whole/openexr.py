"""OpenEXR files of every kind: whether all their chunks are there (OpenEXR file layout)."""

import os
import struct
from dataclasses import dataclass

# Scanlines in a chunk by the compression byte.
_LINES_IN_CHUNK = {
    0: 1,
    1: 1,
    2: 1,
    3: 16,
    4: 32,
    5: 16,
    6: 32,
    7: 32,
    8: 32,
    9: 256,
    # HTJ2K in blocks of 256 lines, and of 32.
    10: 256,
    11: 32,
}
_TILED, _DEEP, _MULTI_PART = 0x200, 0x800, 0x1000
_FIRST_READ = 1 << 16
# A header longer than this is no picture's.
_LONGEST_HEADER = 1 << 26
_OFFSET = struct.Struct("<Q")
_MOST_CHUNKS = 1 << 22
# The name, type and length of a timecode attribute, before its value of eight bytes.
_TIMECODE = b"timeCode\0timecode\0\x08\0\0\0"
# Where headers differ from file to file, they aren't held against the last any more.
_MOST_MISSES = 8


@dataclass(frozen=True, slots=True)
class _Part:
    """One part of a file: how many chunks it has, and what stands before each one's pixels."""

    chunks: int
    tiled: bool
    deep: bool


class ExrTables:
    """Checks files one after another: the next is mostly laid out as the last one was."""

    def __init__(self) -> None:
        self._table: tuple[int, tuple[_Part, ...], bool] | None = None
        self._header = b""
        self._timecode_at = -1
        self._misses = 0

    def as_before(self, path: str) -> tuple[bool, int | None]:
        """Return whether a file is whole and has the last header kept, and its packed timecode.

        Headers are the same where every byte is, those of the timecode's value apart.
        """
        if self._table is None or not self._header or self._misses > _MOST_MISSES:
            return False, None
        try:
            file = os.open(path, os.O_RDONLY)
        except OSError:
            return False, None
        try:
            header = os.pread(file, len(self._header), 0)
            at = self._timecode_at
            masked = header if at < 0 else header[:at] + bytes(8) + header[at + 8 :]
            size = os.lseek(file, 0, os.SEEK_END)
            if masked != self._header or not _ends_as(file, size, *self._table):
                self._misses += 1
                return False, None
            self._misses = 0
            return True, None if at < 0 else int.from_bytes(header[at : at + 4], "little")
        finally:
            os.close(file)

    def keep_header(self, path: str) -> None:
        """Keep the header of a file that was found whole just now. Raises OSError."""
        if self._table is None or self._misses > _MOST_MISSES:
            return
        with open(path, "rb") as file:
            header = file.read(self._table[0])
        found = header.find(_TIMECODE)
        self._timecode_at = at = found + len(_TIMECODE) if found >= 0 else -1
        self._header = header if at < 0 else header[:at] + bytes(8) + header[at + 8 :]

    def breaks_off(self, path: str) -> str | None:
        """Return why a file isn't whole, or None where it is. Raises OSError."""
        file = os.open(path, os.O_RDONLY)
        try:
            size = os.lseek(file, 0, os.SEEK_END)
            if self._table is not None and _ends_as(file, size, *self._table):
                return None
            # Another layout, chunks in another order, or broken: look closely.
            try:
                table = _tables(_Bytes(file, size))
            except (struct.error, IndexError, ValueError):
                return "the file breaks off in its header"
            if not _every_chunk_is_there(file, size, *table):
                return f"the file breaks off: {size:,} bytes are there and its pixels need more"
            self._table = table
            return None
        finally:
            os.close(file)


class _Bytes:
    """A file's beginning, read on as far as a header goes."""

    def __init__(self, file: int, size: int):
        self.file = file
        self.size = size
        self.data = os.pread(file, _FIRST_READ, 0)

    def until(self, end: int) -> bytes:
        """Return the bytes up to one. Raises IndexError past the file's end."""
        if end > len(self.data):
            if end > min(self.size, _LONGEST_HEADER):
                raise IndexError("the header goes on past the file's end")
            more = max(end - len(self.data), _FIRST_READ)
            self.data += os.pread(self.file, more, len(self.data))
        return self.data

    def text(self, at: int) -> tuple[bytes, int]:
        """Return a text that ends with a zero, and where what follows begins."""
        end = at
        while self.until(end + 1)[end]:
            end += 1
        return self.data[at:end], end + 1


def _tables(head: _Bytes) -> tuple[int, tuple[_Part, ...], bool]:
    """Find the offset tables: where they begin, and the parts whose chunks they list."""
    version = struct.unpack_from("<I", head.until(8), 4)[0]
    multi = bool(version & _MULTI_PART)
    at, parts = 8, []
    while True:
        attributes, at = _attributes(head, at)
        if not attributes:
            break
        parts.append(_part(attributes, version))
        if not multi:
            break
    return at, tuple(parts), multi


def _attributes(head: _Bytes, at: int) -> tuple[dict[bytes, bytes], int]:
    """Read one header: what it says by name, and where what follows it begins."""
    found: dict[bytes, bytes] = {}
    while head.until(at + 1)[at]:
        name, at = head.text(at)
        _, at = head.text(at)
        length = struct.unpack_from("<I", head.until(at + 4), at)[0]
        # Large values, as previews are, aren't kept: only what tells of chunks is.
        if name in _TELL:
            found[name] = head.until(at + 4 + length)[at + 4 : at + 4 + length]
        else:
            head.until(at + 4 + length)
        at += 4 + length
    return found, at + 1


_TELL = frozenset((b"compression", b"dataWindow", b"tiles", b"type", b"chunkCount"))


def _part(said: dict[bytes, bytes], version: int) -> _Part:
    kind = said.get(b"type", b"").rstrip(b"\0")
    tiled = b"tile" in kind if kind else bool(version & _TILED)
    deep = kind.startswith(b"deep") if kind else bool(version & _DEEP)
    if b"chunkCount" in said:
        chunks = struct.unpack("<i", said[b"chunkCount"])[0]
    else:
        left, top, right, bottom = struct.unpack("<4i", said.get(b"dataWindow", b""))
        size = right - left + 1, bottom - top + 1
        if tiled:
            chunks = _tiles(size, said.get(b"tiles", b""))
        else:
            lines = _LINES_IN_CHUNK.get(said.get(b"compression", b"\0")[0], 1)
            chunks = -(-size[1] // lines)
    if not 0 < chunks <= _MOST_CHUNKS:
        raise ValueError("a part has no chunks, or more than can be")
    return _Part(chunks, tiled, deep)


def _tiles(size: tuple[int, int], described: bytes) -> int:
    """Count the tiles of all levels: one, halves of both sides, or halves of each."""
    across, down, mode = struct.unpack("<IIB", described)
    up = mode >> 4 == 1
    widths, heights = _levels(size[0], up), _levels(size[1], up)
    if mode & 0xF == 0:
        pairs = [size]
    elif mode & 0xF == 1:
        longest = max(len(widths), len(heights))
        pairs = [
            (widths[min(n, len(widths) - 1)], heights[min(n, len(heights) - 1)])
            for n in range(longest)
        ]
    else:
        pairs = [(width, height) for width in widths for height in heights]
    return sum(-(-width // across) * -(-height // down) for width, height in pairs)


def _levels(length: int, up: bool) -> list[int]:
    found = [length]
    while found[-1] > 1:
        found.append((found[-1] + up) // 2)
    return found


def _ends_as(file: int, size: int, at: int, parts: tuple[_Part, ...], multi: bool) -> bool:
    """Return whether the chunk that the last table names last ends with the file."""
    chunks = parts[0].chunks if len(parts) == 1 else sum(part.chunks for part in parts)
    (offset,) = _OFFSET.unpack(os.pread(file, 8, at + chunks * 8 - 8).ljust(8, b"\0"))
    return at < offset < size and _end(file, offset, parts[-1], multi) == size


def _every_chunk_is_there(
    file: int, size: int, at: int, parts: tuple[_Part, ...], multi: bool
) -> bool:
    """Return whether every chunk of a file's offset tables ends within the file."""
    chunks = sum(part.chunks for part in parts)
    table = os.pread(file, chunks * 8, at)
    if len(table) < chunks * 8:
        return False
    offsets = struct.unpack(f"<{chunks}Q", table)
    # A writer that was interrupted leaves the table empty.
    if min(offsets) < at + chunks * 8:
        return False
    last = max(offsets)
    if last >= size:
        return False
    return _end(file, last, _part_of(offsets.index(last), parts), multi) <= size


def _part_of(index: int, parts: tuple[_Part, ...]) -> _Part:
    for part in parts:
        if index < part.chunks:
            return part
        index -= part.chunks
    return parts[-1]


def _end(file: int, offset: int, part: _Part, multi: bool) -> int:
    """Return where a chunk ends: past any file where its own head isn't there."""
    before = (4 if multi else 0) + (16 if part.tiled else 4)
    if part.deep:
        head = os.pread(file, 24, offset + before)
        if len(head) < 24:
            return 1 << 62
        table, pixels, _ = struct.unpack("<QQQ", head)
        return offset + before + 24 + int(table) + int(pixels)
    head = os.pread(file, 4, offset + before)
    if len(head) < 4:
        return 1 << 62
    pixels = struct.unpack("<i", head)[0]
    return offset + before + 4 + pixels if pixels >= 0 else 1 << 62
