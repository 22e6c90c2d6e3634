"""The proof: what there is to look at in a shot, its frames' pixels, and how they are seen."""

import os
import shutil
from collections.abc import Sequence
from concurrent.futures import Future
from dataclasses import dataclass, replace
from hashlib import blake2b
from pathlib import Path

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.canvas.raster import Size
from zero_slate.core.colour.outside import OutsideShares
from zero_slate.core.media.element import Element
from zero_slate.core.media.header import MediaKind, Window
from zero_slate.core.media.layers import Layer, layers_of, picture_layer, places_with_alpha
from zero_slate.core.media.noise import NoiseTable
from zero_slate.core.presentation.colour_words import config_words
from zero_slate.core.presentation.drawings.canvas import GuideLine, Rect, draw_canvas
from zero_slate.core.settings.models.setup import Setup
from zero_slate.core.shot.face import middle_frame
from zero_slate.core.shot.graded import grade_of
from zero_slate.core.shot.read_element import read_element
from zero_slate.core.time.frames import FrameRange
from zero_slate.files.colour.chain import BrokenView, Look, ViewedThrough
from zero_slate.files.colour.shaders import ViewShader, view_shader
from zero_slate.files.media.pixels.composing import ComposedLayer, ComposeRequest, compose
from zero_slate.files.media.pixels.frames import Frame, FrameRequest, read_frame
from zero_slate.files.media.pixels.noise import measure_noise
from zero_slate.files.media.pixels.outside import outside_shares
from zero_slate.files.media.pixels.seen_frame import Adjusted, seen_frame
from zero_slate.services.media.light_copies import LightCopying
from zero_slate.services.media.pictures import (
    NoPicture,
    Pictures,
    SeenAs,
    element_named,
    key_of,
    layer_named,
)
from zero_slate.services.runtime.executor import DaskWork
from zero_slate.services.shots.loading import Loaded

# The stack is looked at like an element, under a number that no element has.
STACK = 0
MOST_FRAMES = 20_000
SHARED_MEMORY = Path("/dev/shm")


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
    elements: tuple[ProofElement, ...]
    """What can be looked at, the stack first and then from the front to the back."""


@dataclass(frozen=True, slots=True)
class AskedFrame:
    """A frame that is asked for, and the key of what it is made of."""

    key: str
    request: FrameRequest | ComposeRequest


class Proofs:
    """Reads frames for the proof."""

    def __init__(self, pictures: Pictures, copies: LightCopying, home: Path):
        self.pictures = pictures
        self.copies = copies
        self.workspace = pictures.workspace
        self.work = pictures.work
        self.handover = None if isinstance(self.work, DaskWork) else _folder(home)

    def close(self) -> None:
        """Remove what was on its way to somebody."""
        if self.handover is not None:
            shutil.rmtree(self.handover, ignore_errors=True)

    def page(self, shot_id: int) -> ProofPage:
        """Return what there is to look at in a shot. Raises NotFound."""
        loaded = self.pictures.shots.load(shot_id)
        context, setup = loaded.stored, loaded.content.setup
        frames = _frames(setup)
        config = self.workspace.config_of(setup.color_config)
        drawing = draw_canvas(context, frozenset())
        cut, edges = setup.cut_range, setup.overscan.edges(setup.canvas)
        canvas = setup.canvas
        on = [each for each in loaded.elements if each.on]
        stack = ProofElement(
            STACK, "The stack", "", "half", (), (),
            Size(canvas.width + 2 * edges[0], canvas.height + 2 * edges[1]),
            _drawn(setup), self._linear_name(setup), "put together in linear light",
            _stamp(on),
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
            _drawn(setup),
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
            (stack, *found) if len(on) > 1 else tuple(found),
        )

    def frame(
        self,
        shot_id: int,
        element_id: int,
        number: int,
        layer: str,
        window: Window | None,
        longest: int,
        light: bool = False,
    ) -> AskedFrame:
        """Return what a frame is read from: a file of an element by its number, or the stack.

        Of the stack `number` is a frame of the shot. With `light` it is the file's light copy.
        Raises NotFound and NoPicture.
        """
        loaded = self.pictures.shots.load(shot_id)
        if element_id == STACK:
            return self._stack(shot_id, loaded, number, window)
        if light:
            copy = replace(self.copies.request(shot_id, element_id, number), longest=longest)
            return AskedFrame(key_of(copy.path, copy), copy)
        element = element_named(loaded, element_id)
        return self._read(shot_id, element, number, layer_named(element, layer), window, longest)

    def begin(self, asked: AskedFrame) -> "Future[Frame]":
        """Begin to read a frame, in another process."""
        request = replace(asked.request, handover=self.handover)
        if isinstance(request, ComposeRequest):
            return self.work.submit(compose, request)
        return self.work.submit(read_frame, request)

    def shader(
        self, shot_id: int, element_id: int, layer: str, graded: bool = False
    ) -> ViewShader | None:
        """Return how an element's layer, or the stack, is seen, graded or not; None for data.

        Raises NotFound, and Refusal where it can't be seen.
        """
        loaded = self.pictures.shots.load(shot_id)
        through = self.through(loaded, element_id, layer)
        if through is None:
            return None
        if graded:
            through = replace(through, looks=self._looks(loaded))
        names = self.workspace.names_for(loaded.content.setup)
        try:
            return view_shader(through, names.views.get(through.display, ()) if names else ())
        except BrokenView as error:
            raise Refusal(f"What is read as {through.space} can't be seen: {error}.") from error

    def _looks(self, loaded: Loaded) -> tuple[Look, ...]:
        """Return the shot's grade, and the look file behind it, as a chain has them."""
        grade, space = grade_of(loaded.content, loaded.event), loaded.content.setup.grade_space
        if grade is None:
            return ()
        looks = [Look(space, grade.cdl)] if grade.cdl is not None else []
        if grade.look:
            volume, _, inside = grade.look.partition(":")
            looks.append(Look(space, None, str(self.workspace.folder(volume, inside))))
        return tuple(looks)

    def through(self, loaded: Loaded, element_id: int, layer: str) -> ViewedThrough | None:
        """Return how an element's layer, or the stack, is seen; None for data, or an unknown space.

        Raises NotFound.
        """
        setup = loaded.content.setup
        if element_id == STACK:
            view = setup.viewing
            return ViewedThrough(
                self.workspace.colours.address(setup.color_config),
                self._linear_name(setup),
                view.display,
                view.view,
                setup.working_space,
            )
        element = element_named(loaded, element_id)
        return self.pictures.through(setup, element, layer_named(element, layer))

    def begin_seen(
        self,
        shot_id: int,
        element_id: int,
        asked: AskedFrame,
        layer: str,
        look: Adjusted,
        wide: int,
    ) -> "Future[bytes]":
        """Begin to make a frame as it is looked at, for a browser that can't."""
        if isinstance(asked.request, ComposeRequest):
            raise NoPicture("The stack is shown by browsers with WebGL 2 only.")
        through = self.through(self.pictures.shots.load(shot_id), element_id, layer)
        return self.work.submit(seen_frame, asked.request, through, look, wide)

    def begin_outside(
        self, shot_id: int, element_id: int, asked: AskedFrame, seen_as: SeenAs
    ) -> "Future[OutsideShares]":
        """Begin to measure how much of a frame lies outside, with colours as they are typed."""
        if isinstance(asked.request, ComposeRequest):
            raise NoPicture("What lies outside is measured on one element's files.")
        loaded = self.pictures.shots.load(shot_id)
        element = element_named(loaded, element_id)
        setup = seen_as.of(loaded.content.setup)
        through = self.pictures.through(setup, element, layer_named(element, ""))
        return self.work.submit(outside_shares, asked.request, through)

    def middle(self, shot_id: int, element_id: int) -> int:
        """Return the number of the file that shows in the middle of the cut. Raises NoPicture."""
        loaded = self.pictures.shots.load(shot_id)
        element = element_named(loaded, element_id)
        frame = middle_frame(loaded.stored, element)
        number = loaded.stored.showing[element_id].source(frame)
        if number is None:
            raise NoPicture(f"{element.name} shows nothing in this shot.")
        return number

    def begin_noise(self, asked: AskedFrame) -> "Future[NoiseTable]":
        """Begin to measure a frame's noise."""
        if isinstance(asked.request, ComposeRequest):
            raise NoPicture("Noise is measured on one element's files: choose one of the stack.")
        return self.work.submit(measure_noise, asked.request)

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

    def _read(
        self,
        shot_id: int,
        element: Element,
        number: int,
        layer: Layer,
        window: Window | None = None,
        longest: int = 8192,
    ) -> AskedFrame:
        path = self.pictures.path_of(shot_id, element, number)
        movie = number if element.media.kind is MediaKind.MOVIE else None
        places = (0, 1, 2) if movie is not None else places_with_alpha(element.media.header, layer)
        request = FrameRequest(str(path), layer.part, places, movie, window, longest)
        return AskedFrame(key_of(str(path), request), request)

    def _stack(self, shot_id: int, loaded: Loaded, frame: int, window: Window | None) -> AskedFrame:
        context, setup = loaded.stored, loaded.content.setup
        layers, keys = [], []
        for element in loaded.elements:
            number = context.showing[element.id].source(frame) if element.on else None
            looked_at = picture_layer(element.media.header, element.view)
            if number is None or looked_at is None or looked_at.kind.is_data:
                continue
            if element.view_of is not None or element.role == "reference":
                continue
            asked = self._read(shot_id, element, number, looked_at)
            assert isinstance(asked.request, FrameRequest)
            placed = context.place_picture(element).placed
            layers.append(
                ComposedLayer(
                    asked.request,
                    self.pictures.through(setup, element, looked_at),
                    float(placed.x),
                    float(placed.y),
                    float(placed.width),
                    float(placed.height),
                )
            )
            keys.append(asked.key)
        if not layers:
            raise NoPicture(f"Nothing shows at frame {frame}.")
        drawn = _drawn(setup)
        size = Size(round(drawn.width), round(drawn.height))
        request = ComposeRequest(round(drawn.x), round(drawn.y), size, tuple(layers), window)
        return AskedFrame(key_of(layers[0].request.path, (keys, request)), request)

    def _linear_name(self, setup: Setup) -> str:
        """Return the space of linear light, which a stack is put together in."""
        names = self.workspace.names_for(setup)
        return "scene_linear" if names and "scene_linear" in names.spaces else setup.working_space


def content_of(frame: Frame) -> bytes | int:
    """Return a frame's bytes, or an open file that holds them and has no name any more."""
    if isinstance(frame.content, bytes):
        return frame.content
    number = os.open(frame.content, os.O_RDONLY)
    os.unlink(frame.content)
    return number


def forget(frame: Frame) -> None:
    """Let go of a frame that nobody waits for any more."""
    if isinstance(frame.content, str):
        Path(frame.content).unlink(missing_ok=True)


def _stamp(elements: Sequence[Element]) -> str:
    """Return another text whenever the files, the order or the use of elements are others."""
    said = repr([replace(each, media=each.media.stamp) for each in elements])  # type: ignore[arg-type]
    return blake2b(said.encode(), digest_size=8).hexdigest()


def _frames(setup: Setup) -> FrameRange:
    every = (setup.cut_range, setup.work_range, setup.clip_range)
    whole = FrameRange(min(each.first for each in every), max(each.last for each in every))
    return whole if whole.length <= MOST_FRAMES else setup.work_range


def _drawn(setup: Setup) -> Rect:
    across, down = setup.overscan.edges(setup.canvas)
    return Rect(-across, -down, setup.canvas.width + 2 * across, setup.canvas.height + 2 * down)


def _first_field(setup: Setup) -> int:
    if not setup.scan.interlaced:
        return -1
    return 0 if setup.scan.name == "UPPER_FIRST" else 1


def _folder(home: Path) -> str:
    """Return a folder for frames on their way: in memory where there is one, or else in the home.

    It is this home's own, and emptied: what a server that was killed left there is gone.
    """
    in_memory = os.access(SHARED_MEMORY, os.W_OK)
    name = f"zero-slate-{blake2b(str(home).encode(), digest_size=8).hexdigest()}"
    folder = SHARED_MEMORY / name if in_memory else home / "frames"
    shutil.rmtree(folder, ignore_errors=True)
    folder.mkdir(parents=True, exist_ok=True, mode=0o700)
    return str(folder)
