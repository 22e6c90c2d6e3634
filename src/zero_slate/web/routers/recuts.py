"""Recuts: the latest cut against one before, and taking it into the shots."""

from typing import Annotated

from fastapi import APIRouter, Query
from pydantic import Field

from zero_slate.services.cuts.recut_answers import RecutPage, RecutResult
from zero_slate.web.models import ApiModel, Flag, Whole
from zero_slate.web.problems import problems
from zero_slate.web.reckoning.route import ReckonedRoute
from zero_slate.web.slate import TheSlate

router = APIRouter(
    prefix="/productions/{production_id}/recut", tags=["recuts"], route_class=ReckonedRoute
)


class AppliedRecut(ApiModel):
    """The shots to apply a recut to."""

    codes: Annotated[list[str], Field(max_length=10_000)] | None = None
    """Their codes; all that are set up where it is left out."""
    against: Whole | None = None
    """The cut that the latest one is laid against; the one before it where it is left out."""


class MatchAnswer(ApiModel):
    """Whether a shot of the latest cut is one of the cut before."""

    code: str
    """The shot's code in the latest cut."""
    former: str
    """The code that it may have had in the cut before."""
    same: Flag
    """Whether they are one shot."""


@router.get("", responses=problems(404))
def get_recut(
    slate: TheSlate,
    production_id: int,
    against: Annotated[
        int | None, Query(description="A cut by its number; the one before the latest if left out.")
    ] = None,
) -> RecutPage:
    """Lay the latest cut against the one before it, or against another."""
    return slate.recuts.page(production_id, against)


@router.post("/apply", responses=problems(404, 422, 507))
def apply_recut(slate: TheSlate, production_id: int, body: AppliedRecut) -> RecutResult:
    """Apply the recut to some shots, or to all that are set up."""
    return slate.recuts.take(production_id, body.codes, body.against)


@router.post("/answers", status_code=204, responses=problems(404, 422, 507))
def answer_match(slate: TheSlate, production_id: int, body: MatchAnswer) -> None:
    """Keep whether a shot of the latest cut is one of the cut before."""
    slate.recuts.answer(production_id, body.code, body.former, body.same)
