"""Long work in the background: with a count, and a way to stop it."""

import threading
from collections.abc import Callable
from dataclasses import dataclass, field
from itertools import count
from typing import Any

from zero_slate.core.base.refusal import Refusal
from zero_slate.services.runtime.workspace import NotFound

KEPT = 50


class Stopped(Exception):
    """Raised inside a job that was asked to stop."""


@dataclass
class Job:
    """One piece of work: how far it is, and what came of it. Read it from any thread."""

    id: int
    what: str
    total: int = 0
    done: int = 0
    state: str = "running"
    message: str = ""
    results: list[Any] = field(default_factory=list)
    _stop: threading.Event = field(default_factory=threading.Event)

    def step(self, done: int) -> None:
        """Tell how far the work is. Raises Stopped where it was asked to stop."""
        self.done = done
        if self._stop.is_set():
            raise Stopped

    def stop(self) -> None:
        """Ask the work to stop at its next step."""
        self._stop.set()


class Jobs:
    """The jobs of an installation, the newest of them kept."""

    def __init__(self) -> None:
        self._jobs: dict[int, Job] = {}
        self._numbers = count(1)

    def start(self, what: str, work: Callable[[Job], None]) -> Job:
        """Start work in a thread of its own."""
        job = Job(next(self._numbers), what)
        self._jobs[job.id] = job
        for old in sorted(self._jobs)[:-KEPT]:
            del self._jobs[old]
        threading.Thread(target=_run, args=(job, work), name=f"job {job.id}", daemon=True).start()
        return job

    def get(self, number: int) -> Job:
        """Return a job by its number. Raises NotFound."""
        try:
            return self._jobs[number]
        except KeyError:
            raise NotFound(f"There is no work numbered {number}.") from None


def _run(job: Job, work: Callable[[Job], None]) -> None:
    try:
        work(job)
        job.state = "done"
    except Stopped:
        job.state = "stopped"
        job.message = f"Stopped after {job.done} of {job.total}."
    except Refusal as refusal:
        job.state = "failed"
        job.message = str(refusal)
    except Exception as error:
        job.state = "failed"
        job.message = f"Something went wrong: {error}"
        raise
