"""What frames can be stored as, and what that comes to on a shot's own."""

from fastapi import APIRouter
from pydantic import Field

from zero_slate.services.places.storing import StoringPage, TriedStorage
from zero_slate.services.runtime.jobs import Job
from zero_slate.web.job_events import JobState
from zero_slate.web.job_routes import add_job_routes
from zero_slate.web.models import ApiModel, Whole
from zero_slate.web.problems import problems
from zero_slate.web.routers.layouts import ShotCode
from zero_slate.web.slate import TheSlate

router = APIRouter(tags=["files"])


class StorageTrials(ApiModel):
    """The ways to store frames that are to be tried on those of a shot."""

    names: list[str] = Field(default_factory=list, max_length=200)
    """Their names; all where none is named."""
    shot: str = Field(default="", max_length=64)
    """The shot's code; a fitting one where it is left out."""
    element: Whole | None = None
    """The element whose frames they are, by its number; the fullest picture without one."""


class TrialJob(JobState):
    """How far the trying is, in ways."""

    first: int
    """The place of the first of `results` among all that came of it."""
    results: list[TriedStorage]
    """Those that were tried since what was told before."""

    @classmethod
    def of(cls, job: Job[TriedStorage], since: int = 0) -> "TrialJob":
        """Take a job's state as it is now."""
        return cls.told(job, first=since, results=job.results[since:])


@router.get("/productions/{production_id}/storing", responses=problems(404, 409))
def get_storing(slate: TheSlate, production_id: int, shot: ShotCode = "") -> StoringPage:
    """Return every way to store frames, against a shot."""
    return slate.storing.page(production_id, shot)


@router.post(
    "/productions/{production_id}/storage-trials",
    status_code=202,
    responses=problems(404, 409, 422, 503),
)
def try_storages(slate: TheSlate, production_id: int, body: StorageTrials) -> TrialJob:
    """Begin to store some of a shot's frames in ways to be measured; nothing of them stays."""
    return TrialJob.of(slate.storing.measure(production_id, body.names, body.shot, body.element))


add_job_routes(
    router,
    "storage_trial",
    TrialJob,
    TrialJob.of,
    lambda slate, production_id, number: slate.storing.job(production_id, number),
    path="/productions/{production_id}/storage-trials",
    owner="production_id",
)
