"""The house setup."""

from fastapi import APIRouter

from zero_slate.services.house import HousePage
from zero_slate.web.models import ApiModel, Flag, Keys, OnVersion, Texts, Whole
from zero_slate.web.problems import problems
from zero_slate.web.reckoning.route import ReckonedRoute
from zero_slate.web.slate import TheSlate

router = APIRouter(prefix="/house", tags=["house setup"], route_class=ReckonedRoute)


class HouseRequest(ApiModel):
    """A house setup that is wanted: typed, as a shot's setup, or as shipped."""

    typed: Texts = {}
    """What is typed, by setting and part."""
    shot: Whole | None = None
    """A shot whose setup is to be the house's."""
    shipped: Flag = False
    """Whether it is to be as shipped."""
    leave: Keys = []
    """Settings that stay as they are all the same."""


class SavedHouse(HouseRequest):
    """A house setup to store."""

    base: Whole
    """The version that it is made on."""


@router.get("")
def get_house(slate: TheSlate) -> HousePage:
    """Return the house setup."""
    return slate.house.page()


@router.post("/preview", responses=problems(404, 422))
def preview_house(slate: TheSlate, body: HouseRequest) -> HousePage:
    """Show what a change of the house setup would do; nothing is stored."""
    return slate.house.page(body.typed, body.shot, body.shipped, frozenset(body.leave))


@router.put("", responses=problems(404, 409, 422, 507))
def change_house(slate: TheSlate, body: SavedHouse) -> HousePage:
    """Store another house setup."""
    leave = frozenset(body.leave)
    return slate.house.change(body.base, body.typed, body.shot, body.shipped, leave)


@router.post("/undo", responses=problems(422, 507))
def undo_house(slate: TheSlate, body: OnVersion) -> HousePage:
    """Bring back the house setup before the latest change."""
    return slate.house.undo(body.base)
