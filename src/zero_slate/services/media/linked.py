"""An element as it is linked to a shot: its files, how they agree, and what it shows when."""

from dataclasses import dataclass

from zero_slate.core.canvas.fit import FitMode
from zero_slate.core.media.element import Element, Filling
from zero_slate.core.media.layers import Layer, layers_of
from zero_slate.core.media.placement import placement_words
from zero_slate.core.media.showing import hold_of, time_kind
from zero_slate.core.media.small_picture import SmallPictureFrame
from zero_slate.core.presentation.header_table import HeaderLine, header_table
from zero_slate.core.shot.context import ShotContext
from zero_slate.core.shot.face import picture_frame
from zero_slate.core.shot.read_element import read_element
from zero_slate.core.time.cadence import RateUse
from zero_slate.services.media.lines import (
    MediaLine,
    element_findings,
    media_line,
    unreadable_line,
)
from zero_slate.services.shots.loading import Loaded
from zero_slate.store.tables import ElementRow

# How wide the small pictures on a stack are laid out.
STACK_WIDTH = 480


@dataclass(frozen=True, slots=True)
class FoundLayer:
    """A layer that an element's header says its files have."""

    key: str
    """What tells it apart in its file."""
    name: str
    """Its name."""
    view: str
    """The view it is of; empty in files of one."""
    kind: str
    """What its values are: `colour`, `alpha`, `depth`, `normals` …"""
    channels: str
    """Its channels' names."""
    type: str
    """The type of its samples."""


@dataclass(frozen=True, slots=True)
class LinkedElement:
    """An element that is linked to a shot, and where its files lie."""

    id: int
    """The element's number."""
    role: str
    """What it is to the shot."""
    name: str
    """What it is called: its own name, or else its files'."""
    own_name: str
    """The name a person gave it; empty where none was."""
    on: bool
    """Whether it is used."""
    volume: str
    """The volume its files lie on."""
    folder: str
    """The folder they lie in."""
    at: str
    """When it was linked, as an ISO 8601 moment in UTC."""
    who: str
    """Who linked it."""
    own_rate: str | None
    """A rate given to it in place of its header's; None where none was."""
    use: RateUse
    """How its rate is used."""
    placing: FitMode | None
    """How it is placed, where that is its own; None where it is placed as the shot says."""
    placed_by_shot: FitMode
    """How the shot places what isn't placed by itself."""
    line_work: bool
    """Whether it is line work."""
    kind: str
    """How it fills time: `one picture`, `moving` or `sparse`."""
    hold: int
    """For how many frames one file stands by its numbers."""
    before: Filling
    """What shows before its first frame."""
    between: Filling
    """What shows in its gaps."""
    after: Filling
    """What shows after its last frame."""
    offset: int
    """How many frames it is moved among the shot's."""
    slip: int
    """How many frames later what it shows is, in the same place."""
    view: str
    """Which eye it is of; empty where that isn't said."""
    view_of: int | None
    """The element that it is another view of; None where it is none."""
    becomes: str
    """What becomes of it in the shot, in words."""
    picture: SmallPictureFrame | None
    """How its small picture is laid out; None where it can't be read."""
    layers: tuple[FoundLayer, ...]
    """The layers that its header names."""
    read_as: str | None
    """The colour space its picture is read as; None for data, and where the config has none."""
    read_as_why: str
    """What that was told by."""
    tagged: str
    """The space that its own tag names; empty where it has none that the config knows."""
    space: str
    """The space that it is read as whatever the rules say; empty where they decide."""
    space_reason: str
    """Why, as it was written."""
    header: tuple[HeaderLine, ...]
    """All that its header says, against the setup and the shot's other elements."""
    line: MediaLine
    """Its files, and how they agree with the shot."""


def linked_element(row: ElementRow, element: Element, context: ShotContext) -> LinkedElement:
    """Return an element of a shot as it is shown."""
    setup = context.setup
    shows = context.showing[element.id]
    header = element.media.header
    read = read_element(setup, context.names, element)
    return LinkedElement(
        row.id,
        row.role,
        element.name,
        element.own_name,
        element.on,
        row.volume,
        row.folder,
        row.at,
        row.who,
        row.own_rate,
        element.use,
        element.placing,
        setup.placing,
        element.line,
        str(time_kind(element.media, setup.work_range)),
        hold_of(element.media),
        shows.before,
        shows.between,
        shows.after,
        element.offset,
        element.slip,
        element.view,
        element.view_of,
        placement_words(context.place_picture(element), setup.raster),
        picture_frame(context, element, STACK_WIDTH),
        tuple(map(_found_layer, layers_of(header))),
        read.space if read else None,
        read.why if read else "",
        (read.tagged or "") if read else "",
        element.space,
        element.space_reason,
        header_table(context, element, element_findings(context, element)),
        media_line(context, element),
    )


def unreadable_element(row: ElementRow, loaded: Loaded, why: str) -> LinkedElement:
    """Return what can be shown of an element whose stored row can't be read."""
    nothing = Filling.NOTHING
    return LinkedElement(
        row.id,
        row.role,
        row.name or row.role,
        row.name,
        row.is_on,
        row.volume,
        row.folder,
        row.at,
        row.who,
        None,
        RateUse.FRAME,
        None,
        loaded.content.setup.placing,
        False,
        "moving",
        1,
        nothing,
        nothing,
        nothing,
        0,
        0,
        "",
        None,
        "",
        None,
        (),
        None,
        "",
        "",
        "",
        "",
        (),
        unreadable_line(row.role, why),
    )


def _found_layer(layer: Layer) -> FoundLayer:
    channels = " ".join(channel.name.rpartition(".")[2] for channel in layer.channels)
    return FoundLayer(layer.key, layer.name, layer.view, str(layer.kind), channels, layer.type)
