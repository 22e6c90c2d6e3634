"""Data files of frame-numbered rows: what every form of them has in common."""

from collections.abc import Iterator
from dataclasses import dataclass
from typing import BinaryIO, Protocol

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.time.frame_remapping import FrameRemapper, is_number

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


@dataclass(frozen=True, slots=True)
class Chosen:
    """The columns that hold frames, and those that hold lengths, by their places from 0.

    Where it `leaves`, a row that has no number there stays as it is; else the file is refused.
    """

    frames: tuple[int, ...]
    lengths: tuple[int, ...] = ()
    leaves: bool = False

    @property
    def places(self) -> tuple[int, ...]:
        """All of them."""
        return self.frames + self.lengths

    def moved(
        self, where: str, names: tuple[str, ...], place: int, text: str, moved: FrameRemapper
    ) -> str:
        """Return a column's number as it is to be written. Raises DataRefusal for none."""
        if not is_number(text):
            if self.leaves:
                moved.left += 1
                return text
            raise not_a_frame(where, names[place], text)
        return moved.length(text) if place in self.lengths else moved.text(text, place)


class Rewriter(Protocol):
    """Reads a data file piece by piece and writes it again with other frame numbers."""

    def __call__(
        self, source: BinaryIO, chosen: Chosen, moved: FrameRemapper
    ) -> Iterator[tuple[bytes, int]]:
        """Yield each piece of the new file, with how many bytes of the old one it took.

        Every byte that isn't part of a number is the old file's. Raises DataRefusal.
        """


def not_a_frame(where: str, column: str, text: str) -> DataRefusal:
    """Say that a frame's column holds something else."""
    shown = text if len(text) <= 24 else f"{text[:24]}…"
    held = f"“{shown}”" if shown else "nothing"
    return DataRefusal(
        f"{where}: the column “{column}” holds {held}, which is no frame number. Choose another "
        "column, put the number there, or leave such rows as they are. Nothing was written."
    )
