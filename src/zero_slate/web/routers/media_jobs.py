"""Reading every header in a folder: begun, told of, stopped."""

from typing import Annotated, Any

from fastapi import APIRouter, Header, Query
from fastapi.responses import StreamingResponse

from zero_slate.services.media.lines import MediaLine
from zero_slate.services.runtime.jobs import Job
from zero_slate.web.job_events import JobState, job_events, tells
from zero_slate.web.problems import problems
from zero_slate.web.routers.elements import FolderPath
from zero_slate.web.slate import TheSlate

router = APIRouter(prefix="/shots/{shot_id}/media-jobs", tags=["elements"])

Since = Annotated[int, Query(ge=0, description="How many results are known already.")]


class MediaJob(JobState):
    """How far the reading of a folder is, in files."""

    first: int
    """The number of the first of these results, from 0."""
    results: list[MediaLine]
    """What was found since the last look."""

    @classmethod
    def of(cls, job: Job[MediaLine], since: int = 0) -> "MediaJob":
        """Take a job's state as it is now, with its results from a number on."""
        return cls.told(job, first=since, results=job.results[since:])


@router.post("", status_code=202, responses=problems(403, 404, 422))
def read_folder(slate: TheSlate, shot_id: int, body: FolderPath) -> MediaJob:
    """Begin to read every header in a folder."""
    return MediaJob.of(slate.media_reading.start(shot_id, body.volume, body.path))


@router.get("/{number}", responses=problems(404))
def get_media_job(slate: TheSlate, shot_id: int, number: int, since: Since = 0) -> MediaJob:
    """Return how far a reading is, and what was found since the last look."""
    return MediaJob.of(slate.media_reading.job(shot_id, number), since)


@router.get(
    "/{number}/events",
    response_class=StreamingResponse,
    responses={
        **problems(404),
        **tells(MediaJob),
    },
)
def follow_media_job(
    slate: TheSlate,
    shot_id: int,
    number: int,
    last_event_id: Annotated[
        int, Header(description="How many results were told before the line was cut.")
    ] = 0,
) -> Any:
    """Tell how far a reading is as it happens."""
    return job_events(slate.media_reading.job(shot_id, number), last_event_id, MediaJob.of)


@router.delete("/{number}", status_code=202, responses=problems(404))
def stop_media_job(slate: TheSlate, shot_id: int, number: int) -> MediaJob:
    """Ask a reading to stop."""
    job = slate.media_reading.job(shot_id, number)
    job.stop()
    return MediaJob.of(job)
