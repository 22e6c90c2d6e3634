"""Shots, versions, edits and productions side by side."""

from typing import Annotated

from fastapi import APIRouter, Query

from zero_slate.services.productions.beside import BesidePage
from zero_slate.web.problems import problems
from zero_slate.web.slate import TheSlate

router = APIRouter(tags=["beside"])

Sides = Annotated[
    list[Annotated[str, Query(max_length=40)]],
    Query(
        min_length=1,
        max_length=20,
        description="What stands at each side: a shot as `s4`, its version as `s4v2`, what its "
        "edit asks as `e4`, a production's edit format as `p1`.",
    ),
]


@router.get("/beside", responses=problems(404, 409, 422))
def lay_side_by_side(slate: TheSlate, of: Sides) -> BesidePage:
    """Return sides, every setting that isn't the same at all of them, and one time for all."""
    return slate.beside.page(of)
