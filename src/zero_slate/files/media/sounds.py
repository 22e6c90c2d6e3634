"""Sounds, through PyAV: what a file says of itself, and the outline of its waveform."""

from fractions import Fraction
from pathlib import Path
from typing import Any

import av
import numpy as np

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.media.sound import LATEST, LEAST_RATE, MOST_RATE, Sound
from zero_slate.files.failures import FAILURES, damaged
from zero_slate.files.media.whole import sound_breaks_off
from zero_slate.files.plain_files import no_plain_file

EXTENSIONS = frozenset(
    f".{ending}" for ending in ("wav", "bwf", "rf64", "w64", "aif", "aiff", "flac", "caf")
)
# The outline has so many points a second.
POINTS = 100
# No sound of a shot is longer.
MOST_SECONDS = 24 * 3600


class UnreadableSound(Refusal):
    """A file that is no sound, or a movie without one."""


def read_sound(path: Path) -> Sound:
    """Read a sound file, or the first sound of a movie. Raises UnreadableSound."""
    if other := no_plain_file(path):
        raise UnreadableSound(other)
    try:
        if not path.stat().st_size:
            raise UnreadableSound("the file is empty")
        if reason := sound_breaks_off(path):
            raise UnreadableSound(reason)
        with av.open(str(path)) as container:
            return _read(path.name, container)
    except (av.error.FFmpegError, OSError) as error:
        raise UnreadableSound(_why(error)) from error
    except Refusal:
        raise
    except FAILURES as error:
        raise UnreadableSound(damaged(error)) from error


def _why(error: Exception) -> str:
    if isinstance(error, PermissionError):
        return "it may not be opened by this user"
    reason = getattr(error, "strerror", None) or str(error)
    return f"it is no sound that can be read ({reason.lower()})"


def _stream(container: Any) -> Any:
    if not container.streams.audio:
        raise UnreadableSound("there is no sound in it")
    return container.streams.audio[0]


def _read(name: str, container: Any) -> Sound:
    stream = _stream(container)
    codec = stream.codec_context
    rate = int(codec.sample_rate or 0)
    if not LEAST_RATE <= rate <= MOST_RATE:
        raise UnreadableSound(
            f"its sample rate reads {rate} Hz; a sound has {LEAST_RATE:,} to {MOST_RATE:,}"
        )
    samples = _samples(container, stream, rate)
    if not samples:
        raise UnreadableSound("it has no samples")
    said = {key.lower(): value for key, value in container.metadata.items()}
    reference, note = _reference(said.get("time_reference", ""), rate)
    return Sound(
        name,
        rate,
        int(codec.channels),
        samples,
        str(codec.name),
        str(codec.layout.name) if codec.layout else "",
        int(codec.format.bits) if codec.format and str(codec.name).startswith("pcm") else None,
        reference,
        said.get("encoded_by", "")[:60],
        len(container.streams.audio) - 1,
        notes=(note,) if note else (),
    )


def _reference(written: str, rate: int) -> tuple[int | None, str]:
    """Return a time reference, and what is to be noted of one that can't be."""
    if not (written.isascii() and written.isdigit()):
        return None, ""
    if int(written) >= LATEST * rate:
        samples = f"{int(written):,}" if len(written) < 13 else f"{written[:12]}…"
        return None, f"its time reference reads {samples} samples, later than a day: left aside"
    return int(written), ""


def _samples(container: Any, stream: Any, rate: int) -> int:
    """Count samples: by the duration that the file states, or by all its packets."""
    if stream.duration and stream.time_base:
        return round(Fraction(stream.duration) * Fraction(stream.time_base) * rate)
    total = sum(
        Fraction(packet.duration or 0) * Fraction(stream.time_base)
        for packet in container.demux(stream)
        if packet.size
    )
    return round(total * rate)


def read_waveform(path: str) -> bytes:
    """Return the least and the greatest value of every hundredth of a second, all channels mixed.

    Pairs of signed bytes, ±127 full scale. Raises UnreadableSound.
    """
    try:
        with av.open(path) as container:
            return _outline(container, _stream(container))
    except (av.error.FFmpegError, OSError) as error:
        raise UnreadableSound(_why(error)) from error


def _outline(container: Any, stream: Any) -> bytes:
    resampler = av.AudioResampler(
        format="flt", layout="mono", rate=stream.codec_context.sample_rate
    )
    hop = max(1, stream.codec_context.sample_rate // POINTS)
    pairs: list[bytes] = []
    rest = np.zeros(0, dtype=np.float32)
    most = MOST_SECONDS * POINTS
    count = 0
    for frame in container.decode(stream):
        for mixed in resampler.resample(frame):
            rest = np.concatenate([rest, mixed.to_ndarray().ravel()])
        whole = len(rest) // hop
        if whole >= POINTS:
            pairs.append(_pairs(rest[: whole * hop].reshape(whole, hop)))
            rest = rest[whole * hop :]
            count += whole
            if count > most:
                break
    if len(rest):
        padded = np.pad(rest, (0, -len(rest) % hop))
        pairs.append(_pairs(padded.reshape(-1, hop)))
    return b"".join(pairs)


def _pairs(points: Any) -> bytes:
    ends = np.stack([points.min(axis=1), points.max(axis=1)], axis=1)
    codes = np.clip(np.round(np.nan_to_num(ends) * 127), -127, 127).astype(np.int8)
    return bytes(codes.tobytes())
