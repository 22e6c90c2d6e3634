"""A small picture of an element, placed on its canvas and seen through a view."""

import io
from dataclasses import dataclass, replace
from typing import Any

import numpy as np
from numpy.typing import NDArray
from PIL import Image

from zero_slate.core.media.layers import LayerKind
from zero_slate.core.media.small_picture import Box, SmallPictureFrame
from zero_slate.files.colour.chain import ViewedThrough
from zero_slate.files.media.pixels.data_colours import data_codes
from zero_slate.files.media.pixels.light import as_light, colour_and_alpha, uncovered
from zero_slate.files.media.pixels.movie_frames import movie_pixels
from zero_slate.files.media.pixels.outside import hatched
from zero_slate.files.media.pixels.reading import Pixels, read_pixels
from zero_slate.files.media.pixels.shrinking import picked, shrunk
from zero_slate.files.media.pixels.viewing import seen

MEDIA_TYPE = "image/webp"
# How much of what is cut off is seen.
_FAINT = 0.35
_QUALITY = 88


@dataclass(frozen=True, slots=True)
class PictureRequest:
    """All that a small picture is made of: the file, which of it, and how it is laid and seen.

    `movie_frame` is None for picture files. `bounds` are the values that data is shown between.
    With `hatch` what lies outside the display and the working space is hatched.
    """

    path: str
    movie_frame: int | None
    part: int
    channels: tuple[int, ...]
    kind: LayerKind
    bounds: tuple[float, float] | None
    frame: SmallPictureFrame
    through: ViewedThrough | None
    hatch: bool = False


def small_picture(request: PictureRequest) -> bytes:
    """Return the picture as WebP: where nothing is, it is transparent, and what is cut off faint.

    Raises UnreadablePicture or UnreadableMovie.
    """
    return encoded(laid(request, read_for(request)))


def read_for(request: PictureRequest) -> Pixels:
    """Read the pixels that a picture is made of."""
    if request.movie_frame is None:
        return read_pixels(request.path, request.part, request.channels)
    return movie_pixels(request.path, request.movie_frame)


def laid(request: PictureRequest, pixels: Pixels) -> NDArray[np.uint8]:
    """Return rows × columns × RGBA of the small picture's size."""
    frame = request.frame
    out = np.zeros((frame.height, frame.width, 4), dtype=np.float32)
    rows, into_rows = _span(
        pixels.y, pixels.values.shape[0], pixels.format.height, frame.height,
        frame.picture.y, frame.picture.height,
    )  # fmt: skip
    columns, into_columns = _span(
        pixels.x, pixels.values.shape[1], pixels.format.width, frame.width,
        frame.picture.x, frame.picture.width,
    )  # fmt: skip
    width, height = into_columns.stop - into_columns.start, into_rows.stop - into_rows.start
    if width > 0 and height > 0:
        part = replace(pixels, values=pixels.values[rows, columns]).covering
        out[into_rows, into_columns] = _seen(request, part, width, height)
    _faint_outside(out, frame.canvas)
    return np.round(out * 255).astype(np.uint8)


def encoded(rgba: NDArray[np.uint8]) -> bytes:
    """Encode rows × columns × RGBA as WebP."""
    content = io.BytesIO()
    Image.fromarray(rgba, "RGBA").save(content, "WEBP", quality=_QUALITY, method=1)
    return content.getvalue()


def _span(
    at: int, length: int, whole: int, into: int, share: float, share_of: float
) -> tuple[slice, slice]:
    """Return which of `length` stored rows are seen, and which rows of the small picture they fill.

    They begin at `at` of the format's `whole`, which fills `share_of` of the small picture's `into`
    rows from `share` on.
    """
    scale = share_of * into / whole
    first = share * into + at * scale
    last = first + length * scale
    top, bottom = max(0, round(first)), min(into, max(round(first) + 1, round(last)))
    if bottom <= top:
        return slice(0, 0), slice(0, 0)
    begin = min(length - 1, max(0, int((top - first) / scale)))
    end = min(length, max(begin + 1, int(np.ceil((bottom - first) / scale))))
    return slice(begin, end), slice(top, bottom)


def _seen(
    request: PictureRequest, values: NDArray[Any], width: int, height: int
) -> NDArray[np.float32]:
    solid = np.ones((height, width, 1), dtype=np.float32)
    if request.kind is LayerKind.IDS:
        return np.concatenate(
            [data_codes(picked(values, width, height), request.kind, 0, 1), solid], 2
        )
    small = shrunk(values, width, height)
    if request.kind.is_data:
        low, high = request.bounds or bounds_of(small, request.kind)
        return np.concatenate([data_codes(small, request.kind, low, high), solid], 2)
    rgb, alpha = colour_and_alpha(small)
    # What lies behind is the page's: colour is seen as it is where it covers.
    codes = seen(uncovered(rgb, alpha), request.through)
    if request.hatch:
        _hatch(codes, hatched(small, request.through))
    return np.concatenate([codes, alpha], axis=2)


def _hatch(codes: NDArray[np.float32], outside: NDArray[np.uint8]) -> None:
    """Draw black and white stripes over what is outside: rising for the display, falling else."""
    rows, columns = np.indices(outside.shape)
    for which, place in ((1, rows + columns), (2, rows - columns)):
        stripe = place % 6
        codes[(outside == which) & (stripe < 2)] = 0
        codes[(outside == which) & (stripe == 2)] = 1


def bounds_of(values: NDArray[Any], kind: LayerKind) -> tuple[float, float]:
    """Return the values that data is shown between: all that there are, of depth those over 0."""
    light = as_light(values)
    light = light[np.isfinite(light)]
    if kind is LayerKind.DEPTH:
        light = light[(light > 0) & (light < 1e9)]
    if not light.size:
        return 0.0, 1.0
    return float(light.min()), float(light.max())


def _faint_outside(out: NDArray[np.float32], canvas: Box) -> None:
    rows, columns = out.shape[:2]
    inside = np.zeros((rows, columns), dtype=bool)
    top, bottom = round(canvas.y * rows), round((canvas.y + canvas.height) * rows)
    left, right = round(canvas.x * columns), round((canvas.x + canvas.width) * columns)
    inside[top:bottom, left:right] = True
    out[:, :, 3][~inside] *= _FAINT
