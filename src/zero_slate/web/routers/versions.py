"""Where a shot's files go, and their versions: taken, given back, approved."""

from fastapi import APIRouter
from pydantic import Field

from zero_slate.core.places.layout import FileKind
from zero_slate.services.places.versions import ShotFilesPage, VersionLine
from zero_slate.web.models import ApiModel, Flag, Whole
from zero_slate.web.problems import problems
from zero_slate.web.slate import TheSlate

router = APIRouter(prefix="/shots/{shot_id}", tags=["files"])


class VersionsOf(ApiModel):
    """Which of a shot's files are meant."""

    kind: FileKind
    """The kind of file."""
    discipline: str = Field(default="", max_length=64)
    """The discipline; empty where its path has none."""


class NextVersion(VersionsOf):
    """A version to be taken."""

    note: str = Field(default="", max_length=1000)
    """What is to be said of it."""


class OneVersion(VersionsOf):
    """One version of some of a shot's files."""

    number: Whole
    """Its number."""


class ApprovedVersion(OneVersion):
    """A version that is approved, or isn't any more."""

    approved: Flag
    """Whether it is."""


@router.get("/files", responses=problems(404, 409))
def get_shot_files(slate: TheSlate, shot_id: int) -> ShotFilesPage:
    """Return where a shot's files go, and the versions of each kind."""
    return slate.versions.page(shot_id)


@router.post("/versions", status_code=201, responses=problems(404, 409, 422, 503, 507))
def take_version(slate: TheSlate, shot_id: int, body: NextVersion) -> VersionLine:
    """Take the next version of a kind of file: nobody else gets its number."""
    return slate.versions.take(shot_id, body.kind, body.discipline, body.note)


@router.post("/versions/give-back", status_code=204, responses=problems(404, 409, 422, 503, 507))
def give_version_back(slate: TheSlate, shot_id: int, body: OneVersion) -> None:
    """Give a version back that has no files."""
    slate.versions.give_back(shot_id, body.kind, body.discipline, body.number)


@router.post("/versions/approve", status_code=204, responses=problems(404, 409, 422, 503, 507))
def approve_version(slate: TheSlate, shot_id: int, body: ApprovedVersion) -> None:
    """Approve a version, or take that back."""
    slate.versions.approve(shot_id, body.kind, body.discipline, body.number, body.approved)
