"""Work on files and pixels, done in processes of this machine."""

import multiprocessing
import os
import resource
import threading
from collections.abc import Callable, Iterable, Iterator
from concurrent.futures import Executor, Future, ProcessPoolExecutor, as_completed
from concurrent.futures.process import BrokenProcessPool
from contextlib import suppress
from typing import Any, Protocol, TypeVar

from zero_slate.core.base.refusal import Refusal
from zero_slate.logs import say

A = TypeVar("A")
T = TypeVar("T")

# So many pieces wait beside those at work, so that a job that is stopped leaves little to do.
AHEAD = 2
# Work beside a page that is being typed on gives way to it.
NICENESS = 10
_LOADED = ["zero_slate.files.media.pixels.small", "zero_slate.files.media.folders"]


class WorkerDied(Refusal):
    """A piece of work that ended the process it ran in, whenever it was tried."""


class Work(Protocol):
    """What does work elsewhere: a function of a module, with arguments that can be sent."""

    @property
    def places(self) -> int:
        """How many pieces are done at once."""

    def submit(self, work: Callable[..., T], *arguments: Any) -> "Future[T]":
        """Begin a piece of work; what it raises, its future raises."""

    @property
    def note(self) -> str:
        """What is to be known of who does it; empty for nothing."""

    def close(self) -> None:
        """Let go of the workers."""


def each_of(
    executor: Work, work: Callable[[A], T], items: Iterable[A], step: Callable[[int], None]
) -> Iterator[tuple[A, T | Exception]]:
    """Do the same to many things, and yield each with what came of it, as it is done.

    `step` is told how many are done; what it raises stops the work, and what waits is never begun.
    """
    todo = iter(items)
    waiting: dict[Future[T], A] = {}
    done = 0
    try:
        while True:
            for item in todo:
                waiting[executor.submit(work, item)] = item
                if len(waiting) >= executor.places + AHEAD:
                    break
            if not waiting:
                return
            ready = next(as_completed(waiting))
            item = waiting.pop(ready)
            try:
                came: T | Exception = ready.result()
            except Exception as error:
                came = error
            done += 1
            step(done)
            yield item, came
    finally:
        for future in waiting:
            future.cancel()


class ProcessWork:
    """A pool of processes on this machine, begun with the first piece of work.

    A piece that ends its process takes those beside it along: all of them are tried again, each in
    a process of its own, so that only the one at fault fails.
    """

    def __init__(self, places: int | None = None, megabytes: int | None = None):
        self._places = places or max(1, os.cpu_count() or 1)
        self._megabytes = megabytes
        self._pool: ProcessPoolExecutor | None = None
        self._lock = threading.Lock()
        self._closed = False

    @property
    def places(self) -> int:
        """How many processes there are."""
        return self._places

    @property
    def note(self) -> str:
        """Nothing: it is always this machine."""
        return ""

    @property
    def memory(self) -> int | None:
        """How many MB each may use; None for no limit."""
        return self._megabytes

    def limit(self, places: int, megabytes: int | None) -> None:
        """Work with so many processes from the next piece on; what is at work goes on."""
        with self._lock:
            pool, self._pool = self._pool, None
            self._places, self._megabytes = places, megabytes
        if pool is not None:
            pool.shutdown(wait=False)

    def submit(self, work: Callable[..., T], *arguments: Any) -> "Future[T]":
        """Begin a piece of work."""
        asked: Future[T] = Future()
        self._begin(asked, work, arguments, alone=False)
        return asked

    def _begin(
        self, asked: "Future[T]", work: Callable[..., T], arguments: tuple[Any, ...], alone: bool
    ) -> None:
        if self._closed:
            settle(asked, WorkerDied("the server is closing"))
            return
        pool = _new_pool(1, self._megabytes) if alone else self._ready()
        try:
            inner = pool.submit(work, *arguments)
        except BrokenProcessPool:
            # The one before it ended its process: it goes on in a new pool, or by itself.
            self._drop(pool)
            if not alone and not self._closed:
                self._begin(asked, work, arguments, alone=True)
            else:
                settle(asked, WorkerDied("no process can be begun that reads it"))
            return
        except RuntimeError as error:
            if not alone and not self._closed and pool is not self._pool:
                # Other limits were set at this moment: it begins under those.
                self._begin(asked, work, arguments, alone=False)
            else:
                settle(asked, error)
            return
        if not alone:
            asked.add_done_callback(lambda future: future.cancelled() and inner.cancel())

        def finish(done: "Future[T]") -> None:
            if alone:
                pool.shutdown(wait=False)
            if done.cancelled():
                # Whoever waits for it is told only so.
                if asked.cancel():
                    asked.set_running_or_notify_cancel()
                return
            error = done.exception()
            if isinstance(error, BrokenProcessPool) and not self._closed:
                if alone:
                    say("a piece of work ended its process", work=work.__name__)
                    settle(asked, WorkerDied("reading it ends the program that reads it"))
                    return
                self._drop(pool)
                # The pool's own thread calls this, and can't begin another pool.
                again = threading.Thread(target=self._begin, args=(asked, work, arguments, True))
                again.daemon = True
                again.start()
                return
            settle(asked, error if error else done.result())

        inner.add_done_callback(finish)

    def _ready(self) -> ProcessPoolExecutor:
        with self._lock:
            if self._pool is None:
                self._pool = _new_pool(self._places, self._megabytes)
            return self._pool

    def _drop(self, pool: Executor) -> None:
        with self._lock:
            if self._pool is pool:
                self._pool = None
        pool.shutdown(wait=False)

    def close(self) -> None:
        """End the processes; what waits is never begun."""
        self._closed = True
        with self._lock:
            pool, self._pool = self._pool, None
        if pool is not None:
            pool.shutdown(wait=False, cancel_futures=True)


def settle(asked: "Future[T]", came: T | BaseException) -> None:
    """Give a future what came of it."""
    # Nobody may wait for it any more.
    with suppress(Exception):
        if isinstance(came, BaseException):
            asked.set_exception(came)
        else:
            asked.set_result(came)


def _new_pool(places: int, megabytes: int | None) -> ProcessPoolExecutor:
    # Processes are forked from one that holds no thread and no lock of the server's.
    context = multiprocessing.get_context("forkserver")
    context.set_forkserver_preload(_LOADED)
    return ProcessPoolExecutor(
        places, mp_context=context, initializer=_give_way, initargs=(megabytes,)
    )


def _give_way(megabytes: int | None) -> None:
    """Begin a worker: it gives way to all else, and ends with the server, however that ends.

    Of memory of its own it gets no more than is said: what needs more fails by itself.
    """
    if megabytes is not None:
        most = megabytes * 10**6
        with suppress(OSError, ValueError):
            resource.setrlimit(resource.RLIMIT_DATA, (most, most))
    with suppress(OSError):
        os.nice(NICENESS)
    threading.Thread(target=_end_with_server, daemon=True).start()


def _end_with_server() -> None:
    server = multiprocessing.parent_process()
    if server is not None:
        server.join()
    os._exit(0)
