"""A shot's sheet: previewed as it is typed, saved, undone, redone, printed."""

from typing import Annotated, Literal

from fastapi import APIRouter, Response
from pydantic import Field, TypeAdapter

from zero_slate.core.presentation.hints import Hint
from zero_slate.core.time.frames import FrameRange
from zero_slate.services.changes.provenance import Provenance
from zero_slate.services.quick_line import QuickPage
from zero_slate.services.shots.pages import ShotHead, ShotPage
from zero_slate.services.shots.standing import put_on_stand
from zero_slate.web.downloads import attached, gives
from zero_slate.web.models import ApiModel, Flag, OnVersion, Texts, Whole
from zero_slate.web.problems import problems
from zero_slate.web.reckoning.route import ReckonedRoute
from zero_slate.web.slate import TheSlate

router = APIRouter(prefix="/shots/{shot_id}", tags=["sheets"], route_class=ReckonedRoute)

_page = TypeAdapter(ShotPage)
CHANGED = problems(404, 409, 422, 507)


def answer(page: ShotPage) -> Response:
    """Write a page straight out: it was just made, and a keystroke waits for it."""
    return Response(_page.dump_json(page), media_type="application/json")


class TypedSheet(ApiModel):
    """Fields being typed."""

    typed: Texts
    """What is typed, by setting and part."""


class ViewedFrames(ApiModel):
    """The part of the frame rule that is looked at."""

    first: Whole
    """Its first frame."""
    last: Whole
    """Its last frame."""


class SheetPreview(TypedSheet):
    """Fields being typed, and what is looked at."""

    view: ViewedFrames | None = None
    """The part of the frame rule that is looked at; all of it where it is left out."""
    setting: str | None = None
    """The row that is selected, whose drawing is wanted; all drawings where it is left out."""
    frame: Whole | None = None
    """The frame that a stand is drawn at; where the cut begins where it is left out."""


class PutOnStand(TypedSheet):
    """Something of the stand that is taken hold of."""

    what: Annotated[str, Field(max_length=80)]
    """`focus`, `converge`, or an element by its name, as `element:keeper`."""
    metres: Annotated[float, Field(allow_inf_nan=False)]
    """How far from the camera it is put."""
    frame: Whole
    """The frame that it is put there at."""
    keyed: Flag = False
    """Whether it moves from now on: it is there at this frame alone."""


class PutTexts(ApiModel):
    """What would be typed."""

    texts: dict[str, dict[str, str]]
    """The fields' texts, by setting and part."""


class SavedSheet(TypedSheet):
    """Fields and reasons to store."""

    base: Whole
    """The version that they are made on."""
    reasons: Annotated[dict[str, str | None], Field(max_length=64)] = {}
    """Why settings differ, by setting; empty takes a reason back."""


class QuickLine(ApiModel):
    """A quick line as it is typed."""

    line: str
    """The words, as typed."""
    chosen: Annotated[dict[str, str], Field(max_length=64)] = {}
    """The settings that ambiguous words were said to be, by word."""


@router.get("", response_model=ShotPage, responses=problems(404, 409))
def get_sheet(slate: TheSlate, shot_id: int) -> Response:
    """Return the sheet as it is stored."""
    return answer(slate.shots.page(shot_id))


@router.post("/recover", response_model=ShotPage, responses=problems(404, 409, 422, 507))
def recover_shot(slate: TheSlate, shot_id: int) -> Response:
    """Bring back the newest version that can be opened, where the one that stands can't be."""
    slate.recovery.shot(shot_id)
    return answer(slate.shots.page(shot_id))


@router.get("/hints/{setting}", responses=problems(404, 409))
def get_hint(slate: TheSlate, shot_id: int, setting: str) -> Hint:
    """Return what a setting is, and what would be otherwise in this shot if it were another."""
    return slate.hints.of(shot_id, setting)


@router.get("/head", responses=problems(404, 409))
def get_shot_head(slate: TheSlate, shot_id: int) -> ShotHead:
    """Return the version that stands, and what it is called."""
    return slate.shots.load(shot_id).head


@router.post("/preview", response_model=ShotPage, responses=problems(404, 422))
def preview_sheet(slate: TheSlate, shot_id: int, body: SheetPreview) -> Response:
    """Return the sheet as it would be with what is typed; nothing is stored."""
    view = FrameRange(body.view.first, body.view.last) if body.view else None
    return answer(slate.shots.page(shot_id, body.typed, view, body.setting, body.frame))


@router.post("/stand/put", responses=problems(404, 422))
def put_on_the_stand(slate: TheSlate, shot_id: int, body: PutOnStand) -> PutTexts:
    """Return what would be typed for something of the stand that is put elsewhere."""
    texts = put_on_stand(
        slate.shots, shot_id, body.typed, body.what, body.metres, body.frame, keyed=body.keyed
    )
    return PutTexts(texts=texts)


@router.put("/setup", response_model=ShotPage, responses=CHANGED)
def save_sheet(slate: TheSlate, shot_id: int, body: SavedSheet) -> Response:
    """Store what is typed as a new version."""
    return answer(slate.shots.save(shot_id, body.base, body.typed, body.reasons))


@router.post("/undo", response_model=ShotPage, responses=CHANGED)
def undo_shot(slate: TheSlate, shot_id: int, body: OnVersion) -> Response:
    """Bring back the content before the last change."""
    return answer(slate.shots.undo(shot_id, body.base))


@router.post("/redo", response_model=ShotPage, responses=CHANGED)
def redo_shot(slate: TheSlate, shot_id: int, body: OnVersion) -> Response:
    """Bring back what undo took away."""
    return answer(slate.shots.redo(shot_id, body.base))


@router.post("/quick-line/preview", responses=problems(404, 422))
def preview_quick_line(slate: TheSlate, shot_id: int, body: QuickLine) -> QuickPage:
    """Show what each word of a quick line was understood as; nothing is stored."""
    return slate.quick.page(shot_id, body.line, body.chosen)


@router.get("/provenance/{setting}", responses=problems(404, 422))
def get_provenance(slate: TheSlate, shot_id: int, setting: str) -> Provenance:
    """Return where a setting's value comes from: each level that says something of it."""
    return slate.provenances.of(shot_id, setting)


@router.get(
    "/sheet.pdf",
    response_class=Response,
    responses={**problems(404), **gives("application/pdf")},
)
def download_sheet(slate: TheSlate, shot_id: int) -> Response:
    """Return the sheet as a PDF of one page."""
    return attached(*slate.printing.sheet(shot_id), "application/pdf", "inline")


_CHARTS = {"png": "image/png", "exr": "image/x-exr"}


@router.get(
    "/framing.{form}",
    response_class=Response,
    responses={
        **problems(404, 422),
        200: {
            "description": "The chart.",
            "content": {
                each: {"schema": {"type": "string", "format": "binary"}}
                for each in _CHARTS.values()
            },
        },
    },
)
def download_framing_chart(slate: TheSlate, shot_id: int, form: Literal["png", "exr"]) -> Response:
    """Return the framing chart at canvas size, as png or exr."""
    return attached(*slate.printing.chart(shot_id, form), _CHARTS[form], "inline")
