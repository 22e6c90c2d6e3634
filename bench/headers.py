"""A thousand EXR headers, against a bare loop over OpenImageIO."""

import os
import statistics
import tempfile
from collections.abc import Iterator
from pathlib import Path

import numpy as np
import OpenImageIO as oiio

from bench.figures import Figure, against, seconds
from zero_slate.files.media.folders import Found, find
from zero_slate.files.media.pictures import packed_timecode

FRAMES = 1000
TIMES = 15


def measure() -> Iterator[Figure]:
    """Measure reading with all that is checked, and reading alone."""
    with tempfile.TemporaryDirectory() as name:
        folder = Path(name)
        paths = list(_write(folder))

        def bare() -> None:
            for path in paths:
                picture = oiio.ImageInput.open(path)
                picture.spec()
                picture.close()

        def look() -> Found:
            (found,) = find(sorted(os.listdir(folder)), folder)
            return found

        found = look()

        def ours() -> None:
            assert found.read().count == FRAMES

        listed = statistics.median(seconds(look, TIMES))
        mine, theirs, ratio = against(ours, bare, TIMES)
    yield Figure(f"{FRAMES} files: listed and gathered by name", listed * 1000, " ms")
    yield Figure(f"{FRAMES} EXR headers: bare loop", theirs * 1000, " ms")
    yield Figure(f"{FRAMES} EXR headers: read, compared, found whole", mine * 1000, " ms")
    yield Figure(f"{FRAMES} EXR headers: against the loop", ratio, "×", 1.5)


def _write(folder: Path) -> Iterator[str]:
    first = folder / "plate.1001.exr"
    spec = oiio.ImageSpec(1920, 1080, 3, "half")
    spec.attribute("compression", "zip")
    spec.attribute("FramesPerSecond", oiio.TypeDesc("rational"), (24000, 1001))
    packed = (packed_timecode("04:31:09:01"), 0)
    spec.attribute("smpte:TimeCode", oiio.TypeDesc("timecode"), packed)
    output = oiio.ImageOutput.create(str(first))
    output.open(str(first), spec)
    output.write_image(np.zeros((1080, 1920, 3), np.float16))
    output.close()
    content = first.read_bytes()
    for number in range(1001, 1001 + FRAMES):
        path = folder / f"plate.{number:04d}.exr"
        path.write_bytes(content)
        yield str(path)
