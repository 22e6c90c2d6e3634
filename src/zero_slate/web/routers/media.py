"""Files on disk: volumes, folders, reading them, tying them to a shot."""

from fastapi import APIRouter
from pydantic import BaseModel

from zero_slate.core.canvas.fit import FitMode
from zero_slate.core.media.element import Align, Role
from zero_slate.core.time.cadence import RateUse
from zero_slate.services.media_all import FolderPage, LinkedElement, MediaLine
from zero_slate.services.runtime.jobs import Job
from zero_slate.web.slate import TheSlate

router = APIRouter(tags=["media"])


class FolderPath(BaseModel):
    """A folder on a volume."""

    volume: str
    path: str = ""


class LinkRequest(FolderPath):
    """Something in a folder to link to a shot; without `align` the way that fits is taken."""

    name: str
    align: Align | None = None
    role: Role = Role.PLATE


class OwnPlacing(BaseModel):
    """How an element meets the canvas, empty for the shot's way, and if it is line work."""

    placing: FitMode | None = None
    line_work: bool = False


class OwnRate(BaseModel):
    """An element's own rate as typed, empty for what its files say, and how it is used."""

    rate: str = ""
    use: RateUse


class JobState(BaseModel):
    """How far a piece of work is: `running`, `done`, `stopped` or `failed`."""

    id: int
    what: str
    state: str
    done: int
    total: int
    message: str
    results: list[MediaLine]

    @classmethod
    def of(cls, job: Job) -> "JobState":
        """Take a job's state as it is now."""
        return cls(
            id=job.id,
            what=job.what,
            state=job.state,
            done=job.done,
            total=job.total,
            message=job.message,
            results=list(job.results),
        )


@router.get("/api/volumes")
def volumes(slate: TheSlate) -> list[str]:
    """Return the names of the volumes."""
    return list(slate.media.volumes())


@router.get("/api/volumes/{volume}/folder")
def folder(slate: TheSlate, volume: str, path: str = "") -> FolderPage:
    """List a folder by its file names."""
    return slate.media.folder(volume, path)


@router.get("/api/shots/{shot_id}/media")
def linked(slate: TheSlate, shot_id: int) -> list[LinkedElement]:
    """Return a shot's elements and how they agree."""
    return list(slate.media.linked(shot_id))


@router.post("/api/shots/{shot_id}/media/read", status_code=202)
def read_folder(slate: TheSlate, shot_id: int, place: FolderPath) -> JobState:
    """Begin to read every header in a folder."""
    return JobState.of(slate.media.read_folder(shot_id, place.volume, place.path))


@router.post("/api/shots/{shot_id}/media", status_code=204)
def link(slate: TheSlate, shot_id: int, body: LinkRequest) -> None:
    """Link a sequence or movie to the shot."""
    slate.media.link(shot_id, body.volume, body.path, body.name, body.align, body.role)


@router.put("/api/shots/{shot_id}/media/{element_id}/rate", status_code=204)
def set_rate(slate: TheSlate, shot_id: int, element_id: int, body: OwnRate) -> None:
    """Say an element's own rate, and whether its frames are used one for one or in real time."""
    slate.media.set_rate(shot_id, element_id, body.rate, body.use)


@router.put("/api/shots/{shot_id}/media/{element_id}/placing", status_code=204)
def set_placing(slate: TheSlate, shot_id: int, element_id: int, body: OwnPlacing) -> None:
    """Say how an element meets the canvas."""
    slate.media.set_placing(shot_id, element_id, body.placing, body.line_work)


@router.delete("/api/shots/{shot_id}/media/{element_id}", status_code=204)
def unlink(slate: TheSlate, shot_id: int, element_id: int) -> None:
    """Let go of an element; its files stay as they are."""
    slate.media.unlink(shot_id, element_id)


@router.get("/api/jobs/{number}")
def job(slate: TheSlate, number: int) -> JobState:
    """Return how far a piece of work is."""
    return JobState.of(slate.jobs.get(number))


@router.delete("/api/jobs/{number}", status_code=202)
def stop_job(slate: TheSlate, number: int) -> JobState:
    """Ask a piece of work to stop."""
    found = slate.jobs.get(number)
    found.stop()
    return JobState.of(found)
