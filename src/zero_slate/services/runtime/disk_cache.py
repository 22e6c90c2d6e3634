"""What is made of files and kept on disk, by a key of what it was made from, within a bound."""

import os
import secrets
import threading
import time
from contextlib import suppress
from pathlib import Path

# Once the bound is passed, so much of it is left: not every new thing throws an old one out.
LEFT = 0.9
# A thing that is used is told from one that isn't, but not written to each time.
USED_EVERY = 3600.0


class DiskCache:
    """Contents by key in a folder of at most so many bytes; what wasn't used longest goes first.

    What can't be read or written is as good as not kept. Any thread, and any process, may use it.
    """

    def __init__(self, folder: Path, most_bytes: int):
        self.folder = folder
        self.most_bytes = most_bytes
        self._bytes: int | None = None
        self._lock = threading.Lock()

    def get(self, key: str) -> bytes | None:
        """Return what is kept under a key, which is letters and digits only."""
        if not (key.isascii() and key.isalnum()):
            return None
        file = self._file(key)
        try:
            content = file.read_bytes()
            if file.stat().st_mtime < time.time() - USED_EVERY:
                os.utime(file)
        except OSError:
            return None
        return content or None

    def put(self, key: str, content: bytes) -> None:
        """Keep a content: whole, or not at all."""
        file = self._file(key)
        new = file.with_name(f".{file.name}-{secrets.token_hex(4)}")
        try:
            file.parent.mkdir(parents=True, exist_ok=True)
            new.write_bytes(content)
            new.replace(file)
        except OSError:
            with suppress(OSError):
                new.unlink()
            return
        with self._lock:
            self._bytes = self._bytes + len(content) if self._bytes is not None else self._all()
            if self._bytes > self.most_bytes:
                self._bytes = self._thin_out()

    def _file(self, key: str) -> Path:
        return self.folder / key[:2] / key[2:]

    def _kept(self) -> list[tuple[float, int, Path]]:
        found = []
        for root, _, names in os.walk(self.folder):
            for name in names:
                with suppress(OSError):
                    stat = os.stat(f"{root}/{name}")
                    found.append((stat.st_mtime, stat.st_size, Path(root, name)))
        return found

    def _all(self) -> int:
        return sum(size for _, size, _ in self._kept())

    def _thin_out(self) -> int:
        kept = sorted(self._kept(), key=lambda each: each[0])
        left = sum(size for _, size, _ in kept)
        for _, size, file in kept:
            if left <= self.most_bytes * LEFT:
                break
            with suppress(OSError):
                file.unlink()
                left -= size
        return left
