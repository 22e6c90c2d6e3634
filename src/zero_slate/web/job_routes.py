"""What every piece of long work can be asked: how far it is, to tell as it goes on, to stop."""

from collections.abc import Callable
from typing import Annotated, Any

from fastapi import APIRouter, Header, Path, Query
from fastapi.responses import StreamingResponse

from zero_slate.services.runtime.jobs import Job
from zero_slate.web.job_events import JobState, job_events, tells
from zero_slate.web.problems import problems
from zero_slate.web.slate import Slate, TheSlate

Find = Callable[[Slate, int, int], Job[Any]]


def add_job_routes(
    router: APIRouter,
    name: str,
    model: type[JobState],
    tell: Callable[[Job[Any], int], JobState],
    find: Find,
    *,
    path: str = "",
    owner: str = "shot_id",
) -> None:
    """Add the three operations of a kind of work, called `name`, below a router's path.

    `find` returns the work of an owner, a shot or a production, by its number, and `tell` what is
    told of it with its results from a number on.
    """
    of_owner = Annotated[int, Path(alias=owner)]
    one = f"{path}/{{number}}"

    def get_job(
        slate: TheSlate,
        owner_id: of_owner,
        number: int,
        since: Annotated[int, Query(ge=0, description="How many results are known already.")] = 0,
    ) -> Any:
        """Return how far a piece of work is, and what came of it since the last look."""
        return tell(find(slate, owner_id, number), since)

    def follow_job(
        slate: TheSlate,
        owner_id: of_owner,
        number: int,
        last_event_id: Annotated[
            int, Header(description="How many results were told before the line was cut.")
        ] = 0,
    ) -> Any:
        """Tell how far a piece of work is as it happens."""
        return job_events(find(slate, owner_id, number), last_event_id, tell)

    def stop_job(
        slate: TheSlate,
        owner_id: of_owner,
        number: int,
    ) -> Any:
        """Ask a piece of work to stop."""
        job = find(slate, owner_id, number)
        job.stop()
        return tell(job, 0)

    missing = problems(404)
    router.add_api_route(one, get_job, name=f"get_{name}", response_model=model, responses=missing)
    router.add_api_route(
        f"{one}/events",
        follow_job,
        name=f"follow_{name}",
        response_class=StreamingResponse,
        responses={**missing, **tells(model)},
    )
    router.add_api_route(
        one,
        stop_job,
        methods=["DELETE"],
        status_code=202,
        name=f"stop_{name}",
        response_model=model,
        responses=missing,
    )
