"""Trying a way to store frames: written, measured, opened again, and held against what was."""

import shutil
import tempfile
from collections.abc import Sequence
from dataclasses import dataclass
from fractions import Fraction
from pathlib import Path
from time import perf_counter
from typing import Any

import av
import numpy as np
import OpenImageIO as oiio
from numpy.typing import NDArray

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.colour.depth import SampleDepth
from zero_slate.core.media.storage import STORAGES, Storage, Trial
from zero_slate.files.colour.chain import ViewedThrough
from zero_slate.files.media.pictures import UnreadablePicture
from zero_slate.files.media.pixels.encoders import has_encoder, new_movie
from zero_slate.files.media.pixels.frames import FrameRequest, stored_pixels
from zero_slate.files.media.pixels.light import as_light
from zero_slate.files.media.pixels.viewing import seen

Values = NDArray[np.float32]
_TYPES = {
    SampleDepth.INT8: "uint8",
    SampleDepth.INT10: "uint16",
    SampleDepth.INT16: "uint16",
    SampleDepth.HALF: "half",
    SampleDepth.FLOAT: "float",
}


class CantStore(Refusal):
    """A way to store frames that can't be written here, or not these frames."""


@dataclass(frozen=True, slots=True)
class TrialRequest:
    """Frames to be stored in a way, by its name, at a rate, in a folder of their own below one."""

    frames: tuple[FrameRequest, ...]
    storage: str
    rate: Fraction
    through: ViewedThrough | None
    below: str


def can_write(storage: Storage) -> bool:
    """Return whether this machine can write frames so."""
    return not storage.movie or has_encoder(storage.writer)


def try_storage(request: TrialRequest) -> Trial:
    """Store frames, measure them, and open them again; nothing of them stays.

    Raises CantStore, OSError, and what reading the frames raises.
    """
    storage = STORAGES[request.storage]
    if not can_write(storage):
        raise CantStore(f"This machine's FFmpeg has no encoder for {storage.name}.")
    every = [_light(each) for each in request.frames]
    # A movie has one size: frames of another are another trial's.
    lights = [each for each in every if each.shape == every[0].shape]
    greatest = max(float(np.nanmax(each[:, :, :3], initial=0.0)) for each in lights)
    # What holds light gets light; what holds codes gets those that the view makes.
    given = lights if storage.samples.floating else [_codes(each, request) for each in lights]
    across, down = storage.chroma.even
    given = [each[: each.shape[0] // down * down, : each.shape[1] // across * across]
             for each in given]  # fmt: skip
    Path(request.below).mkdir(parents=True, exist_ok=True)
    folder = Path(tempfile.mkdtemp(prefix=".trial-", dir=request.below))
    try:
        begun = perf_counter()
        try:
            if storage.movie:
                files = [_write_movie(folder, storage, given, request.rate)]
            else:
                files = [
                    _write_picture(folder / f"{number}.{storage.ending}", storage, values)
                    for number, values in enumerate(given)
                ]
        except (av.error.FFmpegError, ValueError) as error:
            raise CantStore(f"The encoder of {storage.name} refused: {error}.") from error
        written = perf_counter()
        back = _movie_back(files[0]) if storage.movie else [_picture_back(each) for each in files]
        opened = perf_counter()
        size = sum(each.stat().st_size for each in files)
    finally:
        shutil.rmtree(folder, ignore_errors=True)
    count = len(given)
    if len(back) < count:
        raise CantStore(f"Of {count} frames {len(back)} came back from {storage.name}.")
    off = _off(given, back, request if storage.samples.floating else None)
    height, width = given[0].shape[:2]
    return Trial(
        count,
        width,
        height,
        round(size / count),
        (written - begun) / count,
        (opened - written) / count,
        off,
        greatest,
    )


def _light(request: FrameRequest) -> Values:
    """Return a frame as RGBA floats."""
    values = np.asarray(as_light(stored_pixels(request).covering), np.float32)
    if not np.isfinite(values).all():
        values = np.nan_to_num(values)
    if values.shape[2] == 2:
        grey, alpha = values[:, :, :1], values[:, :, 1:]
        return np.concatenate([grey, grey, grey, alpha], axis=2)
    rgb = values[:, :, :3] if values.shape[2] >= 3 else np.repeat(values[:, :, :1], 3, axis=2)
    whole = np.ones((*values.shape[:2], 1), np.float32)
    return np.concatenate([rgb, values[:, :, 3:4] if values.shape[2] > 3 else whole], axis=2)


def _codes(light: Values, request: TrialRequest) -> Values:
    rgb = np.clip(seen(np.ascontiguousarray(light[:, :, :3]), request.through), 0, 1)
    return np.concatenate([rgb, np.clip(light[:, :, 3:], 0, 1)], axis=2).astype(np.float32)


def _write_picture(path: Path, storage: Storage, values: Values) -> Path:
    pixels = values if storage.alpha else values[:, :, :3]
    rows, columns, channels = pixels.shape
    spec = oiio.ImageSpec(columns, rows, channels, _TYPES[storage.samples])
    spec.channelnames = list("RGBA")[:channels]
    if storage.samples is SampleDepth.INT10:
        spec.attribute("oiio:BitsPerSample", 10)
    if storage.compression:
        spec.attribute("compression", storage.compression)
    if storage.writer == "jpeg":
        spec.attribute("jpeg:subsampling", str(storage.chroma))
    output = oiio.ImageOutput.create(storage.writer)
    if output is None or not output.open(str(path), spec):
        raise CantStore(f"{storage.name}: {output.geterror() if output else 'no writer'}")
    good = output.write_image(np.ascontiguousarray(pixels))
    why = output.geterror()
    if not output.close() or not good:
        raise OSError(why or "it couldn't be written whole")
    return path


def _picture_back(path: Path) -> Values:
    picture = oiio.ImageInput.open(str(path))
    if picture is None:
        raise CantStore(f"What was written doesn't open again ({oiio.geterror()}).")
    try:
        values = picture.read_image("float")
        if values is None:
            raise CantStore(f"What was written doesn't open again ({picture.geterror()}).")
        return np.asarray(values, np.float32)
    finally:
        picture.close()


def _write_movie(folder: Path, storage: Storage, frames: Sequence[Values], rate: Fraction) -> Path:
    path = folder / f"trial.{storage.ending}"
    rows, columns = frames[0].shape[:2]
    if min(rows, columns) < storage.smallest:
        raise CantStore(f"{columns} × {rows} is smaller than {storage.name} takes.")
    with new_movie(path) as container:
        stream: Any = container.add_stream(storage.writer, rate=rate)
        stream.width, stream.height, stream.pix_fmt = columns, rows, storage.pixels
        stream.options = dict(storage.options)
        shape = "rgba64le" if storage.alpha else "rgb48le"
        for values in frames:
            pixels = values if storage.alpha else values[:, :, :3]
            codes = np.ascontiguousarray(np.round(pixels * 65535).astype(np.uint16))
            frame = av.VideoFrame.from_ndarray(codes, format=shape)
            container.mux(stream.encode(frame.reformat(format=storage.pixels)))
        container.mux(stream.encode())
    return path


def _movie_back(path: Path) -> list[Values]:
    try:
        with av.open(str(path)) as container:
            return [
                frame.to_ndarray(format="rgb48le").astype(np.float32) / 65535
                for frame in container.decode(video=0)
            ]
    except av.error.FFmpegError as error:
        raise UnreadablePicture(f"what was written doesn't open again ({error})") from error


def _off(given: Sequence[Values], back: Sequence[Values], request: TrialRequest | None) -> float:
    """Return how far codes are off on average; light is seen first by what asked for it."""
    total = 0.0
    for one, other in zip(given, back, strict=False):
        before, after = one[:, :, :3], other[:, :, :3]
        if request is not None:
            before = np.clip(seen(np.ascontiguousarray(before), request.through), 0, 1)
            after = np.clip(seen(np.ascontiguousarray(after), request.through), 0, 1)
        total += float(np.mean(np.abs(after - before)))
    return total / len(given) * 255
