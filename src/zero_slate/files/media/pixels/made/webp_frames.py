"""An animation of WebP pictures put together frame by frame (RFC 9649, section 2.7).

Pillow's own encoder of animations loses the alpha of small lossy frames, and joins frames that are
alike.
"""

import io
import struct
from collections.abc import Iterator, Sequence

from PIL import Image

_KEPT = (b"ALPH", b"VP8 ", b"VP8L")
_ANIMATED, _ALPHA, _NO_BLENDING = 0x02, 0x10, 0x02


def animation(pictures: Sequence[Image.Image], waits: Sequence[int], quality: int) -> bytes:
    """Return pictures of one size as an animation, each for so many milliseconds, without end."""
    size = pictures[0].size
    flags = _ANIMATED | (_ALPHA if any(each.mode == "RGBA" for each in pictures) else 0)
    body = _chunk(b"VP8X", struct.pack("<I", flags) + _side(size[0]) + _side(size[1]))
    body += _chunk(b"ANIM", struct.pack("<IH", 0, 0))
    for picture, wait in zip(pictures, waits, strict=True):
        frame = bytes(6) + _side(size[0]) + _side(size[1])
        frame += struct.pack("<I", wait)[:3] + bytes([_NO_BLENDING])
        body += _chunk(b"ANMF", frame + b"".join(_coded(picture, quality)))
    return b"RIFF" + struct.pack("<I", len(body) + 4) + b"WEBP" + body


def _coded(picture: Image.Image, quality: int) -> Iterator[bytes]:
    """Yield the chunks of a still that hold its pixels."""
    content = io.BytesIO()
    picture.save(content, "WEBP", quality=quality, method=0)
    still, at = content.getvalue(), 12
    while at + 8 <= len(still):
        name, length = struct.unpack("<4sI", still[at : at + 8])
        if name in _KEPT:
            yield _chunk(name, still[at + 8 : at + 8 + length])
        at += 8 + length + length % 2


def _chunk(name: bytes, body: bytes) -> bytes:
    return name + struct.pack("<I", len(body)) + body + bytes(len(body) % 2)


def _side(pixels: int) -> bytes:
    return struct.pack("<I", pixels - 1)[:3]
