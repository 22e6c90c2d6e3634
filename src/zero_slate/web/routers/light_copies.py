"""Light copies of elements: told, made, removed."""

from fastapi import APIRouter

from zero_slate.services.media.light_copies import CopiesPage
from zero_slate.services.runtime.jobs import Job
from zero_slate.web.job_events import JobState
from zero_slate.web.job_routes import add_job_routes
from zero_slate.web.problems import problems
from zero_slate.web.routers.layers import ElementId
from zero_slate.web.slate import TheSlate

router = APIRouter(tags=["proof"])

_COPIES = "/shots/{shot_id}/elements/{element_id}/light-copies"


class CopyJob(JobState):
    """How far the making of light copies is, in files."""

    page: CopiesPage | None
    """What there is, once it is done."""

    @classmethod
    def of(cls, job: Job[CopiesPage], _: int = 0) -> "CopyJob":
        """Take a job's state as it is now."""
        return cls.told(job, page=job.results[0] if job.results else None)


@router.get(_COPIES, responses=problems(404, 503))
def get_light_copies(slate: TheSlate, shot_id: int, element_id: int) -> CopiesPage:
    """Return what light copies an element has, where they lie and how much room they take."""
    return slate.light_copies.page(shot_id, element_id)


@router.delete(_COPIES, status_code=204, responses=problems(404, 503))
def remove_light_copies(slate: TheSlate, shot_id: int, element_id: int) -> None:
    """Remove all light copies of an element; its own files stay as they are."""
    slate.light_copies.remove(shot_id, element_id)


@router.post("/shots/{shot_id}/copy-jobs", status_code=202, responses=problems(404, 422, 503))
def make_light_copies(slate: TheSlate, shot_id: int, body: ElementId) -> CopyJob:
    """Begin to make the light copies of an element that aren't there yet, or are out of date."""
    return CopyJob.of(slate.light_copies.make(shot_id, body.element))


add_job_routes(
    router,
    "copy_job",
    CopyJob,
    CopyJob.of,
    lambda slate, shot_id, number: slate.light_copies.job(shot_id, number),
    path="/shots/{shot_id}/copy-jobs",
)
