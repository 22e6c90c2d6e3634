"""Scan: progressive, or interlaced with one field first."""

from enum import StrEnum


class ScanMode(StrEnum):
    """How a frame's lines are sampled in time."""

    PROGRESSIVE = "progressive"
    UPPER_FIRST = "upper field first"
    LOWER_FIRST = "lower field first"

    @property
    def interlaced(self) -> bool:
        """Whether a frame holds two moments."""
        return self is not ScanMode.PROGRESSIVE
