"""Changes seen before they are made: of one shot, of several, and where values come from."""

from fastapi import APIRouter, Response
from pydantic import BaseModel

from zero_slate.core.canvas.resize import KeepArtwork
from zero_slate.services.changes.one_shot import ChangePage, Provenance
from zero_slate.services.changes.several_shots import BatchEntry, BatchPage, SharedLine, UndoneBatch
from zero_slate.services.changes.sources import FilePlace, Source
from zero_slate.services.quick_line import QuickPage
from zero_slate.services.shots.pages import ShotPage
from zero_slate.services.shots.starting import CreatedShots
from zero_slate.web.routers.desk import Texts
from zero_slate.web.routers.shot import answer
from zero_slate.web.slate import TheSlate

router = APIRouter(tags=["changes"])


class WantedChange(BaseModel):
    """Where values are taken from, the settings to leave, and what artwork does."""

    typed: Texts = {}
    format: str | None = None
    shot: int | None = None
    groups: list[str] = []
    file: FilePlace | None = None
    follow: list[str] = []
    leave: list[str] = []
    keep: KeepArtwork | None = None

    def source(self) -> Source:
        """Return where the values come from."""
        return Source(
            self.typed,
            self.format,
            self.shot,
            tuple(self.groups),
            self.file,
            tuple(self.follow),
        )


class TakenChange(WantedChange):
    """A change to store, made on version `base`."""

    base: int


class WantedBatch(WantedChange):
    """A change of several shots."""

    shots: list[int]


class QuickLine(BaseModel):
    """A quick line as it is typed, and what its ambiguous words were said to be."""

    line: str
    chosen: dict[str, str] = {}


class SharedShots(BaseModel):
    """Shots that share a setup, and its name."""

    name: str
    shots: list[int]


class SomeShots(BaseModel):
    """Some shots of a production."""

    shots: list[int]


class StartedShots(BaseModel):
    """Codes of new shots, and what they start from."""

    codes: list[str]
    start: WantedChange | None = None


class BatchNumber(BaseModel):
    """The number of a change to several shots."""

    id: int


@router.post("/api/shots/{shot_id}/proposal")
def preview_change(slate: TheSlate, shot_id: int, body: WantedChange) -> ChangePage:
    """Show what a change would make of a shot."""
    return slate.changing.page(shot_id, body.source(), frozenset(body.leave), body.keep)


@router.put("/api/shots/{shot_id}/proposal", response_model=ShotPage)
def take_change(slate: TheSlate, shot_id: int, body: TakenChange) -> Response:
    """Store a change as one version."""
    leave = frozenset(body.leave)
    return answer(slate.changing.take(shot_id, body.base, body.source(), leave, body.keep))


@router.get("/api/shots/{shot_id}/provenance")
def provenance(slate: TheSlate, shot_id: int) -> dict[str, Provenance]:
    """Return where each setting's value comes from."""
    return slate.changing.provenance(shot_id)


@router.post("/api/shots/{shot_id}/quick")
def read_quick_line(slate: TheSlate, shot_id: int, body: QuickLine) -> QuickPage:
    """Show what each word of a quick line was understood as; nothing is stored."""
    return slate.quick.page(shot_id, body.line, body.chosen)


@router.post("/api/productions/{production_id}/batches/preview")
def preview_batch(slate: TheSlate, production_id: int, body: WantedBatch) -> BatchPage:
    """Show what a change would make of several shots."""
    return slate.batches.page(production_id, body.source(), body.shots, frozenset(body.leave))


@router.post("/api/productions/{production_id}/batches", status_code=201)
def make_batch(slate: TheSlate, production_id: int, body: WantedBatch) -> BatchNumber:
    """Store a change of several shots as one."""
    leave = frozenset(body.leave)
    made = slate.batches.take(production_id, body.source(), body.shots, leave)
    return BatchNumber(id=made)


@router.get("/api/productions/{production_id}/batches")
def batches(slate: TheSlate, production_id: int) -> list[BatchEntry]:
    """Return the last changes to several shots."""
    return list(slate.batches.latest(production_id))


@router.post("/api/batches/{batch_id}/undo")
def undo_batch(slate: TheSlate, batch_id: int) -> UndoneBatch:
    """Take a change of several shots back, whole."""
    return slate.batches.undo(batch_id)


@router.get("/api/productions/{production_id}/shared")
def shared(slate: TheSlate, production_id: int) -> list[SharedLine]:
    """Return the setups that several shots share."""
    return list(slate.batches.shared(production_id))


@router.post("/api/productions/{production_id}/shared", status_code=201)
def share(slate: TheSlate, production_id: int, body: SharedShots) -> BatchNumber:
    """Let several shots share a setup."""
    return BatchNumber(id=slate.batches.share(production_id, body.name, body.shots))


@router.post("/api/productions/{production_id}/shared/leave", status_code=204)
def unshare(slate: TheSlate, production_id: int, body: SomeShots) -> None:
    """Let shots go of the setup that they share."""
    slate.batches.unshare(production_id, body.shots)


@router.post("/api/productions/{production_id}/start", status_code=201)
def start_shots(slate: TheSlate, production_id: int, body: StartedShots) -> CreatedShots:
    """Make shots that start from something, all or none."""
    source = body.start.source() if body.start else None
    return slate.starting.begin(production_id, body.codes, source)
