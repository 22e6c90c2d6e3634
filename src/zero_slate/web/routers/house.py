"""The house setup."""

from fastapi import APIRouter
from pydantic import BaseModel

from zero_slate.services.house import HousePage
from zero_slate.web.slate import TheSlate

router = APIRouter(prefix="/api/house", tags=["house"])


class TypedHouse(BaseModel):
    """The house setup's length as it is typed."""

    length: str


@router.get("")
def house(slate: TheSlate) -> HousePage:
    """Return the house setup."""
    return slate.house.page()


@router.put("")
def change_house(slate: TheSlate, body: TypedHouse) -> HousePage:
    """Store another house setup."""
    return slate.house.change(body.length)
