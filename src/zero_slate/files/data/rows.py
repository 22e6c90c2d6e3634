"""Data files of frame-numbered rows: what every form of them has in common."""

from collections.abc import Iterator
from dataclasses import dataclass
from typing import BinaryIO, Protocol

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.time.frame_remapping import FrameRemapper

# How many rows are looked at to tell columns apart, and shown.
SAMPLE = 24
CHUNK = 1 << 20


class DataRefusal(Refusal):
    """A data file that can't be renumbered: what is wrong, and where in it."""


@dataclass(frozen=True, slots=True)
class Layout:
    """How a data file is laid out: its form, its columns by name, and its first rows."""

    form: str
    columns: tuple[str, ...]
    rows: tuple[tuple[str, ...], ...]


class Rewriter(Protocol):
    """Reads a data file piece by piece and writes it again with other frame numbers."""

    def __call__(
        self, source: BinaryIO, columns: tuple[int, ...], moved: FrameRemapper
    ) -> Iterator[tuple[bytes, int]]:
        """Yield each piece of the new file, with how many bytes of the old one it took.

        Every byte that isn't part of a frame number is the old file's. Raises DataRefusal.
        """


def not_a_frame(where: str, column: str, text: str) -> DataRefusal:
    """Say that a frame's column holds something else."""
    shown = text if len(text) <= 24 else f"{text[:24]}…"
    held = f"“{shown}”" if shown else "nothing"
    return DataRefusal(
        f"{where}: the column “{column}” holds {held}, which is no frame number. Choose another "
        "column, or put the number there. Nothing was written."
    )
