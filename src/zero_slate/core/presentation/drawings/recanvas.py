"""A canvas before and after, one on the other, with what artwork loses and gains."""

from dataclasses import dataclass
from fractions import Fraction

from zero_slate.core.base.figures import decimal
from zero_slate.core.canvas.raster import Raster
from zero_slate.core.canvas.resize import CanvasChange, KeepArtwork
from zero_slate.core.media.placement import placement_words
from zero_slate.core.presentation.drawings.canvas import PictureRect, Rect
from zero_slate.core.shot.context import ShotContext


@dataclass(frozen=True, slots=True)
class RecanvasDrawing:
    """Both canvases and the elements, in the new canvas's square pixels."""

    before: Rect
    """The canvas as it stands."""
    after: Rect
    """The canvas after the change."""
    before_words: str
    """The canvas as it stands, in words."""
    after_words: str
    """The canvas after the change, in words."""
    pictures: tuple[PictureRect, ...]
    """The elements, as they land on the new canvas."""
    keep: str
    """What artwork does; empty where it is placed anew."""
    words: str
    """What artwork does, in words."""
    seen: str
    """How much of it is seen, in words."""
    artwork: bool
    """Whether there is any artwork."""


def draw_recanvas(
    context: ShotContext,
    old: Raster,
    keep: KeepArtwork | None,
    made: CanvasChange | None,
    artwork: bool,
) -> RecanvasDrawing:
    """Draw a shot on its new canvas, `at`, over the canvas it had."""
    new = context.setup.raster
    square = new.pixel_aspect

    def rect(x: Fraction, y: Fraction, width: Fraction, height: Fraction) -> Rect:
        return Rect(float(x * square), float(y), float(width * square), float(height))

    after = rect(Fraction(0), Fraction(0), Fraction(new.width), Fraction(new.height))
    if made is None:
        across = old.pixel_aspect / square
        x, y = (new.width - old.width * across) / 2, Fraction(new.height - old.height, 2)
        before = rect(x, y, old.width * across, Fraction(old.height))
        words, seen = "Each picture is placed on the new canvas as it was on the old.", ""
    else:
        frame = made.frame
        before = rect(frame.x, frame.y, frame.width, frame.height)
        words = made.bands.words
        seen = f"{decimal(made.seen * 100, 1, trim=True)} %"
    pictures = []
    for placed_picture in context.placed_pictures:
        placed = placed_picture.placed
        said = placement_words(placed_picture, new)
        where = rect(placed.x, placed.y, placed.width, placed.height)
        pictures.append(
            PictureRect(
                placed_picture.element.media.name, where, said, any(placed_picture.cut_off(new))
            )
        )
    return RecanvasDrawing(
        before,
        after,
        str(old.size),
        str(new.size),
        tuple(pictures),
        str(keep or ""),
        words,
        seen,
        artwork,
    )
