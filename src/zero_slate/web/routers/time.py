"""A shot's time: changes seen before they are made, its lock, marks and brief."""

from fastapi import APIRouter

from zero_slate.core.shot.brief import Brief
from zero_slate.core.time.retime import RetimeMode
from zero_slate.services.changes.time_change import TimeChangePage, TypedMark
from zero_slate.services.shots.pages import ShotPage
from zero_slate.web.routers.shot import OnVersion, TypedSheet
from zero_slate.web.slate import TheSlate

router = APIRouter(prefix="/api/shots/{shot_id}", tags=["time"])


class TypedChange(TypedSheet):
    """A change of time being typed, and what it keeps."""

    keep: RetimeMode = RetimeMode.NUMBERS


class MadeChange(TypedChange):
    """A change of time to make, on version `base`."""

    base: int


class LockedRange(OnVersion):
    """Whether the work range's lock is to be closed."""

    closed: bool


class SavedMarks(OnVersion):
    """All keys and markers of a shot."""

    marks: list[TypedMark]


class NewBrief(OnVersion):
    """A shot's brief."""

    brief: Brief


@router.post("/change/reckon")
def reckon_change(slate: TheSlate, shot_id: int, body: TypedChange) -> TimeChangePage:
    """Say what a change of rate, range or count would do; nothing is stored."""
    return slate.retiming.page(shot_id, body.typed, body.keep)


@router.post("/change")
def make_change(slate: TheSlate, shot_id: int, body: MadeChange) -> ShotPage:
    """Make a change as one new version."""
    return slate.retiming.make(shot_id, body.base, body.typed, body.keep)


@router.put("/lock")
def lock(slate: TheSlate, shot_id: int, body: LockedRange) -> ShotPage:
    """Close the lock on the work range, or open it."""
    return slate.retiming.lock(shot_id, body.base, body.closed)


@router.put("/marks")
def set_marks(slate: TheSlate, shot_id: int, body: SavedMarks) -> ShotPage:
    """Store a shot's keys and markers in place of those it had."""
    return slate.retiming.set_marks(shot_id, body.base, body.marks)


@router.put("/brief")
def set_brief(slate: TheSlate, shot_id: int, body: NewBrief) -> ShotPage:
    """Store a shot's brief."""
    return slate.retiming.set_brief(shot_id, body.base, body.brief)
