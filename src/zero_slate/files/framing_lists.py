"""ASC Framing Decision Lists (version 2.0), through the society's own library: written and read."""

import uuid
from dataclasses import dataclass
from fractions import Fraction

import fdl

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.base.safe_names import made_safe
from zero_slate.core.canvas.raster import Raster, Size
from zero_slate.core.settings.models.setup import Setup

ENDING = ".fdl"
LARGEST = 4 * 2**20
MOST_CHOICES = 200
_CREATOR = "Zero Slate"
_NAMESPACE = uuid.UUID("5b1f3c0e-7d0f-4b6e-9f1a-2c8d8f0f6a11")


class UnreadableFraming(Refusal):
    """A framing decision list that can't be read, and why."""


@dataclass(frozen=True, slots=True)
class FramedCanvas:
    """A canvas of a list, or one framing decision on it: what a shot or an edit could work to."""

    label: str
    """What the list calls it."""
    canvas: Size
    """Its pixels."""
    pixel_aspect: Fraction
    """Its squeeze: the width of a pixel over its height."""
    masks: tuple[Fraction, ...]
    """The shapes that are framed within it, as they are seen."""
    note: str
    """What had to be rounded; empty where nothing had."""


def write_framing_list(setup: Setup) -> bytes:
    """Write a shot's canvas, its overscan as protection, and its masks as framing decisions."""
    canvas, raster = setup.canvas, setup.raster
    try:
        drawn = setup.picture_sizes.drawn
    except Refusal:
        drawn = canvas
    across, down = (drawn.width - canvas.width) / 2, (drawn.height - canvas.height) / 2
    code = made_safe(setup.code).safe
    squeeze = float(setup.pixel_aspect)
    said = repr((code, canvas, drawn, squeeze, str(setup.guides)))
    made = fdl.FDL(
        # The same content is the same list, whenever it is written.
        uuid=str(uuid.uuid5(_NAMESPACE, said)),
        fdl_creator=_CREATOR,
        default_framing_intent="edit",
    )
    context = made.add_context(code, _CREATOR)
    size = fdl.DimensionsInt(width=drawn.width, height=drawn.height)
    placed = context.add_canvas("canvas", f"{code}, drawn", "canvas", size, squeeze)
    _intent(made, "edit", "The edit", raster.display_aspect)
    whole = placed.add_framing_decision(
        "canvas-edit",
        "The edit",
        "edit",
        fdl.DimensionsFloat(width=float(canvas.width), height=float(canvas.height)),
        fdl.PointFloat(x=across, y=down),
    )
    if drawn != canvas:
        whole.set_protection(
            fdl.DimensionsFloat(width=float(drawn.width), height=float(drawn.height)),
            fdl.PointFloat(x=0.0, y=0.0),
        )
    for number, mask in enumerate(setup.guides.masks, start=1):
        name = f"mask{number}"
        width, height = mask.kept(raster)
        _intent(made, name, mask.written, mask.shape)
        placed.add_framing_decision(
            f"canvas-{name}",
            mask.written,
            name,
            fdl.DimensionsFloat(width=float(width), height=float(height)),
            fdl.PointFloat(
                x=across + (canvas.width - width) / 2, y=down + (canvas.height - height) / 2
            ),
        )
    text: str = fdl.write_to_string(made)
    return text.encode() + b"\n"


def read_framing_list(content: bytes) -> tuple[FramedCanvas, ...]:
    """Return the canvases of a list, each followed by its framing decisions.

    To be called in a process of its own: the library is not written in Python alone. Raises
    UnreadableFraming.
    """
    if len(content) > LARGEST:
        raise UnreadableFraming(
            f"The list has {len(content):,} bytes; one of {LARGEST:,} is the largest that is read."
        )
    try:
        said = fdl.read_from_string(content.decode("utf-8-sig"))
        found = tuple(_choices(said))
    except UnreadableFraming:
        raise
    except Exception as error:
        words = " ".join(str(error).split())[:300]
        raise UnreadableFraming(f"This is not a framing decision list: {words}.") from error
    if not found:
        raise UnreadableFraming("The list has no canvas.")
    return found[:MOST_CHOICES]


def _choices(said: "fdl.FDL") -> list[FramedCanvas]:
    found = []
    for context in said.contexts:
        for canvas in context.canvases:
            size = Size(canvas.dimensions.width, canvas.dimensions.height)
            squeeze = Fraction(canvas.anamorphic_squeeze).limit_denominator(1000)
            if squeeze <= 0:
                raise UnreadableFraming(f"The squeeze of {canvas.label} is {squeeze}.")
            name = " · ".join(filter(None, (context.label, canvas.label or canvas.id)))
            decisions = list(canvas.framing_decisions)
            shapes = [
                Fraction(each.dimensions.width) * squeeze / Fraction(each.dimensions.height)
                for each in decisions
                if each.dimensions.width > 0 and each.dimensions.height > 0
            ]
            own = Raster(size.width, size.height, squeeze).display_aspect
            masks = dict.fromkeys(each.limit_denominator(1000) for each in shapes)
            masks.pop(own, None)
            found.append(FramedCanvas(name, size, squeeze, tuple(masks), ""))
            for each in decisions:
                width, height = each.dimensions.width, each.dimensions.height
                if width < 1 or height < 1:
                    continue
                kept = Size(round(width), round(height))
                note = ""
                if (kept.width, kept.height) != (width, height):
                    note = f"{width:g} × {height:g} in the list"
                label = f"{name} · {each.label or each.id}"
                found.append(FramedCanvas(label, kept, squeeze, (), note))
    return found


def _intent(made: "fdl.FDL", name: str, label: str, shape: Fraction) -> None:
    size = fdl.DimensionsInt(width=shape.numerator, height=shape.denominator)
    made.add_framing_intent(name, label, size, 0.0)
