"""The stack of a shot as one picture: what it is put together of at a frame."""

from dataclasses import dataclass, replace
from enum import StrEnum
from hashlib import blake2b

from zero_slate.core.canvas.raster import Size
from zero_slate.core.media.element import Element, Role
from zero_slate.core.media.header import MediaKind, Window
from zero_slate.core.media.layers import Layer, picture_layer, places_with_alpha
from zero_slate.core.presentation.drawings.canvas import Rect
from zero_slate.core.settings.index import SETTINGS
from zero_slate.core.settings.models.setup import Setup
from zero_slate.core.shot.context import ShotContext
from zero_slate.core.shot.finished import turn_of
from zero_slate.core.shot.staged import Staged, in_order, staged
from zero_slate.core.stand.eyes import parallax
from zero_slate.files.media.pixels.composing import ComposedLayer, ComposeRequest
from zero_slate.files.media.pixels.frames import FrameRequest
from zero_slate.files.media.pixels.treatments.finishing import Laid
from zero_slate.files.media.pixels.treatments.graining import Grained
from zero_slate.services.media.pictures import NoPicture, Pictures, key_of

# A blur wider than this is no longer told from one of this width.
MOST_SOFT = 4000.0


class StackSeen(StrEnum):
    """How the stack is put together; what its layers are called in the proof."""

    SET = ""
    DRAWN = "as drawn"
    LEFT = "left eye"
    RIGHT = "right eye"
    BOTH = "both eyes"


@dataclass(frozen=True, slots=True)
class AskedStack:
    """A stack that is asked for, and the key of what it is made of."""

    key: str
    request: ComposeRequest


class StackPictures:
    """Tells what stacks are put together of."""

    def __init__(self, pictures: Pictures):
        self.pictures = pictures

    def asked(
        self,
        shot_id: int,
        context: ShotContext,
        frame: int,
        seen: StackSeen = StackSeen.SET,
        window: Window | None = None,
        reduced: int = 1,
    ) -> AskedStack:
        """Return the stack at a frame of the shot. Raises NoPicture where nothing shows."""
        setup = context.setup
        plain = seen is StackSeen.DRAWN
        stands = {} if plain else {each.element.id: each for each in staged(context, frame)}
        elements = context.elements if plain else in_order(context, context.elements, frame)
        one_eyed = seen in (StackSeen.SET, StackSeen.DRAWN)
        layers, keys = [], []
        for element in elements:
            if element.view_of is not None or element.role == Role.REFERENCE or not element.on:
                continue
            standing = stands.get(element.id)
            if standing is not None and standing.distance <= 0:
                continue
            other = next((each for each in context.elements if each.view_of == element.id), None)
            views = element.media.header.views
            pair: tuple[tuple[Element, str, str], ...] = ((element, element.view, ""),)
            if other is not None:
                mine = element.view or "left"
                theirs = other.view or ("right" if mine == "left" else "left")
                pair = ((element, mine, mine), (other, theirs, theirs))
            elif len(views) == 2 and {"left", "right"} <= set(views):
                pair = ((element, "left", "left"), (element, "right", "right"))
            for one, view, eye in pair[:1] if one_eyed else pair:
                made = self._layer(shot_id, context, one, view, frame, standing, plain)
                if made is None:
                    continue
                layer, key = made
                if eye and not one_eyed:
                    # A pair that was made as one is taken as it is: it isn't moved again.
                    layer = replace(layer, apart=0.0, of_eye=eye)
                layers.append(layer)
                keys.append(key)
        if not layers:
            raise NoPicture(f"Nothing shows at frame {frame}.")
        drawn = drawn_on(setup)
        eyes = {StackSeen.LEFT: "left", StackSeen.RIGHT: "right", StackSeen.BOTH: "both"}
        grain = None
        if setup.grain.is_there and not plain:
            delivered = context.edit.canvas.width / setup.canvas.width
            grain = Grained(setup.grain, frame, 1 / delivered / reduced)
        request = ComposeRequest(
            round(drawn.x), round(drawn.y), Size(round(drawn.width), round(drawn.height)),
            tuple(layers), window, None, eyes.get(seen, ""), setup.views, grain, reduced,
        )  # fmt: skip
        return AskedStack(key_of(layers[0].request.path, (keys, request)), request)

    def read(
        self,
        shot_id: int,
        element: Element,
        number: int,
        layer: Layer,
        window: Window | None = None,
        longest: int = 8192,
    ) -> FrameRequest:
        """Return what a file of an element is read by. Raises NotFound and NoPicture."""
        path = self.pictures.path_of(shot_id, element, number)
        movie = number if element.media.kind is MediaKind.MOVIE else None
        places = (0, 1, 2) if movie is not None else places_with_alpha(element.media.header, layer)
        return FrameRequest(str(path), layer.part, places, movie, window, longest)

    def _layer(
        self,
        shot_id: int,
        context: ShotContext,
        element: Element,
        view: str,
        frame: int,
        standing: Staged | None,
        plain: bool,
    ) -> tuple[ComposedLayer, str] | None:
        setup = context.setup
        number = context.showing[element.id].source(frame)
        looked_at = picture_layer(element.media.header, view)
        if number is None or looked_at is None or looked_at.kind.is_data:
            return None
        request = self.read(shot_id, element, number, looked_at)
        placed = context.place_picture(element).placed
        finish = None
        if not plain and setup.finish.is_there and element.role == Role.ARTWORK:
            finish = Laid(setup.finish, turn_of(context, element, frame))
        soft = apart = 0.0
        if standing is not None:
            soft = min(MOST_SOFT, standing.soft)
            if setup.eyes.are_there:
                share = parallax(setup.camera, setup.eyes, float(standing.distance)).share
                apart = share * setup.canvas.width
        layer = ComposedLayer(
            request,
            self.pictures.through(setup, element, looked_at),
            float(placed.x),
            float(placed.y),
            float(placed.width),
            float(placed.height),
            finish,
            soft,
            apart,
        )
        return layer, key_of(request.path, request)


def drawn_on(setup: Setup) -> Rect:
    """Return the canvas with its overscan, in canvas pixels."""
    across, down = setup.overscan.edges(setup.canvas)
    return Rect(-across, -down, setup.canvas.width + 2 * across, setup.canvas.height + 2 * down)


def ways_seen(setup: Setup) -> tuple[StackSeen, ...]:
    """Return the ways that a stack can be seen in; none where all are one."""
    used = setup.camera.is_there or setup.finish.is_there or setup.grain.is_there
    eyes = setup.camera.is_there and setup.eyes.are_there
    if not used:
        return ()
    both = (StackSeen.LEFT, StackSeen.RIGHT) if eyes else ()
    return (StackSeen.SET, StackSeen.DRAWN, *both)


def seldom_stamp(setup: Setup) -> str:
    """Return another text whenever what a stack is made into is set otherwise."""
    said = [str(getattr(setup, key)) for key, setting in SETTINGS.items() if setting.seldom]
    return blake2b(repr(said).encode(), digest_size=8).hexdigest()
