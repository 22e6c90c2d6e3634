"""The views of an element: told, compared, swapped."""

from fastapi import APIRouter

from zero_slate.services.media.views import EyePage
from zero_slate.services.runtime.jobs import Job
from zero_slate.web.job_events import JobState
from zero_slate.web.job_routes import add_job_routes
from zero_slate.web.problems import problems
from zero_slate.web.routers.layers import ElementId
from zero_slate.web.slate import TheSlate

router = APIRouter(tags=["elements"])

_VIEWS = "/shots/{shot_id}/elements/{element_id}/views"


class ViewJob(JobState):
    """How far the comparison of two views is, in frames."""

    page: EyePage | None
    """The views with what was found, once it is done."""

    @classmethod
    def of(cls, job: Job[EyePage], _: int = 0) -> "ViewJob":
        """Take a job's state as it is now."""
        return cls.told(job, page=job.results[0] if job.results else None)


@router.get(_VIEWS, responses=problems(404))
def get_views(slate: TheSlate, shot_id: int, element_id: int) -> EyePage:
    """Return an element's views, and what is found of them so far."""
    return slate.views.page(shot_id, element_id)


@router.post(f"{_VIEWS}/swap", status_code=204, responses=problems(404, 422, 507))
def swap_views(slate: TheSlate, shot_id: int, element_id: int) -> None:
    """Let the first view be the second, and the second the first."""
    slate.views.swap(shot_id, element_id)


@router.post("/shots/{shot_id}/view-jobs", status_code=202, responses=problems(404, 422))
def compare_views(slate: TheSlate, shot_id: int, body: ElementId) -> ViewJob:
    """Begin to compare the pixels of two views on sampled frames."""
    return ViewJob.of(slate.views.compare(shot_id, body.element))


add_job_routes(
    router,
    "view_job",
    ViewJob,
    ViewJob.of,
    lambda slate, shot_id, number: slate.views.job(shot_id, number),
    path="/shots/{shot_id}/view-jobs",
)
