"""A stand-in for a capture source: frames with timecode, written as a recorder would."""

import os
from dataclasses import dataclass
from fractions import Fraction

import numpy as np
import OpenImageIO as oiio
from numpy.typing import NDArray

from zero_slate.core.canvas.raster import Size
from zero_slate.core.canvas.scan import ScanMode
from zero_slate.files.media.pictures import packed_timecode
from zero_slate.files.media.pixels.burning import written

# The bar crosses the picture in so many seconds.
CROSSES = 4
# Narrow-range codes of the ground's steps, and of the bar.
STEPS, BAR = 11, 0.92


@dataclass(frozen=True, slots=True)
class CaptureRequest:
    """A frame to be written: its place, and what a recorder would see of the source."""

    path: str
    size: Size
    scan: ScanMode
    rate: Fraction
    number: int
    frame: int
    label: str
    drop: bool


def write_captured(request: CaptureRequest) -> int:
    """Write one frame as DPX of 10 bits; return its bytes. Raises OSError."""
    size = request.size
    spec = oiio.ImageSpec(size.width, size.height, 3, "uint16")
    spec.attribute("oiio:BitsPerSample", 10)
    packed = (packed_timecode(request.label), 0)
    spec.attribute("smpte:TimeCode", oiio.TypeDesc("timecode"), packed)
    spec.attribute("FramesPerSecond", float(request.rate))
    spec.attribute("dpx:FrameRate", float(request.rate))
    new = f"{request.path}.new"
    output = oiio.ImageOutput.create("dpx")
    if output is None or not output.open(new, spec):
        raise OSError(output.geterror() if output else "DPX can't be written")
    good = output.write_image(_picture(request))
    why = output.geterror()
    if not output.close() or not good:
        raise OSError(why or "it couldn't be written whole")
    os.replace(new, request.path)
    return os.stat(request.path).st_size


def _picture(request: CaptureRequest) -> NDArray[np.uint16]:
    """Draw what is seen: steps of grey, a bar that goes across, and the frame in words.

    Of two fields the second is half a frame later.
    """
    size = request.size
    steps = np.floor(np.linspace(0, STEPS - 1e-6, size.width)) / (STEPS - 1)
    light = np.broadcast_to(steps, (size.height, size.width)).copy()
    wide = max(2, size.width // 40)

    def bar(moment: Fraction) -> slice:
        seconds = moment / request.rate
        at = int(seconds % CROSSES * (size.width - wide) / CROSSES)
        return slice(at, at + wide)

    frame = Fraction(request.frame)
    if request.scan.interlaced:
        first = 0 if request.scan is ScanMode.UPPER_FIRST else 1
        light[first::2, bar(frame)] = BAR
        light[1 - first :: 2, bar(frame + Fraction(1, 2))] = BAR
    else:
        light[:, bar(frame)] = BAR
    codes = np.repeat(light[:, :, None], 3, axis=2)
    words = written(f"{request.number}   {request.label}", (size.height, size.width, 3)) / 255
    # Narrow range in 10 bits: 64 to 940 (ITU-R BT.709).
    narrow = (64 + np.maximum(codes, words) * (940 - 64)) / 1023
    return np.ascontiguousarray(np.round(narrow * 65535).astype(np.uint16))
