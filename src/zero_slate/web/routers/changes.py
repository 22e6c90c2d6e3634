"""Changes of one shot, seen before they are made."""

from fastapi import APIRouter, Response

from zero_slate.services.changes.one_shot import ChangePage
from zero_slate.services.shots.pages import ShotPage
from zero_slate.web.problems import problems
from zero_slate.web.reckoning.route import ReckonedRoute
from zero_slate.web.routers.requests import SavedShotChange, ShotChange
from zero_slate.web.routers.sheets import answer
from zero_slate.web.slate import TheSlate

router = APIRouter(prefix="/shots/{shot_id}/changes", tags=["changes"], route_class=ReckonedRoute)


@router.post("/preview", responses=problems(403, 404, 422))
def preview_change(slate: TheSlate, shot_id: int, body: ShotChange) -> ChangePage:
    """Show what a change would make of a shot; nothing is stored."""
    return slate.changing.page(shot_id, body.source(), frozenset(body.leave), body.keep)


@router.post("", response_model=ShotPage, responses=problems(403, 404, 409, 422, 507))
def apply_change(slate: TheSlate, shot_id: int, body: SavedShotChange) -> Response:
    """Store a change as one version."""
    leave = frozenset(body.leave)
    return answer(slate.changing.take(shot_id, body.base, body.source(), leave, body.keep))
