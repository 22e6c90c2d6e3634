"""A shot's sheet: reckoned as it is typed, saved, undone, redone."""

from fastapi import APIRouter, Response
from pydantic import BaseModel, TypeAdapter

from zero_slate.core.time.frames import FrameRange
from zero_slate.services.shots.pages import ShotHead, ShotPage
from zero_slate.web.routers.desk import Texts
from zero_slate.web.slate import TheSlate

router = APIRouter(prefix="/api/shots/{shot_id}", tags=["shot"])


_page = TypeAdapter(ShotPage)


def answer(page: ShotPage) -> Response:
    """Write a page straight out: it was just made, and a keystroke waits for it."""
    return Response(_page.dump_json(page), media_type="application/json")


class TypedSheet(BaseModel):
    """Fields being typed, by setting and part."""

    typed: Texts


class LookedAt(TypedSheet):
    """Fields being typed, and the part of the frame rule that is looked at."""

    view: FrameRange | None = None


class SavedSheet(TypedSheet):
    """Fields and reasons to store, made on version `base`."""

    base: int
    reasons: dict[str, str | None] = {}


class OnVersion(BaseModel):
    """The version that is being looked at."""

    base: int


@router.get("", response_model=ShotPage)
def sheet(slate: TheSlate, shot_id: int) -> Response:
    """Return the sheet as it is stored."""
    return answer(slate.shots.page(shot_id))


@router.get("/head")
def head(slate: TheSlate, shot_id: int) -> ShotHead:
    """Return the version that stands, and what it is called."""
    return slate.shots.load(shot_id).head


@router.post("/reckon", response_model=ShotPage)
async def reckon(slate: TheSlate, shot_id: int, body: LookedAt) -> Response:
    """Return the sheet as it would be with what is typed; nothing is stored.

    It runs on the event loop itself: a few milliseconds of reckoning, and no hop to a thread.
    """
    return answer(slate.shots.page(shot_id, body.typed, body.view))


@router.put("/setup", response_model=ShotPage)
def save(slate: TheSlate, shot_id: int, body: SavedSheet) -> Response:
    """Store what is typed as a new version."""
    return answer(slate.shots.save(shot_id, body.base, body.typed, body.reasons))


@router.post("/undo", response_model=ShotPage)
def undo(slate: TheSlate, shot_id: int, body: OnVersion) -> Response:
    """Bring back the content before the last change."""
    return answer(slate.shots.undo(shot_id, body.base))


@router.post("/redo", response_model=ShotPage)
def redo(slate: TheSlate, shot_id: int, body: OnVersion) -> Response:
    """Bring back what undo took away."""
    return answer(slate.shots.redo(shot_id, body.base))


@router.get("/sheet.pdf", response_class=Response)
def printed_sheet(slate: TheSlate, shot_id: int) -> Response:
    """Return the sheet as a PDF of one page."""
    return _named(*slate.printing.sheet(shot_id), "application/pdf")


@router.get("/framing.{form}", response_class=Response)
def framing_chart(slate: TheSlate, shot_id: int, form: str) -> Response:
    """Return the framing chart at canvas size, as png or exr."""
    types = {"png": "image/png", "exr": "image/x-exr"}
    name, content = slate.printing.chart(shot_id, form)
    return _named(name, content, types[form])


def _named(name: str, content: bytes, media_type: str) -> Response:
    headers = {"Content-Disposition": f'inline; filename="{name}"'}
    return Response(content, media_type=media_type, headers=headers)
