"""A piece of work of a known size: what workers are measured with."""

import numpy as np
import OpenImageIO as oiio

SIDE = 768


def make_busy(number: int) -> int:
    """Blur and shrink a picture made of noise, as small pictures are; return its sum."""
    chance = np.random.default_rng(number)
    light = chance.random((SIDE, SIDE, 4), np.float32)
    source = oiio.ImageBuf(light)
    kernel = oiio.ImageBufAlgo.make_kernel("gaussian", 9.0, 9.0)
    oiio.attribute("threads", 1)
    blurred = oiio.ImageBufAlgo.convolve(source, kernel)
    small = oiio.ImageBufAlgo.resize(blurred, "lanczos3", 0.0, oiio.ROI(0, 192, 0, 192))
    return int(np.asarray(small.get_pixels("float"), np.float64).sum())
