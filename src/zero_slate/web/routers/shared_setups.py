"""Setups that several shots share."""

from fastapi import APIRouter

from zero_slate.services.changes.shared_setups import SharedLine
from zero_slate.web.models import ApiModel, CreatedId, ShotIds
from zero_slate.web.problems import problems
from zero_slate.web.reckoning.route import ReckonedRoute
from zero_slate.web.slate import TheSlate

router = APIRouter(
    prefix="/productions/{production_id}/shared-setups",
    tags=["shared setups"],
    route_class=ReckonedRoute,
)


class SomeShots(ApiModel):
    """Some shots of a production."""

    shots: ShotIds
    """Their numbers."""


class SharingShots(SomeShots):
    """Shots that are to share a setup."""

    name: str
    """What the shared setup is called, 1 to 60 characters."""


@router.get("", responses=problems(404))
def list_shared_setups(slate: TheSlate, production_id: int) -> list[SharedLine]:
    """Return the setups that several shots share."""
    return list(slate.shared_setups.shared(production_id))


@router.post("", status_code=201, responses=problems(404, 422, 507))
def share_setup(slate: TheSlate, production_id: int, body: SharingShots) -> CreatedId:
    """Let several shots share a setup."""
    return CreatedId(id=slate.shared_setups.share(production_id, body.name, body.shots))


@router.post("/leave", status_code=204, responses=problems(404, 422, 507))
def leave_shared_setup(slate: TheSlate, production_id: int, body: SomeShots) -> None:
    """Let shots go of the setup that they share."""
    slate.shared_setups.unshare(production_id, body.shots)
