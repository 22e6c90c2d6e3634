"""The public name of frame ranges; they live in `core.time.frames`."""

from zero_slate.core.time.frames import FrameRange

__all__ = ["FrameRange"]
