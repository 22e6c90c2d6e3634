"""All shots of a production, as files for others."""

from enum import StrEnum
from typing import Annotated

from fastapi import APIRouter, Query, Response
from fastapi.responses import StreamingResponse

from zero_slate.files.shot_tables import CSV_TYPE
from zero_slate.web.downloads import attached, gives, named
from zero_slate.web.problems import problems
from zero_slate.web.slate import TheSlate

router = APIRouter(tags=["files"])


class ExportForm(StrEnum):
    """The form of a file of shots."""

    CSV = "csv"
    JSON = "json"
    FRAMES = "frames"
    ENV = "env"


_TYPES = {"csv": CSV_TYPE, "json": "application/json"}


@router.get(
    "/productions/{production_id}/handoff/download",
    response_class=StreamingResponse,
    responses={**problems(404), **gives("application/zip")},
)
def download_all_handoffs(slate: TheSlate, production_id: int) -> StreamingResponse:
    """Return the hand offs of all shots as one ZIP archive, a folder a shot."""
    name, pieces = slate.handoff.archive_all(production_id)
    return StreamingResponse(pieces, media_type="application/zip", headers=named(name))


@router.get(
    "/productions/{production_id}/export/{form}",
    response_class=Response,
    responses={**gives("application/octet-stream"), **problems(404, 409, 422)},
)
def export_shots(
    slate: TheSlate,
    production_id: int,
    form: ExportForm,
    shot: Annotated[
        str, Query(max_length=64, description="A shot's code; all shots without it.")
    ] = "",
) -> Response:
    """Return what the shots are set to: CSV, JSON, frame ranges, or an environment of one."""
    name, content = slate.exporting.write(production_id, str(form), shot)
    return attached(name, content, _TYPES.get(str(form), "text/plain"))
