"""Finding anything by one line."""

from typing import Annotated

from fastapi import APIRouter, Query

from zero_slate.core.base.ranking import LONGEST_QUERY
from zero_slate.core.base.texts import LARGEST_NUMBER
from zero_slate.services.productions.finding import FoundLine
from zero_slate.web.slate import TheSlate

router = APIRouter(tags=["finding"])


@router.get("/find")
def find_anything(
    slate: TheSlate,
    text: Annotated[str, Query(max_length=LONGEST_QUERY, description="Words to find by.")],
    shot: Annotated[
        int | None, Query(ge=1, le=LARGEST_NUMBER, description="The shot that is open.")
    ] = None,
    production: Annotated[
        int | None, Query(ge=1, le=LARGEST_NUMBER, description="The production that is open.")
    ] = None,
) -> tuple[FoundLine, ...]:
    """Return shots, productions, settings, formats and actions that fit, the best first."""
    return slate.finding.find(text, shot, production)
