"""A frame of a stack written to a file: linear light as OpenEXR, whole or not at all."""

import os
from dataclasses import dataclass
from fractions import Fraction

import numpy as np
import OpenImageIO as oiio

from zero_slate.files.media.pixels.composing import ComposeRequest, composed


@dataclass(frozen=True, slots=True)
class WriteRequest:
    """A frame to be written: its place, what it is made of, and what its header says."""

    path: str
    made: ComposeRequest
    rate: Fraction


def write_made(request: WriteRequest) -> int:
    """Write one frame as OpenEXR of half samples; return its bytes. Raises OSError."""
    light = np.clip(composed(request.made), -65504, 65504).astype(np.float32)
    rows, columns = light.shape[:2]
    spec = oiio.ImageSpec(columns, rows, 4, "half")
    spec.channelnames = list("RGBA")
    spec.attribute("compression", "zip")
    spec.attribute("FramesPerSecond", float(request.rate))
    new = f"{request.path}.new"
    output = oiio.ImageOutput.create("openexr")
    if output is None or not output.open(new, spec):
        raise OSError(output.geterror() if output else "OpenEXR can't be written")
    good = output.write_image(light)
    why = output.geterror()
    if not output.close() or not good:
        raise OSError(why or "it couldn't be written whole")
    os.replace(new, request.path)
    return os.stat(request.path).st_size
