"""Changes of several shots as one: seen, made, undone."""

from typing import Annotated

from fastapi import APIRouter, Depends

from zero_slate.services.changes.effects import Window
from zero_slate.services.changes.several_shots import BatchEntry, BatchPage, UndoneBatch
from zero_slate.web.models import CreatedId, window
from zero_slate.web.problems import problems
from zero_slate.web.reckoning.route import ReckonedRoute
from zero_slate.web.routers.requests import ShotsChange
from zero_slate.web.slate import TheSlate

router = APIRouter(tags=["batches"], route_class=ReckonedRoute)


@router.post("/productions/{production_id}/batches/preview", responses=problems(403, 404, 422))
def preview_batch(
    slate: TheSlate,
    production_id: int,
    body: ShotsChange,
    part: Annotated[Window, Depends(window)],
) -> BatchPage:
    """Show what a change would make of several shots; nothing is stored."""
    leave = frozenset(body.leave)
    return slate.batches.page(production_id, body.source(), body.shots, leave, part)


@router.post(
    "/productions/{production_id}/batches",
    status_code=201,
    responses=problems(403, 404, 422, 507),
)
def create_batch(slate: TheSlate, production_id: int, body: ShotsChange) -> CreatedId:
    """Store a change of several shots as one."""
    leave = frozenset(body.leave)
    return CreatedId(id=slate.batches.take(production_id, body.source(), body.shots, leave))


@router.get("/productions/{production_id}/batches", responses=problems(404))
def list_batches(
    slate: TheSlate, production_id: int, part: Annotated[Window, Depends(window)]
) -> list[BatchEntry]:
    """Return the last changes to several shots, the newest first."""
    return list(slate.batches.latest(production_id, part))


@router.post("/batches/{batch_id}/undo", responses=problems(404, 422, 507))
def undo_batch(slate: TheSlate, batch_id: int) -> UndoneBatch:
    """Take a change of several shots back, whole."""
    return slate.batches.undo(batch_id)
