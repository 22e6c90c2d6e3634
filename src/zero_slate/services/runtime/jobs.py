"""Long work in the background: with a count, its results as they come, and a way to stop it."""

import asyncio
import threading
import time
from collections.abc import Callable, Mapping
from concurrent.futures import ThreadPoolExecutor
from contextlib import suppress
from contextvars import copy_context
from dataclasses import dataclass, field
from itertools import count
from typing import Any, Generic, TypeVar

from zero_slate.core.base.refusal import Refusal
from zero_slate.logs import fail, say
from zero_slate.services.runtime.workspace import NotFound

R = TypeVar("R")

# Headers come from a disk that has one head: more at once would only wait for each other.
AT_ONCE = 4
MOST_WAITING = 24
KEPT = 50
# A page that goes takes its work with it; a line that was cut is taken up again sooner.
GONE_AFTER = 10.0
ENDED = ("done", "stopped", "failed")


class Stopped(Exception):
    """Raised inside a job that was asked to stop."""


@dataclass
class Job(Generic[R]):
    """One piece of work for a shot: how far it is, and what came of it. Any thread may read it.

    Its state is `waiting`, `running`, `done`, `stopped` or `failed`.
    """

    id: int
    kind: str
    shot_id: int
    what: str
    total: int
    done: int = 0
    state: str = "waiting"
    message: str = ""
    results: list[R] = field(default_factory=list)
    _stop: threading.Event = field(default_factory=threading.Event)
    _listeners: list[Callable[[], None]] = field(default_factory=list)
    _lock: threading.Lock = field(default_factory=threading.Lock)
    _others: Mapping[int, "Job[Any]"] = field(default_factory=dict)
    _left: threading.Timer | None = None
    _beside: Callable[[], str] = str

    @property
    def note(self) -> str:
        """What is to be known of who does it, while it goes on; empty for nothing."""
        return "" if self.ended else self._beside()

    @property
    def ahead(self) -> int:
        """How many pieces of work wait that came before it; none where it doesn't wait."""
        if self.state != "waiting":
            return 0
        others = tuple(self._others.values())
        return sum(each.state == "waiting" and each.id < self.id for each in others)

    @property
    def ended(self) -> bool:
        """Whether nothing more comes of it."""
        return self.state in ENDED

    def step(self, done: int) -> None:
        """Tell how far the work is. Raises Stopped where it was asked to stop."""
        self.done = done
        self._tell()
        if self._stop.is_set():
            raise Stopped

    def step_on(self) -> None:
        """Tell those who listen that its place in the queue has changed."""
        self._tell()

    def add(self, result: R) -> None:
        """Add a result, which those who listen are told of."""
        self.results.append(result)
        self._tell()

    def stop(self) -> None:
        """Ask the work to stop at its next step; work that still waits stops at once."""
        self._stop.set()
        with self._lock:
            if self.state == "waiting":
                self._end("stopped", "Stopped before it began.")
        self._tell()

    def begin(self) -> bool:
        """Take the work up; False where it was stopped while it waited."""
        with self._lock:
            if self.state != "waiting":
                return False
            self.state = "running"
        self._tell()
        return True

    def end(self, state: str, message: str = "") -> None:
        """Tell that the work is over, and how."""
        self._end(state, message)
        self._tell()

    def _end(self, state: str, message: str) -> None:
        self.message = message
        self.state = state

    def listen(self, loop: asyncio.AbstractEventLoop) -> tuple[asyncio.Event, Callable[[], None]]:
        """Return an event that is set whenever something is new, and how to let go of it."""
        heard = asyncio.Event()

        def tell() -> None:
            with suppress(RuntimeError):  # the loop is closed: nobody listens any more
                loop.call_soon_threadsafe(heard.set)

        with self._lock:
            self._listeners.append(tell)
            self._stay()

        def leave() -> None:
            with self._lock, suppress(ValueError):
                self._listeners.remove(tell)
                if not self._listeners and not self.ended:
                    self._left = threading.Timer(GONE_AFTER, self.stop)
                    self._left.daemon = True
                    self._left.start()

        return heard, leave

    def heard(self) -> None:
        """Note that somebody still asks for it, though no line is open."""
        with self._lock:
            self._stay()

    def _stay(self) -> None:
        if self._left is not None:
            self._left.cancel()
            self._left = None

    def _tell(self) -> None:
        for tell in tuple(self._listeners):
            tell()


class Jobs:
    """The jobs of an installation: a few at once, the others waiting, the newest kept."""

    def __init__(self, beside: Callable[[], str] = str) -> None:
        self._beside = beside
        self._jobs: dict[int, Job[Any]] = {}
        self._numbers = count(1)
        self._threads = ThreadPoolExecutor(AT_ONCE, thread_name_prefix="job")
        self._lock = threading.Lock()

    def start(
        self, kind: str, shot_id: int, what: str, total: int, work: Callable[[Job[R]], None]
    ) -> Job[R]:
        """Begin work, or let it wait its turn. Raises Refusal where too much waits already."""
        with self._lock:
            waiting = sum(job.state == "waiting" for job in self._jobs.values())
            if waiting >= MOST_WAITING:
                raise Refusal(
                    f"{waiting} pieces of work are waiting already, which is the most there can "
                    "be: stop one, or try again when one is done."
                )
            number = next(self._numbers)
            job: Job[R] = Job(
                number, kind, shot_id, what, total, _others=self._jobs, _beside=self._beside
            )
            self._jobs[job.id] = job
            ended = [number for number, each in self._jobs.items() if each.ended]
            for number in ended[: max(0, len(self._jobs) - KEPT)]:
                del self._jobs[number]
        # It is done for the one who asked for it.
        self._threads.submit(copy_context().run, self._run, job, work)
        return job

    def get(self, kind: str, shot_id: int, number: int) -> Job[Any]:
        """Return a shot's job of a kind by its number. Raises NotFound."""
        job = self._jobs.get(number)
        if job is None or (job.kind, job.shot_id) != (kind, shot_id):
            raise NotFound(f"This shot has no work numbered {number} any more.")
        job.heard()
        return job

    def going(self, kind: str, shot_id: int, what: str) -> int | None:
        """Return the number of a shot's work that waits or goes on; None where there is none."""
        for job in tuple(self._jobs.values()):
            if (job.kind, job.shot_id, job.what) == (kind, shot_id, what) and not job.ended:
                return job.id
        return None

    def _run(self, job: Job[R], work: Callable[[Job[R]], None]) -> None:
        _run(job, work)
        # Those who wait have one less before them.
        for each in tuple(self._jobs.values()):
            if each.state == "waiting":
                each.step_on()

    def close(self) -> None:
        """Ask all work to stop."""
        for job in tuple(self._jobs.values()):
            job.stop()
        self._threads.shutdown(wait=False, cancel_futures=True)


def _run(job: Job[R], work: Callable[[Job[R]], None]) -> None:
    if not job.begin():
        return
    began = time.perf_counter()
    try:
        work(job)
        job.end("done")
    except Stopped:
        job.end("stopped", f"Stopped after {job.done} of {job.total}.")
    except Refusal as refusal:
        job.end("failed", str(refusal))
    except Exception as error:
        job.end("failed", f"Something went wrong: {error}")
        fail("failed", error, job=job.kind)
    finally:
        took = round((time.perf_counter() - began) * 1000, 1)
        say("job", kind=job.kind, state=job.state, done=job.done, total=job.total, ms=took)
