"""The house setup."""

from fastapi import APIRouter
from pydantic import BaseModel

from zero_slate.services.house import HousePage
from zero_slate.web.routers.desk import Texts
from zero_slate.web.slate import TheSlate

router = APIRouter(prefix="/api/house", tags=["house"])


class WantedHouse(BaseModel):
    """A house setup that is wanted: typed, as a shot's setup, or as shipped; `leave` stays."""

    typed: Texts = {}
    shot: int | None = None
    shipped: bool = False
    leave: list[str] = []


class TakenHouse(WantedHouse):
    """A house setup to store, made on version `base`."""

    base: int


class HouseBase(BaseModel):
    """The version that is being looked at."""

    base: int


@router.get("")
def house(slate: TheSlate) -> HousePage:
    """Return the house setup."""
    return slate.house.page()


@router.post("/reckon")
def reckon_house(slate: TheSlate, body: WantedHouse) -> HousePage:
    """Show what a change of the house setup would do."""
    return slate.house.page(body.typed, body.shot, body.shipped, frozenset(body.leave))


@router.put("")
def change_house(slate: TheSlate, body: TakenHouse) -> HousePage:
    """Store another house setup."""
    leave = frozenset(body.leave)
    return slate.house.change(body.base, body.typed, body.shot, body.shipped, leave)


@router.post("/undo")
def undo_house(slate: TheSlate, body: HouseBase) -> HousePage:
    """Bring back the house setup before the latest change."""
    return slate.house.undo(body.base)
