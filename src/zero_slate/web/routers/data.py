"""Data files exported under an old count or rate."""

from typing import Annotated

from fastapi import APIRouter, File, UploadFile
from fastapi.responses import FileResponse
from pydantic import BaseModel

from zero_slate.services.data_files import DataPage, Renumbering
from zero_slate.services.runtime.jobs import Job
from zero_slate.services.shots.pages import ShotPage
from zero_slate.web.slate import TheSlate

router = APIRouter(prefix="/api/shots/{shot_id}/data", tags=["data"])

Upload = Annotated[UploadFile, File()]


class OldCount(BaseModel):
    """Which columns hold frames, and the count and rate that the file was exported under.

    Frame `was` of the file is frame `now` of the shot, the clip's first where it is empty.
    """

    columns: list[int]
    was: str
    rate: str = ""
    now: str = ""


class ColumnChoice(BaseModel):
    """The columns whose frames become keys, on version `base`."""

    base: int
    columns: list[int]


class DataJob(BaseModel):
    """How far a file is renumbered, in bytes; `result` once it is done."""

    id: int
    state: str
    done: int
    total: int
    message: str
    result: Renumbering | None

    @classmethod
    def of(cls, job: Job) -> "DataJob":
        """Take a job's state as it is now."""
        result = job.results[0] if job.results else None
        return cls(
            id=job.id,
            state=job.state,
            done=job.done,
            total=job.total,
            message=job.message,
            result=result,
        )


@router.post("", status_code=201)
def give(slate: TheSlate, shot_id: int, file: Upload) -> DataPage:
    """Take a data file in and say how it is laid out."""
    return slate.data.give(shot_id, file.filename or "data", file.file)


@router.post("/{number}/preview")
def preview(slate: TheSlate, shot_id: int, number: int, body: OldCount) -> Renumbering:
    """Say what renumbering would do to the first rows; nothing is written."""
    return slate.data.preview(shot_id, number, body.columns, body.was, body.rate, body.now)


@router.post("/{number}/put-right", status_code=202)
def put_right(slate: TheSlate, shot_id: int, number: int, body: OldCount) -> DataJob:
    """Begin to write the file again with its frames moved."""
    job = slate.data.renumber(shot_id, number, body.columns, body.was, body.rate, body.now)
    return DataJob.of(job)


@router.get("/jobs/{job}")
def progress(slate: TheSlate, shot_id: int, job: int) -> DataJob:
    """Return how far a file is renumbered."""
    return DataJob.of(slate.jobs.get(job))


@router.get("/{number}/file", response_class=FileResponse)
def file(slate: TheSlate, shot_id: int, number: int) -> FileResponse:
    """Return the file that was renumbered, under the name it had."""
    name, path = slate.data.written(shot_id, number)
    return FileResponse(path, filename=name, media_type="application/octet-stream")


@router.post("/{number}/keys")
def take_keys(slate: TheSlate, shot_id: int, number: int, body: ColumnChoice) -> ShotPage:
    """Make the file's frames the shot's keys."""
    return slate.data.take_keys(shot_id, number, body.base, body.columns)
