"""Encoding takes no more of the machine than other work does, whoever runs it."""

import os
from contextlib import suppress
from pathlib import Path

import av
import numpy as np
import pytest

from zero_slate.files.media.pixels.encoders import has_encoder, new_movie
from zero_slate.files.media.pixels.priority import usual_priority

ENCODERS = ("libsvtav1", "libx264", "libx265")


def right() -> bool:
    said = Path("/proc/thread-self/status").read_text()
    (effective,) = (line.split()[1] for line in said.splitlines() if line.startswith("CapEff"))
    return bool(int(effective, 16) >> 23 & 1)


@pytest.mark.skipif(not Path("/proc/thread-self/status").exists(), reason="no /proc here")
def test_the_right_to_raise_priorities_comes_back() -> None:
    before = right()
    with usual_priority():
        assert not right()
        with usual_priority():
            assert not right()
        assert not right()
    assert right() == before


@pytest.mark.skipif(not hasattr(os, "sched_getscheduler"), reason="no scheduling classes here")
@pytest.mark.parametrize("name", ENCODERS)
def test_no_encoder_takes_real_time(name: str, tmp_path: Path) -> None:
    if not has_encoder(name):
        pytest.skip(f"no {name} here")
    noise = np.random.default_rng(3).integers(0, 255, (144, 256, 3), dtype=np.uint8)
    ranks = set()
    with new_movie(tmp_path / "noise.mkv") as container:
        stream = container.add_stream(name, rate=24)
        stream.width, stream.height, stream.pix_fmt = 256, 144, "yuv420p"
        for shift in range(12):
            frame = av.VideoFrame.from_ndarray(np.roll(noise, shift, 1), format="rgb24")
            container.mux(stream.encode(frame.reformat(format="yuv420p")))
            for each in os.listdir("/proc/self/task"):
                with suppress(ProcessLookupError):
                    ranks.add(os.sched_getscheduler(int(each)))
        container.mux(stream.encode())
    ranks.add(os.sched_getscheduler(0))
    assert ranks == {os.SCHED_OTHER}
