"""What is made from the database and kept in memory: always right, and bounded."""

import threading
import weakref
from collections import OrderedDict
from typing import Generic, TypeVar

K = TypeVar("K")
V = TypeVar("V")


class Kept(Generic[K, V]):
    """Values by key, each with the stamp of the snapshot that it was made from.

    A value is given back only to a reader whose snapshot has the same stamp. At most `most` are
    kept; the one that was not asked for longest goes first. Any thread may ask.
    """

    def __init__(self, most: int):
        self.most = most
        self._values: OrderedDict[K, tuple[object, V]] = OrderedDict()
        self._lock = threading.Lock()
        _every.add(self)  # type: ignore[arg-type]

    def get(self, key: K, stamp: object) -> V | None:
        """Return the value made from a snapshot with this stamp, if it is kept."""
        with self._lock:
            kept = self._values.get(key)
            if kept is None or kept[0] != stamp:
                return None
            self._values.move_to_end(key)
            return kept[1]

    def last(self, key: K) -> V | None:
        """Return the value kept last, whatever its stamp: to make the next one from."""
        with self._lock:
            kept = self._values.get(key)
            return kept[1] if kept else None

    def put(self, key: K, stamp: object, value: V) -> V:
        """Keep a value, and return it."""
        with self._lock:
            self._values[key] = (stamp, value)
            self._values.move_to_end(key)
            while len(self._values) > self.most:
                self._values.popitem(last=False)
        return value

    def forget(self) -> None:
        """Let go of everything."""
        with self._lock:
            self._values.clear()

    def __len__(self) -> int:
        return len(self._values)


_every: weakref.WeakSet[Kept[object, object]] = weakref.WeakSet()


def forget_all() -> None:
    """Let go of everything kept: the stamps of another database mean something else."""
    for each in tuple(_every):
        each.forget()
