"""The edit format of a production, and what changing it would touch."""

from typing import Annotated

from fastapi import APIRouter, Depends, Response

from zero_slate.services.changes.edit_format import EditFormatPage
from zero_slate.services.changes.effects import Window
from zero_slate.services.productions.edit_formats import edit_document
from zero_slate.services.productions.pages import ProductionPage
from zero_slate.web.downloads import JSON_FILE, attached
from zero_slate.web.models import ApiModel, Flag, ShotIds, Texts, Whole, window
from zero_slate.web.problems import problems
from zero_slate.web.reckoning.route import ReckonedRoute
from zero_slate.web.slate import TheSlate

router = APIRouter(
    prefix="/productions/{production_id}", tags=["edit formats"], route_class=ReckonedRoute
)


class EditFormatChange(ApiModel):
    """An edit format being changed."""

    typed: Texts
    """What is typed, by setting and part."""
    along: Flag = False
    """Whether shots that still have the old values are updated."""
    out: ShotIds = []
    """The shots to leave as they are all the same."""


class SavedEditFormat(EditFormatChange):
    """A changed edit format to store."""

    base: Whole
    """The version that it is made on."""


class BatchNumber(ApiModel):
    """The number of a change to several shots."""

    id: int | None
    """The number to undo it by; null where nothing changed."""


@router.post("/edit-format/preview", responses=problems(404, 422))
def preview_edit_format(
    slate: TheSlate,
    production_id: int,
    body: EditFormatChange,
    part: Annotated[Window, Depends(window)],
) -> EditFormatPage:
    """Show what changing the edit format would touch; nothing is stored."""
    out = frozenset(body.out)
    return slate.edit_formats.preview(production_id, body.typed, body.along, out, part)


@router.put("/edit-format", responses=problems(404, 409, 422, 507))
def change_edit_format(slate: TheSlate, production_id: int, body: SavedEditFormat) -> BatchNumber:
    """Store a changed edit format and the shots that follow it, as one change."""
    out = frozenset(body.out)
    made = slate.edit_formats.change(production_id, body.base, body.typed, body.along, out)
    return BatchNumber(id=made)


@router.get("/edit-format.json", response_class=Response, responses={**problems(404), **JSON_FILE})
def download_edit_format(slate: TheSlate, production_id: int) -> Response:
    """Return the edit format as a file."""
    content = edit_document(slate.workspace, production_id)
    return attached("edit-format.json", content, "application/json")


@router.post(
    "/edit-format/recover", response_model=ProductionPage, responses=problems(404, 422, 507)
)
def recover_edit_format(slate: TheSlate, production_id: int) -> ProductionPage:
    """Bring back the newest edit format that can be read, where the one that stands can't be."""
    slate.recovery.edit_format(production_id)
    return slate.cut_pages.page(production_id)
