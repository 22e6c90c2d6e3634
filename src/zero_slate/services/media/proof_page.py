"""The page of the proof: all that there is to look at in a shot, and what it is looked at over."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from hashlib import blake2b

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.canvas.raster import Size
from zero_slate.core.media.element import Element
from zero_slate.core.media.layers import layers_of, picture_layer
from zero_slate.core.presentation.colour_words import config_words
from zero_slate.core.presentation.drawings.canvas import GuideLine, Rect, draw_canvas
from zero_slate.core.settings.models.setup import Setup
from zero_slate.core.shot.read_element import read_element
from zero_slate.core.time.frames import FrameRange
from zero_slate.services.media.light_copies import LightCopying
from zero_slate.services.media.seeing import STACK, Seeing
from zero_slate.services.media.stack_pictures import drawn_on, seldom_stamp, ways_seen
from zero_slate.services.shots.loading import Loaded

MOST_FRAMES = 20_000


@dataclass(frozen=True, slots=True)
class ProofLayer:
    """A layer that can be looked at by itself."""

    key: str
    """What tells it apart in its file; empty for the picture itself."""
    name: str
    """Its name."""
    view: str
    """The view it is of; empty in files of one."""
    kind: str
    """What its values are: `colour`, `alpha`, `depth` …"""


@dataclass(frozen=True, slots=True)
class ProofElement:
    """Something that can be looked at: an element, or the stack put together."""

    id: int
    """The element's number; 0 for the stack."""
    name: str
    """What it is called."""
    files: str
    """The name of its files; empty for the stack."""
    sample: str
    """The type of its samples, as `half`."""
    layers: tuple[ProofLayer, ...]
    """Its layers, the picture first."""
    views: tuple[str, ...]
    """Its views; none where it has one."""
    size: Size
    """How many pixels its format has."""
    place: Rect
    """Where its format lies on the canvas, in canvas pixels."""
    space: str
    """The space it is read as; empty for data."""
    why: str
    """What that was told by."""
    stamp: str
    """Another whenever its files are."""
    copies: int
    """How many of its files have a light copy that is as new."""
    copies_seen: bool
    """Whether those hold display codes, and not light."""
    numbers: tuple[int | None, ...]
    """The file that shows at each frame from the page's first on; None where nothing does."""


@dataclass(frozen=True, slots=True)
class ProofPage:
    """All that there is to look at in a shot, and what it is looked at over."""

    code: str
    """The shot's code."""
    canvas: Size
    """The canvas."""
    pixel_aspect: float
    """Width of a canvas pixel over its height."""
    drawn: Rect
    """The canvas with its overscan, in canvas pixels."""
    region: Rect | None
    """The setup's region, in canvas pixels; None where it is all."""
    guides: tuple[GuideLine, ...]
    """The setup's guides, in the square pixels that `guide_canvas` is the canvas in."""
    guide_canvas: Rect
    """The canvas, in the guides' pixels."""
    frames: FrameRange
    """The frames that can be looked at."""
    frame: int
    """The one in the middle of the cut."""
    cut: FrameRange
    """The cut range."""
    work: FrameRange
    """The work range."""
    clip: FrameRange
    """The clip range."""
    rate: str
    """The shot's rate, as it is written."""
    rate_over: int
    """The rate's upper figure: frames …"""
    rate_under: int
    """… in so many seconds."""
    fields: int
    """The field that comes first: 0 upper, 1 lower, −1 where frames are whole pictures."""
    config: str
    """The colour config, in words."""
    working: str
    """The working space."""
    display: str
    """The display."""
    view: str
    """Its view."""
    views: tuple[str, ...]
    """The views that the display has."""
    grade: str
    """The shot's grade, in words; empty where it has none."""
    own_grade: bool
    """Whether the grade is the shot's own, and not its cut's."""
    colour_stamp: str
    """Another whenever the config's file or the look's is."""
    elements: tuple[ProofElement, ...]
    """What can be looked at, the stack first and then from the front to the back."""


class ProofPages:
    """Tells what there is to look at in shots."""

    def __init__(self, seeing: Seeing, copies: LightCopying):
        self.seeing = seeing
        self.copies = copies
        self.shots = seeing.pictures.shots
        self.workspace = seeing.workspace

    def page(self, shot_id: int) -> ProofPage:
        """Return what there is to look at in a shot. Raises NotFound."""
        loaded = self.shots.load(shot_id)
        context, setup = loaded.stored, loaded.content.setup
        frames = _frames(setup)
        config = self.workspace.config_of(setup.color_config)
        drawing = draw_canvas(context, frozenset())
        cut, edges = setup.cut_range, setup.overscan.edges(setup.canvas)
        canvas = setup.canvas
        on = [each for each in loaded.elements if each.on]
        stack = ProofElement(
            STACK, "The stack", "", "half", _ways(setup), (),
            Size(canvas.width + 2 * edges[0], canvas.height + 2 * edges[1]),
            drawn_on(setup), self.seeing.linear_name(setup), "put together in linear light",
            _stamp(on) + seldom_stamp(setup),
            0,
            False,
            tuple(range(frames.first, frames.last + 1)) if on else (),
        )  # fmt: skip
        found = [self._element(each, loaded, frames) for each in reversed(loaded.elements)]
        views = config.names.views.get(setup.viewing.display, ()) if config.names else ()
        region = None if setup.region.whole else setup.region
        return ProofPage(
            setup.code,
            canvas,
            float(setup.pixel_aspect),
            drawn_on(setup),
            drawing.region if region is not None else None,
            drawing.guides,
            drawing.canvas,
            frames,
            (cut.first + cut.last) // 2,
            cut,
            setup.work_range,
            setup.clip_range,
            str(setup.rate),
            setup.rate.fraction.numerator,
            setup.rate.fraction.denominator,
            _first_field(setup),
            config_words(config),
            setup.working_space,
            setup.viewing.display,
            setup.viewing.view,
            tuple(views),
            context.grade.words if context.grade else "",
            loaded.content.grade is not None,
            self.seeing.colour_stamp(loaded),
            (stack, *found) if len(on) > 1 else tuple(found),
        )

    def _element(self, element: Element, loaded: Loaded, frames: FrameRange) -> ProofElement:
        context, setup = loaded.stored, loaded.content.setup
        header = element.media.header
        looked_at = picture_layer(header, element.view)
        placed = context.place_picture(element).placed
        shows = context.showing[element.id]
        space, why = "", "data, shown as it is"
        if read := read_element(setup, self.workspace.names_for(setup), element):
            space, why = read.space or "", read.why
        return ProofElement(
            element.id,
            element.name,
            element.media.name,
            looked_at.type if looked_at else "",
            tuple(
                ProofLayer(each.key, each.name, each.view, str(each.kind))
                for each in layers_of(header)
            ),
            header.views,
            header.size,
            Rect(float(placed.x), float(placed.y), float(placed.width), float(placed.height)),
            space,
            why,
            element.media.stamp,
            self._copied(loaded, element),
            setup.light_copies.kind.seen,
            tuple(shows.source(frame) for frame in range(frames.first, frames.last + 1)),
        )

    def _copied(self, loaded: Loaded, element: Element) -> int:
        """Return how many light copies an element has; none where its files are away."""
        try:
            return self.copies.count(loaded, element)
        except Refusal:
            return 0


def _ways(setup: Setup) -> tuple[ProofLayer, ...]:
    return tuple(ProofLayer(each, each or "as set", "", "colour") for each in ways_seen(setup))


def _stamp(elements: Sequence[Element]) -> str:
    """Return another text whenever the files, the order or the use of elements are others."""
    said = repr([replace(each, media=each.media.stamp) for each in elements])  # type: ignore[arg-type]
    return blake2b(said.encode(), digest_size=8).hexdigest()


def _frames(setup: Setup) -> FrameRange:
    every = (setup.cut_range, setup.work_range, setup.clip_range)
    whole = FrameRange(min(each.first for each in every), max(each.last for each in every))
    return whole if whole.length <= MOST_FRAMES else setup.work_range


def _first_field(setup: Setup) -> int:
    if not setup.scan.interlaced:
        return -1
    return 0 if setup.scan.name == "UPPER_FIRST" else 1
