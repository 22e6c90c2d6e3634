"""The desk, and whether the application is ready."""

from fastapi import APIRouter

from zero_slate.services.productions.pages import DeskPage
from zero_slate.web.models import ApiModel
from zero_slate.web.reckoning.route import ReckonedRoute
from zero_slate.web.slate import TheSlate

router = APIRouter(tags=["desk"], route_class=ReckonedRoute)
health = APIRouter(tags=["desk"])


class Health(ApiModel):
    """That the application is ready."""

    status: str
    """`ready`."""


@health.get("/api/health")
async def get_health() -> Health:
    """Answer once the application is ready."""
    return Health(status="ready")


@router.get("/desk")
def get_desk(slate: TheSlate) -> DeskPage:
    """Return the start page: productions and recent shots."""
    return slate.desk.page()
