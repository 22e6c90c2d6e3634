"""Cut lists: shown, then stored as the next cut."""

from typing import Annotated

from fastapi import APIRouter, Form

from zero_slate.files.cuts.reading import LARGEST
from zero_slate.services.cuts.reading import CutPreview
from zero_slate.web.models import ApiModel
from zero_slate.web.problems import problems
from zero_slate.web.slate import TheSlate
from zero_slate.web.uploads import Upload

router = APIRouter(prefix="/productions/{production_id}/cuts", tags=["cuts"])

# The file, and the form around it.
LARGEST_CUT = LARGEST + 2**20

Rate = Annotated[str | None, Form(description="The list's rate, where the file doesn't state it.")]
CodeExample = Annotated[
    str | None, Form(description="An example of a shot's code; the production's where left out.")
]


class CutNumber(ApiModel):
    """The number a cut was given."""

    number: int
    """1 for the first cut of a production, and so on in the order read."""


@router.post("/preview", responses=problems(404, 413, 422), max_body_size=LARGEST_CUT)
def preview_cut(
    slate: TheSlate,
    production_id: int,
    file: Upload,
    rate: Rate = None,
    code_example: CodeExample = None,
) -> CutPreview:
    """Read a cut list and show what it holds; nothing is stored."""
    return slate.cuts.preview(production_id, file.file.read(), rate, code_example)


@router.post("", status_code=201, responses=problems(404, 413, 422, 507), max_body_size=LARGEST_CUT)
def create_cut(
    slate: TheSlate,
    production_id: int,
    file: Upload,
    rate: Rate = None,
    code_example: CodeExample = None,
) -> CutNumber:
    """Store a cut list as the next cut."""
    name = file.filename or "cut"
    number = slate.cuts.take(production_id, file.file.read(), name, rate, code_example)
    return CutNumber(number=number)
