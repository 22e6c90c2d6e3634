"""Every version of a shot's setup: listed, compared, named, brought back."""

from typing import Annotated

from fastapi import APIRouter, Query
from pydantic import Field

from zero_slate.core.base.texts import LARGEST_NUMBER
from zero_slate.services.shots.kept_versions import ComparedVersions, KeepingPlan, KeptVersions
from zero_slate.web.models import ApiModel, OnVersion, Whole
from zero_slate.web.problems import problems
from zero_slate.web.slate import TheSlate

router = APIRouter(tags=["shots"])

_VERSIONS = "/shots/{shot_id}/kept-versions"

VersionNumber = Annotated[
    int, Query(ge=1, le=LARGEST_NUMBER, description="The number of a version.")
]


class RestoredVersion(OnVersion):
    """A version that is to stand again."""

    number: Whole
    """Its number."""


class NamedVersion(ApiModel):
    """The name of a version."""

    number: Whole
    """The version's number."""
    name: str = Field(max_length=1000)
    """Its name; empty takes the name away."""


@router.get(_VERSIONS, responses=problems(404, 409))
def list_kept_versions(slate: TheSlate, shot_id: int) -> KeptVersions:
    """Return every version of a shot's setup, the newest first."""
    return slate.keeping.list(shot_id)


@router.get(f"{_VERSIONS}/compare", responses=problems(404, 409))
def compare_versions(
    slate: TheSlate, shot_id: int, before: VersionNumber, after: VersionNumber
) -> ComparedVersions:
    """Return what differs between two versions of a shot's setup."""
    return slate.keeping.compare(shot_id, before, after)


@router.post(f"{_VERSIONS}/restore", status_code=204, responses=problems(404, 409, 422, 507))
def restore_version(slate: TheSlate, shot_id: int, body: RestoredVersion) -> None:
    """Bring a version back as the newest; undo takes it away again."""
    slate.keeping.restore(shot_id, body.base, body.number)


@router.put(f"{_VERSIONS}/name", status_code=204, responses=problems(404, 409, 422, 507))
def name_version(slate: TheSlate, shot_id: int, body: NamedVersion) -> None:
    """Name a version, or take its name away."""
    slate.keeping.name(shot_id, body.number, body.name)


class Kept(ApiModel):
    """How many versions of each setup a production keeps."""

    keeps: Whole | None
    """How many besides the named ones; all where it is null."""


@router.post("/productions/{production_id}/keeping/preview", responses=problems(404, 422))
def preview_keeping(slate: TheSlate, production_id: int, body: Kept) -> KeepingPlan:
    """Say what keeping so many versions takes away; nothing is changed."""
    return slate.keeping.plan(production_id, body.keeps)


@router.put("/productions/{production_id}/keeping", responses=problems(404, 422, 507))
def change_keeping(slate: TheSlate, production_id: int, body: Kept) -> KeepingPlan:
    """Keep so many versions of each setup from now on; what goes can't be brought back."""
    return slate.keeping.keep(production_id, body.keeps)
