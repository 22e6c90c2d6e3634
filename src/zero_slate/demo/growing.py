"""A render that is still being written: a small stand-in for a render farm."""

import os
import time
from collections.abc import Callable
from pathlib import Path

from zero_slate.core.time.rate import FrameRate
from zero_slate.core.time.timecode import Timecode
from zero_slate.demo.drawing import Scene
from zero_slate.demo.files import Stretch, write_exr

# Every so many seconds one of the frames that are there was written.
PACE = 4.0
THERE = 60


def write_begun(folder: Path, name: str, scene: Scene, rate: FrameRate, first: int) -> None:
    """Write the frames that are there when the demo begins, as if one came every few seconds."""
    size = (1920, 1080)
    start = Timecode.from_frames(0, rate)
    write_exr(folder, name, scene, size, rate, Stretch(first, THERE, start))
    now = time.time()
    for number in range(THERE):
        at = now - (THERE - number) * PACE
        os.utime(folder / f"{name}.{first + number:04d}.exr", (at, at))


def go_on(folder: Path, name: str, last: int, every: float, tell: Callable[[str], None]) -> int:
    """Write the frames that are still to come, one every so many seconds; return how many.

    Each is the one 24 before again, under its own number: drawings are held in turns.
    """
    there = sorted(folder.glob(f"{name}.*.exr"))
    if not there:
        raise FileNotFoundError(f"There is no {name} in {folder}: make the demo first.")
    written = 0
    for frame in range(int(there[-1].suffixes[-2][1:]) + 1, last + 1):
        before = folder / f"{name}.{frame - 24:04d}.exr"
        time.sleep(every)
        new = folder / f".{name}.{frame:04d}.exr"
        new.write_bytes((before if before.exists() else there[0]).read_bytes())
        new.replace(folder / f"{name}.{frame:04d}.exr")
        written += 1
        tell(f"{name}.{frame:04d}.exr")
    return written
