"""Movies: whether what their container says of its lengths is there."""

import struct
from typing import BinaryIO

_MOST_BOXES = 100_000
_PARTITION = b"\x06\x0e+4\x02\x05\x01\x01\r\x01\x02\x01\x01"
_SEGMENT = b"\x18S\x80g"
_CLUSTER = b"\x1fC\xb6u"


def boxes_break_off(file: BinaryIO, size: int) -> str | None:
    """Walk the outermost boxes of an MP4 or QuickTime file (ISO/IEC 14496-12)."""
    at, moov = 0, False
    for _ in range(_MOST_BOXES):
        if at + 8 > size:
            break
        file.seek(at)
        head = file.read(16)
        length, kind = struct.unpack_from(">I4s", head)
        if length == 1:
            length = struct.unpack_from(">Q", head, 8)[0]
        # A still picture in boxes has an index of its own kind (ISO/IEC 23008-12).
        moov = moov or kind in (b"moov", b"meta")
        if length == 0:
            # The last box, however long it is.
            at = size
            break
        if length < 8:
            return "the file is damaged: a box in it has no length"
        at += length
    if at > size:
        return f"the file breaks off: {size:,} of {at:,} bytes are there"
    return None if moov else "the file was never closed: its index is missing"


def matroska_breaks_off(file: BinaryIO, size: int) -> str | None:
    """Compare a Matroska or WebM segment's length with what is there (RFC 9559)."""
    file.seek(0)
    head = file.read(4096)
    at = head.find(_SEGMENT)
    if at < 0:
        return None
    length, width = _vint(head, at + 4)
    if length is None:
        return None  # written as it went: it has no length of its own
    end = at + 4 + width + length
    return f"the file breaks off: {size:,} of {end:,} bytes are there" if end > size else None


def _vint(data: bytes, at: int) -> tuple[int | None, int]:
    """Read a length of EBML (RFC 8794) and how many bytes it takes; None for one not known."""
    first = data[at]
    width = 9 - first.bit_length()
    value = first & ((1 << (8 - width)) - 1)
    for byte in data[at + 1 : at + width]:
        value = value << 8 | byte
    unknown = value == (1 << (7 * width)) - 1
    return (None if unknown else value), width


def mxf_breaks_off(file: BinaryIO, size: int) -> str | None:
    """Look for the footer that an MXF file's first partition names (SMPTE ST 377-1)."""
    file.seek(0)
    head = file.read(256)
    at = head.find(_PARTITION)
    if at < 0:
        return None
    # Behind the key stand the length, versions, and where this and the last partition are.
    length_byte = head[at + 16]
    value = at + 17 + (length_byte & 0x7F if length_byte & 0x80 else 0)
    footer = struct.unpack_from(">Q", head, value + 24)[0]
    if not footer:
        return "the file was never closed: it names no footer"
    if footer + 16 > size:
        return f"the file breaks off: {size:,} bytes are there, and its footer is at {footer:,}"
    file.seek(footer)
    if file.read(13) != _PARTITION:
        return "the file is damaged: its footer isn't where it says"
    return None


def packets_break_off(file: BinaryIO, size: int) -> str | None:
    """Look whether an MPEG transport stream ends with a whole packet (ISO/IEC 13818-1)."""
    for packet in (188, 192, 204):
        file.seek(packet)
        if file.read(1) == b"G":
            if over := size % packet:
                return f"the file breaks off: its last packet has {over} of {packet} bytes"
            return None
    return None


def gif_breaks_off(file: BinaryIO, size: int) -> str | None:
    """Look for the byte that ends a GIF (version 89a, section 27)."""
    file.seek(max(0, size - 1))
    return None if file.read(1) == b"\x3b" else "the file breaks off: its end is missing"
