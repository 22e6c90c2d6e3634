"""The workers: how many there are, how much memory each may use, and how fast they are."""

from fastapi import APIRouter

from zero_slate.core.base.machine import WorkerLimits
from zero_slate.services.runtime.jobs import Job
from zero_slate.services.runtime.workers import WorkersPage, WorkerSpeed
from zero_slate.web.job_events import JobState
from zero_slate.web.job_routes import add_job_routes
from zero_slate.web.models import ApiModel, Whole
from zero_slate.web.problems import problems
from zero_slate.web.slate import TheSlate

router = APIRouter(prefix="/workers", tags=["workers"])


class WantedWorkers(ApiModel):
    """Workers as they are wanted."""

    count: Whole
    """How many."""
    megabytes: Whole | None = None
    """How many MB each may use; no limit where it is left out."""

    @property
    def limits(self) -> WorkerLimits:
        """The same for the services. Raises Refusal."""
        return WorkerLimits(self.count, self.megabytes)


class WorkersJob(JobState):
    """How far the trying of workers is, in pictures."""

    first: int
    """The place of the first of `results` among all that came of it."""
    results: list[WorkerSpeed]
    """How fast each number of workers was, of those that were tried since."""

    @classmethod
    def of(cls, job: Job[WorkerSpeed], since: int = 0) -> "WorkersJob":
        """Take a job's state as it is now."""
        return cls.told(job, first=since, results=job.results[since:])


@router.get("")
def get_workers(slate: TheSlate) -> WorkersPage:
    """Return the workers there are."""
    return slate.workers.page()


@router.post("/preview", responses=problems(422))
def preview_workers(slate: TheSlate, body: WantedWorkers) -> WorkersPage:
    """Say what other workers would come to; nothing is changed."""
    return slate.workers.page(body.limits)


@router.put("", responses=problems(422, 507))
def change_workers(slate: TheSlate, body: WantedWorkers) -> WorkersPage:
    """Work with so many from now on."""
    return slate.workers.change(body.limits)


@router.post("/{installation}/jobs", status_code=202, responses=problems(404, 422, 503))
def try_workers(slate: TheSlate, installation: int, body: WantedWorkers) -> WorkersJob:
    """Begin to measure how fast one, as many as cores, and so many workers are."""
    return WorkersJob.of(slate.workers.test(body.limits))


add_job_routes(
    router,
    "workers_job",
    WorkersJob,
    WorkersJob.of,
    lambda slate, installation, number: slate.workers.job(installation, number),
    path="/{installation}/jobs",
    owner="installation",
)
