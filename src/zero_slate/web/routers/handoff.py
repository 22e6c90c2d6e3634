"""Handing a shot on, to a folder or as a download."""

from fastapi import APIRouter, Response
from pydantic import BaseModel

from zero_slate.services.handoff import HandoffPlan
from zero_slate.web.slate import TheSlate

router = APIRouter(prefix="/api/shots/{shot_id}/handoff", tags=["hand off"])


class WriteTo(BaseModel):
    """Where to write, and whether files that differ may be replaced."""

    volume: str
    folder: str = ""
    replace: bool = False


class WrittenFiles(BaseModel):
    """The names of the files that were written."""

    files: list[str]


@router.get("")
def plan(slate: TheSlate, shot_id: int, volume: str | None = None, folder: str = "") -> HandoffPlan:
    """Say what would be written."""
    return slate.handoff.plan(shot_id, volume, folder)


@router.post("")
def write(slate: TheSlate, shot_id: int, to: WriteTo) -> WrittenFiles:
    """Write the files, all or none."""
    return WrittenFiles(files=list(slate.handoff.write(shot_id, to.volume, to.folder, to.replace)))


@router.get("/download", response_class=Response)
def download(slate: TheSlate, shot_id: int) -> Response:
    """Return the files as a ZIP archive."""
    name, content = slate.handoff.archive(shot_id)
    return Response(
        content,
        media_type="application/zip",
        headers={"Content-Disposition": f'attachment; filename="{name}"'},
    )
