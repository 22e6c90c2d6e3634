"""Sounds: whether the samples that a file's chunks say they hold are there."""

import struct
from typing import BinaryIO

_MOST_CHUNKS = 10_000
# A length that a writer leaves when it doesn't know better.
_UNKNOWN = (0, 0xFFFFFFFF)


def chunks_break_off(file: BinaryIO, size: int) -> str | None:
    """Walk the chunks of RIFF, RF64 and AIFF (EBU Tech 3285 and 3306; AIFF-C) to the samples."""
    file.seek(0)
    form, _, kind = struct.unpack("<4sI4s", file.read(12))
    order = ">" if form == b"FORM" else "<"
    if kind not in (b"WAVE", b"AIFF", b"AIFC"):
        return None
    at, long_data = 12, 0
    for _ in range(_MOST_CHUNKS):
        if at + 8 > size:
            return None
        file.seek(at)
        name, length = struct.unpack(f"{order}4sI", file.read(8))
        if name == b"ds64":
            long_data = struct.unpack("<QQ", file.read(16))[1]
        if name in (b"data", b"SSND"):
            if length in _UNKNOWN:
                length = long_data
            end = at + 8 + length
            return _short(size, end) if end > size else None
        at += 8 + length + length % 2
    return None


def long_chunks_break_off(file: BinaryIO, size: int) -> str | None:
    """Walk the chunks of a CAF file, whose lengths have eight bytes."""
    at = 8
    for _ in range(_MOST_CHUNKS):
        if at + 12 > size:
            return None
        file.seek(at)
        name, length = struct.unpack(">4sq", file.read(12))
        if length < 0:
            return None
        if name == b"data":
            end = at + 12 + length
            return _short(size, end) if end > size else None
        at += 12 + length
    return None


def _short(size: int, end: int) -> str:
    return f"the file breaks off: {size:,} of {end:,} bytes are there"
