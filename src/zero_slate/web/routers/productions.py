"""Productions: started, and laid out as their cuts."""

from fastapi import APIRouter

from zero_slate.core.presentation.sheet import SheetRow
from zero_slate.services.productions.pages import ProductionPage
from zero_slate.web.models import ApiModel, CreatedId, Texts
from zero_slate.web.problems import problems
from zero_slate.web.reckoning.route import ReckonedRoute
from zero_slate.web.slate import TheSlate

router = APIRouter(tags=["productions"], route_class=ReckonedRoute)


class NewProduction(ApiModel):
    """A production to start."""

    title: str
    """Its title, 1 to 120 characters."""
    kind: str = ""
    """The kind of job, in a few words."""
    code_example: str | None = None
    """An example of its shots' codes, as `FRO_0030`; the usual one where it is left out."""
    typed: Texts = {}
    """Its edit format as typed; what isn't comes from the house setup."""


class TypedFormat(ApiModel):
    """An edit format being typed."""

    typed: Texts
    """What is typed, by setting and part."""


class EditFormatRows(ApiModel):
    """An edit format laid out."""

    rows: list[SheetRow]
    """Its settings."""
    problem: str | None
    """Why its values can't go together, if they can't."""


@router.post("/productions", status_code=201, responses=problems(422, 507))
def create_production(slate: TheSlate, body: NewProduction) -> CreatedId:
    """Start a production."""
    made = slate.productions.start(body.title, body.kind, body.typed, body.code_example)
    return CreatedId(id=made)


@router.post("/edit-format/preview", responses=problems(422))
def preview_new_edit_format(slate: TheSlate, body: TypedFormat) -> EditFormatRows:
    """Lay out the edit format of a production that isn't started yet."""
    rows, problem = slate.productions.new_edit_format(body.typed)
    return EditFormatRows(rows=list(rows), problem=problem)


@router.get("/productions/{production_id}", responses=problems(404, 409))
def get_production(slate: TheSlate, production_id: int) -> ProductionPage:
    """Lay a production out as its latest cut."""
    return slate.cut_pages.page(production_id)
