"""Grades of shots: taken from a file, taken back, written."""

from typing import Annotated

from fastapi import APIRouter, Path, Response
from pydantic import Field

from zero_slate.files.colour.grade_files import MEDIA_TYPE
from zero_slate.services.shots.grading import FORMS
from zero_slate.services.shots.pages import ShotPage
from zero_slate.web.downloads import attached, gives
from zero_slate.web.models import ApiModel, Whole
from zero_slate.web.problems import problems
from zero_slate.web.slate import TheSlate

router = APIRouter(tags=["proof"])


class GradeFile(ApiModel):
    """A grade or look file that a shot is to have for its own."""

    base: Whole
    """The version of the shot that it is made on."""
    place: str = Field(max_length=400)
    """The file, as volume:folder/name.cc."""


class GradeBase(ApiModel):
    """The version of a shot whose own grade is to be taken back."""

    base: Whole
    """The version of the shot that it is made on."""


@router.put("/shots/{shot_id}/grade", responses=problems(403, 404, 409, 422, 507))
def take_grade(slate: TheSlate, shot_id: int, body: GradeFile) -> ShotPage:
    """Take a file on a volume as a shot's own grade, in place of its cut's."""
    return slate.grading.take(shot_id, body.base, body.place)


@router.post("/shots/{shot_id}/grade/clear", responses=problems(404, 409, 422, 507))
def clear_grade(slate: TheSlate, shot_id: int, body: GradeBase) -> ShotPage:
    """Let a shot have its cut's grade again."""
    return slate.grading.clear(shot_id, body.base)


@router.get(
    "/shots/{shot_id}/grade.{form}",
    response_class=Response,
    responses={**gives(MEDIA_TYPE), **problems(404, 422)},
)
def get_grade(
    slate: TheSlate,
    shot_id: int,
    form: Annotated[
        str, Path(pattern=f"^({'|'.join(FORMS)})$", description="`cc`, `cdl` or `ccc`.")
    ],
) -> Response:
    """Return a shot's grade as a file of the ASC's."""
    name, content = slate.grading.written(shot_id, form)
    return attached(name, content, MEDIA_TYPE)
