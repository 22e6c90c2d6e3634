"""The public names of rasters and how they fit; they live in `core.canvas`."""

from zero_slate.core.canvas.raster import Raster, fit

__all__ = ["Raster", "fit"]
