"""Handing a shot on, to a folder or as a download."""

from typing import Annotated

from fastapi import APIRouter, Query, Response

from zero_slate.services.handoff import HandoffPlan
from zero_slate.web.downloads import attached, gives
from zero_slate.web.models import ApiModel, Flag, Whole
from zero_slate.web.problems import problems
from zero_slate.web.reckoning.route import ReckonedRoute
from zero_slate.web.slate import TheSlate

router = APIRouter(prefix="/shots/{shot_id}/handoff", tags=["hand off"], route_class=ReckonedRoute)


class HandoffTarget(ApiModel):
    """Where to write."""

    volume: str
    """The volume's name."""
    folder: str = ""
    """The folder below its root; empty for the root."""
    replace: Flag = False
    """Whether files that are there and differ may be replaced."""
    version: Whole | None = None
    """The version that was looked at: another since is a conflict. The newest where left out."""


class WrittenFiles(ApiModel):
    """What was written."""

    version: int
    """The version of the shot that they hold."""
    files: list[str]
    """The names of the files."""


@router.get("", responses=problems(403, 404, 503))
def get_handoff(
    slate: TheSlate,
    shot_id: int,
    volume: Annotated[str | None, Query(description="The volume; none for a download.")] = None,
    folder: Annotated[str, Query(max_length=4096, description="The folder below its root.")] = "",
) -> HandoffPlan:
    """Say what would be written."""
    return slate.handoff.plan(shot_id, volume, folder)


@router.post("", responses=problems(403, 404, 409, 422, 503, 507))
def write_handoff(slate: TheSlate, shot_id: int, body: HandoffTarget) -> WrittenFiles:
    """Write the files, all or none."""
    version, written = slate.handoff.write(
        shot_id, body.volume, body.folder, body.replace, body.version
    )
    return WrittenFiles(version=version, files=list(written))


@router.get(
    "/download",
    response_class=Response,
    responses={**problems(404), **gives("application/zip")},
)
def download_handoff(slate: TheSlate, shot_id: int) -> Response:
    """Return the files as a ZIP archive."""
    return attached(*slate.handoff.archive(shot_id), "application/zip")
