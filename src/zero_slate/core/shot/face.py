"""The picture that a shot is known by, and the frame that stands for an element."""

from dataclasses import dataclass
from hashlib import blake2b

from zero_slate.core.media.element import Element, Role
from zero_slate.core.media.header import MediaKind
from zero_slate.core.media.small_picture import SmallPictureFrame, small_picture_frame
from zero_slate.core.shot.context import ShotContext

# What a shot is known by, first of all.
_FACES = (Role.PLATE, Role.RENDER, Role.ARTWORK, Role.BACKGROUND)
# How wide the picture of a shot is laid out.
FACE_WIDTH = 320


def face_of(elements: tuple[Element, ...]) -> Element | None:
    """Return the element that a shot is known by: its plate, or else what lies frontmost."""
    used = [each for each in elements if each.on and each.view_of is None]
    for role in _FACES:
        for element in reversed(used):
            if element.role == role:
                return element
    return None


@dataclass(frozen=True, slots=True)
class Face:
    """The picture that a shot is known by."""

    frame: SmallPictureFrame
    """How it is laid out."""
    key: str
    """What it is made of, in short: another whenever it may be another picture."""


def shot_face(context: ShotContext) -> Face | None:
    """Return the picture that a shot is known by; None where it has none."""
    element = face_of(context.elements)
    if element is None:
        return None
    setup, media = context.setup, element.media
    made_of = (
        element.id, media.name, media.stamp, element.offset, element.slip, element.view,
        setup.color_config, setup.viewing, setup.working_space, setup.read_rules, element.space,
        setup.cut_range, setup.work_range, context.shift,
    )  # fmt: skip
    key = blake2b(repr(made_of).encode(), digest_size=8).hexdigest()
    return Face(picture_frame(context, element, FACE_WIDTH), key)


def picture_frame(context: ShotContext, element: Element, width: int) -> SmallPictureFrame:
    """Return how a small picture of an element is laid out."""
    placed = context.place_picture(element).placed
    return small_picture_frame(placed, context.setup.raster, width, element.media.header)


def frame_at(context: ShotContext, share: float) -> int:
    """Return the frame at a share, from 0 to 1, of what the cut shows of a shot."""
    cut = context.setup.cut_range
    return cut.first + round(share * (cut.length - 1))


def middle_frame(context: ShotContext, element: Element) -> int:
    """Return the shot's frame that stands for an element: the middle of what the cut shows of it.

    Where it shows nothing there, the one of its own that is nearest.
    """
    shows, cut = context.showing[element.id], context.setup.cut_range
    middle = (cut.first + cut.last) // 2
    if shows.source(middle) is not None:
        return middle
    if element.media.kind is MediaKind.STILL:
        return shows.window.first - element.slip
    own = [run.moved(-element.slip) for run in shows.aligned.present]
    near = [min(max(middle, run.first), run.last) for run in own]
    best = min(near, key=lambda frame: abs(frame - middle))
    return best if shows.source(best) is not None else shows.window.first
