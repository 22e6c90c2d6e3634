"""Putting productions and shots away, bringing them back, and the bin."""

from typing import Annotated

from fastapi import APIRouter, Query
from pydantic import Field

from zero_slate.services.archives.bin import BinItem, DeletionPlan
from zero_slate.services.archives.bringing_back import ArchivePage, Returned, Returning
from zero_slate.services.archives.putting_away import ArchivePlan, MadeArchive
from zero_slate.services.runtime.jobs import Job
from zero_slate.web.job_events import JobState
from zero_slate.web.job_routes import add_job_routes
from zero_slate.web.models import ApiModel, CreatedId, Flag, Whole
from zero_slate.web.problems import problems
from zero_slate.web.slate import TheSlate
from zero_slate.web.uploads import Upload

router = APIRouter(tags=["archives"])

# What a browser sends; a larger one is opened from a volume.
LARGEST_SENT = 2**29
_PRODUCTION = "/productions/{production_id}"
Code = Annotated[
    str | None,
    Query(max_length=64, description="The shot's code; the whole production where it is left out."),
]
Name = Annotated[str, Field(max_length=400)]


class ArchivePlace(ApiModel):
    """What is put away, and where to."""

    shot: str | None = Field(default=None, max_length=64)
    """The shot's code; the whole production where it is left out."""
    volume: Name
    """The volume."""
    folder: Name = ""
    """The folder of it."""


class ArchiveWanted(ArchivePlace):
    """What is put away, where to, and what goes along."""

    media: Flag = False
    """Whether linked files go along."""


class OnVolume(ApiModel):
    """An archive that lies on a volume."""

    volume: Name
    """The volume."""
    path: Name
    """Its path there."""


class ReturnWanted(ApiModel):
    """How an archive is brought back."""

    volumes: dict[Name, Name] = Field(default_factory=dict, max_length=200)
    """The volumes here by the names that they have in the archive."""
    title: Name = ""
    """The new production's title; the archive's where it is empty."""
    into: Whole | None = None
    """The production that a shot goes to; it brings its own where it is left out."""
    codes: dict[Name, Name] = Field(default_factory=dict, max_length=10_000)
    """Other codes for shots, by those that they have."""
    media: Flag = True
    """Whether the files of media in it are written."""


class Deletion(ApiModel):
    """What is deleted, as it was seen."""

    shot: str | None = Field(default=None, max_length=64)
    """The shot's code; the whole production where it is left out."""
    seen: str = Field(max_length=200)
    """What was handed out with what goes: what is newer isn't deleted."""


class BinKey(ApiModel):
    """Something in the bin."""

    key: str
    """What it goes by."""


class ArchiveJob(JobState):
    """How far the writing of an archive is, in MB written and read again."""

    made: MadeArchive | None
    """What it came to, once it is done."""

    @classmethod
    def of(cls, job: Job[MadeArchive], _: int = 0) -> "ArchiveJob":
        """Take a job's state as it is now."""
        return cls.told(job, made=job.results[0] if job.results else None)


class ReturnJob(JobState):
    """How far bringing an archive back is, in MB."""

    returned: Returned | None
    """What it came to, once it is done."""

    @classmethod
    def of(cls, job: Job[Returned], _: int = 0) -> "ReturnJob":
        """Take a job's state as it is now."""
        return cls.told(job, returned=job.results[0] if job.results else None)


@router.get(f"{_PRODUCTION}/archive", responses=problems(403, 404, 409, 422, 503))
def plan_archive(
    slate: TheSlate,
    production_id: int,
    shot: Code = None,
    volume: Annotated[str, Query(max_length=400, description="The volume it goes to.")] = "",
    folder: Annotated[str, Query(max_length=400, description="The folder of it.")] = "",
) -> ArchivePlan:
    """Say what an archive of a production or a shot would hold."""
    return slate.putting_away.plan(production_id, shot, volume, folder)


@router.post(
    f"{_PRODUCTION}/archive-jobs",
    status_code=202,
    responses=problems(403, 404, 409, 422, 503),
)
def put_away(slate: TheSlate, production_id: int, body: ArchiveWanted) -> ArchiveJob:
    """Begin to write an archive, or go on with one that was broken off."""
    return ArchiveJob.of(
        slate.putting_away.start(production_id, body.shot, body.volume, body.folder, body.media)
    )


@router.post(
    f"{_PRODUCTION}/archive/throw-away",
    status_code=204,
    responses=problems(403, 404, 409, 422, 503),
)
def throw_archive_away(slate: TheSlate, production_id: int, body: ArchivePlace) -> None:
    """Take away what is written of an archive that was broken off."""
    slate.putting_away.throw_away(production_id, body.shot, body.volume, body.folder)


@router.get("/arrivals/found", responses=problems(403, 404, 409, 422, 503))
def list_archives(
    slate: TheSlate,
    volume: Annotated[str, Query(max_length=400, description="The volume.")],
    folder: Annotated[str, Query(max_length=400, description="The folder of it.")] = "",
) -> list[str]:
    """Return the names of the ZIP files in a folder of a volume."""
    return list(slate.arrivals.in_folder(volume, folder))


@router.post("/arrivals", status_code=201, responses=problems(403, 404, 409, 422, 503))
def open_archive(slate: TheSlate, body: OnVolume) -> CreatedId:
    """Open an archive that lies on a volume, to be brought back."""
    return CreatedId(id=slate.arrivals.on_volume(body.volume, body.path))


@router.post(
    "/arrivals/file",
    status_code=201,
    responses=problems(413, 422, 507),
    max_body_size=LARGEST_SENT,
)
def send_archive(slate: TheSlate, file: Upload) -> CreatedId:
    """Send an archive, to be brought back."""
    return CreatedId(id=slate.arrivals.sent(file.file))


@router.get("/arrivals/{arrival_id:int}", responses=problems(404, 422))
def look_at_archive(slate: TheSlate, arrival_id: int) -> ArchivePage:
    """Look at an archive that was opened; nothing is brought back yet."""
    return slate.arrivals.page(arrival_id)


@router.post(
    "/arrivals/{arrival_id:int}/jobs", status_code=202, responses=problems(404, 409, 422, 503)
)
def bring_back(slate: TheSlate, arrival_id: int, body: ReturnWanted) -> ReturnJob:
    """Begin to bring an archive back; nothing that is here is replaced."""
    how = Returning(body.volumes, body.title, body.into, body.codes, body.media)
    return ReturnJob.of(slate.arrivals.start(arrival_id, how))


@router.get(f"{_PRODUCTION}/deletion", responses=problems(404, 409))
def plan_deletion(slate: TheSlate, production_id: int, shot: Code = None) -> DeletionPlan:
    """Say what deleting a production or a shot takes away, and what stays."""
    return slate.bin.plan(production_id, shot)


@router.post(f"{_PRODUCTION}/deletion", status_code=201, responses=problems(404, 409, 422, 507))
def delete_into_bin(slate: TheSlate, production_id: int, body: Deletion) -> BinKey:
    """Put a production or a shot into the bin."""
    return BinKey(key=slate.bin.delete(production_id, body.shot, body.seen))


@router.get("/bin")
def get_bin(slate: TheSlate) -> list[BinItem]:
    """Return what is in the bin."""
    return list(slate.bin.items())


@router.post("/bin/{bin_key}/take-out", responses=problems(404, 409, 422, 507))
def take_out_of_bin(slate: TheSlate, bin_key: str) -> Returned:
    """Undo a deletion."""
    return slate.bin.take_out(bin_key)


@router.delete("/bin/{bin_key}", status_code=204, responses=problems(404, 422))
def delete_for_good(slate: TheSlate, bin_key: str) -> None:
    """Take one thing out of the bin for good."""
    slate.bin.empty(bin_key)


@router.delete("/bin", status_code=204, responses=problems(422))
def empty_bin(slate: TheSlate) -> None:
    """Take everything out of the bin for good."""
    slate.bin.empty()


add_job_routes(
    router,
    "archive_job",
    ArchiveJob,
    ArchiveJob.of,
    lambda slate, production_id, number: slate.putting_away.job(production_id, number),
    path=f"{_PRODUCTION}/archive-jobs",
    owner="production_id",
)
add_job_routes(
    router,
    "return_job",
    ReturnJob,
    ReturnJob.of,
    lambda slate, arrival_id, number: slate.bringing_back.job(arrival_id, number),
    path="/arrivals/{arrival_id}/jobs",
    owner="arrival_id",
)
