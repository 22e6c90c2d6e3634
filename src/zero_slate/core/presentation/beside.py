"""Side by side: shots, versions, what the edit asks, and edit formats, row by row."""

import re
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from enum import StrEnum
from fractions import Fraction
from math import floor
from typing import Any

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.base.texts import LARGEST_NUMBER, quoted
from zero_slate.core.canvas.raster import Raster
from zero_slate.core.settings.index import SETTINGS
from zero_slate.core.settings.schema import GROUPS
from zero_slate.core.time.frames import FrameRange
from zero_slate.core.time.rate import FrameRate

MOST_SIDES = 6
# A moment for each frame of the first side; where those are more, every so many.
MOST_MOMENTS = 2_000
_ITEM = re.compile(r"([sep])([1-9][0-9]{0,14})(?:v([1-9][0-9]{0,8}))?", re.ASCII)


class SideKind(StrEnum):
    """What stands at a side."""

    SHOT = "shot"
    EDIT = "edit"
    PRODUCTION = "production"


@dataclass(frozen=True, slots=True)
class SideOf:
    """What is asked to stand at a side: `s4`, `s4v2`, `e4` or `p1`."""

    kind: SideKind
    id: int
    version: int | None = None


def read_side(text: str) -> SideOf:
    """Read what is to stand at a side.

    side = "s" shot ["v" version] / "e" shot / "p" production. Raises Refusal.
    """
    read = _ITEM.fullmatch(text)
    if read is None or (read[3] and read[1] != "s") or int(read[2]) > LARGEST_NUMBER:
        raise Refusal(
            f"{quoted(text)} can't stand at a side. It takes a shot as s4, its version as s4v2, "
            "what its edit asks as e4, or a production's edit format as p1.",
            nearest="s1",
        )
    kinds = {"s": SideKind.SHOT, "e": SideKind.EDIT, "p": SideKind.PRODUCTION}
    return SideOf(kinds[read[1]], int(read[2]), int(read[3]) if read[3] else None)


@dataclass(frozen=True, slots=True)
class SideRanges:
    """The frames of a side, in its own count and at its own rate."""

    rate: FrameRate
    cut: FrameRange
    work: FrameRange
    clip: FrameRange | None


@dataclass(frozen=True, slots=True)
class SideValues:
    """What there is of one side: its values by setting, and what is drawn of it."""

    values: Mapping[str, Any]
    raster: Raster
    ranges: SideRanges | None


@dataclass(frozen=True, slots=True)
class BesideCell:
    """A side's value of a setting."""

    text: str
    """The value in words."""
    texts: Mapping[str, str]
    """The texts that its fields have, by part: what would be typed to take it."""


@dataclass(frozen=True, slots=True)
class BesideRow:
    """A setting that isn't the same at all sides."""

    key: str
    """The setting's key."""
    label: str
    """The setting's name."""
    group: str
    """The name of its group."""
    cells: tuple[BesideCell | None, ...]
    """What each side has; None at one that doesn't say."""


@dataclass(frozen=True, slots=True)
class BesideBand:
    """A range of a side, in seconds from the first frame of its cut."""

    name: str
    """`cut`, `work` or `clip`."""
    frames: str
    """Its frames in the side's own count."""
    first: float
    """Where it begins, in seconds."""
    end: float
    """Where it ends, in seconds."""


@dataclass(frozen=True, slots=True)
class BesideMoments:
    """Moments, and which frame each side shows then: one for each frame of the first with any."""

    seconds: tuple[float, ...]
    """The moments, in seconds from the first frame of the cut."""
    words: tuple[str, ...]
    """The same in words."""
    frames: tuple[tuple[int | None, ...], ...]
    """For each side its frame at each of them; None for a side without frames."""


def beside_rows(sides: Sequence[SideValues]) -> tuple[tuple[BesideRow, ...], int]:
    """Return every row that isn't the same at all sides that have it, and how many are."""
    rows, same = [], 0
    for group, title in GROUPS.items():
        for key, setting in SETTINGS.items():
            if setting.group != group:
                continue
            found = [side.values[key] for side in sides if key in side.values]
            if len(found) < 2 or all(each == found[0] for each in found):
                same += len(found) > 1
                continue
            cells = tuple(
                BesideCell(
                    setting.kind.show(side.values[key]), setting.kind.texts(side.values[key])
                )
                if key in side.values
                else None
                for side in sides
            )
            rows.append(BesideRow(key, setting.label, title, cells))
    return tuple(rows), same


def bands_of(ranges: SideRanges | None) -> tuple[BesideBand, ...]:
    """Return a side's ranges in seconds from the first frame of its cut."""
    if ranges is None:
        return ()
    named = {"clip": ranges.clip, "work": ranges.work, "cut": ranges.cut}
    return tuple(
        BesideBand(
            name,
            f"{each.first}–{each.last}",
            float(_seconds(ranges, each.first)),
            float(_seconds(ranges, each.last + 1)),
        )
        for name, each in named.items()
        if each is not None
    )


def moments_of(sides: Sequence[SideRanges | None]) -> BesideMoments:
    """Return which frame each side shows at the moments of the first one that has frames.

    A side shows frame ⌊t · rate⌋ of its cut, t seconds after the first frame of it.
    """
    ruled = [each for each in sides if each is not None]
    if not ruled:
        return BesideMoments((), (), tuple(() for _ in sides))
    first = ruled[0]
    begins = min(_seconds(each, _whole(each).first) for each in ruled)
    ends = max(_seconds(each, _whole(each).last + 1) for each in ruled)
    from_frame = floor(begins * first.rate.fraction)
    count = max(1, -floor(-(ends * first.rate.fraction)) - from_frame)
    step = -(-count // MOST_MOMENTS)
    moments = [Fraction(from_frame + n) / first.rate.fraction for n in range(0, count, step)]
    return BesideMoments(
        tuple(map(float, moments)),
        tuple(f"{float(each):.2f} s" for each in moments),
        tuple(
            tuple(
                None if each is None else each.cut.first + floor(moment * each.rate.fraction)
                for moment in moments
            )
            for each in sides
        ),
    )


def _whole(ranges: SideRanges) -> FrameRange:
    every = [each for each in (ranges.cut, ranges.work, ranges.clip) if each is not None]
    return FrameRange(min(each.first for each in every), max(each.last for each in every))


def _seconds(ranges: SideRanges, frame: int) -> Fraction:
    return Fraction(frame - ranges.cut.first) / ranges.rate.fraction
