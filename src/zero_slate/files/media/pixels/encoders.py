"""Which of FFmpeg's encoders are there, and how a movie is begun."""

import os
from collections.abc import Iterator
from contextlib import contextmanager
from functools import cache
from pathlib import Path

import av
from av.container import OutputContainer

from zero_slate.files.media.pixels.priority import usual_priority


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


@contextmanager
def new_movie(path: Path) -> Iterator[OutputContainer]:
    """Begin a movie; it is whole when the block ends. Raises what FFmpeg does."""
    with usual_priority(), av.open(str(path), "w") as container:
        yield container
