"""Frames to ask for: listed, noted as they come, and taken out as files."""

from fastapi import APIRouter, Response

from zero_slate.core.base.safe_names import safe_code
from zero_slate.services.cuts.frame_requests import RequestsPage, as_csv, as_text
from zero_slate.web.downloads import attached, gives
from zero_slate.web.models import ApiModel, Flag
from zero_slate.web.problems import problems
from zero_slate.web.reckoning.route import ReckonedRoute
from zero_slate.web.slate import TheSlate

router = APIRouter(
    prefix="/productions/{production_id}/frame-requests", tags=["recuts"], route_class=ReckonedRoute
)


class GotFrames(ApiModel):
    """Whether frames have come."""

    got: Flag
    """Whether they have."""


@router.get("", responses=problems(404))
def get_requests(slate: TheSlate, production_id: int) -> RequestsPage:
    """List the frames to ask for, since the recuts that need them were applied."""
    return slate.requests.page(production_id)


@router.put("/{shot_id}/{cut}", status_code=204, responses=problems(404, 422, 507))
def note_request(
    slate: TheSlate, production_id: int, shot_id: int, cut: int, body: GotFrames
) -> None:
    """Note that the frames a shot needs since a cut have come, or that they haven't yet."""
    slate.requests.note(production_id, shot_id, cut, got=body.got)


@router.delete("/{shot_id}/{cut}", status_code=204, responses=problems(404, 507))
def remove_request(slate: TheSlate, production_id: int, shot_id: int, cut: int) -> None:
    """Remove a request that isn't needed."""
    slate.requests.remove(production_id, shot_id, cut)


@router.get(".csv", responses={**gives("text/csv"), **problems(404)}, response_class=Response)
def requests_as_csv(slate: TheSlate, production_id: int) -> Response:
    """The list as CSV."""
    page = slate.requests.page(production_id)
    return attached(_name(page, "csv"), as_csv(page).encode("utf-8-sig"), "text/csv")


@router.get(".txt", responses={**gives("text/plain"), **problems(404)}, response_class=Response)
def requests_as_text(slate: TheSlate, production_id: int) -> Response:
    """What is still to come, as a text to send."""
    page = slate.requests.page(production_id)
    return attached(_name(page, "txt"), as_text(page).encode(), "text/plain; charset=utf-8")


def _name(page: RequestsPage, ending: str) -> str:
    return f"{safe_code(page.title)}_to_ask_for.{ending}"
