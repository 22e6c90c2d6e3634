"""A file that is sent while it is written: what was written since is taken piece by piece."""

import io
from typing import Any


class Pieces(io.RawIOBase):
    """Somewhere to write to, in order only."""

    def __init__(self) -> None:
        super().__init__()
        self._waiting: list[bytes] = []

    def writable(self) -> bool:
        """Return that it can be written to."""
        return True

    def write(self, content: Any) -> int:
        """Take bytes, and return how many."""
        piece = bytes(content)
        self._waiting.append(piece)
        return len(piece)

    def take(self) -> bytes:
        """Return what was written since the last time."""
        piece = b"".join(self._waiting)
        self._waiting.clear()
        return piece
