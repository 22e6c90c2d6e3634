"""One queue for those who write, with a bound: each has its turn, in the order they came."""

import threading
from collections import deque
from collections.abc import Iterator
from contextlib import contextmanager

from zero_slate.store.refusals import StoreAway

# Those who read go on meanwhile: there are more threads than so many.
MOST_WAITING = 16
PATIENCE = 120.0


class Turns:
    """Lets one thread write at a time. Raises StoreAway where too many wait, or one too long."""

    def __init__(self) -> None:
        self._lock = threading.Lock()
        self._waiting: deque[threading.Event] = deque()
        self._taken = False

    @contextmanager
    def mine(self) -> Iterator[None]:
        """Wait for this thread's turn, and keep it for as long as the block runs."""
        self._take()
        try:
            yield
        finally:
            self._pass_on()

    def _take(self) -> None:
        with self._lock:
            if not self._taken:
                self._taken = True
                return
            if len(self._waiting) >= MOST_WAITING:
                raise StoreAway(
                    f"Nothing was saved: {MOST_WAITING} changes wait for the database already. "
                    "Try again in a moment."
                )
            mine = threading.Event()
            self._waiting.append(mine)
        if mine.wait(PATIENCE):
            return
        with self._lock:
            if mine in self._waiting:
                self._waiting.remove(mine)
                raise StoreAway("Nothing was saved: the database is held too long. Try again.")
        # The turn came at the very end of the patience.

    def _pass_on(self) -> None:
        with self._lock:
            if self._waiting:
                self._waiting.popleft().set()
            else:
                self._taken = False
