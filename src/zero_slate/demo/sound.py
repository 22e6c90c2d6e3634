"""A sound of the demo: a bell over a humming lamp, as a Broadcast Wave file."""

import struct
from pathlib import Path

import numpy as np

SAMPLE_RATE = 48_000
_BEXT = 602


def write_bell(file: Path, seconds: float, strikes: tuple[float, ...], since_midnight: int) -> None:
    """Write two channels of 16 bits; `since_midnight` is the first sample's time reference.

    The layout is that of EBU Tech 3285: a RIFF file with a `bext` chunk before its `fmt` chunk.
    """
    file.parent.mkdir(parents=True, exist_ok=True)
    moments = np.arange(round(seconds * SAMPLE_RATE)) / SAMPLE_RATE
    wave = 0.05 * np.sin(2 * np.pi * 100 * moments)
    for strike in strikes:
        after = np.clip(moments - strike, 0, None)
        ring = np.exp(-2.2 * after) * np.sin(2 * np.pi * 660 * after)
        wave += np.where(moments >= strike, 0.6 * ring, 0)
    both = np.stack([wave, 0.8 * wave], axis=1)
    data = (np.clip(both, -1, 1) * 32767).astype("<i2").tobytes()
    bext = bytearray(_BEXT)
    bext[:16] = b"Bell, made-up\0\0\0"
    bext[256:268] = b"Zero Slate\0\0"
    struct.pack_into("<QH", bext, 338, since_midnight, 1)
    form = struct.pack("<HHIIHH", 1, 2, SAMPLE_RATE, SAMPLE_RATE * 4, 4, 16)
    chunks = b"".join(
        name + struct.pack("<I", len(content)) + content
        for name, content in ((b"bext", bytes(bext)), (b"fmt ", form), (b"data", data))
    )
    file.write_bytes(b"RIFF" + struct.pack("<I", 4 + len(chunks)) + b"WAVE" + chunks)
