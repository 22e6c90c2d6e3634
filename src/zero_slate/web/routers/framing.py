"""Framing decision lists of others, read."""

from fastapi import APIRouter

from zero_slate.services.framing import FramingChoice
from zero_slate.web.problems import problems
from zero_slate.web.slate import TheSlate
from zero_slate.web.uploads import Upload

router = APIRouter(tags=["files"])


@router.post("/framing-lists", responses=problems(422, 503))
def read_framing_list(slate: TheSlate, file: Upload) -> list[FramingChoice]:
    """Read an ASC Framing Decision List: each canvas, and each framing on it, as typed values."""
    return list(slate.framing.read(file.file.read()))
