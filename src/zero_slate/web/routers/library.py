"""The format library."""

from typing import Annotated

from fastapi import APIRouter, File, Response, UploadFile
from pydantic import BaseModel

from zero_slate.services.format_library import FormatLine, ImportedFormats, LibraryPage
from zero_slate.web.routers.desk import Texts
from zero_slate.web.slate import TheSlate

router = APIRouter(prefix="/api/formats", tags=["formats"])


class FormatName(BaseModel):
    """The format that an own one begins from."""

    name: str


class TypedOwnFormat(BaseModel):
    """An own format as it is typed."""

    name: str
    purpose: str = ""
    typed: Texts


@router.get("")
def formats(slate: TheSlate, text: str = "") -> LibraryPage:
    """Return the formats that every word of a text fits."""
    return slate.library.page(text)


@router.get("/own.json", response_class=Response)
def own_formats_file(slate: TheSlate) -> Response:
    """Return the own formats as a file."""
    return Response(
        slate.library.document(),
        media_type="application/json",
        headers={"Content-Disposition": 'attachment; filename="formats.json"'},
    )


@router.post("/begin", status_code=201)
def begin_format(slate: TheSlate, body: FormatName) -> FormatLine:
    """Make an own format from another, under a name that is free."""
    return slate.library.begin(body.name)


@router.post("/file", status_code=201)
def take_formats(slate: TheSlate, file: Annotated[UploadFile, File()]) -> ImportedFormats:
    """Store the formats of a file: the good ones, with the others told."""
    return slate.library.take(file.file.read())


@router.post("", status_code=201)
def add_format(slate: TheSlate, body: TypedOwnFormat) -> FormatLine:
    """Store a new own format."""
    return slate.library.save(body.name, body.purpose, body.typed)


@router.put("/{own_id}")
def change_format(slate: TheSlate, own_id: int, body: TypedOwnFormat) -> FormatLine:
    """Store an own format in place of what it was; shots that use it keep their values."""
    return slate.library.save(body.name, body.purpose, body.typed, own_id)


@router.delete("/{own_id}")
def delete_format(slate: TheSlate, own_id: int) -> FormatLine:
    """Delete an own format; shots that use it keep their values."""
    return slate.library.remove(own_id)
