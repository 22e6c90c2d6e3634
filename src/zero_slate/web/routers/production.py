"""A production: its cut, its edit format, and the shots made in it."""

from typing import Annotated

from fastapi import APIRouter, File, Form, Response, UploadFile
from pydantic import BaseModel

from zero_slate.files.setup_files import read_setup
from zero_slate.services.cuts.reading import CutPreview
from zero_slate.services.cuts.recutting import RecutPage, RecutResult
from zero_slate.services.productions.pages import EditFormatPage, ProductionPage
from zero_slate.services.shots_all import Span
from zero_slate.web.routers.desk import CreatedShot, Texts
from zero_slate.web.slate import TheSlate

router = APIRouter(prefix="/api/productions/{production_id}", tags=["production"])

Upload = Annotated[UploadFile, File()]
OptionalText = Annotated[str | None, Form()]


class ChangedFormat(BaseModel):
    """An edit format being changed; `along` brings the shots that had its old values,
    but those left `out`."""

    typed: Texts
    along: bool = False
    out: list[int] = []


class TakenFormat(ChangedFormat):
    """A changed edit format to store, made on version `base`."""

    base: int


class ChangeNumber(BaseModel):
    """The number of a change, to take it back by; None where nothing changed."""

    id: int | None


class NewShot(BaseModel):
    """A shot to set up from its event."""

    code: str


class NewComp(BaseModel):
    """One shot to set up for several events."""

    code: str
    events: list[str]


class NewShotByHand(BaseModel):
    """A shot that isn't in the cut: in and out by timecode, and a length, as typed."""

    code: str
    title: str = ""
    into: str = ""
    out: str = ""
    length: str = ""


class TakenRecut(BaseModel):
    """The shots to take a recut into, all that are set up where none are named."""

    codes: list[str] | None = None
    against: int | None = None


class MatchAnswer(BaseModel):
    """Whether a shot of the latest cut is one of the cut before."""

    code: str
    former: str
    same: bool


class CutNumber(BaseModel):
    """The number a cut was given."""

    number: int


@router.get("")
def production(slate: TheSlate, production_id: int) -> ProductionPage:
    """Lay a production out as its latest cut."""
    return slate.productions.page(production_id)


@router.post("/edit-format/reckon")
def reckon_edit_format(slate: TheSlate, production_id: int, body: ChangedFormat) -> EditFormatPage:
    """Show what changing the edit format would touch."""
    return slate.productions.edit_format(production_id, body.typed, body.along, frozenset(body.out))


@router.put("/edit-format")
def change_edit_format(slate: TheSlate, production_id: int, body: TakenFormat) -> ChangeNumber:
    """Store a changed edit format and the shots that follow it, as one change."""
    out = frozenset(body.out)
    made = slate.batches.change_edit_format(production_id, body.base, body.typed, body.along, out)
    return ChangeNumber(id=made)


@router.get("/edit-format.json", response_class=Response)
def edit_format_file(slate: TheSlate, production_id: int) -> Response:
    """Return the edit format as a file."""
    return Response(
        slate.productions.edit_document(production_id),
        media_type="application/json",
        headers={"Content-Disposition": 'attachment; filename="edit-format.json"'},
    )


@router.post("/cuts/preview")
def preview_cut(
    slate: TheSlate,
    production_id: int,
    file: Upload,
    rate: OptionalText = None,
    code_example: OptionalText = None,
) -> CutPreview:
    """Read a cut list and show what it holds; nothing is stored."""
    return slate.cuts.preview(production_id, file.file.read(), rate, code_example)


@router.post("/cuts", status_code=201)
def take_cut(
    slate: TheSlate,
    production_id: int,
    file: Upload,
    rate: OptionalText = None,
    code_example: OptionalText = None,
) -> CutNumber:
    """Store a cut list as the next cut."""
    name = file.filename or "cut"
    number = slate.cuts.take(production_id, file.file.read(), name, rate, code_example)
    return CutNumber(number=number)


@router.post("/shots", status_code=201)
def set_up_shot(slate: TheSlate, production_id: int, body: NewShot) -> CreatedShot:
    """Set up a shot from its event in the latest cut."""
    return CreatedShot(id=slate.shots.set_up_from_event(production_id, body.code))


@router.post("/comps", status_code=201)
def set_up_comp(slate: TheSlate, production_id: int, body: NewComp) -> CreatedShot:
    """Set up one shot for several adjoining events of the latest cut."""
    return CreatedShot(id=slate.shots.set_up_comp(production_id, body.code, tuple(body.events)))


@router.post("/shots-by-hand", status_code=201)
def set_up_by_hand(slate: TheSlate, production_id: int, body: NewShotByHand) -> CreatedShot:
    """Set up a shot that isn't in the cut, by in and out points or a length."""
    span = Span(body.into, body.out, body.length)
    return CreatedShot(id=slate.shots.set_up_by_hand(production_id, body.code, body.title, span))


@router.get("/recut")
def recut(slate: TheSlate, production_id: int, against: int | None = None) -> RecutPage:
    """Lay the latest cut against the one before it, or against another."""
    return slate.recuts.page(production_id, against)


@router.post("/recut/take")
def take_recut(slate: TheSlate, production_id: int, body: TakenRecut) -> RecutResult:
    """Take the recut into some shots, or into all that are set up."""
    return slate.recuts.take(production_id, body.codes, body.against)


@router.post("/recut/answers", status_code=204)
def answer_doubt(slate: TheSlate, production_id: int, body: MatchAnswer) -> None:
    """Keep whether a shot of the latest cut is one of the cut before."""
    slate.recuts.answer(production_id, body.code, body.former, body.same)


@router.post("/setup-file", status_code=201)
def open_setup_file(slate: TheSlate, production_id: int, file: Upload) -> CreatedShot:
    """Make a shot from a setup file, or a new version of the shot with its code."""
    document = read_setup(file.file.read())
    name = file.filename or "a setup file"
    return CreatedShot(id=slate.shots.take_document(production_id, document, name))
