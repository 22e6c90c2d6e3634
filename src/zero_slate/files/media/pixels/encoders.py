"""Which of FFmpeg's encoders are there."""

import os
from functools import cache

import av


@cache
def has_encoder(name: str) -> bool:
    """Return whether FFmpeg has an encoder here, by its name."""
    # The encoder of AV1 writes to the terminal unless it is told not to.
    os.environ.setdefault("SVT_LOG", "1")
    try:
        av.codec.Codec(name, "w")
    except (av.error.FFmpegError, ValueError):
        return False
    return True
