"""Data files whose letters have two bytes: read as UTF-8, and written as they were."""

import codecs
import tempfile
from collections.abc import Iterator
from typing import BinaryIO

from zero_slate.core.time.frame_remapping import FrameRemapper
from zero_slate.files.data.rows import CHUNK, Chosen, DataRefusal, Rewriter

_BOMS = {codecs.BOM_UTF16_LE: "utf-16-le", codecs.BOM_UTF16_BE: "utf-16-be"}
# What is held in memory of one before it goes to the disk.
_IN_MEMORY = 16 * 2**20


def two_byte_encoding(start: bytes) -> str | None:
    """Return the encoding that a file's beginning says; None for one of single bytes."""
    return _BOMS.get(start[:2])


def as_utf_8(source: BinaryIO, encoding: str) -> BinaryIO:
    """Return a file's text as UTF-8, without its mark of byte order. Raises DataRefusal."""
    held = tempfile.SpooledTemporaryFile(_IN_MEMORY)  # noqa: SIM115 - it is the caller's to read
    decoder = codecs.getincrementaldecoder(encoding)()
    source.seek(2)
    try:
        while chunk := source.read(CHUNK):
            held.write(decoder.decode(chunk).encode())
        decoder.decode(b"", final=True)
    except UnicodeDecodeError as error:
        raise DataRefusal(
            f"The file says that it is UTF-16, and isn't at byte {error.start}."
        ) from error
    held.seek(0)
    return held  # type: ignore[return-value]


def writing_as(encoding: str, rewrite: Rewriter) -> Rewriter:
    """Return what writes a file again in its own encoding."""

    def rewritten(
        source: BinaryIO, chosen: Chosen, moved: FrameRemapper
    ) -> Iterator[tuple[bytes, int]]:
        text = as_utf_8(source, encoding)
        size, long = source.seek(0, 2), max(1, text.seek(0, 2))
        told, taken = 0, 0
        mark = next(bom for bom, name in _BOMS.items() if name == encoding)
        yield mark, 0
        for piece, its in rewrite(text, chosen, moved):
            taken += its
            # Progress is told in bytes of the file as it is.
            now = size * taken // long
            yield piece.decode().encode(encoding), now - told
            told = now
        yield b"", size - told

    return rewritten
