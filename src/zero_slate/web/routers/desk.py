"""The desk, and whether the application is ready."""

from typing import Annotated

from fastapi import APIRouter, Query

from zero_slate.core.base.ranking import LONGEST_QUERY
from zero_slate.core.base.texts import LARGEST_NUMBER
from zero_slate.core.checks.finding import State
from zero_slate.services.productions.desk_shots import (
    MOST_SHOWN,
    SHOWN,
    DeskOrder,
    DeskShots,
)
from zero_slate.services.productions.pages import DeskPage
from zero_slate.services.productions.since import SinceLine
from zero_slate.web.models import ApiModel
from zero_slate.web.problems import problems
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


Number = Annotated[int, Query(ge=1, le=LARGEST_NUMBER)]


@router.get("/desk/shots")
def find_shots(
    slate: TheSlate,
    text: Annotated[
        str,
        Query(
            max_length=LONGEST_QUERY,
            description="Words of a code, a title, a production, a state, an artist or a date.",
        ),
    ] = "",
    state: Annotated[
        list[State] | None, Query(max_length=5, description="Only shots in these states.")
    ] = None,
    artist: Annotated[
        str, Query(max_length=120, description="Only shots that this one saved last.")
    ] = "",
    order: Annotated[
        DeskOrder | None,
        Query(description="How they are sorted; left out, the best first, or the newest."),
    ] = None,
    shot: Annotated[
        list[Number] | None,
        Query(max_length=500, description="The shots of these numbers, in this order."),
    ] = None,
    limit: Annotated[
        int, Query(ge=0, le=MOST_SHOWN, description="How many to give at the most.")
    ] = SHOWN,
) -> DeskShots:
    """Return shots of every production that fit."""
    return slate.desk_shots.find(text, state or (), artist, order, shot, limit)


@router.get("/desk/since", responses=problems(422))
def list_changes_since(
    slate: TheSlate,
    at: Annotated[str, Query(max_length=40, description="The moment, as ISO 8601 writes it.")],
) -> tuple[SinceLine, ...]:
    """Return what others changed since a moment, and which newer versions came to the volumes."""
    return slate.since.lines(at)
