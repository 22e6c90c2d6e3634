"""A stack put together: pictures in linear light, placed on the canvas, laid over one another."""

from dataclasses import dataclass
from math import ceil, floor
from typing import Any

import numpy as np
from numpy.typing import NDArray
from PIL import Image

from zero_slate.core.canvas.raster import Size
from zero_slate.core.media.header import Window
from zero_slate.core.stand.views import ViewLayout
from zero_slate.files.colour.chain import ViewedThrough
from zero_slate.files.media.pixels.frames import Frame, FrameRequest, cropped, stored_pixels
from zero_slate.files.media.pixels.handover import handed_over
from zero_slate.files.media.pixels.light import as_light, linear_light
from zero_slate.files.media.pixels.reading import Pixels
from zero_slate.files.media.pixels.treatments.finishing import Laid, finished
from zero_slate.files.media.pixels.treatments.graining import Grained, grained
from zero_slate.files.media.pixels.treatments.kept import kept
from zero_slate.files.media.pixels.treatments.softening import softened
from zero_slate.files.media.pixels.treatments.two_eyes import laid_out

Light = NDArray[np.float32]


@dataclass(frozen=True, slots=True)
class ComposedLayer:
    """A picture of a stack, and where its format lies on the canvas, in canvas pixels."""

    request: FrameRequest
    through: ViewedThrough | None
    x: float
    y: float
    width: float
    height: float
    finish: Laid | None = None
    soft: float = 0.0
    """How wide a point of it is, in canvas pixels."""
    apart: float = 0.0
    """How far the right eye sees it beside the left, in canvas pixels."""
    of_eye: str = ""
    """The only eye that sees it, as `left`; both where it is empty."""


@dataclass(frozen=True, slots=True)
class ComposeRequest:
    """A canvas with what is drawn beyond its edges, and the pictures on it from back to front.

    The first pixel lies at `x`, `y` of the canvas, which are negative with overscan. `window` is a
    part of `size`. `eye` is the one that sees it, or `both`, laid out as `views`; one eye where it
    is empty. Each pixel that is made stands for `reduced` × `reduced` of the canvas.
    """

    x: int
    y: int
    size: Size
    layers: tuple[ComposedLayer, ...]
    window: Window | None = None
    handover: str | None = None
    eye: str = ""
    views: ViewLayout = ViewLayout.TWO
    grain: Grained | None = None
    reduced: int = 1


def compose(request: ComposeRequest) -> Frame:
    """Return linear light with alpha as a frame. Raises what reading raises."""
    out = composed(request)
    size = Size(out.shape[1], out.shape[0])
    values: NDArray[Any] = np.clip(out, -65504, 65504).astype(np.float16)
    x, y, rows = 0, 0, size.height
    if request.window is not None:
        values, x, y, rows = cropped(values, x, y, rows, request.window)
    height, width = values.shape[:2]
    content = handed_over(np.ascontiguousarray(values), request.handover)
    return Frame(width, height, 4, "half", x, y, size, rows, 1, content)


def composed(request: ComposeRequest) -> Light:
    """Return rows × columns × RGBA of linear light: over, by the alpha of each.

    (Porter and Duff 1984.) A picture without alpha covers all of its format.
    """
    if request.eye == "both":
        out = laid_out(_seen_by(request, "left"), _seen_by(request, "right"), request.views)
    else:
        out = _seen_by(request, request.eye)
    return grained(out, request.grain) if request.grain is not None else out


def _seen_by(request: ComposeRequest, eye: str) -> Light:
    size = _reduced_size(request)
    out = np.zeros((size.height, size.width, 4), np.float32)
    for layer in request.layers:
        if layer.of_eye and eye and layer.of_eye != eye:
            continue
        over(out, _treated(layer, request, eye))
    return out


def _treated(layer: ComposedLayer, request: ComposeRequest, eye: str) -> Light:
    """Return a layer on the canvas, finished, soft and where the eye sees it."""
    beside = {"left": -layer.apart / 2, "right": layer.apart / 2}.get(eye, 0.0)
    light = kept((layer.request, layer.through, _place(layer), request.x, request.y, request.size,
                  request.reduced, beside), layer.request.path,
                 lambda: _placed(layer, request, beside))  # fmt: skip
    if layer.finish is not None:
        light = finished(light, layer.finish, request.x - round(beside), request.y, request.reduced)
    return softened(light, layer.soft / request.reduced)


def _place(layer: ComposedLayer) -> tuple[float, float, float, float]:
    return layer.x, layer.y, layer.width, layer.height


def _reduced_size(request: ComposeRequest) -> Size:
    size, by = request.size, request.reduced
    return Size(max(1, size.width // by), max(1, size.height // by))


def over(below: Light, above: Light) -> None:
    """Lay premultiplied light over what is there, in place."""
    below *= 1 - above[:, :, 3:4]
    below += above


def _placed(layer: ComposedLayer, request: ComposeRequest, beside: float) -> Light:
    pixels = _seen_part(stored_pixels(layer.request), layer, request, beside)
    light = _linear(pixels, layer.through)
    across = layer.width / pixels.format.width / request.reduced
    down = layer.height / pixels.format.height / request.reduced
    left = (layer.x + beside - request.x) / request.reduced + pixels.x * across
    top = (layer.y - request.y) / request.reduced + pixels.y * down
    size = _reduced_size(request)
    if across == 1 and down == 1 and left == int(left) and top == int(top):
        return _moved(light, int(left), int(top), size)
    return _resampled(light, across, down, left, top, size)


def _seen_part(
    pixels: Pixels, layer: ComposedLayer, request: ComposeRequest, beside: float
) -> Pixels:
    """Return the part of a picture that lies on what is made, and a little around it."""
    size = pixels.format
    across, down = layer.width / size.width, layer.height / size.height
    left = (request.x - layer.x - beside) / across - pixels.x
    top = (request.y - layer.y) / down - pixels.y
    # What is enlarged or shrunk looks at its neighbours.
    around = ceil(2 + 2 * max(1, 1 / across, 1 / down, request.reduced))
    rows, columns = pixels.values.shape[:2]
    x0 = min(columns - 1, max(0, floor(left) - around))
    y0 = min(rows - 1, max(0, floor(top) - around))
    x1 = max(x0 + 1, min(columns, ceil(left + request.size.width / across) + around))
    y1 = max(y0 + 1, min(rows, ceil(top + request.size.height / down) + around))
    if (x0, y0, x1, y1) == (0, 0, columns, rows):
        return pixels
    return Pixels(pixels.values[y0:y1, x0:x1], pixels.x + x0, pixels.y + y0, size, pixels.straight)


def _linear(pixels: Pixels, through: ViewedThrough | None) -> Light:
    """Return rows × columns × RGBA of premultiplied linear light."""
    values = as_light(pixels.covering)
    if pixels.values.dtype.kind == "f" and not np.isfinite(pixels.values).all():
        values = np.nan_to_num(values)
    return np.concatenate(linear_light(values, through), axis=2)


def _moved(light: Light, left: int, top: int, size: Size) -> Light:
    out = np.zeros((size.height, size.width, 4), np.float32)
    rows, columns = light.shape[:2]
    y0, y1 = max(0, top), min(size.height, top + rows)
    x0, x1 = max(0, left), min(size.width, left + columns)
    if y1 > y0 and x1 > x0:
        out[y0:y1, x0:x1] = light[y0 - top : y1 - top, x0 - left : x1 - left]
    return out


def _resampled(
    light: Light, across: float, down: float, left: float, top: float, size: Size
) -> Light:
    """Enlarge or shrink light, its corner at `left`, `top` of the canvas: bilinear, or by areas."""
    out = np.zeros((size.height, size.width, 4), np.float32)
    rows, columns = light.shape[:2]
    x0, x1 = max(0, floor(left)), min(size.width, ceil(left + columns * across))
    y0, y1 = max(0, floor(top)), min(size.height, ceil(top + rows * down))
    if x1 <= x0 or y1 <= y0:
        return out
    # Its outermost pixels go on beyond its edges, which are cut off where they lie: within a pixel
    # of the canvas, by the share of it that they cover.
    around = ceil(max(1, 1 / across, 1 / down))
    box = (
        (x0 - left) / across + around,
        (y0 - top) / down + around,
        min(columns + 2.0 * around, (x1 - left) / across + around),
        min(rows + 2.0 * around, (y1 - top) / down + around),
    )
    for channel in range(4):
        plane = np.pad(light[:, :, channel], around, mode="edge")
        made = Image.fromarray(plane, "F").resize(
            (x1 - x0, y1 - y0), Image.Resampling.BILINEAR, box=box
        )
        out[y0:y1, x0:x1, channel] = np.asarray(made)
    out[y0:y1, x0:x1] *= _covered(top, top + rows * down, y0, y1)[:, None, None]
    out[y0:y1, x0:x1] *= _covered(left, left + columns * across, x0, x1)[None, :, None]
    return out


def _covered(begin: float, end: float, first: int, last: int) -> Light:
    """Return the share of each pixel from `first` to `last` that lies between two places."""
    at = np.arange(first, last, dtype=np.float32)
    share = np.minimum(at + 1, np.float32(end)) - np.maximum(at, np.float32(begin))
    clipped: Light = np.clip(share, 0, 1).astype(np.float32)
    return clipped
