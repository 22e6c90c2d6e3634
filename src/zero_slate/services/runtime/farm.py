"""Work by a Dask scheduler's workers; by this machine while they are away.

A scheduler that goes takes nothing along: what was sent to it is done here, and it is asked again
every few seconds, so that what comes later goes to it once it is back.
"""

import threading
import time
from collections.abc import Callable
from concurrent.futures import Future
from contextlib import suppress
from dataclasses import dataclass
from typing import Any, TypeVar

from zero_slate.core.base.figures import counted
from zero_slate.core.base.refusal import Refusal
from zero_slate.logs import say
from zero_slate.services.runtime.executor import ProcessWork, Work, WorkerDied, settle

T = TypeVar("T")

# How often the scheduler is looked at while it is there, and asked while it isn't, in seconds.
LOOKED_EVERY = 0.5
ASKED_EVERY = 5.0
# A line that breaks off for less is waited for, in seconds.
PATIENCE = 3.0
ANSWERS_WITHIN = 5


@dataclass(frozen=True, slots=True)
class FarmState:
    """A scheduler and its workers, as they were seen last."""

    address: str
    """The scheduler's address."""
    answers: bool
    """Whether it answers."""
    workers: int
    """How many workers it has."""
    threads: int
    """How many pieces they do at once."""
    waiting: int
    """How many pieces were sent to it and haven't come back."""
    note: str
    """Why this machine does the work; empty where the workers do."""


@dataclass(slots=True)
class _Piece:
    """A piece of work that was sent to the scheduler."""

    inner: "Future[Any]"
    work: Callable[..., Any]
    arguments: tuple[Any, ...]


class FarmWork:
    """The workers of a Dask scheduler by its address, `tcp://render-01:8786`, or this machine.

    It is asked for with the first piece of work. Raises Refusal then where the library isn't
    installed.
    """

    def __init__(self, address: str, here: Work | None = None):
        self.address = address
        self.here = here or ProcessWork()
        self._client: Any = None
        self._executor: Any = None
        self._threads: dict[str, int] = {}
        self._seen = 0.0
        self._note = ""
        self._pieces: dict[Future[Any], _Piece] = {}
        self._lock = threading.Lock()
        self._closed = threading.Event()
        self._watcher: threading.Thread | None = None

    @property
    def places(self) -> int:
        """How many pieces are done at once."""
        return max(1, sum(self._threads.values())) if self._ready() else self.here.places

    @property
    def note(self) -> str:
        """Why this machine does the work; empty where the workers do, or nobody asked yet."""
        return self._note

    def state(self) -> FarmState:
        """Return the scheduler and its workers, as they are."""
        self._ready()
        answers = self._client is not None
        threads = sum(self._threads.values())
        return FarmState(
            self.address, answers, len(self._threads), threads, len(self._pieces), self._note
        )

    def submit(self, work: Callable[..., T], *arguments: Any) -> "Future[T]":
        """Begin a piece of work."""
        if not self._ready():
            return self.here.submit(work, *arguments)
        asked: Future[T] = Future()
        try:
            inner = self._executor.submit(work, *arguments)
        except Exception as error:  # whatever the library raises of a line that broke off
            self._lose(str(error))
            return self.here.submit(work, *arguments)
        self._pieces[asked] = _Piece(inner, work, arguments)
        asked.add_done_callback(lambda future: future.cancelled() and inner.cancel())
        inner.add_done_callback(lambda done: self._finish(asked, done))
        return asked

    def _finish(self, asked: "Future[Any]", done: "Future[Any]") -> None:
        piece = self._pieces.pop(asked, None)
        if piece is None:
            return
        if asked.cancelled():
            asked.set_running_or_notify_cancel()
            return
        error = None if done.cancelled() else done.exception()
        if type(error).__name__ == "KilledWorker":
            settle(asked, WorkerDied("reading it ends the program that reads it"))
        elif done.cancelled() or type(error).__module__.startswith("distributed"):
            self._do_here(asked, piece)
        else:
            settle(asked, error if error is not None else done.result())

    def _do_here(self, asked: "Future[Any]", piece: _Piece) -> None:
        inner = self.here.submit(piece.work, *piece.arguments)
        asked.add_done_callback(lambda future: future.cancelled() and inner.cancel())

        def finish(done: "Future[Any]") -> None:
            if not done.cancelled():
                settle(asked, done.exception() or done.result())

        inner.add_done_callback(finish)

    def _ready(self) -> bool:
        """Return whether the workers can be asked now; the first time it is looked whether."""
        if self._watcher is None and not self._closed.is_set():
            with self._lock:
                if self._watcher is None:
                    self._look()
                    self._watcher = threading.Thread(target=self._watch, daemon=True)
                    self._watcher.start()
        return self._client is not None and bool(self._threads)

    def _watch(self) -> None:
        asked = time.monotonic()
        while not self._closed.wait(LOOKED_EVERY):
            if self._client is None and time.monotonic() - asked < ASKED_EVERY:
                continue
            asked = time.monotonic()
            with suppress(Refusal):
                self._look()
            if time.monotonic() - self._seen > PATIENCE:
                for waiting in list(self._pieces):
                    piece = self._pieces.pop(waiting, None)
                    if piece is not None:
                        piece.inner.cancel()
                        self._do_here(waiting, piece)

    def _look(self) -> None:
        """Look whether the scheduler answers and has workers, and say so where that changed."""
        try:
            if self._client is None:
                self._client = _client(self.address)
                self._executor = self._client.get_executor(pure=False)
            elif self._client.status != "running":
                if time.monotonic() - self._seen > PATIENCE:
                    self._lose("it doesn't answer any more")
                return
            self._threads = dict(self._client.nthreads())
        except Refusal:
            raise
        except Exception as error:  # whatever the library raises
            self._lose(str(error).partition("\n")[0] or type(error).__name__)
            return
        if self._threads:
            self._seen = time.monotonic()
            self._say("")
        else:
            self._say(f"The scheduler at {self.address} has no workers: this machine does it.")

    def _lose(self, why: str) -> None:
        client, self._client, self._executor = self._client, None, None
        self._threads = {}
        self._say(f"No scheduler answers at {self.address}: this machine does it.", why)
        if client is not None:
            # It may wait for what doesn't answer.
            closing = threading.Thread(target=_close, args=(client,), daemon=True)
            closing.start()

    def _say(self, note: str, why: str = "") -> None:
        if note != self._note:
            said = note or f"{counted(len(self._threads), 'worker')} at {self.address}"
            say("the scheduler", state=said, why=why)
        self._note = note

    def close(self) -> None:
        """Let go of the scheduler; its workers go on without this server."""
        self._closed.set()
        client, self._client = self._client, None
        if client is not None:
            _close(client)
        self.here.close()


def _close(client: Any) -> None:
    with suppress(Exception):
        client.close(timeout=2)


def _client(address: str) -> Any:
    try:
        from distributed import Client
    except ImportError as error:
        raise Refusal(
            "ZERO_SLATE_SCHEDULER is set, but Dask isn't installed: install "
            "zero-slate[facility], or leave the setting out."
        ) from error
    make: Callable[..., Any] = Client
    return make(address, timeout=ANSWERS_WITHIN, set_as_default=False)


def work_for(scheduler: str | None, places: int | None = None) -> Work:
    """Return what does work: the workers of a scheduler by its address, or processes here."""
    here = ProcessWork(places)
    return FarmWork(scheduler, here) if scheduler else here
