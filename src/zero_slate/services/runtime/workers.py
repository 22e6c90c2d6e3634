"""The workers of this installation: how many, with how much memory, and how fast so many are."""

import time
from dataclasses import dataclass
from pathlib import Path

from zero_slate.core.base.figures import gigabytes
from zero_slate.core.base.machine import (
    Machine,
    WorkerFinding,
    WorkerLimits,
    worker_findings,
)
from zero_slate.core.base.refusal import Refusal
from zero_slate.files.kept_value import KeptValue
from zero_slate.files.machine import this_machine
from zero_slate.files.media.pixels.busy import make_busy
from zero_slate.services.runtime.executor import ProcessWork, Work, each_of
from zero_slate.services.runtime.farm import FarmState, FarmWork
from zero_slate.services.runtime.jobs import Job, Jobs

TRIAL_JOB = "workers"
# So many pictures are worked on at each number of workers.
PICTURES = 12
# A frame of 4096 × 2160 as half RGBA, where no shot says more.
USUAL_FRAME = 4096 * 2160 * 8


@dataclass(frozen=True, slots=True)
class WorkerSpeed:
    """How fast a number of workers was."""

    count: int
    """How many there were."""
    pictures: float
    """The pictures a second that they worked on."""


@dataclass(frozen=True, slots=True)
class WorkersPage:
    """The workers as they are, or as they are typed."""

    count: int
    """How many there are."""
    megabytes: int | None
    """How many MB each may use; None for no limit."""
    machine: str
    """What the machine has, in words."""
    cores: int
    """Its cores."""
    outside: str
    """What else sets it, in words; empty where this does."""
    findings: tuple[WorkerFinding, ...]
    """What so many come to."""
    farm: FarmState | None
    """The scheduler that work goes to; None where this machine does it."""


class Workers:
    """Sets the workers, and tries how fast they are."""

    def __init__(self, work: Work, jobs: Jobs, home: Path, machine: Machine | None = None):
        self.work = work
        self.jobs = jobs
        self.machine = machine
        self._kept = KeptValue(home / "workers.json", WorkerLimits)
        limits = self._kept.read()
        self._here = work.here if isinstance(work, FarmWork) else work
        if limits is not None and isinstance(self._here, ProcessWork):
            self._here.limit(limits.count, limits.megabytes)

    def page(self, limits: WorkerLimits | None = None) -> WorkersPage:
        """Return the workers, as they are or as they would be."""
        machine = self.machine or this_machine()
        now = limits or self._now()
        return WorkersPage(
            now.count,
            now.megabytes,
            f"{machine.cores} cores, {gigabytes(machine.memory)} of memory, "
            f"{gigabytes(machine.free)} of it free",
            machine.cores,
            "Work goes to the workers of a scheduler, which ZERO_SLATE_SCHEDULER or the "
            "configuration names: their number is set there. These do it while it is away."
            if isinstance(self.work, FarmWork)
            else "",
            worker_findings(now, machine, USUAL_FRAME),
            self.work.state() if isinstance(self.work, FarmWork) else None,
        )

    def change(self, limits: WorkerLimits) -> WorkersPage:
        """Work with so many from now on; what is at work goes on. Raises Refusal."""
        self._kept.keep(limits)
        if isinstance(self._here, ProcessWork):
            self._here.limit(limits.count, limits.megabytes)
        return self.page()

    def test(self, limits: WorkerLimits) -> Job[WorkerSpeed]:
        """Begin to measure how fast one, as many as cores, and so many workers are."""
        machine = self.machine or this_machine()
        counts = sorted({1, machine.cores, limits.count})

        def work(job: Job[WorkerSpeed]) -> None:
            for number, count in enumerate(counts):
                trial = ProcessWork(count, limits.megabytes)
                try:
                    # The first piece of each is what beginning a process takes.
                    for _ in each_of(trial, make_busy, range(count), lambda _: None):
                        pass
                    begun = time.perf_counter()
                    for _, came in each_of(
                        trial,
                        make_busy,
                        range(PICTURES),
                        lambda done, n=number: job.step(n * PICTURES + done),  # type: ignore[misc]
                    ):
                        if isinstance(came, Exception):
                            raise Refusal(f"{count} workers broke off: {came}.") from came
                    took = time.perf_counter() - begun
                finally:
                    trial.close()
                job.add(WorkerSpeed(count, PICTURES / took))

        return self.jobs.start(TRIAL_JOB, 0, "Trying the workers", PICTURES * len(counts), work)

    def job(self, _: int, number: int) -> Job[WorkerSpeed]:
        """Return a trial by its number. Raises NotFound."""
        return self.jobs.get(TRIAL_JOB, 0, number)

    def _now(self) -> WorkerLimits:
        limit = self._here.memory if isinstance(self._here, ProcessWork) else None
        return WorkerLimits(self._here.places, limit)
