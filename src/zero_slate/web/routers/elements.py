"""The elements of a shot, and the volumes that files lie on."""

from typing import Annotated

from fastapi import APIRouter, Query

from zero_slate.core.canvas.fit import FitMode
from zero_slate.core.media.element import Align, Role
from zero_slate.core.time.cadence import RateUse
from zero_slate.services.media.elements import ChangedFiles, LinkedElement
from zero_slate.services.media.volumes import FolderPage
from zero_slate.web.models import ApiModel, Flag
from zero_slate.web.problems import problems
from zero_slate.web.reckoning.route import ReckonedRoute
from zero_slate.web.slate import TheSlate

router = APIRouter(tags=["elements"], route_class=ReckonedRoute)

_ELEMENT = "/shots/{shot_id}/elements/{element_id}"


class FolderPath(ApiModel):
    """A folder of a volume."""

    volume: str
    """The volume's name."""
    path: str = ""
    """The folder below its root; empty for the root."""


class LinkRequest(FolderPath):
    """Something in a folder to link to a shot."""

    name: str
    """The sequence's, movie's or still's name, as the folder lists it."""
    align: Align | None = None
    """How its files are laid on the shot's frames; the way that fits where it is left out."""
    role: Role = Role.PLATE
    """What it is to the shot."""


class OwnPlacement(ApiModel):
    """How an element meets the canvas."""

    placing: FitMode | None = None
    """Its own way; the shot's where it is left out."""
    line_work: Flag = False
    """Whether it is line work, which can be drawn at any size."""


class OwnRate(ApiModel):
    """An element's own rate, and how it is used."""

    rate: str = ""
    """The rate as typed; empty for what its files say."""
    use: RateUse
    """Whether its frames are used one for one or in real time."""


@router.get("/volumes")
def list_volumes(slate: TheSlate) -> list[str]:
    """Return the names of the volumes."""
    return list(slate.volumes.names())


@router.get("/volumes/{volume}/folder", responses=problems(403, 404, 422))
def list_folder(
    slate: TheSlate,
    volume: str,
    path: Annotated[str, Query(max_length=4096, description="The folder below its root.")] = "",
) -> FolderPage:
    """List a folder by its file names."""
    return slate.volumes.folder(volume, path)


@router.get("/shots/{shot_id}/elements", responses=problems(404))
def list_elements(slate: TheSlate, shot_id: int) -> list[LinkedElement]:
    """Return a shot's elements and how they agree."""
    return list(slate.elements.linked(shot_id))


@router.get("/shots/{shot_id}/changed-files", responses=problems(404))
def list_changed_files(slate: TheSlate, shot_id: int) -> list[ChangedFiles]:
    """Return which of a shot's files were changed, or are gone, since they were read."""
    return list(slate.elements.changed(shot_id))


@router.post("/shots/{shot_id}/changed-files/read-again", responses=problems(404, 507))
def read_changed_files(slate: TheSlate, shot_id: int) -> list[ChangedFiles]:
    """Read the files again that were changed; return those that can't be read any more."""
    return list(slate.elements.read_again(shot_id))


@router.post("/shots/{shot_id}/elements", status_code=204, responses=problems(403, 404, 422, 507))
def link_element(slate: TheSlate, shot_id: int, body: LinkRequest) -> None:
    """Link a sequence or movie to the shot."""
    slate.elements.link(shot_id, body.volume, body.path, body.name, body.align, body.role)


@router.put(f"{_ELEMENT}/rate", status_code=204, responses=problems(404, 422, 507))
def set_element_rate(slate: TheSlate, shot_id: int, element_id: int, body: OwnRate) -> None:
    """Say an element's own rate, and whether its frames are used one for one or in real time."""
    slate.elements.set_rate(shot_id, element_id, body.rate, body.use)


@router.put(f"{_ELEMENT}/placement", status_code=204, responses=problems(404, 422, 507))
def set_element_placement(
    slate: TheSlate, shot_id: int, element_id: int, body: OwnPlacement
) -> None:
    """Say how an element meets the canvas."""
    slate.elements.set_placing(shot_id, element_id, body.placing, body.line_work)


@router.delete(_ELEMENT, status_code=204, responses=problems(404, 507))
def unlink_element(slate: TheSlate, shot_id: int, element_id: int) -> None:
    """Let go of an element; its files stay as they are."""
    slate.elements.unlink(shot_id, element_id)
