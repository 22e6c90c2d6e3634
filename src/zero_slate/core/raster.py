"""The public names of rasters and how they fit; they live in `core.canvas`."""

from zero_slate.core.canvas.fit import fit
from zero_slate.core.canvas.raster import Raster

__all__ = ["Raster", "fit"]
