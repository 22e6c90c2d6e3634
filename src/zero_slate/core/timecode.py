"""The public name of timecode; it lives in `core.time.timecode`."""

from zero_slate.core.time.timecode import Timecode

__all__ = ["Timecode"]
