"""Data files exported under an old count or rate."""

from typing import Annotated

from fastapi import APIRouter, Response
from fastapi.responses import FileResponse
from pydantic import Field

from zero_slate.services.data_files.pages import DataPage, OldColumns, Renumbering
from zero_slate.services.runtime.jobs import Job
from zero_slate.services.shots.pages import ShotPage
from zero_slate.web.downloads import gives
from zero_slate.web.job_events import JobState
from zero_slate.web.job_routes import add_job_routes
from zero_slate.web.models import ApiModel, Flag, Whole
from zero_slate.web.problems import problems
from zero_slate.web.routers.sheets import CHANGED, answer
from zero_slate.web.slate import TheSlate
from zero_slate.web.uploads import Upload

router = APIRouter(prefix="/shots/{shot_id}", tags=["data files"])

# It goes to disk as it comes.
LARGEST_DATA = 2**30

Columns = Annotated[list[Whole], Field(max_length=1000)]


class OldCount(ApiModel):
    """Which columns hold frames, and the count and rate that the file was exported under."""

    columns: Columns
    """The places of the columns that hold frames, from 0."""
    lengths: Columns = []
    """The places of those that hold lengths, which are rescaled but not shifted."""
    leaves: Flag = False
    """Whether rows without a number there stay as they are; else the file is refused."""
    was: str
    """A frame of the file, as it is numbered there."""
    rate: str = ""
    """The rate it was exported at; the shot's where it is empty."""
    now: str = ""
    """The number of the same frame in the shot; the clip's first where it is empty."""

    @property
    def chosen(self) -> OldColumns:
        """The columns alone."""
        return OldColumns(self.columns, self.lengths, self.leaves)


class ColumnChoice(ApiModel):
    """The columns whose frames become keys."""

    base: Whole
    """The version that they are added to."""
    columns: Columns
    """The places of the columns that hold frames, from 0."""
    leaves: Flag = False
    """Whether rows without a number there are passed over; else the file is refused."""


class DataJob(JobState):
    """How far the renumbering of a file is, in bytes."""

    result: Renumbering | None
    """What came of it, once it is done."""

    @classmethod
    def of(cls, job: Job[Renumbering], _: int = 0) -> "DataJob":
        """Take a job's state as it is now."""
        result = job.results[0] if job.results else None
        return cls.told(job, result=result)


@router.post(
    "/data-files",
    status_code=201,
    responses=problems(404, 413, 422),
    max_body_size=LARGEST_DATA,
)
def give_data_file(slate: TheSlate, shot_id: int, file: Upload) -> DataPage:
    """Take a data file in and say how it is laid out."""
    return slate.data.give(shot_id, file.filename or "data", file.file)


@router.post("/data-files/{number}/preview", responses=problems(404, 422))
def preview_renumbering(slate: TheSlate, shot_id: int, number: int, body: OldCount) -> Renumbering:
    """Say what renumbering would do to the first rows; nothing is written."""
    return slate.data.preview(shot_id, number, body.chosen, body.was, body.rate, body.now)


@router.post("/data-files/{number}/renumber", status_code=202, responses=problems(404, 422))
def renumber_data_file(slate: TheSlate, shot_id: int, number: int, body: OldCount) -> DataJob:
    """Begin to write the file again with its frames moved."""
    job = slate.data.renumber(shot_id, number, body.chosen, body.was, body.rate, body.now)
    return DataJob.of(job)


@router.get(
    "/data-files/{number}/file",
    response_class=FileResponse,
    responses={**problems(404), **gives("application/octet-stream")},
)
def download_data_file(slate: TheSlate, shot_id: int, number: int) -> FileResponse:
    """Return the file that was renumbered, under the name it had."""
    name, path = slate.data.written(shot_id, number)
    return FileResponse(path, filename=name, media_type="application/octet-stream")


@router.post("/data-files/{number}/keys", response_model=ShotPage, responses=CHANGED)
def take_keys(slate: TheSlate, shot_id: int, number: int, body: ColumnChoice) -> Response:
    """Make the file's frames the shot's keys."""
    return answer(
        slate.data.take_keys(
            shot_id, number, body.base, OldColumns(body.columns, leaves=body.leaves)
        )
    )


add_job_routes(
    router,
    "data_job",
    DataJob,
    DataJob.of,
    lambda slate, shot_id, number: slate.data.job(shot_id, number),
    path="/data-jobs",
)
