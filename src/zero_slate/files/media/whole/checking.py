"""The check of each kind of file."""

import os
import struct
from pathlib import Path

from zero_slate.files.media.whole import movies, pictures, sounds
from zero_slate.files.media.whole.openexr import ExrTables
from zero_slate.files.media.whole.tiff import tiff_breaks_off

_PICTURES = {
    "png": pictures.png_breaks_off,
    "dpx": pictures.dpx_breaks_off,
    "jpeg": pictures.jpeg_breaks_off,
    "tiff": tiff_breaks_off,
}


class Completeness:
    """Checks files one after another; where they are alike, the layout of the last one helps."""

    def __init__(self) -> None:
        self._exr = ExrTables()

    def as_before(self, path: str) -> tuple[bool, int | None]:
        """Return whether an EXR is whole and its header the one kept last, and its timecode."""
        return self._exr.as_before(path)

    def keep_header(self, path: str, kind: str) -> None:
        """Keep the header of a file that is whole, for the next one. Raises OSError."""
        if kind == "openexr":
            self._exr.keep_header(path)

    def breaks_off(self, path: str, kind: str) -> str | None:
        """Return why a file isn't whole, or None where it is or can't be told.

        `kind` is the library's name of its form. Raises OSError.
        """
        if kind == "openexr":
            return self._exr.breaks_off(path)
        check = _PICTURES.get(kind)
        if check is None:
            return None
        try:
            return check(path)
        except (struct.error, IndexError, ValueError):
            return "the file breaks off in its header"


def movie_breaks_off(path: Path) -> str | None:
    """Return why a movie isn't whole, or None where it is or can't be told. Raises OSError."""
    with path.open("rb") as file:
        size = os.fstat(file.fileno()).st_size
        start = file.read(16)
        try:
            if start[4:8] in (b"ftyp", b"moov", b"mdat", b"wide", b"free", b"skip"):
                return movies.boxes_break_off(file, size)
            if start[:4] == b"\x1aE\xdf\xa3":
                return movies.matroska_breaks_off(file, size)
            if start[:4] == b"\x06\x0e+4":
                return movies.mxf_breaks_off(file, size)
            if start[:4] == b"GIF8":
                return movies.gif_breaks_off(file, size)
            if start[:1] == b"G":
                return movies.packets_break_off(file, size)
        except (struct.error, IndexError):
            return "the file breaks off in its header"
    return None


def sound_breaks_off(path: Path) -> str | None:
    """Return why a sound isn't whole, or None where it is or can't be told. Raises OSError."""
    with path.open("rb") as file:
        size = os.fstat(file.fileno()).st_size
        start = file.read(4)
        try:
            if start in (b"RIFF", b"RF64", b"BW64", b"FORM"):
                return sounds.chunks_break_off(file, size)
            if start == b"caff":
                return sounds.long_chunks_break_off(file, size)
        except struct.error:
            return "the file breaks off in its header"
    return movie_breaks_off(path)
