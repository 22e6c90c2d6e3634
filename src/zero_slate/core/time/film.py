"""Lengths as film and animation people count them."""

from dataclasses import dataclass

# 35 mm film with four perforations a frame has 16 frames to the foot (SMPTE ST 139).
FRAMES_PER_FOOT = 16


@dataclass(frozen=True, slots=True)
class FeetFrames:
    """A length in 35 mm 4-perf film, written as feet and the frames over: `6+12`."""

    length: int

    def __str__(self) -> str:
        feet, frames = divmod(abs(self.length), FRAMES_PER_FOOT)
        return f"{'−' if self.length < 0 else ''}{feet}+{frames:02d}"


def of_feet(feet: int, frames: int) -> int:
    """Return the length in frames of feet and the frames over."""
    return feet * FRAMES_PER_FOOT + frames


def drawings(frames: int, hold: int) -> int:
    """Return how many drawings fill a length when each is held for `hold` frames."""
    return -(-frames // hold)
