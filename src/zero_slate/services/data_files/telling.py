"""Telling what renumbering a data file does to it."""

from collections import Counter
from collections.abc import Sequence
from fractions import Fraction
from itertools import pairwise

from zero_slate.core.base.figures import counted
from zero_slate.core.time.frame_remapping import FrameRemapper, recognised
from zero_slate.core.time.retime import Rescale, milliseconds
from zero_slate.files.data.rows import Chosen, Layout
from zero_slate.services.data_files.pages import Jump, Renumbering

SHOWN = 8
# How many merges, holes and jumps are told one by one.
MOST_TOLD = 6


class WatchedRemapper(FrameRemapper):
    """Moves frames, and notes where those of one column don't go on as they do else."""

    def __init__(self, scale: Rescale, place: int):
        super().__init__(scale)
        self._place = place
        self._seen: list[tuple[int, str, str]] = []

    def text(self, old: str, place: int = 0) -> str:
        """Move a number, and note it where it stands in the column that is watched."""
        new = super().text(old, place)
        if place == self._place:
            self._seen.append((self.row, old, new))
        return new

    @property
    def jumps(self) -> tuple[Jump, ...]:
        """The first rows whose step from the one before isn't the usual one."""
        frames = [Fraction(old.replace(",", ".")) for _, old, _ in self._seen]
        steps = [b - a for a, b in pairwise(frames)]
        if not steps:
            return ()
        usual = Counter(steps).most_common(1)[0][0]
        at = [place for place, step in enumerate(steps, start=1) if step != usual][:MOST_TOLD]
        return tuple(
            Jump(
                self._seen[place][0],
                f"{self._seen[place - 1][1]} → {self._seen[place][1]}",
                f"{self._seen[place - 1][2]} → {self._seen[place][2]}",
            )
            for place in at
        )


def told(
    number: int,
    layout: Layout,
    moved: FrameRemapper,
    chosen: Chosen,
    after: tuple[tuple[str, ...], ...],
    written: int,
    problem: str = "",
) -> Renumbering:
    """Say what renumbering did or would do to a file that is laid out so."""
    empty, torn = moved.holes(MOST_TOLD)
    holes = [f"Nothing stands between {a} and {b} now (row {row})." for a, b, row in torn]
    if empty and len(torn) == MOST_TOLD:
        holes.append(f"{counted(empty, 'frame')} in all hold nothing where neighbours stood.")
    return Renumbering(
        number,
        layout.columns,
        layout.rows[:SHOWN],
        after,
        moved.numbers,
        moved.merged,
        tuple(map(_merge, moved.merges(MOST_TOLD))),
        tuple(holes),
        moved.jumps if isinstance(moved, WatchedRemapper) else (),
        moved.left,
        problem,
        milliseconds(moved.rounding) if moved.rounding else "none",
        _sentence(layout, moved, chosen),
        written,
    )


def _merge(merged: tuple[int, tuple[int, ...], tuple[int, ...]]) -> str:
    frame, old, rows = merged
    number = "both" if len(old) == 2 else "all"
    return f"{_list(old)} are {number} {frame} now (rows {_list(rows)})."


def _list(numbers: Sequence[int]) -> str:
    *others, last = map(str, numbers)
    return f"{', '.join(others)} and {last}" if others else last


def _sentence(layout: Layout, moved: FrameRemapper, chosen: Chosen) -> str:
    scale = moved.scale
    ways = []
    if scale.was != scale.now:
        ways.append(f"rescaled from {scale.was} to {scale.now}")
    if scale.new != scale.old:
        ways.append(f"frame {scale.old} is now {scale.new}")
    said = ", ".join(ways) or "nothing moves: count and rate are the shot's own"
    said = f"{said[0].upper()}{said[1:]}."
    if moved.lowest is not None and moved.lowest < 0:
        said += f" The lowest is {moved.lowest}, below 0."
    known = recognised(layout.columns, layout.rows)
    stay = [layout.columns[place] for place in known.lengths if place not in chosen.places]
    if stay and scale.was != scale.now:
        said += f" Lengths in {' and '.join(stay)} are not rescaled."
    return said
