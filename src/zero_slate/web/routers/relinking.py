"""Elements whose files lie elsewhere now: moved ones, and newer versions."""

from fastapi import APIRouter
from pydantic import Field

from zero_slate.services.media.newer import NewerVersion, VersionComparison
from zero_slate.services.media.relinking import GoneElement, MovedPage, NewPlace, NotTaken
from zero_slate.services.runtime.jobs import Job
from zero_slate.web.job_events import JobState
from zero_slate.web.job_routes import add_job_routes
from zero_slate.web.models import ApiModel, Whole
from zero_slate.web.problems import problems
from zero_slate.web.routers.elements import FolderPath
from zero_slate.web.slate import TheSlate

router = APIRouter(tags=["elements"])

_PRODUCTION = "/productions/{production_id}"


class MovedJob(JobState):
    """How far a look for moved files is, in folders."""

    page: MovedPage | None
    """What was found, once it is done."""

    @classmethod
    def of(cls, job: Job[MovedPage], _: int = 0) -> "MovedJob":
        """Take a job's state as it is now."""
        return cls.told(job, page=job.results[0] if job.results else None)


class ElementPlace(ApiModel):
    """Where an element's files are to be taken from."""

    element: Whole
    """The element's number."""
    volume: str
    """The volume's name."""
    folder: str = Field(max_length=4096)
    """The folder below its root."""
    name: str | None = Field(default=None, max_length=1000)
    """The files' name there; null for the one they have."""


class ElementPlaces(ApiModel):
    """Where elements' files are to be taken from, in one step."""

    places: list[ElementPlace] = Field(max_length=2_000)
    """Each with its element."""


@router.get(f"{_PRODUCTION}/gone", responses=problems(404))
def list_gone(slate: TheSlate, production_id: int) -> list[GoneElement]:
    """Return a production's elements whose files can't be found."""
    return list(slate.relinking.gone(production_id))


@router.post(f"{_PRODUCTION}/moved-jobs", status_code=202, responses=problems(403, 404, 422, 503))
def look_for_moved(slate: TheSlate, production_id: int, body: FolderPath) -> MovedJob:
    """Begin to look below another root for what is gone."""
    return MovedJob.of(slate.relinking.look(production_id, body.volume, body.path))


add_job_routes(
    router,
    "moved_job",
    MovedJob,
    MovedJob.of,
    lambda slate, production_id, number: slate.relinking.job(production_id, number),
    path=f"{_PRODUCTION}/moved-jobs",
    owner="production_id",
)


@router.post(f"{_PRODUCTION}/relink", responses=problems(404, 413, 422, 507))
def relink_elements(slate: TheSlate, production_id: int, body: ElementPlaces) -> list[NotTaken]:
    """Take elements' files from elsewhere; all else of them stays. Returns what couldn't be."""
    places = [NewPlace(each.element, each.volume, each.folder, each.name) for each in body.places]
    return list(slate.relinking.take(production_id, places))


@router.get(f"{_PRODUCTION}/newer", responses=problems(404))
def list_newer(slate: TheSlate, production_id: int) -> list[NewerVersion]:
    """Return the newest version of each element of a production that isn't linked yet."""
    return list(slate.newer.newer(production_id))


@router.get("/shots/{shot_id}/newer", responses=problems(404))
def list_newer_of_shot(slate: TheSlate, shot_id: int) -> list[NewerVersion]:
    """Return the newest version of each element of a shot that isn't linked yet."""
    return list(slate.newer.newer_of_shot(shot_id))


@router.get("/shots/{shot_id}/elements/{element_id}/newer", responses=problems(404, 422, 503))
def compare_newer(slate: TheSlate, shot_id: int, element_id: int) -> VersionComparison:
    """Say what the newest version of an element differs in."""
    return slate.newer.compare(shot_id, element_id)
