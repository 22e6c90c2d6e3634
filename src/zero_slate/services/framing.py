"""Framing decision lists of others, as values that a shot or an edit format could begin with."""

from dataclasses import dataclass

from zero_slate.core.base.figures import aspect, decimal
from zero_slate.core.base.ratio import write_ratio
from zero_slate.core.canvas.guides import MOST_MASKS, NARROWEST, WIDEST, Guides, Mask
from zero_slate.core.canvas.raster import Raster
from zero_slate.core.settings.index import SETTINGS
from zero_slate.files.framing_lists import FramedCanvas, read_framing_list
from zero_slate.services.runtime.executor import Work

READ_WITHIN = 30.0


@dataclass(frozen=True, slots=True)
class FramingChoice:
    """A canvas of a list, or a framing on it, that can be worked to."""

    label: str
    """What the list calls it."""
    words: str
    """Its size, squeeze and shape in words."""
    texts: dict[str, dict[str, str]]
    """The fields' texts that set it, by setting."""


class Framing:
    """Reads framing decision lists."""

    def __init__(self, work: Work):
        self.work = work

    def read(self, content: bytes) -> tuple[FramingChoice, ...]:
        """Return what a list offers. Raises UnreadableFraming."""
        found = self.work.submit(read_framing_list, content).result(READ_WITHIN)
        return tuple(_choice(each) for each in found)


def _choice(each: FramedCanvas) -> FramingChoice:
    shape = Raster(each.canvas.width, each.canvas.height, each.pixel_aspect).display_aspect
    words = f"{each.canvas}, {aspect(shape)}"
    if each.pixel_aspect != 1:
        words += f", squeeze {write_ratio(each.pixel_aspect)}"
    if each.masks:
        words += f", framed for {', '.join(aspect(mask) for mask in each.masks)}"
    if each.note:
        words += f" ({each.note})"
    values = {"canvas": each.canvas, "pixel_aspect": each.pixel_aspect}
    masks = [mask for mask in each.masks if NARROWEST <= mask <= WIDEST][:MOST_MASKS]
    if masks:
        guides = Guides(masks=tuple(Mask(decimal(mask, 3, trim=True)) for mask in masks))
        values["guides"] = guides
    texts = {key: SETTINGS[key].kind.texts(value) for key, value in values.items()}
    return FramingChoice(each.label, words, texts)
