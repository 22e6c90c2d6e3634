"""The format library."""

from typing import Annotated

from fastapi import APIRouter, Query, Response

from zero_slate.services.format_library import FormatLine, ImportedFormats, LibraryPage
from zero_slate.web.downloads import JSON_FILE, attached
from zero_slate.web.models import ApiModel, Texts
from zero_slate.web.problems import problems
from zero_slate.web.reckoning.route import ReckonedRoute
from zero_slate.web.slate import TheSlate
from zero_slate.web.uploads import Upload

router = APIRouter(prefix="/formats", tags=["formats"], route_class=ReckonedRoute)


class FormatName(ApiModel):
    """The format that another is made from."""

    name: str
    """Its name in the library."""


class TypedOwnFormat(ApiModel):
    """An own format as it is typed."""

    name: str
    """Its name, which no other format has."""
    purpose: str = ""
    """What it is for, in a few words."""
    typed: Texts
    """Its values, by setting and part; rate, scan and signal may be left empty."""


@router.get("")
def list_formats(
    slate: TheSlate,
    text: Annotated[
        str, Query(max_length=200, description="Words and figures to find formats by.")
    ] = "",
) -> LibraryPage:
    """Return the formats that every word of a text fits."""
    return slate.library.page(text)


@router.get("/own.json", response_class=Response, responses=JSON_FILE)
def download_own_formats(slate: TheSlate) -> Response:
    """Return the own formats as a file."""
    return attached("formats.json", slate.library.document(), "application/json")


@router.post("/duplicate", status_code=201, responses=problems(404, 422, 507))
def duplicate_format(slate: TheSlate, body: FormatName) -> FormatLine:
    """Make an own format from another, under a name that is free."""
    return slate.library.begin(body.name)


@router.post("/file", status_code=201, responses=problems(422, 507))
def import_formats(slate: TheSlate, file: Upload) -> ImportedFormats:
    """Store the formats of a file: the good ones, with the others told."""
    return slate.library.take(file.file.read())


@router.post("", status_code=201, responses=problems(422, 507))
def create_format(slate: TheSlate, body: TypedOwnFormat) -> FormatLine:
    """Store a new own format."""
    return slate.library.save(body.name, body.purpose, body.typed)


@router.put("/{own_id:int}", responses=problems(404, 422, 507))
def change_format(slate: TheSlate, own_id: int, body: TypedOwnFormat) -> FormatLine:
    """Store an own format in place of what it was; shots that use it keep their values."""
    return slate.library.save(body.name, body.purpose, body.typed, own_id)


@router.delete("/{own_id:int}", responses=problems(404, 507))
def delete_format(slate: TheSlate, own_id: int) -> FormatLine:
    """Delete an own format; shots that use it keep their values."""
    return slate.library.remove(own_id)
