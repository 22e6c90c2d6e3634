"""The sizes a shot's picture has on its way: drawn with overscan, worked at a scale, delivered."""

from dataclasses import dataclass
from fractions import Fraction
from functools import lru_cache

from zero_slate.core.canvas.overscan import Overscan
from zero_slate.core.canvas.raster import Size
from zero_slate.core.canvas.region import Region
from zero_slate.core.canvas.working_scale import Worked, WorkingScale, work_at

# 10-bit RGB packed in 32 bits a pixel (SMPTE ST 268-1).
BYTES_10_BIT_RGB = 4
# Half-float RGBA: four channels of two bytes.
BYTES_HALF_RGBA = 8


@dataclass(frozen=True, slots=True)
class PictureSizes:
    """`delivered` is the canvas, `drawn` it with overscan, `worked` that at the working scale.

    `edges` are the overscan's pixels beyond left and right, and beyond top and bottom. `region` is
    what of the worked picture is in memory.
    """

    delivered: Size
    edges: tuple[int, int]
    drawn: Size
    worked: Worked
    region: Size

    @property
    def saved(self) -> Fraction:
        """The share of the drawn pixels that the working scale saves; negative where it adds."""
        return 1 - Fraction(self.worked.size.pixels, self.drawn.pixels)


@lru_cache(maxsize=4096)
def picture_sizes(
    canvas: Size, overscan: Overscan, scale: WorkingScale, region: Region
) -> PictureSizes:
    """Return a shot's picture sizes. Raises RasterRefusal where one is past a canvas's limits."""
    drawn = overscan.around(canvas)
    worked = work_at(drawn, scale)
    kept = worked.size if region.whole else work_at(region.size(canvas), scale).size
    return PictureSizes(canvas, overscan.edges(canvas), drawn, worked, kept)
