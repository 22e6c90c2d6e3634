"""Reading every header in a folder: begun, told of, stopped."""

from fastapi import APIRouter

from zero_slate.services.media.lines import MediaLine
from zero_slate.services.runtime.jobs import Job
from zero_slate.web.job_events import JobState
from zero_slate.web.job_routes import add_job_routes
from zero_slate.web.problems import problems
from zero_slate.web.routers.elements import FolderPath
from zero_slate.web.slate import TheSlate

router = APIRouter(prefix="/shots/{shot_id}/media-jobs", tags=["elements"])


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


add_job_routes(
    router,
    "media_job",
    MediaJob,
    MediaJob.of,
    lambda slate, shot_id, number: slate.media_reading.job(shot_id, number),
)
