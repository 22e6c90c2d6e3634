"""Who else is on a shot: asked about every second by each page that has it open."""

from typing import Annotated

from fastapi import APIRouter
from pydantic import Field

from zero_slate.services.people.company import CompanyOnShot
from zero_slate.web.models import ApiModel
from zero_slate.web.problems import problems
from zero_slate.web.slate import TheSlate

router = APIRouter(prefix="/shots/{shot_id}/company", tags=["people"])

PageName = Annotated[str, Field(min_length=1, max_length=40)]


class OpenPage(ApiModel):
    """A page that has a shot open."""

    page: PageName
    """What the page calls itself: a text of its own."""
    step: Annotated[str, Field(max_length=40)] = ""
    """The step that it is at, as the address has it; empty for the sheet."""
    setting: Annotated[str, Field(max_length=40)] = ""
    """The setting that is worked on; empty where that is none."""


class LeftPage(ApiModel):
    """A page that has gone."""

    page: PageName
    """What the page calls itself."""


@router.post("", responses=problems(404))
def say_a_page_is_open(slate: TheSlate, shot_id: int, body: OpenPage) -> CompanyOnShot:
    """Say that a page has the shot open; return who else has, and how new the shot is."""
    return slate.company.here(shot_id, body.page, body.step, body.setting)


@router.post("/left", status_code=204)
def say_a_page_has_gone(slate: TheSlate, shot_id: int, body: LeftPage) -> None:
    """Say that a page has left the shot."""
    slate.company.left(body.page)
