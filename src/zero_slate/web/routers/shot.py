"""A shot's sheet: reckoned as it is typed, saved, undone, redone."""

from fastapi import APIRouter
from pydantic import BaseModel

from zero_slate.services.shots import ShotHead, ShotPage
from zero_slate.web.routers.desk import Texts
from zero_slate.web.slate import TheSlate

router = APIRouter(prefix="/api/shots/{shot_id}", tags=["shot"])


class TypedSheet(BaseModel):
    """Fields being typed, by setting and part."""

    typed: Texts


class SavedSheet(TypedSheet):
    """Fields and reasons to store, made on version `base`."""

    base: int
    reasons: dict[str, str | None] = {}


class Base(BaseModel):
    """The version that is being looked at."""

    base: int


@router.get("")
def sheet(slate: TheSlate, shot_id: int) -> ShotPage:
    """Return the sheet as it is stored."""
    return slate.shots.page(shot_id)


@router.get("/head")
def head(slate: TheSlate, shot_id: int) -> ShotHead:
    """Return the version that stands, and what it is called."""
    return slate.shots.load(shot_id).head


@router.post("/reckon")
def reckon(slate: TheSlate, shot_id: int, body: TypedSheet) -> ShotPage:
    """Return the sheet as it would be with what is typed; nothing is stored."""
    return slate.shots.page(shot_id, body.typed)


@router.put("/setup")
def save(slate: TheSlate, shot_id: int, body: SavedSheet) -> ShotPage:
    """Store what is typed as a new version."""
    return slate.shots.save(shot_id, body.base, body.typed, body.reasons)


@router.post("/undo")
def undo(slate: TheSlate, shot_id: int, body: Base) -> ShotPage:
    """Bring back the content before the last change."""
    return slate.shots.undo(shot_id, body.base)


@router.post("/redo")
def redo(slate: TheSlate, shot_id: int, body: Base) -> ShotPage:
    """Bring back what undo took away."""
    return slate.shots.redo(shot_id, body.base)
