"""The public name of frame rates; they live in `core.time.rate`."""

from zero_slate.core.time.rate import FrameRate

__all__ = ["FrameRate"]
