"""Deep pictures: many samples a pixel, at their depths, laid over one another to be looked at.

Samples may be stored in any order (OpenEXR: *Interpreting Deep Pixels*): they are sorted by depth,
and volumes that overlap are merged, before the nearest is laid over those behind it.
"""

import tempfile
from pathlib import Path
from typing import Any

import numpy as np
import OpenImageIO as oiio
from numpy.typing import NDArray

from zero_slate.core.base.figures import megabytes
from zero_slate.files.media.deep_rows import MOST_BYTES, NoSamples, deep_rows
from zero_slate.files.media.pictures import UnreadablePicture, plain_reason

# What the library gives as the depth of a pixel that has no sample.
_NOWHERE = 1e29


def flattened(picture: Any, path: str, part: int) -> NDArray[np.float32]:
    """Return all channels of an open deep picture as rows × columns × channels.

    Colours are laid over one another; a depth is the nearest sample's. Where there is no sample all
    is 0. Raises UnreadablePicture.
    """
    spec = picture.spec()
    with tempfile.TemporaryDirectory() as folder:
        tidy = str(Path(folder) / "tidy.exr")
        try:
            nearest = _tidied(picture, spec, part, tidy)
        except NoSamples as error:
            why = plain_reason(str(error), path)
            raise UnreadablePicture(f"its samples can't be read ({why})") from error
        flat = oiio.ImageBufAlgo.flatten(oiio.ImageBuf(tidy))
        if flat.has_error:
            raise UnreadablePicture(
                f"its samples can't be laid over one another ({flat.geterror()})"
            )
        values: Any = flat.get_pixels("float")
    if nearest.channel is not None:
        values[..., nearest.channel] = nearest.depths
    values[~np.isfinite(values) | (np.abs(values) > _NOWHERE)] = 0
    light: NDArray[np.float32] = values
    return light


class _Nearest:
    """The depth of each pixel's nearest sample, and the channel it stands in; None for none."""

    def __init__(self, spec: Any):
        names = [name.rpartition(".")[2] for name in spec.channelnames]
        self.channel = names.index("Z") if "Z" in names else None
        self.has_back = "ZBack" in names
        self.depths = np.zeros((spec.height, spec.width), np.float32)


def _tidied(picture: Any, spec: Any, part: int, tidy: str) -> _Nearest:
    """Write a picture's samples, sorted and merged, to a file; return the nearest depths."""
    out: Any = oiio.ImageOutput.create(tidy)
    kept = oiio.ImageSpec(spec.width, spec.height, spec.nchannels, "float")
    kept.channelnames, kept.channelformats = spec.channelnames, spec.channelformats
    kept.deep = True
    kept.attribute("compression", "none")
    nearest = _Nearest(spec)
    if not out.open(tidy, kept):
        raise UnreadablePicture(f"its samples can't be sorted ({out.geterror()})")
    try:
        held = 0
        for top, rows in deep_rows(picture, spec, part):
            for pixel in range(rows.pixels):
                count = rows.samples(pixel)
                held += count
                if count > 1:
                    rows.sort(pixel)
                    if nearest.has_back:
                        rows.merge_overlaps(pixel)
                if count and nearest.channel is not None:
                    row, column = divmod(pixel, spec.width)
                    depth = rows.deep_value(pixel, nearest.channel, 0)
                    nearest.depths[top + row, column] = depth
            if held * rows.samplesize() > MOST_BYTES:
                raise UnreadablePicture(
                    f"its samples need over {megabytes(MOST_BYTES)}, the most that is read of one "
                    "picture"
                )
            below = top + rows.pixels // spec.width
            if not out.write_deep_scanlines(top, below, 0, rows):
                raise UnreadablePicture(f"its samples can't be sorted ({out.geterror()})")
    finally:
        out.close()
    return nearest
