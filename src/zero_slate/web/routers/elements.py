"""The elements of a shot, and the volumes that files lie on."""

from typing import Annotated, Any

from fastapi import APIRouter, Query
from pydantic import Field

from zero_slate.core.canvas.fit import FitMode
from zero_slate.core.media.element import Align, Filling, Role
from zero_slate.core.media.sound import SoundTiming
from zero_slate.core.time.cadence import RateUse
from zero_slate.core.time.frames import FURTHEST, FrameRange
from zero_slate.services.media.elements import ChangedFiles
from zero_slate.services.media.linked import LinkedElement
from zero_slate.services.media.lying import MOST_ENTRIES, Lying
from zero_slate.services.media.stack import StackPage
from zero_slate.services.media.volumes import FolderPage
from zero_slate.web.models import ApiModel, Flag, Whole
from zero_slate.web.problems import problems
from zero_slate.web.reckoning.route import ReckonedRoute
from zero_slate.web.slate import TheSlate

router = APIRouter(tags=["elements"], route_class=ReckonedRoute)

RuleFrame = Annotated[
    int | None,
    Query(
        ge=-FURTHEST,
        le=FURTHEST,
        description="An end of the part of the rule that is looked at; all without one.",
    ),
]

EntryName = Annotated[str, Query(max_length=255)]

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


class ElementValues(ApiModel):
    """New values of an element; what is left out stays."""

    name: str | None = None
    """What it is to be called; empty for its files' name."""
    role: Role | None = None
    """What it is to the shot."""
    on: Flag | None = None
    """Whether it is used."""
    align: Align | None = None
    """How its files are laid on the shot's frames."""
    rate: str | None = None
    """Its own rate as typed; empty for what its files say."""
    use: RateUse | None = None
    """Whether its frames are used one for one or in real time."""
    placing: FitMode | None = None
    """How it meets the canvas; null for the shot's way."""
    line_work: Flag | None = None
    """Whether it is line work, which can be drawn at any size."""
    before: Filling | None = None
    """What shows before its first frame; null for what is usual."""
    between: Filling | None = None
    """What shows in its gaps; null for what is usual."""
    after: Filling | None = None
    """What shows after its last frame; null for what is usual."""
    offset: Whole | None = None
    """How many frames it is moved among the shot's."""
    slip: Whole | None = None
    """How many frames later what it shows is, in the same place."""
    timing: SoundTiming | None = None
    """How a sound is timed where it isn't as its file says; empty for what its file says."""
    view: str | None = Field(default=None, max_length=60)
    """Which eye it is of, as `left`; empty for none. Of a file with views, the first one's."""
    view_of: Whole | None = None
    """The element that it is another view of; null for none."""

    space: str | None = Field(default=None, max_length=120)
    """The colour space that it is read as, whatever the rules say; empty for what they say."""
    space_reason: str | None = None
    """Why it is read as that."""

    def told(self) -> dict[str, Any]:
        """Return what is to be changed, by name: null stands only where it says something."""
        of_shot = ("placing", "before", "between", "after", "view_of")
        return {
            key: getattr(self, key)
            for key in self.model_fields_set
            if key in of_shot or getattr(self, key) is not None
        }


class ElementOrder(ApiModel):
    """A shot's elements from back to front."""

    ids: list[Whole] = Field(max_length=1000)
    """Their numbers."""


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


@router.get("/where-it-lies", responses=problems(422))
def find_where_it_lies(
    slate: TheSlate,
    folder: Annotated[
        str, Query(max_length=255, description="The folder's name; left out, files are looked for.")
    ] = "",
    entry: Annotated[
        list[EntryName] | None,
        Query(max_length=MOST_ENTRIES, description="Names of files and folders that lie in it."),
    ] = None,
) -> Lying:
    """Look on every volume for a folder by its name and what lies in it, or for files by theirs."""
    return slate.lying.find(folder, entry or ())


@router.get("/shots/{shot_id}/elements", responses=problems(404))
def list_elements(slate: TheSlate, shot_id: int) -> list[LinkedElement]:
    """Return a shot's elements and how they agree."""
    return list(slate.elements.linked(shot_id))


@router.get("/shots/{shot_id}/stack", responses=problems(404, 422))
def get_stack(
    slate: TheSlate, shot_id: int, first: RuleFrame = None, last: RuleFrame = None
) -> StackPage:
    """Return a shot's elements from back to front, and what each shows when."""
    view = FrameRange(first, last) if first is not None and last is not None else None
    return slate.stacks.page(shot_id, view)


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
    where = body.volume, body.path, body.name
    if body.role is Role.SOUND:
        slate.sounds.link(shot_id, *where)
    else:
        slate.elements.link(shot_id, *where, body.align, body.role)


@router.patch(_ELEMENT, status_code=204, responses=problems(404, 422, 507))
def change_element(slate: TheSlate, shot_id: int, element_id: int, body: ElementValues) -> None:
    """Change how an element is named, used and laid; what is left out stays."""
    slate.elements.change(shot_id, element_id, body.told())


@router.put("/shots/{shot_id}/element-order", status_code=204, responses=problems(404, 422, 507))
def order_elements(slate: TheSlate, shot_id: int, body: ElementOrder) -> None:
    """Lay a shot's elements over one another, from back to front."""
    slate.elements.order(shot_id, body.ids)


@router.post("/shots/{shot_id}/element-undo", status_code=204, responses=problems(404, 422, 507))
def undo_elements(slate: TheSlate, shot_id: int) -> None:
    """Take the last change of a shot's elements back."""
    slate.elements.undo(shot_id)


@router.delete(_ELEMENT, status_code=204, responses=problems(404, 507))
def unlink_element(slate: TheSlate, shot_id: int, element_id: int) -> None:
    """Let go of an element; its files stay as they are."""
    slate.elements.unlink(shot_id, element_id)
