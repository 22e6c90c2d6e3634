"""Whether a picture file is all there: its header may be whole where its pixels break off."""

import os
import struct
from pathlib import Path

# Scanlines in a chunk by the compression byte of an OpenEXR file (OpenEXR file layout).
_LINES_IN_CHUNK = {0: 1, 1: 1, 2: 1, 3: 16, 4: 32, 5: 16, 6: 32, 7: 32, 8: 32, 9: 256}
_TILED, _DEEP, _MULTI_PART = 0x200, 0x800, 0x1000
_PNG_END = b"IEND\xaeB`\x82"
_HEADER_BYTES = 65536
_OFFSET = struct.Struct("<Q")
_CHUNK = struct.Struct("<ii")


class Completeness:
    """Checks files one after another; where they are alike, the layout of the last one helps."""

    def __init__(self) -> None:
        self._table: tuple[int, int] | None = None

    def breaks_off(self, path: str, kind: str) -> str | None:
        """Return why a file isn't whole, or None where it is or can't be told."""
        if kind == "openexr":
            return self._openexr(path)
        if kind == "png":
            with Path(path).open("rb") as file:
                file.seek(-min(8, os.path.getsize(path)), os.SEEK_END)
                return None if file.read() == _PNG_END else "the file breaks off before its end"
        if kind == "dpx":
            return _dpx(path)
        return None

    def _openexr(self, path: str) -> str | None:
        file = os.open(path, os.O_RDONLY)
        try:
            size = os.lseek(file, 0, os.SEEK_END)
            if self._table is not None:
                # Alike to the file before: the chunk its table names last has to end with it.
                at, chunks = self._table
                (offset,) = _OFFSET.unpack(os.pread(file, 8, at + chunks * 8 - 8).ljust(8))
                if at < offset < size and offset + 8 + _pixels(file, offset) == size:
                    return None
            # Another layout, lines in another order, or broken: look closely.
            table = _chunk_table(os.pread(file, _HEADER_BYTES, 0))
            if table is None or _every_chunk_is_there(file, size, *table):
                self._table = table
                return None
            return f"the file breaks off: {size:,} bytes are there and its pixels need more"
        finally:
            os.close(file)


def _pixels(file: int, chunk: int) -> int:
    """Return how many bytes of pixels a chunk says it has: its first line stands before that."""
    head = os.pread(file, 8, chunk)
    return int(_CHUNK.unpack(head)[1]) if len(head) == 8 else -1


def _every_chunk_is_there(file: int, size: int, at: int, chunks: int) -> bool:
    """Return whether every chunk of an OpenEXR file's offset table ends within the file."""
    table = os.pread(file, chunks * 8, at)
    if len(table) < chunks * 8:
        return False
    offsets = struct.unpack(f"<{chunks}Q", table)
    last = max(offsets)
    # A writer that was interrupted leaves the table empty.
    if min(offsets) < at + chunks * 8:
        return False
    pixels = _pixels(file, last)
    return pixels >= 0 and last + 8 + pixels <= size


def _chunk_table(head: bytes) -> tuple[int, int] | None:
    """Find the offset table of a one-part scanline OpenEXR file: where, and how many chunks."""
    version = struct.unpack_from("<I", head, 4)[0]
    if version & (_TILED | _DEEP | _MULTI_PART):
        return None
    at = 8
    lines = height = 0
    while at < len(head) and head[at]:
        name_end = head.index(b"\0", at)
        name = head[at:name_end]
        type_end = head.index(b"\0", name_end + 1)
        length = struct.unpack_from("<I", head, type_end + 1)[0]
        value = type_end + 5
        if name == b"compression":
            lines = _LINES_IN_CHUNK.get(head[value], 0)
        elif name == b"dataWindow":
            _, top, _, bottom = struct.unpack_from("<4i", head, value)
            height = bottom - top + 1
        at = value + length
    if not lines or at >= len(head):
        return None
    return at + 1, -(-height // lines)


def _dpx(path: str) -> str | None:
    """Compare a DPX file's size with the one in its header (SMPTE ST 268-1)."""
    with Path(path).open("rb") as file:
        head = file.read(20)
    order = ">" if head[:4] == b"SDPX" else "<"
    said = struct.unpack_from(f"{order}I", head, 16)[0]
    size = os.path.getsize(path)
    if said != 0xFFFFFFFF and size < said:
        return f"the file breaks off: {size:,} of {said:,} bytes are there"
    return None
