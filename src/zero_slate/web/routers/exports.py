"""All shots of a production, as files for others."""

from typing import Annotated

from fastapi import APIRouter, Query, Response
from fastapi.responses import StreamingResponse

from zero_slate.files.shot_tables import CSV_TYPE
from zero_slate.services.exporting import ExportForm
from zero_slate.services.handoff import WrittenShot
from zero_slate.services.runtime.jobs import Job
from zero_slate.web.downloads import attached, gives, named
from zero_slate.web.job_events import JobState
from zero_slate.web.job_routes import add_job_routes
from zero_slate.web.problems import problems
from zero_slate.web.slate import TheSlate

router = APIRouter(tags=["files"])


class HandoffsJob(JobState):
    """How far the writing of all shots' hand offs is."""

    first: int
    """The place of the first of `results` among all that came of it."""
    results: list[WrittenShot]
    """The shots whose hand offs were written since what was told before, or weren't."""

    @classmethod
    def of(cls, job: Job[WrittenShot], since: int = 0) -> "HandoffsJob":
        """Take a job's state as it is now."""
        return cls.told(job, first=since, results=job.results[since:])


_TYPES = {"csv": CSV_TYPE, "json": "application/json", "ccc": "application/xml"}


@router.get(
    "/productions/{production_id}/handoff/download",
    response_class=StreamingResponse,
    responses={**problems(404), **gives("application/zip")},
)
def download_all_handoffs(slate: TheSlate, production_id: int) -> StreamingResponse:
    """Return the hand offs of all shots as one ZIP archive, a folder a shot."""
    name, pieces = slate.handoff.archive_all(production_id)
    return StreamingResponse(pieces, media_type="application/zip", headers=named(name))


@router.post(
    "/productions/{production_id}/handoff-jobs",
    status_code=202,
    responses=problems(404, 409, 422, 503),
)
def write_all_handoffs(slate: TheSlate, production_id: int) -> HandoffsJob:
    """Begin to write the hand offs of all shots where the path rules put them."""
    return HandoffsJob.of(slate.handoff.start_all(production_id))


add_job_routes(
    router,
    "handoffs_job",
    HandoffsJob,
    HandoffsJob.of,
    lambda slate, production_id, number: slate.handoff.job(production_id, number),
    path="/productions/{production_id}/handoff-jobs",
    owner="production_id",
)


@router.get("/productions/{production_id}/edl-notes", responses=problems(404))
def get_edl_notes(slate: TheSlate, production_id: int) -> tuple[str, ...]:
    """Tell what an EDL of the cut wouldn't hold, before it is written: a sentence each."""
    return slate.exporting.edl_notes(production_id)


@router.get(
    "/productions/{production_id}/export/{form}",
    response_class=Response,
    responses={**gives("application/octet-stream"), **problems(404, 409, 422)},
)
def export_shots(
    slate: TheSlate,
    production_id: int,
    form: ExportForm,
    shot: Annotated[
        str, Query(max_length=64, description="A shot's code; all shots without it.")
    ] = "",
) -> Response:
    """Return all shots as a file.

    CSV, JSON, frame ranges, an environment of one, the cut as an EDL, grades, or the colour config.
    """
    name, content = slate.exporting.write(production_id, str(form), shot)
    return attached(name, content, _TYPES.get(str(form), "text/plain"))
