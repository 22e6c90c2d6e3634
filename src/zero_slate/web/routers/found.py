"""What was found on disk: offered to one shot, and by passes for a whole production."""

from fastapi import APIRouter
from pydantic import Field

from zero_slate.core.media.element import Role
from zero_slate.services.media.offers import GrowingElement, Offer
from zero_slate.services.media.passes import ChosenItem, FoundPage, NotLinked, PassTally
from zero_slate.services.runtime.jobs import Job
from zero_slate.web.job_events import JobState
from zero_slate.web.job_routes import add_job_routes
from zero_slate.web.models import ApiModel, Whole
from zero_slate.web.problems import problems
from zero_slate.web.routers.elements import FolderPath
from zero_slate.web.slate import TheSlate

router = APIRouter(tags=["elements"])


class OfferJob(JobState):
    """How far a look through the volumes is, in folders."""

    first: int
    """The number of the first of these results, from 0."""
    results: list[Offer]
    """What was found since the last look."""

    @classmethod
    def of(cls, job: Job[Offer], since: int = 0) -> "OfferJob":
        """Take a job's state as it is now, with its results from a number on."""
        return cls.told(job, first=since, results=job.results[since:])


class PassJob(JobState):
    """How far a pass is: in folders while they are listed, then in things that are read."""

    tally: PassTally | None
    """What it came to, once it is done."""

    @classmethod
    def of(cls, job: Job[PassTally], _: int = 0) -> "PassJob":
        """Take a job's state as it is now."""
        return cls.told(job, tally=job.results[0] if job.results else None)


class ChosenFound(ApiModel):
    """Something found that is to be linked."""

    id: Whole
    """Its number."""
    shot_id: Whole
    """The shot it is to be linked to."""
    role: Role
    """What it is to the shot."""


class ChosenItems(ApiModel):
    """What is to be linked, in one step."""

    items: list[ChosenFound] = Field(max_length=2_000)
    """Each with its shot."""


@router.post("/shots/{shot_id}/offer-jobs", status_code=202, responses=problems(404, 422))
def look_for_offers(slate: TheSlate, shot_id: int) -> OfferJob:
    """Begin to look through all volumes for what belongs to a shot."""
    return OfferJob.of(slate.offers.start(shot_id))


add_job_routes(
    router,
    "offer_job",
    OfferJob,
    OfferJob.of,
    lambda slate, shot_id, number: slate.offers.job(shot_id, number),
    path="/shots/{shot_id}/offer-jobs",
)


@router.get("/shots/{shot_id}/growing", responses=problems(404))
def list_growing(slate: TheSlate, shot_id: int) -> list[GrowingElement]:
    """Return which of a shot's elements are still being written, and how far they are."""
    return list(slate.offers.growing(shot_id))


@router.get("/productions/{production_id}/found", responses=problems(404))
def get_found(slate: TheSlate, production_id: int) -> FoundPage:
    """Return what was found for every shot of a production."""
    return slate.passes.page(production_id)


@router.post("/productions/{production_id}/found/link", responses=problems(404, 413, 422, 507))
def link_found(slate: TheSlate, production_id: int, body: ChosenItems) -> list[NotLinked]:
    """Link what is chosen of it, each to its shot; return what couldn't be."""
    chosen = [ChosenItem(each.id, each.shot_id, each.role) for each in body.items]
    return list(slate.passes.link(production_id, chosen))


@router.post(
    "/productions/{production_id}/pass-jobs",
    status_code=202,
    responses=problems(403, 404, 422, 503, 507),
)
def look_through_folder(slate: TheSlate, production_id: int, body: FolderPath) -> PassJob:
    """Begin a pass over a folder tree, which the production remembers as its own."""
    return PassJob.of(slate.passes.start(production_id, body.volume, body.path))


add_job_routes(
    router,
    "pass_job",
    PassJob,
    PassJob.of,
    lambda slate, production_id, number: slate.passes.job(production_id, number),
    path="/productions/{production_id}/pass-jobs",
    owner="production_id",
)
