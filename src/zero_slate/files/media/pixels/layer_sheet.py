"""Every layer of one frame: a small picture of each, and what its pixels come to."""

import os
from collections import defaultdict
from collections.abc import Iterator
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass, replace
from pathlib import Path
from typing import Any

import numpy as np
from numpy.typing import NDArray

from zero_slate.core.media.layers import Layer, LayerKind, kind_by_values, layers_of
from zero_slate.core.media.statistics import ChannelStatistics
from zero_slate.files.colour.chain import BrokenView, ViewedThrough
from zero_slate.files.failures import FAILURES, damaged
from zero_slate.files.media.pictures import UnreadablePicture, read_picture
from zero_slate.files.media.pixels.counting import count_channel
from zero_slate.files.media.pixels.data_colours import data_codes
from zero_slate.files.media.pixels.light import as_light, multiplied, seen_alone
from zero_slate.files.media.pixels.movie_frames import movie_pixels
from zero_slate.files.media.pixels.reading import Pixels, read_pixels
from zero_slate.files.media.pixels.shrinking import picked, shrunk
from zero_slate.files.media.pixels.small import bounds_of, encoded

# Channels are counted side by side, within the one process that has them in memory.
_THREADS = max(1, os.cpu_count() or 1)


@dataclass(frozen=True, slots=True)
class LayerSheetRequest:
    """A file, the layers that are wanted of it, and how wide their small pictures are.

    Without a width no pictures are made. `frame` is the file's number, of a movie its frame.
    """

    path: str
    frame: int
    movie: bool
    layers: tuple[Layer, ...]
    width: int = 0
    through: ViewedThrough | None = None


@dataclass(frozen=True, slots=True)
class SeenLayer:
    """A layer of one frame: what its channels come to, and its small picture.

    `kind` is what its values show it to be, `bounds` what the picture of data is shown between.
    `problem` says why it can't be read, and then there is nothing else.
    """

    layer: Layer
    kind: LayerKind
    statistics: tuple[ChannelStatistics, ...] = ()
    bounds: tuple[float, float] | None = None
    picture: bytes = b""
    problem: str = ""


def layer_sheet(request: LayerSheetRequest) -> tuple[SeenLayer, ...]:
    """Read each part once, and lay out its layers. Raises UnreadablePicture where none can be read.

    A part that can't be read is its layers' problem, and the others go on.
    """
    parts: dict[int, list[Layer]] = defaultdict(list)
    for layer in request.layers:
        parts[layer.part].append(layer)
    found: dict[str, SeenLayer] = {}
    for part, layers in parts.items():
        try:
            for each in _of_part(request, part, layers):
                found[each.layer.key] = each
        except UnreadablePicture as refusal:
            found |= _unread(layers, str(refusal))
        except FAILURES as error:
            found |= _unread(layers, damaged(error))
    if all(each.problem for each in found.values()):
        raise UnreadablePicture(next(iter(found.values())).problem)
    return tuple(found[layer.key] for layer in request.layers)


def frame_layers(path: str, frame: int) -> tuple[SeenLayer, ...]:
    """Count every layer that one file has by its own header. Raises UnreadablePicture."""
    layers = layers_of(read_picture(Path(path)))
    return layer_sheet(LayerSheetRequest(path, frame, False, layers))


def _unread(layers: list[Layer], why: str) -> dict[str, SeenLayer]:
    return {each.key: SeenLayer(each, each.kind, problem=why) for each in layers}


def _of_part(request: LayerSheetRequest, part: int, layers: list[Layer]) -> Iterator[SeenLayer]:
    """Lay out the layers of a part; ids are read by themselves, since they are whole numbers."""
    whole_numbers = [each for each in layers if each.type == "32-bit integer"]
    others = [each for each in layers if each.type != "32-bit integer"]
    for group in filter(None, (others, whole_numbers)):
        places = sorted({place for layer in group for place in layer.places})
        pixels = (
            movie_pixels(request.path, request.frame)
            if request.movie
            else read_pixels(request.path, part, tuple(places))
        )
        with ThreadPoolExecutor(_THREADS) as threads:
            planes = list(
                threads.map(lambda at, all=pixels.values: all[:, :, at].copy(), range(len(places)))
            )
            counted = list(
                threads.map(lambda plane, at=pixels: count_channel(plane, at.x, at.y), planes)
            )
            statistics = {
                place: replace(each, bad_frame=request.frame) if each.bad else each
                for place, each in zip(places, counted, strict=True)
            }
            of_place = dict(zip(places, planes, strict=True))
            yield from threads.map(
                lambda layer, at=pixels, of=of_place, said=statistics: _seen(
                    request, layer, at, [of[place] for place in layer.places],
                    tuple(said[place] for place in layer.places),
                ),
                group,
            )  # fmt: skip


def _seen(
    request: LayerSheetRequest,
    layer: Layer,
    pixels: Pixels,
    planes: list[NDArray[Any]],
    statistics: tuple[ChannelStatistics, ...],
) -> SeenLayer:
    least = min((s.least for s in statistics if s.least is not None), default=None)
    greatest = max((s.greatest for s in statistics if s.greatest is not None), default=None)
    kind = kind_by_values(layer, least, greatest)
    if not request.width:
        return SeenLayer(layer, kind, statistics)
    # The format's shape, with what there is of it in its place.
    height = max(1, round(request.width * pixels.format.height / pixels.format.width))
    whole = np.zeros((height, request.width, 4), dtype=np.float32)
    scale = request.width / pixels.format.width
    left, top = round(pixels.x * scale), round(pixels.y * scale)
    rows, columns = planes[0].shape
    wide, high = max(1, round(columns * scale)), max(1, round(rows * scale))
    bounds = None
    if kind is LayerKind.IDS:
        codes = data_codes(picked(planes[0][:, :, None], wide, high), kind, 0, 1)
    else:
        if pixels.straight and len(planes) in (2, 4):
            whole_picture = multiplied(as_light(np.stack(planes, axis=2)))
            planes = [whole_picture[:, :, n] for n in range(len(planes))]
        small = np.concatenate([shrunk(each[:, :, None], wide, high) for each in planes[:4]], 2)
        if kind.is_data:
            # Of depth, what is nearer than nothing is what counts.
            if kind is LayerKind.DEPTH or least is None or greatest is None:
                bounds = bounds_of(small, kind)
            else:
                bounds = least, greatest
            codes = data_codes(small, kind, *bounds)
        else:
            try:
                codes = seen_alone(small, request.through)
            except BrokenView as error:
                return SeenLayer(layer, kind, statistics, problem=str(error))
    inside = (
        slice(max(0, top), min(height, top + high)),
        slice(max(0, left), min(request.width, left + wide)),
    )
    part = codes[
        inside[0].start - top : inside[0].stop - top, inside[1].start - left : inside[1].stop - left
    ]
    whole[inside[0], inside[1], :3] = part
    whole[inside[0], inside[1], 3] = 1
    return SeenLayer(
        layer, kind, statistics, bounds, encoded(np.round(whole * 255).astype(np.uint8))
    )
