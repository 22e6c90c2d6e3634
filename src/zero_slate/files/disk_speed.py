"""A disk's speed, measured: frames of the real size, written through to the disk and read back."""

import os
import secrets
import shutil
import time
from collections.abc import Callable
from contextlib import suppress
from pathlib import Path

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.places.room import Speed
from zero_slate.files.left_behind import clear_left_behind
from zero_slate.files.volume_files import WRITING, CannotWrite, why

FOLDER = f"{WRITING}speed-"
MOST_FRAMES = 48
MOST_BYTES = 1_000_000_000
MOST_SECONDS = 10.0
# Room that is left free, so that a test is never what fills a disk.
SPARED = 500_000_000


def planned_frames(size: int) -> int:
    """Return how many frames of so many bytes a test takes: bounded in number and in bytes."""
    return max(2, min(MOST_FRAMES, MOST_BYTES // max(1, size)))


def measure_speed(
    root: Path,
    size: int,
    step: Callable[[int], None],
    *,
    most_seconds: float = MOST_SECONDS,
) -> Speed:
    """Write frames of so many bytes below a folder, read them back, and take them away again.

    `step` is told how many were written or read, and may raise to stop. Raises CannotWrite, and
    Refusal where the disk has no room to spare.
    """
    frames = planned_frames(size)
    clear_left_behind(root, f"{FOLDER}*")
    try:
        free = shutil.disk_usage(root).free
        if frames * size + SPARED > free:
            raise Refusal(
                f"A test takes {frames * size / 10**6:,.0f} MB and leaves {SPARED // 10**6} MB "
                f"free; there are {free / 10**6:,.0f}."
            )
        folder = root / f"{FOLDER}{secrets.token_hex(8)}"
        folder.mkdir(mode=0o700)
    except OSError as error:
        raise CannotWrite(f"It can't be tested: {why(error)}.") from error
    try:
        return _measured(folder, size, frames, step, most_seconds)
    except OSError as error:
        raise CannotWrite(f"It can't be tested: {why(error)}.") from error
    finally:
        shutil.rmtree(folder, ignore_errors=True)


def _measured(
    folder: Path, size: int, frames: int, step: Callable[[int], None], most_seconds: float
) -> Speed:
    # What can't be made smaller on its way: many disks and networks compress.
    content = memoryview(bytearray(secrets.token_bytes(size)))
    written, began = 0, time.perf_counter()
    for number in range(frames):
        content[:8] = number.to_bytes(8, "little")
        _write(folder / f"{number}.bin", content)
        written += 1
        step(written)
        if time.perf_counter() - began > most_seconds / 2 and written >= 2:
            break
    took_writing = time.perf_counter() - began
    read, began = 0, time.perf_counter()
    for number in range(written):
        _read(folder / f"{number}.bin")
        read += 1
        step(written + read)
        if time.perf_counter() - began > most_seconds / 2 and read >= 2:
            break
    took_reading = time.perf_counter() - began
    return Speed(
        size,
        written,
        written * size / max(took_writing, 1e-9) / 10**6,
        read * size / max(took_reading, 1e-9) / 10**6,
    )


def _write(path: Path, content: memoryview) -> None:
    at = os.open(path, os.O_WRONLY | os.O_CREAT | os.O_EXCL | os.O_CLOEXEC, 0o600)
    try:
        view = content
        while view:
            view = view[os.write(at, view) :]
        os.fsync(at)
        # Read back from the disk, and not from memory.
        with suppress(OSError, AttributeError):
            os.posix_fadvise(at, 0, 0, os.POSIX_FADV_DONTNEED)
    finally:
        os.close(at)


def _read(path: Path) -> None:
    with path.open("rb", buffering=0) as file:
        while file.read(4 * 2**20):
            pass
