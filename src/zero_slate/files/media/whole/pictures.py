"""PNG, JPEG and DPX files: whether they reach their end."""

import os
import struct
from pathlib import Path

_PNG_END = b"IEND\xaeB`\x82"
_JPEG_END = b"\xff\xd9"
# Cameras and editors write thumbnails and notes behind a JPEG's end.
_LOOKED_AT = 1 << 16


def png_breaks_off(path: str) -> str | None:
    """Look for a PNG's last chunk (ISO/IEC 15948), which notes may follow."""
    found = _tail(path, 4096)
    return None if _PNG_END in found else "the file breaks off before its end"


def jpeg_breaks_off(path: str) -> str | None:
    """Look for a JPEG's end of image (ISO/IEC 10918-1)."""
    found = _tail(path, _LOOKED_AT)
    return None if _JPEG_END in found else "the file breaks off before its end"


def dpx_breaks_off(path: str) -> str | None:
    """Compare a DPX file's size with the one in its header (SMPTE ST 268-1)."""
    with Path(path).open("rb") as file:
        head = file.read(20)
    order = ">" if head[:4] == b"SDPX" else "<"
    said = struct.unpack_from(f"{order}I", head, 16)[0]
    size = os.path.getsize(path)
    if said != 0xFFFFFFFF and size < said:
        return f"the file breaks off: {size:,} of {said:,} bytes are there"
    return None


def _tail(path: str, most: int) -> bytes:
    with Path(path).open("rb") as file:
        size = os.fstat(file.fileno()).st_size
        file.seek(-min(most, size), os.SEEK_END)
        return file.read()
