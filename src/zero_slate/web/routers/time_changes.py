"""A shot's time: changes seen before they are made, its lock, marks and brief."""

from typing import Annotated

from fastapi import APIRouter, Response
from pydantic import Field

from zero_slate.core.shot.brief import Brief
from zero_slate.core.time.retime import RetimeMode
from zero_slate.services.changes.time_change import TimeChangePage, TypedMark
from zero_slate.services.shots.pages import ShotPage
from zero_slate.web.models import Flag, OnVersion, Whole
from zero_slate.web.problems import problems
from zero_slate.web.reckoning.route import ReckonedRoute
from zero_slate.web.routers.sheets import CHANGED, TypedSheet, answer
from zero_slate.web.slate import TheSlate

router = APIRouter(prefix="/shots/{shot_id}", tags=["time"], route_class=ReckonedRoute)


class TimeChange(TypedSheet):
    """A change of time being typed."""

    keep: RetimeMode = RetimeMode.NUMBERS
    """Whether frames keep their numbers or their timing."""


class SavedTimeChange(TimeChange):
    """A change of time to store."""

    base: Whole
    """The version that it is made on."""


class LockedRange(OnVersion):
    """What the work range's lock is to be."""

    closed: Flag
    """Whether it is closed."""


class SavedMarks(OnVersion):
    """All keys and markers of a shot."""

    marks: Annotated[list[TypedMark], Field(max_length=10_000)]
    """Those it has from now on."""


class SavedBrief(OnVersion):
    """A shot's brief."""

    brief: Brief
    """What it is from now on."""


@router.post("/time-change/preview", responses=problems(404, 422))
def preview_time_change(slate: TheSlate, shot_id: int, body: TimeChange) -> TimeChangePage:
    """Say what a change of rate, range or count would do; nothing is stored."""
    return slate.retiming.page(shot_id, body.typed, body.keep)


@router.post("/time-change", response_model=ShotPage, responses=CHANGED)
def apply_time_change(slate: TheSlate, shot_id: int, body: SavedTimeChange) -> Response:
    """Make a change of time as one new version."""
    return answer(slate.retiming.make(shot_id, body.base, body.typed, body.keep))


@router.put("/lock", response_model=ShotPage, responses=CHANGED)
def set_lock(slate: TheSlate, shot_id: int, body: LockedRange) -> Response:
    """Close the lock on the work range, or open it."""
    return answer(slate.retiming.lock(shot_id, body.base, body.closed))


@router.put("/marks", response_model=ShotPage, responses=CHANGED)
def set_marks(slate: TheSlate, shot_id: int, body: SavedMarks) -> Response:
    """Store a shot's keys and markers in place of those it had."""
    return answer(slate.retiming.set_marks(shot_id, body.base, body.marks))


@router.put("/brief", response_model=ShotPage, responses=CHANGED)
def set_brief(slate: TheSlate, shot_id: int, body: SavedBrief) -> Response:
    """Store a shot's brief."""
    return answer(slate.retiming.set_brief(shot_id, body.base, body.brief))
