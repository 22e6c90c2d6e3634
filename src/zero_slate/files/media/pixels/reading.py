"""Pixels of a picture file, through OpenImageIO: some channels of one of its parts."""

from dataclasses import dataclass
from typing import Any

import OpenImageIO as oiio
from numpy.typing import NDArray

from zero_slate.core.base.figures import megabytes
from zero_slate.core.canvas.raster import LONGEST_SIDE, MOST_PIXELS, Size
from zero_slate.files.media.pictures import UnreadablePicture, plain_reason
from zero_slate.files.media.pixels.deep import flattened
from zero_slate.files.media.pixels.light import as_light, multiplied
from zero_slate.files.plain_files import no_plain_file

# More than this is never held in memory for one picture.
MOST_BYTES = 2 * 10**9
_STRAIGHT = "oiio:UnassociatedAlpha"
_BYTES = {"half": 2, "float": 4, "uint": 4, "uint16": 2, "uint8": 1}


@dataclass(frozen=True, slots=True)
class Pixels:
    """Rows × columns × channels; `x` and `y` are the first's place in the picture's `format`.

    `straight` is set where the last channel is alpha, and the others aren't multiplied by it.
    """

    values: NDArray[Any]
    x: int
    y: int
    format: Size
    straight: bool = False

    @property
    def covering(self) -> NDArray[Any]:
        """The values with colour multiplied by alpha: as stored, or else as floats."""
        return multiplied(as_light(self.values)) if self.straight else self.values


def read_pixels(path: str, part: int, channels: tuple[int, ...]) -> Pixels:
    """Read channels of a part of a file, as they are stored. Raises UnreadablePicture.

    Half and whole numbers stay what they are, others become 32-bit floats, and so do deep samples,
    laid over one another. A file is never read
    whose pixels, by its header, need more memory than there may be.
    """
    if other := no_plain_file(path):
        raise UnreadablePicture(other)
    # What is stored without its alpha in it is read so: multiplied in 8 bits it would be gone.
    asked = oiio.ImageSpec()
    asked.attribute(_STRAIGHT, 1)
    picture = oiio.ImageInput.open(path, asked)
    if picture is None:
        raise UnreadablePicture(plain_reason(oiio.geterror(), path))
    try:
        whole = Size(picture.spec().width, picture.spec().height)
        if part and not picture.seek_subimage(part, 0):
            raise UnreadablePicture(f"its part {part + 1} isn't there or can't be read")
        spec = picture.spec()
        require_size(spec.width, spec.height)
        first, last = min(channels), max(channels) + 1
        if last > spec.nchannels:
            raise UnreadablePicture(
                f"it has {spec.nchannels} channels, and not the {last} that were read before"
            )
        kind = _kind(spec, channels)
        needed = spec.width * spec.height * (last - first) * _BYTES[kind]
        if needed > MOST_BYTES:
            raise UnreadablePicture(
                f"its pixels need {megabytes(needed)}, over {megabytes(MOST_BYTES)}, the most "
                "that is read of one picture"
            )
        values: Any = None
        if spec.deep:
            values = flattened(picture, path, part)[:, :, first:last]
        else:
            values = picture.read_image(part, 0, first, last, kind)
        if values is None:
            raise UnreadablePicture(
                f"its pixels can't be read ({plain_reason(picture.geterror(), path)})"
            )
        x, y, size = place_in_format(picture, spec, whole)
        alpha = spec.alpha_channel if spec.get_int_attribute(_STRAIGHT, 0) else -1
    finally:
        picture.close()
    wanted = [each - first for each in channels]
    if wanted != list(range(last - first)):
        values = values[:, :, wanted]
    return Pixels(values, x, y, size, len(channels) > 1 and channels[-1] == alpha)


def place_in_format(picture: Any, spec: Any, whole: Size) -> tuple[int, int, Size]:
    """Return where an open picture's first pixel lies in its format, and that.

    OpenEXR has windows, and layers of a PSD lie in its `whole`; what other formats say of offsets
    is not part of the picture.
    """
    if picture.format_name() == "psd":
        return spec.x, spec.y, whole
    if picture.format_name() != "openexr":
        return 0, 0, Size(spec.width, spec.height)
    size = Size(spec.full_width, spec.full_height)
    return spec.x - spec.full_x, spec.y - spec.full_y, size


def require_size(width: int, height: int) -> None:
    """Refuse pixels that no picture of a production has. Raises UnreadablePicture."""
    if max(width, height) > 4 * LONGEST_SIDE or width * height > MOST_PIXELS:
        raise UnreadablePicture(
            f"its header claims {width} × {height} pixels, over {MOST_PIXELS:,}, the most there "
            "is: its pixels aren't read"
        )


def _kind(spec: Any, channels: tuple[int, ...]) -> str:
    kinds = {str(spec.channelformat(each)) for each in channels}
    if len(kinds) == 1:
        (kind,) = kinds
        if kind.removesuffix("32") == "uint":
            return "uint"
        if kind in ("half", "uint8", "uint16"):
            return kind
    return "float"
