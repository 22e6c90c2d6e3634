"""Several targets at once: what one setup serves all of them, and where they pull apart."""

from collections.abc import Mapping
from dataclasses import dataclass, field
from fractions import Fraction
from itertools import combinations
from typing import Any

from zero_slate.core.base.figures import decimal
from zero_slate.core.canvas.raster import Size
from zero_slate.core.canvas.scan import ScanMode
from zero_slate.core.publishing.carrying import carried_rate, carried_size
from zero_slate.core.settings.models.edit_format import EditFormat
from zero_slate.core.targets.kinds import TargetKind
from zero_slate.core.time.rate import FrameRate

_NTSC = Fraction(1000, 1001)
RATES = (
    *(Fraction(each) for each in (8, 10, 12, 15, 20, 24, 25, 30, 48, 50, 60)),
    24 * _NTSC, 30 * _NTSC, 60 * _NTSC,
)  # fmt: skip


@dataclass(frozen=True, slots=True)
class Together:
    """What would serve all targets, by setting, and what of them pulls apart, in words."""

    values: Mapping[str, Any] = field(default_factory=dict)
    apart: tuple[str, ...] = ()


def together(edit: EditFormat) -> Together:
    """Return what one setup serves all the targets of an edit format."""
    kinds = [target.kind for target in edit.targets.of]
    values: dict[str, Any] = {}
    apart: list[str] = []
    size = _one_size(kinds, edit.canvas)
    if size is None:
        apart.append(_sizes_apart(kinds))
    elif size != edit.canvas:
        values["canvas"] = size
    moving = [kind for kind in kinds if kind.moving]
    rate = _one_rate(moving, edit.rate.fraction)
    if rate is None:
        apart.append(_rates_apart(moving, edit.rate.fraction))
    elif rate != edit.rate.fraction:
        values["rate"] = FrameRate(rate)
    if edit.scan.interlaced and not all(kind.fields for kind in kinds):
        held = ", ".join(kind.name for kind in kinds if kind.fields)
        values["scan"] = ScanMode.PROGRESSIVE
        if held:
            apart.append(f"{held} would hold fields; the others hold whole pictures.")
    if edit.pixel_aspect != 1 and not all(kind.shaped for kind in kinds):
        values["pixel_aspect"] = Fraction(1)
    return Together(values, tuple(apart))


def _one_size(kinds: list[TargetKind], size: Size) -> Size | None:
    candidates = [size, *(carried_size(kind, size) for kind in kinds)]
    candidates += [each for kind in kinds for each in kind.sizes]
    near = carried_size(kinds[0], size) if kinds else size
    for _ in range(len(kinds)):
        for kind in kinds:
            near = carried_size(kind, near)
    candidates.append(near)
    there = [each for each in candidates if all(carried_size(k, each) == each for k in kinds)]
    shape = size.width / size.height
    return min(
        there,
        key=lambda each: (abs(each.pixels - size.pixels), abs(each.width / each.height - shape)),
        default=None,
    )


def _one_rate(kinds: list[TargetKind], rate: Fraction) -> Fraction | None:
    there = [
        each for each in (rate, *RATES) if all(carried_rate(k, each).rate == each for k in kinds)
    ]
    return min(there, key=lambda each: abs(each - rate), default=None)


def _sizes_apart(kinds: list[TargetKind]) -> str:
    for one, other in combinations([kind for kind in kinds if kind.sizes], 2):
        if not set(one.sizes) & set(other.sizes):
            return (
                f"{one.name} takes {one.sizes[0]} and its like, {other.name} {other.sizes[0]}: no "
                "size is both."
            )
    return "No one size is taken by all of them."


def _rates_apart(kinds: list[TargetKind], rate: Fraction) -> str:
    said = [f"{kind.name} {decimal(carried_rate(kind, rate).rate, 3, trim=True)}" for kind in kinds]
    return f"No rate is exact in all of them: nearest are {', '.join(said)}."
