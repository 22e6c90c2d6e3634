"""The desk: productions, the shots last worked on, starting a production."""

from fastapi import APIRouter
from pydantic import BaseModel

from zero_slate.core.presentation.sheet import SheetRow
from zero_slate.services.productions.pages import DeskPage
from zero_slate.web.slate import TheSlate

router = APIRouter(tags=["desk"])

Texts = dict[str, dict[str, str]]


class NewProduction(BaseModel):
    """A production to start: its edit format as typed, the example of its shots' codes."""

    title: str
    kind: str = ""
    code_example: str | None = None
    typed: Texts = {}


class TypedFormat(BaseModel):
    """An edit format being typed."""

    typed: Texts


class EditFormatRows(BaseModel):
    """An edit format laid out, and why its values can't go together."""

    rows: list[SheetRow]
    problem: str | None


class CreatedShot(BaseModel):
    """The number of what was made."""

    id: int


@router.get("/api/health")
async def health() -> dict[str, str]:
    """Answer once the application is ready."""
    return {"status": "ready"}


@router.get("/api/desk")
def desk(slate: TheSlate) -> DeskPage:
    """Return the start page."""
    return slate.productions.desk()


@router.post("/api/productions", status_code=201)
def start_production(slate: TheSlate, new: NewProduction) -> CreatedShot:
    """Start a production."""
    return CreatedShot(id=slate.productions.start(new.title, new.kind, new.typed, new.code_example))


@router.post("/api/edit-format/reckon")
def reckon_new_edit_format(slate: TheSlate, body: TypedFormat) -> EditFormatRows:
    """Lay out the edit format of a production that isn't started yet."""
    rows, problem = slate.productions.new_edit_format(body.typed)
    return EditFormatRows(rows=list(rows), problem=problem)
