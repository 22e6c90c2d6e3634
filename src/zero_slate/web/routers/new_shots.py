"""New shots: from the cut, several at once, by hand, or from a setup file."""

from typing import Annotated

from fastapi import APIRouter
from pydantic import Field

from zero_slate.files.setup_files import read_setup
from zero_slate.services.changes.starting import CreatedShots
from zero_slate.services.shots.making import OpenedSetup, TypedSpan
from zero_slate.web.models import ApiModel, CreatedId
from zero_slate.web.problems import problems
from zero_slate.web.routers.requests import ChangeSource
from zero_slate.web.slate import TheSlate
from zero_slate.web.uploads import Upload

router = APIRouter(prefix="/productions/{production_id}", tags=["new shots"])

Codes = Annotated[list[str], Field(max_length=10_000)]


class NewShot(ApiModel):
    """A shot to set up from its event."""

    code: str
    """The event's code in the latest cut."""


class NewComp(ApiModel):
    """One shot to set up for several events."""

    code: str
    """The comp's own code."""
    events: Codes
    """The codes of adjoining events of the latest cut."""


class NewShotByHand(ApiModel):
    """A shot that isn't in the cut, as long as is typed or as the house setup says."""

    code: str
    """Its code."""
    title: str = ""
    """Its title."""
    into: str = ""
    """Where it begins, as timecode."""
    out: str = ""
    """Where it ends, as timecode, exclusive."""
    length: str = ""
    """How long it is: `96`, `4s`, `6+12`, `48x2`."""


class NewShots(ApiModel):
    """Several shots to set up."""

    codes: Codes
    """Their codes; those in the cut are set up from their events, the others by hand."""
    start: ChangeSource | None = None
    """What they start from, over what the cut or the house setup says."""


@router.post("/shots", status_code=201, responses=problems(404, 422, 507))
def create_shot(slate: TheSlate, production_id: int, body: NewShot) -> CreatedId:
    """Set up a shot from its event in the latest cut."""
    return CreatedId(id=slate.new_shots.set_up_from_event(production_id, body.code))


@router.post("/comps", status_code=201, responses=problems(404, 422, 507))
def create_comp(slate: TheSlate, production_id: int, body: NewComp) -> CreatedId:
    """Set up one shot for several adjoining events of the latest cut."""
    made = slate.new_shots.set_up_comp(production_id, body.code, tuple(body.events))
    return CreatedId(id=made)


@router.post("/shots-by-hand", status_code=201, responses=problems(404, 422, 507))
def create_shot_by_hand(slate: TheSlate, production_id: int, body: NewShotByHand) -> CreatedId:
    """Set up a shot that isn't in the cut, by in and out points or a length."""
    span = TypedSpan(body.into, body.out, body.length)
    made = slate.new_shots.set_up_by_hand(production_id, body.code, body.title, span)
    return CreatedId(id=made)


@router.post("/start", status_code=201, responses=problems(404, 422, 507))
def create_shots(slate: TheSlate, production_id: int, body: NewShots) -> CreatedShots:
    """Set up several shots that start from something, all or none."""
    source = body.start.source() if body.start else None
    return slate.starting.begin(production_id, body.codes, source)


@router.post("/setup-file/preview", responses=problems(404, 422))
def preview_setup_file(slate: TheSlate, production_id: int, file: Upload) -> OpenedSetup:
    """Say what opening a setup file would make of the production's shot; nothing is stored."""
    return slate.new_shots.preview_document(production_id, read_setup(file.file.read()))


@router.post("/setup-file", status_code=201, responses=problems(404, 422, 507))
def open_setup_file(slate: TheSlate, production_id: int, file: Upload) -> CreatedId:
    """Make a shot from a setup file, or a new version of the shot with its code."""
    document = read_setup(file.file.read())
    name = file.filename or "a setup file"
    return CreatedId(id=slate.new_shots.take_document(production_id, document, name))
