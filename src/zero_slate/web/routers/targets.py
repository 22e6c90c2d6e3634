"""What a production is published as: each target against a shot, and trials of them."""

from fastapi import APIRouter
from pydantic import Field

from zero_slate.services.places.publishing import TargetsPage, TriedTarget
from zero_slate.services.runtime.jobs import Job
from zero_slate.web.job_events import JobState
from zero_slate.web.job_routes import add_job_routes
from zero_slate.web.models import ApiModel
from zero_slate.web.problems import problems
from zero_slate.web.routers.layouts import ShotCode
from zero_slate.web.slate import TheSlate

router = APIRouter(prefix="/productions/{production_id}", tags=["targets"])


class TypedTargets(ApiModel):
    """Targets as they are typed."""

    typed: str = Field(max_length=4096)
    """The kinds with their data rates: H.264 movie at 8 Mb/s, GIF."""
    shot: str = Field(default="", max_length=64)
    """The code of the shot they are held against; a fitting one where it is left out."""


class TargetTrials(ApiModel):
    """The targets that are to be made of a shot's frames."""

    names: list[str] = Field(default_factory=list, max_length=40)
    """Their names; those that are chosen where none is named."""
    shot: str = Field(default="", max_length=64)
    """The shot's code; a fitting one where it is left out."""


class TargetTrialState(JobState):
    """How far the trying is, in targets."""

    first: int
    """The place of the first of `results` among all that came of it."""
    results: list[TriedTarget]
    """Those that were tried since what was told before."""

    @classmethod
    def of(cls, job: Job[TriedTarget], since: int = 0) -> "TargetTrialState":
        """Take a job's state as it is now."""
        return cls.told(job, first=since, results=job.results[since:])


@router.get("/targets", responses=problems(404, 409))
def get_targets(slate: TheSlate, production_id: int, shot: ShotCode = "") -> TargetsPage:
    """Return every kind of target against a shot."""
    return slate.publishing.page(production_id, None, shot)


@router.post("/targets/preview", responses=problems(404, 409, 422))
def preview_targets(slate: TheSlate, production_id: int, body: TypedTargets) -> TargetsPage:
    """Say what other targets would mean; nothing is stored."""
    return slate.publishing.page(production_id, body.typed, body.shot)


@router.post("/target-trials", status_code=202, responses=problems(404, 409, 422, 503))
def try_targets(slate: TheSlate, production_id: int, body: TargetTrials) -> TargetTrialState:
    """Begin to make targets of some of a shot's frames, and read them back; nothing stays."""
    return TargetTrialState.of(slate.publishing.start(production_id, body.names, body.shot))


add_job_routes(
    router,
    "target_trial",
    TargetTrialState,
    TargetTrialState.of,
    lambda slate, production_id, number: slate.publishing.job(production_id, number),
    path="/target-trials",
    owner="production_id",
)
