"""What compression makes of grain: the same frames encoded with and without it, and measured."""

import tempfile
from dataclasses import dataclass, replace
from fractions import Fraction
from pathlib import Path
from typing import Any

import av
import numpy as np
from numpy.typing import NDArray
from skimage.metrics import structural_similarity

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.finish.compression import Encoded, decibels
from zero_slate.core.finish.grain import Grain
from zero_slate.files.media.pixels.encoders import has_encoder, new_movie
from zero_slate.files.media.pixels.made.pictures import encoded_codes
from zero_slate.files.media.pixels.treatments.graining import Grained, grained_codes

Codes = NDArray[np.float32]
CODECS = {
    "H.264 movie": "libx264",
    "H.265 movie": "libx265",
    "AV1 movie": "libsvtav1",
    "broadcast file": "mpeg2video",
}
_OPTIONS = {
    "libx264": {"preset": "veryfast"},
    "libx265": {"preset": "ultrafast", "x265-params": "log-level=error:pools=2"},
    "libsvtav1": {"preset": "11"},
    "mpeg2video": {},
}
# SSIM is measured on so many of the frames, evenly.
MEASURED = 3


class CantEncode(Refusal):
    """An encoder that isn't there, or refuses these frames."""


@dataclass(frozen=True, slots=True)
class EncodeRequest:
    """Frames without grain, as a file of theirs, and the grain to lay on them.

    `megabits` is a rate for this part of the picture. With `shown` the frames that come out are
    given back, as pictures.
    """

    path: str
    grain: Grain
    scale: float
    first: int
    target: str
    megabits: float
    rate: Fraction
    shown: bool = False


@dataclass(frozen=True, slots=True)
class EncodedPair:
    """The same frames with and without grain, as they came out."""

    with_grain: Encoded
    without: Encoded
    pictures: tuple[tuple[bytes, bytes], ...]
    """With and without, frame by frame; none unless they were asked for."""


def encode_pair(request: EncodeRequest) -> EncodedPair:
    """Encode frames with and without grain, and measure what came out.

    Raises CantEncode and OSError.
    """
    plain: Codes = np.load(request.path).astype(np.float32) / 255
    rough = np.stack([_grained(each, request, n) for n, each in enumerate(plain)])
    out, back = [], []
    for frames in (rough, plain):
        made, size = _through(frames, request)
        back.append(made)
        out.append(_measured(frames, made, size))
    added, left = rough - plain, back[0] - back[1]
    power = float((added * added).mean())
    share = float((added * left).mean()) / power if power > 0 else 0.0
    pictures: tuple[tuple[bytes, bytes], ...] = ()
    if request.shown:
        pictures = tuple(
            (encoded_codes(one, 80), encoded_codes(other, 80))
            for one, other in zip(*back, strict=True)
        )
    return EncodedPair(replace(out[0], energy=max(0.0, share) ** 2), out[1], pictures)


def _grained(codes: Codes, request: EncodeRequest, number: int) -> Codes:
    laid = Grained(request.grain, request.first + number, request.scale)
    return np.clip(grained_codes(codes, laid), 0, 1)


def _measured(given: Codes, back: Codes, size: int) -> Encoded:
    error = given - back
    step = max(1, len(given) // MEASURED)
    similar = [
        structural_similarity(one.mean(axis=2), other.mean(axis=2), data_range=1.0)
        for one, other in zip(given[::step], back[::step], strict=True)
    ]
    return Encoded(size, 0.0, decibels(float((error * error).mean())), float(np.mean(similar)))


def _through(frames: Codes, request: EncodeRequest) -> tuple[Codes, int]:
    """Encode frames and decode them again; return them with the bytes that they took."""
    codec = CODECS.get(request.target, "libx264")
    if not has_encoder(codec):
        raise CantEncode(f"This machine's FFmpeg has no encoder for {request.target}.")
    with tempfile.TemporaryDirectory() as folder:
        path = Path(folder, "trial.mkv")
        try:
            _encode(path, codec, frames, request)
            with av.open(str(path)) as container:
                back = [
                    frame.to_ndarray(format="rgb24").astype(np.float32) / 255
                    for frame in container.decode(video=0)
                ]
            size = _bytes_of(str(path))
        except (av.error.FFmpegError, ValueError) as error:
            raise CantEncode(f"The encoder of {request.target} refused: {error}.") from error
    if len(back) != len(frames):
        raise CantEncode(f"Of {len(frames)} frames {len(back)} came back from {request.target}.")
    return np.stack(back), size


def _encode(path: Path, codec: str, frames: Codes, request: EncodeRequest) -> None:
    bits = max(20_000, round(request.megabits * 10**6))
    with new_movie(path) as container:
        stream: Any = container.add_stream(codec, rate=request.rate)
        stream.height, stream.width = frames[0].shape[:2]
        stream.pix_fmt = "yuv420p"
        stream.bit_rate = bits
        stream.options = {**_OPTIONS[codec], "maxrate": str(bits), "bufsize": str(bits)}
        if codec == "libsvtav1":
            stream.options = dict(_OPTIONS[codec])
        for codes in frames:
            whole = np.ascontiguousarray(np.round(codes * 255).astype(np.uint8))
            frame = av.VideoFrame.from_ndarray(whole, format="rgb24")
            container.mux(stream.encode(frame.reformat(format="yuv420p")))
        container.mux(stream.encode())


def _bytes_of(path: str) -> int:
    with av.open(path) as container:
        return sum(packet.size for packet in container.demux(video=0))
